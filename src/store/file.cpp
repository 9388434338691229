// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/file.h"

#include "core/base/worded.h"
#include "store/digest.h"
#include "store/json.h"
#include "store/native.h"
#include "store/native_database.h"

#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <fstream>
#include <functional>
#include <sstream>
#include <sys/stat.h>
#include <unistd.h>

namespace yarrin {

namespace fs = std::filesystem;

namespace {

Error fileError(const fs::path& path, std::string what, std::string todo = {}) {
    return {ErrorCode::file, path.string(), std::move(what), std::move(todo)};
}

/// The system's reason in the planner's words.
Error systemError(const fs::path& path, int number, const Worded& doing) {
    switch (number) {
    case ENOENT:
        return fileError(path, worded("there is no such file or folder"), worded("check the name"));
    case EACCES:
    case EPERM:
    case EROFS:
        return fileError(path, worded("there is no permission to %1 it", doing), worded("choose another folder"));
    case ENOSPC:
    case EDQUOT:
        return fileError(path, worded("the disk is full"), worded("free some space or save elsewhere"));
    default:
        return fileError(path, std::string(worded("it cannot be ")) + (doing[0] == 'r' ? "read" : "written") + ": " +
                                   std::strerror(number));
    }
}

std::vector<Error> inFile(const fs::path& path, std::vector<Error> errors) {
    for (Error& error : errors) error.place = path.string() + (error.place.empty() ? "" : ":" + error.place);
    return errors;
}

/// Puts what was written to `part` on the disk for good.
Outcome flush(const fs::path& part) {
    const int file = ::open(part.c_str(), O_RDONLY | O_CLOEXEC);
    if (file < 0) return systemError(part, errno, worded("write"));
    const int failed = ::fsync(file) != 0 ? errno : 0;
    ::close(file);
    if (failed != 0) return systemError(part, failed, worded("write"));
    return done();
}

/// Into a file that is there.
Outcome writeText(const fs::path& path, const std::string& text) {
    const int file = ::open(path.c_str(), O_WRONLY | O_TRUNC | O_CLOEXEC | O_NOFOLLOW);
    if (file < 0) return systemError(path, errno, worded("write"));
    int failed = 0;
    for (std::size_t at = 0; at < text.size() && failed == 0;) {
        const ssize_t count = ::write(file, text.data() + at, text.size() - at);
        if (count < 0 && errno != EINTR) failed = errno;
        if (count > 0) at += static_cast<std::size_t>(count);
    }
    if (::close(file) != 0 && failed == 0) failed = errno;
    if (failed != 0) return systemError(path, failed, worded("write"));
    return done();
}

/// A device never ends and a pipe may never begin.
Outcome isPlainFile(const fs::path& path) {
    struct stat found {};
    if (::stat(path.c_str(), &found) != 0) return systemError(path, errno, worded("read"));
    if (S_ISDIR(found.st_mode)) return fileError(path, worded("it is a folder, not a file"));
    if (!S_ISREG(found.st_mode)) return fileError(path, worded("it is a device or a pipe, not a file"));
    if (std::uintmax_t(found.st_size) > largestText && !isNative(path))
        return fileError(path, worded("it has more than 1 GB, which is no programme and no table"));
    return done();
}

} // namespace

Result<std::string> readTextFile(const fs::path& path) {
    if (Outcome plain = isPlainFile(path); !plain.ok()) return plain.errors();
    std::ifstream stream(path, std::ios::binary);
    if (!stream) return systemError(path, errno != 0 ? errno : ENOENT, worded("read"));
    std::stringstream text;
    text << stream.rdbuf();
    return std::move(text).str();
}

FileFormat formatForName(const fs::path& path) {
    return path.extension() == ".json" ? FileFormat::json : FileFormat::native;
}

bool isNative(const fs::path& path) {
    std::ifstream stream(path, std::ios::binary);
    std::string head(16, '\0');
    stream.read(head.data(), 16);
    return stream.gcount() == 16 && head == std::string("SQLite format 3\0", 16);
}

Result<Programme> readProgramme(const fs::path& path) {
    if (Outcome plain = isPlainFile(path); !plain.ok()) return plain.errors();
    std::ifstream stream(path, std::ios::binary);
    if (!stream) return systemError(path, errno != 0 ? errno : ENOENT, worded("read"));
    std::string head(16, '\0');
    stream.read(head.data(), 16);
    head.resize(static_cast<std::size_t>(stream.gcount()));
    if (isNative(path)) {
        auto programme = readNative(path);
        return programme.ok() ? std::move(programme) : Result<Programme>(inFile(path, programme.errors()));
    }
    const auto first = head.find_first_not_of(" \t\r\n\xEF\xBB\xBF");
    if (first == std::string::npos)
        return fileError(path, head.empty() ? worded("it is empty") : worded("it is not a Yarrin programme"),
                         worded("choose another file"));
    if (head[first] != '{')
        return fileError(path, worded("it is not a Yarrin programme"), worded("choose a .yarrin or .yarrin.json file"));
    stream.clear();
    stream.seekg(0);
    std::stringstream text;
    text << stream.rdbuf();
    std::string content = std::move(text).str();
    if (content.starts_with("\xEF\xBB\xBF")) content.erase(0, 3);
    auto programme = programmeFromJson(content);
    return programme.ok() ? std::move(programme) : Result<Programme>(inFile(path, programme.errors()));
}

namespace {

/// What stands at a place, looked at without going through a link.
enum class There { nothing, file, link, folder, other };
There whatIs(const fs::path& path) {
    struct stat found {};
    if (::lstat(path.c_str(), &found) != 0) return There::nothing;
    return S_ISREG(found.st_mode)   ? There::file
           : S_ISLNK(found.st_mode) ? There::link
           : S_ISDIR(found.st_mode) ? There::folder
                                    : There::other;
}

/// The place that is really written: what a link points to.
Result<fs::path> realPlace(const fs::path& path) {
    std::error_code fault;
    if (whatIs(path) == There::nothing) {
        const fs::path folder = path.has_parent_path() ? path.parent_path() : fs::path(".");
        if (!fs::exists(folder, fault)) return systemError(path, ENOENT, worded("write"));
        return fs::canonical(folder, fault) / path.filename();
    }
    const fs::path target = fs::canonical(path, fault);
    if (fault) return fileError(path, worded("it is a link that leads nowhere"), worded("choose another name"));
    switch (whatIs(target)) {
    case There::folder:
        return fileError(path, worded("it is a folder"), worded("choose a file name"));
    case There::file:
        return target;
    default:
        return fileError(path, worded("it is a device or a pipe, not a file"), worded("choose another name"));
    }
}

/// The last generation stays under another name until the new one has its place.
Outcome keepPrevious(const fs::path& target) {
    fs::path previous = target, made = target;
    previous += ".previous";
    made += "." + hexadecimal(randomBytes(6)) + ".previous";
    std::error_code fault;
    if (::link(target.c_str(), made.c_str()) != 0) {
        // Not every drive knows two names for a file.
        fs::copy_file(target, made, fault);
        if (!fault) {
            if (Outcome flushed = flush(made); !flushed.ok()) return flushed;
        }
    }
    if (!fault) fs::rename(made, previous, fault);
    if (fault) {
        std::error_code ignored;
        fs::remove(made, ignored);
        return systemError(previous, fault.value(), worded("write"));
    }
    return syncFolder(target.parent_path());
}

/// Whether a programme stands at a place, or anything that somebody has open as one. The lock is asked first: looking
/// into a file that this program itself has open would let go of the locks of its database.
bool isProgramme(const fs::path& target, FileLock& lock) {
    std::error_code fault;
    if (fs::file_size(target, fault) == 0) return false;
    const auto held = lock.hold(target, "a Yarrin that writes it");
    return (held && FileLock::saysHeld(*held)) || isNative(target);
}

} // namespace

Outcome syncFolder(const fs::path& folder) {
    const int descriptor = ::open(folder.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC);
    if (descriptor < 0) return systemError(folder, errno, worded("write"));
    const int failed = ::fsync(descriptor) != 0 ? errno : 0;
    ::close(descriptor);
    // Some drives over the network know no such thing.
    if (failed != 0 && failed != EINVAL && failed != ENOTSUP) return systemError(folder, failed, worded("write"));
    return done();
}

Outcome makeOwnFolder(const fs::path& folder) {
    std::error_code fault;
    if (folder.has_parent_path()) fs::create_directories(folder.parent_path(), fault);
    if (::mkdir(folder.c_str(), 0700) != 0 && errno != EEXIST) return systemError(folder, errno, worded("write"));
    struct stat found {};
    if (::lstat(folder.c_str(), &found) != 0) return systemError(folder, errno, worded("write"));
    if (!S_ISDIR(found.st_mode) || found.st_uid != ::geteuid())
        return fileError(folder, worded("it is no folder of the user's own"), worded("remove what stands there"));
    if ((found.st_mode & 077) != 0 && ::chmod(folder.c_str(), 0700) != 0)
        return systemError(folder, errno, worded("write"));
    return done();
}

Result<std::unique_ptr<FileLock>> examineTarget(const fs::path& path) {
    auto place = realPlace(path);
    if (!place.ok()) return place.errors();
    auto lock = std::make_unique<FileLock>();
    const fs::path& target = *place;
    std::error_code fault;
    if (whatIs(target) == There::nothing) return lock;
    const auto refuse = [&](const std::string& why, const Worded& todo = worded("choose another name")) {
        return fileError(path, worded("what is there is not written over: %1", why), todo);
    };
    if (const auto held = lock->hold(target, "a Yarrin that writes it")) return refuse(*held);
    if (fs::file_size(target, fault) == 0 && !fault) return lock;
    if (isNative(target)) {
        if (modeToRead(target) != Database::Mode::readOnly)
            return refuse(worded("its last change was cut short"),
                          worded("open it once, so that it is made whole, or choose another name"));
        Database database(target.string(), Database::Mode::readOnly);
        Outcome checked = checkNative(database, target);
        if (!checked.ok()) return refuse(checked.error().what);
        if (const std::string behind = behindTheEnd(database, target); !behind.empty()) return refuse(behind);
        if (holdsRecord(database)) return refuse(worded("it holds a history or revisions, which would be lost"));
        return lock;
    }
    std::ifstream stream(target, std::ios::binary);
    if (!stream) return systemError(path, errno != 0 ? errno : EACCES, worded("read"));
    stream.close();
    const bool text = formatForName(target) == FileFormat::json;
    if (text || target.extension() == ".yarrin") {
        const auto programme = readProgramme(target);
        if (!programme.ok()) return refuse(worded("as a programme it cannot be read (%1)", programme.error().what));
    }
    return lock;
}

Outcome writeBeside(const fs::path& path, const std::function<Outcome(const fs::path&)>& write, Replaced replaced) {
    auto place = realPlace(path);
    if (!place.ok()) return place.errors();
    const fs::path& target = *place;
    std::error_code fault;
    struct stat old {};
    const bool there = ::stat(target.c_str(), &old) == 0;
    if (there && ::access(target.c_str(), W_OK) != 0) return systemError(path, errno, worded("write"));
    // A table or a text never takes the place of a programme: that may hold a record, and a window may have it open.
    FileLock lock;
    if (there && replaced == Replaced::gone && isProgramme(target, lock))
        return fileError(path, worded("what is there is not written over: it is a programme"),
                         worded("choose another name"));
    std::string name =
        (target.parent_path() / ("." + target.filename().string().substr(0, 180) + ".XXXXXX.part")).string();
    const int made = ::mkostemps(name.data(), 5, O_CLOEXEC);
    if (made < 0) return systemError(path, errno, worded("write"));
    const fs::path part = name;
    // As it was, or as the user's mask has it; never wider in between.
    const mode_t mask = ::umask(0);
    ::umask(mask);
    const mode_t mode = there ? old.st_mode & 07777 : 0666 & ~mask;
    Outcome written = write(part);
    if (written.ok() && ::fchmod(made, mode) != 0) written = systemError(path, errno, worded("write"));
    ::close(made);
    if (written.ok()) written = flush(part);
    if (written.ok() && there && replaced == Replaced::kept) written = keepPrevious(target);
    if (written.ok()) {
        fs::rename(part, target, fault);
        if (!fault) return syncFolder(target.parent_path());
        written = systemError(path, fault.value(), worded("write"));
    }
    std::vector<Error> errors = written.errors();
    for (Error& error : errors)
        if (error.place == part.string() || error.place.empty()) error.place = path.string();
    fs::remove(part, fault);
    return errors;
}

Outcome writeProgramme(const Programme& programme, const fs::path& path, FileFormat format) {
    const auto lock = examineTarget(path);
    if (!lock.ok()) return lock.errors();
    return writeBeside(
        path,
        [&](const fs::path& part) {
            return format == FileFormat::json ? writeText(part, programmeToJson(programme))
                                              : writeNative(programme, part);
        },
        Replaced::kept);
}

Outcome writeTextFile(const fs::path& path, const std::string& text) {
    return writeBeside(path, [&](const fs::path& part) { return writeText(part, text); });
}

} // namespace yarrin

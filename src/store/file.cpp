// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/file.h"

#include "store/json.h"
#include "store/native.h"

#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <fstream>
#include <functional>
#include <sstream>
#include <unistd.h>

namespace yarrin {

namespace fs = std::filesystem;

namespace {

Error fileError(const fs::path& path, std::string what, std::string todo = {}) {
    return {ErrorCode::file, path.string(), std::move(what), std::move(todo)};
}

/// The system's reason in the planner's words.
Error systemError(const fs::path& path, int number, const char* doing) {
    switch (number) {
    case ENOENT:
        return fileError(path, "there is no such file or folder", "check the name");
    case EACCES:
    case EPERM:
    case EROFS:
        return fileError(path, std::string("there is no permission to ") + doing + " it", "choose another folder");
    case ENOSPC:
    case EDQUOT:
        return fileError(path, "the disk is full", "free some space or save elsewhere");
    default:
        return fileError(path, std::string("it cannot be ") + (doing[0] == 'r' ? "read" : "written") + ": " +
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
    if (file < 0) return systemError(part, errno, "write");
    const int failed = ::fsync(file) != 0 ? errno : 0;
    ::close(file);
    if (failed != 0) return systemError(part, failed, "write");
    return done();
}

Outcome writeText(const fs::path& path, const std::string& text) {
    const int file = ::open(path.c_str(), O_WRONLY | O_CREAT | O_TRUNC | O_CLOEXEC, 0666);
    if (file < 0) return systemError(path, errno, "write");
    int failed = 0;
    for (std::size_t at = 0; at < text.size() && failed == 0;) {
        const ssize_t count = ::write(file, text.data() + at, text.size() - at);
        if (count < 0 && errno != EINTR) failed = errno;
        if (count > 0) at += static_cast<std::size_t>(count);
    }
    if (::close(file) != 0 && failed == 0) failed = errno;
    if (failed != 0) return systemError(path, failed, "write");
    return done();
}

} // namespace

Result<std::string> readTextFile(const fs::path& path) {
    std::error_code fault;
    if (fs::is_directory(path, fault)) return fileError(path, "it is a folder, not a file");
    std::ifstream stream(path, std::ios::binary);
    if (!stream) return systemError(path, errno != 0 ? errno : ENOENT, "read");
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
    std::error_code fault;
    if (fs::is_directory(path, fault)) return fileError(path, "it is a folder, not a file");
    std::ifstream stream(path, std::ios::binary);
    if (!stream) return systemError(path, errno != 0 ? errno : ENOENT, "read");
    std::string head(16, '\0');
    stream.read(head.data(), 16);
    head.resize(static_cast<std::size_t>(stream.gcount()));
    if (isNative(path)) {
        auto programme = readNative(path);
        return programme.ok() ? std::move(programme) : Result<Programme>(inFile(path, programme.errors()));
    }
    const auto first = head.find_first_not_of(" \t\r\n\xEF\xBB\xBF");
    if (first == std::string::npos)
        return fileError(path, head.empty() ? "it is empty" : "it is not a Yarrin programme", "choose another file");
    if (head[first] != '{')
        return fileError(path, "it is not a Yarrin programme", "choose a .yarrin or .yarrin.json file");
    stream.clear();
    stream.seekg(0);
    std::stringstream text;
    text << stream.rdbuf();
    std::string content = std::move(text).str();
    if (content.starts_with("\xEF\xBB\xBF")) content.erase(0, 3);
    auto programme = programmeFromJson(content);
    return programme.ok() ? std::move(programme) : Result<Programme>(inFile(path, programme.errors()));
}

Outcome writeBeside(const fs::path& path, const std::function<Outcome(const fs::path&)>& write) {
    std::error_code fault;
    // Through a link, the file it points to is written, not the link replaced.
    const fs::path target = fs::exists(path, fault) ? fs::canonical(path, fault) : path;
    if (fs::is_directory(target, fault)) return fileError(path, "it is a folder", "choose a file name");
    if (fs::exists(target, fault) && ::access(target.c_str(), W_OK) != 0) return systemError(path, errno, "write");
    fs::path part = target;
    part += ".part";
    fs::remove(part, fault);
    Outcome written = write(part);
    if (written.ok()) written = flush(part);
    if (written.ok()) {
        if (fs::exists(target, fault)) fs::permissions(part, fs::status(target).permissions(), fault);
        fs::rename(part, target, fault);
        if (!fault) return done();
        written = systemError(path, fault.value(), "write");
    }
    std::vector<Error> errors = written.errors();
    for (Error& error : errors)
        if (error.place == part.string() || error.place.empty()) error.place = path.string();
    fs::remove(part, fault);
    return errors;
}

Outcome writeProgramme(const Programme& programme, const fs::path& path, FileFormat format) {
    return writeBeside(path, [&](const fs::path& part) {
        return format == FileFormat::json ? writeText(part, programmeToJson(programme)) : writeNative(programme, part);
    });
}

Outcome writeTextFile(const fs::path& path, const std::string& text) {
    return writeBeside(path, [&](const fs::path& part) { return writeText(part, text); });
}

} // namespace yarrin

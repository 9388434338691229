// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/file_lock.h"

#include "core/base/worded.h"

#include <array>
#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

namespace yarrin {

namespace {

constexpr std::string_view mark = "held by ";

std::string contentOf(int descriptor) {
    std::array<char, 300> text{};
    const ssize_t count = ::pread(descriptor, text.data(), text.size(), 0);
    return count > 0 ? std::string(text.data(), std::size_t(count)) : std::string();
}

/// Whether a file is a lock of ours, left by a program that ended: nothing else is written over.
bool isOurs(int descriptor, const struct stat& found) {
    if (!S_ISREG(found.st_mode) || found.st_nlink > 1 || found.st_size > 250) return false;
    if (found.st_size == 0) return true;
    const std::string text = contentOf(descriptor);
    if (text.find('\n') != std::string::npos) return false;
    // Earlier versions wrote "NAME on HOST, since TIME".
    return text.starts_with(mark) ||
           (text.find(" on ") != std::string::npos && text.find(", since ") != std::string::npos);
}

} // namespace

FileLock::~FileLock() {
    release();
}

std::filesystem::path FileLock::placeFor(const std::filesystem::path& path) {
    return path.parent_path() / ("." + path.filename().string() + ".held");
}

bool FileLock::saysHeld(const Worded& why) {
    return why.id == "somebody else has it open" || why.id == "%1 has it open";
}

std::optional<Worded> FileLock::hold(const std::filesystem::path& path, const std::string& who) {
    release();
    m_path = placeFor(path);
    for (int attempt = 0; attempt < 3; ++attempt) {
        // Not through a link, and not waiting for the other end of a pipe.
        m_descriptor = ::open(m_path.c_str(), O_RDWR | O_CREAT | O_CLOEXEC | O_NOFOLLOW | O_NONBLOCK, 0666);
        if (m_descriptor < 0 && errno == ELOOP)
            return worded("a link stands at %1, where its lock belongs", m_path.string());
        if (m_descriptor < 0) return worded("its folder cannot be written (%1)", std::strerror(errno));
        struct stat here {};
        if (::fstat(m_descriptor, &here) != 0 || !isOurs(m_descriptor, here)) {
            ::close(m_descriptor);
            m_descriptor = -1;
            return worded("%1 is in the place of its lock and is not one", m_path.string());
        }
        struct flock lock {};
        lock.l_type = F_WRLCK;
        lock.l_whence = SEEK_SET;
        if (::fcntl(m_descriptor, F_OFD_SETLK, &lock) != 0) {
            std::string holder = contentOf(m_descriptor);
            if (holder.starts_with(mark)) holder.erase(0, mark.size());
            ::close(m_descriptor);
            m_descriptor = -1;
            return holder.empty() ? worded("somebody else has it open") : worded("%1 has it open", holder);
        }
        // Who held it before may have taken the file away between the two steps.
        struct stat there {};
        if (::lstat(m_path.c_str(), &there) == 0 && here.st_ino == there.st_ino && here.st_dev == there.st_dev) break;
        ::close(m_descriptor);
        m_descriptor = -1;
    }
    if (m_descriptor < 0) return worded("somebody else is opening it");
    std::string text = std::string(mark) + who;
    text.resize(std::min<std::size_t>(text.size(), 240));
    for (char& c : text)
        if (c == '\n') c = ' ';
    if (::ftruncate(m_descriptor, 0) != 0 || ::pwrite(m_descriptor, text.data(), text.size(), 0) < 0) {
        // The name is a courtesy: on a full disk the lock holds all the same.
    }
    return {};
}

void FileLock::release() {
    if (m_descriptor < 0) return;
    ::unlink(m_path.c_str());
    ::close(m_descriptor);
    m_descriptor = -1;
}

} // namespace yarrin

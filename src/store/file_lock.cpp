// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/file_lock.h"

#include <array>
#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

namespace yarrin {

FileLock::~FileLock() {
    release();
}

std::optional<std::string> FileLock::hold(const std::filesystem::path& path, const std::string& who) {
    release();
    m_path = path.parent_path() / ("." + path.filename().string() + ".held");
    for (int attempt = 0; attempt < 3; ++attempt) {
        m_descriptor = ::open(m_path.c_str(), O_RDWR | O_CREAT | O_CLOEXEC, 0666);
        if (m_descriptor < 0) return std::string("its folder cannot be written (") + std::strerror(errno) + ")";
        struct flock lock {};
        lock.l_type = F_WRLCK;
        lock.l_whence = SEEK_SET;
        if (::fcntl(m_descriptor, F_OFD_SETLK, &lock) != 0) {
            std::array<char, 200> text{};
            const ssize_t count = ::pread(m_descriptor, text.data(), text.size() - 1, 0);
            ::close(m_descriptor);
            m_descriptor = -1;
            return count > 0 ? std::string(text.data(), std::size_t(count)) + " has it open"
                             : std::string("somebody else has it open");
        }
        // Who held it before may have taken the file away between the two steps.
        struct stat here {
        }, there{};
        if (::fstat(m_descriptor, &here) == 0 && ::stat(m_path.c_str(), &there) == 0 && here.st_ino == there.st_ino)
            break;
        ::close(m_descriptor);
        m_descriptor = -1;
    }
    if (m_descriptor < 0) return std::string("somebody else is opening it");
    if (::ftruncate(m_descriptor, 0) != 0 || ::pwrite(m_descriptor, who.data(), who.size(), 0) < 0) {
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

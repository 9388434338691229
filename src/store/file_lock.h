// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/worded.h"

#include <filesystem>
#include <optional>
#include <string>

namespace yarrin {

/// Holds a file against other windows and machines: an advisory lock on a small file beside it that says who has it.
/// The system lets go of the lock when the program ends, however it ends. What stands at the place of that small file
/// and is not one of ours (a link, a pipe, somebody's text) is left alone, and the file is not held then.
class FileLock {
public:
    FileLock() = default;
    ~FileLock();
    FileLock(const FileLock&) = delete;
    FileLock& operator=(const FileLock&) = delete;

    /// Tries to hold a file for somebody. Returns why not, as a sentence.
    [[nodiscard]] std::optional<Worded> hold(const std::filesystem::path& path, const std::string& who);
    /// Whether that sentence says that somebody holds it.
    [[nodiscard]] static bool saysHeld(const Worded& why);
    void release();
    /// The place of the small file beside a file.
    [[nodiscard]] static std::filesystem::path placeFor(const std::filesystem::path& path);

private:
    int m_descriptor = -1;
    std::filesystem::path m_path;
};

} // namespace yarrin

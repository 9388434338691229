// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/file_lock.h"
#include "store/native_rows.h"
#include "store/programme_file.h"

#include <functional>

namespace yarrin {

/// SHA-256 in hexadecimal.
[[nodiscard]] std::string sha256(std::string_view bytes);

class ProgrammeFile::Impl {
public:
    Impl(std::filesystem::path path, std::unique_ptr<Database> database)
        : m_path(std::move(path)), m_database(std::move(database)) {}

    [[nodiscard]] Outcome change(const Stamp& stamp, const std::function<void()>& write);
    [[nodiscard]] Outcome ready();
    /// The connection, made anew where it failed.
    [[nodiscard]] Database& reading();
    [[nodiscard]] Outcome still() const;
    void rememberFile();
    void findUnfinished();
    [[nodiscard]] bool hasRecord() { return m_database->number("PRAGMA user_version") >= 4; }
    [[nodiscard]] Result<std::int64_t> entry(EntryKind kind, const std::string& text, const Edit* edit,
                                             const Programme* after, const Stamp& stamp);
    void writeEdit(const Edit& edit, const Programme& after, Blob& changes);

    std::filesystem::path m_path;
    std::unique_ptr<Database> m_database;
    FileLock m_lock;
    std::optional<std::string> m_readOnly;
    std::optional<Unfinished> m_unfinished;
    std::int64_t m_session = 0; ///< 0 until something is written
    std::string m_opened;
    std::uint64_t m_inode = 0;
    bool m_stale = false; ///< a change failed, the next begins with a new connection
};

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/chain.h"
#include "store/digest.h"
#include "store/file_lock.h"
#include "store/native_rows.h"
#include "store/programme_file.h"

#include <functional>
#include <sys/types.h>

namespace yarrin {

/// What the system says of a file: it changes with everything that anybody does to it.
struct FileMark {
    dev_t device = 0;
    ino_t inode = 0;
    off_t size = 0;
    std::int64_t modified = 0; ///< nanoseconds
    std::int64_t changed = 0;
    friend bool operator==(const FileMark&, const FileMark&) = default;
};

class ProgrammeFile::Impl {
public:
    explicit Impl(std::filesystem::path path) : m_path(std::move(path)) {}

    /// The programme as it is before a change, where that is known: what is in the file must be that.
    using Expected = std::function<Programme()>;
    /// One transaction. `what` tells one deed from another: where it cannot be found out whether a deed is on the disk,
    /// trying it again finds that out first.
    [[nodiscard]] Outcome change(const Stamp& stamp, const std::string& what, const std::function<void()>& write,
                                 const Expected& expected = {});
    /// The connection, made anew where it failed.
    [[nodiscard]] Database& reading();
    [[nodiscard]] bool hasRecord() { return m_database->number("PRAGMA user_version") >= 4; }
    [[nodiscard]] Result<std::int64_t> entry(EntryKind kind, const std::string& text, const Edit* edit,
                                             const Programme* after, const Stamp& stamp);
    void historyLine(EntryKind kind, const std::string& text, const std::optional<Blob>& changes, const Stamp& stamp);
    [[nodiscard]] Result<Programme> load(std::unique_ptr<Database> database, const std::string& opened);
    /// Whether the file is still the one that was left; what is in its place is not written to.
    [[nodiscard]] Outcome sameAsLeft(const Expected& expected);
    [[nodiscard]] Database::Mode mode() const;
    void link(ChainKind kind, std::int64_t row) { yarrin::link(*m_database, m_head, kind, row); }

    std::filesystem::path m_path;
    std::unique_ptr<Database> m_database;
    FileLock m_lock;
    std::optional<std::string> m_readOnly;
    std::optional<Unfinished> m_unfinished;
    std::int64_t m_session = 0; ///< 0 until something is written
    std::string m_opened;
    ChainHead m_head;
    FileMark m_mark;
    std::int64_t m_dataVersion = 0;
    std::string m_counter;  ///< of changes, in the header of the file
    bool m_foreign = false; ///< another program changed it: it is not written to any more
    bool m_stale = false;   ///< a change failed, the next begins with a new connection
    /// A change of which it is not known whether it is on the disk.
    struct Limbo {
        std::string what;
        ChainHead head;
        std::int64_t session = 0;
    };
    std::optional<Limbo> m_limbo;

private:
    [[nodiscard]] Outcome there() const;
    [[nodiscard]] Outcome ready();
    void remember();
    enum class Committed { yes, no, unknown };
    [[nodiscard]] Committed committed(const Limbo& limbo);
    void findUnfinished();
    void bringUp();
    void writeEdit(const Edit& edit, const Programme& after, Blob& changes);
};

/// The programme in an image of a database, if that holds one.
[[nodiscard]] Result<Programme> programmeFrom(const Blob& image);
/// Applies the inverse of a change set to the programme's tables; what is there must be what it led to.
void takeBack(Database& database, const Blob& changes);
/// A copy of a whole database in memory.
[[nodiscard]] std::unique_ptr<Database> copyInMemory(Database& database);
/// A file that can be read, open and checked.
[[nodiscard]] Result<std::unique_ptr<Database>> readable(const std::filesystem::path& path);
[[nodiscard]] Result<std::vector<Revision>> revisionsOf(Database& database);
struct Content {
    Blob image;
    std::string imageDigest;
};
[[nodiscard]] Content contentOf(Database& database, std::int64_t revision);
/// Where a revision does not say what was frozen, why. Without a chain its form 2 cannot be checked.
[[nodiscard]] std::string faultOf(Database& database, const Revision& revision, const ChainCheck* chain);
/// Why a key cannot be one: it is printed in lines and typed in calls.
[[nodiscard]] std::string keyFault(const std::string& key);
/// Whether the version of a file knows history and revisions.
[[nodiscard]] bool hasRevisions(Database& database);
/// What a signature is made over.
[[nodiscard]] std::string signedText(const ChainHead& head);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/words.h"
#include "edit/transaction.h"

#include <ctime>
#include <filesystem>
#include <functional>
#include <memory>

namespace yarrin {

class SigningKey;

/// Who does something, and when, as people read it.
struct Stamp {
    std::string author;
    std::string at; ///< local time and how far that is from UTC, `2027-03-01 08:00:05 +01:00`
};

/// A moment as stamps have it, by the time zone of the system.
[[nodiscard]] std::string momentText(std::time_t moment);

/// What an entry of the history is.
enum class EntryKind { edit, undo, redo, named, trialBegun, trialKept, trialDropped, restored, frozen };
template <> struct Words<EntryKind> {
    static constexpr std::string_view list[] = {"edit",       "undo",          "redo",     "named", "trial_begun",
                                                "trial_kept", "trial_dropped", "restored", "frozen"};
};

/// One line of the history. Numbers count up from 1 and are never used again.
struct HistoryEntry {
    std::int64_t number = 0;
    EntryKind kind = EntryKind::edit;
    std::string author;
    std::string at;
    std::string text;
    bool changes = false; ///< whether the programme is another one after it
    friend bool operator==(const HistoryEntry&, const HistoryEntry&) = default;
};

/// A session that was not ended: what the last one left behind.
struct Unfinished {
    std::string author;
    std::string opened;
    std::string last; ///< when its last change was made; empty where there is none
    std::int64_t changes = 0;
};

/// A frozen programme, without its content.
struct Revision {
    std::int64_t number = 0;
    std::string key; ///< the letter or number people call it by
    std::string purpose;
    std::optional<Instant> dataDate;
    std::string author;
    std::string at;
    std::string narrative;    ///< Markdown
    std::string digest;       ///< SHA-256 over its canonical form, in hexadecimal
    std::int64_t history = 0; ///< the last entry of the history that it holds
    bool contract = false;    ///< the contract programme that is in force
    std::string seal;         ///< of the record with it as its last line
    std::string signer;       ///< whose key signed it, and its first digits; says so where the signature does not hold
    int form = 1;             ///< of the canonical form
    friend bool operator==(const Revision&, const Revision&) = default;
};

/// The contract programme came to be, or another one took its place.
struct Acceptance {
    std::string key;
    std::string author;
    std::string at;
    std::string reason;
};

/// A native file that is held open. Each change is written as it is made, in one transaction with its entry in the
/// history, and is on the disk when `record` returns. One program holds a file at a time, by a lock on a file beside
/// it; the others read. A file of an older version is brought to the present one by the first change. One thread.
class ProgrammeFile {
public:
    struct Opened;
    /// Opens a file, for changing where nobody else holds it.
    [[nodiscard]] static Result<Opened> open(const std::filesystem::path& path, const Stamp& stamp);
    ~ProgrammeFile();
    ProgrammeFile(const ProgrammeFile&) = delete;
    ProgrammeFile& operator=(const ProgrammeFile&) = delete;

    [[nodiscard]] const std::filesystem::path& path() const;
    /// Why it can only be read, as a sentence; nothing where it can be changed.
    [[nodiscard]] const std::optional<std::string>& readOnly() const;
    [[nodiscard]] const std::optional<Unfinished>& unfinished() const;
    /// Whether another program changed the file or put another one in its place. It is not written to any more.
    [[nodiscard]] bool isForeign() const;
    /// The seal of the record as it is: docs/file-format.md.
    [[nodiscard]] std::string seal() const;
    /// Reads the file anew and goes on with it as it is. Where it cannot be read, nothing has changed.
    [[nodiscard]] Result<Programme> reread(const Stamp& stamp);

    /// Writes an edit that led to `after`; an entry without an edit only marks a moment. Where it fails, nothing of it
    /// is in the file, and it may be tried again. Returns the entry's number.
    [[nodiscard]] Result<std::int64_t> record(EntryKind kind, const Edit& edit, const Programme& after,
                                              const Stamp& stamp);
    /// The entries of the history, the last first.
    [[nodiscard]] Result<std::vector<HistoryEntry>> history();
    /// The programme as it was after an entry; 0 is before the first one.
    [[nodiscard]] Result<Programme> programmeAfter(std::int64_t entry);
    /// The entry with which a trial began that is on; 0 where none is.
    [[nodiscard]] std::int64_t trialBegan();
    /// A small thing to remember with the file, like a narrative in writing. It is no part of the record. Empty forgets
    /// it.
    [[nodiscard]] Outcome keep(const std::string& key, const std::string& value, const Stamp& stamp);
    [[nodiscard]] std::string kept(const std::string& key);

    /// Freezes a programme, signed where a key is given. A key that is taken is refused.
    [[nodiscard]] Result<Revision> freeze(const Programme& programme, const std::string& key,
                                          const std::string& purpose, const std::string& narrative, const Stamp& stamp,
                                          const SigningKey* signing = nullptr);
    /// All revisions, in the order in which they were frozen.
    [[nodiscard]] Result<std::vector<Revision>> revisions();
    [[nodiscard]] Result<Programme> programmeOf(const Revision& revision);
    /// Makes a revision the contract programme; where there is one already, a reason is wanted.
    [[nodiscard]] Outcome accept(const Revision& revision, const std::string& reason, const Stamp& stamp);
    [[nodiscard]] Result<std::vector<Acceptance>> acceptances();

    /// Writes a copy of the whole file, its history and revisions included.
    [[nodiscard]] Outcome copyTo(const std::filesystem::path& path);
    /// Writes the record as it was left into a new file, also where another file was put in the place of this one: what
    /// was open is still there until it is let go of. Fails where it was written over.
    [[nodiscard]] Outcome rescueTo(const std::filesystem::path& path);
    /// Ends the session, so that the next one finds nothing unfinished. A summary, asked for only where there is
    /// something to write, says where the job stands, for lists of many jobs (store/portfolio.h); without one the older
    /// stays, which nobody takes for the job's any more.
    void close(const Stamp& stamp, const std::function<std::string()>& summary = {});

private:
    class Impl;
    explicit ProgrammeFile(std::unique_ptr<Impl> impl);
    std::unique_ptr<Impl> m_impl;
};

struct ProgrammeFile::Opened {
    std::unique_ptr<ProgrammeFile> file;
    Programme programme;
};

/// What `verify` found out about one revision.
struct Verified {
    Revision revision;
    std::string fault;  ///< empty where it is as it was frozen
    std::string signer; ///< whose key signed it; empty where nobody's did
};
/// What it found out about a file.
struct Verification {
    std::vector<Verified> revisions;
    std::vector<std::string> faults; ///< of the record and the programme, apart from those of revisions
    std::string seal;                ///< of the record as it is
    std::int64_t lines = 0;          ///< of the chain
    [[nodiscard]] bool whole() const;
};

/// Checks a file whole: the database, its schema, the chain of its record, the programme against the last line of the
/// history, each revision against its SHA-256, its signature and the history, and, where a seal is given, whether the
/// record goes on from the one for which it was given.
[[nodiscard]] Result<Verification> verifyFile(const std::filesystem::path& path, const std::string& seal = {});
/// The seal of a file's record as it is.
[[nodiscard]] Result<std::string> sealOf(const std::filesystem::path& path);
/// The revisions of a file, and the programme of one of them or of an entry of the history, without holding it.
[[nodiscard]] Result<std::vector<Revision>> revisionsIn(const std::filesystem::path& path);
[[nodiscard]] Result<Programme> revisionIn(const std::filesystem::path& path, const std::string& key);

/// The canonical form of a revision, over which its SHA-256 is taken: docs/file-format.md. `head` is the seal's line
/// and digest before it, `tables` the digest of its tables; revisions of older versions have the form 1 with the
/// programme.
[[nodiscard]] std::string canonicalForm(const Revision& revision, const std::string& head, const std::string& tables);
[[nodiscard]] std::string canonicalFormOne(const Revision& revision, const Programme& programme);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/worded.h"
#include "store/file.h"
#include "store/native.h"
#include "store/native_database.h"
#include "store/native_schema.h"
#include "store/programme_file_impl.h"

#define SQLITE_ENABLE_SESSION 1
#define SQLITE_ENABLE_PREUPDATE_HOOK 1
#include <algorithm>
#include <sqlite3.h>
#include <sys/stat.h>
#include <unistd.h>

namespace yarrin {

namespace {

/// Records what is written between its start and its end, by SQLite's session extension.
class ChangeRecorder {
public:
    explicit ChangeRecorder(Database& database) : m_database(database) {
        int code = sqlite3session_create(database.handle(), "main", &m_session);
        if (code == SQLITE_OK) code = sqlite3session_attach(m_session, nullptr);
        if (code != SQLITE_OK) database.fail(code);
    }
    ~ChangeRecorder() {
        if (m_session) sqlite3session_delete(m_session);
    }
    ChangeRecorder(const ChangeRecorder&) = delete;
    ChangeRecorder& operator=(const ChangeRecorder&) = delete;

    [[nodiscard]] Blob changes() {
        if (m_database.failed()) return {};
        int size = 0;
        void* bytes = nullptr;
        const int code = sqlite3session_changeset(m_session, &size, &bytes);
        if (code != SQLITE_OK) m_database.fail(code);
        Blob blob;
        if (bytes) blob.bytes.assign(static_cast<const char*>(bytes), std::size_t(size));
        sqlite3_free(bytes);
        return blob;
    }

private:
    Database& m_database;
    sqlite3_session* m_session = nullptr;
};

/// Writes the rows of one type that an edit touched, in their places.
template <typename Row> class Placing {
public:
    Placing(Database& database, RowWriter& writer, const Programme& after)
        : m_database(database), m_writer(writer), m_table(tableOf<Row>(after)) {}

    void write(const Edit& edit) {
        for (const Change& change : edit.changes)
            if (const auto* one = std::get_if<RowChange<Row>>(&change)) {
                const std::uint32_t id = (one->after ? *one->after : *one->before).id.value;
                bool& placed = m_touched[id];
                placed = placed || !one->before;
            }
        if (m_touched.empty()) return;
        std::map<std::size_t, std::pair<std::uint32_t, bool>> present;
        for (const auto& [id, placed] : m_touched) {
            const std::size_t index = m_table.indexOf({id});
            if (index == std::decay_t<decltype(m_table)>::none)
                m_writer.remove<Row>(id);
            else
                present[index] = {id, placed};
        }
        for (const auto& [index, touched] : present) {
            const double position = touched.second ? place(index) : positionOf(touched.first).value_or(double(index));
            m_writer.removeParts<Row>(touched.first);
            m_writer.put(m_table[index], position);
        }
    }

private:
    std::optional<double> positionOf(std::uint32_t id) {
        Statement& row = m_find.with(id);
        return row.next() ? std::optional(row.real()) : std::nullopt;
    }
    [[nodiscard]] bool isPlaced(std::size_t index) const {
        const auto at = m_touched.find(m_table[index].id.value);
        return at != m_touched.end() && at->second;
    }

    /// A position between its neighbours; a run of new rows is spread between the rows about it.
    double place(std::size_t index) {
        if (m_renumbered) return double(index);
        if (index >= m_runEnd) {
            m_runEnd = index + 1;
            while (m_runEnd < m_table.size() && isPlaced(m_runEnd)) ++m_runEnd;
            m_next = m_runEnd < m_table.size() ? positionOf(m_table[m_runEnd].id.value) : std::nullopt;
            m_last = index > 0 ? positionOf(m_table[index - 1].id.value) : std::nullopt;
        }
        const double left = double(m_runEnd - index);
        const double from = m_last ? *m_last : (m_next ? *m_next - left - 1 : -1);
        const double position = m_next ? from + (*m_next - from) / (left + 1) : from + 1;
        if (!(position > from) || (m_next && !(position < *m_next))) return renumber(index);
        m_last = position;
        return position;
    }

    /// Where rows were put in between so often that there is no number left: all are counted anew.
    double renumber(std::size_t index) {
        m_renumbered = true;
        Statement row(m_database,
                      "UPDATE " + std::string(describe::Described<Row>::table) + " SET position = ? WHERE id = ?");
        for (std::size_t i = 0; i < m_table.size(); ++i) row.insert(double(i), m_table[i].id.value);
        return double(index);
    }

    Database& m_database;
    RowWriter& m_writer;
    std::decay_t<decltype(tableOf<Row>(std::declval<const Programme&>()))> const& m_table;
    Statement m_find{m_database,
                     "SELECT position FROM " + std::string(describe::Described<Row>::table) + " WHERE id = ?"};
    std::map<std::uint32_t, bool> m_touched; ///< and whether it is put into a new place
    std::size_t m_runEnd = 0;
    std::optional<double> m_last, m_next;
    bool m_renumbered = false;
};

Error fileGone(const std::filesystem::path& path) {
    return {ErrorCode::file, path.string(), worded("the file is no longer there"),
            worded("put it back, or save elsewhere")};
}

Error fileForeign(const std::filesystem::path& path) {
    return {ErrorCode::file, path.string(), worded("another program changed the file or put another one in its place"),
            worded("save elsewhere")};
}

std::int64_t nanoseconds(const timespec& time) {
    return std::int64_t(time.tv_sec) * 1'000'000'000 + time.tv_nsec;
}

std::optional<FileMark> markOf(const std::filesystem::path& path) {
    struct stat found {};
    if (::stat(path.c_str(), &found) != 0) return {};
    return FileMark{found.st_dev, found.st_ino, found.st_size, nanoseconds(found.st_mtim), nanoseconds(found.st_ctim)};
}

/// The number in the file's header that every change counts up (bytes 24 to 27). Read through the connection, as
/// closing another descriptor of the file would let go of its locks.
std::string counterOf(Database& database) {
    sqlite3_file* file = nullptr;
    if (sqlite3_file_control(database.handle(), "main", SQLITE_FCNTL_FILE_POINTER, &file) != SQLITE_OK || !file ||
        !file->pMethods)
        return {};
    std::string bytes(4, '\0');
    return file->pMethods->xRead(file, bytes.data(), 4, 24) == SQLITE_OK ? bytes : std::string();
}

} // namespace

ProgrammeFile::ProgrammeFile(std::unique_ptr<Impl> impl) : m_impl(std::move(impl)) {}
ProgrammeFile::~ProgrammeFile() = default;

const std::filesystem::path& ProgrammeFile::path() const {
    return m_impl->m_path;
}
const std::optional<std::string>& ProgrammeFile::readOnly() const {
    return m_impl->m_readOnly;
}
const std::optional<Unfinished>& ProgrammeFile::unfinished() const {
    return m_impl->m_unfinished;
}

bool ProgrammeFile::isForeign() const {
    return m_impl->m_foreign;
}
std::string ProgrammeFile::seal() const {
    return sealText(m_impl->m_head);
}

Result<ProgrammeFile::Opened> ProgrammeFile::open(const std::filesystem::path& named, const Stamp& stamp) {
    std::error_code failed;
    const std::filesystem::path target = std::filesystem::canonical(named, failed);
    auto impl = std::make_unique<Impl>(failed ? named : target);
    const std::filesystem::path& path = impl->m_path;
    std::array<char, 100> host{};
    ::gethostname(host.data(), host.size() - 1);
    const std::string who = stamp.author + " on " + host.data() + ", since " + stamp.at;
    if (::access(path.c_str(), W_OK) != 0)
        impl->m_readOnly = worded("there is no permission to change it");
    else
        impl->m_readOnly = impl->m_lock.hold(path, who);
    auto programme = impl->load(std::make_unique<Database>(path.string(), impl->mode()), stamp.at);
    if (!programme.ok()) return programme.errors();
    return Opened{std::unique_ptr<ProgrammeFile>(new ProgrammeFile(std::move(impl))), std::move(programme).value()};
}

Result<Programme> ProgrammeFile::reread(const Stamp& stamp) {
    // The lock stays, and so does what is open until the other is.
    return m_impl->load(std::make_unique<Database>(m_impl->m_path.string(), m_impl->mode()), stamp.at);
}

Database::Mode ProgrammeFile::Impl::mode() const {
    return m_readOnly ? modeToRead(m_path) : Database::Mode::change;
}

Result<Programme> ProgrammeFile::Impl::load(std::unique_ptr<Database> database, const std::string& opened) {
    Outcome checked = checkNative(*database, m_path);
    if (!checked.ok()) return checked.errors();
    const std::string behind = behindTheEnd(*database, m_path);
    // Rolls back by a journal beside the file, which works on network drives too; truncated, not deleted, which is
    // quicker. FULL: on the disk before a change is acknowledged.
    if (!m_readOnly && behind.empty()) (void)database->text("PRAGMA journal_mode = TRUNCATE");
    database->run("PRAGMA synchronous = FULL");
    auto programme = readTables(*database);
    if (!programme.ok()) return programme.errors();
    const ChainHead head = database->number("PRAGMA user_version") >= 6 ? headOf(*database) : ChainHead{};
    if (database->failed()) return *database->error();
    const bool same = m_database && !m_foreign && head == m_head && head.number > 0;
    m_database = std::move(database);
    m_head = head;
    if (!behind.empty() && !m_readOnly) m_readOnly = behind;
    m_foreign = m_stale = false;
    if (!same) {
        m_session = 0;
        m_opened = opened;
        m_unfinished.reset();
        if (!m_readOnly) findUnfinished();
    }
    remember();
    return programme;
}

/// The file as it is now is the one to go on with.
void ProgrammeFile::Impl::remember() {
    m_mark = markOf(m_path).value_or(FileMark{});
    m_dataVersion = m_database->number("PRAGMA data_version");
    m_counter = counterOf(*m_database);
}

/// A file that was deleted or replaced would take writes that nobody finds again.
Outcome ProgrammeFile::Impl::there() const {
    const auto mark = markOf(m_path);
    if (!mark) return fileGone(m_path);
    if (mark->inode != m_mark.inode || mark->device != m_mark.device) return fileForeign(m_path);
    return done();
}

/// Called within a transaction, so that nobody else can change it until that ends.
Outcome ProgrammeFile::Impl::sameAsLeft(const Expected& expected) {
    const auto mark = markOf(m_path);
    if (!mark) return fileGone(m_path);
    if (*mark == m_mark && m_database->number("PRAGMA data_version") == m_dataVersion) return done();
    // Touched, but perhaps not changed: what is on the disk decides, read without what this connection remembers.
    Database fresh(m_path.string(), Database::Mode::readOnly);
    const bool sound = checkNative(fresh, m_path).ok();
    // A disk that does not answer tells nothing of who wrote on it.
    if (fresh.mayPass()) return *fresh.error();
    if (!sound || counterOf(fresh) != m_counter) return fileForeign(m_path);
    const ChainHead head = fresh.number("PRAGMA user_version") >= 6 ? headOf(fresh) : ChainHead{};
    if (fresh.mayPass()) return *fresh.error();
    if (fresh.failed() || head != m_head) return fileForeign(m_path);
    if (!expected) return done();
    const auto programme = readTables(fresh);
    if (!programme.ok() || !(*programme == expected())) return fileForeign(m_path);
    return done();
}

void ProgrammeFile::Impl::findUnfinished() {
    if (!hasRecord()) return;
    Statement row(*m_database,
                  "SELECT s.author, s.opened, (SELECT max(at) FROM history h WHERE h.session = s.id), "
                  "(SELECT count(*) FROM history h WHERE h.session = s.id AND changes IS NOT NULL) FROM session s "
                  "WHERE s.closed IS NULL AND s.id = (SELECT max(id) FROM session)");
    if (!row.next()) return;
    Unfinished found;
    found.author = row.text();
    found.opened = row.text();
    found.last = row.text();
    found.changes = row.number();
    m_unfinished = found;
}

/// Makes what is needed for a change: a connection to the file that was left.
Outcome ProgrammeFile::Impl::ready() {
    if (Outcome is = there(); !is.ok()) return is;
    if (!m_stale && !m_database->failed()) return done();
    // After a failure the connection is made anew: a drive that comes back may be another mount.
    m_database = std::make_unique<Database>(m_path.string(), Database::Mode::change);
    (void)m_database->text("PRAGMA journal_mode = TRUNCATE");
    m_database->run("PRAGMA synchronous = FULL");
    if (m_database->failed()) return *m_database->error();
    m_dataVersion = 0; // unknown to the new connection
    m_stale = false;
    return done();
}

Database& ProgrammeFile::Impl::reading() {
    // What failed once is tried anew: the drive may be back.
    if (m_database->failed()) {
        m_database = std::make_unique<Database>(m_path.string(), mode());
        m_dataVersion = 0;
    }
    return *m_database;
}

/// Brings the tables to the present version, and begins the chain where there is none.
void ProgrammeFile::Impl::bringUp() {
    Database& database = *m_database;
    const std::int64_t version = database.number("PRAGMA user_version");
    if (database.failed()) return;
    if (version < 4) {
        auto programme = readTables(database);
        if (!programme.ok()) return database.fail(SQLITE_CORRUPT);
        std::vector<std::string> names;
        {
            Statement table(database, "SELECT name FROM sqlite_schema WHERE type = 'table'");
            while (table.next()) names.push_back(table.text());
        }
        for (const std::string& name : names) database.run(("DROP TABLE " + name).c_str());
        putProgramme(database, *programme);
    }
    for (std::int64_t at = version; at >= 4 && at < nativeSchemaVersion; ++at) {
        migrate(database, int(at));
        if (at == 5) findNumbering(database);
    }
    if (m_head.number > 0 || database.failed()) return;
    beginChain(database);
    m_head = headOf(database);
}

/// A commit can fail behind the point from which it holds: when only the last synchronisation goes wrong. What is on
/// the disk decides, read by a new connection, which also rolls back what did not hold.
ProgrammeFile::Impl::Committed ProgrammeFile::Impl::committed(const Limbo& limbo) {
    auto fresh = std::make_unique<Database>(m_path.string(), Database::Mode::change);
    (void)fresh->text("PRAGMA journal_mode = TRUNCATE");
    fresh->run("PRAGMA synchronous = FULL");
    const std::int64_t version = fresh->number("PRAGMA user_version");
    const std::string counter = counterOf(*fresh);
    if (fresh->failed() || counter.empty()) return Committed::unknown;
    const auto value = [](const std::string& bytes) {
        std::uint32_t number = 0;
        for (const char c : bytes) number = number << 8 | static_cast<unsigned char>(c);
        return number;
    };
    const bool there = value(counter) == value(m_counter) + 1 && version >= 6 && headOf(*fresh) == limbo.head;
    if (fresh->failed()) return Committed::unknown;
    if (!there) return Committed::no;
    m_database = std::move(fresh);
    m_stale = false;
    m_head = limbo.head;
    m_session = limbo.session;
    remember();
    return Committed::yes;
}

Outcome ProgrammeFile::Impl::change(const Stamp& stamp, const std::string& what, const std::function<void()>& write,
                                    const Expected& expected) {
    if (m_readOnly)
        return Error{ErrorCode::file, m_path.string(), worded("it is open for reading only: %1", *m_readOnly), {}};
    if (m_foreign) return fileForeign(m_path);
    if (m_limbo) {
        const Limbo limbo = *m_limbo;
        const Committed found = committed(limbo);
        if (found == Committed::unknown)
            return Error{ErrorCode::file, m_path.string(), worded("the disk does not answer"),
                         worded("try again in a while")};
        m_limbo.reset();
        if (found == Committed::yes && limbo.what == what) return done();
    }
    if (Outcome able = ready(); !able.ok()) {
        m_foreign = able.error().what == fileForeign(m_path).what;
        return able;
    }
    const std::int64_t session = m_session;
    const ChainHead head = m_head;
    m_database->run("BEGIN IMMEDIATE");
    if (!m_database->failed()) {
        if (Outcome same = sameAsLeft(expected); !same.ok()) {
            m_database->run("ROLLBACK");
            m_foreign = same.error().what == fileForeign(m_path).what;
            m_stale = true;
            return same;
        }
    }
    bringUp();
    if (m_session == 0) {
        Statement(*m_database, "INSERT INTO session (author, opened) VALUES (?, ?)").insert(stamp.author, m_opened);
        m_session = m_database->number("SELECT max(id) FROM session");
        link(ChainKind::session, m_session);
    }
    write();
    const bool reached = !m_database->failed(); // only a commit that was tried may hold all the same
    m_database->run("COMMIT");
    if (!m_database->failed()) {
        remember();
        return done();
    }
    Error error = *m_database->error();
    if (error.place.empty()) error.place = m_path.string();
    const Limbo limbo{what, m_head, m_session};
    m_database->forgive();
    const bool open = sqlite3_get_autocommit(m_database->handle()) == 0;
    if (open) m_database->run("ROLLBACK");
    m_stale = true;
    m_session = session;
    m_head = head;
    m_database->forgive();
    if (!reached) return error;
    switch (committed(limbo)) {
    case Committed::yes:
        return done();
    case Committed::unknown:
        m_limbo = limbo;
        break;
    case Committed::no:
        break;
    }
    return error;
}

void ProgrammeFile::Impl::writeEdit(const Edit& edit, const Programme& after, Blob& changes) {
    ChangeRecorder recorder(*m_database);
    RowWriter writer(*m_database);
    for (const Change& one : edit.changes)
        if (std::holds_alternative<JobChange>(one)) {
            writer.put(after.job);
            break;
        }
    forEachRowType([&]<typename Row>(Row*) {
        const bool touched = std::any_of(edit.changes.begin(), edit.changes.end(),
                                         [](const Change& c) { return std::holds_alternative<RowChange<Row>>(c); });
        if (touched) Placing<Row>(*m_database, writer, after).write(edit);
    });
    changes = recorder.changes();
}

void ProgrammeFile::Impl::historyLine(EntryKind kind, const std::string& text, const std::optional<Blob>& changes,
                                      const Stamp& stamp) {
    Statement(*m_database, "INSERT INTO history (session, at, author, kind, text, changes) VALUES (?,?,?,?,?,?)")
        .insert(m_session, stamp.at, stamp.author, wordOf(kind), text, changes);
    if (!m_database->failed()) link(ChainKind::history, m_database->number("SELECT max(id) FROM history"));
}

Result<std::int64_t> ProgrammeFile::Impl::entry(EntryKind kind, const std::string& text, const Edit* edit,
                                                const Programme* after, const Stamp& stamp) {
    std::int64_t number = 0;
    const auto before = [&] {
        Programme state = *after;
        apply(state, inverse(*edit));
        return state;
    };
    Outcome written = change(
        stamp, std::string(wordOf(kind)) + " " + text,
        [&] {
            std::optional<Blob> changes;
            if (edit && !edit->changes.empty()) {
                writeEdit(*edit, *after, changes.emplace());
                putNumbering(*m_database, *after);
            }
            historyLine(kind, text, changes, stamp);
        },
        before);
    if (!written.ok()) return written.errors();
    number = m_database->number("SELECT max(id) FROM history");
    return number;
}

Result<std::int64_t> ProgrammeFile::record(EntryKind kind, const Edit& edit, const Programme& after,
                                           const Stamp& stamp) {
    return m_impl->entry(kind, edit.text, &edit, &after, stamp);
}

Result<std::vector<HistoryEntry>> ProgrammeFile::history() {
    Database& database = m_impl->reading();
    std::vector<HistoryEntry> entries;
    if (!m_impl->hasRecord()) return entries;
    Statement row(database, "SELECT id, kind, author, at, text, changes IS NOT NULL FROM history ORDER BY id DESC");
    while (row.next()) {
        HistoryEntry e;
        e.number = row.number();
        e.kind = fromWord<EntryKind>(row.text()).value_or(EntryKind::edit);
        e.author = row.text();
        e.at = row.text();
        e.text = row.text();
        e.changes = row.number() != 0;
        entries.push_back(std::move(e));
    }
    if (database.failed()) return *database.error();
    return entries;
}

Result<Programme> ProgrammeFile::programmeAfter(std::int64_t entry) {
    const auto memory = copyInMemory(m_impl->reading());
    if (!m_impl->hasRecord()) return readTables(*memory);
    Statement row(*memory, "SELECT changes FROM history WHERE id > ? AND changes IS NOT NULL ORDER BY id DESC");
    row.with(entry);
    std::vector<Blob> changes;
    while (row.next()) changes.push_back(row.blob());
    for (const Blob& one : changes) takeBack(*memory, one);
    if (memory->failed()) return *memory->error();
    return readTables(*memory);
}

std::int64_t ProgrammeFile::trialBegan() {
    if (!m_impl->hasRecord()) return 0;
    Statement row(*m_impl->m_database, "SELECT id, kind FROM history WHERE kind IN ('trial_begun', 'trial_kept', "
                                       "'trial_dropped') ORDER BY id DESC LIMIT 1");
    if (!row.next()) return 0;
    const std::int64_t number = row.number();
    return row.text() == wordOf(EntryKind::trialBegun) ? number : 0;
}

Outcome ProgrammeFile::keep(const std::string& key, const std::string& value, const Stamp& stamp) {
    return m_impl->change(stamp, "keep " + key, [&] {
        if (value.empty())
            Statement(*m_impl->m_database, "DELETE FROM keeping WHERE key = ?").insert(key);
        else
            Statement(*m_impl->m_database, "INSERT OR REPLACE INTO keeping VALUES (?, ?)").insert(key, value);
    });
}

std::string ProgrammeFile::kept(const std::string& key) {
    if (!m_impl->hasRecord()) return {};
    Statement row(*m_impl->m_database, "SELECT value FROM keeping WHERE key = ?");
    row.with(key);
    return row.next() ? row.text() : std::string();
}

Outcome ProgrammeFile::copyTo(const std::filesystem::path& path) {
    if (m_impl->m_foreign) return fileForeign(m_impl->m_path);
    const auto lock = examineTarget(path);
    if (!lock.ok()) return lock.errors();
    return writeBeside(
        path,
        [this](const std::filesystem::path& part) -> Outcome {
            Database& database = m_impl->reading();
            database.run("BEGIN");
            static_cast<void>(database.number("SELECT count(*) FROM job")); // from here on nobody changes it
            Outcome same = m_impl->m_readOnly ? done() : m_impl->sameAsLeft({});
            database.run("COMMIT");
            if (!same.ok()) return same;
            Statement(database, "VACUUM INTO ?").insert(part.string());
            if (!database.failed()) return done();
            const Error error = *database.error();
            database.forgive();
            return error;
        },
        Replaced::kept);
}

Outcome ProgrammeFile::rescueTo(const std::filesystem::path& path) {
    return writeBeside(path, [this](const std::filesystem::path& part) -> Outcome {
        Database& database = *m_impl->m_database;
        database.forgive();
        const bool same = m_impl->m_head.number > 0 && headOf(database) == m_impl->m_head &&
                          database.text("PRAGMA integrity_check(1)") == "ok" && checkChain(database).faults.empty();
        if (database.failed() || !same) return fileForeign(m_impl->m_path);
        Statement(database, "VACUUM INTO ?").insert(part.string());
        if (!database.failed()) return done();
        const Error error = *database.error();
        database.forgive();
        return error;
    });
}

void ProgrammeFile::close(const Stamp& stamp, const std::function<std::string()>& summary) {
    if (m_impl->m_session == 0 && !m_impl->m_unfinished) return;
    // Also says that what was left unfinished has been taken up again.
    (void)m_impl->change(stamp, "close", [&] {
        std::vector<std::int64_t> open;
        {
            Statement row(*m_impl->m_database, "SELECT id FROM session WHERE closed IS NULL ORDER BY id");
            while (row.next()) open.push_back(row.number());
        }
        Statement(*m_impl->m_database, "UPDATE session SET closed = ? WHERE closed IS NULL").insert(stamp.at);
        for (const std::int64_t one : open) m_impl->link(ChainKind::ended, one);
        if (!summary) return;
        const std::int64_t last = m_impl->m_database->number("SELECT coalesce(max(id), 0) FROM history");
        Statement(*m_impl->m_database, "INSERT OR REPLACE INTO keeping VALUES ('summary', ?)")
            .insert(std::to_string(last) + "\n" + summary());
    });
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/file.h"
#include "store/native.h"
#include "store/native_database.h"
#include "store/native_schema.h"
#include "store/programme_file_impl.h"

#define SQLITE_ENABLE_SESSION 1
#define SQLITE_ENABLE_PREUPDATE_HOOK 1
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

/// Applies the inverse of a change set; what is there must be what it led to.
void takeBack(Database& database, const Blob& changes) {
    int size = 0;
    void* back = nullptr;
    int code = sqlite3changeset_invert(int(changes.bytes.size()), changes.bytes.data(), &size, &back);
    const auto refuse = [](void*, int, sqlite3_changeset_iter*) { return SQLITE_CHANGESET_ABORT; };
    if (code == SQLITE_OK) code = sqlite3changeset_apply(database.handle(), size, back, nullptr, refuse, nullptr);
    sqlite3_free(back);
    if (code != SQLITE_OK) database.fail(code == SQLITE_ABORT ? SQLITE_CORRUPT : code);
}

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
        Statement row(m_database, std::string("UPDATE ") + NativeTable<Row>::name + " SET position = ? WHERE id = ?");
        for (std::size_t i = 0; i < m_table.size(); ++i) row.insert(double(i), m_table[i].id.value);
        return double(index);
    }

    Database& m_database;
    RowWriter& m_writer;
    std::decay_t<decltype(tableOf<Row>(std::declval<const Programme&>()))> const& m_table;
    Statement m_find{m_database, std::string("SELECT position FROM ") + NativeTable<Row>::name + " WHERE id = ?"};
    std::map<std::uint32_t, bool> m_touched; ///< and whether it is put into a new place
    std::size_t m_runEnd = 0;
    std::optional<double> m_last, m_next;
    bool m_renumbered = false;
};

Error fileGone(const std::filesystem::path& path) {
    return {ErrorCode::file, path.string(), "the file is no longer there", "put it back, or save elsewhere"};
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

Result<ProgrammeFile::Opened> ProgrammeFile::open(const std::filesystem::path& named, const Stamp& stamp) {
    std::error_code failed;
    const std::filesystem::path target = std::filesystem::canonical(named, failed);
    const std::filesystem::path& path = failed ? named : target;
    auto impl = std::make_unique<Impl>(path, nullptr);
    std::array<char, 100> host{};
    ::gethostname(host.data(), host.size() - 1);
    const std::string who = stamp.author + " on " + host.data() + ", since " + stamp.at;
    if (::access(path.c_str(), W_OK) != 0)
        impl->m_readOnly = "there is no permission to change it";
    else
        impl->m_readOnly = impl->m_lock.hold(path, who);
    impl->m_database =
        std::make_unique<Database>(path.string(), impl->m_readOnly ? modeToRead(path) : Database::Mode::change);
    Outcome checked = checkNative(*impl->m_database, path);
    if (!checked.ok()) return checked.errors();
    // Rolls back by a journal beside the file, which works on network drives too; truncated, not deleted, which is
    // quicker. FULL: on the disk before a change is acknowledged.
    if (!impl->m_readOnly) (void)impl->m_database->text("PRAGMA journal_mode = TRUNCATE");
    impl->m_database->run("PRAGMA synchronous = FULL");
    auto programme = readTables(*impl->m_database);
    if (!programme.ok()) return programme.errors();
    impl->m_opened = stamp.at;
    impl->rememberFile();
    if (!impl->m_readOnly) impl->findUnfinished();
    return Opened{std::unique_ptr<ProgrammeFile>(new ProgrammeFile(std::move(impl))), std::move(programme).value()};
}

void ProgrammeFile::Impl::rememberFile() {
    struct stat found {};
    m_inode = ::stat(m_path.c_str(), &found) == 0 ? found.st_ino : 0;
}

/// A file that was deleted or replaced would take writes that nobody finds again.
Outcome ProgrammeFile::Impl::still() const {
    struct stat found {};
    if (::stat(m_path.c_str(), &found) != 0) return fileGone(m_path);
    if (found.st_ino != m_inode)
        return Error{ErrorCode::file, m_path.string(), "another file was put in its place", "save elsewhere"};
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

/// Makes what is needed for the first change: a connection, the present version of the tables, a session.
Outcome ProgrammeFile::Impl::ready() {
    if (Outcome there = still(); !there.ok()) return there;
    if (!m_stale && !m_database->failed()) return done();
    // After a failure the connection is made anew: a drive that comes back may be another mount.
    m_database = std::make_unique<Database>(m_path.string(), Database::Mode::change);
    (void)m_database->text("PRAGMA journal_mode = TRUNCATE");
    m_database->run("PRAGMA synchronous = FULL");
    if (m_database->failed()) return *m_database->error();
    m_stale = false;
    return done();
}

Database& ProgrammeFile::Impl::reading() {
    // What failed once is tried anew: the drive may be back.
    if (m_database->failed())
        m_database =
            std::make_unique<Database>(m_path.string(), m_readOnly ? modeToRead(m_path) : Database::Mode::change);
    return *m_database;
}

Outcome ProgrammeFile::Impl::change(const Stamp& stamp, const std::function<void()>& write) {
    if (m_readOnly) return Error{ErrorCode::file, m_path.string(), "it is open for reading only: " + *m_readOnly, {}};
    if (Outcome able = ready(); !able.ok()) return able;
    const std::int64_t session = m_session;
    m_database->run("BEGIN IMMEDIATE");
    if (m_database->number("PRAGMA user_version") == 4 && !m_database->failed()) {
        m_database->run(fromVersion4);
        m_database->run(eventPartsSchema);
    } else if (!hasRecord() && !m_database->failed()) {
        auto programme = readTables(*m_database);
        if (!programme.ok()) {
            m_database->run("ROLLBACK");
            return programme.errors();
        }
        forEachRowType([&]<typename Row>(Row*) {
            m_database->run((std::string("DROP TABLE IF EXISTS ") + NativeTable<Row>::name).c_str());
            for (const PartTable& part : NativeTable<Row>::parts)
                m_database->run((std::string("DROP TABLE IF EXISTS ") + part.table).c_str());
        });
        m_database->run("DROP TABLE IF EXISTS job");
        makeTables(*m_database);
        RowWriter writer(*m_database, RowWriter::Into::empty);
        putAll(writer, *programme);
    }
    if (m_session == 0) {
        Statement(*m_database, "INSERT INTO session (author, opened) VALUES (?, ?)").insert(stamp.author, m_opened);
        m_session = m_database->number("SELECT max(id) FROM session");
    }
    write();
    m_database->run("COMMIT");
    if (!m_database->failed()) return done();
    Error error = *m_database->error();
    if (error.place.empty()) error.place = m_path.string();
    m_database->forgive();
    if (sqlite3_get_autocommit(m_database->handle()) == 0) m_database->run("ROLLBACK");
    m_stale = true;
    m_session = session;
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

Result<std::int64_t> ProgrammeFile::Impl::entry(EntryKind kind, const std::string& text, const Edit* edit,
                                                const Programme* after, const Stamp& stamp) {
    std::int64_t number = 0;
    Outcome written = change(stamp, [&] {
        std::optional<Blob> changes;
        if (edit && !edit->changes.empty()) writeEdit(*edit, *after, changes.emplace());
        Statement(*m_database, "INSERT INTO history (session, at, author, kind, text, changes) VALUES (?,?,?,?,?,?)")
            .insert(m_session, stamp.at, stamp.author, wordOf(kind), text, changes);
        number = m_database->failed() ? 0 : m_database->number("SELECT max(id) FROM history");
    });
    if (!written.ok()) return written.errors();
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
    Database& file = m_impl->reading();
    Database memory(":memory:", Database::Mode::create);
    sqlite3_backup* backup = sqlite3_backup_init(memory.handle(), "main", file.handle(), "main");
    const int code = backup ? sqlite3_backup_step(backup, -1) : SQLITE_NOMEM;
    sqlite3_backup_finish(backup);
    if (code != SQLITE_DONE) memory.fail(code);
    if (!m_impl->hasRecord()) return readTables(memory);
    Statement row(memory, "SELECT changes FROM history WHERE id > ? AND changes IS NOT NULL ORDER BY id DESC");
    row.with(entry);
    std::vector<Blob> changes;
    while (row.next()) changes.push_back(row.blob());
    for (const Blob& one : changes) takeBack(memory, one);
    if (memory.failed()) return *memory.error();
    return readTables(memory);
}

Outcome ProgrammeFile::keep(const std::string& key, const std::string& value, const Stamp& stamp) {
    return m_impl->change(stamp, [&] {
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
    return writeBeside(path, [this](const std::filesystem::path& part) -> Outcome {
        Database& database = m_impl->reading();
        Statement(database, "VACUUM INTO ?").insert(part.string());
        if (!database.failed()) return done();
        const Error error = *database.error();
        database.forgive();
        return error;
    });
}

void ProgrammeFile::close(const Stamp& stamp) {
    if (m_impl->m_session == 0 && !m_impl->m_unfinished) return;
    // Also says that what was left unfinished has been taken up again.
    (void)m_impl->change(stamp, [&] {
        Statement(*m_impl->m_database, "UPDATE session SET closed = ? WHERE closed IS NULL").insert(stamp.at);
    });
}

} // namespace yarrin

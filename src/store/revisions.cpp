// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/worded.h"
#include "store/json.h"
#include "store/native.h"
#include "store/native_database.h"
#include "store/native_schema.h"
#include "store/programme_file_impl.h"
#include "store/signing.h"

#include <algorithm>
#include <sqlite3.h>

namespace yarrin {

std::string momentText(std::time_t moment) {
    std::tm local{};
    localtime_r(&moment, &local);
    char text[40];
    // Digits only, whatever the language of the system.
    const auto day = std::snprintf(text, sizeof text, "%04d-%02d-%02d %02d:%02d:%02d", local.tm_year + 1900,
                                   local.tm_mon + 1, local.tm_mday, local.tm_hour, local.tm_min, local.tm_sec);
    const long minutes = std::labs(local.tm_gmtoff) / 60;
    std::snprintf(text + day, sizeof text - std::size_t(day), " %c%02ld:%02ld", local.tm_gmtoff < 0 ? '-' : '+',
                  minutes / 60, minutes % 60);
    return text;
}

namespace {

/// The lines of a canonical form: a name, how many bytes follow, and those.
class Form {
public:
    explicit Form(const char* title) : m_text(std::string(title) + "\n") {}
    Form& line(const char* name, const std::string& value) {
        m_text += std::string(name) + " " + std::to_string(value.size()) + "\n" + value + "\n";
        return *this;
    }
    [[nodiscard]] std::string take() { return std::move(m_text); }

private:
    std::string m_text;
};

std::string headText(const ChainHead& head) {
    return std::to_string(head.number) + " " + head.digest;
}

/// A database in memory that holds nothing but a programme.
std::unique_ptr<Database> databaseOf(const Programme& programme) {
    auto memory = std::make_unique<Database>(":memory:", Database::Mode::create);
    memory->run("BEGIN");
    putProgramme(*memory, programme);
    memory->run("COMMIT");
    return memory;
}

Result<Blob> imageOf(Database& memory) {
    if (memory.failed()) return *memory.error();
    sqlite3_int64 size = 0;
    unsigned char* bytes = sqlite3_serialize(memory.handle(), "main", &size, 0);
    if (!bytes) return Error{ErrorCode::file, {}, worded("there is not enough memory"), {}};
    Blob image{std::string(reinterpret_cast<const char*>(bytes), std::size_t(size))};
    sqlite3_free(bytes);
    return image;
}

Result<std::unique_ptr<Database>> opened(const Blob& image) {
    auto memory = std::make_unique<Database>(":memory:", Database::Mode::create);
    auto* bytes = static_cast<unsigned char*>(sqlite3_malloc64(std::max<std::size_t>(1, image.bytes.size())));
    if (!bytes) return Error{ErrorCode::file, {}, worded("there is not enough memory"), {}};
    std::copy(image.bytes.begin(), image.bytes.end(), bytes);
    const auto size = static_cast<sqlite3_int64>(image.bytes.size());
    const int code = sqlite3_deserialize(memory->handle(), "main", bytes, size, size,
                                         SQLITE_DESERIALIZE_FREEONCLOSE | SQLITE_DESERIALIZE_READONLY);
    if (code != SQLITE_OK) memory->fail(code);
    if (memory->failed()) return *memory->error();
    if (memory->text("PRAGMA quick_check(1)") != "ok")
        return Error{ErrorCode::file, {}, worded("the revision is damaged"), worded("open a copy of the file")};
    if (const std::string fault = schemaFault(*memory); !fault.empty())
        return Error{ErrorCode::file, {}, worded("the revision is not as Yarrin makes it: %1", fault), {}};
    return memory;
}

/// The digest of what an image holds; empty where it cannot be opened.
std::string tablesIn(const Blob& image) {
    auto memory = opened(image);
    return memory.ok() ? tablesDigest(**memory) : std::string();
}

} // namespace

std::string signedText(const ChainHead& head) {
    return "yarrin seal\n" + headText(head) + "\n";
}

std::string keyFault(const std::string& key) {
    if (key.empty()) return worded("a revision needs a letter or number");
    for (const char c : key)
        if (static_cast<unsigned char>(c) < 32 || c == 127)
            return worded("a revision's letter or number is one line of text");
    return {};
}

std::string faultOf(Database& database, const Revision& revision, const ChainCheck* chain) {
    const Content content = contentOf(database, revision.number);
    if (sha256(content.image.bytes) != content.imageDigest)
        return worded("its content was changed after it was frozen");
    const auto programme = programmeFrom(content.image);
    if (!programme.ok()) return worded("its content cannot be read: %1", programme.error().sentence());
    std::string form;
    if (revision.form == 1) {
        form = canonicalFormOne(revision, *programme);
    } else {
        if (!chain) return {};
        form = canonicalForm(revision, headText(chain->before(revision.number)), tablesIn(content.image));
    }
    if (sha256(form) != revision.digest)
        return worded(
            "it is not what its SHA-256 was taken over: its key, purpose, author, time, narrative or programme was "
            "changed");
    if (revision.dataDate != programme->job.dataDate) return worded("its data date is not that of its programme");
    return {};
}

bool hasRevisions(Database& database) {
    return database.number("PRAGMA user_version") >= 4;
}

std::string canonicalFormOne(const Revision& revision, const Programme& programme) {
    return Form("yarrin revision 1")
        .line("key", revision.key)
        .line("purpose", revision.purpose)
        .line("author", revision.author)
        .line("at", revision.at)
        .line("narrative", revision.narrative)
        .line("programme", programmeToJsonOfFormOne(programme))
        .take();
}

std::string canonicalForm(const Revision& revision, const std::string& head, const std::string& tables) {
    return Form("yarrin revision 2")
        .line("key", revision.key)
        .line("purpose", revision.purpose)
        .line("data_date", revision.dataDate ? isoInstant(*revision.dataDate) : std::string())
        .line("author", revision.author)
        .line("at", revision.at)
        .line("history", std::to_string(revision.history))
        .line("narrative", revision.narrative)
        .line("head", head)
        .line("tables", tables)
        .take();
}

Result<Programme> programmeFrom(const Blob& image) {
    auto memory = opened(image);
    if (!memory.ok()) return memory.errors();
    return readTables(**memory);
}

Content contentOf(Database& database, std::int64_t revision) {
    Statement row(database, "SELECT content, image_digest FROM revision WHERE id = ?");
    row.with(revision);
    if (!row.next()) return {};
    Content content{row.blob(), {}};
    content.imageDigest = row.text();
    return content;
}

Result<std::vector<Revision>> revisionsOf(Database& database) {
    std::vector<Revision> list;
    if (!hasRevisions(database)) return list;
    const bool chained = database.number("PRAGMA user_version") >= 6;
    Statement row(database,
                  std::string("SELECT id, key, purpose, data_date, author, at, history, narrative, digest, "
                              "id = (SELECT revision FROM contract_programme ORDER BY id DESC LIMIT 1), ") +
                      (chained
                           ? "form, (SELECT number FROM chain c WHERE c.kind = 'revision' AND c.row = revision.id), "
                             "(SELECT digest FROM chain c WHERE c.kind = 'revision' AND c.row = revision.id), "
                             "(SELECT signer FROM signature s WHERE s.revision = revision.id), (SELECT public_key FROM "
                             "signature s WHERE s.revision = revision.id), (SELECT signature FROM signature s WHERE "
                             "s.revision = revision.id) "
                           : std::string("1, NULL, NULL, NULL, NULL, NULL ")) +
                      "FROM revision ORDER BY id");
    while (row.next()) {
        Revision r;
        r.number = row.number();
        r.key = row.text();
        r.purpose = row.text();
        if (const auto date = row.optionalText()) r.dataDate = parseInstant(*date);
        r.author = row.text();
        r.at = row.text();
        r.history = row.number();
        r.narrative = row.text();
        r.digest = row.text();
        r.contract = row.number() != 0;
        r.form = int(row.number());
        ChainHead head;
        head.number = row.number();
        head.digest = row.text();
        if (head.number > 0) r.seal = sealText(head);
        const std::string signer = row.text(), key = row.text(), signature = row.text();
        if (!signer.empty())
            r.signer = signatureHolds(key, signedText(head), signature)
                           ? worded("%1, key %2", signer, key.substr(0, 16))
                           : worded("%1, WHOSE SIGNATURE DOES NOT HOLD", signer);
        list.push_back(std::move(r));
    }
    if (database.failed()) return *database.error();
    return list;
}

Result<std::unique_ptr<Database>> readable(const std::filesystem::path& path) {
    std::error_code failed;
    if (!std::filesystem::exists(path, failed))
        return Error{ErrorCode::file, path.string(), worded("there is no such file or folder"),
                     worded("check the name")};
    auto database = std::make_unique<Database>(path.string(), modeToRead(path));
    Outcome checked = checkNative(*database, path);
    if (!checked.ok()) {
        std::vector<Error> errors = checked.errors();
        for (Error& error : errors)
            if (error.place.empty()) error.place = path.string();
        return errors;
    }
    return database;
}

Result<Revision> ProgrammeFile::freeze(const Programme& programme, const std::string& key, const std::string& purpose,
                                       const std::string& narrative, const Stamp& stamp, const SigningKey* signing) {
    if (const std::string fault = keyFault(key); !fault.empty()) return inputError(fault, worded("give it one"));
    auto before = revisions();
    if (!before.ok()) return before.errors();
    for (const Revision& one : *before)
        if (one.key == key) return inputError(worded("there is a revision %1 already", key), worded("choose another"));
    Revision revision;
    revision.key = key;
    revision.purpose = purpose;
    revision.dataDate = programme.job.dataDate;
    revision.author = stamp.author;
    revision.at = stamp.at;
    revision.narrative = narrative;
    revision.form = 2;
    const auto memory = databaseOf(programme);
    auto image = imageOf(*memory);
    if (!image.ok()) return image.errors();
    const std::string tables = tablesDigest(*memory);
    Outcome written = m_impl->change(
        stamp, "freeze " + key,
        [&] {
            Database& database = *m_impl->m_database;
            m_impl->historyLine(EntryKind::frozen,
                                worded("Frozen as revision %1%2", key, (purpose.empty() ? "" : ": " + purpose)), {},
                                stamp);
            revision.history = database.failed() ? 0 : database.number("SELECT max(id) FROM history");
            revision.digest = sha256(canonicalForm(revision, headText(m_impl->m_head), tables));
            Statement(database, "INSERT INTO revision (key, purpose, data_date, author, at, history, narrative, "
                                "content, image_digest, digest, form) VALUES (?,?,?,?,?,?,?,?,?,?,?)")
                .insert(key, purpose, revision.dataDate, stamp.author, stamp.at, revision.history, narrative, *image,
                        sha256(image->bytes), revision.digest, revision.form);
            revision.number = database.failed() ? 0 : database.number("SELECT max(id) FROM revision");
            m_impl->link(ChainKind::revision, revision.number);
            revision.seal = sealText(m_impl->m_head);
            if (!signing || database.failed()) return;
            revision.signer = worded("%1, key %2", stamp.author, signing->publicKey().substr(0, 16));
            Statement(database, "INSERT INTO signature (revision, signer, public_key, signature) VALUES (?,?,?,?)")
                .insert(revision.number, stamp.author, signing->publicKey(), signing->sign(signedText(m_impl->m_head)));
            m_impl->link(ChainKind::signedBy, database.failed() ? 0 : database.number("SELECT max(id) FROM signature"));
        },
        [&] { return programme; });
    if (!written.ok()) return written.errors();
    return revision;
}

Result<std::vector<Revision>> ProgrammeFile::revisions() {
    return revisionsOf(m_impl->reading());
}

Result<Programme> ProgrammeFile::programmeOf(const Revision& revision) {
    const Content content = contentOf(m_impl->reading(), revision.number);
    if (sha256(content.image.bytes) != content.imageDigest)
        return Error{ErrorCode::file, worded("revision %1", revision.key), worded("it was changed after it was frozen"),
                     worded("look for an undamaged copy of the file")};
    return programmeFrom(content.image);
}

Outcome ProgrammeFile::accept(const Revision& revision, const std::string& reason, const Stamp& stamp) {
    auto before = acceptances();
    if (!before.ok()) return before.errors();
    if (!before->empty() && before->back().key == revision.key)
        return inputError(worded("revision %1 is the contract programme already", revision.key), {});
    if (!before->empty() && reason.empty())
        return inputError(worded("revision %1 is the contract programme", before->back().key),
                          worded("say why another one takes its place"));
    return m_impl->change(stamp, "accept " + revision.key, [&] {
        Database& database = *m_impl->m_database;
        Statement(database, "INSERT INTO contract_programme (revision, author, at, reason) VALUES (?,?,?,?)")
            .insert(revision.number, stamp.author, stamp.at, reason);
        if (database.failed()) return;
        m_impl->link(ChainKind::accepted, database.number("SELECT max(id) FROM contract_programme"));
        m_impl->historyLine(
            EntryKind::frozen,
            worded("Revision %1 is the contract programme%2", revision.key, (reason.empty() ? "" : ": " + reason)), {},
            stamp);
    });
}

Result<std::vector<Acceptance>> ProgrammeFile::acceptances() {
    std::vector<Acceptance> list;
    Database& database = m_impl->reading();
    if (!hasRevisions(database)) return list;
    Statement row(database, "SELECT r.key, c.author, c.at, c.reason FROM contract_programme c JOIN revision r "
                            "ON r.id = c.revision ORDER BY c.id");
    while (row.next()) {
        Acceptance a;
        for (std::string* text : {&a.key, &a.author, &a.at, &a.reason}) *text = row.text();
        list.push_back(std::move(a));
    }
    if (database.failed()) return *database.error();
    return list;
}

Result<std::vector<Revision>> revisionsIn(const std::filesystem::path& path) {
    auto database = readable(path);
    if (!database.ok()) return database.errors();
    return revisionsOf(**database);
}

Result<Programme> revisionIn(const std::filesystem::path& path, const std::string& key) {
    auto database = readable(path);
    if (!database.ok()) return database.errors();
    auto list = revisionsOf(**database);
    if (!list.ok()) return list.errors();
    const ChainCheck chain = (*database)->number("PRAGMA user_version") >= 6 ? checkChain(**database) : ChainCheck{};
    for (const Revision& revision : *list)
        if (revision.key == key) {
            if (const std::string fault = faultOf(**database, revision, &chain); !fault.empty())
                return Error{ErrorCode::file, worded("%1 revision %2", path.string(), key), fault, {}};
            return programmeFrom(contentOf(**database, revision.number).image);
        }
    return Error{ErrorCode::file, path.string(), worded("there is no revision %1", key),
                 worded("see yarrin-cli verify FILE")};
}

bool holdsRecord(Database& database) {
    return hasRevisions(database) &&
           database.number("SELECT (SELECT count(*) FROM history) + (SELECT count(*) FROM revision)") > 0;
}

} // namespace yarrin

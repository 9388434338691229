// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/json.h"
#include "store/native.h"
#include "store/native_database.h"
#include "store/native_schema.h"
#include "store/programme_file_impl.h"

#include <openssl/evp.h>
#include <sqlite3.h>

namespace yarrin {

std::string sha256(std::string_view bytes) {
    std::array<unsigned char, EVP_MAX_MD_SIZE> digest{};
    unsigned int size = 0;
    if (EVP_Digest(bytes.data(), bytes.size(), digest.data(), &size, EVP_sha256(), nullptr) != 1) return {};
    static constexpr char digits[] = "0123456789abcdef";
    std::string text;
    for (unsigned int i = 0; i < size; ++i) {
        text += digits[digest[i] >> 4];
        text += digits[digest[i] & 15];
    }
    return text;
}

std::string canonicalForm(const Revision& revision, const Programme& programme) {
    std::string text = "yarrin revision 1\n";
    const auto line = [&](const char* name, const std::string& value) {
        text += std::string(name) + " " + std::to_string(value.size()) + "\n" + value + "\n";
    };
    line("key", revision.key);
    line("purpose", revision.purpose);
    line("author", revision.author);
    line("at", revision.at);
    line("narrative", revision.narrative);
    line("programme", programmeToJson(programme));
    return text;
}

namespace {

/// An image of a database that holds nothing but a programme.
Result<Blob> imageOf(const Programme& programme) {
    Database memory(":memory:", Database::Mode::create);
    memory.run("BEGIN");
    makeTables(memory);
    RowWriter writer(memory, RowWriter::Into::empty);
    putAll(writer, programme);
    memory.run("COMMIT");
    if (memory.failed()) return *memory.error();
    sqlite3_int64 size = 0;
    unsigned char* bytes = sqlite3_serialize(memory.handle(), "main", &size, 0);
    if (!bytes) return Error{ErrorCode::file, {}, "there is not enough memory", {}};
    Blob image{std::string(reinterpret_cast<const char*>(bytes), std::size_t(size))};
    sqlite3_free(bytes);
    return image;
}

Result<Programme> programmeFrom(const Blob& image) {
    Database memory(":memory:", Database::Mode::create);
    auto* bytes = static_cast<unsigned char*>(sqlite3_malloc64(std::max<std::size_t>(1, image.bytes.size())));
    if (!bytes) return Error{ErrorCode::file, {}, "there is not enough memory", {}};
    std::copy(image.bytes.begin(), image.bytes.end(), bytes);
    const auto size = static_cast<sqlite3_int64>(image.bytes.size());
    const int code = sqlite3_deserialize(memory.handle(), "main", bytes, size, size,
                                         SQLITE_DESERIALIZE_FREEONCLOSE | SQLITE_DESERIALIZE_READONLY);
    if (code != SQLITE_OK) memory.fail(code);
    if (memory.failed()) return *memory.error();
    if (memory.text("PRAGMA quick_check(1)") != "ok")
        return Error{ErrorCode::file, {}, "the revision is damaged", "open a copy of the file"};
    return readTables(memory);
}

bool hasRevisions(Database& database) {
    return database.number("PRAGMA user_version") >= 4;
}

Result<std::vector<Revision>> listOf(Database& database) {
    std::vector<Revision> list;
    if (!hasRevisions(database)) return list;
    Statement row(database, "SELECT id, key, purpose, data_date, author, at, history, narrative, digest, "
                            "id = (SELECT revision FROM contract_programme ORDER BY id DESC LIMIT 1) "
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
        list.push_back(std::move(r));
    }
    if (database.failed()) return *database.error();
    return list;
}

struct Content {
    Blob image;
    std::string imageDigest;
};
Content contentOf(Database& database, std::int64_t revision) {
    Statement row(database, "SELECT content, image_digest FROM revision WHERE id = ?");
    row.with(revision);
    if (!row.next()) return {};
    Content content{row.blob(), {}};
    content.imageDigest = row.text();
    return content;
}

/// Where it does not say what was frozen, why.
std::string faultOf(Database& database, const Revision& revision) {
    const Content content = contentOf(database, revision.number);
    if (sha256(content.image.bytes) != content.imageDigest) return "its content was changed after it was frozen";
    const auto programme = programmeFrom(content.image);
    if (!programme.ok()) return "its content cannot be read: " + programme.error().sentence();
    if (sha256(canonicalForm(revision, *programme)) != revision.digest)
        return "it is not what its SHA-256 was taken over: its key, purpose, author, time, narrative or programme was "
               "changed";
    if (revision.dataDate != programme->job.dataDate) return "its data date is not that of its programme";
    return {};
}

Result<std::unique_ptr<Database>> readable(const std::filesystem::path& path) {
    std::error_code failed;
    if (!std::filesystem::exists(path, failed))
        return Error{ErrorCode::file, path.string(), "there is no such file or folder", "check the name"};
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

} // namespace

Result<Revision> ProgrammeFile::freeze(const Programme& programme, const std::string& key, const std::string& purpose,
                                       const std::string& narrative, const Stamp& stamp) {
    if (key.empty()) return inputError("a revision needs a letter or number", "give it one");
    auto before = revisions();
    if (!before.ok()) return before.errors();
    for (const Revision& one : *before)
        if (one.key == key) return inputError("there is a revision " + key + " already", "choose another");
    Revision revision{0, key, purpose, programme.job.dataDate, stamp.author, stamp.at, narrative, {}, 0, false};
    auto image = imageOf(programme);
    if (!image.ok()) return image.errors();
    revision.digest = sha256(canonicalForm(revision, programme));
    Outcome written = m_impl->change(stamp, [&] {
        Database& database = *m_impl->m_database;
        Statement(database, "INSERT INTO history (session, at, author, kind, text) VALUES (?,?,?,?,?)")
            .insert(m_impl->m_session, stamp.at, stamp.author, wordOf(EntryKind::frozen),
                    "Frozen as revision " + key + (purpose.empty() ? "" : ": " + purpose));
        revision.history = database.failed() ? 0 : database.number("SELECT max(id) FROM history");
        Statement(database, "INSERT INTO revision (key, purpose, data_date, author, at, history, narrative, content, "
                            "image_digest, digest) VALUES (?,?,?,?,?,?,?,?,?,?)")
            .insert(key, purpose, revision.dataDate, stamp.author, stamp.at, revision.history, narrative, *image,
                    sha256(image->bytes), revision.digest);
        revision.number = database.failed() ? 0 : database.number("SELECT max(id) FROM revision");
    });
    if (!written.ok()) return written.errors();
    return revision;
}

Result<std::vector<Revision>> ProgrammeFile::revisions() {
    return listOf(m_impl->reading());
}

Result<Programme> ProgrammeFile::programmeOf(const Revision& revision) {
    const Content content = contentOf(m_impl->reading(), revision.number);
    if (sha256(content.image.bytes) != content.imageDigest)
        return Error{ErrorCode::file, "revision " + revision.key, "it was changed after it was frozen",
                     "look for an undamaged copy of the file"};
    return programmeFrom(content.image);
}

Outcome ProgrammeFile::accept(const Revision& revision, const std::string& reason, const Stamp& stamp) {
    auto before = acceptances();
    if (!before.ok()) return before.errors();
    if (!before->empty() && before->back().key == revision.key)
        return inputError("revision " + revision.key + " is the contract programme already", {});
    if (!before->empty() && reason.empty())
        return inputError("revision " + before->back().key + " is the contract programme",
                          "say why another one takes its place");
    return m_impl->change(stamp, [&] {
        Statement(*m_impl->m_database, "INSERT INTO contract_programme (revision, author, at, reason) VALUES (?,?,?,?)")
            .insert(revision.number, stamp.author, stamp.at, reason);
        Statement(*m_impl->m_database, "INSERT INTO history (session, at, author, kind, text) VALUES (?,?,?,?,?)")
            .insert(m_impl->m_session, stamp.at, stamp.author, wordOf(EntryKind::frozen),
                    "Revision " + revision.key + " is the contract programme" + (reason.empty() ? "" : ": " + reason));
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

Result<std::vector<Verified>> verifyFile(const std::filesystem::path& path) {
    auto database = readable(path);
    if (!database.ok()) return database.errors();
    if (const std::string fault = (*database)->text("PRAGMA integrity_check(1)"); fault != "ok")
        return Error{ErrorCode::file, path.string(), "the database is damaged: " + fault, "open a copy of it"};
    auto list = listOf(**database);
    if (!list.ok()) return list.errors();
    std::vector<Verified> result;
    for (const Revision& revision : *list) result.push_back({revision, faultOf(**database, revision)});
    return result;
}

Result<std::vector<Revision>> revisionsIn(const std::filesystem::path& path) {
    auto database = readable(path);
    if (!database.ok()) return database.errors();
    return listOf(**database);
}

Result<Programme> revisionIn(const std::filesystem::path& path, const std::string& key) {
    auto database = readable(path);
    if (!database.ok()) return database.errors();
    auto list = listOf(**database);
    if (!list.ok()) return list.errors();
    for (const Revision& revision : *list)
        if (revision.key == key) {
            if (const std::string fault = faultOf(**database, revision); !fault.empty())
                return Error{ErrorCode::file, path.string() + " revision " + key, fault, {}};
            return programmeFrom(contentOf(**database, revision.number).image);
        }
    return Error{ErrorCode::file, path.string(), "there is no revision " + key, "see yarrin-cli verify FILE"};
}

bool holdsRecord(const std::filesystem::path& path) {
    auto database = readable(path);
    return database.ok() && hasRevisions(**database) &&
           (*database)->number("SELECT (SELECT count(*) FROM history) + (SELECT count(*) FROM revision)") > 0;
}

} // namespace yarrin

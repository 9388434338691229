// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/native.h"
#include "store/native_database.h"
#include "store/native_rows.h"
#include "store/native_schema.h"

#define SQLITE_ENABLE_SESSION 1
#define SQLITE_ENABLE_PREUPDATE_HOOK 1
#include <sqlite3.h>

namespace yarrin {

void putNumbering(Database& database, const Programme& programme) {
    Statement row(database,
                  "INSERT INTO numbering VALUES (?, ?) ON CONFLICT (name) DO UPDATE SET highest = max(highest, "
                  "excluded.highest)");
    forEachRowType(
        [&]<typename Row>(Row*) { row.insert(describe::Described<Row>::table, tableOf<Row>(programme).highest()); });
}

std::map<std::string, std::int64_t, std::less<>> numbersGiven(Database& database) {
    std::map<std::string, std::int64_t, std::less<>> highest;
    const std::int64_t version = database.number("PRAGMA user_version");
    forEachRowType([&]<typename Row>(Row*) {
        if (describe::tableSince<Row>() > version) return;
        highest[std::string(describe::Described<Row>::table)] =
            database.number(("SELECT max(id) FROM " + std::string(describe::Described<Row>::table)).c_str());
    });
    Statement row(database, "SELECT changes FROM history WHERE changes IS NOT NULL");
    while (row.next()) {
        Blob changes = row.blob();
        sqlite3_changeset_iter* at = nullptr;
        if (sqlite3changeset_start(&at, int(changes.bytes.size()), changes.bytes.data()) != SQLITE_OK) continue;
        while (sqlite3changeset_next(at) == SQLITE_ROW) {
            const char* table = nullptr;
            int columns = 0, operation = 0;
            sqlite3_value* id = nullptr;
            if (sqlite3changeset_op(at, &table, &columns, &operation, nullptr) != SQLITE_OK) break;
            const auto found = highest.find(std::string_view(table));
            if (found == highest.end()) continue;
            if (operation == SQLITE_INSERT)
                sqlite3changeset_new(at, 0, &id);
            else
                sqlite3changeset_old(at, 0, &id);
            if (id) found->second = std::max<std::int64_t>(found->second, sqlite3_value_int64(id));
        }
        sqlite3changeset_finalize(at);
    }
    return highest;
}

void findNumbering(Database& database) {
    Statement put(database, "INSERT OR REPLACE INTO numbering VALUES (?, ?)");
    for (const auto& [name, number] : numbersGiven(database)) put.insert(name, number);
}

void putProgramme(Database& database, const Programme& programme) {
    makeTables(database, nativeSchemaVersion);
    if (database.failed()) return;
    RowWriter writer(database, RowWriter::Into::empty);
    putAll(writer, programme);
    putNumbering(database, programme);
}

Outcome writeNative(const Programme& programme, const std::filesystem::path& path) {
    Database database(path.string(), Database::Mode::change);
    // The file only becomes visible when it is whole, so a journal of its own would cost time and gain nothing.
    database.run("PRAGMA journal_mode = OFF; PRAGMA synchronous = OFF");
    database.run("BEGIN");
    putProgramme(database, programme);
    database.run("COMMIT");
    if (database.failed()) return *database.error();
    return done();
}

} // namespace yarrin

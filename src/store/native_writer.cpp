// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/native.h"
#include "store/native_database.h"
#include "store/native_rows.h"
#include "store/native_schema.h"

namespace yarrin {

void makeTables(Database& database) {
    const std::string header = "PRAGMA application_id = " + std::to_string(nativeApplicationId) +
                               "; PRAGMA user_version = " + std::to_string(nativeSchemaVersion);
    database.run(header.c_str());
    database.run(nativeSchema);
    database.run(eventPartsSchema);
    database.run(recordSchema);
}

Outcome writeNative(const Programme& programme, const std::filesystem::path& path) {
    Database database(path.string(), Database::Mode::create);
    // The file only becomes visible when it is whole, so a journal of its own would cost time and gain nothing.
    database.run("PRAGMA journal_mode = OFF; PRAGMA synchronous = OFF");
    database.run("BEGIN");
    makeTables(database);
    if (!database.failed()) {
        RowWriter writer(database, RowWriter::Into::empty);
        putAll(writer, programme);
    }
    database.run("COMMIT");
    if (database.failed()) return *database.error();
    return done();
}

} // namespace yarrin

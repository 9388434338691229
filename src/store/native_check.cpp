// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/worded.h"
#include "core/base/work.h"
#include "store/native.h"
#include "store/native_database.h"
#include "store/native_schema.h"

namespace yarrin {

namespace {

Outcome checked(Database& database, const std::filesystem::path& path) {
    const std::int64_t application = database.number("PRAGMA application_id");
    if (database.failed()) return *database.error();
    if (application != nativeApplicationId)
        return Error{
            ErrorCode::file, {}, worded("it is a database, but not a Yarrin programme"), worded("choose another file")};
    if (database.number("PRAGMA user_version") > nativeSchemaVersion)
        return Error{
            ErrorCode::file, {}, worded("it was written by a newer Yarrin"), worded("update Yarrin to open it")};
    // A file that was cut off in a table's empty last page passes every check of the pages that are there.
    std::error_code failed;
    const std::int64_t size = database.number("PRAGMA page_size") * database.number("SELECT * FROM pragma_page_count");
    const auto bytes = std::filesystem::file_size(path, failed);
    if (failed || bytes < static_cast<std::uintmax_t>(std::max<std::int64_t>(0, size)) || bytes % 512 != 0 ||
        database.text("PRAGMA quick_check(1)") != "ok")
        return Error{
            ErrorCode::file, {}, worded("the file is damaged"), worded("open a copy or an earlier version of it")};
    if (const std::string fault = schemaFault(database); !fault.empty())
        return Error{ErrorCode::file,
                     {},
                     worded("it is not as Yarrin makes files: %1", fault),
                     worded("open a copy or an earlier version of it")};
    if (database.failed()) return *database.error();
    return done();
}

} // namespace

Outcome checkNative(Database& database, const std::filesystem::path& path) {
    Outcome found = checked(database, path);
    // A check that was cut short says nothing of the file.
    if (!found.ok() && !workGoesOn()) return Error{ErrorCode::file, {}, worded("it was stopped"), {}};
    return found;
}

std::string behindTheEnd(Database& database, const std::filesystem::path& path) {
    std::error_code failed;
    const std::int64_t size = database.number("PRAGMA page_size") * database.number("SELECT * FROM pragma_page_count");
    const auto bytes = std::filesystem::file_size(path, failed);
    if (failed || size <= 0 || bytes <= static_cast<std::uintmax_t>(size)) return {};
    return worded("there are %1 bytes behind its end that Yarrin did not write",
                  bytes - static_cast<std::uintmax_t>(size));
}

std::optional<Error> tooManyRows(Database& database) {
    for (const char* table :
         {"calendar", "calendar_exception", "breakdown", "location", "activity", "link", "pause", "anchor", "event"}) {
        const std::int64_t count = database.number((std::string("SELECT count(*) FROM ") + table).c_str());
        if (count > std::int64_t(mostRows))
            return Error{ErrorCode::file, table, worded("there are %1 rows, more than a million", count),
                         worded("divide the programme")};
    }
    return {};
}

Database::Mode modeToRead(const std::filesystem::path& path) {
    std::filesystem::path journal = path;
    journal += "-journal";
    std::error_code failed;
    const auto bytes = std::filesystem::file_size(journal, failed);
    return !failed && bytes > 0 ? Database::Mode::change : Database::Mode::readOnly;
}

Result<Programme> readNative(const std::filesystem::path& path) {
    Database database(path.string(), modeToRead(path));
    Outcome checked = checkNative(database, path);
    if (!checked.ok()) return checked.errors();
    return readTables(database);
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"
#include "store/statement.h"

#include <filesystem>
#include <map>

namespace yarrin {

/// Whether an open database is a native file that is whole and not from a newer version.
[[nodiscard]] Outcome checkNative(Database& database, const std::filesystem::path& path);
/// How to open a file for reading: a write that a crash cut short must first be rolled back, and that changes the file.
[[nodiscard]] Database::Mode modeToRead(const std::filesystem::path& path);
/// Reads the programme from the tables of an open database.
[[nodiscard]] Result<Programme> readTables(Database& database);
/// The same without the rules that rows keep among each other.
[[nodiscard]] Result<Programme> readTablesUnchecked(Database& database);
/// Makes the tables of the present version in an empty database, and fills them.
void putProgramme(Database& database, const Programme& programme);
/// What stands behind the end of a database, which no Yarrin wrote; empty where nothing does.
[[nodiscard]] std::string behindTheEnd(Database& database, const std::filesystem::path& path);
/// Whether there are more rows than a programme may have, told before they fill the memory.
[[nodiscard]] std::optional<Error> tooManyRows(Database& database);
/// Whether an open native file holds a history or revisions.
[[nodiscard]] bool holdsRecord(Database& database);
/// Notes the highest number that each table has ever given to a row, so that none is given twice.
void putNumbering(Database& database, const Programme& programme);
/// The highest numbers by table that a file whose version did not note them has given: from its rows, and its history.
[[nodiscard]] std::map<std::string, std::int64_t, std::less<>> numbersGiven(Database& database);
/// Notes them in such a file.
void findNumbering(Database& database);

} // namespace yarrin

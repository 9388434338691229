// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"
#include "store/statement.h"

#include <filesystem>

namespace yarrin {

/// Whether an open database is a native file that is whole and not from a newer version.
[[nodiscard]] Outcome checkNative(Database& database, const std::filesystem::path& path);
/// How to open a file for reading: a write that a crash cut short must first be rolled back, and that changes the file.
[[nodiscard]] Database::Mode modeToRead(const std::filesystem::path& path);
/// Reads the programme from the tables of an open database.
[[nodiscard]] Result<Programme> readTables(Database& database);
/// Makes the tables of the present version in an empty database, and fills them.
void putProgramme(Database& database, const Programme& programme);
/// What stands behind the end of a database, which no Yarrin wrote; empty where nothing does.
[[nodiscard]] std::string behindTheEnd(Database& database, const std::filesystem::path& path);
/// Whether an open native file holds a history or revisions.
[[nodiscard]] bool holdsRecord(Database& database);
/// Notes the highest number that each table has ever given to a row, so that none is given twice.
void putNumbering(Database& database, const Programme& programme);
/// The same for a file whose version did not note them: from its rows, and from its history.
void findNumbering(Database& database);

} // namespace yarrin

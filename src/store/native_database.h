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
/// Makes the tables in an empty database, with the marks in its header.
void makeTables(Database& database);

} // namespace yarrin

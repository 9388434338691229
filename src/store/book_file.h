// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/sheet.h"
#include "core/model/build_up.h"

#include <filesystem>

namespace yarrin {

/// The columns in which an output book is written and read as a table.
[[nodiscard]] const std::vector<std::string>& bookHeadings();
/// Items from a table headed as `bookHeadings`, in any order of columns. All faults are listed, by row.
[[nodiscard]] Result<std::vector<BookItem>> bookFromSheet(const Sheet& sheet);
[[nodiscard]] Sheet bookToSheet(const std::vector<BookItem>& items);

/// Reads an output book from JSON (docs/file-format.md), or from a table by its ending.
[[nodiscard]] Result<std::vector<BookItem>> readBook(const std::filesystem::path& path);
/// Writes a book as JSON, or as a table where the name ends in .csv or .xlsx; whole or not at all.
[[nodiscard]] Outcome writeBook(const std::vector<BookItem>& items, const std::filesystem::path& path);

} // namespace yarrin

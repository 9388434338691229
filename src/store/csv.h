// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/base/sheet.h"

#include <string>
#include <string_view>
#include <vector>

namespace yarrin {

using CsvRow = std::vector<std::string>;

/// Splits text into rows of fields by RFC 4180. The first line tells whether they are parted by commas, semicolons or
/// tabs. The error names the row where a quotation mark is out of place.
[[nodiscard]] Result<std::vector<CsvRow>> parseCsv(std::string_view text);
/// One row with its line end; every field is quoted. What a spreadsheet would run as a formula gets an apostrophe
/// before it, which `parseCsv` takes away again.
[[nodiscard]] std::string csvLine(const CsvRow& fields);
/// All rows of a sheet, a line each.
[[nodiscard]] std::string csvText(const Sheet& sheet);
/// Any text file as UTF-8: one of Unicode's forms by its mark, else UTF-8 where it is valid, else Windows' Western
/// European letters, of which `guessed` tells.
[[nodiscard]] Result<std::string> toUtf8(std::string text, bool& guessed);

} // namespace yarrin

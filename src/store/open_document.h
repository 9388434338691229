// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/base/sheet.h"

#include <string>

namespace yarrin {

/// More than anybody's table has.
inline constexpr std::size_t mostSheetCells = 5'000'000;
inline constexpr const char* tooManyCells = "it has more cells than can be read";

/// The tables in the content.xml of an OpenDocument spreadsheet (ISO/IEC 26300-1, part 9). Read here and not by the
/// library for workbooks, because that one passes over cells hidden under merged ones, and so puts what stands behind
/// them into wrong columns.
[[nodiscard]] Result<std::vector<Sheet>> sheetsOfOpenDocument(const std::string& content);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/time/instant.h"

#include <filesystem>
#include <optional>
#include <string>
#include <vector>

namespace yarrin {

/// A cell of a table that goes out: a date or a figure stays one.
struct TableCell {
    enum class Kind { number, money, share };
    std::string text; ///< where it is neither date nor figure
    std::optional<Date> date;
    std::optional<double> figure;
    Kind kind = Kind::number; ///< of a figure
    bool sum = false;         ///< of all figures above it in its column
};

struct TableRow {
    std::vector<TableCell> cells;
    bool strong = false; ///< a heading or a sum
};

struct OutTable {
    enum class Chart { none, columns, lines };
    std::string name;
    std::vector<std::string> columns;
    std::vector<TableRow> rows;
    Chart chart = Chart::none; ///< of figures, over the first column
};

/// Writes tables as Office Open XML, a sheet each: headings that stay in sight, dates as dates, sums as formulas with
/// their results, charts of the program that opens it. As text where the name ends in .csv. Whole or not there.
[[nodiscard]] Outcome writeTables(const std::vector<OutTable>& tables, const std::filesystem::path& path);

} // namespace yarrin

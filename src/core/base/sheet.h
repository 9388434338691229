// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <charconv>
#include <cmath>
#include <cstddef>
#include <optional>
#include <string>
#include <vector>

namespace yarrin {

/// One cell of a table that comes from another program. A number stays one, so that nobody's decimal comma gets into
/// it; dates of spreadsheets come as "2027-03-01" or as numbers of days.
struct SheetCell {
    std::string text; ///< as written; of a number its shortest form with a full stop
    std::optional<double> number;
    int indent = 0; ///< that its format gives it, in widths of a blank
    [[nodiscard]] bool empty() const { return text.empty(); }
    friend bool operator==(const SheetCell&, const SheetCell&) = default;
};

/// A number as a spreadsheet shows it at its best: fifteen digits, so that 0.1 + 0.2 is 0.3. Nothing where it is none.
[[nodiscard]] inline SheetCell numberCell(double value) {
    if (!std::isfinite(value)) return {};
    char text[40];
    const auto end = std::to_chars(text, text + sizeof text, value, std::chars_format::general, 15).ptr;
    double read = value;
    std::from_chars(text, end, read);
    return {std::string(text, end), read};
}

/// A table of cells as a spreadsheet, a text file or the clipboard holds it. Rows may have unequal lengths.
struct Sheet {
    std::string name;
    std::vector<std::vector<SheetCell>> rows;
    [[nodiscard]] const SheetCell& at(std::size_t row, std::size_t column) const {
        static const SheetCell none;
        return row < rows.size() && column < rows[row].size() ? rows[row][column] : none;
    }
    [[nodiscard]] std::size_t columns() const {
        std::size_t most = 0;
        for (const auto& row : rows) most = row.size() > most ? row.size() : most;
        return most;
    }
};

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <string>
#include <vector>

namespace yarrin {

/// A text that stands in a cell itself and not in the list of shared ones.
struct InlineString {
    std::size_t row = 0, column = 0;
    std::string text;
};

/// How far the format of a cell moves its text in, in widths of a blank.
struct CellIndent {
    std::size_t row = 0, column = 0;
    int blanks = 0;
};

/// What the library for workbooks passes over in a sheet.
struct PassedOver {
    std::string sheet; ///< its name
    std::vector<InlineString> texts;
    std::vector<CellIndent> indents;
};

/// The texts in cells themselves (`t="inlineStr"` and `t="str"`, ISO/IEC 29500-1, 18.18.11) and the indents of formats
/// (18.8.1: one is three blanks) of each sheet of an Office Open XML workbook. `part` gives a part of the package by
/// its name.
[[nodiscard]] std::vector<PassedOver> passedOverIn(const std::function<std::string(const std::string& name)>& part);

} // namespace yarrin

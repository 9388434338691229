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

/// The texts in cells themselves (`t="inlineStr"` and `t="str"`, ISO/IEC 29500-1, 18.18.11) of each sheet of an Office
/// Open XML workbook by the sheet's name, which the library for workbooks passes over. `part` gives a part of the
/// package by its name.
[[nodiscard]] std::vector<std::pair<std::string, std::vector<InlineString>>>
inlineStringsOf(const std::function<std::string(const std::string& name)>& part);

} // namespace yarrin

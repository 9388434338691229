// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string_view>

namespace yarrin {

/// Whether an id stands before another as people count: A9 before A10, 2.9 before 2.10. A strict order of all texts:
/// ids that differ in leading zeros alone stand as their letters do.
[[nodiscard]] inline bool standsBefore(std::string_view a, std::string_view b) {
    const auto digit = [](char c) { return c >= '0' && c <= '9'; };
    std::size_t i = 0, j = 0;
    while (i < a.size() && j < b.size()) {
        if (!digit(a[i]) || !digit(b[j])) {
            if (a[i] != b[j]) return a[i] < b[j];
            ++i, ++j;
            continue;
        }
        while (i < a.size() && a[i] == '0') ++i;
        while (j < b.size() && b[j] == '0') ++j;
        std::size_t ends = i, endsToo = j;
        while (ends < a.size() && digit(a[ends])) ++ends;
        while (endsToo < b.size() && digit(b[endsToo])) ++endsToo;
        if (ends - i != endsToo - j) return ends - i < endsToo - j;
        for (; i < ends; ++i, ++j)
            if (a[i] != b[j]) return a[i] < b[j];
    }
    if (i < a.size() || j < b.size()) return i >= a.size();
    return a < b; // alike but for leading zeros
}

} // namespace yarrin

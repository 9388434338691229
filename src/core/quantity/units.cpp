// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/quantity/units.h"

#include "core/base/text.h"
#include "core/base/worded.h"

#include <algorithm>
#include <array>
#include <utility>

namespace yarrin {

const std::vector<std::string>& knownUnits() {
    static const std::vector<std::string> units{"no", "m",  "m2", "m3",  "t",    "kg",   "l",   "ha",
                                                "km", "mm", "h",  "day", "week", "item", "sum", "set"};
    return units;
}

Result<std::string> unitFromText(std::string_view text) {
    while (!text.empty() && text.front() == ' ') text.remove_prefix(1);
    while (!text.empty() && (text.back() == ' ' || text.back() == '.')) text.remove_suffix(1);
    std::string word = lowered(text);
    static constexpr std::array<std::pair<std::string_view, std::string_view>, 17> others{{{"m²", "m2"},
                                                                                           {"m³", "m3"},
                                                                                           {"sqm", "m2"},
                                                                                           {"cum", "m3"},
                                                                                           {"nr", "no"},
                                                                                           {"nos", "no"},
                                                                                           {"number", "no"},
                                                                                           {"each", "no"},
                                                                                           {"ea", "no"},
                                                                                           {"tonne", "t"},
                                                                                           {"tonnes", "t"},
                                                                                           {"lm", "m"},
                                                                                           {"hour", "h"},
                                                                                           {"hours", "h"},
                                                                                           {"litre", "l"},
                                                                                           {"litres", "l"},
                                                                                           {"days", "day"}}};
    for (const auto& [other, unit] : others)
        if (word == other) word = unit;
    const auto& units = knownUnits();
    if (word.empty() || std::find(units.begin(), units.end(), word) != units.end()) return word;
    std::string list;
    for (const std::string& unit : units) list += (list.empty() ? "" : ", ") + unitSymbol(unit);
    return inputError(worded("\"%1\" is not a known unit", text), worded("use one of %1", list));
}

std::string unitSymbol(std::string_view unit) {
    if (unit == "m2") return "m²";
    if (unit == "m3") return "m³";
    return std::string(unit);
}

std::optional<Fraction> unitsIn(std::string_view from, std::string_view to) {
    if (from == to) return Fraction(1);
    struct Size {
        std::string_view unit;
        char kind;
        std::int64_t size; ///< in the smallest unit of the kind
    };
    static constexpr std::array<Size, 9> sizes{{{"mm", 'L', 1},
                                                {"m", 'L', 1000},
                                                {"km", 'L', 1'000'000},
                                                {"m2", 'A', 1},
                                                {"ha", 'A', 10'000},
                                                {"l", 'V', 1},
                                                {"m3", 'V', 1000},
                                                {"kg", 'M', 1},
                                                {"t", 'M', 1000}}};
    const auto find = [&](std::string_view unit) {
        return std::find_if(sizes.begin(), sizes.end(), [&](const Size& size) { return size.unit == unit; });
    };
    const auto a = find(from), b = find(to);
    if (a == sizes.end() || b == sizes.end() || a->kind != b->kind) return {};
    return Fraction(a->size) / Fraction(b->size);
}

Result<Decimal> converted(const Decimal& quantity, std::string_view from, std::string_view to) {
    const auto each = unitsIn(from, to);
    if (!each)
        return inputError(
            worded("%1 cannot be turned into %2: they measure different things", unitSymbol(from), unitSymbol(to)),
            worded("choose a unit of the same kind"));
    const auto value = (Fraction(quantity) * *each).rounded(9);
    if (!value) return inputError(worded("the quantity is out of all bounds"));
    return *value;
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/series.h"

#include "core/time/typed_date.h"
#include "edit/activity_edits.h"

namespace yarrin {

namespace {

/// A text that ends with a number of at most nine digits.
struct Counted {
    std::string stem;
    long number = 0;
    std::size_t width = 0;
};

std::optional<Counted> countedOf(const std::string& text) {
    std::size_t digits = 0;
    while (digits < text.size() && text[text.size() - 1 - digits] >= '0' && text[text.size() - 1 - digits] <= '9')
        ++digits;
    if (digits == 0 || digits > 9) return {};
    // "Pile 8" stands before "Pile 10", A090 before A100.
    const bool padded = digits >= 3 || text[text.size() - digits] == '0';
    return Counted{text.substr(0, text.size() - digits), std::stol(text.substr(text.size() - digits)),
                   padded ? digits : 1};
}

std::string textOf(const Counted& counted) {
    std::string number = std::to_string(counted.number);
    if (number.size() < counted.width) number.insert(0, counted.width - number.size(), '0');
    return counted.stem + number;
}

} // namespace

std::vector<std::string> seriesFrom(const std::string& first, const std::optional<std::string>& second,
                                    std::size_t count) {
    std::vector<std::string> values;
    if (const auto date = parseTypedDate(first); date.ok()) {
        const auto next = second ? parseTypedDate(*second) : date;
        const int step = second && next.ok() && !(*next == *date) ? *next - *date : 1;
        for (std::size_t i = 0; i < count; ++i) {
            const Date at = *date + step * int(i);
            const auto day = yearMonthDay(at);
            values.push_back(std::to_string(day.day) + " " + std::string(monthNames[day.month - 1].substr(0, 3)) + " " +
                             std::to_string(day.year));
        }
        return values;
    }
    if (const auto figure = parseFigure(first); figure.ok()) {
        const auto next = second ? parseFigure(*second) : figure;
        const Fraction begin(*figure);
        const Fraction step = second && next.ok() && *next != *figure ? Fraction(*next) - begin : Fraction(1);
        for (std::size_t i = 0; i < count; ++i) {
            const auto value = (begin + step * Fraction(std::int64_t(i))).rounded(12);
            values.push_back(value ? value->text() : first);
        }
        return values;
    }
    const auto begin = countedOf(first);
    if (!begin) return std::vector<std::string>(count, first);
    const auto next = second ? countedOf(*second) : std::nullopt;
    long step = begin->width >= 3 && begin->number % 10 == 0 ? 10 : 1;
    if (next && next->stem == begin->stem && next->number != begin->number) step = next->number - begin->number;
    for (std::size_t i = 0; i < count; ++i) {
        Counted value = *begin;
        value.number += step * long(i);
        values.push_back(value.number < 0 ? first : textOf(value));
    }
    return values;
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/typed.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "edit/activity_edits.h"
#include "edit/contract_edits.h"

#include <charconv>

namespace yarrin {

Fault readSum(std::optional<Decimal>& sum, std::string_view text, const Worded& what) {
    sum.reset();
    if (trimmedView(text).empty()) return {};
    const auto value = parseFigure(text);
    if (!value.ok()) return value.error();
    if (value->sign() < 0) return inputError(worded("%1 cannot be negative", what));
    if (*value > Decimal(1'000'000'000'000)) return inputError(worded("%1 is out of all bounds", what));
    sum = *value;
    return {};
}

Fault readShare(std::optional<Decimal>& share, std::string_view text) {
    std::optional<Decimal> percent;
    std::string digits(text);
    std::erase(digits, '%');
    share.reset();
    if (auto fault = readSum(percent, digits, worded("a share"))) return fault;
    if (!percent) return {};
    if (*percent > Decimal(100)) return inputError(worded("a share is at most 100 %"));
    if (percent->scale() > 6) return inputError(worded("a share has at most six decimals"));
    share = Decimal(percent->mantissa(), percent->scale() + 2);
    return {};
}

Fault readDays(std::optional<int>& days, std::string_view text, int least, int most) {
    days.reset();
    text = trimmedView(text);
    if (text.empty()) return {};
    // In English, and as the window writes them.
    for (const std::string& unit :
         {std::string("days"), std::string("day"), std::string("d"), std::string(wordedCount("day", "days", 2)),
          std::string(wordedCount("day", "days", 1)), std::string(worded("d"))})
        if (text.ends_with(unit)) {
            text = trimmedView(text.substr(0, text.size() - unit.size()));
            break;
        }
    days = wholeNumber(text);
    if (days && *days >= least && *days <= most) return {};
    days.reset();
    return inputError(worded("it must be a whole number of calendar days from %1 to %2", least, most));
}

Fault readDate(std::optional<Date>& date, std::string_view text) {
    date.reset();
    if (trimmedView(text).empty()) return {};
    const auto typed = parseTypedDate(text);
    if (!typed.ok()) return typed.error();
    date = *typed;
    return {};
}

Fault readDay(Date& date, std::string_view text) {
    const auto typed = parseTypedDate(text);
    if (!typed.ok()) return typed.error();
    date = *typed;
    return {};
}

} // namespace yarrin

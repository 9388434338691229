// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/time/instant.h"

#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace yarrin {

/// A day that comes round every year by a rule.
struct HolidayRule {
    enum class Kind { fixedDate, nthWeekday, easter };
    Kind kind = Kind::fixedDate;
    int month = 1;              ///< 1 to 12, not of an Easter rule
    int day = 1;                ///< of a fixed date; 29 February only in leap years
    int nth = 1;                ///< 1 to 5, -1 for the last of the month; a fifth that is not there is no holiday
    int weekday = 0;            ///< 0 is Monday
    int offset = 0;             ///< days from Easter Sunday
    std::optional<int> firstIf; ///< of an nth weekday: the 1st of the month instead, where that is this weekday
    bool substitute = false;    ///< on a weekend, the next weekday without a holiday is one as well
    friend bool operator==(const HolidayRule&, const HolidayRule&) = default;
};

/// Easter Sunday of a year by the Gregorian computus (Meeus, Astronomical Algorithms, ch. 8, from memory).
[[nodiscard]] Date easterSunday(int year);

/// The day of one rule in a year, before any substitute; none where there is none.
[[nodiscard]] std::optional<Date> dateIn(const HolidayRule& rule, int year);

/// A holiday of one of several rules.
struct RuleDay {
    Date date;
    std::size_t rule = 0;
    bool isSubstitute = false;
};
/// All days of rules in a year; substitutes go, in the order of the rules, to the next weekday that is none yet.
[[nodiscard]] std::vector<RuleDay> daysIn(std::span<const HolidayRule> rules, int year);

/// Reads "25 December", "first Monday in May", "last Mon in August", "Easter -2", "first Mon in Feb or 1st if Fri",
/// each with ", moved off weekends" where it has a substitute; the error says what is wrong.
[[nodiscard]] Result<HolidayRule> parseRule(std::string_view text);
[[nodiscard]] std::string ruleText(const HolidayRule& rule);
[[nodiscard]] std::optional<Error> faultOf(const HolidayRule& rule);

/// Public holidays that recur, as the law has them; single ones that a year brings are to be added by hand.
struct PublicHoliday {
    const char* name;
    HolidayRule rule;
};
enum class HolidayRegion { englandAndWales, scotland, ireland };
[[nodiscard]] std::vector<PublicHoliday> publicHolidays(HolidayRegion region);

} // namespace yarrin

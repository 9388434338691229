// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/ids.h"
#include "core/base/result.h"
#include "core/time/holiday_rule.h"
#include "core/time/instant.h"
#include "core/time/tide.h"

#include <array>
#include <optional>
#include <string>
#include <vector>

namespace yarrin {

/// A working spell of a day, [from, to) in minutes of that day; beyond 1440 it runs on past midnight but belongs,
/// with the exceptions that touch it, to the day on which it starts.
struct Spell {
    int from = 0;
    int to = 0;
    friend bool operator==(const Spell&, const Spell&) = default;
};

/// The spells of one day, in order, not overlapping; none for a day off.
using DayWork = std::vector<Spell>;

/// A date, or a range of dates, whose spells replace the standard week's; or dates that a rule finds; or a range of
/// dates on which the tide cuts down the work that there would be.
struct CalendarException {
    Date from; ///< of no use where there is a rule, like `to` and `yearly`
    Date to;
    bool yearly = false; ///< holds in every year by month and day; may run over the new year
    DayWork work;        ///< none for a holiday; of no use where there is a tide
    std::string name;
    std::optional<HolidayRule> rule{};
    std::optional<TideWindow> tide{};
    friend bool operator==(const CalendarException&, const CalendarException&) = default;
};

/// A calendar as people state it. What it does not state comes from the calendar it extends, else nothing works.
struct Calendar {
    CalendarId id;
    std::string key;
    std::string name;
    std::optional<Minutes> dayMinutes; ///< working minutes that people call a day; 480 unless stated or inherited
    CalendarId extends;
    std::array<std::optional<DayWork>, 7> week; ///< from Monday
    std::vector<CalendarException> exceptions;  ///< of several that cover a date, the last counts
    /// Working days lost to weather in each month of the year, spread evenly over its days with work.
    std::optional<std::array<int, 12>> weather;
    friend bool operator==(const Calendar&, const Calendar&) = default;
};

/// Days lost in one month of one year, in place of those that every year loses. They are spread over its days with
/// work from `from` on, a day of that month; before it the month loses what it does every year.
struct MonthLost {
    Date from;
    int days = 0;
    friend bool operator==(const MonthLost&, const MonthLost&) = default;
};

/// A calendar with everything it inherits written out.
struct ResolvedCalendar {
    std::string key;
    Minutes dayMinutes = 480;
    std::array<DayWork, 7> week;
    std::vector<CalendarException> exceptions;
    std::optional<std::array<int, 12>> weather;
    std::vector<MonthLost> lostIn{};       ///< in order; of no use to dates far off, as a calendar repeats there
    std::vector<ResolvedCalendar> meets{}; ///< it works only while all of these do
    friend bool operator==(const ResolvedCalendar&, const ResolvedCalendar&) = default;

    /// The mean of working days a week, which is what people call a week: days of the standard week with work.
    [[nodiscard]] int daysPerWeek() const;
};

/// The calendar `continuous`: every minute works, a day is 1440 minutes.
[[nodiscard]] ResolvedCalendar continuous();

/// Reads "08:00-12:00", or "20:00-30:00" past midnight.
[[nodiscard]] std::optional<Spell> parseSpell(std::string_view text);
[[nodiscard]] std::string spellText(const Spell& spell);
/// Reads spells separated by commas, checks that they are in order and apart; empty text is a day off.
[[nodiscard]] Result<DayWork> parseDayWork(std::string_view text);
/// The same as people type it: "8-12, 13-17", "20:00-06:00" past midnight, "none" for a day off.
[[nodiscard]] Result<DayWork> parseTypedDayWork(std::string_view text);
[[nodiscard]] std::string dayWorkText(const DayWork& work);
/// Why these spells cannot be a day's work, if they cannot.
[[nodiscard]] std::optional<Error> faultOf(const DayWork& work);
/// Why this exception cannot be, if it cannot: an end before its start, a yearly range longer than a year, a rule for
/// a day that never comes.
[[nodiscard]] std::optional<Error> faultOf(const CalendarException& exception);

/// Why this weather allowance cannot be, if it cannot: fewer than no days lost, or more than a month has.
[[nodiscard]] std::optional<Error> faultOf(const std::array<int, 12>& weather);

/// Twelve numbers with commas between them.
[[nodiscard]] Result<std::array<int, 12>> parseWeather(std::string_view text);
[[nodiscard]] std::string weatherText(const std::array<int, 12>& weather);

/// Writes out what a calendar inherits; the error names the loop where calendars extend each other in a circle,
/// or the id that is not there.
[[nodiscard]] Result<ResolvedCalendar> resolve(const std::vector<Calendar>& calendars, CalendarId id);

} // namespace yarrin

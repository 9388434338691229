// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/week_layout.h"
#include "core/time/day_plan.h"

#include <optional>
#include <string>
#include <vector>

namespace yarrin {

/// What a day is, told apart on the chart by more than its colour.
enum class DayTone { works, dayOff, off, offFromBase, ownTimes, weather };

struct DayShape {
    Date date;
    Box box;
    DayTone tone = DayTone::works;
    bool fromBase = false; ///< what decides stands in the calendar that this one extends
    std::string name;      ///< of the exception
    DayWork work;
};

struct MonthShape {
    unsigned month = 1;
    Box title;
    std::array<Box, 7> weekdays; ///< heads of the columns, by weekday: 0 Monday
    std::vector<DayShape> days;
};

/// A year, or one month of it large.
struct YearLayout {
    int year = 0;
    bool large = false;
    std::vector<MonthShape> months;

    [[nodiscard]] const DayShape* dayAt(double x, double y) const;
    [[nodiscard]] const DayShape* day(Date date) const;
    /// The month whose title lies there.
    [[nodiscard]] std::optional<unsigned> titleAt(double x, double y) const;
    struct Head {
        unsigned month;
        int weekday;
    };
    [[nodiscard]] std::optional<Head> headAt(double x, double y) const;
};

/// `ownFrom` is the index of the first exception that is the calendar's own, behind those it inherits; `weatherIsOwn`
/// tells whether the allowance is; weeks begin on `firstWeekday`, 0 Monday … 6 Sunday. With a month the layout shows
/// only that one, large.
[[nodiscard]] YearLayout layOutYear(const ResolvedCalendar& calendar, std::size_t ownFrom, bool weatherIsOwn, int year,
                                    std::optional<unsigned> month, double width, double height, int firstWeekday = 0);

/// What a calendar with these exceptions and weather does in a year, as the legend says it.
struct YearSum {
    int works = 0;
    int weather = 0;
    int exceptions = 0; ///< days that an exception decides
};
[[nodiscard]] YearSum sumOf(const YearLayout& layout);

} // namespace yarrin

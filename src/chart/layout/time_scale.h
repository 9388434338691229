// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/time/instant.h"

#include <string>
#include <vector>

namespace yarrin {

/// Where an instant lies on a chart: origin at x = 0, so many pixels a day.
struct TimeScale {
    Instant origin;
    double pixelsPerDay = 6;

    [[nodiscard]] double x(Instant t) const {
        return static_cast<double>(t - origin) * pixelsPerDay / static_cast<double>(minutesPerDay);
    }
    [[nodiscard]] Instant at(double x) const {
        return origin + static_cast<Minutes>(x / pixelsPerDay * static_cast<double>(minutesPerDay));
    }
};

/// The zoom that charts allow: a century on a screen, to an hour in a few pixels.
inline constexpr double leastPixelsPerDay = 0.02;
inline constexpr double mostPixelsPerDay = 240;

/// One cell of the time axis.
struct AxisCell {
    double x0 = 0;
    double x1 = 0;
    std::string text; ///< empty where it would not fit; a year may reach into the next cell, which then has none
    friend bool operator==(const AxisCell&, const AxisCell&) = default;
};

/// The two lines of the time axis between x = 0 and x = width.
struct AxisLayout {
    std::vector<AxisCell> upper; ///< months or years
    std::vector<AxisCell> lower; ///< days, contract weeks, or quarters
    bool weeks = false;          ///< the lower line holds weeks
};

/// How a time axis counts its weeks and how large it writes.
struct AxisStyle {
    int firstWeekday = 0;  ///< of contract weeks: 0 Monday … 6 Sunday
    bool isoWeeks = false; ///< weeks of the year of ISO 8601 in place of contract weeks
    int larger = 0;        ///< pixels by which its words are larger
};
[[nodiscard]] AxisLayout axisFor(const TimeScale& scale, double width, Date programmeStart,
                                 const AxisStyle& style = {});
/// Week 1 holds the programme's start, the week before it is -1.
[[nodiscard]] int contractWeek(Date date, Date programmeStart, int firstWeekday = 0);
/// The week of ISO 8601: from Monday, week 1 holds the year's first Thursday.
[[nodiscard]] int isoWeek(Date date);
[[nodiscard]] std::string monthName(unsigned month);
/// "Mon", of 0 Monday to 6 Sunday.
[[nodiscard]] std::string weekdayName(int weekday);

} // namespace yarrin

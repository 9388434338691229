// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/layout/time_scale.h"

#include "core/base/worded.h"
#include "core/time/typed_date.h"

#include <algorithm>
#include <utility>

namespace yarrin {

namespace {

Date weekOf(Date date, int firstWeekday) {
    return date + -((weekday(date) - firstWeekday + 7) % 7);
}

Date nextMonth(Date first, unsigned months) {
    const auto day = yearMonthDay(first);
    const unsigned total = day.month - 1 + months;
    return dateFrom(day.year + static_cast<int>(total / 12), total % 12 + 1, 1);
}

/// A cell, its text left out where it would not fit (about 7 pixels a letter).
AxisCell cell(const TimeScale& scale, Date from, Date to, std::string text, double letter = 7) {
    AxisCell made{scale.x(startOf(from)), scale.x(startOf(to)), std::move(text)};
    if (made.x1 - made.x0 < letter * static_cast<double>(made.text.size()) + 4) made.text.clear();
    return made;
}

/// Narrow months go three at a time. The year stands with January and with the first, and reaches into the next cell
/// where its own is too narrow.
std::vector<AxisCell> monthCells(const TimeScale& scale, Date first, Date last, double letter) {
    const unsigned step = scale.pixelsPerDay * 30 < 32 ? 3 : 1;
    const auto begin = yearMonthDay(first);
    std::vector<AxisCell> cells;
    bool yearShown = false, reachedInto = false;
    for (Date month = dateFrom(begin.year, (begin.month - 1) / step * step + 1, 1); month < last;
         month = nextMonth(month, step)) {
        const auto day = yearMonthDay(month);
        const std::string name = monthName(day.month);
        const Date from = std::max(month, first), to = nextMonth(month, step);
        AxisCell made = cell(scale, from, to, reachedInto ? std::string() : name, letter);
        if (!std::exchange(reachedInto, false) && (day.month == 1 || !yearShown)) {
            const std::string named = name + " " + std::to_string(day.year);
            const bool fits = !cell(scale, from, to, named, letter).text.empty();
            reachedInto = !fits && yearMonthDay(to).month != 1 && // which has a year of its own
                          !cell(scale, from, nextMonth(to, step), named, letter).text.empty();
            if (fits || reachedInto)
                made.text = named;
            else if (!yearShown)
                made.text.clear();
            yearShown = yearShown || fits || reachedInto;
        }
        made.x0 = scale.x(startOf(month));
        cells.push_back(made);
    }
    return cells;
}

} // namespace

std::string monthName(unsigned month) {
    static constexpr const char* names[] = {toWord("Jan"), toWord("Feb"), toWord("Mar"), toWord("Apr"),
                                            toWord("May"), toWord("Jun"), toWord("Jul"), toWord("Aug"),
                                            toWord("Sep"), toWord("Oct"), toWord("Nov"), toWord("Dec")};
    return worded(names[(month - 1) % 12]);
}

std::string weekdayName(int weekday) {
    return worded(shortWeekdays[static_cast<std::size_t>(weekday) % 7].data());
}

int contractWeek(Date date, Date programmeStart, int firstWeekday) {
    const int days = weekOf(date, firstWeekday) - weekOf(programmeStart, firstWeekday);
    return days / 7 + (days >= 0 ? 1 : 0); // there is no week 0
}

int isoWeek(Date date) {
    const Date thursday = weekOf(date, 0) + 3;
    return (thursday - dateFrom(yearMonthDay(thursday).year, 1, 1)) / 7 + 1;
}

namespace {

/// Every week, or every second, fourth or eighth of those that are counted; each reaches to the next that is named.
std::vector<AxisCell> weekCells(const TimeScale& scale, Date first, Date last, Date programmeStart,
                                const AxisStyle& style) {
    const double ppd = scale.pixelsPerDay;
    const int step = ppd * 7 >= 22 ? 1 : (ppd * 14 >= 24 ? 2 : (ppd * 28 >= 24 ? 4 : 8));
    const int begins = style.isoWeeks ? 0 : style.firstWeekday;
    const auto numberOf = [&](Date week) {
        return style.isoWeeks ? isoWeek(week) : contractWeek(week, programmeStart, begins);
    };
    // Of the year's weeks the first is always named, of the contract's those that go by the step.
    const auto named = [&](int week) { return ((style.isoWeeks ? week - 1 : week) % step + step) % step == 0; };
    std::vector<AxisCell> cells;
    for (Date week = weekOf(first, begins) + -7 * step; week < last; week = week + 7) {
        const int number = numberOf(week);
        if (!named(number)) continue;
        Date next = week + 7;
        while (!named(numberOf(next))) next = next + 7;
        if (next > first) cells.push_back(cell(scale, week, next, std::to_string(number), 7 + style.larger * 0.6));
    }
    return cells;
}

} // namespace

AxisLayout axisFor(const TimeScale& scale, double width, Date programmeStart, const AxisStyle& style) {
    AxisLayout axis;
    const Instant least = startOf(dateFrom(firstYear + 1, 1, 1));
    const Instant most = startOf(dateFrom(lastYear - 1, 1, 1));
    const Date first = dateOf(std::clamp(scale.at(0), least, most));
    const Date last = dateOf(std::clamp(scale.at(width), least, most)) + 1;
    const auto begin = yearMonthDay(first);
    const double ppd = scale.pixelsPerDay;
    if (ppd >= 0.55) {
        axis.upper = monthCells(scale, first, last, 7 + style.larger * 0.6);
    } else {
        const int step = ppd * 365 < 44 ? (ppd * 365 < 8 ? 50 : 10) : 1;
        for (int year = begin.year / step * step; year < lastYear; year += step) {
            const Date from = dateFrom(std::max(year, firstYear), 1, 1);
            if (from >= last) break;
            axis.upper.push_back(
                cell(scale, from, dateFrom(std::min(year + step, lastYear), 1, 1), std::to_string(year)));
        }
    }
    if (ppd >= 15) {
        for (Date day = first; day < last; day = day + 1)
            axis.lower.push_back(cell(scale, day, day + 1, std::to_string(yearMonthDay(day).day), 5.5));
    } else if (ppd >= 0.55) {
        axis.weeks = true;
        axis.lower = weekCells(scale, first, last, programmeStart, style);
    } else if (ppd * 91 >= 22) {
        for (Date quarter = dateFrom(begin.year, (begin.month - 1) / 3 * 3 + 1, 1); quarter < last;
             quarter = nextMonth(quarter, 3))
            axis.lower.push_back(cell(scale, quarter, nextMonth(quarter, 3),
                                      "Q" + std::to_string((yearMonthDay(quarter).month + 2) / 3)));
    }
    return axis;
}

} // namespace yarrin

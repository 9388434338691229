// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/layout/year_layout.h"

#include "core/base/worded.h"

#include <algorithm>

namespace yarrin {

namespace {

constexpr double titleHeight = 16;
constexpr double monthHead = 12;
constexpr double gapX = 18;
constexpr double gapY = 8;

DayShape shapeOf(const ResolvedCalendar& calendar, const DayPlan& plan, std::size_t day, std::size_t ownFrom,
                 bool weatherIsOwn) {
    DayShape shape;
    shape.work = plan.workOf(day);
    const DayCause& cause = plan.causeOfDay[day];
    if (cause.kind == DayCause::Kind::weather) {
        shape.tone = DayTone::weather;
        shape.fromBase = !weatherIsOwn;
        shape.name = worded("Weather allowance");
    } else if (cause.kind == DayCause::Kind::exception) {
        const CalendarException& exception = calendar.exceptions[cause.exception];
        shape.fromBase = cause.exception < ownFrom;
        shape.tone = !shape.work.empty() ? DayTone::ownTimes : (shape.fromBase ? DayTone::offFromBase : DayTone::off);
        shape.name = exception.name;
        if (exception.tide && shape.name.empty()) shape.name = worded("Tide %1 m", tideText(*exception.tide));
        if (cause.substitute) shape.name += worded(" (substitute)");
    } else {
        shape.tone = shape.work.empty() ? DayTone::dayOff : DayTone::works;
    }
    return shape;
}

} // namespace

YearLayout layOutYear(const ResolvedCalendar& calendar, std::size_t ownFrom, bool weatherIsOwn, int year,
                      std::optional<unsigned> month, double width, double height, int firstWeekday) {
    YearLayout layout;
    layout.year = year;
    layout.large = month.has_value();
    const Date first = dateFrom(year, 1, 1);
    const int count = dateFrom(year, 12, 31) - first + 1;
    const DayPlan plan = planDays(calendar, first.days, count);
    const int across = month ? 1 : (width >= 560 ? 6 : 4);
    const int down = month ? 1 : 12 / across;
    const double monthWidth = (width - gapX * (across - 1)) / across;
    const double monthHeight = (height - gapY * (down - 1)) / down;
    const double heads = month ? 18 : monthHead;
    double cellX = monthWidth / 7;
    double cellY = (monthHeight - titleHeight - heads) / 6;
    if (!month) cellX = cellY = std::max(9.0, std::min({cellX, cellY, 22.0}));
    for (unsigned m = month.value_or(1); m <= month.value_or(12); ++m) {
        MonthShape shape;
        shape.month = m;
        const int place = month ? 0 : int(m) - 1;
        const double x = (place % across) * (monthWidth + gapX);
        const double y = (place / across) * (titleHeight + heads + 6 * cellY + gapY);
        shape.title = {x, y, 7 * cellX, titleHeight};
        for (int day = 0; day < 7; ++day)
            shape.weekdays[std::size_t((day + firstWeekday) % 7)] = {x + day * cellX, y + titleHeight, cellX, heads};
        const Date start = dateFrom(year, m, 1);
        const int lead = (weekday(start) - firstWeekday + 7) % 7;
        for (int day = 0; yearMonthDay(start + day).month == m && yearMonthDay(start + day).year == year; ++day) {
            const int at = lead + day;
            DayShape one = shapeOf(calendar, plan, std::size_t(start - first + day), ownFrom, weatherIsOwn);
            one.date = start + day;
            one.box = {x + (at % 7) * cellX, y + titleHeight + heads + (at / 7) * cellY, cellX - 2, cellY - 2};
            shape.days.push_back(std::move(one));
        }
        layout.months.push_back(std::move(shape));
    }
    return layout;
}

const DayShape* YearLayout::dayAt(double x, double y) const {
    for (const MonthShape& month : months)
        for (const DayShape& day : month.days)
            if (Box{day.box.x, day.box.y, day.box.width + 2, day.box.height + 2}.contains(x, y)) return &day;
    return nullptr;
}

const DayShape* YearLayout::day(Date date) const {
    for (const MonthShape& month : months)
        if (!month.days.empty() && date >= month.days.front().date && date <= month.days.back().date)
            return &month.days[std::size_t(date - month.days.front().date)];
    return nullptr;
}

std::optional<unsigned> YearLayout::titleAt(double x, double y) const {
    for (const MonthShape& month : months)
        if (month.title.contains(x, y)) return month.month;
    return {};
}

std::optional<YearLayout::Head> YearLayout::headAt(double x, double y) const {
    for (const MonthShape& month : months)
        for (int day = 0; day < 7; ++day)
            if (month.weekdays[std::size_t(day)].contains(x, y)) return Head{month.month, day};
    return {};
}

YearSum sumOf(const YearLayout& layout) {
    YearSum sum;
    for (const MonthShape& month : layout.months)
        for (const DayShape& day : month.days) {
            sum.works += day.work.empty() ? 0 : 1;
            sum.weather += day.tone == DayTone::weather ? 1 : 0;
            sum.exceptions +=
                day.tone == DayTone::off || day.tone == DayTone::offFromBase || day.tone == DayTone::ownTimes ? 1 : 0;
        }
    return sum;
}

} // namespace yarrin

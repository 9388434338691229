// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/time/work_calendar.h"

#include "core/time/calendar_parts.h"
#include "core/time/day_plan.h"

#include <algorithm>
#include <bit>
#include <map>

namespace yarrin {

namespace {

constexpr std::int64_t farEasters = 300 * 366; ///< days beyond the window with their own Easters
constexpr int farthest = 1500 * 366;           ///< days from the window at which dated exceptions still count

std::int64_t floorDiv(std::int64_t a, std::int64_t b) {
    const std::int64_t quotient = a / b;
    return a % b < 0 ? quotient - 1 : quotient;
}

} // namespace

DayTable::DayTable(std::int64_t firstDay, const std::vector<std::uint32_t>& patternOfDay, std::uint32_t carried,
                   const std::vector<DayWork>& patterns)
    : m_firstDay(firstDay) {
    struct Shape {
        WorkDay day; ///< all but where and when it is
        int total;
    };
    std::vector<Shape> shapes;
    const auto shapeOf = [&](const DayWork& runs) {
        Shape shape{{}, 0};
        for (const Spell& run : runs) shape.total += run.to - run.from;
        const auto packed = [](int from, int length) { return std::uint32_t(from) | std::uint32_t(length) << 16; };
        for (std::size_t i = 0; i < 2 && i < runs.size(); ++i)
            shape.day.runs[i] = packed(runs[i].from, runs[i].to - runs[i].from);
        if (runs.size() == 1) shape.day.runs[1] = packed(runs[0].to, 0);
        if (runs.size() > 2) {
            shape.day.runs[0] = static_cast<std::uint32_t>(m_manyRuns.size());
            shape.day.runs[1] = packed(0, many);
            m_manyRuns.push_back(runs);
        }
        return shape;
    };
    std::map<std::pair<std::uint32_t, std::uint32_t>, std::size_t> shapeOfPair;
    std::pair<std::uint32_t, std::uint32_t> lastPair{0xffffffff, 0xffffffff};
    std::size_t shape = 0;
    std::uint32_t before = carried;
    int shortest = int(minutesPerDay);
    m_workDayFrom.reserve(patternOfDay.size() + 1);
    for (std::size_t i = 0; i < patternOfDay.size(); ++i) {
        const std::pair pair(before, patternOfDay[i]);
        if (pair != lastPair) {
            const auto [place, isNew] = shapeOfPair.try_emplace(pair, shapes.size());
            if (isNew) shapes.push_back(shapeOf(workWithin(patterns[pair.first], patterns[pair.second])));
            shape = place->second;
            lastPair = pair;
        }
        before = pair.second;
        m_workDayFrom.push_back(static_cast<std::uint32_t>(m_workDays.size()));
        if (shapes[shape].total == 0) continue;
        shortest = std::min(shortest, shapes[shape].total);
        m_workDays.push_back(shapes[shape].day);
        m_workDays.back().before = static_cast<std::int32_t>(m_total);
        m_workDays.back().start = static_cast<std::int32_t>(static_cast<Minutes>(i) * minutesPerDay);
        m_total += shapes[shape].total;
    }
    m_workDayFrom.push_back(static_cast<std::uint32_t>(m_workDays.size()));
    const WorkDay end{static_cast<std::int32_t>(m_total),
                      static_cast<std::int32_t>(static_cast<Minutes>(patternOfDay.size()) * minutesPerDay),
                      {0, 0}};
    m_workDays.insert(m_workDays.end(), 2, end);
    // One hint a work day or so; a few very short days must not make it long.
    m_hintShift = std::max(6, static_cast<int>(std::bit_width(static_cast<unsigned>(shortest))) - 1);
    m_even = m_manyRuns.empty() && shortest >= 1 << m_hintShift && end.start < 1 << 30;
    m_hint.reserve(static_cast<std::size_t>(m_total >> m_hintShift) + 1);
    std::size_t day = 0;
    for (Minutes n = 0; n < m_total; n += Minutes{1} << m_hintShift) {
        while (m_workDays[day + 1].before <= n) ++day;
        m_hint.push_back(static_cast<std::uint32_t>(day));
    }
}

int DayTable::restOfMany(const WorkDay& day, int minute) const {
    int sum = 0;
    for (const Spell& run : manyRunsOf(day)) sum += std::clamp(minute - run.from, 0, run.to - run.from);
    return sum;
}

int DayTable::minuteOfMany(const WorkDay& day, int rest) const {
    const Runs& runs = manyRunsOf(day);
    auto run = runs.begin();
    for (; rest >= run->to - run->from; ++run) rest -= run->to - run->from;
    return run->from + rest;
}

Minutes WorkCalendar::Cycle::worked(Minutes minute) const {
    const Minutes turns = floorDiv(minute, length);
    return turns * table.total() + table.workedUpTo(minute - turns * length);
}

WorkCalendar::WorkCalendar(ResolvedCalendar calendar, Date from, Date to) : m_calendar(std::move(calendar)) {
    const Date asked = from;
    forEachPart(m_calendar, [&](const ResolvedCalendar& part) {
        for (const CalendarException& exception : part.exceptions) {
            m_hasEaster = m_hasEaster || (exception.rule && exception.rule->kind == HolidayRule::Kind::easter);
            if (exception.yearly || exception.rule) continue;
            // Work past midnight reaches the day after, and the window's first day looks at the day before it.
            from = std::min(from, std::max(exception.from, asked + -farthest) + -2);
            to = std::max(to, std::min(exception.to, asked + farthest) + 3);
        }
    });
    const std::int64_t first = from.days;
    const std::int64_t count = to.days - first;
    m_window = tableOf(first, count, true);
    m_windowStart = first * minutesPerDay;
    m_windowLength = count * minutesPerDay;
}

DayTable WorkCalendar::tableOf(std::int64_t firstDay, std::int64_t count, bool dated) const {
    DayPlan plan = planDays(m_calendar, firstDay - 1, count + 1, dated);
    const std::uint32_t carried = plan.patternOfDay.front();
    plan.patternOfDay.erase(plan.patternOfDay.begin());
    return DayTable(firstDay, plan.patternOfDay, carried, plan.patterns);
}

bool WorkCalendar::covers(Date from, Date to) const {
    return startOf(from).minutes >= m_windowStart && startOf(to).minutes <= m_windowStart + m_windowLength;
}

const WorkCalendar::Cycle& WorkCalendar::cycle() const {
    std::call_once(m_cycleOnce, [this] {
        bool yearly = false;
        forEachPart(m_calendar, [&](const ResolvedCalendar& part) {
            yearly = yearly || part.weather ||
                     std::any_of(part.exceptions.begin(), part.exceptions.end(),
                                 [](const CalendarException& e) { return e.yearly || e.rule; });
        });
        const std::int64_t days = yearly ? 146097 : 7; // the Gregorian calendar repeats after 400 years
        // A Monday; of all years of a cycle, also the first of a month.
        const std::int64_t first = yearly ? dateFrom(2001, 1, 1).days : dateFrom(2000, 1, 3).days;
        m_cycle.reset(new Cycle{tableOf(first, days, false), days * minutesPerDay});
    });
    return *m_cycle;
}

const WorkCalendar::Wide& WorkCalendar::wide() const {
    std::call_once(m_wideOnce, [this] {
        m_wide.reset(new Wide{{}, m_windowStart, m_windowStart + m_windowLength});
        if (!m_hasEaster) return;
        const auto day = [](Minutes minute) { return minute / minutesPerDay; };
        const std::int64_t first = std::max<std::int64_t>(day(m_windowStart) - farEasters, dateOf(farPast).days + 1);
        const std::int64_t last =
            std::min<std::int64_t>(day(m_windowStart + m_windowLength) + farEasters, dateOf(farFuture).days - 400);
        *m_wide = {tableOf(first, last - first, true), first * minutesPerDay, last * minutesPerDay};
    });
    return *m_wide;
}

Minutes WorkCalendar::beyond(Minutes from, Minutes to) const {
    const Minutes origin = cycle().table.firstDay() * minutesPerDay;
    return cycle().worked(to - origin) - cycle().worked(from - origin);
}

Minutes WorkCalendar::workedOutside(Instant t) const {
    const Minutes end = m_windowStart + m_windowLength;
    if (!m_hasEaster)
        return t.minutes < m_windowStart ? -beyond(t.minutes, m_windowStart)
                                         : m_window.total() + beyond(end, t.minutes);
    const Wide& outer = wide();
    const auto upTo = [&](Minutes minute) {
        const Minutes within = std::clamp(minute, outer.start, outer.end);
        return outer.table.workedUpTo(within - outer.start) + beyond(within, minute);
    };
    return upTo(t.minutes) - upTo(m_windowStart);
}

Instant WorkCalendar::startOutside(Minutes n) const {
    const DayTable& table = cycle().table;
    if (table.total() == 0) return n < 0 ? farPast : farFuture;
    // Work is counted on from an end of what is known for sure.
    Minutes from = n < 0 ? m_windowStart : m_windowStart + m_windowLength;
    Minutes rest = n < 0 ? n : n - m_window.total();
    if (m_hasEaster) {
        const Wide& outer = wide();
        const Minutes k = outer.table.workedUpTo(from - outer.start) + rest;
        if (k >= 0 && k < outer.table.total()) return Instant{outer.start + outer.table.startOf(k)};
        from = n < 0 ? outer.start : outer.end;
        rest = n < 0 ? k : k - outer.table.total();
    }
    const Minutes origin = table.firstDay() * minutesPerDay;
    const Minutes base = cycle().worked(from - origin) + rest;
    const Minutes turns = floorDiv(base, table.total());
    const Instant found{origin + turns * cycle().length + table.startOf(base - turns * table.total())};
    return std::clamp(found, farPast, farFuture);
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/time/work_calendar.h"

#include <algorithm>
#include <map>

namespace yarrin {

namespace {

std::int64_t floorDiv(std::int64_t a, std::int64_t b) {
    const std::int64_t quotient = a / b;
    return a % b < 0 ? quotient - 1 : quotient;
}

/// What works between 00:00 and 24:00 of a day: its own spells and what the day before carries past midnight.
DayWork workWithin(const DayWork& before, const DayWork& own) {
    DayWork runs;
    for (const Spell& spell : before)
        if (spell.to > minutesPerDay)
            runs.push_back({std::max(0, spell.from - int(minutesPerDay)), spell.to - int(minutesPerDay)});
    runs.insert(runs.end(), own.begin(), own.end());
    std::sort(runs.begin(), runs.end(), [](const Spell& a, const Spell& b) { return a.from < b.from; });
    DayWork merged;
    for (Spell spell : runs) {
        spell.to = std::min(spell.to, int(minutesPerDay));
        if (!merged.empty() && spell.from <= merged.back().to)
            merged.back().to = std::max(merged.back().to, spell.to);
        else
            merged.push_back(spell);
    }
    return merged;
}

} // namespace

DayTable::DayTable(std::int64_t firstDay, const std::vector<std::uint16_t>& patternOfDay, std::uint16_t carried,
                   const std::vector<DayWork>& patterns)
    : m_firstDay(firstDay) {
    std::map<std::pair<std::uint16_t, std::uint16_t>, std::uint16_t> shapes;
    std::vector<Minutes> totals;
    m_firstRun.push_back(0);
    m_before.reserve(patternOfDay.size() + 1);
    m_shape.reserve(patternOfDay.size());
    m_before.push_back(0);
    std::uint16_t before = carried;
    std::uint16_t lastShape = 0;
    std::pair<std::uint16_t, std::uint16_t> lastKey{0xffff, 0xffff};
    for (const std::uint16_t own : patternOfDay) {
        const std::pair key(before, own);
        if (key != lastKey) {
            const auto [place, isNew] = shapes.try_emplace(key, static_cast<std::uint16_t>(totals.size()));
            if (isNew) {
                int sum = 0;
                for (const Spell& run : workWithin(patterns[before], patterns[own])) {
                    m_runs.push_back({run.from, run.to, sum});
                    sum += run.to - run.from;
                }
                m_firstRun.push_back(static_cast<std::uint32_t>(m_runs.size()));
                totals.push_back(sum);
            }
            lastShape = place->second;
            lastKey = key;
        }
        m_shape.push_back(lastShape);
        m_before.push_back(m_before.back() + totals[lastShape]);
        before = own;
    }
    m_hint.reserve(static_cast<std::size_t>(m_before.back() / hintStep + 1));
    std::size_t day = 0;
    for (Minutes n = 0; n < m_before.back(); n += hintStep) {
        while (m_before[day + 1] <= n) ++day;
        m_hint.push_back(static_cast<std::uint32_t>(day));
    }
}

Minutes DayTable::workedUpTo(Minutes minute) const {
    const auto day = static_cast<std::size_t>(minute / minutesPerDay);
    if (day >= m_shape.size()) return total();
    const auto ofDay = static_cast<int>(minute - static_cast<Minutes>(day) * minutesPerDay);
    const auto shape = m_shape[day];
    int sum = 0;
    for (auto run = m_firstRun[shape]; run < m_firstRun[shape + 1u]; ++run) {
        if (ofDay <= m_runs[run].from) break;
        sum = m_runs[run].before + std::min(ofDay, m_runs[run].to) - m_runs[run].from;
    }
    return m_before[day] + sum;
}

std::size_t DayTable::dayOf(Minutes n) const {
    std::size_t day = m_hint[static_cast<std::size_t>(n / hintStep)];
    while (m_before[day + 1] <= n) ++day;
    return day;
}

Minutes DayTable::startOf(Minutes n) const {
    const std::size_t day = dayOf(n);
    const auto rest = static_cast<int>(n - m_before[day]);
    auto run = m_firstRun[m_shape[day]];
    while (rest >= m_runs[run].before + m_runs[run].to - m_runs[run].from) ++run;
    return static_cast<Minutes>(day) * minutesPerDay + m_runs[run].from + rest - m_runs[run].before;
}

Minutes DayTable::endOf(Minutes n) const {
    return startOf(n - 1) + 1;
}

Minutes WorkCalendar::Cycle::worked(Minutes minute) const {
    const Minutes turns = floorDiv(minute, length);
    return turns * table.total() + table.workedUpTo(minute - turns * length);
}

WorkCalendar::WorkCalendar(ResolvedCalendar calendar, Date from, Date to) : m_calendar(std::move(calendar)) {
    for (const DayWork& day : m_calendar.week) m_patterns.push_back(day);
    for (const CalendarException& exception : m_calendar.exceptions) {
        m_patterns.push_back(exception.work);
        if (exception.yearly) continue;
        // Work past midnight reaches the day after, and the window's first day looks at the day before it.
        from = std::min(from, exception.from + -2);
        to = std::max(to, exception.to + 3);
    }
    const std::int64_t first = from.days;
    const std::int64_t count = to.days - first;
    const auto patterns = patternsOf(first - 1, count + 1, true);
    m_window = std::make_unique<DayTable>(first, std::vector(patterns.begin() + 1, patterns.end()), patterns.front(),
                                          m_patterns);
    m_windowStart = first * minutesPerDay;
    m_windowEnd = (first + count) * minutesPerDay;
}

bool WorkCalendar::covers(Date from, Date to) const {
    return startOf(from).minutes >= m_windowStart && startOf(to).minutes <= m_windowEnd;
}

std::vector<std::uint16_t> WorkCalendar::patternsOf(std::int64_t firstDay, std::int64_t count, bool dated) const {
    std::vector<std::uint16_t> patterns(static_cast<std::size_t>(count));
    for (std::int64_t i = 0; i < count; ++i)
        patterns[static_cast<std::size_t>(i)] =
            static_cast<std::uint16_t>(weekday(Date{static_cast<std::int32_t>(firstDay + i)}));
    const auto cover = [&](std::int64_t from, std::int64_t to, std::uint16_t pattern) {
        from = std::max<std::int64_t>(from, firstDay);
        to = std::min<std::int64_t>(to, firstDay + count - 1);
        for (std::int64_t day = from; day <= to; ++day) patterns[static_cast<std::size_t>(day - firstDay)] = pattern;
    };
    for (std::size_t i = 0; i < m_calendar.exceptions.size(); ++i) {
        const CalendarException& exception = m_calendar.exceptions[i];
        const auto pattern = static_cast<std::uint16_t>(7 + i);
        if (!exception.yearly) {
            if (dated) cover(exception.from.days, exception.to.days, pattern);
            continue;
        }
        const auto from = yearMonthDay(exception.from);
        const auto to = yearMonthDay(exception.to);
        const bool overNewYear = std::pair(to.month, to.day) < std::pair(from.month, from.day);
        const int lastOfAll = yearMonthDay(Date{static_cast<std::int32_t>(firstDay + count)}).year;
        // In a common year 29 February stands for the days from 1 March on as a start, up to 28 February as an end.
        const auto startIn = [](int year, const YearMonthDay& day) {
            return isDate(year, day.month, day.day) ? dateFrom(year, day.month, day.day) : dateFrom(year, 3, 1);
        };
        const auto endIn = [](int year, const YearMonthDay& day) {
            return isDate(year, day.month, day.day) ? dateFrom(year, day.month, day.day) : dateFrom(year, 2, 28);
        };
        const int firstOfAll = yearMonthDay(Date{static_cast<std::int32_t>(firstDay)}).year - 1;
        for (int year = std::max(firstOfAll, firstYear); year <= std::min(lastOfAll, lastYear - 1); ++year)
            cover(startIn(year, from).days, endIn(overNewYear ? year + 1 : year, to).days, pattern);
    }
    return patterns;
}

const WorkCalendar::Cycle& WorkCalendar::cycle() const {
    std::call_once(m_cycleOnce, [this] {
        const bool yearly = std::any_of(m_calendar.exceptions.begin(), m_calendar.exceptions.end(),
                                        [](const CalendarException& e) { return e.yearly; });
        const std::int64_t days = yearly ? 146097 : 7;        // the Gregorian calendar repeats after 400 years
        const std::int64_t first = dateFrom(2000, 1, 3).days; // a Monday
        const auto patterns = patternsOf(first - 1, days + 1, false);
        m_cycle.reset(
            new Cycle{DayTable(first, std::vector(patterns.begin() + 1, patterns.end()), patterns.front(), m_patterns),
                      days * minutesPerDay});
    });
    return *m_cycle;
}

Minutes WorkCalendar::beyond(Minutes from, Minutes to) const {
    const Minutes origin = cycle().table.firstDay() * minutesPerDay;
    return cycle().worked(to - origin) - cycle().worked(from - origin);
}

Minutes WorkCalendar::worked(Instant t) const {
    if (t.minutes < m_windowStart) return -beyond(t.minutes, m_windowStart);
    if (t.minutes > m_windowEnd) return m_window->total() + beyond(m_windowEnd, t.minutes);
    return m_window->workedUpTo(t.minutes - m_windowStart);
}

Instant WorkCalendar::startOfMinute(Minutes n) const {
    if (n >= 0 && n < m_window->total()) return Instant{m_windowStart + m_window->startOf(n)};
    const DayTable& table = cycle().table;
    if (table.total() == 0) return n < 0 ? farPast : farFuture;
    const Minutes origin = table.firstDay() * minutesPerDay;
    const Minutes base = n < 0 ? cycle().worked(m_windowStart - origin) + n
                               : cycle().worked(m_windowEnd - origin) + n - m_window->total();
    const Minutes turns = floorDiv(base, table.total());
    const Instant found{origin + turns * cycle().length + table.startOf(base - turns * table.total())};
    return std::clamp(found, farPast, farFuture);
}

Instant WorkCalendar::endOfMinute(Minutes n) const {
    const Instant start = startOfMinute(n - 1);
    return isBeyond(start) ? start : start + 1;
}

} // namespace yarrin

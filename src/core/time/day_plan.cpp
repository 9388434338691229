// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/time/day_plan.h"

#include <algorithm>
#include <array>
#include <map>

namespace yarrin {

namespace {

Date dayAt(std::int64_t days) {
    return Date{static_cast<std::int32_t>(days)};
}

std::int64_t firstOfMonth(std::int64_t days) {
    return days - (yearMonthDay(dayAt(days)).day - 1);
}

/// Days from firstDay on, laid over each other in the order in which they count: week, exceptions, weather.
class Planner {
public:
    Planner(const ResolvedCalendar& calendar, std::int64_t firstDay, std::int64_t count, bool dated)
        : m_calendar(calendar), m_first(firstDay), m_end(firstDay + count), m_dated(dated) {
        m_firstYear = yearMonthDay(dayAt(m_first)).year;
        m_lastYear = yearMonthDay(dayAt(m_end)).year;
    }

    DayPlan run() {
        m_plan.patterns.assign(m_calendar.week.begin(), m_calendar.week.end());
        for (std::int64_t day = m_first; day < m_end; ++day)
            m_plan.patternOfDay.push_back(static_cast<std::uint32_t>(weekday(dayAt(day))));
        m_plan.causeOfDay.resize(m_plan.patternOfDay.size());
        for (std::uint32_t i = 0; i < m_calendar.exceptions.size(); ++i) {
            const CalendarException& exception = m_calendar.exceptions[i];
            if (exception.rule)
                rule(i);
            else if (exception.tide)
                tide(exception, i);
            else if (exception.yearly)
                yearly(exception, i);
            else if (m_dated)
                cover(exception.from.days, exception.to.days, patternOf(exception), {DayCause::Kind::exception, i});
        }
        if (m_calendar.weather || !m_calendar.lostIn.empty()) weather();
        return std::move(m_plan);
    }

private:
    std::uint32_t patternOf(const CalendarException& exception) { return add(exception.work); }
    std::uint32_t add(const DayWork& work) {
        m_plan.patterns.push_back(work);
        return static_cast<std::uint32_t>(m_plan.patterns.size() - 1);
    }

    void cover(std::int64_t from, std::int64_t to, std::uint32_t pattern, DayCause cause) {
        from = std::max(from, m_first);
        to = std::min(to, m_end - 1);
        for (std::int64_t day = from; day <= to; ++day) {
            m_plan.patternOfDay[static_cast<std::size_t>(day - m_first)] = pattern;
            m_plan.causeOfDay[static_cast<std::size_t>(day - m_first)] = cause;
        }
    }

    void yearly(const CalendarException& exception, std::uint32_t index) {
        const std::uint32_t pattern = patternOf(exception);
        const auto from = yearMonthDay(exception.from);
        const auto to = yearMonthDay(exception.to);
        const bool overNewYear = std::pair(to.month, to.day) < std::pair(from.month, from.day);
        // In a common year 29 February stands for the days from 1 March on as a start, up to 28 February as an end.
        const auto startIn = [](int year, const YearMonthDay& day) {
            return isDate(year, day.month, day.day) ? dateFrom(year, day.month, day.day) : dateFrom(year, 3, 1);
        };
        const auto endIn = [](int year, const YearMonthDay& day) {
            return isDate(year, day.month, day.day) ? dateFrom(year, day.month, day.day) : dateFrom(year, 2, 28);
        };
        for (int year = std::max(m_firstYear - 1, firstYear); year <= std::min(m_lastYear, lastYear - 1); ++year)
            cover(startIn(year, from).days, endIn(overNewYear ? year + 1 : year, to).days, pattern,
                  {DayCause::Kind::exception, index});
    }

    /// The rules of one calendar know of each other, as their substitutes make way. They are laid where the first of a
    /// run of them stands: a rule that follows right behind it counts no differently.
    void rule(std::uint32_t index) {
        if (m_rulesDone > index) return;
        std::vector<HolidayRule> rules;
        std::vector<std::uint32_t> patterns;
        for (m_rulesDone = index; m_rulesDone < m_calendar.exceptions.size(); ++m_rulesDone) {
            const CalendarException& exception = m_calendar.exceptions[m_rulesDone];
            if (!exception.rule) break;
            rules.push_back(*exception.rule);
            patterns.push_back(patternOf(exception));
        }
        for (int year = std::max(m_firstYear - 1, firstYear); year <= std::min(m_lastYear, lastYear); ++year)
            for (const RuleDay& day : daysIn(rules, year))
                cover(day.date.days, day.date.days, patterns[day.rule],
                      {DayCause::Kind::exception, index + static_cast<std::uint32_t>(day.rule), day.isSubstitute});
    }

    /// The tide leaves of a day's work what it leaves.
    void tide(const CalendarException& exception, std::uint32_t index) {
        if (!m_dated) return;
        const std::int64_t from = std::max<std::int64_t>(exception.from.days, m_first);
        const std::int64_t to = std::min<std::int64_t>(exception.to.days, m_end - 1);
        for (std::int64_t day = from; day <= to; ++day) {
            const DayWork work = m_plan.workOf(static_cast<std::size_t>(day - m_first)); // a copy: patterns grow
            if (work.empty()) continue;
            DayWork left;
            for (const Spell& spell : work)
                for (const TideSpell& open : openSpells(*exception.tide, dayAt(day), spell.from, spell.to))
                    left.push_back({open.from, open.to});
            cover(day, day, add(left), {DayCause::Kind::exception, index});
        }
    }

    /// Of n days lost in a month with c days of work, the k-th is day floor((2k + 1) c / 2n) of them: evenly spread.
    void weather() {
        const std::array<int, 12> everyYear = m_calendar.weather.value_or(std::array<int, 12>{});
        m_lost = add({});
        auto one = m_calendar.lostIn.begin();
        std::vector<std::size_t> working;
        for (std::int64_t month = m_first; month < m_end;) {
            const auto date = yearMonthDay(dayAt(month));
            working.clear();
            std::int64_t day = month;
            for (; day < m_end && yearMonthDay(dayAt(day)).month == date.month; ++day)
                if (!m_plan.workOf(static_cast<std::size_t>(day - m_first)).empty())
                    working.push_back(static_cast<std::size_t>(day - m_first));
            while (one != m_calendar.lostIn.end() && one->from.days < month) ++one;
            const bool ofItsOwn = m_dated && one != m_calendar.lostIn.end() && one->from.days < day;
            const std::size_t from = ofItsOwn ? std::size_t(one->from.days - m_first) : std::size_t(day - m_first);
            lose(working, everyYear[date.month - 1], from);
            std::erase_if(working, [&](std::size_t at) { return at < from; });
            if (ofItsOwn) lose(working, one->days, m_plan.patternOfDay.size());
            month = day;
        }
    }
    /// Loses so many of these days, those that lie before a place.
    void lose(const std::vector<std::size_t>& working, int days, std::size_t before) {
        const auto count = static_cast<std::int64_t>(working.size());
        const std::int64_t n = std::min<std::int64_t>(days, count);
        for (std::int64_t k = 0; k < n; ++k) {
            const std::size_t at = working[static_cast<std::size_t>((2 * k + 1) * count / (2 * n))];
            if (at >= before) continue;
            m_plan.patternOfDay[at] = m_lost;
            m_plan.causeOfDay[at] = {DayCause::Kind::weather, 0};
        }
    }

    const ResolvedCalendar& m_calendar;
    std::int64_t m_first, m_end;
    bool m_dated;
    int m_firstYear, m_lastYear;
    std::uint32_t m_rulesDone = 0, m_lost = 0;
    DayPlan m_plan;
};

/// The days of a calendar by itself.
DayPlan ownDays(const ResolvedCalendar& calendar, std::int64_t firstDay, std::int64_t count, bool dated) {
    if (!calendar.weather && calendar.lostIn.empty()) return Planner(calendar, firstDay, count, dated).run();
    // Weather is spread over whole months, whatever part of them is asked for.
    const std::int64_t from = firstOfMonth(firstDay);
    const std::int64_t to = firstOfMonth(firstOfMonth(firstDay + count) + 31);
    DayPlan plan = Planner(calendar, from, to - from, dated).run();
    const auto cut = [&](auto& list) {
        list.erase(list.begin() + (firstDay + count - from), list.end());
        list.erase(list.begin(), list.begin() + (firstDay - from));
    };
    cut(plan.patternOfDay);
    cut(plan.causeOfDay);
    return plan;
}

/// Both at once, of what works between 00:00 and 24:00.
DayWork bothOf(const DayWork& a, const DayWork& b) {
    DayWork both;
    for (const Spell& one : a)
        for (const Spell& other : b)
            if (const Spell meet{std::max(one.from, other.from), std::min(one.to, other.to)}; meet.from < meet.to)
                both.push_back(meet);
    return both;
}

/// Leaves of the work of each date what another calendar works too; nothing reaches past midnight then. Both plans
/// begin a day earlier, for what that carries into the first.
DayPlan meeting(const DayPlan& own, const DayPlan& theirs) {
    DayPlan plan;
    using Days = std::array<std::uint32_t, 4>;
    std::map<Days, std::uint32_t> known; // of equal days the pattern is one
    for (std::size_t day = 1; day < own.patternOfDay.size(); ++day) {
        const Days days{own.patternOfDay[day - 1], own.patternOfDay[day], theirs.patternOfDay[day - 1],
                        theirs.patternOfDay[day]};
        const auto [place, isNew] = known.try_emplace(days, static_cast<std::uint32_t>(plan.patterns.size()));
        if (isNew)
            plan.patterns.push_back(bothOf(workWithin(own.workOf(day - 1), own.workOf(day)),
                                           workWithin(theirs.workOf(day - 1), theirs.workOf(day))));
        plan.patternOfDay.push_back(place->second);
        plan.causeOfDay.push_back(own.causeOfDay[day]);
    }
    return plan;
}

} // namespace

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

DayPlan planDays(const ResolvedCalendar& calendar, std::int64_t firstDay, std::int64_t count, bool dated) {
    if (calendar.meets.empty()) return ownDays(calendar, firstDay, count, dated);
    ResolvedCalendar rest = calendar;
    const ResolvedCalendar other = std::move(rest.meets.back());
    rest.meets.pop_back();
    return meeting(planDays(rest, firstDay - 1, count + 1, dated), planDays(other, firstDay - 1, count + 1, dated));
}

} // namespace yarrin

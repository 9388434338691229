// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/odds/drawn_calendars.h"

#include "core/base/worded.h"
#include "core/odds/draws.h"
#include "core/time/calendar_parts.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace yarrin {

namespace {

/// The year in which the July before a day lies.
int julyOf(Date day) {
    constexpr unsigned july = 7;
    const YearMonthDay at = yearMonthDay(day);
    return at.month >= july ? at.year : at.year - 1;
}

/// The same month of a recorded July to June, from the same day on.
Date sameDay(Date day, int recordedJuly) {
    const YearMonthDay at = yearMonthDay(day);
    const int year = at.year - julyOf(day) + recordedJuly;
    return isDate(year, at.month, at.day) ? dateFrom(year, at.month, at.day) : dateFrom(year, at.month + 1, 1) + -1;
}

/// What a calendar is called before what it was narrowed by.
std::string keyOf(const ResolvedCalendar& calendar) {
    const std::string meets = worded(" where it meets %1", "\n");
    return calendar.key.substr(0, calendar.key.find(meets.substr(0, meets.find('\n'))));
}

} // namespace

DrawnCalendars::DrawnCalendars(const Programme& programme, const Network& network, OddsWeather from, Instant finish,
                               const std::set<CalendarId>& closable, std::vector<std::string>& notes) {
    const Job& job = programme.job;
    const Date today = dateOf(job.dataDate.value_or(job.start)), last = dateOf(finish);
    // Runs take longer than the forecast; what lies behind this loses the allowance again, and is never closed.
    constexpr int longer = 2, atLeast = 200, atMost = 7300;
    m_horizon = today + std::clamp((last - today) * longer, atLeast, atMost);
    m_windowFrom = dateOf(job.start) + -400;
    m_windowTo = m_horizon + 800;
    for (Date month = today; month <= m_horizon; month = next(monthOf(month)).first) m_months.push_back(month);
    m_low = job.allowanceLow.value_or(Decimal(1)).toDouble();
    m_high = job.allowanceHigh.value_or(Decimal(1)).toDouble();
    m_byFactor = from == OddsWeather::allowance;
    findSources(programme, from, notes);
    findClosable(programme, closable);
    const auto closes = [&](const std::string& key) {
        return std::any_of(m_closable.begin(), m_closable.end(),
                           [&](const auto& one) { return one.second.keys.contains(key); });
    };
    for (std::uint16_t i = 0; i < network.calendars.size(); ++i) {
        bool felt = false;
        forEachPart(network.calendars[i]->definition(), [&](const ResolvedCalendar& part) {
            felt = felt || m_sources.contains(keyOf(part)) || closes(keyOf(part));
        });
        if (felt) m_felt.push_back({i, network.calendars[i]});
    }
}

void DrawnCalendars::findSources(const Programme& programme, OddsWeather from, std::vector<std::string>& notes) {
    const WeatherRecord record(programme);
    for (const Calendar& row : programme.calendars) {
        const auto resolved = resolve(programme.calendars.rows(), row.id);
        if (!resolved.ok()) continue;
        Source source{row.id, resolved->weather.value_or(std::array<int, 12>{}), {}, {}};
        if (!m_byFactor) {
            source.thresholds = thresholdsOf(programme, row.id);
            if (source.thresholds.empty()) continue;
        } else if (!resolved->weather) {
            continue;
        }
        m_sources.emplace(row.key, std::move(source));
    }
    if (from == OddsWeather::none || (m_byFactor && m_low == 1 && m_high == 1)) m_sources.clear();
    if (!m_byFactor && !m_sources.empty()) findRecorded(programme, record, notes);
}

void DrawnCalendars::findClosable(const Programme& programme, const std::set<CalendarId>& closable) {
    for (const CalendarId id : closable) {
        auto resolved = resolve(programme.calendars.rows(), id);
        if (!resolved.ok()) continue;
        Closable one{std::make_shared<WorkCalendar>(std::move(resolved).value(), m_windowFrom, m_windowTo), {}};
        for (const Calendar& row : programme.calendars) {
            CalendarId at = row.id;
            for (std::size_t steps = 0; at && steps <= programme.calendars.size(); ++steps) {
                if (at == id) one.keys.insert(row.key);
                const Calendar* above = programme.calendars.row(at);
                at = above ? above->extends : CalendarId{};
            }
        }
        m_closable.emplace(id, std::move(one));
    }
}

void DrawnCalendars::findRecorded(const Programme& programme, const WeatherRecord& record,
                                  std::vector<std::string>& notes) {
    std::set<int> julys;
    for (const Date month : record.months()) julys.insert(julyOf(month));
    std::map<std::string, ResolvedCalendar> calendars;
    for (const auto& [key, source] : m_sources)
        calendars.emplace(key, *resolve(programme.calendars.rows(), source.calendar));
    for (const int july : julys) {
        bool complete = true;
        Date month = dateFrom(july, 7, 1);
        for (int i = 0; i < 12; ++i, month = next(Month{month}).first)
            for (const auto& [key, source] : m_sources)
                complete = complete && lostIn(record, source.thresholds, calendars.at(key), month).gaps.empty();
        const std::string name = worded("July %1 to June %2", july, july + 1);
        if (complete)
            m_recorded.push_back(july);
        else
            notes.push_back(worded("the records of %1 have gaps: no run takes its weather from them", name));
    }
    for (auto& [key, source] : m_sources)
        for (const int july : m_recorded) {
            std::vector<int>& lost = source.lost.emplace_back();
            for (const Date day : m_months)
                lost.push_back(lostIn(record, source.thresholds, calendars.at(key), sameDay(day, july)).days);
        }
    constexpr std::size_t fewYears = 10;
    if (m_recorded.empty()) {
        notes.push_back(
            worded("no whole July to June is recorded, so the calendars' allowance stands for the weather"));
        m_sources.clear();
    } else if (m_recorded.size() < fewYears) {
        notes.push_back(wordedCount("weather is drawn from %1 recorded year: fewer than ten say little of rare ones",
                                    "weather is drawn from %1 recorded years: fewer than ten say little of rare ones",
                                    m_recorded.size()));
    }
}

std::vector<MonthLost> DrawnCalendars::lostOf(const Source& source, const Choice& choice) const {
    std::vector<MonthLost> lost;
    for (std::size_t i = 0; i < m_months.size(); ++i) {
        const double chosen = choice.at(julyOf(m_months[i]));
        if (!m_byFactor) {
            lost.push_back({m_months[i], source.lost[std::size_t(chosen)][i]});
            continue;
        }
        // Of a month that has begun the rest.
        const Month month = monthOf(m_months[i]);
        const Date end = next(month).first;
        const double allowed = source.allowance[yearMonthDay(m_months[i]).month - 1];
        const double left = double(end - m_months[i]) / double(end - month.first);
        lost.push_back({m_months[i], int(std::floor(allowed * left * chosen + 0.5))});
    }
    return lost;
}

void DrawnCalendars::put(ResolvedCalendar& calendar, const Choice& choice) const {
    if (const auto source = m_sources.find(keyOf(calendar)); source != m_sources.end())
        calendar.lostIn = lostOf(source->second, choice);
    for (ResolvedCalendar& other : calendar.meets) put(other, choice);
}

DrawnCalendars::Choice DrawnCalendars::choiceOf(std::uint64_t seed, std::uint32_t run) const {
    Choice choice;
    if (m_sources.empty()) return choice;
    for (const Date month : m_months) {
        const int july = julyOf(month);
        if (choice.contains(july)) continue;
        const double share = uniformDraw(seed, run, DrawKind::weather, std::uint32_t(july));
        choice[july] = m_byFactor ? m_low + share * (m_high - m_low) : std::floor(share * double(m_recorded.size()));
    }
    return choice;
}

std::optional<DaySpan> DrawnCalendars::daysOf(const DrawnClosure& closure) const {
    const auto found = m_closable.find(closure.calendar);
    if (found == m_closable.end() || closure.days <= 0 || closure.first > m_horizon) return {};
    const WorkCalendar& calendar = *found->second.calendar;
    std::optional<DaySpan> span;
    int left = closure.days;
    for (Date day = closure.first; left > 0 && day < m_windowTo; day = day + 1) {
        if (!calendar.worksOn(day)) continue;
        span = {span ? span->first : day, day};
        --left;
    }
    return span;
}

bool DrawnCalendars::close(ResolvedCalendar& calendar, std::span<const Closed> closed) const {
    bool any = false;
    for (const Closed& one : closed)
        if (m_closable.at(one.calendar).keys.contains(keyOf(calendar))) {
            calendar.exceptions.push_back({one.days.first, one.days.last, false, {}, "closed", {}, {}});
            any = true;
        }
    for (ResolvedCalendar& other : calendar.meets) any = close(other, closed) || any;
    return any;
}

std::vector<DrawnCalendars::Felt> DrawnCalendars::inRun(std::uint64_t seed, std::uint32_t run,
                                                        std::span<const DrawnClosure> closures) const {
    const Choice choice = choiceOf(seed, run);
    std::vector<Closed> closed;
    for (const DrawnClosure& one : closures)
        if (const auto days = daysOf(one)) closed.push_back({one.calendar, *days});
    if (m_sources.empty() && closed.empty()) return m_felt; // nothing happens to any of them in this run
    std::vector<Felt> out;
    for (const auto& [index, plain] : m_felt) {
        ResolvedCalendar calendar = plain->definition();
        put(calendar, choice);
        if (close(calendar, closed)) { // no two closures are alike, so that it is not worth keeping
            out.push_back({index, std::make_shared<WorkCalendar>(std::move(calendar), m_windowFrom, m_windowTo)});
            continue;
        }
        std::vector<int> days;
        forEachPart(calendar, [&](const ResolvedCalendar& part) {
            for (const MonthLost& one : part.lostIn) days.push_back(one.days);
        });
        out.push_back({index, calendarFor({index, std::move(days)}, std::move(calendar))});
    }
    return out;
}

std::shared_ptr<const WorkCalendar> DrawnCalendars::calendarFor(Known key, ResolvedCalendar calendar) const {
    {
        const std::lock_guard lock(m_mutex);
        if (const auto known = m_known.find(key); known != m_known.end()) return known->second;
    }
    auto made = std::make_shared<const WorkCalendar>(std::move(calendar), m_windowFrom, m_windowTo);
    constexpr std::size_t mostKnown = 1500;
    const std::lock_guard lock(m_mutex);
    if (m_known.size() < mostKnown) m_known.emplace(std::move(key), made);
    return made;
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/odds/drawn_weather.h"

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
    return calendar.key.substr(0, calendar.key.find(" where it meets "));
}

} // namespace

DrawnWeather::DrawnWeather(const Programme& programme, const Network& network, OddsWeather from, Instant finish,
                           std::vector<std::string>& notes) {
    const Job& job = programme.job;
    const Date today = dateOf(job.dataDate.value_or(job.start)), last = dateOf(finish);
    // Runs take longer than the forecast; what lies behind this loses the allowance again.
    constexpr int longer = 2, atLeast = 200, atMost = 7300;
    const Date horizon = today + std::clamp((last - today) * longer, atLeast, atMost);
    m_windowFrom = dateOf(job.start) + -400;
    m_windowTo = horizon + 800;
    for (Date month = today; month <= horizon; month = next(monthOf(month)).first) m_months.push_back(month);
    m_low = job.allowanceLow.value_or(Decimal(1)).toDouble();
    m_high = job.allowanceHigh.value_or(Decimal(1)).toDouble();
    m_byFactor = from == OddsWeather::allowance;
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
    for (std::uint16_t i = 0; i < network.calendars.size(); ++i) {
        bool felt = false;
        forEachPart(network.calendars[i]->definition(),
                    [&](const ResolvedCalendar& part) { felt = felt || m_sources.contains(keyOf(part)); });
        if (felt) m_felt.emplace_back(i, network.calendars[i]->definition());
    }
}

void DrawnWeather::findRecorded(const Programme& programme, const WeatherRecord& record,
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
        const std::string name = "July " + std::to_string(july) + " to June " + std::to_string(july + 1);
        if (complete)
            m_recorded.push_back(july);
        else
            notes.push_back("the records of " + name + " have gaps: no run takes its weather from them");
    }
    for (auto& [key, source] : m_sources)
        for (const int july : m_recorded) {
            std::vector<int>& lost = source.lost.emplace_back();
            for (const Date day : m_months)
                lost.push_back(lostIn(record, source.thresholds, calendars.at(key), sameDay(day, july)).days);
        }
    constexpr std::size_t fewYears = 10;
    if (m_recorded.empty()) {
        notes.push_back("no whole July to June is recorded, so the calendars' allowance stands for the weather");
        m_sources.clear();
    } else if (m_recorded.size() < fewYears) {
        notes.push_back("weather is drawn from " + std::to_string(m_recorded.size()) +
                        (m_recorded.size() == 1 ? " recorded year: " : " recorded years: ") +
                        "fewer than ten say little of rare ones");
    }
}

std::vector<MonthLost> DrawnWeather::lostOf(const Source& source, const Choice& choice) const {
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

void DrawnWeather::put(ResolvedCalendar& calendar, const Choice& choice) const {
    if (const auto source = m_sources.find(keyOf(calendar)); source != m_sources.end())
        calendar.lostIn = lostOf(source->second, choice);
    for (ResolvedCalendar& other : calendar.meets) put(other, choice);
}

std::vector<DrawnWeather::Felt> DrawnWeather::inRun(std::uint64_t seed, std::uint32_t run) const {
    Choice choice;
    for (const Date month : m_months) {
        const int july = julyOf(month);
        if (choice.contains(july)) continue;
        const double share = uniformDraw(seed, run, DrawKind::weather, std::uint32_t(july));
        choice[july] = m_byFactor ? m_low + share * (m_high - m_low) : std::floor(share * double(m_recorded.size()));
    }
    std::vector<Felt> out;
    for (const auto& [index, definition] : m_felt) {
        ResolvedCalendar calendar = definition;
        put(calendar, choice);
        std::vector<int> days;
        forEachPart(calendar, [&](const ResolvedCalendar& part) {
            for (const MonthLost& one : part.lostIn) days.push_back(one.days);
        });
        const std::pair key{index, std::move(days)};
        std::shared_ptr<const WorkCalendar> found;
        {
            const std::lock_guard lock(m_mutex);
            if (const auto known = m_known.find(key); known != m_known.end()) found = known->second;
        }
        if (!found) {
            found = std::make_shared<WorkCalendar>(std::move(calendar), m_windowFrom, m_windowTo);
            constexpr std::size_t mostKnown = 1500;
            const std::lock_guard lock(m_mutex);
            if (m_known.size() < mostKnown) m_known.emplace(key, found);
        }
        out.push_back({index, std::move(found)});
    }
    return out;
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/labour/sum_curves.h"

#include <algorithm>

namespace yarrin {

namespace {

std::vector<std::size_t> placesIn(const Demand& demand, const std::vector<std::string>& names) {
    std::vector<std::size_t> places;
    for (const std::string& name : names)
        if (const std::size_t at = demand.book().named(name); at != ResourceBook::none) places.push_back(at);
    std::sort(places.begin(), places.end());
    places.erase(std::unique(places.begin(), places.end()), places.end());
    return places;
}

/// Mondays around a stretch, and the day on which what is done ends.
std::vector<Date> daysAround(const WorkRun& reach, const std::optional<Instant>& dataDate) {
    std::vector<Date> days;
    const Date first = dateOf(reach.from) + -weekday(dateOf(reach.from));
    for (Date day = first;; day = day + 7) {
        days.push_back(day);
        if (startOf(day) >= reach.to) break;
    }
    if (dataDate && dateOf(*dataDate) > days.front() && dateOf(*dataDate) < days.back())
        days.insert(std::lower_bound(days.begin(), days.end(), dateOf(*dataDate)), dateOf(*dataDate));
    days.erase(std::unique(days.begin(), days.end()), days.end());
    return days;
}

DemandSums sumsOf(const Demand& demand, const std::vector<std::size_t>& places, const std::vector<Date>& days) {
    DemandSums sums;
    for (const Date day : days) {
        double sum = 0;
        for (const std::size_t place : places)
            for (const DemandPart& part : demand.partsOf(place)) sum += demand.before(part, place, startOf(day));
        sums.emplace_back(day, sum);
    }
    return sums;
}

} // namespace

SumsOfDemand::SumsOfDemand(State now, State agreed)
    : m_now(std::move(now)), m_agreed(std::move(agreed)), m_early(*m_now.programme, *m_now.schedule),
      m_late(*m_now.programme, *m_now.schedule, AtDates::late), m_plan(*m_agreed.programme, *m_agreed.schedule) {
    for (const Activity& activity : m_agreed.programme->activities)
        m_nowOf.push_back(m_now.programme->activities.indexOf(activity.id));
}

SumCurves SumsOfDemand::of(const std::vector<std::string>& names) const {
    const auto now = placesIn(m_early, names), plan = placesIn(m_plan, names);
    std::optional<WorkRun> reach;
    for (const auto& [demand, places] : {std::pair{&m_early, &now}, {&m_late, &now}, {&m_plan, &plan}})
        for (const std::size_t place : *places)
            if (const auto own = demand->reachOf(place))
                reach = reach ? WorkRun{std::min(reach->from, own->from), std::max(reach->to, own->to)} : *own;
    SumCurves curves;
    if (!reach) return curves;
    const auto& dataDate = m_now.programme->job.dataDate;
    const std::vector<Date> days = daysAround(*reach, dataDate);
    curves.early = sumsOf(m_early, now, days);
    curves.late = sumsOf(m_late, now, days);
    curves.agreed = sumsOf(m_plan, plan, days);
    if (!dataDate) return curves;
    for (const Date day : days) {
        if (startOf(day) > *dataDate) break;
        double sum = 0;
        for (const std::size_t place : plan)
            for (const DemandPart& part : m_plan.partsOf(place))
                if (const std::size_t at = m_nowOf[part.activity]; at != m_now.programme->activities.none)
                    sum += m_plan.before(part, place, farFuture) * m_early.doneBefore(std::uint32_t(at), startOf(day));
        curves.earned.emplace_back(day, sum);
    }
    return curves;
}

} // namespace yarrin

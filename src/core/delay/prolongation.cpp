// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/delay/prolongation.h"

#include "core/network/schedule.h"

#include <algorithm>
#include <map>

namespace yarrin {

namespace {

/// What the hammocks of each section cost a day.
std::map<SectionId, Fraction> ratesOf(const Programme& now) {
    std::map<SectionId, Fraction> rates;
    const Schedule dates = schedule(now);
    if (!dates.ok()) return rates;
    const HammockSections sections(now, dates);
    for (const Activity& activity : now.activities)
        if (activity.kind == ActivityKind::hammock && activity.costPerWeek) {
            Fraction& rate = rates[sections.of(activity)];
            rate = rate + Fraction(*activity.costPerWeek) / Fraction(7);
        }
    return rates;
}

Prolongation costOf(const DelayStep& step, const Programme& now, const std::map<SectionId, Fraction>& rates) {
    Prolongation out;
    for (const StepFigures& figures : step.sections)
        if (const auto rate = rates.find(figures.section); rate != rates.end())
            out.paid = out.paid + rate->second * Fraction(figures.compensable);
    const Fraction cost = step.timeCostAfter - step.timeCostBefore;
    if (cost.sign() < 0) {
        out.recovered = cost;
        return out;
    }
    bool own = false, neutral = false, theirs = false;
    const auto add = [&](EventId id) {
        const DelayEvent* event = now.events.row(id);
        own = own || !event || event->risk == Risk::contractor;
        neutral = neutral || (event && event->risk == Risk::neutral);
        theirs = theirs || (event && event->risk == Risk::employer);
    };
    if (step.kind == DelayStep::Kind::event) add(step.event);
    for (const EventId id : step.together) add(id);
    if (!theirs) {
        (neutral ? out.neutral : out.own) = cost;
        return out;
    }
    // What the employer does not pay of it the own or nobody's delay would have cost anyway.
    out.employer = cost < out.paid ? cost : out.paid;
    (neutral && !own ? out.neutral : out.concurrent) = cost - out.employer;
    return out;
}

} // namespace

HammockSections::HammockSections(const Programme& programme, const Schedule& dates)
    : m_programme(programme), m_dates(dates), m_next(programme.activities.size(), {-1, {}}) {
    if (!dates.ok()) return;
    const auto finish = [&](SectionId id) {
        return m_dates.activities[m_programme.activities.indexOf(m_programme.sections.row(id)->milestone)].earlyFinish;
    };
    for (const Section& section : programme.sections)
        if (programme.activities.row(section.milestone)) m_order.push_back(section.id);
    std::sort(m_order.begin(), m_order.end(), [&](SectionId a, SectionId b) {
        const Instant x = finish(a), y = finish(b);
        return x != y ? x > y : programme.sections.row(a)->key < programme.sections.row(b)->key;
    });
    // From the milestones backwards, all at once: who is reached first is nearest, the latest section before others.
    std::vector<std::vector<std::size_t>> before(programme.activities.size());
    for (const Link& link : programme.links)
        before[programme.activities.indexOf(link.to)].push_back(programme.activities.indexOf(link.from));
    std::vector<std::size_t> front;
    for (const SectionId id : m_order) {
        const std::size_t at = programme.activities.indexOf(programme.sections.row(id)->milestone);
        if (m_next[at].first >= 0) continue;
        m_next[at] = {0, id};
        front.push_back(at);
    }
    const auto rank = [&](SectionId id) { return std::find(m_order.begin(), m_order.end(), id) - m_order.begin(); };
    for (int links = 1; !front.empty(); ++links) {
        std::vector<std::size_t> next;
        for (const std::size_t at : front)
            for (const std::size_t from : before[at]) {
                auto& [count, section] = m_next[from];
                if (count < 0) {
                    m_next[from] = {links, m_next[at].second};
                    next.push_back(from);
                } else if (count == links && rank(m_next[at].second) < rank(section)) {
                    section = m_next[at].second;
                }
            }
        front = std::move(next);
    }
}

SectionId HammockSections::of(const Activity& hammock) const {
    // Its last anchor; where several end on one day, the one that a milestone follows soonest.
    std::optional<Instant> end;
    std::pair<int, SectionId> best{-1, {}};
    for (const Anchor& anchor : hammock.to) {
        const std::size_t at = m_programme.activities.indexOf(anchor.activity);
        if (at >= m_next.size()) continue;
        const Instant finish = m_dates.activities[at].earlyFinish;
        const auto& next = m_next[at];
        const auto nearer = [&] {
            if (next.first < 0 || best.first < 0) return best.first < 0;
            if (next.first != best.first) return next.first < best.first;
            return std::find(m_order.begin(), m_order.end(), next.second) <
                   std::find(m_order.begin(), m_order.end(), best.second);
        };
        if (!end || finish > *end || (finish == *end && nearer())) best = next;
        end = std::max(end.value_or(finish), finish);
    }
    return best.second ? best.second : governing();
}

Prolongation prolongationOf(const DelayStep& step, const Programme& now) {
    return costOf(step, now, ratesOf(now));
}

std::vector<Prolongation> prolongationsOf(const DelayAnalysis& analysis, const Programme& now) {
    const auto rates = ratesOf(now);
    std::vector<Prolongation> list;
    for (const DelayStep& step : analysis.steps) list.push_back(costOf(step, now, rates));
    return list;
}

Prolongation prolongationOf(const DelayAnalysis& analysis, const Programme& now) {
    Prolongation sum;
    for (const Prolongation& one : prolongationsOf(analysis, now))
        for (const auto part : {&Prolongation::employer, &Prolongation::concurrent, &Prolongation::neutral,
                                &Prolongation::own, &Prolongation::recovered, &Prolongation::paid})
            sum.*part = sum.*part + one.*part;
    return sum;
}

Fraction timeCost(const Programme& programme, const Schedule& schedule) {
    Fraction sum;
    for (std::size_t i = 0; i < programme.activities.size(); ++i)
        sum = sum + hireCost(programme.activities[i], schedule.activities[i]);
    return sum;
}

Result<std::vector<StandExposure>> exposureCourse(std::span<const Stand> stands) {
    std::vector<StandExposure> course;
    CalendarCache cache;
    for (const Stand& stand : stands) {
        const Schedule then = schedule(stand.programme, cache);
        if (!then.ok()) return then.errors;
        course.push_back({stand.name, stand.programme.job.dataDate, then.damages, then.sections});
    }
    return course;
}

Programme asPlanned(const Programme& programme) {
    Programme planned = programme;
    planned.job.dataDate.reset();
    std::vector<Activity> rows = planned.activities.take();
    for (Activity& activity : rows) {
        activity.actualStart.reset();
        activity.actualFinish.reset();
        activity.remaining.reset();
        activity.quantityDone.reset();
    }
    planned.activities.assign(std::move(rows));
    planned.costs.assign({});
    std::vector<DelayEvent> events = planned.events.take();
    for (DelayEvent& event : events) event.inForecast = false;
    planned.events.assign(std::move(events));
    return planned;
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/delay/prolongation.h"

#include "core/network/schedule.h"

#include <algorithm>
#include <map>

namespace yarrin {

namespace {

/// The section that a hammock belongs to: of the milestone that it hangs from at its end, else the one that governs.
SectionId sectionOf(const Programme& now, const Schedule& dates, const Activity& hammock) {
    SectionId governing, own;
    const auto finish = [&](SectionId id) {
        const std::size_t index = now.activities.indexOf(now.sections.row(id)->milestone);
        return index < dates.activities.size() ? dates.activities[index].earlyFinish : farPast;
    };
    for (const Section& section : now.sections) {
        if (now.activities.indexOf(section.milestone) >= dates.activities.size()) continue;
        const auto later = [&](SectionId than) {
            if (!than) return true;
            const Instant a = finish(section.id), b = finish(than);
            return a != b ? a > b : section.key < now.sections.row(than)->key;
        };
        if (later(governing)) governing = section.id;
        const bool hangs = std::any_of(hammock.to.begin(), hammock.to.end(),
                                       [&](const Anchor& anchor) { return anchor.activity == section.milestone; });
        if (hangs && later(own)) own = section.id;
    }
    return own ? own : governing;
}

/// What the hammocks of each section cost a day.
std::map<SectionId, Fraction> ratesOf(const Programme& now) {
    std::map<SectionId, Fraction> rates;
    const Schedule dates = schedule(now);
    for (const Activity& activity : now.activities)
        if (activity.kind == ActivityKind::hammock && activity.costPerWeek) {
            Fraction& rate = rates[sectionOf(now, dates, activity)];
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

Prolongation prolongationOf(const DelayStep& step, const Programme& now) {
    return costOf(step, now, ratesOf(now));
}

Prolongation prolongationOf(const DelayAnalysis& analysis, const Programme& now) {
    Prolongation sum;
    const auto rates = ratesOf(now);
    for (const DelayStep& step : analysis.steps) {
        const Prolongation one = costOf(step, now, rates);
        sum.employer = sum.employer + one.employer;
        sum.concurrent = sum.concurrent + one.concurrent;
        sum.neutral = sum.neutral + one.neutral;
        sum.own = sum.own + one.own;
        sum.recovered = sum.recovered + one.recovered;
        sum.paid = sum.paid + one.paid;
    }
    return sum;
}

Fraction timeCost(const Programme& programme, const Schedule& schedule) {
    Fraction sum;
    for (std::size_t i = 0; i < programme.activities.size(); ++i) {
        const Activity& activity = programme.activities[i];
        if (activity.kind != ActivityKind::hammock || !activity.costPerWeek) continue;
        const ActivityFigures& f = schedule.activities[i];
        const Minutes span = f.earlyFinish.minutes - f.earlyStart.minutes;
        sum = sum + Fraction(*activity.costPerWeek) * Fraction(span) / Fraction(7 * minutesPerDay);
    }
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
    std::vector<DelayEvent> events = planned.events.take();
    for (DelayEvent& event : events) event.inForecast = false;
    planned.events.assign(std::move(events));
    return planned;
}

} // namespace yarrin

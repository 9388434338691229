// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/delay/prolongation.h"

#include "core/network/schedule.h"

#include <algorithm>

namespace yarrin {

Prolongation prolongationOf(const DelayStep& step, const Programme& now) {
    Prolongation out;
    const Fraction cost = step.timeCostAfter - step.timeCostBefore;
    if (cost.sign() < 0) {
        out.recovered = cost;
        return out;
    }
    const DelayEvent* event = step.kind == DelayStep::Kind::event ? now.events.row(step.event) : nullptr;
    if (!event || event->risk == Risk::contractor) {
        out.own = cost;
    } else if (event->risk == Risk::neutral) {
        out.neutral = cost;
    } else {
        // The section that it moved most tells how much of it our own delay would have cost anyway.
        const StepFigures* most = nullptr;
        for (const StepFigures& one : step.sections)
            if (one.entitled > 0 && (!most || one.entitled > most->entitled)) most = &one;
        if (most)
            out.concurrent = cost * Fraction(std::min(most->concurrent, most->entitled)) / Fraction(most->entitled);
        out.employer = cost - out.concurrent;
    }
    return out;
}

Prolongation prolongationOf(const DelayAnalysis& analysis, const Programme& now) {
    Prolongation sum;
    for (const DelayStep& step : analysis.steps) {
        const Prolongation one = prolongationOf(step, now);
        sum.employer = sum.employer + one.employer;
        sum.concurrent = sum.concurrent + one.concurrent;
        sum.neutral = sum.neutral + one.neutral;
        sum.own = sum.own + one.own;
        sum.recovered = sum.recovered + one.recovered;
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

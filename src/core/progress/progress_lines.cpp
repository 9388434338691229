// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/progress/progress_lines.h"

#include "core/labour/cost.h"

#include <algorithm>
#include <unordered_map>

namespace yarrin {

namespace {

/// An amount spread evenly over the working time between two instants.
struct Spread {
    const WorkCalendar* calendar;
    Instant from;
    Instant to;
    double amount;

    [[nodiscard]] double until(Instant t) const {
        const Minutes before = calendar->worked(from), all = calendar->worked(to) - before;
        if (all <= 0) return t >= to ? amount : 0;
        const Minutes passed = std::clamp<Minutes>(calendar->worked(t) - before, 0, all);
        return amount * static_cast<double>(passed) / static_cast<double>(all);
    }
};

double sumUntil(const std::vector<Spread>& list, Instant t) {
    double sum = 0;
    for (const Spread& one : list) sum += one.until(t);
    return sum;
}

/// What each activity of a programme weighs.
class Weights {
public:
    Weights(const Programme& programme, const Schedule& schedule, ProgressWeight weight, BookItemId book)
        : m_programme(programme), m_schedule(schedule), m_effects(programme), m_weight(weight), m_book(book) {
        if (weight == ProgressWeight::cost)
            for (const MoneyFlow& flow : costsOf(programme, schedule).flows)
                if (flow.activity != MoneyFlow::nobody)
                    m_values[programme.activities[flow.activity].id] += flow.amount.toDouble();
        if (weight != ProgressWeight::value) return;
        for (const Allocation& allocation : programme.allocations)
            if (const BillItem* item = programme.bill.row(allocation.item); item && item->rate)
                m_values[allocation.activity] += allocation.quantity.toDouble() * item->rate->toDouble();
    }

    [[nodiscard]] double of(std::size_t index) const {
        const Activity& activity = m_programme.activities[index];
        const ActivityFigures& f = m_schedule.activities[index];
        if (f.aside || (activity.kind != ActivityKind::task && m_weight != ProgressWeight::cost)) return 0;
        if (m_weight == ProgressWeight::value || m_weight == ProgressWeight::cost) {
            const auto found = m_values.find(activity.id);
            return found == m_values.end() ? 0 : found->second;
        }
        if (m_weight == ProgressWeight::quantity) return activity.bookItem == m_book ? quantityOf(activity) : 0;
        return crews(activity) * static_cast<double>(f.duration) /
               static_cast<double>(m_schedule.calendarOf(f).dayMinutes());
    }
    /// With what events made of it.
    [[nodiscard]] double quantityOf(const Activity& activity) const {
        const auto measure = affectedMeasure(activity, m_effects.on(activity.id));
        return measure ? measure->quantity.toDouble() : 0;
    }
    [[nodiscard]] static double crews(const Activity& activity) {
        return activity.measure && activity.measure->crews ? activity.measure->crews->toDouble() : 1;
    }

private:
    const Programme& m_programme;
    const Schedule& m_schedule;
    ActingEffects m_effects;
    ProgressWeight m_weight;
    BookItemId m_book;
    std::unordered_map<ActivityId, double> m_values;
};

std::optional<double> ratio(double a, double b) {
    return b > 0 ? std::optional(a / b) : std::nullopt;
}

} // namespace

double shareDone(const Activity& activity, const ActivityFigures& figures, const std::vector<ActingEffect>& effects) {
    return doneShare(activity, figures, effects).toDouble();
}

ProgressLines progressLines(const Programme& plan, const Schedule& planned, const Programme& now,
                            const Schedule& current, ProgressWeight weight, BookItemId book) {
    ProgressLines lines;
    EarnedValue& ev = lines.earned;
    const Instant start = plan.job.start;
    const std::optional<Instant> dataDate = now.job.dataDate;
    const Weights budgets(plan, planned, weight, book), today(now, current, weight, book);
    std::vector<Spread> inPlan, done, left;
    const ActingEffects acting(now);
    double worked = 0, begun = 0, begunCrewDays = 0, produced = 0;
    for (std::size_t i = 0; i < plan.activities.size(); ++i) {
        const double amount = budgets.of(i);
        if (amount <= 0) continue;
        const ActivityFigures& f = planned.activities[i];
        inPlan.push_back({&planned.calendarOf(f), f.earlyStart, f.earlyFinish, amount});
        ev.budget += amount;
    }
    Instant last = planned.programmeFinish.value_or(start);
    for (std::size_t i = 0; i < now.activities.size(); ++i) {
        const Activity& activity = now.activities[i];
        const ActivityFigures& f = current.activities[i];
        const std::size_t was = plan.activities.indexOf(activity.id);
        const double amount = was == decltype(plan.activities)::none ? 0 : budgets.of(was);
        if (was == decltype(plan.activities)::none && today.of(i) > 0) ++lines.beyond;
        if (amount <= 0) continue;
        last = std::max(last, f.earlyFinish);
        double share = shareDone(activity, f, acting.on(activity.id));
        // Level of effort: what a hammock pays for is earned as it was planned to be.
        const ActivityFigures& then = planned.activities[was];
        if (activity.kind == ActivityKind::hammock && dataDate)
            share = Spread{&planned.calendarOf(then), then.earlyStart, then.earlyFinish, 1}.until(*dataDate);
        ev.earned += amount * share;
        const Instant until = f.state == NodeState::complete ? f.earlyFinish : dataDate.value_or(f.earlyStart);
        const WorkCalendar& calendar = current.calendarOf(f);
        if (share > 0) done.push_back({&calendar, f.earlyStart, until, amount * share});
        if (share < 1)
            left.push_back({&calendar, f.remainingStart.value_or(f.earlyStart), f.earlyFinish, amount * (1 - share)});
        if (f.state != NodeState::notStarted && weight == ProgressWeight::quantity) {
            begun += amount;
            begunCrewDays += Weights::crews(plan.activities[was]) * static_cast<double>(then.duration) /
                             static_cast<double>(planned.calendarOf(then).dayMinutes());
            produced += share * today.of(i);
        }
        if (f.state != NodeState::notStarted)
            worked +=
                Weights::crews(activity) *
                static_cast<double>(std::max<Minutes>(0, calendar.worked(until) - calendar.worked(f.earlyStart))) /
                static_cast<double>(calendar.dayMinutes());
    }
    for (Date day = dateOf(start) + -1;; day = day + 7) {
        const Instant at = startOf(day + 1);
        ProgressPoint point{day, sumUntil(inPlan, at), {}, {}};
        if (dataDate && at <= *dataDate) point.done = sumUntil(done, at);
        if (dataDate && at >= *dataDate) point.forecast = ev.earned + sumUntil(left, at);
        lines.points.push_back(point);
        // The data date itself is a point, so that both lines end and begin there.
        if (dataDate && at < *dataDate && startOf(day + 8) > *dataDate) {
            const Date known = dateOf(*dataDate) + -1;
            lines.points.push_back({known, sumUntil(inPlan, *dataDate), ev.earned, ev.earned});
        }
        if (at >= last) break;
    }
    if (!dataDate) return lines;
    ev.planned = sumUntil(inPlan, *dataDate);
    if (weight == ProgressWeight::crewDays) ev.cost = worked;
    if (weight == ProgressWeight::cost) {
        ev.cost = 0;
        for (const MoneyFlow& flow : costsOf(now, current).flows)
            if (flow.past) *ev.cost += flow.amount.toDouble();
    }
    ev.spi = ratio(ev.earned, ev.planned);
    if (weight == ProgressWeight::quantity) {
        ev.outputPlanned = ratio(begun, begunCrewDays);
        ev.outputAchieved = ratio(produced, worked);
    }
    if (ev.cost) {
        ev.cpi = ratio(ev.earned, *ev.cost);
        if (ev.cpi) ev.eac = ratio(ev.budget, *ev.cpi);
        ev.tcpi = ratio(ev.budget - ev.earned, ev.budget - *ev.cost);
    }
    const auto weeks = [](Minutes minutes) { return static_cast<double>(minutes) / (7.0 * minutesPerDay); };
    ev.weeks = weeks(*dataDate - start);
    // The first moment at which as much was planned as is earned: between the ends of two weeks it grows evenly.
    double before = 0;
    for (int n = 0;; ++n) {
        const double at = sumUntil(inPlan, start + Minutes(n + 1) * 7 * minutesPerDay);
        const bool end = start + Minutes(n + 1) * 7 * minutesPerDay >= last;
        if (at >= ev.earned || end) {
            ev.earnedSchedule = n + (at > before ? std::clamp((ev.earned - before) / (at - before), 0.0, 1.0) : 0);
            break;
        }
        before = at;
    }
    ev.spiTime = ratio(ev.earnedSchedule, ev.weeks);
    return lines;
}

} // namespace yarrin

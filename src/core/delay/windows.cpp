// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What was seen on the driving path between two stands, docs/engine.md section 11.
#include "core/delay/driving_path.h"
#include "core/delay/insertion.h"
#include "core/delay/state.h"

#include <algorithm>
#include <map>

namespace yarrin {

namespace {

/// Days of one section put down to one cause in one window.
struct Share {
    int days = 0;
    std::vector<std::string> path; ///< where on the path
};

/// The stand with late dates to one section's completion alone: how long each activity that leads to it may take
/// without moving it.
Programme boundFor(const Programme& stand, ActivityId milestone, Instant completion) {
    Programme bound = stand;
    bound.job.lateDatesFrom = LateDatesFrom::programmeFinish;
    bound.job.requiredFinish = completion + 3650 * minutesPerDay;
    std::vector<Activity> rows = bound.activities.take();
    for (Activity& row : rows) {
        row.asLate = false;
        if (row.constraint && row.constraint->type == ConstraintType::startOn)
            row.constraint->type = ConstraintType::startNotBefore;
        if (row.constraint && row.constraint->type == ConstraintType::finishOn)
            row.constraint->type = ConstraintType::finishNotBefore;
        if (row.constraint && (row.constraint->type == ConstraintType::startNotAfter ||
                               row.constraint->type == ConstraintType::finishNotAfter))
            row.constraint.reset();
        if (row.id == milestone && !row.constraint)
            row.constraint = Constraint{ConstraintType::finishNotAfter, {completion, false}};
    }
    bound.activities.assign(std::move(rows));
    return bound;
}

} // namespace

/// The slip of completion is taken apart along the path that drove it in the later stand: how far an activity's finish
/// slipped beyond the float that it had, more than the one before it, is its own; along the path these differences add
/// up to the whole.
void Analyst::windows(std::size_t from, std::size_t to) {
    const AnalysisState &before = m_states[from], &after = m_states[to];
    const Programme& later = after.programme();
    const auto since = before.programme().job.dataDate;
    const auto until = later.job.dataDate;
    // Events that were at work between the two, in order of time; those of the fragment or effects of an activity.
    std::vector<const DelayEvent*> events;
    for (std::size_t i = 0; i < m_events.size(); ++i) {
        const DelayEvent& event = *m_events[i];
        const bool begun = !event.from || !until || startOf(*event.from) < *until || m_windows[i] <= to;
        const bool lasted = !event.to || !since || startOf(*event.to + 1) > *since;
        if (begun && lasted && m_windows[i] <= to) events.push_back(&event);
    }
    const auto touched = [&](const DelayEvent& event, ActivityId id) {
        const Activity* activity = later.activities.row(id);
        if (activity && activity->event == event.id) return true;
        const auto list = delayedBy(now(), event);
        return std::find(list.begin(), list.end(), id) != list.end();
    };

    enum class Cause { event, slip, gain };
    using Key = std::pair<Cause, EventId>;
    std::vector<Key> order;
    std::map<Key, std::map<SectionId, Share>> shares;
    std::map<SectionId, std::map<EventId, int>> concurrent;
    for (const SectionId section : m_sections) {
        const auto path = drivingPath(later, after.figures(), later.sections.row(section)->milestone);
        const ActivityId milestone = before.programme().sections.row(section)->milestone;
        const AnalysisState bound(boundFor(before.programme(), milestone, before.of(milestone).earlyFinish), m_cache);
        const int whole = *after.completion(section) - *before.completion(section);
        int slipped = 0;
        const DelayEvent* pending = nullptr; // of a fragment that was not there before: its days show behind it
        for (std::size_t at = 0; at < path.size(); ++at) {
            const Activity& activity = *later.activities.row(path[at]);
            const bool last = at + 1 == path.size();
            if (!last && !before.programme().activities.row(path[at])) {
                if (activity.event) pending = later.events.row(activity.event);
                continue;
            }
            int slip = whole;
            if (!last && bound.figures().ok()) {
                const ActivityFigures& was = bound.of(path[at]);
                const Date finish = completionDate(after.of(path[at]).earlyFinish);
                const Date latest = completionDate(was.lateFinish.value_or(was.earlyFinish));
                slip = finish - latest;
                // Float that is left moves nothing; what had none gains as much as it is early.
                if (latest != completionDate(was.earlyFinish)) slip = std::max(slip, std::min(0, whole));
            }
            const int days = slip - slipped;
            slipped = slip;
            const DelayEvent* cause = days > 0 ? pending : nullptr;
            pending = nullptr;
            if (days == 0) continue;
            for (const DelayEvent* event : events) {
                if (days < 0 || !touched(*event, path[at])) continue;
                if (!cause) cause = event;
                // The other side's delay on the same activity in the same days.
                if (event->risk != cause->risk &&
                    (event->risk == Risk::contractor) != (cause->risk == Risk::contractor) && overlap(*event, *cause))
                    concurrent[section][cause->id] += days;
            }
            const Key key{cause ? Cause::event : (days > 0 ? Cause::slip : Cause::gain), cause ? cause->id : EventId{}};
            if (std::find(order.begin(), order.end(), key) == order.end()) order.push_back(key);
            Share& share = shares[key][section];
            share.days += days;
            share.path.push_back(activity.key + (days > 0 ? " +" : " −") + std::to_string(std::abs(days)) + " d");
        }
    }
    std::stable_sort(order.begin(), order.end(), [](const Key& a, const Key& b) { return a.first < b.first; });

    std::map<SectionId, Date> reached;
    for (const SectionId section : m_sections) reached[section] = *before.completion(section);
    for (const Key& key : order) {
        DelayStep step;
        step.kind = key.first == Cause::event ? DelayStep::Kind::event : DelayStep::Kind::progress;
        step.event = key.second;
        step.window = to;
        const DelayEvent* event = now().events.row(key.second);
        for (const SectionId section : m_sections) {
            const Share& share = shares[key][section];
            StepFigures& figures = step.sections.emplace_back();
            figures.section = section;
            figures.before = reached[section];
            figures.after = reached[section] = figures.before + share.days;
            figures.alone = share.days;
            if (event && event->risk != Risk::contractor) figures.entitled = std::max(0, share.days);
            if (event) figures.concurrent = std::clamp(concurrent[section][key.second], 0, std::max(0, share.days));
            figures.chainAfter = share.path;
        }
        m_out.steps.push_back(std::move(step));
    }
}

} // namespace yarrin

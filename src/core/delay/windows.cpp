// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What was seen on the driving path between two stands, docs/engine.md section 11.
#include "core/delay/driving_path.h"
#include "core/delay/insertion.h"
#include "core/delay/state.h"

#include <algorithm>
#include <map>

namespace yarrin {

/// What was found in one window: days put down to causes, section by section.
struct Analyst::WindowShares {
    enum class Cause { event, slip, gain };
    using Key = std::pair<Cause, EventId>;
    struct Share {
        int days = 0;
        std::vector<std::string> path; ///< where on the path
    };
    std::vector<Key> order; ///< as met on the paths
    std::map<Key, std::map<SectionId, Share>> shares;
    std::map<SectionId, std::map<EventId, int>> concurrent;
};

namespace {

/// Puts an activity of an earlier stand to where it lies in a later one; false where it lies there already.
bool putTo(Programme& stand, ActivityId id, const ActivityFigures& later) {
    const std::size_t index = stand.activities.indexOf(id);
    Activity row = stand.activities[index];
    if (row.actualStart == later.earlyStart && row.actualFinish == later.earlyFinish) return false;
    row.actualStart = later.earlyStart;
    row.actualFinish = later.earlyFinish;
    stand.activities.replace(index, std::move(row));
    return true;
}

} // namespace

/// The slip of completion is taken apart along the path that drove it in the later stand: its activities are put to
/// where they lie there, one after the other, and what completion of the earlier stand then moves is their own. Float
/// that one had moves nothing, and at the end, with the milestone, the whole has moved.
void Analyst::followPath(std::size_t from, std::size_t to, SectionId section,
                         const std::vector<const DelayEvent*>& events, WindowShares& into) {
    const AnalysisState &before = m_states[from], &after = m_states[to];
    const Programme& later = after.programme();
    const auto touched = [&](const DelayEvent& event, ActivityId id) {
        const Activity* activity = later.activities.row(id);
        if (activity && activity->event == event.id) return true;
        const auto list = delayedBy(now(), event);
        return std::find(list.begin(), list.end(), id) != list.end();
    };

    const auto path = drivingPath(later, after.figures(), later.sections.row(section)->milestone);
    const int whole = *after.completion(section) - *before.completion(section);
    Programme followed = before.programme();
    int slipped = 0;
    const DelayEvent* pending = nullptr; // of a fragment that was not there before: its days show behind it
    for (std::size_t at = 0; at < path.size() && !stopped(); ++at) {
        const Activity& activity = *later.activities.row(path[at]);
        const bool last = at + 1 == path.size();
        if (!last && !followed.activities.row(path[at])) {
            if (activity.event) pending = later.events.row(activity.event);
            continue;
        }
        int slip = last ? whole : slipped;
        if (!last && putTo(followed, path[at], after.of(path[at])))
            if (const auto reached = AnalysisState(followed, m_cache).completion(section))
                slip = *reached - *before.completion(section);
        const int days = slip - slipped;
        slipped = slip;
        const DelayEvent* cause = days > 0 ? pending : nullptr;
        pending = nullptr;
        if (days == 0) continue;
        for (const DelayEvent* event : events) {
            if (days < 0 || !touched(*event, path[at])) continue;
            if (!cause) cause = event;
            // The other side's delay on the same activity in the same days.
            if (event->risk != cause->risk && (event->risk == Risk::contractor) != (cause->risk == Risk::contractor) &&
                overlap(*event, *cause))
                into.concurrent[section][cause->id] += days;
        }
        const WindowShares::Key key{cause ? WindowShares::Cause::event
                                          : (days > 0 ? WindowShares::Cause::slip : WindowShares::Cause::gain),
                                    cause ? cause->id : EventId{}};
        if (std::find(into.order.begin(), into.order.end(), key) == into.order.end()) into.order.push_back(key);
        WindowShares::Share& share = into.shares[key][section];
        share.days += days;
        share.path.push_back(activity.key + (days > 0 ? " +" : " −") + std::to_string(std::abs(days)) + " d");
    }
}

/// Events that were at work between the two, in order of time; those of the fragment or effects of an activity.
std::vector<const DelayEvent*> Analyst::eventsBetween(std::size_t from, std::size_t to) const {
    const auto since = m_states[from].programme().job.dataDate;
    const auto until = m_states[to].programme().job.dataDate;
    std::vector<const DelayEvent*> events;
    for (std::size_t i = 0; i < m_events.size(); ++i) {
        const DelayEvent& event = *m_events[i];
        const bool begun = !event.from || !until || startOf(*event.from) < *until || m_windows[i] <= to;
        const bool lasted = !event.to || !since || startOf(*event.to + 1) > *since;
        if (begun && lasted && m_windows[i] <= to) events.push_back(&event);
    }
    return events;
}

void Analyst::windows(std::size_t from, std::size_t to) {
    const AnalysisState& before = m_states[from];
    const auto events = eventsBetween(from, to);
    WindowShares found;
    for (const SectionId section : m_sections) followPath(from, to, section, events, found);
    auto& [order, shares, concurrent] = found;
    using Key = WindowShares::Key;
    using Cause = WindowShares::Cause;
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
            const WindowShares::Share& share = shares[key][section];
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

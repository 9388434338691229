// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/soundness/proposals.h"

#include "core/base/natural_order.h"

#include <algorithm>
#include <optional>
#include <tuple>
#include <unordered_set>

namespace yarrin {

namespace {

const ActivityFigures& figuresOf(const Programme& programme, const Schedule& schedule, ActivityId id) {
    return schedule.activities[programme.activities.indexOf(id)];
}

/// All that an activity leads to over links, itself included.
std::unordered_set<ActivityId> reachedFrom(const Programme& programme, const Lookup& lookup, ActivityId id) {
    std::unordered_set<ActivityId> reached{id};
    std::vector<ActivityId> open{id};
    while (!open.empty()) {
        const ActivityId at = open.back();
        open.pop_back();
        for (const LinkId link : lookup.outOf(at))
            if (const ActivityId next = programme.links.row(link)->to; reached.insert(next).second)
                open.push_back(next);
    }
    return reached;
}

} // namespace

ActivityId milestoneFor(const Programme& programme, const Schedule& schedule, const Lookup& lookup,
                        const Activity& activity) {
    std::vector<const Section*> sections; // by when they are due
    for (const Section& section : programme.sections)
        if (section.milestone && section.milestone != activity.id &&
            figuresOf(programme, schedule, section.milestone).state != NodeState::complete &&
            pathBetween(programme, lookup, section.milestone, activity.id).empty())
            sections.push_back(&section);
    std::sort(sections.begin(), sections.end(), [](const Section* a, const Section* b) {
        return std::tuple(a->completion, a->key) < std::tuple(b->completion, b->key);
    });
    if (sections.empty()) return {};
    for (const Section* section : sections)
        if (section->id == activity.section) return section->milestone;
    // The one that its neighbours lead to.
    std::unordered_set<ActivityId> led;
    for (const Activity& other : programme.activities)
        if (other.id != activity.id && other.breakdown == activity.breakdown && led.size() < 5000)
            led.merge(reachedFrom(programme, lookup, other.id));
    for (const Section* section : sections)
        if (led.contains(section->milestone)) return section->milestone;
    return sections.back()->milestone;
}

ActivityId followerFor(const Programme& programme, const Schedule& schedule, const Lookup& lookup, ActivityId id) {
    const Activity& activity = *programme.activities.row(id);
    const Instant through = figuresOf(programme, schedule, id).earlyFinish;
    const auto reached = reachedFrom(programme, lookup, id);
    const Activity* best = nullptr;
    Instant start;
    for (const bool byPlace : {true, false}) {
        if (byPlace ? !activity.location : !activity.breakdown) continue;
        for (std::size_t i = 0; i < programme.activities.size(); ++i) {
            const Activity& other = programme.activities[i];
            const ActivityFigures& f = schedule.activities[i];
            const bool near = byPlace ? other.location == activity.location : other.breakdown == activity.breakdown;
            if (!near || other.kind != ActivityKind::task || f.aside || f.state != NodeState::notStarted ||
                f.earlyStart < through || reached.contains(other.id))
                continue;
            const bool first =
                !best || f.earlyStart < start || (f.earlyStart == start && standsBefore(other.key, best->key));
            if (!first || !pathBetween(programme, lookup, other.id, id).empty()) continue;
            best = &other;
            start = f.earlyStart;
        }
        if (best) return best->id;
    }
    return {};
}

ActivityId sourceOfLateness(const Programme& programme, const Schedule& schedule, const Lookup& lookup, ActivityId id) {
    const auto mustKeep = [&](ActivityId at) {
        const Activity& row = *programme.activities.row(at);
        if (row.constraint && row.constraint->type != ConstraintType::startNotBefore &&
            row.constraint->type != ConstraintType::finishNotBefore)
            return true;
        return programme.job.lateDatesFrom == LateDatesFrom::contract &&
               std::any_of(programme.sections.begin(), programme.sections.end(),
                           [&](const Section& section) { return section.milestone == at; });
    };
    ActivityId at = id;
    for (std::size_t step = 0; step < programme.activities.size(); ++step) {
        const Activity* next = nullptr;
        Minutes least = 0;
        for (const LinkId link : lookup.outOf(at)) {
            const ActivityId to = programme.links.row(link)->to;
            const ActivityFigures& f = figuresOf(programme, schedule, to);
            const Minutes own = f.totalFloat.value_or(0);
            if (f.aside || own >= 0) continue;
            const Activity& row = *programme.activities.row(to);
            if (next && (least < own || (least == own && standsBefore(next->key, row.key)))) continue;
            next = &row;
            least = own;
        }
        // What is as late as anything behind it must keep a date itself.
        const Minutes own = figuresOf(programme, schedule, at).totalFloat.value_or(0);
        if (mustKeep(at) && (!next || own < least)) return at;
        if (!next) return mustKeep(at) ? at : ActivityId{};
        at = next->id;
    }
    return {};
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/delay/insertion.h"

#include <algorithm>
#include <unordered_map>
#include <unordered_set>

namespace yarrin {

namespace {

using Set = std::unordered_set<ActivityId>;

Set fragmentIn(const Programme& programme, EventId id) {
    Set fragment;
    for (const Activity& activity : programme.activities)
        if (activity.event == id) fragment.insert(activity.id);
    return fragment;
}

/// Takes the fragment of an event out of a programme; a hammock that hung from nothing else keeps its activities.
void dropFragment(Programme& programme, EventId id) {
    Set going = fragmentIn(programme, id);
    if (going.empty()) return;
    const auto hangs = [&](const Anchor& anchor) { return going.contains(anchor.activity); };
    std::vector<Activity> rows = programme.activities.take();
    for (Activity& row : rows)
        for (auto* anchors : {&row.from, &row.to})
            if (!anchors->empty() && std::all_of(anchors->begin(), anchors->end(), hangs))
                for (const Anchor& anchor : *anchors) going.erase(anchor.activity);
            else
                std::erase_if(*anchors, hangs);
    for (Activity& row : rows)
        if (row.event == id && !going.contains(row.id)) row.event = {};
    std::erase_if(rows, [&](const Activity& row) { return going.contains(row.id); });
    programme.activities.assign(std::move(rows));
    std::vector<Link> links = programme.links.take();
    std::erase_if(links, [&](const Link& link) { return going.contains(link.from) || going.contains(link.to); });
    programme.links.assign(std::move(links));
}

} // namespace

bool hasEffect(const Programme& programme, const DelayEvent& event) {
    return !event.effects.empty() || std::any_of(programme.activities.begin(), programme.activities.end(),
                                                 [&](const Activity& a) { return a.event == event.id; });
}

const DelayEvent* countingIn(const Programme& programme, EventId event) {
    const DelayEvent* held = programme.events.row(event);
    return held && held->inForecast && hasEffect(programme, *held) ? held : nullptr;
}

DelayEvent describedHere(const Programme& programme, DelayEvent event) {
    const auto isHere = [&](ActivityId activity) { return programme.activities.row(activity) != nullptr; };
    std::erase_if(event.affects, [&](ActivityId activity) { return !isHere(activity); });
    std::erase_if(event.effects, [&](const Effect& effect) { return !isHere(effect.activity); });
    std::erase_if(event.sectionDays, [&](const EventDays& days) { return !programme.sections.row(days.section); });
    return event;
}

void putIn(Programme& programme, const Programme& source, EventId id) {
    dropFragment(programme, id);
    const DelayEvent* described = source.events.row(id);
    if (!described) return;
    DelayEvent event = *described;
    event.inForecast = true;
    const auto isHere = [&](ActivityId activity) { return programme.activities.row(activity) != nullptr; };
    std::unordered_map<ActivityId, ActivityId> placed; // of the fragment, to what they are called here
    for (const Activity& row : source.activities) {
        if (row.event != id) continue;
        Activity activity = row;
        if (isHere(row.id)) activity.id = programme.activities.freshId();
        placed[row.id] = activity.id;
        activity.actualStart.reset();
        activity.actualFinish.reset();
        activity.remaining.reset();
        activity.quantityDone.reset();
        if (activity.calendar != continuousCalendar && !programme.calendars.row(activity.calendar))
            activity.calendar = {};
        programme.activities.append(std::move(activity));
    }
    const auto end = [&](ActivityId activity) {
        const auto found = placed.find(activity);
        return found != placed.end() ? found->second : (isHere(activity) ? activity : ActivityId{});
    };
    for (const Link& link : source.links) {
        if (!placed.contains(link.from) && !placed.contains(link.to)) continue;
        Link here = link;
        here.id = programme.links.freshId();
        here.from = end(link.from);
        here.to = end(link.to);
        if (here.from && here.to) programme.links.append(here);
    }
    event = describedHere(programme, std::move(event));
    const std::size_t index = programme.events.indexOf(id);
    if (index == decltype(programme.events)::none)
        programme.events.append(std::move(event));
    else
        programme.events.replace(index, std::move(event));
}

void switchOff(Programme& programme, EventId id) {
    const std::size_t index = programme.events.indexOf(id);
    if (index == decltype(programme.events)::none) return;
    DelayEvent event = programme.events[index];
    event.inForecast = false;
    programme.events.replace(index, std::move(event));
}

std::vector<ActivityId> delayedBy(const Programme& programme, const DelayEvent& event) {
    std::vector<ActivityId> list;
    const auto add = [&](ActivityId id) {
        if (std::find(list.begin(), list.end(), id) == list.end()) list.push_back(id);
    };
    for (const Effect& effect : event.effects) add(effect.activity);
    const Set fragment = fragmentIn(programme, event.id);
    if (!fragment.empty())
        for (const Link& link : programme.links)
            if (fragment.contains(link.from) && !fragment.contains(link.to)) add(link.to);
    for (const ActivityId id : event.affects) add(id);
    return list;
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/model/lookup.h"

#include "core/base/text.h"

#include <algorithm>

namespace yarrin {

namespace {

void drop(std::unordered_multimap<std::string, ActivityId>& map, const std::string& key, ActivityId id) {
    const auto [first, last] = map.equal_range(key);
    const auto it = std::find_if(first, last, [&](const auto& entry) { return entry.second == id; });
    if (it != last) map.erase(it);
}

template <typename Map> void drop(Map& map, ActivityId activity, LinkId link) {
    const auto it = map.find(activity);
    if (it == map.end()) return;
    std::erase(it->second, link);
    if (it->second.empty()) map.erase(it);
}

} // namespace

Lookup::Lookup(const Programme& programme) {
    m_byKey.reserve(programme.activities.size());
    m_byLowered.reserve(programme.activities.size());
    m_into.reserve(programme.activities.size());
    m_outOf.reserve(programme.activities.size());
    for (const Activity& activity : programme.activities) changed(nullptr, &activity);
    for (const Link& link : programme.links) changed(nullptr, &link);
}

ActivityId Lookup::activity(std::string_view key) const {
    if (const auto it = m_byKey.find(std::string(key)); it != m_byKey.end()) return it->second;
    const auto [first, last] = m_byLowered.equal_range(lowered(key));
    return first != last && std::next(first) == last ? first->second : ActivityId{};
}

void Lookup::changed(const Activity* before, const Activity* after) {
    if (before && after && before->key == after->key) return;
    if (before) {
        drop(m_byKey, before->key, before->id);
        drop(m_byLowered, lowered(before->key), before->id);
    }
    if (after) {
        m_byKey.emplace(after->key, after->id);
        m_byLowered.emplace(lowered(after->key), after->id);
    }
}

void Lookup::changed(const Link* before, const Link* after) {
    if (before && after && before->from == after->from && before->to == after->to) return;
    if (before) {
        drop(m_into, before->to, before->id);
        drop(m_outOf, before->from, before->id);
    }
    if (after) {
        m_into[after->to].push_back(after->id);
        m_outOf[after->from].push_back(after->id);
    }
}

std::span<const LinkId> Lookup::at(const LinksOf& links, ActivityId id) {
    const auto it = links.find(id);
    return it == links.end() ? std::span<const LinkId>{} : std::span<const LinkId>(it->second);
}

std::vector<Link> linksInto(const Programme& programme, const Lookup& lookup, ActivityId id) {
    std::vector<std::size_t> places;
    for (const LinkId link : lookup.into(id)) places.push_back(programme.links.indexOf(link));
    std::sort(places.begin(), places.end());
    std::vector<Link> links;
    for (const std::size_t place : places) links.push_back(programme.links[place]);
    return links;
}

std::vector<ActivityId> pathBetween(const Programme& programme, const Lookup& lookup, ActivityId from, ActivityId to) {
    std::unordered_map<ActivityId, ActivityId> cameFrom{{from, ActivityId{}}};
    std::vector<ActivityId> open{from};
    for (std::size_t i = 0; i < open.size() && !cameFrom.contains(to); ++i) {
        // Of equally short paths the one by the links that stand first, whatever was linked last.
        std::vector<std::size_t> places;
        for (const LinkId link : lookup.outOf(open[i])) places.push_back(programme.links.indexOf(link));
        std::sort(places.begin(), places.end());
        for (const std::size_t place : places)
            if (const ActivityId id = programme.links[place].to; cameFrom.try_emplace(id, open[i]).second)
                open.push_back(id);
    }
    std::vector<ActivityId> path;
    if (!cameFrom.contains(to)) return path;
    for (ActivityId id = to; id; id = cameFrom[id]) path.push_back(id);
    std::reverse(path.begin(), path.end());
    return path;
}

std::vector<ActivityId> loopIn(const Programme& programme) {
    const auto& activities = programme.activities;
    std::vector<std::vector<std::size_t>> next(activities.size());
    std::vector<std::size_t> waiting(activities.size(), 0);
    for (const Link& link : programme.links) {
        next[activities.indexOf(link.from)].push_back(activities.indexOf(link.to));
        ++waiting[activities.indexOf(link.to)];
    }
    std::vector<std::size_t> ready;
    for (std::size_t i = 0; i < waiting.size(); ++i)
        if (waiting[i] == 0) ready.push_back(i);
    for (std::size_t i = 0; i < ready.size(); ++i)
        for (const std::size_t to : next[ready[i]])
            if (--waiting[to] == 0) ready.push_back(to);
    if (ready.size() == activities.size()) return {};
    // Whatever still waits does so for something that still waits: walking back closes a loop.
    std::vector<std::size_t> before(activities.size(), Table<Activity, ActivityId>::none);
    for (const Link& link : programme.links) {
        const std::size_t from = activities.indexOf(link.from), to = activities.indexOf(link.to);
        if (waiting[from] > 0 && waiting[to] > 0) before[to] = std::min(before[to], from);
    }
    std::size_t at = 0;
    while (waiting[at] == 0) ++at;
    std::vector<bool> seen(activities.size(), false);
    for (; !seen[at]; at = before[at]) seen[at] = true;
    std::vector<std::size_t> places{at};
    for (std::size_t node = before[at]; node != at; node = before[node]) places.push_back(node);
    std::reverse(places.begin(), places.end());
    std::rotate(places.begin(), std::min_element(places.begin(), places.end()), places.end());
    std::vector<ActivityId> loop;
    for (const std::size_t place : places) loop.push_back(activities[place].id);
    return loop;
}

} // namespace yarrin

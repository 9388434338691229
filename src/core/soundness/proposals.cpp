// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/soundness/proposals.h"

#include "core/base/natural_order.h"

#include <algorithm>
#include <numeric>
#include <tuple>

namespace yarrin {

Proposals::Proposals(const Programme& programme, const Schedule& schedule, const Lookup& lookup)
    : m_programme(programme), m_schedule(schedule), m_lookup(lookup), m_out(programme.activities.size()) {
    for (const Link& link : programme.links) m_out[at(link.from)].push_back(at(link.to));
    rank();
    findSections();
    findFollowers();
}

void Proposals::rank() {
    m_rank.assign(m_out.size(), 0);
    m_seen.assign(m_out.size(), 0);
    std::vector<std::uint32_t> waiting(m_out.size(), 0), ready;
    for (const Places& places : m_out)
        for (const std::uint32_t to : places) ++waiting[to];
    for (std::uint32_t i = 0; i < waiting.size(); ++i)
        if (waiting[i] == 0) ready.push_back(i);
    while (!ready.empty()) {
        const std::uint32_t from = ready.back();
        ready.pop_back();
        for (const std::uint32_t to : m_out[from]) {
            m_rank[to] = std::max(m_rank[to], m_rank[from] + 1);
            if (--waiting[to] == 0) ready.push_back(to);
        }
    }
}

bool Proposals::leads(std::uint32_t from, std::uint32_t to) {
    if (from == to) return true;
    ++m_stamp;
    Places open{from};
    while (!open.empty()) {
        const std::uint32_t now = open.back();
        open.pop_back();
        for (const std::uint32_t next : m_out[now]) {
            if (next == to) return true;
            if (m_rank[next] >= m_rank[to] || m_seen[next] == m_stamp) continue;
            m_seen[next] = m_stamp;
            open.push_back(next);
        }
    }
    return false;
}

void Proposals::findSections() {
    for (const Section& section : m_programme.sections)
        if (section.milestone && m_schedule.activities[at(section.milestone)].state != NodeState::complete)
            m_sections.push_back(&section);
    std::sort(m_sections.begin(), m_sections.end(), [](const Section* a, const Section* b) {
        return std::tuple(a->completion, a->key) < std::tuple(b->completion, b->key);
    });
    // Back from each milestone over all that leads to it.
    for (std::uint32_t s = 0; s < m_sections.size(); ++s) {
        ++m_stamp;
        Places open{at(m_sections[s]->milestone)};
        while (!open.empty()) {
            const std::uint32_t now = open.back();
            open.pop_back();
            auto& list = m_ofGroup[m_programme.activities[now].breakdown];
            if (list.empty() || list.back() != s) list.push_back(s);
            for (const LinkId link : m_lookup.into(m_programme.activities[now].id)) {
                const std::uint32_t before = at(m_programme.links.row(link)->from);
                if (m_seen[before] == m_stamp) continue;
                m_seen[before] = m_stamp;
                open.push_back(before);
            }
        }
    }
}

void Proposals::findFollowers() {
    Places all(m_out.size());
    std::iota(all.begin(), all.end(), 0u);
    std::erase_if(all, [&](std::uint32_t i) {
        const ActivityFigures& f = m_schedule.activities[i];
        return m_programme.activities[i].kind != ActivityKind::task || f.aside || f.state != NodeState::notStarted;
    });
    std::sort(all.begin(), all.end(), [&](std::uint32_t a, std::uint32_t b) {
        const Instant x = m_schedule.activities[a].earlyStart, y = m_schedule.activities[b].earlyStart;
        if (x != y) return x < y;
        return standsBefore(m_programme.activities[a].key, m_programme.activities[b].key);
    });
    for (const std::uint32_t i : all) {
        const Activity& activity = m_programme.activities[i];
        if (activity.location) m_atPlace[activity.location].push_back(i);
        if (activity.breakdown) m_inGroup[activity.breakdown].push_back(i);
    }
}

ActivityId Proposals::milestoneFor(const Activity& activity) {
    const std::uint32_t own = at(activity.id);
    const auto may = [&](const Section* section) {
        return section->milestone != activity.id && !leads(at(section->milestone), own);
    };
    for (const Section* section : m_sections)
        if (section->id == activity.section && may(section)) return section->milestone;
    if (const auto group = m_ofGroup.find(activity.breakdown); group != m_ofGroup.end())
        for (const std::uint32_t s : group->second)
            if (may(m_sections[s])) return m_sections[s]->milestone;
    for (auto section = m_sections.rbegin(); section != m_sections.rend(); ++section)
        if (may(*section)) return (*section)->milestone;
    return {};
}

ActivityId Proposals::firstOf(const Places& places, std::uint32_t behind) {
    const Instant through = m_schedule.activities[behind].earlyFinish;
    auto place = std::lower_bound(places.begin(), places.end(), through,
                                  [&](std::uint32_t i, Instant t) { return m_schedule.activities[i].earlyStart < t; });
    for (; place != places.end(); ++place)
        if (!leads(behind, *place) && !leads(*place, behind)) return m_programme.activities[*place].id;
    return {};
}

ActivityId Proposals::followerFor(ActivityId id) {
    const Activity& activity = *m_programme.activities.row(id);
    if (const auto here = m_atPlace.find(activity.location); here != m_atPlace.end())
        if (const ActivityId found = firstOf(here->second, at(id)); found) return found;
    const auto group = m_inGroup.find(activity.breakdown);
    return group == m_inGroup.end() ? ActivityId{} : firstOf(group->second, at(id));
}

ActivityId Proposals::sourceOfLateness(ActivityId id) const {
    const auto mustKeep = [&](ActivityId one) {
        const Activity& row = *m_programme.activities.row(one);
        if (row.constraint && row.constraint->type != ConstraintType::startNotBefore &&
            row.constraint->type != ConstraintType::finishNotBefore)
            return true;
        return m_programme.job.lateDatesFrom == LateDatesFrom::contract &&
               std::any_of(m_programme.sections.begin(), m_programme.sections.end(),
                           [&](const Section& section) { return section.milestone == one; });
    };
    ActivityId now = id;
    for (std::size_t step = 0; step < m_programme.activities.size(); ++step) {
        const Activity* next = nullptr;
        Minutes least = 0;
        for (const LinkId link : m_lookup.outOf(now)) {
            const ActivityId to = m_programme.links.row(link)->to;
            const ActivityFigures& f = m_schedule.activities[at(to)];
            const Minutes own = f.totalFloat.value_or(0);
            if (f.aside || own >= 0) continue;
            const Activity& row = *m_programme.activities.row(to);
            if (next && (least < own || (least == own && standsBefore(next->key, row.key)))) continue;
            next = &row;
            least = own;
        }
        // What is as late as anything behind it must keep a date itself.
        const Minutes own = m_schedule.activities[at(now)].totalFloat.value_or(0);
        if (mustKeep(now) && (!next || own < least)) return now;
        if (!next) return mustKeep(now) ? now : ActivityId{};
        now = next->id;
    }
    return {};
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/squeeze/plan.h"

#include "core/model/lookup.h"
#include "core/network/early_bounds.h"
#include "core/network/link_bound.h"

#include <algorithm>
#include <unordered_map>

namespace yarrin {

namespace {

class Planner {
public:
    Planner(const Programme& programme, const Schedule& schedule, int missingDays)
        : m_programme(programme), m_schedule(schedule), m_missing(missingDays), m_origin(originOf(programme)) {}

    TradeOff run(std::span<const ActivityId> near, ActivityId milestone,
                 std::span<const std::pair<const SqueezeMeasure*, SqueezeChange>> measures) {
        for (const ActivityId id : near) {
            if (!m_nodes.emplace(id, m_plan.nodes.size()).second) continue;
            const auto [from, to] = stillTo(figuresOf(id));
            m_plan.nodes.push_back({0, double(to - from)});
        }
        m_plan.last = m_nodes.at(milestone);
        const Lookup lookup(m_programme);
        // As they were named, so that the plan is the same whatever the order of a map.
        for (const ActivityId id : near) {
            const std::size_t node = m_nodes.at(id);
            for (const EarlyBound& bound :
                 earlyBounds(m_programme, m_schedule, *m_programme.activities.row(id), lookup.into(id)))
                this->bound(node, figuresOf(id), bound);
        }
        m_far = std::max(0.0, at(figuresOf(milestone).earlyFinish)) + double(366 * minutesPerDay);
        for (const auto& [measure, change] : measures) m_plan.choices.push_back(choice(*measure, change));
        return std::move(m_plan);
    }

private:
    [[nodiscard]] const ActivityFigures& figuresOf(ActivityId id) const {
        return m_schedule.activities[m_programme.activities.indexOf(id)];
    }
    [[nodiscard]] double at(Instant t) const { return double(t - m_origin); }

    void bound(std::size_t node, const ActivityFigures& figures, const EarlyBound& bound) {
        const auto [starts, ends] = stillTo(figures);
        const Link* link = bound.cause.kind == CauseKind::link ? m_programme.links.row(bound.cause.link) : nullptr;
        // Where a calendar has what drives begin later than it is asked to, the gap is that much longer.
        const bool drives = link && m_schedule.driving[m_programme.links.indexOf(link->id)];
        const double asked = at(drives ? (bound.ofStart ? starts : ends) : bound.cause.at);
        const auto from = link ? m_nodes.find(link->from) : m_nodes.end();
        const bool fromStart = link && (link->type == LinkType::ss || link->type == LinkType::sf);
        const bool moves =
            from != m_nodes.end() && !(fromStart && figuresOf(link->from).state != NodeState::notStarted);
        if (!moves) {
            double& earliest = m_plan.nodes[node].earliest;
            earliest = std::max(earliest, bound.ofStart ? asked : asked - m_plan.nodes[node].length);
            return;
        }
        if (m_arcs.contains(link->id)) return;
        const auto [begins, finishes] = stillTo(figuresOf(link->from));
        m_arcs.emplace(link->id, m_plan.arcs.size());
        m_plan.arcs.push_back(
            {from->second, node, fromStart, !bound.ofStart, asked - at(fromStart ? begins : finishes)});
    }

    TradeOff::Choice choice(const SqueezeMeasure& measure, const SqueezeChange& change) {
        TradeOff::Choice choice;
        const std::size_t node = m_nodes.at(measure.activity);
        const auto arc = m_arcs.find(measure.link);
        switch (measure.kind) {
        case SqueezeKind::crews:
        case SqueezeKind::hours:
            choice.shortens.emplace_back(node, change.shorter);
            break;
        case SqueezeKind::constraint:
            choice.frees.emplace_back(node, double(m_missing * minutesPerDay));
            break;
        case SqueezeKind::lag:
            if (arc != m_arcs.end())
                choice.loosens.emplace_back(arc->second, change.looser);
            else
                choice.frees.emplace_back(node, change.looser);
            break;
        case SqueezeKind::overlap:
        case SqueezeKind::softLink:
            if (arc == m_arcs.end()) break;
            choice.loosens.emplace_back(arc->second, m_far);
            if (measure.kind == SqueezeKind::softLink) break;
            // What an overlap asks instead holds anyhow, as long as the link is what it was.
            const TradeOff::Arc old = m_plan.arcs[arc->second];
            m_plan.arcs.push_back(
                {old.from, old.to, true, false, std::min(change.overlap, m_plan.nodes[old.from].length)});
            m_plan.arcs.push_back({old.from, old.to, false, true, 0});
            break;
        }
        return choice;
    }

    const Programme& m_programme;
    const Schedule& m_schedule;
    int m_missing;
    Instant m_origin;
    double m_far = 0;
    TradeOff m_plan;
    std::unordered_map<ActivityId, std::size_t> m_nodes;
    std::unordered_map<LinkId, std::size_t> m_arcs;
};

} // namespace

SqueezeChange changeBy(const Programme& programme, const Schedule& schedule, const Programme& with,
                       const Schedule& dates, const SqueezeMeasure& measure) {
    SqueezeChange change;
    if (measure.kind == SqueezeKind::crews || measure.kind == SqueezeKind::hours) {
        const std::size_t at = programme.activities.indexOf(measure.activity);
        const auto [from, to] = stillTo(schedule.activities[at]);
        const auto [begins, ends] = stillTo(dates.activities[at]);
        change.shorter = std::max(0.0, double((to - from) - (ends - begins)));
    }
    if (measure.kind != SqueezeKind::lag && measure.kind != SqueezeKind::overlap) return change;
    const Link& link = *with.links.row(measure.link);
    const Instant asked = LinkBounds(with, dates).onSuccessor(link);
    const Instant was = LinkBounds(programme, schedule).onSuccessor(*programme.links.row(measure.link));
    change.looser = std::max(0.0, double(was - asked));
    change.overlap = double(asked - stillTo(dates.activities[with.activities.indexOf(link.from)]).first);
    return change;
}

TradeOff planOf(const Programme& programme, const Schedule& schedule, std::span<const ActivityId> near,
                ActivityId milestone, int missingDays,
                std::span<const std::pair<const SqueezeMeasure*, SqueezeChange>> measures) {
    return Planner(programme, schedule, missingDays).run(near, milestone, measures);
}

} // namespace yarrin

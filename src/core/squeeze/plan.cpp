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
                 std::span<const SqueezeMeasure* const> measures) {
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
        for (const SqueezeMeasure* measure : measures) m_plan.choices.push_back(choice(*measure));
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

    TradeOff::Choice choice(const SqueezeMeasure& measure) {
        TradeOff::Choice choice;
        const std::size_t node = m_nodes.at(measure.activity);
        const auto arc = m_arcs.find(measure.link);
        if (measure.kind == SqueezeKind::constraint) {
            choice.frees.emplace_back(node, double(m_missing * minutesPerDay));
            return choice;
        }
        if (measure.kind == SqueezeKind::softLink) {
            if (arc != m_arcs.end()) choice.loosens.emplace_back(arc->second, m_far);
            return choice;
        }
        Programme with = m_programme;
        take(with, measure);
        const Schedule dates = schedule(with);
        if (!dates.ok()) return choice;
        LinkBounds before(m_programme, m_schedule), after(with, dates);
        if (!measure.link) {
            const auto [from, to] = stillTo(dates.activities[with.activities.indexOf(measure.activity)]);
            choice.shortens.emplace_back(node, std::max(0.0, m_plan.nodes[node].length - double(to - from)));
        } else if (measure.kind == SqueezeKind::lag) {
            const Minutes by = before.onSuccessor(*m_programme.links.row(measure.link)) -
                               after.onSuccessor(*with.links.row(measure.link));
            if (arc != m_arcs.end())
                choice.loosens.emplace_back(arc->second, std::max(0.0, double(by)));
            else
                choice.frees.emplace_back(node, std::max(0.0, double(by)));
        } else if (arc != m_arcs.end()) {
            choice.loosens.emplace_back(arc->second, m_far);
            // What an overlap asks instead holds anyhow, as long as the link is what it was.
            const TradeOff::Arc old = m_plan.arcs[arc->second];
            const ActivityId from = m_programme.links.row(measure.link)->from;
            const auto [begins, finishes] = stillTo(dates.activities[with.activities.indexOf(from)]);
            const double gap = double(after.onSuccessor(*with.links.row(measure.link)) - begins);
            m_plan.arcs.push_back({old.from, old.to, true, false, std::min(gap, m_plan.nodes[old.from].length)});
            m_plan.arcs.push_back({old.from, old.to, false, true, 0});
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

TradeOff planOf(const Programme& programme, const Schedule& schedule, std::span<const ActivityId> near,
                ActivityId milestone, int missingDays, std::span<const SqueezeMeasure* const> measures) {
    return Planner(programme, schedule, missingDays).run(near, milestone, measures);
}

} // namespace yarrin

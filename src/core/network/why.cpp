// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/why.h"

#include "core/network/effects.h"
#include "core/network/link_bound.h"

#include <algorithm>
#include <unordered_map>
#include <unordered_set>
#include <utility>

namespace yarrin {

namespace {

class Explainer {
public:
    Explainer(const Programme& programme, const Schedule& schedule, ActivityId id)
        : m_programme(programme), m_schedule(schedule), m_index(programme.activities.indexOf(id)),
          m_activity(programme.activities[m_index]), m_figures(schedule.activities[m_index]),
          m_calendar(schedule.calendarOf(m_figures)), m_bounds(programme, schedule) {}

    Why run() {
        early();
        if (m_figures.lateFinish) late();
        m_why.chainBack = chain(true);
        std::reverse(m_why.chainBack.begin(), m_why.chainBack.end());
        m_why.chainOn = chain(false);
        return std::move(m_why);
    }

private:
    void add(std::vector<Cause>& causes, CauseKind kind, Instant at) { causes.push_back({kind, {}, {}, {}, at, {}}); }

    void early() {
        auto& causes = m_why.start;
        if (m_figures.state == NodeState::complete) return add(causes, CauseKind::actual, m_figures.earlyStart);
        const Instant start = m_figures.remainingStart.value_or(m_figures.earlyStart);
        Instant latest = farPast; // of what bounds the start
        const auto bounds = [&](CauseKind kind, Instant at) {
            latest = std::max(latest, at);
            if (m_calendar.worked(at) == m_calendar.worked(start)) add(causes, kind, at);
        };
        for (std::size_t i = 0; i < m_programme.links.size(); ++i) {
            const Link& link = m_programme.links[i];
            if (link.to != m_activity.id || !m_schedule.driving[i]) continue;
            const Instant at = m_bounds.onSuccessor(link);
            if (link.type == LinkType::fs || link.type == LinkType::ss) latest = std::max(latest, at);
            causes.push_back({CauseKind::link, link.id, link.from, {}, at, {}});
        }
        if (m_activity.constraint) constraint(causes, start, latest);
        if (m_activity.levelledFrom && m_activity.kind == ActivityKind::task &&
            m_figures.state == NodeState::notStarted)
            bounds(CauseKind::levelling, *m_activity.levelledFrom);
        if (m_activity.awaited && m_figures.state == NodeState::notStarted)
            bounds(CauseKind::awaited, m_activity.awaited->at);
        if (const auto access = accessOf(ActingEffects(m_programme).on(m_activity.id));
            access && m_figures.state == NodeState::notStarted) {
            bounds(CauseKind::access, boundOf({startOf(access->first), true}, true, m_calendar));
            if (!causes.empty() && causes.back().kind == CauseKind::access) causes.back().event = access->second;
        }
        if (m_programme.job.dataDate) bounds(CauseKind::dataDate, *m_programme.job.dataDate);
        if (m_figures.state == NodeState::notStarted)
            bounds(CauseKind::programmeStart, m_programme.job.start);
        else if (causes.empty())
            add(causes, CauseKind::actual, m_figures.earlyStart);
        if (latest > farPast && latest < start && !causes.empty()) add(causes, CauseKind::calendarGap, start);
    }

    void constraint(std::vector<Cause>& causes, Instant start, Instant& latest) {
        const ConstraintType type = m_activity.constraint->type;
        if (type == ConstraintType::startNotAfter || type == ConstraintType::finishNotAfter) return;
        const bool ofStart = boundsStart(type);
        if (ofStart && m_figures.state != NodeState::notStarted) return;
        const Instant at = boundOf(m_activity.constraint->date,
                                   ofStart || m_activity.kind == ActivityKind::startMilestone, m_calendar);
        const Instant end = ofStart ? start : m_figures.earlyFinish;
        if (m_calendar.worked(at) != m_calendar.worked(end)) return;
        if (ofStart) latest = std::max(latest, at);
        add(causes, CauseKind::constraint, at);
    }

    void late() {
        auto& causes = m_why.late;
        const Minutes finish = m_calendar.worked(*m_figures.lateFinish);
        const Minutes start = m_calendar.worked(*m_figures.lateStart);
        for (const Link& link : m_programme.links) {
            if (link.from != m_activity.id) continue;
            const ActivityFigures& next = figuresOf(link.to);
            if (!next.lateStart) continue;
            const bool onFinish = link.type == LinkType::fs || link.type == LinkType::ff;
            if (!onFinish && m_figures.state != NodeState::notStarted) continue;
            const Instant at = m_bounds.onPredecessor(link);
            const Minutes worked = m_calendar.worked(onFinish ? at : m_calendar.downStart(at));
            if (worked == (onFinish ? finish : start))
                causes.push_back({CauseKind::link, link.id, link.to, {}, at, {}});
        }
        if (m_activity.constraint) {
            const ConstraintType type = m_activity.constraint->type;
            const bool ofStart = boundsStart(type);
            const Instant at = boundOf(m_activity.constraint->date,
                                       ofStart || m_activity.kind == ActivityKind::startMilestone, m_calendar);
            const bool holds = type != ConstraintType::startNotBefore && type != ConstraintType::finishNotBefore;
            if (holds && m_calendar.worked(at) == (ofStart ? start : finish)) add(causes, CauseKind::constraint, at);
        }
        if (m_programme.job.lateDatesFrom == LateDatesFrom::contract)
            for (const Section& section : m_programme.sections) {
                const Instant at = startOf(section.completion + section.grantedDays + 1);
                if (section.milestone == m_activity.id && m_calendar.worked(at) == finish)
                    causes.push_back({CauseKind::contractDate, {}, {}, section.id, at, {}});
            }
        if (!causes.empty()) return;
        const bool required = m_programme.job.requiredFinish.has_value();
        add(causes, required ? CauseKind::requiredFinish : CauseKind::programmeFinish,
            required ? *m_programme.job.requiredFinish : *m_schedule.programmeFinish);
    }

    /// Driving activities one after the other; of several the most critical, then the first by its id.
    std::vector<ActivityId> chain(bool back) {
        std::unordered_map<ActivityId, std::vector<ActivityId>> next; // in the programme's order
        for (std::size_t i = 0; i < m_programme.links.size(); ++i) {
            const Link& link = m_programme.links[i];
            if (m_schedule.driving[i]) next[back ? link.to : link.from].push_back(back ? link.from : link.to);
        }
        std::vector<ActivityId> ids{m_activity.id};
        std::unordered_set<ActivityId> seen{m_activity.id};
        for (;;) {
            const ActivityFigures* best = nullptr;
            for (const ActivityId id : next[ids.back()]) {
                const ActivityFigures& one = figuresOf(id);
                if (seen.contains(id)) continue;
                const bool first = !best || urgency(one) < urgency(*best) ||
                                   (urgency(one) == urgency(*best) && keyOf(id) < keyOf(best->id));
                if (first) best = &one;
            }
            if (!best) return ids;
            seen.insert(best->id);
            ids.push_back(best->id);
        }
    }

    [[nodiscard]] const ActivityFigures& figuresOf(ActivityId id) const {
        return m_schedule.activities[m_programme.activities.indexOf(id)];
    }
    [[nodiscard]] const std::string& keyOf(ActivityId id) const { return m_programme.activities.row(id)->key; }
    [[nodiscard]] static std::pair<bool, Minutes> urgency(const ActivityFigures& figures) {
        return {!figures.onLongestPath, figures.totalFloat.value_or(0)};
    }

    const Programme& m_programme;
    const Schedule& m_schedule;
    std::size_t m_index;
    const Activity& m_activity;
    const ActivityFigures& m_figures;
    const WorkCalendar& m_calendar;
    LinkBounds m_bounds;
    Why m_why;
};

} // namespace

Why explain(const Programme& programme, const Schedule& schedule, ActivityId id) {
    return Explainer(programme, schedule, id).run();
}

} // namespace yarrin

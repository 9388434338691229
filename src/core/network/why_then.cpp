// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/why_then.h"

#include "core/base/natural_order.h"
#include "core/base/worded.h"
#include "core/network/early_bounds.h"
#include "core/network/float_paths.h"
#include "core/network/span.h"

#include <algorithm>

namespace yarrin {

namespace {

NodeKind nodeKindOf(const Activity& activity) {
    return activity.kind == ActivityKind::startMilestone    ? NodeKind::startMilestone
           : activity.kind == ActivityKind::finishMilestone ? NodeKind::finishMilestone
                                                            : NodeKind::task;
}

std::vector<LinkId> linksTo(const Programme& programme, ActivityId id) {
    std::vector<LinkId> into;
    for (const Link& link : programme.links)
        if (link.to == id) into.push_back(link.id);
    return into;
}

} // namespace

std::optional<Otherwise> otherwise(const Programme& programme, const Schedule& schedule, ActivityId id) {
    const Activity& activity = *programme.activities.row(id);
    const ActivityFigures& figures = schedule.activities[programme.activities.indexOf(id)];
    if (activity.kind == ActivityKind::hammock || figures.state != NodeState::notStarted || figures.aside) return {};
    const WorkCalendar& own = schedule.calendarOf(figures);
    const Minutes work = own.worked(figures.earlyFinish) - own.worked(figures.earlyStart);
    const Instant floor = std::max(programme.job.start, programme.job.dataDate.value_or(programme.job.start));
    const auto placed = [&](Instant start, Instant finish) {
        return placedAt(nodeKindOf(activity), activity.stretch, own, work, std::max(floor, start), finish);
    };
    // What sets it puts it by itself where it stands.
    const auto bounds = earlyBounds(programme, schedule, activity, linksTo(programme, id));
    Instant start = farPast, finish = farPast;
    bool any = false;
    for (const EarlyBound& bound : bounds) {
        const Span alone = bound.ofStart ? placed(bound.cause.at, farPast) : placed(farPast, bound.cause.at);
        if (alone.startWork == own.worked(figures.earlyStart) && alone.startWork > own.worked(floor)) {
            any = true;
            continue;
        }
        Instant& latest = bound.ofStart ? start : finish;
        latest = std::max(latest, bound.cause.at);
    }
    if (!any) return {};
    Otherwise out;
    const Span span = placed(start, finish);
    out.start = span.start;
    out.earlier = own.worked(figures.earlyStart) - span.startWork;
    if (out.earlier <= 0) return {};
    for (const EarlyBound& bound : bounds) {
        const Span alone = bound.ofStart ? placed(bound.cause.at, farPast) : placed(farPast, bound.cause.at);
        if (alone.startWork == span.startWork && span.startWork > own.worked(floor)) out.causes.push_back(bound.cause);
    }
    return out;
}

namespace {

/// The programme with something on every activity that could hold it and does not, so that only instants change.
Programme readyToHold(const Programme& programme) {
    Programme ready = programme;
    for (std::size_t i = 0; i < programme.activities.size(); ++i) {
        Activity activity = programme.activities[i];
        if (activity.actualStart || activity.actualFinish || activity.kind == ActivityKind::hammock) continue;
        if (activity.kind == ActivityKind::task && !activity.levelledFrom)
            activity.levelledFrom = programme.job.start;
        else if (activity.kind != ActivityKind::task && !activity.constraint)
            activity.constraint = Constraint{ConstraintType::startNotBefore, {programme.job.start, false}};
        ready.activities.replace(i, std::move(activity));
    }
    return ready;
}

} // namespace

DelayTrials::DelayTrials(const Programme& programme, const Schedule& schedule)
    : m_programme(readyToHold(programme)), m_schedule(schedule), m_compiled(compile(m_programme, m_cache)) {}

DelayEffect DelayTrials::of(ActivityId id, int days) {
    DelayEffect effect;
    Network& net = m_compiled.network;
    const std::size_t at = m_programme.activities.indexOf(id);
    const std::uint32_t node = net.nodeOf[at];
    const ActivityFigures& figures = m_schedule.activities[at];
    if (node == Network::noNode || figures.aside || figures.state == NodeState::complete) return effect;
    const WorkCalendar& own = m_schedule.calendarOf(figures);
    const Minutes more = days * own.dayMinutes();
    const Instant bound = net.nodes[node].startBound;
    const Minutes work = net.work[node];
    const Minutes whereTo = own.worked(figures.earlyStart) + more;
    const bool ends = net.nodes[node].kind == NodeKind::finishMilestone; // stands at the end of a day, not at the next
    if (figures.state == NodeState::inProgress)
        net.work[node] += more;
    else
        net.nodes[node].startBound = std::max(bound, ends ? own.endOfMinute(whereTo) : own.startOfMinute(whereTo));
    const Schedule later = scheduleOf(m_programme, m_compiled, m_runner);
    net.nodes[node].startBound = bound;
    net.work[node] = work;
    if (!later.ok()) return effect;
    for (std::size_t i = 0; i < later.sections.size(); ++i)
        if (later.sections[i].forecast && m_schedule.sections[i].forecast)
            if (const int by = *later.sections[i].forecast - *m_schedule.sections[i].forecast; by != 0)
                effect.sections.emplace_back(later.sections[i].section, by);
    if (later.programmeFinish && m_schedule.programmeFinish)
        effect.finish = completionDate(*later.programmeFinish) - completionDate(*m_schedule.programmeFinish);
    return effect;
}

std::vector<NearPath> nearPathsTo(const Programme& programme, const Schedule& schedule, ActivityId to,
                                  std::span<const int> days) {
    const auto paths = floatPathsTo(programme, schedule, to, programme.activities.size());
    const Minutes day = schedule.calendarOf(schedule.activities[programme.activities.indexOf(to)]).dayMinutes();
    std::vector<NearPath> out;
    for (const int count : days) {
        NearPath& near = out.emplace_back();
        near.days = count;
        for (const FloatPath& path : paths) {
            if (path.slack == 0 || path.slack >= count * day) continue;
            for (const ActivityId id : path.activities)
                if (schedule.activities[programme.activities.indexOf(id)].state != NodeState::complete)
                    near.activities.push_back(id);
        }
        std::stable_sort(near.activities.begin(), near.activities.end(), [&](ActivityId a, ActivityId b) {
            return standsBefore(programme.activities.row(a)->key, programme.activities.row(b)->key);
        });
    }
    return out;
}

Result<std::vector<Shortening>> whatItTakes(const Programme& programme, const Schedule& schedule, SectionId id,
                                            Date wanted) {
    const Section* section = programme.sections.row(id);
    if (!section) return inputError(worded("there is no such section"));
    const std::size_t at = programme.activities.indexOf(section->milestone);
    if (at >= programme.activities.size())
        return inputError(worded("section %1 has no milestone", section->key), worded("name the one by which it goes"));
    const ActivityFigures& figures = schedule.activities[at];
    if (figures.state == NodeState::complete) return inputError(worded("section %1 is complete", section->key));
    if (programme.job.dataDate && startOf(wanted + 1) <= *programme.job.dataDate)
        return inputError(worded("%1 lies before the data date", isoDate(wanted)),
                          worded("choose a day that is still to come"));
    const WorkCalendar& own = schedule.calendarOf(figures);
    const Minutes missing = own.worked(figures.earlyFinish) - own.worked(startOf(wanted + 1));
    std::vector<Shortening> list;
    if (missing <= 0) return list;
    for (FloatPath& path : floatPathsTo(programme, schedule, section->milestone, programme.activities.size())) {
        if (path.slack >= missing) break;
        std::erase_if(path.activities, [&](ActivityId one) {
            return schedule.activities[programme.activities.indexOf(one)].state == NodeState::complete;
        });
        const bool shortens = std::any_of(path.activities.begin(), path.activities.end(), [&](ActivityId one) {
            return programme.activities.row(one)->kind == ActivityKind::task;
        });
        if (shortens) list.push_back({missing - path.slack, std::move(path)});
    }
    return list;
}

ActivityId lastActivity(const Programme& programme, const Schedule& schedule) {
    const Activity* last = nullptr;
    Instant finish;
    for (std::size_t i = 0; i < programme.activities.size(); ++i) {
        const Activity& activity = programme.activities[i];
        const ActivityFigures& f = schedule.activities[i];
        if (activity.kind == ActivityKind::hammock || f.aside) continue;
        const bool later =
            !last || finish < f.earlyFinish ||
            (finish == f.earlyFinish &&
             (isMilestone(activity.kind) > isMilestone(last->kind) ||
              (isMilestone(activity.kind) == isMilestone(last->kind) && standsBefore(activity.key, last->key))));
        if (!later) continue;
        last = &activity;
        finish = f.earlyFinish;
    }
    return last ? last->id : ActivityId{};
}

} // namespace yarrin

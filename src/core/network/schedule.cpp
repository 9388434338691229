// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/schedule.h"

#include "core/base/worded.h"
#include "core/network/calculation.h"
#include "core/network/passes.h"

#include <algorithm>

namespace yarrin {

namespace {

class Scheduler {
public:
    Scheduler(const Programme& programme, CompiledProgramme& compiled, std::unique_ptr<PassRunner>& runner)
        : m_programme(programme), m_compiled(compiled), m_runner(runner) {}

    Schedule run() {
        m_out.problems = m_compiled.problems;
        m_out.errors = m_compiled.errors;
        if (!m_out.ok()) return std::move(m_out);
        const Network& net = m_compiled.network;
        if (!m_runner) m_runner = std::make_unique<PassRunner>(net);
        m_result = &m_runner->run(net.work, m_programme.job.requiredFinish);
        const PassResult& passes = *m_result;
        if (passes.beyond) {
            m_out.errors.push_back(beyond(*passes.beyond));
            return std::move(m_out);
        }
        if (!net.nodes.empty()) m_out.programmeFinish = passes.programmeFinish;
        m_out.activities.resize(m_programme.activities.size());
        // In the order of the nodes: what is read lies side by side, of all that there is to read the most.
        for (std::uint32_t node = 0; node < net.nodes.size(); ++node) activity(node);
        for (const std::uint32_t index : m_compiled.aside) aside(index);
        hammocks();
        m_out.driving.resize(m_programme.links.size());
        for (std::size_t i = 0; i < net.linkOf.size(); ++i) m_out.driving[net.linkOf[i]] = passes.driving[i] != 0;
        deadlines();
        contract();
        m_out.calendars = m_compiled.calendars.calendars();
        if (const auto& late = m_compiled.calendars.errors(); !late.empty()) m_out.errors = late;
        return std::move(m_out);
    }

private:
    [[nodiscard]] const WorkCalendar& calendar(std::uint16_t index) const {
        return *m_compiled.calendars.calendars()[index];
    }

    [[nodiscard]] Error beyond(const PassResult::Beyond& at) const {
        const Activity& activity = m_programme.activities[m_compiled.network.nodes[at.node].activity];
        return {ErrorCode::programme, worded("activity %1", activity.key),
                worded("it would need a date beyond the working time of calendar %1",
                       calendar(at.calendar).definition().key),
                worded("give that calendar more working time, or shorten durations and lags")};
    }

    void activity(std::uint32_t i) {
        const PassResult& passes = *m_result;
        const Node& node = m_compiled.network.nodes[i];
        ActivityFigures& out = m_out.activities[node.activity];
        out.id = node.id;
        out.calendar = node.calendar;
        out.state = node.state;
        out.onLongestPath = passes.onLongestPath[i] != 0;
        const std::size_t finish = passes.stride + i; // where its finish stands
        out.earlyStart = node.state == NodeState::inProgress ? node.actualStart : passes.start(i);
        out.earlyFinish = passes.finish(i);
        out.duration = m_compiled.network.duration[node.activity];
        if (node.state == NodeState::complete) return;
        const WorkCalendar& own = calendar(node.calendar);
        if (node.state == NodeState::inProgress) out.remainingStart = passes.start(i);
        // The limit of a finish on Monday at eight and a finish on Friday at five are the same moment of work.
        out.lateStart = passes.limitWork[i] == passes.earlyWork[i] ? passes.start(i) : Instant{passes.limit[i]};
        out.lateFinish = passes.limitWork[finish] == passes.earlyWork[finish]
                             ? passes.finish(i)
                             : own.endOfMinute(passes.limitWork[finish]);
        if (node.kind == NodeKind::startMilestone) out.lateFinish = out.lateStart;
        if (node.kind == NodeKind::finishMilestone) out.lateStart = out.lateFinish;
        out.freeFloat = passes.freeFloat[i];
        setFloat(out, passes.totalFloat[i], own);
        if (!m_out.latestStart || *out.lateStart < *m_out.latestStart) m_out.latestStart = out.lateStart;
    }

    /// From where its event began, or where the programme stands.
    void aside(std::uint32_t index) {
        ActivityFigures& out = m_out.activities[index];
        const DelayEvent& event = *m_programme.events.row(m_programme.activities[index].event);
        const WorkCalendar& own = calendar(out.calendar);
        const Instant from = event.from ? startOf(*event.from) : m_compiled.network.base;
        out.aside = true;
        out.onLongestPath = false;
        out.earlyStart = own.upStart(from);
        out.earlyFinish = out.duration == 0 ? out.earlyStart : own.endOfMinute(own.worked(from) + out.duration);
    }

    void setFloat(ActivityFigures& out, Minutes slack, const WorkCalendar& own) const {
        const Job& job = m_programme.job;
        out.totalFloat = slack;
        out.critical = slack <= job.criticalFloat;
        out.nearCritical = !out.critical && slack <= job.nearCriticalFloat.value_or(5 * own.dayMinutes());
    }

    /// The instants of one end of an anchor: early, and late where there is one.
    struct Ends {
        Instant early;
        Instant late;
        bool open; ///< has late dates of its own
    };
    [[nodiscard]] Ends anchored(const Anchor& anchor) const {
        const ActivityFigures& at = m_out.activities[m_programme.activities.indexOf(anchor.activity)];
        if (anchor.end == End::start) {
            const bool started = at.state != NodeState::notStarted;
            return {at.earlyStart, started ? at.earlyStart : *at.lateStart, at.state != NodeState::complete};
        }
        const bool complete = at.state == NodeState::complete;
        return {at.earlyFinish, complete ? at.earlyFinish : *at.lateFinish, !complete};
    }

    void hammocks() {
        for (const std::uint32_t i : m_compiled.hammocks) hammock(m_programme.activities[i], m_out.activities[i]);
    }

    /// Section 6.
    void hammock(const Activity& activity, ActivityFigures& out) {
        out.id = activity.id;
        out.calendar = m_compiled.calendars.indexOf(calendarOf(m_programme, activity));
        const WorkCalendar& own = calendar(out.calendar);
        const auto moved = [&](Instant t, Minutes lag, End end) {
            if (lag == 0) return t;
            const Minutes n = own.worked(t) + lag;
            return end == End::start ? own.startOfMinute(n) : own.endOfMinute(n);
        };
        Instant lateStart = farFuture, lateFinish = farPast;
        out.earlyStart = farFuture;
        out.earlyFinish = farPast;
        bool open = false;
        // What stands aside holds no hammock, unless there is nothing else for it to hang from.
        const auto stands = [&](const Anchor& anchor) {
            return !m_out.activities[m_programme.activities.indexOf(anchor.activity)].aside;
        };
        const auto hangs = [&](const std::vector<Anchor>& anchors, const Anchor& anchor) {
            return stands(anchor) || std::none_of(anchors.begin(), anchors.end(), stands);
        };
        for (const Anchor& anchor : activity.from) {
            if (!hangs(activity.from, anchor)) continue;
            const Ends ends = anchored(anchor);
            out.earlyStart = std::min(out.earlyStart, moved(ends.early, anchor.lag, End::start));
            lateStart = std::min(lateStart, moved(ends.late, anchor.lag, End::start));
        }
        for (const Anchor& anchor : activity.to) {
            if (!hangs(activity.to, anchor)) continue;
            const Ends ends = anchored(anchor);
            out.earlyFinish = std::max(out.earlyFinish, moved(ends.early, anchor.lag, End::finish));
            lateFinish = std::max(lateFinish, moved(ends.late, anchor.lag, End::finish));
            open = open || ends.open;
        }
        for (const Instant t : {out.earlyStart, out.earlyFinish, lateStart, lateFinish})
            if (isBeyond(t) && m_out.errors.empty())
                m_out.errors.push_back(
                    {ErrorCode::programme, worded("hammock %1", activity.key),
                     worded("it would need a date beyond the working time of calendar %1", own.definition().key),
                     worded("shorten the lags of its anchors")});
        if (!open) out.state = NodeState::complete;
        if (open) out.lateStart = lateStart;
        if (out.earlyFinish < out.earlyStart) {
            m_out.problems.push_back(
                {Problem::Severity::error, activity.key, worded("its finish falls before its start")});
            out.earlyFinish = out.earlyStart;
            if (open) out.lateFinish = lateStart;
            return;
        }
        out.duration = own.worked(out.earlyFinish) - own.worked(out.earlyStart);
        if (!open) return;
        out.lateFinish = lateFinish;
        setFloat(out, own.worked(lateFinish) - own.worked(out.earlyFinish), own);
    }

    void deadlines() {
        for (const std::uint32_t i : m_compiled.withDeadline) {
            const Activity& activity = m_programme.activities[i];
            const ActivityFigures& figures = m_out.activities[i];
            // Whatever it is, it meets a bare date as long as it is through by the end of that day's work.
            const Instant bound = boundOf(*activity.deadline, false, calendar(figures.calendar));
            if (figures.earlyFinish > bound)
                m_out.problems.push_back(
                    {Problem::Severity::warning, activity.key,
                     worded("it finishes on %1, after its deadline of %2", isoDate(completionDate(figures.earlyFinish)),
                            isoDate(dateOf(activity.deadline->at)))});
        }
    }

    void contract() {
        for (const Section& section : m_programme.sections) {
            const std::size_t index = m_programme.activities.indexOf(section.milestone);
            std::optional<Instant> finish;
            if (index != decltype(m_programme.activities)::none) finish = m_out.activities[index].earlyFinish;
            m_out.sections.push_back(sectionFigures(m_programme, section, finish));
            const SectionFigures& figures = m_out.sections.back();
            if (figures.assessedDays > figures.claimedDays)
                m_out.problems.push_back(
                    {Problem::Severity::warning, section.key,
                     worded("its open events are still assessed at %1 days, more than the %2 claimed",
                            figures.assessedDays, figures.claimedDays)});
        }
        m_out.damages = totalExposure(m_programme, m_out.sections);
    }

    const Programme& m_programme;
    CompiledProgramme& m_compiled;
    std::unique_ptr<PassRunner>& m_runner;
    const PassResult* m_result = nullptr;
    Schedule m_out;
};

} // namespace

Schedule scheduleOf(const Programme& programme, CompiledProgramme& compiled, std::unique_ptr<PassRunner>& runner) {
    return Scheduler(programme, compiled, runner).run();
}

Schedule schedule(const Programme& programme, CalendarCache& cache) {
    CompiledProgramme compiled = compile(programme, cache);
    std::unique_ptr<PassRunner> runner;
    return scheduleOf(programme, compiled, runner);
}

Schedule schedule(const Programme& programme) {
    CalendarCache cache;
    return schedule(programme, cache);
}

Fraction hireCost(const Activity& hammock, const ActivityFigures& figures) {
    if (hammock.kind != ActivityKind::hammock || !hammock.costPerWeek) return 0;
    return Fraction(*hammock.costPerWeek) * Fraction(daysOf(figures).count()) / Fraction(7);
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/network.h"

#include "core/base/worded.h"
#include "core/model/resource_book.h"
#include "core/network/effects.h"

#include <algorithm>

namespace yarrin {

Instant boundOf(const DateOrInstant& when, bool ofStart, const WorkCalendar& calendar) {
    if (!when.bareDate) return when.at;
    const Instant end = when.at + minutesPerDay;
    if (ofStart) {
        const Instant start = calendar.upStart(when.at);
        return start < end ? start : when.at;
    }
    const Minutes worked = calendar.worked(end);
    return worked != calendar.worked(when.at) ? calendar.endOfMinute(worked) : end;
}

Minutes wholeDuration(const Activity& activity, Minutes dayMinutes) {
    if (isMilestone(activity.kind) || activity.kind == ActivityKind::hammock) return 0;
    if (activity.measure)
        if (const auto measured = durationOf(*activity.measure, dayMinutes); measured.ok() && *measured)
            return **measured;
    return activity.duration.value_or(0);
}

Minutes affectedDuration(const Activity& activity, const std::vector<ActingEffect>& effects, Minutes dayMinutes) {
    if (effects.empty() || !activity.measure)
        return wholeDuration(activity, dayMinutes) + (isMilestone(activity.kind) ? 0 : addedWork(effects));
    Activity affected = activity;
    affected.measure = affectedMeasure(activity, effects);
    return wholeDuration(affected, dayMinutes) + addedWork(effects);
}

namespace {

/// Nodes that wait for nothing any more, in sets of those with which the passes do the same: plain ones by calendar,
/// and all others. The largest set goes next, so that the passes take as many at once as can be.
class ReadyNodes {
public:
    explicit ReadyNodes(std::size_t calendars) : m_sets(calendars + 1) {}

    void add(const Node& node, std::uint32_t source) {
        const std::size_t set = node.plain ? node.calendar + 1u : 0u;
        if (m_sets[set].waiting() == 0) m_open.push_back(set);
        m_sets[set].nodes.push_back(source);
    }

    /// Appends what goes next; false where nothing is ready.
    bool take(std::vector<std::uint32_t>& order) {
        if (m_open.empty()) return false;
        // Of many sets only the first are looked at: choosing must not cost more than it brings.
        const auto last = m_open.begin() + std::ptrdiff_t(std::min<std::size_t>(m_open.size(), 64));
        const auto next = std::max_element(m_open.begin(), last, [this](std::size_t a, std::size_t b) {
            return m_sets[a].waiting() < m_sets[b].waiting();
        });
        Set& set = m_sets[*next];
        const std::size_t end = std::min(set.nodes.size(), set.taken + largestBatch);
        order.insert(order.end(), set.nodes.begin() + std::ptrdiff_t(set.taken),
                     set.nodes.begin() + std::ptrdiff_t(end));
        set.taken = end;
        if (set.waiting() == 0) m_open.erase(next);
        return true;
    }

private:
    struct Set {
        std::vector<std::uint32_t> nodes; ///< in the order in which they became ready
        std::size_t taken = 0;
        [[nodiscard]] std::size_t waiting() const { return nodes.size() - taken; }
    };
    std::vector<Set> m_sets;
    std::vector<std::size_t> m_open; ///< that are not empty
};

/// Compiles one programme; each step fills its part of the network.
class Compiler {
public:
    Compiler(const Programme& programme, CalendarCache& cache)
        : m_programme(programme), m_effects(programme),
          m_binding(programme), m_out{{}, CalendarSet(programme, cache), {}, {}} {}

    CompiledProgramme run() {
        Network& net = m_out.network;
        const std::size_t count = m_programme.activities.size();
        net.duration.resize(count);
        net.nodeOf.assign(count, Network::noNode);
        net.base = std::max(m_programme.job.start, m_programme.job.dataDate.value_or(m_programme.job.start));
        m_bySource.reserve(count);
        for (std::size_t i = 0; i < count; ++i) {
            const Activity& activity = m_programme.activities[i];
            if (activity.deadline) m_out.withDeadline.push_back(static_cast<std::uint32_t>(i));
            if (activity.kind == ActivityKind::hammock) {
                m_out.hammocks.push_back(static_cast<std::uint32_t>(i));
                continue;
            }
            net.nodeOf[i] = static_cast<std::uint32_t>(m_bySource.size());
            m_bySource.push_back(node(activity, static_cast<std::uint32_t>(i)));
        }
        sectionLimits();
        readLinks();
        if (order()) arrange();
        net.calendars = m_out.calendars.calendars();
        m_out.errors.insert(m_out.errors.begin(), m_out.calendars.errors().begin(), m_out.calendars.errors().end());
        return std::move(m_out);
    }

private:
    struct Draft {
        Node node;
        Minutes work = 0;
        bool takesLinks = true; ///< not complete, and not carrying on whatever its links say
    };
    /// Ends are places in the order of the file.
    struct SourceLink {
        std::uint32_t from;
        std::uint32_t to;
        std::uint16_t calendar;
        LinkType type;
        Minutes lag;
    };

    void problem(Problem::Severity severity, const Activity& activity, std::string what) {
        m_out.problems.push_back({severity, activity.key, std::move(what)});
    }

    Draft node(const Activity& activity, std::uint32_t index) {
        Draft draft;
        Node& node = draft.node;
        node.activity = index;
        node.id = activity.id;
        const auto& effects = m_effects.on(activity.id);
        const Stretches suspensions = suspensionsOf(effects);
        const std::vector<CalendarId> meets = m_binding.waitsOf(activity);
        node.calendar = suspensions.empty() && meets.empty()
                            ? m_out.calendars.indexOf(calendarOf(m_programme, activity))
                            : m_out.calendars.narrowed(calendarOf(m_programme, activity), suspensions, meets);
        node.stretch = activity.stretch;
        const WorkCalendar& calendar = *m_out.calendars.calendars()[node.calendar];
        if (standsAside(m_programme, activity)) return aside(activity, draft, calendar);
        const Minutes duration = checkedDuration(activity, calendar, effects);
        m_out.network.duration[index] = duration;
        node.kind = activity.kind == ActivityKind::startMilestone
                        ? NodeKind::startMilestone
                        : (duration == 0 ? NodeKind::finishMilestone : NodeKind::task);
        progress(activity, draft, duration, begunLater(activity, effects, duration, calendar));
        bounds(activity, node, calendar);
        const auto access = accessOf(effects);
        if (access && node.state == NodeState::notStarted)
            node.startBound = std::max(node.startBound, boundOf({startOf(access->first), true}, true, calendar));
        const bool levelled =
            activity.levelledFrom && node.kind == NodeKind::task && node.state == NodeState::notStarted;
        if (levelled) node.startBound = std::max(node.startBound, *activity.levelledFrom);
        const bool awaits = activity.awaited && node.state == NodeState::notStarted;
        if (awaits) node.startBound = std::max(node.startBound, activity.awaited->at);
        node.asLate = activity.asLate && node.state == NodeState::notStarted;
        node.plain = node.kind == NodeKind::task && node.state == NodeState::notStarted && !node.asLate &&
                     !activity.constraint && !node.stretch && !access && !levelled && !awaits;
        return draft;
    }

    /// It holds nothing: as if it had been complete when the programme starts, without links. The schedule shows where
    /// its work would lie.
    Draft& aside(const Activity& activity, Draft& draft, const WorkCalendar& calendar) {
        m_out.aside.push_back(draft.node.activity);
        m_out.network.duration[draft.node.activity] = checkedDuration(activity, calendar, {});
        draft.node.kind = NodeKind::finishMilestone;
        draft.node.state = NodeState::complete;
        draft.node.actualStart = draft.node.actualFinish = m_programme.job.start;
        draft.takesLinks = false;
        return draft;
    }

    /// What work in hand gains by events that begin at or after the data date; what was left before them is known.
    Minutes begunLater(const Activity& activity, const std::vector<ActingEffect>& effects, Minutes duration,
                       const WorkCalendar& calendar) {
        if (effects.empty() || !activity.actualStart || !activity.remaining || !m_programme.job.dataDate) return 0;
        std::vector<ActingEffect> earlier;
        for (const ActingEffect& one : effects)
            if (one.event->from && startOf(*one.event->from) < *m_programme.job.dataDate) earlier.push_back(one);
        return duration - affectedDuration(activity, earlier, calendar.dayMinutes());
    }

    /// The whole duration; what is wrong with the measure behind it is reported.
    Minutes checkedDuration(const Activity& activity, const WorkCalendar& calendar,
                            const std::vector<ActingEffect>& effects) {
        const bool milestone = isMilestone(activity.kind);
        for (const auto& [event, effect] : effects) {
            const bool ofMeasure = effect->kind == EffectKind::quantity || effect->kind == EffectKind::output;
            if (milestone && (ofMeasure || effect->kind == EffectKind::addedWork))
                problem(Problem::Severity::warning, activity,
                        worded("it is a milestone: what event %1 adds to its work does not count", event->key));
            else if (ofMeasure && !activity.measure)
                problem(Problem::Severity::warning, activity,
                        worded("it has no quantity: the change by event %1 does not count", event->key));
        }
        if (const std::string against = m_effects.contradiction(activity.id); !effects.empty() && !against.empty())
            problem(Problem::Severity::warning, activity, against);
        if (!effects.empty() && !milestone) return affectedDuration(activity, effects, calendar.dayMinutes());
        const Minutes typed = milestone ? 0 : activity.duration.value_or(0);
        if (!activity.measure) return typed;
        const auto measured = durationOf(*activity.measure, calendar.dayMinutes());
        if (!measured.ok()) {
            problem(Problem::Severity::error, activity, measured.error().sentence());
            return typed;
        }
        if (milestone) {
            problem(Problem::Severity::warning, activity,
                    worded("a milestone has no duration; its measure does not count"));
            return 0;
        }
        if (!*measured) return typed;
        if (activity.duration && typed != **measured)
            problem(Problem::Severity::warning, activity,
                    worded("the duration stated (%1 minutes) differs from the %2 minutes that its measure gives; the "
                           "measure counts",
                           typed, **measured));
        return **measured;
    }

    /// Pauses that count, with work of which `done` minutes lie behind.
    Minutes pauses(const Activity& activity, Minutes duration, Minutes done, bool report) {
        Minutes sum = 0;
        for (const Pause& pause : activity.pauses) {
            const bool counts = pause.after > 0 && pause.after < duration;
            if (!counts && report && !pause.levelled) // what levelling split may have become shorter
                problem(Problem::Severity::error, activity,
                        worded("a pause after %1 minutes lies outside its work and does not count", pause.after));
            if (counts && (done == 0 || pause.after > done)) sum += pause.rest;
        }
        return sum;
    }

    /// `gained` comes to the work left of what is in hand.
    void progress(const Activity& activity, Draft& draft, Minutes duration, Minutes gained) {
        Node& node = draft.node;
        const auto& dataDate = m_programme.job.dataDate;
        const auto late = [&](const std::optional<Instant>& actual, const char* which) {
            if (actual && dataDate && *actual > *dataDate)
                problem(Problem::Severity::error, activity, worded("its actual %1 is after the data date", which));
        };
        late(activity.actualStart, "start");
        late(activity.actualFinish, "finish");
        draft.work = duration + pauses(activity, duration, 0, true);
        if (!activity.actualStart && !activity.actualFinish) return;
        if (!dataDate)
            problem(Problem::Severity::error, activity,
                    worded("it has actual dates but the programme has no data date"));
        if (node.kind != NodeKind::task) {
            node.state = NodeState::complete;
            draft.takesLinks = false;
            // A task of no duration has a start and a finish of its own, also where they lie days apart.
            if (activity.kind == ActivityKind::task && activity.actualStart && activity.actualFinish) {
                node.actualStart = *activity.actualStart;
                node.actualFinish = *activity.actualFinish;
                if (node.actualFinish < node.actualStart)
                    problem(Problem::Severity::error, activity, worded("its actual finish is before its actual start"));
                return;
            }
            const bool byStart = node.kind == NodeKind::startMilestone;
            const auto& first = byStart ? activity.actualStart : activity.actualFinish;
            const auto& second = byStart ? activity.actualFinish : activity.actualStart;
            node.actualStart = node.actualFinish = first ? *first : *second;
            return;
        }
        if (activity.actualFinish) {
            node.state = NodeState::complete;
            draft.takesLinks = false;
            if (!activity.actualStart)
                problem(Problem::Severity::error, activity, worded("it has an actual finish but no actual start"));
            node.actualFinish = *activity.actualFinish;
            node.actualStart = activity.actualStart.value_or(*activity.actualFinish);
            if (node.actualFinish < node.actualStart)
                problem(Problem::Severity::error, activity, worded("its actual finish is before its actual start"));
            return;
        }
        node.state = NodeState::inProgress;
        node.actualStart = *activity.actualStart;
        draft.takesLinks = m_programme.job.outOfSequence != OutOfSequence::carryOn;
        Minutes remaining = activity.remaining.value_or(duration);
        if (gained != 0 && remaining > 0) remaining = std::max<Minutes>(1, remaining + gained);
        if (remaining == 0)
            problem(Problem::Severity::error, activity, worded("nothing of it remains but it has no actual finish"));
        draft.work =
            remaining +
            (remaining > 0 ? pauses(activity, duration, std::max<Minutes>(0, duration - remaining), false) : 0);
    }

    void bounds(const Activity& activity, Node& node, const WorkCalendar& calendar) {
        const bool started = node.state != NodeState::notStarted;
        node.startBound = started ? farPast : m_programme.job.start;
        if (m_programme.job.dataDate)
            node.startBound = std::max(node.startBound, *m_programme.job.dataDate);
        else if (started)
            node.startBound = std::max(node.actualStart, m_programme.job.start);
        node.finishBound = farPast;
        node.startLimit = node.finishLimit = farFuture;
        if (!activity.constraint) return;
        const ConstraintType type = activity.constraint->type;
        const bool ofStart = boundsStart(type);
        const Instant at =
            boundOf(activity.constraint->date, ofStart || node.kind == NodeKind::startMilestone, calendar);
        const bool holdsBack = type != ConstraintType::startNotAfter && type != ConstraintType::finishNotAfter;
        const bool holdsForward = type != ConstraintType::startNotBefore && type != ConstraintType::finishNotBefore;
        if (ofStart && !started) {
            if (holdsBack) node.startBound = std::max(node.startBound, at);
            if (holdsForward) node.startLimit = at;
        }
        if (!ofStart) {
            if (holdsBack) node.finishBound = at;
            if (holdsForward) node.finishLimit = at;
        }
    }

    void sectionLimits() {
        m_out.network.contractBase = farPast;
        for (const Section& section : m_programme.sections) {
            const std::size_t index = m_programme.activities.indexOf(section.milestone);
            if (index == decltype(m_programme.activities)::none) continue;
            Node& node = m_bySource[m_out.network.nodeOf[index]].node;
            if (m_programme.activities[index].asLate) {
                node.asLate = false;
                m_out.problems.push_back(
                    {Problem::Severity::error, m_programme.activities[index].key,
                     worded("the milestone of a section cannot go as late as possible; it stays early")});
            }
            if (m_programme.job.lateDatesFrom != LateDatesFrom::contract) continue;
            const Instant end = startOf(section.completion + section.grantedDays + 1);
            node.finishLimit = std::min(node.finishLimit, end);
            node.plain = false;
            m_out.network.contractBase = std::max(m_out.network.contractBase, end);
        }
    }

    void readLinks() {
        const auto& options = m_programme.job;
        m_links.reserve(m_programme.links.size());
        for (const Link& link : m_programme.links) {
            if (isAside(link.from) || isAside(link.to)) {
                m_links.push_back({Network::noNode, Network::noNode, 0, link.type, 0});
                continue;
            }
            SourceLink source{m_out.network.nodeOf[m_programme.activities.indexOf(link.from)],
                              m_out.network.nodeOf[m_programme.activities.indexOf(link.to)], 0, link.type, link.lag};
            if (link.lag != 0) {
                const LagCalendar which =
                    link.lagCalendar == LagCalendar::standard ? options.lagCalendar : link.lagCalendar;
                if (which == LagCalendar::standard || which == LagCalendar::predecessor)
                    source.calendar = m_bySource[source.from].node.calendar;
                else if (which == LagCalendar::successor)
                    source.calendar = m_bySource[source.to].node.calendar;
                else
                    source.calendar = m_out.calendars.indexOf(which == LagCalendar::programme ? options.defaultCalendar
                                                                                              : continuousCalendar);
            }
            if (link.type == LinkType::ff || link.type == LinkType::sf)
                m_bySource[source.to].node.finishLinksInto = true;
            m_links.push_back(source);
        }
    }

    /// Sorts the nodes so that every link goes from an earlier to a later one; false where links form a loop.
    bool order() {
        const std::size_t count = m_bySource.size();
        std::vector<std::uint32_t> firstOutOf(count + 1, 0);
        for (const SourceLink& link : m_links)
            if (link.to != Network::noNode) ++firstOutOf[link.from + 1];
        for (std::size_t i = 1; i <= count; ++i) firstOutOf[i] += firstOutOf[i - 1];
        std::vector<std::uint32_t> outOf(m_links.size());
        std::vector<std::uint32_t> next(firstOutOf.begin(), firstOutOf.end() - 1);
        std::vector<std::uint32_t> waiting(count, 0);
        for (const SourceLink& link : m_links) {
            if (link.to == Network::noNode) continue;
            outOf[next[link.from]++] = link.to;
            ++waiting[link.to];
        }
        m_order.reserve(count);
        ReadyNodes ready(m_out.calendars.calendars().size());
        const auto add = [&](std::uint32_t i) { ready.add(m_bySource[i].node, i); };
        for (std::uint32_t i = 0; i < count; ++i)
            if (waiting[i] == 0) add(i);
        for (std::size_t first = 0; ready.take(m_order); first = m_order.size())
            for (std::size_t i = first; i < m_order.size(); ++i)
                for (auto at = firstOutOf[m_order[i]]; at < firstOutOf[m_order[i] + 1]; ++at)
                    if (--waiting[outOf[at]] == 0) add(outOf[at]);
        if (m_order.size() == count) return true;
        reportLoop(waiting);
        return false;
    }

    /// Every node that still waits has a predecessor that still waits: walking back must close a loop.
    void reportLoop(const std::vector<std::uint32_t>& waiting) {
        std::vector<std::uint32_t> before(waiting.size(), Network::noNode);
        for (const SourceLink& link : m_links)
            if (link.to != Network::noNode && waiting[link.from] > 0 && waiting[link.to] > 0 &&
                before[link.to] == Network::noNode)
                before[link.to] = link.from;
        auto at = static_cast<std::uint32_t>(
            std::find_if(waiting.begin(), waiting.end(), [](std::uint32_t w) { return w > 0; }) - waiting.begin());
        std::vector<bool> seen(waiting.size(), false);
        for (; !seen[at]; at = before[at]) seen[at] = true;
        std::vector<std::uint32_t> loop{at};
        for (auto node = before[at]; node != at; node = before[node]) loop.push_back(node);
        std::reverse(loop.begin(), loop.end());
        std::rotate(loop.begin(), std::min_element(loop.begin(), loop.end()), loop.end());
        std::string names;
        for (const auto node : loop) names += keyOf(node) + " → ";
        names += keyOf(loop.front());
        m_out.errors.push_back(
            {ErrorCode::programme, "links", worded("links form a loop: %1", names), worded("remove one of them")});
    }

    const std::string& keyOf(std::uint32_t source) {
        return m_programme.activities[m_bySource[source].node.activity].key;
    }

    void arrange() {
        Network& net = m_out.network;
        std::vector<std::uint32_t> place(m_order.size());
        net.nodes.reserve(m_order.size());
        net.work.reserve(m_order.size());
        for (std::uint32_t i = 0; i < m_order.size(); ++i) {
            place[m_order[i]] = i;
            net.nodes.push_back(m_bySource[m_order[i]].node);
            net.work.push_back(m_bySource[m_order[i]].work);
            net.nodeOf[net.nodes.back().activity] = i;
        }
        const std::size_t count = net.nodes.size();
        net.firstInto.assign(count + 1, 0);
        for (const SourceLink& link : m_links)
            if (link.to != Network::noNode && m_bySource[link.to].takesLinks) ++net.firstInto[place[link.to] + 1];
        for (std::size_t i = 1; i <= count; ++i) net.firstInto[i] += net.firstInto[i - 1];
        net.links.resize(net.firstInto.back());
        net.linkOf.resize(net.firstInto.back());
        std::vector<std::uint32_t> next(net.firstInto.begin(), net.firstInto.end() - 1);
        for (std::size_t i = 0; i < m_links.size(); ++i) {
            const SourceLink& link = m_links[i];
            if (link.to == Network::noNode || !m_bySource[link.to].takesLinks) continue;
            const std::uint32_t to = place[link.to];
            net.linkOf[next[to]] = static_cast<std::uint32_t>(i);
            net.links[next[to]++] = {place[link.from], static_cast<std::int32_t>(link.lag), link.calendar, link.type,
                                     wayOf(link, net.nodes[place[link.from]])};
        }
    }

    static LinkWay wayOf(const SourceLink& link, const Node& from) {
        if (link.lag != 0) return from.plain && link.calendar == from.calendar ? LinkWay::carried : LinkWay::other;
        // What leaves the start of work in progress leaves from its actual start.
        const bool behind =
            (link.type == LinkType::ss || link.type == LinkType::sf) && from.state == NodeState::inProgress;
        return behind ? LinkWay::other : LinkWay::direct;
    }

    [[nodiscard]] bool isAside(ActivityId id) const {
        return !m_out.aside.empty() &&
               std::binary_search(m_out.aside.begin(), m_out.aside.end(),
                                  static_cast<std::uint32_t>(m_programme.activities.indexOf(id)));
    }

    const Programme& m_programme;
    ActingEffects m_effects;
    BindingCalendars m_binding;
    CompiledProgramme m_out;
    std::vector<Draft> m_bySource; ///< nodes in the order of the file
    std::vector<SourceLink> m_links;
    std::vector<std::uint32_t> m_order;
};

} // namespace

CompiledProgramme compile(const Programme& programme, CalendarCache& cache) {
    return Compiler(programme, cache).run();
}

} // namespace yarrin

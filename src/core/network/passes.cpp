// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/passes.h"

#include <algorithm>
#include <array>

namespace yarrin {

namespace {

bool leavesStart(LinkType type) {
    return type == LinkType::ss || type == LinkType::sf;
}
bool entersStart(LinkType type) {
    return type == LinkType::fs || type == LinkType::ss;
}

Minutes less(Minutes a, Minutes b) {
    return a < b ? a : b;
}
/// Written out, because a comparison of structures becomes a jump, and which way it goes nobody can foretell.
Instant later(Instant a, Instant b) {
    return Instant{a.minutes > b.minutes ? a.minutes : b.minutes};
}
Instant earlier(Instant a, Instant b) {
    return Instant{a.minutes < b.minutes ? a.minutes : b.minutes};
}

} // namespace

/// Two sweeps: forward for early dates and what drives them; back for limits, the longest path and floats. In each, a
/// node asks or tells its predecessors, so that one list of links serves both. Most nodes are plain: they go in batches
/// of which none waits for another, step by step, so that the look-ups of several run at the same time inside the
/// processor. The rest takes the longer way round, one by one.
class PassRunner::Passes {
public:
    explicit Passes(const Network& network) : m_net(network) {
        const std::size_t count = m_net.nodes.size();
        m_out.nodes.resize(count);
        m_out.totalFloat.resize(count);
        m_out.freeFloat.resize(count);
        m_out.driving.resize(m_net.links.size());
        m_out.onLongestPath.resize(count);
        m_free.resize(count);
        findBatches();
        for (const auto& calendar : m_net.calendars) m_calendars.push_back(calendar.get());
    }

    void run(std::span<const Minutes> work, std::optional<Instant> requiredFinish) {
        m_work = work;
        m_out.beyond.reset();
        std::fill(m_out.onLongestPath.begin(), m_out.onLongestPath.end(), std::uint8_t{0});
        const auto count = static_cast<std::uint32_t>(m_net.nodes.size());
        m_out.programmeFinish = farPast;
        for (const Batch& batch : m_batches) {
            if (hasWork(batch))
                forward(batch);
            else
                for (auto i = batch.first; i < batch.last; ++i) forwardAny(i);
            for (auto i = batch.first; i < batch.last; ++i)
                m_out.programmeFinish = later(m_out.programmeFinish, m_out.nodes[i].finish);
        }
        if (m_out.beyond || count == 0) return;
        m_last = requiredFinish ? *requiredFinish : std::max(m_out.programmeFinish, m_net.contractBase);
        m_programmeFinishWork.clear();
        for (const WorkCalendar* calendar : m_calendars)
            m_programmeFinishWork.push_back(calendar->worked(m_out.programmeFinish));
        for (std::uint32_t i = 0; i < count; ++i) {
            m_out.nodes[i].startLimit = farFuture;
            m_out.nodes[i].finishLimit = m_last;
            m_free[i] = {farFuture, farFuture};
        }
        for (auto batch = m_batches.rbegin(); batch != m_batches.rend(); ++batch) {
            for (auto i = batch->last; i-- > batch->first;) longestPath(i);
            if (hasWork(*batch))
                backward(*batch);
            else
                for (auto i = batch->last; i-- > batch->first;) backwardAny(i);
            for (auto i = batch->last; i-- > batch->first;) tellPredecessors(i);
        }
    }

    [[nodiscard]] PassResult& result() { return m_out; }

private:
    /// Plain nodes of one calendar of which none comes before another, or any one node.
    struct Batch {
        std::uint32_t first;
        std::uint32_t last; ///< one behind
        std::uint16_t calendar;
        bool plain;
    };
    static constexpr std::uint32_t largestBatch = 64;

    void findBatches() {
        std::size_t links = 0; // of a batch, at most
        for (std::uint32_t i = 0; i < m_net.nodes.size(); ++i) {
            const Node& node = m_net.nodes[i];
            bool joins = node.plain && !m_batches.empty() && m_batches.back().plain &&
                         m_batches.back().calendar == node.calendar && i - m_batches.back().first < largestBatch;
            for (auto at = m_net.firstInto[i]; joins && at < m_net.firstInto[i + 1]; ++at)
                joins = m_net.links[at].from < m_batches.back().first;
            if (joins)
                m_batches.back().last = i + 1;
            else
                m_batches.push_back({i, i + 1, node.calendar, node.plain});
            links = std::max<std::size_t>(links, m_net.firstInto[i + 1] - m_net.firstInto[m_batches.back().first]);
        }
        m_bounds.resize(links);
    }

    /// Plain nodes whose work is none (in a simulation, say) are milestones.
    [[nodiscard]] bool hasWork(const Batch& batch) const {
        bool has = batch.plain;
        for (auto i = batch.first; i < batch.last; ++i) has = has && m_work[i] != 0;
        return has;
    }

    [[nodiscard]] const WorkCalendar& calendar(std::uint16_t index) const { return *m_calendars[index]; }

    /// A date beyond its calendar would silently bound nothing.
    void check(Instant t, std::uint32_t node, std::uint16_t calendarIndex) {
        if (isBeyond(t) && !m_out.beyond) m_out.beyond = PassResult::Beyond{node, calendarIndex};
    }

    /// Section 3, rules 1 and 2.
    void forward(const Batch& batch) {
        const WorkCalendar& own = calendar(batch.calendar);
        const std::uint32_t firstLink = m_net.firstInto[batch.first];
        std::array<Instant, largestBatch> ends;
        auto at = firstLink;
        for (auto i = batch.first; i < batch.last; ++i) {
            Instant bound = m_net.base;
            for (; at < m_net.firstInto[i + 1]; ++at) {
                m_bounds[at - firstLink] = boundForward(m_net.links[at], i);
                bound = later(bound, m_bounds[at - firstLink]);
            }
            m_out.nodes[i].start = bound;
        }
        for (auto i = batch.first; i < batch.last; ++i) {
            const WorkCalendar::Place place = own.placeOf(m_out.nodes[i].start);
            m_out.nodes[i].start = place.start;
            m_out.nodes[i].startWork = place.worked;
            ends[i - batch.first] = place.end;
            check(place.start, i, batch.calendar);
        }
        for (auto i = batch.first; i < batch.last; ++i) {
            NodeFigures& out = m_out.nodes[i];
            out.finishWork = out.startWork + m_work[i];
            out.finish = own.endOfMinute(out.finishWork);
            check(out.finish, i, batch.calendar);
        }
        // As much work lies before a bound as before the start exactly when it is no earlier than where the last
        // minute of that work ends, for no bound lies behind the start.
        at = firstLink;
        for (auto i = batch.first; i < batch.last; ++i)
            for (; at < m_net.firstInto[i + 1]; ++at)
                m_out.driving[at] = m_bounds[at - firstLink] >= ends[i - batch.first];
    }

    [[nodiscard]] Instant boundForward(const NetLink& link, std::uint32_t successor) {
        if (link.plain) return m_out.nodes[link.from].finish;
        const Node& from = m_net.nodes[link.from];
        Instant t = m_out.nodes[link.from].finish;
        if (leavesStart(link.type))
            t = from.state == NodeState::inProgress ? from.actualStart : m_out.nodes[link.from].start;
        if (link.lag == 0) return t;
        t = calendar(link.calendar).shift(t, link.lag);
        check(t, successor, link.calendar);
        return t;
    }

    /// Sections 3 and 7 for whatever is not plain.
    void forwardAny(std::uint32_t i) {
        const Node& node = m_net.nodes[i];
        NodeFigures& out = m_out.nodes[i];
        const WorkCalendar& own = calendar(node.calendar);
        if (node.state == NodeState::complete) {
            out.start = node.actualStart;
            out.finish = node.actualFinish;
            out.startWork = own.worked(out.start);
            out.finishWork = own.worked(out.finish);
            return;
        }
        Instant start = node.startBound;
        Instant finish = node.finishBound;
        const std::uint32_t first = m_net.firstInto[i];
        for (auto at = first; at < m_net.firstInto[i + 1]; ++at) {
            const NetLink& link = m_net.links[at];
            const Instant bound = m_bounds[at - first] = boundForward(link, i);
            Instant& latest = entersStart(link.type) ? start : finish;
            latest = later(latest, bound);
        }
        place(i, node, own, start, finish);
        check(out.start, i, node.calendar);
        check(out.finish, i, node.calendar);
        for (auto at = first; at < m_net.firstInto[i + 1]; ++at)
            m_out.driving[at] = own.worked(m_bounds[at - first]) ==
                                (entersStart(m_net.links[at].type) ? out.startWork : out.finishWork);
    }

    /// Section 3, rules 2 and 3.
    void place(std::uint32_t i, const Node& node, const WorkCalendar& own, Instant start, Instant finish) {
        NodeFigures& out = m_out.nodes[i];
        const Minutes n = m_work[i];
        if (node.kind != NodeKind::task || n == 0) {
            // Work in progress of which nothing is left stands where its bounds put it, as a finish milestone does.
            const Instant at = std::max(start, finish);
            out.startWork = out.finishWork = own.worked(at);
            out.start = out.finish = node.kind == NodeKind::startMilestone ? own.startOfMinute(out.startWork) : at;
            return;
        }
        const WorkCalendar::Place from = own.placeOf(start);
        out.start = from.start;
        out.startWork = from.worked;
        out.finishWork = from.worked + n;
        out.finish = own.endOfMinute(out.finishWork);
        // The finish may be held back beyond where the work alone would end.
        if (finish <= out.finish) return;
        const Instant held = own.up(finish);
        if (held <= out.finish) return;
        out.finish = held;
        out.finishWork = own.worked(finish); // up() crosses no work
        if (node.stretch) return;
        out.startWork = out.finishWork - n;
        out.start = own.startOfMinute(out.startWork);
    }

    /// When node i comes, in reverse order, all that it drives has been through.
    void longestPath(std::uint32_t i) {
        if (m_out.nodes[i].finish == m_out.programmeFinish) m_out.onLongestPath[i] = 1;
        if (!m_out.onLongestPath[i]) return;
        for (auto at = m_net.firstInto[i]; at < m_net.firstInto[i + 1]; ++at)
            if (m_out.driving[at]) m_out.onLongestPath[m_net.links[at].from] = 1;
    }

    /// Section 4. The limits hold what the successors told, until they are worked out.
    void backward(const Batch& batch) {
        const WorkCalendar& own = calendar(batch.calendar);
        for (auto i = batch.first; i < batch.last; ++i) {
            NodeFigures& out = m_out.nodes[i];
            out.finishLimitWork = own.worked(out.finishLimit);
            out.startLimitWork = out.finishLimitWork - m_work[i];
        }
        for (auto i = batch.first; i < batch.last; ++i) {
            NodeFigures& out = m_out.nodes[i];
            const Instant told = out.startLimit;
            out.startLimit = own.startOfMinute(out.startLimitWork);
            if (told < out.startLimit) pull(out, own, m_work[i], told, out.finishLimit, false);
            check(out.startLimit, i, batch.calendar);
        }
        const Minutes last = m_programmeFinishWork[batch.calendar];
        for (auto i = batch.first; i < batch.last; ++i) {
            const NodeFigures& out = m_out.nodes[i];
            const Free free = m_free[i];
            const Minutes total = less(out.finishLimitWork - out.finishWork, out.startLimitWork - out.startWork);
            Minutes slack = less(total, last - out.finishWork);
            slack = less(slack, own.worked(earlier(free.finish, m_out.programmeFinish)) - out.finishWork);
            if (free.start != farFuture) slack = less(slack, own.worked(own.downStart(free.start)) - out.startWork);
            m_out.totalFloat[i] = total;
            m_out.freeFloat[i] = slack > 0 ? slack : 0;
        }
    }

    /// Limits the predecessors, and tells them how far their free float goes: the work before an instant never
    /// decreases with it, so that only the earliest of several matters.
    void tellPredecessors(std::uint32_t i) {
        const NodeFigures& out = m_out.nodes[i];
        for (auto at = m_net.firstInto[i]; at < m_net.firstInto[i + 1]; ++at) {
            const NetLink& link = m_net.links[at];
            NodeFigures& from = m_out.nodes[link.from];
            if (link.plain) {
                from.finishLimit = earlier(from.finishLimit, out.startLimit);
                m_free[link.from].finish = earlier(m_free[link.from].finish, out.start);
            } else {
                tellAny(link, out, from);
            }
        }
    }

    void tellAny(const NetLink& link, const NodeFigures& out, NodeFigures& from) {
        Instant limit = entersStart(link.type) ? out.startLimit : out.finishLimit;
        Instant free = entersStart(link.type) ? out.start : out.finish;
        if (link.lag != 0) {
            const WorkCalendar& lag = calendar(link.calendar);
            limit = lag.unshift(limit, link.lag);
            free = lag.unshift(free, link.lag);
            check(limit, link.from, link.calendar);
        }
        Instant& limited = leavesStart(link.type) ? from.startLimit : from.finishLimit;
        Instant& freed = leavesStart(link.type) ? m_free[link.from].start : m_free[link.from].finish;
        limited = earlier(limited, limit);
        freed = earlier(freed, free);
    }

    /// The start may be limited to earlier than where the finish's limit alone would put it.
    static void pull(NodeFigures& out, const WorkCalendar& own, Minutes n, Instant start, Instant finish,
                     bool stretch) {
        const Instant held = own.downStart(start);
        if (held >= out.startLimit) return;
        out.startLimit = held;
        out.startLimitWork = own.worked(held);
        if (stretch) return;
        const Minutes m = out.startLimitWork + n;
        const Instant end = own.startOfMinute(m);
        out.finishLimit = end <= own.down(finish) ? end : own.endOfMinute(m);
        out.finishLimitWork = m;
    }

    /// Sections 4 and 7 for whatever is not plain.
    void backwardAny(std::uint32_t i) {
        const Node& node = m_net.nodes[i];
        if (node.state == NodeState::complete) return;
        const WorkCalendar& own = calendar(node.calendar);
        NodeFigures& out = m_out.nodes[i];
        // What it did at its start, if that is over, nothing limits.
        const bool started = node.state == NodeState::inProgress;
        if (started) m_free[i].start = farFuture;
        const Instant start = started ? farFuture : std::min(node.startLimit, out.startLimit);
        const Instant finish = std::min(node.finishLimit, out.finishLimit);
        const Minutes n = m_work[i];
        if (node.kind != NodeKind::task || n == 0) {
            const Instant at = std::min(start, finish);
            out.startLimit = out.finishLimit = node.kind == NodeKind::startMilestone ? own.downStart(at) : at;
            out.startLimitWork = out.finishLimitWork = own.worked(out.startLimit);
        } else {
            out.finishLimitWork = own.worked(finish);
            out.startLimitWork = out.finishLimitWork - n;
            out.startLimit = own.startOfMinute(out.startLimitWork);
            // Where in a gap between working times it lies only matters to links that hang on it.
            out.finishLimit = node.finishLinksInto ? own.down(finish) : finish;
            if (start < out.startLimit) pull(out, own, n, start, finish, node.stretch);
        }
        check(out.startLimit, i, node.calendar);
        check(out.finishLimit, i, node.calendar);
        m_out.totalFloat[i] = totalOf(node, out);
        m_out.freeFloat[i] = freeOf(i, node, own);
        if (node.asLate && m_out.freeFloat[i] > 0) moveLate(i, node, own);
    }

    static Minutes totalOf(const Node& node, const NodeFigures& out) {
        const Minutes slack = out.finishLimitWork - out.finishWork;
        return node.state == NodeState::inProgress ? slack : std::min(slack, out.startLimitWork - out.startWork);
    }

    [[nodiscard]] Minutes freeOf(std::uint32_t i, const Node& node, const WorkCalendar& own) const {
        const NodeFigures& out = m_out.nodes[i];
        // A start milestone can only stand where work can start, a finish milestone anywhere.
        const bool isStart = node.kind == NodeKind::startMilestone;
        const auto reached = [&](Instant t, bool byStart) {
            if (t == farFuture) return m_out.totalFloat[i];
            const bool down = isStart || (byStart && node.kind == NodeKind::task);
            return own.worked(down ? own.downStart(t) : t) - (byStart ? out.startWork : out.finishWork);
        };
        return std::max<Minutes>(0, std::min({m_out.totalFloat[i], reached(m_out.programmeFinish, false),
                                              reached(m_free[i].finish, false), reached(m_free[i].start, true)}));
    }

    /// Section 4, `as_late`.
    void moveLate(std::uint32_t i, const Node& node, const WorkCalendar& own) {
        NodeFigures& out = m_out.nodes[i];
        out.startWork += m_out.freeFloat[i];
        out.finishWork += m_out.freeFloat[i];
        if (node.kind == NodeKind::task) {
            out.start = own.startOfMinute(out.startWork);
            out.finish = own.endOfMinute(out.finishWork);
        } else {
            out.start = out.finish = node.kind == NodeKind::startMilestone ? own.startOfMinute(out.startWork)
                                                                           : own.endOfMinute(out.startWork);
        }
        m_out.freeFloat[i] = 0;
        m_out.totalFloat[i] = totalOf(node, out);
    }

    const Network& m_net;
    std::span<const Minutes> m_work;
    PassResult m_out;
    std::vector<Batch> m_batches;
    std::vector<const WorkCalendar*> m_calendars;
    struct Free {
        Instant start, finish;
    };
    std::vector<Free> m_free;      ///< per node: the latest at which its ends may lie without moving a successor
    std::vector<Instant> m_bounds; ///< of the links into the batch at hand
    Instant m_last;                ///< what late dates are worked out from
    std::vector<Minutes> m_programmeFinishWork; ///< per calendar
};

PassRunner::PassRunner(const Network& network) : m_passes(std::make_unique<Passes>(network)) {}
PassRunner::~PassRunner() = default;

const PassResult& PassRunner::run(std::span<const Minutes> work, std::optional<Instant> requiredFinish) {
    m_passes->run(work, requiredFinish);
    return m_passes->result();
}

PassResult runPasses(const Network& network, std::span<const Minutes> work, std::optional<Instant> requiredFinish) {
    return PassRunner(network).run(work, requiredFinish);
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/passes.h"

#include <algorithm>

namespace yarrin {

namespace {

class Passes {
public:
    Passes(const Network& network, std::span<const Minutes> work) : m_net(network), m_work(work) {
        const std::size_t count = m_net.nodes.size();
        m_out.earlyStart.resize(count);
        m_out.earlyFinish.resize(count);
        m_out.remainingStart.resize(count);
        m_out.startLimit.resize(count);
        m_out.finishLimit.resize(count);
        m_out.totalFloat.resize(count);
        m_out.freeFloat.resize(count);
        m_out.driving.resize(m_net.links.size());
        m_out.onLongestPath.resize(count);
    }

    PassResult run(std::optional<Instant> requiredFinish) {
        const auto count = static_cast<std::uint32_t>(m_net.nodes.size());
        for (std::uint32_t i = 0; i < count; ++i) forward(i);
        m_out.programmeFinish = farPast;
        for (const Instant finish : m_out.earlyFinish) m_out.programmeFinish = std::max(m_out.programmeFinish, finish);
        if (m_out.beyond || count == 0) return std::move(m_out);
        const Instant last = requiredFinish ? *requiredFinish : std::max(m_out.programmeFinish, m_net.contractBase);
        for (std::uint32_t i = count; i-- > 0;) backward(i, last);
        if (m_out.beyond) return std::move(m_out);
        longestPath();
        for (std::uint32_t i = count; i-- > 0;) floats(i);
        return std::move(m_out);
    }

private:
    [[nodiscard]] const WorkCalendar& calendar(std::uint16_t index) const { return *m_net.calendars[index]; }

    /// A bound that lies beyond its lag's calendar would silently bound nothing.
    Instant checked(Instant t, std::uint32_t node, std::uint16_t calendarIndex) {
        if (isBeyond(t) && !m_out.beyond) m_out.beyond = PassResult::Beyond{node, calendarIndex};
        return t;
    }

    void forward(std::uint32_t i) {
        const Node& node = m_net.nodes[i];
        if (node.state == NodeState::complete) {
            m_out.earlyStart[i] = m_out.remainingStart[i] = node.actualStart;
            m_out.earlyFinish[i] = node.actualFinish;
            return;
        }
        Instant start = node.startBound;
        Instant finish = node.finishBound;
        if (!node.freeOfLinks)
            for (auto at = m_net.firstInto[i]; at < m_net.firstInto[i + 1]; ++at) {
                const NetLink& link = m_net.links[at];
                const bool fromStart = link.type == LinkType::ss || link.type == LinkType::sf;
                const Instant from = fromStart ? m_out.earlyStart[link.from] : m_out.earlyFinish[link.from];
                const Instant bound =
                    link.lag == 0 ? from : checked(calendar(link.calendar).shift(from, link.lag), i, link.calendar);
                Instant& side = link.type == LinkType::fs || link.type == LinkType::ss ? start : finish;
                side = std::max(side, bound);
            }
        place(i, node, start, finish);
        if (node.state == NodeState::inProgress) {
            m_out.remainingStart[i] = m_out.earlyStart[i];
            m_out.earlyStart[i] = node.actualStart;
        } else {
            m_out.remainingStart[i] = m_out.earlyStart[i];
        }
    }

    /// Section 3, rules 2 and 3.
    void place(std::uint32_t i, const Node& node, Instant start, Instant finish) {
        const WorkCalendar& own = calendar(node.calendar);
        Instant& es = m_out.earlyStart[i];
        Instant& ef = m_out.earlyFinish[i];
        if (node.kind == NodeKind::startMilestone) {
            es = ef = own.upStart(std::max(start, finish));
        } else if (node.kind == NodeKind::finishMilestone || m_work[i] == 0) {
            // Work in progress of which nothing is left stands where its bounds put it, too.
            es = ef = std::max(start, finish);
        } else {
            const Minutes n = m_work[i];
            const Minutes before = own.worked(start);
            es = own.startOfMinute(before);
            ef = own.endOfMinute(before + n);
            if (finish > ef) {
                const Instant held = own.up(finish);
                if (held > ef) {
                    ef = held;
                    if (!node.stretch) es = own.startOfMinute(own.worked(ef) - n);
                }
            }
        }
        checked(es, i, node.calendar);
        checked(ef, i, node.calendar);
    }

    void backward(std::uint32_t i, Instant last) {
        const Node& node = m_net.nodes[i];
        if (node.state == NodeState::complete) return;
        Instant start = node.startLimit;
        Instant finish = std::min(last, node.finishLimit);
        const bool started = node.state == NodeState::inProgress;
        for (auto at = m_net.firstOutOf[i]; at < m_net.firstOutOf[i + 1]; ++at) {
            const NetLink& link = m_net.links[m_net.outOf[at]];
            const Node& next = m_net.nodes[link.to];
            if (next.state == NodeState::complete || next.freeOfLinks) continue;
            const bool onFinish = link.type == LinkType::fs || link.type == LinkType::ff;
            if (!onFinish && started) continue;
            const bool ofStart = link.type == LinkType::fs || link.type == LinkType::ss;
            const Instant limit = ofStart ? m_out.startLimit[link.to] : m_out.finishLimit[link.to];
            const Instant bound =
                link.lag == 0 ? limit : checked(calendar(link.calendar).unshift(limit, link.lag), i, link.calendar);
            Instant& side = onFinish ? finish : start;
            side = std::min(side, bound);
        }
        limit(i, node, started ? farFuture : start, finish);
    }

    /// Section 4, rules 2 and 3.
    void limit(std::uint32_t i, const Node& node, Instant start, Instant finish) {
        const WorkCalendar& own = calendar(node.calendar);
        Instant& xs = m_out.startLimit[i];
        Instant& xf = m_out.finishLimit[i];
        if (node.kind == NodeKind::startMilestone) {
            xs = xf = own.downStart(std::min(start, finish));
        } else if (node.kind == NodeKind::finishMilestone || m_work[i] == 0) {
            xs = xf = std::min(start, finish);
        } else {
            const Minutes n = m_work[i];
            xf = own.down(finish);
            xs = own.startOfMinute(own.worked(xf) - n);
            if (start < xs) {
                const Instant held = own.downStart(start);
                if (held < xs) {
                    xs = held;
                    if (!node.stretch) {
                        const Minutes m = own.worked(xs) + n;
                        const Instant end = own.startOfMinute(m);
                        xf = end <= xf ? end : own.endOfMinute(m);
                    }
                }
            }
        }
        checked(xs, i, node.calendar);
        checked(xf, i, node.calendar);
    }

    [[nodiscard]] Instant startAsSuccessor(std::uint32_t i) const { return m_out.remainingStart[i]; }

    void longestPath() {
        for (auto i = static_cast<std::uint32_t>(m_net.nodes.size()); i-- > 0;) {
            if (m_out.earlyFinish[i] == m_out.programmeFinish) m_out.onLongestPath[i] = true;
            const Node& node = m_net.nodes[i];
            if (node.state == NodeState::complete || node.freeOfLinks) continue;
            const WorkCalendar& own = calendar(node.calendar);
            const Minutes start = own.worked(startAsSuccessor(i));
            const Minutes finish = own.worked(m_out.earlyFinish[i]);
            for (auto at = m_net.firstInto[i]; at < m_net.firstInto[i + 1]; ++at) {
                const NetLink& link = m_net.links[at];
                const bool fromStart = link.type == LinkType::ss || link.type == LinkType::sf;
                const Instant from = fromStart ? m_out.earlyStart[link.from] : m_out.earlyFinish[link.from];
                const Instant bound = calendar(link.calendar).shift(from, link.lag);
                const bool onStart = link.type == LinkType::fs || link.type == LinkType::ss;
                if (own.worked(bound) != (onStart ? start : finish)) continue;
                m_out.driving[at] = true;
                if (m_out.onLongestPath[i]) m_out.onLongestPath[link.from] = true;
            }
        }
    }

    void floats(std::uint32_t i) {
        const Node& node = m_net.nodes[i];
        if (node.state == NodeState::complete) return;
        total(i, node);
        m_out.freeFloat[i] = free(i, node);
        if (!node.asLate || m_out.freeFloat[i] == 0) return;
        const WorkCalendar& own = calendar(node.calendar);
        const Minutes start = own.worked(m_out.earlyStart[i]) + m_out.freeFloat[i];
        const Minutes span = own.worked(m_out.earlyFinish[i]) - own.worked(m_out.earlyStart[i]);
        Instant& es = m_out.earlyStart[i];
        Instant& ef = m_out.earlyFinish[i];
        if (node.kind == NodeKind::task) {
            es = own.startOfMinute(start);
            ef = own.endOfMinute(start + span);
        } else {
            es = ef = node.kind == NodeKind::startMilestone ? own.startOfMinute(start) : own.endOfMinute(start);
        }
        m_out.remainingStart[i] = es;
        m_out.freeFloat[i] = 0;
        total(i, node);
    }

    void total(std::uint32_t i, const Node& node) {
        const WorkCalendar& own = calendar(node.calendar);
        Minutes slack = own.worked(m_out.finishLimit[i]) - own.worked(m_out.earlyFinish[i]);
        if (node.state == NodeState::notStarted)
            slack = std::min(slack, own.worked(m_out.startLimit[i]) - own.worked(m_out.earlyStart[i]));
        m_out.totalFloat[i] = slack;
    }

    Minutes free(std::uint32_t i, const Node& node) {
        const WorkCalendar& own = calendar(node.calendar);
        const Minutes start = own.worked(m_out.earlyStart[i]);
        const Minutes finish = own.worked(m_out.earlyFinish[i]);
        // A start milestone can only stand where work can start, a finish milestone anywhere.
        const auto whereItCan = [&](Instant t, bool fromStart) {
            const bool down = node.kind == NodeKind::startMilestone || (fromStart && node.kind == NodeKind::task);
            return own.worked(down ? own.downStart(t) : t);
        };
        Minutes slack = std::min(m_out.totalFloat[i], whereItCan(m_out.programmeFinish, false) - finish);
        for (auto at = m_net.firstOutOf[i]; at < m_net.firstOutOf[i + 1] && slack > 0; ++at) {
            const NetLink& link = m_net.links[m_net.outOf[at]];
            const Node& next = m_net.nodes[link.to];
            if (next.state == NodeState::complete || next.freeOfLinks) continue;
            const bool fromStart = link.type == LinkType::ss || link.type == LinkType::sf;
            if (fromStart && node.state == NodeState::inProgress) continue;
            const bool onStart = link.type == LinkType::fs || link.type == LinkType::ss;
            const Instant end = onStart ? startAsSuccessor(link.to) : m_out.earlyFinish[link.to];
            const Instant back = calendar(link.calendar).unshift(end, link.lag);
            slack = std::min(slack, whereItCan(back, fromStart) - (fromStart ? start : finish));
        }
        return std::max<Minutes>(0, slack);
    }

    const Network& m_net;
    std::span<const Minutes> m_work;
    PassResult m_out;
};

} // namespace

PassResult runPasses(const Network& network, std::span<const Minutes> work, std::optional<Instant> requiredFinish) {
    return Passes(network, work).run(requiredFinish);
}

} // namespace yarrin

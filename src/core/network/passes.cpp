// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/passes.h"

#include <algorithm>
#include <limits>

namespace yarrin {

namespace {

constexpr Minutes unknown = std::numeric_limits<Minutes>::min();

/// A bound that gathers the latest (or earliest) of several, and remembers how much work of the node's own calendar
/// lies before it where that came for free: looking it up is what the passes spend their time on.
struct Gathered {
    Instant at;
    Minutes worked = unknown;

    void atLeast(Instant t, Minutes known) {
        if (t > at || (t == at && worked == unknown)) *this = {t, known};
    }
    void atMost(Instant t, Minutes known) {
        if (t < at || (t == at && worked == unknown)) *this = {t, known};
    }
    [[nodiscard]] Minutes workedOn(const WorkCalendar& calendar) const {
        return worked == unknown ? calendar.worked(at) : worked;
    }
};

} // namespace

class PassRunner::Passes {
public:
    explicit Passes(const Network& network) : m_net(network) {
        const std::size_t count = m_net.nodes.size();
        for (auto* instants :
             {&m_out.earlyStart, &m_out.earlyFinish, &m_out.remainingStart, &m_out.startLimit, &m_out.finishLimit})
            instants->resize(count);
        for (auto* minutes : {&m_out.startWork, &m_out.finishWork, &m_out.startLimitWork, &m_out.finishLimitWork,
                              &m_out.totalFloat, &m_out.freeFloat})
            minutes->resize(count);
        m_out.driving.resize(m_net.links.size());
        m_out.onLongestPath.resize(count);
        m_bounds.resize(m_net.links.size());
        for (const auto& calendar : m_net.calendars) m_calendars.push_back(calendar.get());
    }

    void run(std::span<const Minutes> work, std::optional<Instant> requiredFinish) {
        m_work = work;
        m_out.beyond.reset();
        std::fill(m_out.driving.begin(), m_out.driving.end(), false);
        std::fill(m_out.onLongestPath.begin(), m_out.onLongestPath.end(), false);
        const auto count = static_cast<std::uint32_t>(m_net.nodes.size());
        for (std::uint32_t i = 0; i < count; ++i) forward(i);
        m_out.programmeFinish = farPast;
        for (const Instant finish : m_out.earlyFinish) m_out.programmeFinish = std::max(m_out.programmeFinish, finish);
        if (m_out.beyond || count == 0) return;
        const Instant last = requiredFinish ? *requiredFinish : std::max(m_out.programmeFinish, m_net.contractBase);
        m_lastWork.clear();
        m_programmeFinishWork.clear();
        for (const WorkCalendar* calendar : m_calendars) {
            m_lastWork.push_back(calendar->worked(last));
            m_programmeFinishWork.push_back(calendar->worked(m_out.programmeFinish));
        }
        for (std::uint32_t i = count; i-- > 0;) backward(i, last);
        if (m_out.beyond) return;
        longestPath();
        for (std::uint32_t i = count; i-- > 0;) floats(i);
    }

    [[nodiscard]] PassResult& result() { return m_out; }

private:
    [[nodiscard]] const WorkCalendar& calendar(std::uint16_t index) const { return *m_calendars[index]; }
    static bool leavesStart(LinkType type) { return type == LinkType::ss || type == LinkType::sf; }
    static bool entersStart(LinkType type) { return type == LinkType::fs || type == LinkType::ss; }

    /// A date beyond its calendar would silently bound nothing.
    void check(Instant t, std::uint32_t node, std::uint16_t calendarIndex) {
        if (isBeyond(t) && !m_out.beyond) m_out.beyond = PassResult::Beyond{node, calendarIndex};
    }

    void forward(std::uint32_t i) {
        const Node& node = m_net.nodes[i];
        if (node.state == NodeState::complete) {
            m_out.earlyStart[i] = m_out.remainingStart[i] = node.actualStart;
            m_out.earlyFinish[i] = node.actualFinish;
            m_out.startWork[i] = calendar(node.calendar).worked(node.actualStart);
            m_out.finishWork[i] = calendar(node.calendar).worked(node.actualFinish);
            return;
        }
        Gathered start{node.startBound};
        Gathered finish{node.finishBound};
        if (!node.freeOfLinks)
            for (auto at = m_net.firstInto[i]; at < m_net.firstInto[i + 1]; ++at) {
                const NetLink& link = m_net.links[at];
                const Minutes known = boundForward(at, link, node.calendar);
                if (link.lag != 0) check(m_bounds[at], i, link.calendar);
                (entersStart(link.type) ? start : finish).atLeast(m_bounds[at], known);
            }
        place(i, node, start, finish);
        m_out.remainingStart[i] = m_out.earlyStart[i];
        if (node.state == NodeState::inProgress) m_out.earlyStart[i] = node.actualStart;
    }

    /// Works out where a link bounds its successor; returns the work before that on the successor's calendar if known.
    Minutes boundForward(std::uint32_t at, const NetLink& link, std::uint16_t successor) {
        const Node& from = m_net.nodes[link.from];
        const bool byStart = leavesStart(link.type);
        const Instant t = byStart ? m_out.earlyStart[link.from] : m_out.earlyFinish[link.from];
        Minutes worked = byStart ? m_out.startWork[link.from] : m_out.finishWork[link.from];
        // Of work in progress only the work before its remaining start is kept.
        if (byStart && from.state == NodeState::inProgress) worked = unknown;
        if (link.lag == 0) {
            m_bounds[at] = t;
            return from.calendar == successor ? worked : unknown;
        }
        if (link.calendar != from.calendar || worked == unknown) worked = calendar(link.calendar).worked(t);
        m_bounds[at] = calendar(link.calendar).endOfMinute(worked + link.lag);
        return link.calendar == successor ? worked + link.lag : unknown;
    }

    /// Section 3, rules 2 and 3.
    void place(std::uint32_t i, const Node& node, Gathered start, Gathered finish) {
        const WorkCalendar& own = calendar(node.calendar);
        Instant& es = m_out.earlyStart[i];
        Instant& ef = m_out.earlyFinish[i];
        Minutes& startWork = m_out.startWork[i];
        Minutes& finishWork = m_out.finishWork[i];
        const Minutes n = m_work[i];
        if (node.kind != NodeKind::task || n == 0) {
            start.atLeast(finish.at, finish.worked);
            startWork = finishWork = start.workedOn(own);
            // Work in progress of which nothing is left stands where its bounds put it, as a finish milestone does.
            es = ef = node.kind == NodeKind::startMilestone ? own.startOfMinute(startWork) : start.at;
        } else {
            startWork = start.workedOn(own);
            finishWork = startWork + n;
            es = own.startOfMinute(startWork);
            ef = own.endOfMinute(finishWork);
            if (finish.at > ef) hold(node, own, finish, i);
        }
        check(es, i, node.calendar);
        check(ef, i, node.calendar);
    }

    /// The finish is held back beyond where the work alone would end.
    void hold(const Node& node, const WorkCalendar& own, const Gathered& finish, std::uint32_t i) {
        const Instant held = own.up(finish.at);
        if (held <= m_out.earlyFinish[i]) return;
        m_out.earlyFinish[i] = held;
        m_out.finishWork[i] = finish.workedOn(own); // up() crosses no work
        if (node.stretch) return;
        m_out.startWork[i] = m_out.finishWork[i] - m_work[i];
        m_out.earlyStart[i] = own.startOfMinute(m_out.startWork[i]);
    }

    void backward(std::uint32_t i, Instant last) {
        const Node& node = m_net.nodes[i];
        if (node.state == NodeState::complete) return;
        const bool started = node.state == NodeState::inProgress;
        Gathered start{started ? farFuture : node.startLimit};
        Gathered finish{last, m_lastWork[node.calendar]};
        finish.atMost(node.finishLimit, unknown);
        for (auto at = m_net.firstOutOf[i]; at < m_net.firstOutOf[i + 1]; ++at) {
            const NetLink& link = m_net.links[m_net.outOf[at]];
            const Node& next = m_net.nodes[link.to];
            if (next.state == NodeState::complete || next.freeOfLinks) continue;
            const bool byStart = leavesStart(link.type);
            if (byStart && started) continue;
            const Instant t = entersStart(link.type) ? m_out.startLimit[link.to] : m_out.finishLimit[link.to];
            Minutes worked = entersStart(link.type) ? m_out.startLimitWork[link.to] : m_out.finishLimitWork[link.to];
            Instant bound = t;
            if (link.lag == 0) {
                if (next.calendar != node.calendar) worked = unknown;
            } else {
                if (link.calendar != next.calendar) worked = calendar(link.calendar).worked(t);
                bound = calendar(link.calendar).startOfMinute(worked - link.lag);
                check(bound, i, link.calendar);
                worked = link.calendar == node.calendar ? worked - link.lag : unknown;
            }
            (byStart ? start : finish).atMost(bound, worked);
        }
        limit(i, node, start, finish);
    }

    /// Section 4, rules 2 and 3.
    void limit(std::uint32_t i, const Node& node, Gathered start, Gathered finish) {
        const WorkCalendar& own = calendar(node.calendar);
        Instant& xs = m_out.startLimit[i];
        Instant& xf = m_out.finishLimit[i];
        const Minutes n = m_work[i];
        if (node.kind != NodeKind::task || n == 0) {
            finish.atMost(start.at, start.worked);
            xs = xf = finish.at;
            m_out.startLimitWork[i] = finish.workedOn(own);
            if (node.kind == NodeKind::startMilestone) {
                xs = xf = own.downStart(finish.at);
                m_out.startLimitWork[i] = own.worked(xs);
            }
            m_out.finishLimitWork[i] = m_out.startLimitWork[i];
        } else {
            m_out.finishLimitWork[i] = finish.workedOn(own);
            m_out.startLimitWork[i] = m_out.finishLimitWork[i] - n;
            xs = own.startOfMinute(m_out.startLimitWork[i]);
            // Where in a gap between working times it lies only matters to links that hang on the finish.
            xf = node.finishLinksInto ? own.down(finish.at) : finish.at;
            if (start.at < xs) pull(node, own, start, finish, i);
        }
        check(xs, i, node.calendar);
        check(xf, i, node.calendar);
    }

    /// The start is limited to earlier than where the finish's limit alone would put it.
    void pull(const Node& node, const WorkCalendar& own, const Gathered& start, const Gathered& finish,
              std::uint32_t i) {
        const Instant held = own.downStart(start.at);
        if (held >= m_out.startLimit[i]) return;
        m_out.startLimit[i] = held;
        m_out.startLimitWork[i] = own.worked(held);
        if (node.stretch) return;
        const Minutes m = m_out.startLimitWork[i] + m_work[i];
        const Instant end = own.startOfMinute(m);
        m_out.finishLimit[i] = end <= own.down(finish.at) ? end : own.endOfMinute(m);
        m_out.finishLimitWork[i] = m;
    }

    void longestPath() {
        for (auto i = static_cast<std::uint32_t>(m_net.nodes.size()); i-- > 0;) {
            if (m_out.earlyFinish[i] == m_out.programmeFinish) m_out.onLongestPath[i] = true;
            const Node& node = m_net.nodes[i];
            if (node.state == NodeState::complete || node.freeOfLinks) continue;
            const WorkCalendar& own = calendar(node.calendar);
            // As much work lies before a bound as before the start exactly when it is no earlier than where the last
            // minute of that work ends; no bound lies behind it.
            std::optional<Instant> startFrom, finishFrom;
            for (auto at = m_net.firstInto[i]; at < m_net.firstInto[i + 1]; ++at) {
                const NetLink& link = m_net.links[at];
                const bool onStart = entersStart(link.type);
                auto& from = onStart ? startFrom : finishFrom;
                const Instant bound = m_bounds[at];
                bool drives = bound == (onStart ? m_out.remainingStart[i] : m_out.earlyFinish[i]);
                if (!drives) {
                    if (!from) from = own.endOfMinute(onStart ? m_out.startWork[i] : m_out.finishWork[i]);
                    drives = bound >= *from;
                }
                if (!drives) continue;
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
        m_out.startWork[i] += m_out.freeFloat[i];
        m_out.finishWork[i] += m_out.freeFloat[i];
        Instant& es = m_out.earlyStart[i];
        Instant& ef = m_out.earlyFinish[i];
        if (node.kind == NodeKind::task) {
            es = own.startOfMinute(m_out.startWork[i]);
            ef = own.endOfMinute(m_out.finishWork[i]);
        } else {
            es = ef = node.kind == NodeKind::startMilestone ? own.startOfMinute(m_out.startWork[i])
                                                            : own.endOfMinute(m_out.startWork[i]);
        }
        m_out.remainingStart[i] = es;
        m_out.freeFloat[i] = 0;
        total(i, node);
    }

    void total(std::uint32_t i, const Node& node) {
        Minutes slack = m_out.finishLimitWork[i] - m_out.finishWork[i];
        if (node.state == NodeState::notStarted) slack = std::min(slack, m_out.startLimitWork[i] - m_out.startWork[i]);
        m_out.totalFloat[i] = slack;
    }

    Minutes free(std::uint32_t i, const Node& node) {
        const WorkCalendar& own = calendar(node.calendar);
        const bool isStart = node.kind == NodeKind::startMilestone;
        const Minutes last =
            isStart ? own.worked(own.downStart(m_out.programmeFinish)) : m_programmeFinishWork[node.calendar];
        Minutes slack = std::min(m_out.totalFloat[i], last - m_out.finishWork[i]);
        for (auto at = m_net.firstOutOf[i]; at < m_net.firstOutOf[i + 1] && slack > 0; ++at) {
            const NetLink& link = m_net.links[m_net.outOf[at]];
            const Node& next = m_net.nodes[link.to];
            if (next.state == NodeState::complete || next.freeOfLinks) continue;
            const bool byStart = leavesStart(link.type);
            if (byStart && node.state == NodeState::inProgress) continue;
            // A start milestone can only stand where work can start, a finish milestone anywhere.
            const bool down = isStart || (byStart && node.kind == NodeKind::task);
            slack = std::min(slack, workedBack(link, next, node.calendar, down) -
                                        (byStart ? m_out.startWork[i] : m_out.finishWork[i]));
        }
        return std::max<Minutes>(0, slack);
    }

    /// The work of a predecessor's calendar up to the last instant at which its end may lie for this link's successor.
    [[nodiscard]] Minutes workedBack(const NetLink& link, const Node& next, std::uint16_t predecessor,
                                     bool down) const {
        const bool onStart = entersStart(link.type);
        const Instant end = onStart ? m_out.remainingStart[link.to] : m_out.earlyFinish[link.to];
        Minutes worked = onStart ? m_out.startWork[link.to] : m_out.finishWork[link.to];
        const WorkCalendar& own = calendar(predecessor);
        Instant back = end;
        if (link.lag == 0) {
            if (!down && next.calendar == predecessor) return worked;
        } else {
            if (link.calendar != next.calendar) worked = calendar(link.calendar).worked(end);
            if (!down && link.calendar == predecessor) return worked - link.lag;
            back = calendar(link.calendar).startOfMinute(worked - link.lag);
        }
        return own.worked(down ? own.downStart(back) : back);
    }

    const Network& m_net;
    std::span<const Minutes> m_work;
    PassResult m_out;
    std::vector<const WorkCalendar*> m_calendars;
    std::vector<Instant> m_bounds;              ///< per link: where it bounds its successor
    std::vector<Minutes> m_lastWork;            ///< per calendar: work before what late dates are worked out from
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

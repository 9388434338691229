// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/passes.h"

#include "core/network/batches.h"

#include <algorithm>
#include <array>

namespace yarrin {

namespace {

using Lane = PassResult::Lane;

Lane less(Lane a, Lane b) {
    return a < b ? a : b;
}
Lane more(Lane a, Lane b) {
    return a > b ? a : b;
}

/// The dates that the passes reckon with: a thousand years before and behind where the programme starts, as far as 32
/// bits reach (year 5772). All work between two of them fits into 32 bits too. What lies further is beyond.
constexpr Minutes farthestDate = 1000 * 366 * minutesPerDay;
constexpr Minutes lastDate = 2'000'000'000;
/// No work is longer; a start and this much work stay within 32 bits.
constexpr Minutes mostWork = 1 << 29;
constexpr Lane noWork = 2'000'000'000; ///< no limit

} // namespace

/// Two sweeps: forward for early dates and what drives them; back for limits, the longest path and floats. In each, a
/// node asks or tells its predecessors, so that one list of links serves both. Most nodes are plain: they go in batches
/// of one calendar of which none waits for another, and each look-up is done for a whole batch at once. The rest takes
/// the longer way round, one by one.
class PassRunner::Passes {
public:
    explicit Passes(const Network& network)
        : m_net(network), m_count(static_cast<std::uint32_t>(m_net.nodes.size())), m_batches(m_net),
          m_future(Lane(std::min(std::min(m_net.base + farthestDate, farFuture).minutes, lastDate))),
          m_past(Lane(std::min<Minutes>(std::max(m_net.base + -farthestDate, farPast).minutes, m_future))) {
        for (auto* both : {&m_out.early, &m_out.earlyWork, &m_out.limit, &m_out.limitWork, &m_free})
            both->resize(2 * std::size_t{m_count});
        m_out.totalFloat.resize(m_count);
        m_out.freeFloat.resize(m_count);
        m_out.driving.resize(m_net.links.size());
        m_out.onLongestPath.resize(m_count);
        m_work.resize(m_count);
        m_bounds.resize(m_batches.mostLinks());
        m_carried.resize(m_net.links.size());
        for (const auto& calendar : m_net.calendars) m_calendars.push_back(calendar.get());
    }

    void run(std::span<const Minutes> work, std::optional<Instant> requiredFinish) {
        std::transform(work.begin(), work.end(), m_work.begin(),
                       [](Minutes n) { return laneOf(std::min(n, mostWork)); });
        m_out.beyond.reset();
        for (const Batch& batch : m_batches.list()) {
            if (hasWork(batch)) {
                forward(batch);
            } else {
                for (auto i = batch.first; i < batch.last; ++i) forwardAny(i);
                for (const Carried& link : m_batches.carriedOf(batch))
                    m_carried[link.link] = laggedBound(m_net.links[link.link], m_out.early[link.left], link.successor);
            }
        }
        m_finish = m_past;
        for (auto i = m_count; i < 2 * m_count; ++i) m_finish = more(m_finish, m_out.early[i]);
        m_out.programmeFinish = Instant{m_finish};
        for (std::uint32_t i = 0; i < m_count; ++i) m_out.onLongestPath[i] = m_out.early[finishOf(i)] == m_finish;
        if (m_out.beyond || m_count == 0) return;
        m_finishWork.clear();
        for (const WorkCalendar* calendar : m_calendars)
            m_finishWork.push_back(laneOf(calendar->worked(m_out.programmeFinish)));
        const Instant last = requiredFinish ? *requiredFinish : std::max(m_out.programmeFinish, m_net.contractBase);
        std::fill_n(m_out.limit.begin(), m_count, m_future);
        std::fill_n(m_out.limit.begin() + m_count, m_count, laneOf(last));
        std::fill(m_free.begin(), m_free.end(), m_future);
        for (std::size_t b = m_batches.list().size(); b-- > 0;) {
            const Batch& batch = m_batches.list()[b];
            if (hasWork(batch)) {
                backward(batch);
            } else {
                for (const Carried& link : m_batches.carriedOf(batch)) tell(m_net.links[link.link], link.successor);
                for (auto i = batch.last; i-- > batch.first;) backwardAny(i);
            }
            for (auto i = batch.last; i-- > batch.first;) tellPredecessors(i);
        }
    }

    [[nodiscard]] PassResult& result() { return m_out; }

private:
    /// Plain nodes whose work is none (in a simulation, say) are milestones.
    [[nodiscard]] bool hasWork(const Batch& batch) const {
        bool has = batch.plain;
        for (auto i = batch.first; i < batch.last; ++i) has = has && m_work[i] != 0;
        return has;
    }

    [[nodiscard]] const WorkCalendar& calendar(std::uint16_t index) const { return *m_calendars[index]; }

    /// A date beyond its calendar would silently bound nothing.
    void check(Lane t, std::uint32_t node, std::uint16_t calendarIndex) {
        if ((t <= m_past || t >= m_future) && !m_out.beyond) m_out.beyond = PassResult::Beyond{node, calendarIndex};
    }
    void check(const Lanes& t, const Batch& batch) {
        int beyond = 0;
        for (int k = 0; k < batch.count(); ++k) beyond |= int(t.at[k] <= m_past) | int(t.at[k] >= m_future);
        if (beyond == 0) return;
        for (int k = 0; k < batch.count(); ++k) check(t.at[k], batch.first + std::uint32_t(k), batch.calendar);
    }
    [[nodiscard]] Lane laneOf(Instant t) const {
        return static_cast<Lane>(std::clamp<Minutes>(t.minutes, m_past, m_future));
    }
    static Lane laneOf(Minutes work) { return static_cast<Lane>(work); }

    /// Where in a list of starts and then finishes one end of a node stands.
    [[nodiscard]] std::uint32_t startOf(std::uint32_t node) const { return node; }
    [[nodiscard]] std::uint32_t finishOf(std::uint32_t node) const { return m_count + node; }
    [[nodiscard]] std::uint32_t leavesFrom(const NetLink& link) const {
        return link.from + (leavesStart(link.type) ? 0 : m_count);
    }

    // The look-ups of docs/engine.md section 1 for a whole batch; one by one where the calendar's table does not serve.

    void places(const WorkCalendar& own, const Batch& batch, const Lanes& t, Lanes& worked, Lanes& end,
                Lanes& start) const {
        if (batch.atOnce() && own.placesOf(batch.padded(), t.at, worked.at, end.at, start.at)) return;
        for (int k = 0; k < batch.count(); ++k) {
            const WorkCalendar::Place place = own.placeOf(Instant{t.at[k]});
            worked.at[k] = laneOf(place.worked);
            end.at[k] = laneOf(place.end);
            start.at[k] = laneOf(place.start);
        }
    }
    void worked(const WorkCalendar& own, const Batch& batch, const Lanes& t, Lanes& work) const {
        if (batch.atOnce() && own.worked(batch.padded(), t.at, work.at)) return;
        for (int k = 0; k < batch.count(); ++k) work.at[k] = laneOf(own.worked(Instant{t.at[k]}));
    }
    void startsOfMinutes(const WorkCalendar& own, const Batch& batch, const Lanes& n, Lanes& start) const {
        if (batch.atOnce() && own.startsOfMinutes(batch.padded(), n.at, start.at)) return;
        for (int k = 0; k < batch.count(); ++k) start.at[k] = laneOf(own.startOfMinute(n.at[k]));
    }
    void endsOfMinutes(const WorkCalendar& own, const Batch& batch, const Lanes& n, Lanes& end) const {
        Lanes before;
        for (int k = 0; k < batch.padded(); ++k) before.at[k] = n.at[k] - 1;
        if (batch.atOnce() && own.startsOfMinutes(batch.padded(), before.at, end.at)) {
            for (int k = 0; k < batch.padded(); ++k) ++end.at[k];
            return;
        }
        for (int k = 0; k < batch.count(); ++k) end.at[k] = laneOf(own.endOfMinute(n.at[k]));
    }

    /// Section 3, rules 1 and 2.
    void forward(const Batch& batch) {
        const WorkCalendar& own = calendar(batch.calendar);
        const std::uint32_t firstLink = m_net.firstInto[batch.first];
        const Lane base = laneOf(m_net.base);
        Lanes bound, startWork, end, start, finishWork, finish;
        auto at = firstLink;
        for (auto i = batch.first; i < batch.last; ++i) {
            Lane latest = base;
            for (; at < m_net.firstInto[i + 1]; ++at)
                latest = more(latest, m_bounds[at - firstLink] = boundForward(at, i));
            bound.at[i - batch.first] = latest;
        }
        bound.pad(batch);
        places(own, batch, bound, startWork, end, start);
        finishWork.take(&m_work[batch.first], batch);
        for (int k = 0; k < batch.count(); ++k) finishWork.at[k] += startWork.at[k];
        finishWork.pad(batch);
        endsOfMinutes(own, batch, finishWork, finish);
        check(start, batch);
        check(finish, batch);
        start.give(&m_out.early[startOf(batch.first)], batch);
        finish.give(&m_out.early[finishOf(batch.first)], batch);
        startWork.give(&m_out.earlyWork[startOf(batch.first)], batch);
        finishWork.give(&m_out.earlyWork[finishOf(batch.first)], batch);
        // As much work lies before a bound as before the start exactly when it is no earlier than where the last
        // minute of that work ends, for no bound lies behind the start.
        at = firstLink;
        for (auto i = batch.first; i < batch.last; ++i)
            for (; at < m_net.firstInto[i + 1]; ++at)
                m_out.driving[at] = m_bounds[at - firstLink] >= end.at[i - batch.first];
        carryForward(batch, own);
    }

    /// Where the carried links of a batch put their successors: shift(), for work before what they leave is known.
    void carryForward(const Batch& batch, const WorkCalendar& own) {
        Lanes n, bound;
        inParts(m_batches.carriedOf(batch), [&](std::span<const Carried> links, const Batch& part) {
            for (std::size_t k = 0; k < links.size(); ++k) n.at[k] = m_out.earlyWork[links[k].left] + links[k].lag;
            n.pad(part);
            endsOfMinutes(own, part, n, bound);
            for (std::size_t k = 0; k < links.size(); ++k) {
                m_carried[links[k].link] = bound.at[k];
                check(bound.at[k], links[k].successor, batch.calendar);
            }
        });
    }

    /// Calls a function with as many links as are looked up at once, and a batch of that length.
    template <typename Function> static void inParts(std::span<const Carried> links, const Function& function) {
        while (!links.empty()) {
            const auto part = links.first(std::min<std::size_t>(links.size(), largestBatch));
            function(part, Batch{0, std::uint32_t(part.size()), 0, true});
            links = links.subspan(part.size());
        }
    }

    [[nodiscard]] Lane boundForward(std::uint32_t at, std::uint32_t successor) {
        const NetLink& link = m_net.links[at];
        const Lane t = m_out.early[leavesFrom(link)];
        if (link.way == LinkWay::direct) return t;
        return link.way == LinkWay::carried ? m_carried[at] : laggedBound(link, t, successor);
    }

    [[nodiscard]] Lane laggedBound(const NetLink& link, Lane left, std::uint32_t successor) {
        const Node& from = m_net.nodes[link.from];
        Instant t{left};
        if (leavesStart(link.type) && from.state == NodeState::inProgress) t = from.actualStart;
        if (link.lag == 0) return laneOf(t);
        const Lane bound = laneOf(calendar(link.calendar).shift(t, link.lag));
        check(bound, successor, link.calendar);
        return bound;
    }

    /// Where a node lies, early or late.
    struct Span {
        Instant start;
        Instant finish;
        Minutes startWork = 0;
        Minutes finishWork = 0;
    };
    void setEarly(std::uint32_t i, const Span& span) { set(m_out.early, m_out.earlyWork, i, span); }
    void setLimit(std::uint32_t i, const Span& span) { set(m_out.limit, m_out.limitWork, i, span); }
    void set(std::vector<Lane>& ends, std::vector<Lane>& work, std::uint32_t i, const Span& span) const {
        ends[startOf(i)] = laneOf(span.start);
        ends[finishOf(i)] = laneOf(span.finish);
        work[startOf(i)] = laneOf(span.startWork);
        work[finishOf(i)] = laneOf(span.finishWork);
    }
    void checkBoth(const std::vector<Lane>& ends, std::uint32_t i, const Node& node) {
        check(ends[startOf(i)], i, node.calendar);
        check(ends[finishOf(i)], i, node.calendar);
    }
    [[nodiscard]] Span early(std::uint32_t i) const {
        return {m_out.start(i), m_out.finish(i), m_out.earlyWork[startOf(i)], m_out.earlyWork[finishOf(i)]};
    }

    /// Sections 3 and 7 for whatever is not plain.
    void forwardAny(std::uint32_t i) {
        const Node& node = m_net.nodes[i];
        const WorkCalendar& own = calendar(node.calendar);
        if (node.state == NodeState::complete) {
            const Instant start{laneOf(node.actualStart)}, finish{laneOf(node.actualFinish)};
            setEarly(i, {start, finish, own.worked(start), own.worked(finish)});
            checkBoth(m_out.early, i, node);
            return;
        }
        Lane start = laneOf(node.startBound);
        Lane finish = laneOf(node.finishBound);
        const std::uint32_t first = m_net.firstInto[i];
        for (auto at = first; at < m_net.firstInto[i + 1]; ++at) {
            const NetLink& link = m_net.links[at];
            const Lane bound = m_bounds[at - first] = boundForward(at, i);
            Lane& latest = entersStart(link.type) ? start : finish;
            latest = more(latest, bound);
        }
        const Span out = placed(i, node, own, Instant{start}, Instant{finish});
        setEarly(i, out);
        checkBoth(m_out.early, i, node);
        for (auto at = first; at < m_net.firstInto[i + 1]; ++at)
            m_out.driving[at] = own.worked(Instant{m_bounds[at - first]}) ==
                                (entersStart(m_net.links[at].type) ? out.startWork : out.finishWork);
    }

    /// Section 3, rules 2 and 3.
    [[nodiscard]] Span placed(std::uint32_t i, const Node& node, const WorkCalendar& own, Instant start,
                              Instant finish) const {
        Span out;
        const Minutes n = m_work[i];
        if (node.kind != NodeKind::task || n == 0) {
            // Work in progress of which nothing is left stands where its bounds put it, as a finish milestone does.
            const Instant at = std::max(start, finish);
            out.startWork = out.finishWork = own.worked(at);
            out.start = out.finish = node.kind == NodeKind::startMilestone ? own.startOfMinute(out.startWork) : at;
            return out;
        }
        const WorkCalendar::Place from = own.placeOf(start);
        out.start = from.start;
        out.startWork = from.worked;
        out.finishWork = from.worked + n;
        out.finish = own.endOfMinute(out.finishWork);
        // The finish may be held back beyond where the work alone would end.
        if (finish <= out.finish) return out;
        const Instant held = own.up(finish);
        if (held <= out.finish) return out;
        out.finish = held;
        out.finishWork = own.worked(finish); // up() crosses no work
        if (node.stretch) return out;
        out.startWork = out.finishWork - n;
        out.start = own.startOfMinute(out.startWork);
        return out;
    }

    /// Section 4. The limits hold what the successors told, until they are worked out. What a carried link tells is the
    /// work before its limit, so that all is reckoned in work and only the start's limit is looked up in the end.
    void backward(const Batch& batch) {
        const WorkCalendar& own = calendar(batch.calendar);
        const auto first = batch.first;
        Lanes told, finishWork, startWork, start, freeWork;
        Lanes toldStart, freeStart; // by carried links
        told.take(&m_out.limit[finishOf(first)], batch);
        worked(own, batch, told, finishWork);
        for (int k = 0; k < batch.count(); ++k) told.at[k] = less(m_free[finishOf(first) + std::uint32_t(k)], m_finish);
        told.pad(batch);
        worked(own, batch, told, freeWork);
        std::fill_n(toldStart.at, batch.count(), noWork);
        std::fill_n(freeStart.at, batch.count(), noWork);
        carryBack(batch, own, finishWork, toldStart, freeWork, freeStart);
        for (int k = 0; k < batch.count(); ++k) {
            const auto i = first + std::uint32_t(k);
            // The start may be limited to earlier than where the finish's limit alone would put it.
            startWork.at[k] = less(finishWork.at[k] - m_work[i], toldStart.at[k]);
            if (const Lane limit = m_out.limit[startOf(i)]; limit != m_future)
                startWork.at[k] = less(startWork.at[k], laneOf(own.worked(own.downStart(Instant{limit}))));
            finishWork.at[k] = startWork.at[k] + m_work[i];
            if (const Lane limit = m_free[startOf(i)]; limit != m_future)
                freeStart.at[k] = less(freeStart.at[k], laneOf(own.worked(own.downStart(Instant{limit}))));
        }
        startWork.pad(batch);
        startsOfMinutes(own, batch, startWork, start);
        check(start, batch);
        start.give(&m_out.limit[startOf(first)], batch);
        startWork.give(&m_out.limitWork[startOf(first)], batch);
        finishWork.give(&m_out.limitWork[finishOf(first)], batch);
        const Lane last = m_finishWork[batch.calendar];
        for (int k = 0; k < batch.count(); ++k) {
            const auto i = first + std::uint32_t(k);
            const Lane total = startWork.at[k] - m_out.earlyWork[startOf(i)];
            const Lane slack = less(less(last, freeWork.at[k]) - m_out.earlyWork[finishOf(i)],
                                    freeStart.at[k] - m_out.earlyWork[startOf(i)]);
            m_out.totalFloat[i] = total;
            m_out.freeFloat[i] = more(less(total, slack), 0);
        }
    }

    /// How far the carried links of a batch limit it: the work before unshift() of what they enter.
    void carryBack(const Batch& batch, const WorkCalendar& own, Lanes& finish, Lanes& start, Lanes& freeFinish,
                   Lanes& freeStart) const {
        Lanes limit, limitWork, free, freeWork;
        inParts(m_batches.carriedOf(batch), [&](std::span<const Carried> links, const Batch& part) {
            for (std::size_t k = 0; k < links.size(); ++k) {
                limit.at[k] = m_out.limit[links[k].entered];
                free.at[k] = m_out.early[links[k].entered];
            }
            limit.pad(part);
            free.pad(part);
            worked(own, part, limit, limitWork);
            worked(own, part, free, freeWork);
            for (std::size_t k = 0; k < links.size(); ++k) {
                const Carried& link = links[k];
                Lane& limited = (link.leavesStart ? start : finish).at[link.place];
                Lane& freed = (link.leavesStart ? freeStart : freeFinish).at[link.place];
                limited = less(limited, limitWork.at[k] - link.lag);
                freed = less(freed, freeWork.at[k] - link.lag);
            }
        });
    }

    /// Limits the predecessors, and tells them how far their free float goes: the work before an instant never
    /// decreases with it, so that only the earliest of several matters. And when node i comes, in reverse order, all
    /// that it drives has been through: the longest path.
    void tellPredecessors(std::uint32_t i) {
        for (auto at = m_net.firstInto[i]; at < m_net.firstInto[i + 1]; ++at) {
            const NetLink& link = m_net.links[at];
            if (m_out.onLongestPath[i] && m_out.driving[at]) m_out.onLongestPath[link.from] = 1;
            if (link.way != LinkWay::carried) tell(link, i);
        }
    }

    void tell(const NetLink& link, std::uint32_t i) {
        const std::uint32_t entered = entersStart(link.type) ? startOf(i) : finishOf(i);
        const std::uint32_t left = leavesFrom(link);
        Lane limit = m_out.limit[entered];
        Lane free = m_out.early[entered];
        if (link.lag != 0) {
            const WorkCalendar& lag = calendar(link.calendar);
            limit = laneOf(lag.unshift(Instant{limit}, link.lag));
            free = laneOf(lag.unshift(Instant{free}, link.lag));
            check(limit, link.from, link.calendar);
        }
        m_out.limit[left] = less(m_out.limit[left], limit);
        m_free[left] = less(m_free[left], free);
    }

    /// The start may be limited to earlier than where the finish's limit alone would put it.
    static void pull(Span& out, const WorkCalendar& own, Minutes n, Instant start, Instant finish, bool stretch) {
        const Instant held = own.downStart(start);
        if (held >= out.start) return;
        out.start = held;
        out.startWork = own.worked(held);
        if (stretch) return;
        const Minutes m = out.startWork + n;
        const Instant end = own.startOfMinute(m);
        out.finish = end <= own.down(finish) ? end : own.endOfMinute(m);
        out.finishWork = m;
    }

    /// Sections 4 and 7 for whatever is not plain.
    void backwardAny(std::uint32_t i) {
        const Node& node = m_net.nodes[i];
        if (node.state == NodeState::complete) return;
        const WorkCalendar& own = calendar(node.calendar);
        // What it did at its start, if that is over, nothing limits.
        const bool started = node.state == NodeState::inProgress;
        if (started) m_free[startOf(i)] = m_future;
        const Instant start = started ? farFuture : std::min(node.startLimit, Instant{m_out.limit[startOf(i)]});
        const Instant finish = std::min(node.finishLimit, Instant{m_out.limit[finishOf(i)]});
        const Minutes n = m_work[i];
        Span out;
        if (node.kind != NodeKind::task || n == 0) {
            const Instant at = std::min(start, finish);
            out.start = out.finish = node.kind == NodeKind::startMilestone ? own.downStart(at) : at;
            out.startWork = out.finishWork = own.worked(out.start);
        } else {
            out.finishWork = own.worked(finish);
            out.startWork = out.finishWork - n;
            out.start = own.startOfMinute(out.startWork);
            // Where in a gap between working times it lies only matters to links that hang on it.
            out.finish = node.finishLinksInto ? own.down(finish) : finish;
            if (start < out.start) pull(out, own, n, start, finish, node.stretch);
        }
        setLimit(i, out);
        checkBoth(m_out.limit, i, node);
        m_out.totalFloat[i] = totalOf(i, node);
        m_out.freeFloat[i] = freeOf(i, node, own);
        if (node.asLate && m_out.freeFloat[i] > 0) moveLate(i, node, own);
    }

    [[nodiscard]] Lane totalOf(std::uint32_t i, const Node& node) const {
        const Lane slack = m_out.limitWork[finishOf(i)] - m_out.earlyWork[finishOf(i)];
        if (node.state == NodeState::inProgress) return slack;
        return less(slack, m_out.limitWork[startOf(i)] - m_out.earlyWork[startOf(i)]);
    }

    [[nodiscard]] Lane freeOf(std::uint32_t i, const Node& node, const WorkCalendar& own) const {
        // A start milestone can only stand where work can start, a finish milestone anywhere.
        const bool isStart = node.kind == NodeKind::startMilestone;
        const auto reached = [&](Lane t, bool byStart) {
            if (t == m_future) return m_out.totalFloat[i];
            const bool down = isStart || (byStart && node.kind == NodeKind::task);
            return laneOf(own.worked(down ? own.downStart(Instant{t}) : Instant{t})) -
                   m_out.earlyWork[byStart ? startOf(i) : finishOf(i)];
        };
        return std::max(0, std::min({m_out.totalFloat[i], reached(m_finish, false), reached(m_free[finishOf(i)], false),
                                     reached(m_free[startOf(i)], true)}));
    }

    /// Section 4, `as_late`.
    void moveLate(std::uint32_t i, const Node& node, const WorkCalendar& own) {
        Span out = early(i);
        out.startWork += m_out.freeFloat[i];
        out.finishWork += m_out.freeFloat[i];
        if (node.kind == NodeKind::task) {
            out.start = own.startOfMinute(out.startWork);
            out.finish = own.endOfMinute(out.finishWork);
        } else {
            out.start = out.finish = node.kind == NodeKind::startMilestone ? own.startOfMinute(out.startWork)
                                                                           : own.endOfMinute(out.startWork);
        }
        setEarly(i, out);
        m_out.freeFloat[i] = 0;
        m_out.totalFloat[i] = totalOf(i, node);
    }

    const Network& m_net;
    const std::uint32_t m_count; ///< of nodes
    const Batches m_batches;
    const Lane m_future; ///< no date, or beyond any
    const Lane m_past;
    std::vector<Lane> m_work; ///< per node
    PassResult m_out;
    std::vector<const WorkCalendar*> m_calendars;
    std::vector<Lane> m_free;       ///< the latest at which starts, then finishes may lie without moving a successor
    std::vector<Lane> m_bounds;     ///< of the links into the batch at hand
    std::vector<Lane> m_carried;    ///< per link of the network, where it is carried: its bound
    Lane m_finish = 0;              ///< of the programme
    std::vector<Lane> m_finishWork; ///< work before it, per calendar
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

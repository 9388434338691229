// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/passes.h"

#include "core/network/batches.h"
#include "core/network/span.h"

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
// In lanes behind a batch stand figures of others, which are of no use: sums of these may wrap round.
Lane plus(Lane a, Lane b) {
    return Lane(std::uint32_t(a) + std::uint32_t(b));
}
Lane minus(Lane a, Lane b) {
    return Lane(std::uint32_t(a) - std::uint32_t(b));
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
          m_ends(m_batches.ends()),
          m_future(Lane(std::min(std::min(m_net.base + farthestDate, farFuture).minutes, lastDate))),
          m_past(Lane(std::min<Minutes>(std::max(m_net.base + -farthestDate, farPast).minutes, m_future))) {
        for (auto* both : {&m_out.earlyWork, &m_out.limit, &m_out.limitWork, &m_free}) both->resize(m_ends.size());
        m_out.stride = m_ends.stride;
        m_out.early.resize(m_ends.size() + m_net.links.size()); // and the bounds of links with lags
        m_out.totalFloat.resize(m_count);
        m_out.freeFloat.resize(m_count);
        m_out.driving.resize(m_net.links.size());
        m_out.onLongestPath.resize(m_count);
        m_work.resize(m_count + largestBatch);
        m_bounds.resize(m_batches.mostLinks());
        m_asked.resize(2 * (largestBatch + m_batches.mostCarried()) + DayTable::lanes);
        m_answers.resize(m_asked.size());
        m_atOnce.resize(m_batches.list().size());
        for (const auto& calendar : m_net.calendars) m_calendars.push_back(calendar.get());
    }

    void run(std::span<const Minutes> work, std::optional<Instant> requiredFinish) {
        std::transform(work.begin(), work.end(), m_work.begin(),
                       [](Minutes n) { return laneOf(std::min(n, mostWork)); });
        m_out.beyond.reset();
        for (std::size_t b = 0; b < m_batches.list().size(); ++b) {
            const Batch& batch = m_batches.list()[b];
            if ((m_atOnce[b] = hasWork(batch))) {
                forward(batch);
            } else {
                for (auto i = batch.first; i < batch.last; ++i) forwardAny(i);
                for (const Lagged& link : m_batches.carriedOf(batch)) bindByLag(link);
            }
            for (const Lagged& link : m_batches.othersOf(batch)) bindByLag(link);
        }
        const auto finishes = m_out.early.begin() + m_ends.finishOf(0);
        m_finish = m_past;
        for (auto at = finishes; at != finishes + m_count; ++at) m_finish = more(m_finish, *at);
        m_out.programmeFinish = Instant{m_finish};
        for (std::uint32_t i = 0; i < m_count; ++i) m_out.onLongestPath[i] = finishes[i] == m_finish;
        if (m_out.beyond || m_count == 0) return;
        m_finishWork.clear();
        for (const WorkCalendar* calendar : m_calendars)
            m_finishWork.push_back(laneOf(calendar->worked(m_out.programmeFinish)));
        const Instant last = requiredFinish ? *requiredFinish : std::max(m_out.programmeFinish, m_net.contractBase);
        std::fill_n(m_out.limit.begin(), m_ends.stride, m_future);
        std::fill_n(m_out.limit.begin() + m_ends.stride, m_ends.stride, laneOf(last));
        std::fill(m_free.begin(), m_free.end(), m_future);
        for (std::size_t b = m_batches.list().size(); b-- > 0;) {
            const Batch& batch = m_batches.list()[b];
            for (const Lagged& link : m_batches.othersOf(batch)) tellByLag(link);
            if (m_atOnce[b]) {
                backward(batch);
            } else {
                for (const Lagged& link : m_batches.carriedOf(batch)) tellByLag(link);
                for (auto i = batch.last; i-- > batch.first;) backwardAny(i);
            }
            tellPredecessors(batch);
        }
    }

    [[nodiscard]] PassResult& result() { return m_out; }
    void use(std::uint16_t index, const WorkCalendar& calendar) { m_calendars[index] = &calendar; }

private:
    /// Plain nodes whose work is none (in a simulation, say) are milestones.
    [[nodiscard]] bool hasWork(const Batch& batch) const {
        return batch.plain && std::find(&m_work[batch.first], &m_work[batch.last], 0) == &m_work[batch.last];
    }

    [[nodiscard]] const WorkCalendar& calendar(std::uint16_t index) const { return *m_calendars[index]; }

    /// A date beyond its calendar would silently bound nothing.
    void check(Lane t, std::uint32_t node, std::uint16_t calendarIndex) {
        if ((t <= m_past || t >= m_future) && !m_out.beyond) m_out.beyond = PassResult::Beyond{node, calendarIndex};
    }
    void check(const Lanes& t, const Batch& batch) {
        Lane within = 0; // negative where any is not
        eachPadded(batch, [&](int k) { within |= (t.at[k] - m_past - 1) | (m_future - 1 - t.at[k]); });
        if (within >= 0) return;
        for (int k = 0; k < batch.count(); ++k) check(t.at[k], batch.first + std::uint32_t(k), batch.calendar);
    }
    [[nodiscard]] Lane laneOf(Instant t) const {
        return static_cast<Lane>(std::clamp<Minutes>(t.minutes, m_past, m_future));
    }
    static Lane laneOf(Minutes work) { return static_cast<Lane>(work); }

    [[nodiscard]] std::uint32_t startOf(std::uint32_t node) const { return m_ends.startOf(node); }
    [[nodiscard]] std::uint32_t finishOf(std::uint32_t node) const { return m_ends.finishOf(node); }

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
        for (Lanes* lanes : {&worked, &end, &start}) lanes->pad(batch);
    }
    /// Of so many instants, behind which there is room for a whole step.
    static void worked(const WorkCalendar& own, std::size_t count, Lane* t, Lane* work) {
        const std::size_t padded = (count + DayTable::lanes - 1) / DayTable::lanes * DayTable::lanes;
        std::fill(t + count, t + padded, t[0]);
        if (count > 4 && own.worked(int(padded), t, work)) return;
        for (std::size_t k = 0; k < count; ++k) work[k] = laneOf(own.worked(Instant{t[k]}));
    }
    void startsOfMinutes(const WorkCalendar& own, const Batch& batch, const Lanes& n, Lanes& start) const {
        if (batch.atOnce() && own.startsOfMinutes(batch.padded(), n.at, start.at)) return;
        for (int k = 0; k < batch.count(); ++k) start.at[k] = laneOf(own.startOfMinute(n.at[k]));
        start.pad(batch);
    }
    void endsOfMinutes(const WorkCalendar& own, const Batch& batch, const Lanes& n, Lanes& end) const {
        Lanes before;
        eachPadded(batch, [&](int k) { before.at[k] = minus(n.at[k], 1); });
        if (batch.atOnce() && own.startsOfMinutes(batch.padded(), before.at, end.at))
            return eachPadded(batch, [&](int k) { end.at[k] = plus(end.at[k], 1); });
        for (int k = 0; k < batch.count(); ++k) end.at[k] = laneOf(own.endOfMinute(n.at[k]));
        end.pad(batch);
    }

    /// Section 3, rules 1 and 2.
    void forward(const Batch& batch) {
        const WorkCalendar& own = calendar(batch.calendar);
        const std::uint32_t firstLink = m_net.firstInto[batch.first];
        const auto links = linksInto(batch, m_batches.forward());
        BothLanes bound, end;
        Lanes startWork, start, finishWork, finish;
        bound.starts.fill(laneOf(m_net.base), batch);
        const auto held = m_batches.heldIn(batch);
        if (!held.empty()) bound.finishes.fill(m_past, batch);
        const Lane* const early = m_out.early.data();
        Lane* const bounds = m_bounds.data();
        for (std::size_t at = 0; at < links.size(); ++at) {
            const Lane t = bounds[at] = early[links[at].bound];
            Lane& latest = bound.of(links[at].place);
            latest = more(latest, t);
        }
        bound.starts.pad(batch);
        places(own, batch, bound.starts, startWork, end.starts, start);
        const Lane* const work = &m_work[batch.first];
        eachPadded(batch, [&](int k) { finishWork.at[k] = plus(startWork.at[k], work[k]); });
        finishWork.pad(batch);
        endsOfMinutes(own, batch, finishWork, finish);
        if (!held.empty()) {
            end.finishes = finish;
            for (const std::uint32_t k : held) {
                if (bound.finishes.at[k] <= finish.at[k]) continue;
                Span span{Instant{start.at[k]}, Instant{finish.at[k]}, startWork.at[k], finishWork.at[k]};
                if (!hold(span, own, work[k], Instant{bound.finishes.at[k]}, false)) continue;
                start.at[k] = laneOf(span.start);
                finish.at[k] = laneOf(span.finish);
                startWork.at[k] = laneOf(span.startWork);
                finishWork.at[k] = laneOf(span.finishWork);
                end.starts.at[k] = laneOf(own.endOfMinute(span.startWork));
                end.finishes.at[k] = laneOf(own.endOfMinute(span.finishWork));
            }
        }
        start.pad(batch);
        finish.pad(batch);
        check(start, batch);
        check(finish, batch);
        start.giveAhead(&m_out.early[startOf(batch.first)], batch);
        finish.giveAhead(&m_out.early[finishOf(batch.first)], batch);
        startWork.giveAhead(&m_out.earlyWork[startOf(batch.first)], batch);
        finishWork.giveAhead(&m_out.earlyWork[finishOf(batch.first)], batch);
        // As much work lies before a bound as before the start exactly when it is no earlier than where the last
        // minute of that work ends, for no bound lies behind the start.
        std::uint8_t* const driving = m_out.driving.data() + firstLink;
        for (std::size_t at = 0; at < links.size(); ++at) driving[at] = bounds[at] >= end.of(links[at].place);
        carryForward(batch, own);
    }

    /// What is kept of the links into a batch.
    template <typename OfLink>
    [[nodiscard]] std::span<const OfLink> linksInto(const Batch& batch, const std::vector<OfLink>& all) const {
        const std::uint32_t first = m_net.firstInto[batch.first];
        return std::span(all).subspan(first, m_net.firstInto[batch.last] - first);
    }

    /// Where the carried links of a batch put their successors: shift(), for work before what they leave is known.
    void carryForward(const Batch& batch, const WorkCalendar& own) {
        Lanes n, bound;
        inParts(m_batches.carriedOf(batch), [&](std::span<const Lagged> links, const Batch& part) {
            for (std::size_t k = 0; k < links.size(); ++k) n.at[k] = m_out.earlyWork[links[k].left] + links[k].lag;
            n.pad(part);
            endsOfMinutes(own, part, n, bound);
            for (std::size_t k = 0; k < links.size(); ++k) {
                m_out.early[m_ends.boundOf(links[k].link)] = bound.at[k];
                check(bound.at[k], links[k].successor, batch.calendar);
            }
        });
    }

    /// Calls a function with as many links as are looked up at once, and a batch of that length.
    template <typename Function> static void inParts(std::span<const Lagged> links, const Function& function) {
        while (!links.empty()) {
            const auto part = links.first(std::min<std::size_t>(links.size(), largestBatch));
            function(part, Batch{0, std::uint32_t(part.size()), 0, true});
            links = links.subspan(part.size());
        }
    }

    /// Where a link with a lag puts its successor.
    void bindByLag(const Lagged& lagged) {
        const NetLink& link = m_net.links[lagged.link];
        const Node& from = m_net.nodes[link.from];
        Instant t{m_out.early[lagged.left]};
        if (lagged.leavesStart && from.state == NodeState::inProgress) t = from.actualStart;
        if (link.lag != 0) t = calendar(link.calendar).shift(t, link.lag);
        const Lane bound = m_out.early[m_ends.boundOf(lagged.link)] = laneOf(t);
        if (link.lag != 0) check(bound, lagged.successor, link.calendar);
    }

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
            const Lane bound = m_bounds[at - first] = m_out.early[m_batches.forward()[at].bound];
            Lane& latest = entersStart(link.type) ? start : finish;
            latest = more(latest, bound);
        }
        const Span out = placed(i, node, own, Instant{start}, Instant{finish});
        setEarly(i, out);
        checkBoth(m_out.early, i, node);
        if (first == m_net.firstInto[i + 1]) return;
        // As in a batch: a bound drives from where the last minute of the work before it ends.
        const Lane startEnd = laneOf(own.endOfMinute(out.startWork)),
                   finishEnd = laneOf(own.endOfMinute(out.finishWork));
        for (auto at = first; at < m_net.firstInto[i + 1]; ++at)
            m_out.driving[at] = m_bounds[at - first] >= (entersStart(m_net.links[at].type) ? startEnd : finishEnd);
    }

    /// Section 3, rules 2 and 3.
    [[nodiscard]] Span placed(std::uint32_t i, const Node& node, const WorkCalendar& own, Instant start,
                              Instant finish) const {
        return placedAt(node.kind, node.stretch, own, m_work[i], start, finish);
    }

    /// Section 4. The limits hold what the successors told, until they are worked out. What a carried link tells is the
    /// work before its limit, so that all is reckoned in work and only the start's limit is looked up in the end.
    void backward(const Batch& batch) {
        const WorkCalendar& own = calendar(batch.calendar);
        const auto first = batch.first;
        Lanes direct, finishWork, startWork, start, freeWork;
        Lanes toldStart, freeStart; // by carried links
        toldStart.fill(noWork, batch);
        freeStart.fill(noWork, batch);
        lookUpLimits(batch, own, direct, freeWork);
        finishWork = direct;
        carryBack(batch, finishWork, toldStart, freeWork, freeStart);
        limitByStarts(batch, own, toldStart, freeStart);
        limitFinishes(batch, own, direct, finishWork, toldStart);
        // The start may be limited to earlier than where the finish's limit alone would put it.
        const Lane* const work = &m_work[first];
        eachPadded(batch, [&](int k) {
            startWork.at[k] = less(minus(finishWork.at[k], work[k]), toldStart.at[k]);
            finishWork.at[k] = plus(startWork.at[k], work[k]);
        });
        startWork.pad(batch);
        startsOfMinutes(own, batch, startWork, start);
        start.pad(batch);
        check(start, batch);
        start.give(&m_out.limit[startOf(first)], batch);
        startWork.give(&m_out.limitWork[startOf(first)], batch);
        finishWork.give(&m_out.limitWork[finishOf(first)], batch);
        const Lane last = m_finishWork[batch.calendar];
        const Lane* const earlyStart = &m_out.earlyWork[startOf(first)];
        const Lane* const earlyFinish = &m_out.earlyWork[finishOf(first)];
        Lanes total, slack;
        eachPadded(batch, [&](int k) {
            total.at[k] = minus(startWork.at[k], earlyStart[k]);
            const Lane byFinish = minus(less(last, freeWork.at[k]), earlyFinish[k]);
            slack.at[k] = more(less(total.at[k], less(byFinish, minus(freeStart.at[k], earlyStart[k]))), 0);
        });
        total.give(&m_out.totalFloat[first], batch);
        slack.give(&m_out.freeFloat[first], batch);
    }

    /// Where the finishes lie to which links lead: these ask for instants, not only for the work before them. `direct`
    /// is the work before the limits without lags, `finish` before all limits.
    void limitFinishes(const Batch& batch, const WorkCalendar& own, const Lanes& direct, const Lanes& finish,
                       const Lanes& start) {
        for (const std::uint32_t k : m_batches.heldIn(batch)) {
            const auto i = batch.first + k;
            Lane& limit = m_out.limit[finishOf(i)];
            const bool carried = finish.at[k] < direct.at[k];
            const Instant last = carried ? own.startOfMinute(finish.at[k]) : own.down(Instant{limit});
            limit = laneOf(start.at[k] < finish.at[k] - m_work[i] ? pulled(own, start.at[k] + m_work[i], last) : last);
            check(limit, i, batch.calendar);
        }
    }

    /// What links without a lag tell the starts of a batch, which few of them leave.
    void limitByStarts(const Batch& batch, const WorkCalendar& own, Lanes& told, Lanes& free) const {
        const Lane* const limits = &m_out.limit[startOf(batch.first)];
        const Lane* const frees = &m_free[startOf(batch.first)];
        Lane least = m_future;
        eachPadded(batch, [&](int k) { least = less(least, less(limits[k], frees[k])); });
        if (least == m_future) return;
        const auto limit = [&](Lane& work, Lane t) {
            if (t != m_future) work = less(work, laneOf(own.worked(own.downStart(Instant{t}))));
        };
        for (int k = 0; k < batch.count(); ++k) {
            limit(told.at[k], limits[k]);
            limit(free.at[k], frees[k]);
        }
    }

    /// The work before all that limits a batch in one go: the limits of its finishes, how far these may go without
    /// moving a successor, and the same of what its carried links enter, which carryBack() then reads.
    void lookUpLimits(const Batch& batch, const WorkCalendar& own, Lanes& limitWork, Lanes& freeWork) {
        const auto count = std::size_t(batch.count());
        const auto carried = m_batches.carriedOf(batch);
        const Lane* const limits = &m_out.limit[finishOf(batch.first)];
        const Lane* const frees = &m_free[finishOf(batch.first)];
        Lane* t = m_asked.data();
        for (std::size_t k = 0; k < count; ++k) *t++ = limits[k];
        for (std::size_t k = 0; k < count; ++k) *t++ = less(frees[k], m_finish);
        for (const Lagged& link : carried) *t++ = m_out.limit[link.entered];
        for (const Lagged& link : carried) *t++ = m_out.early[link.entered];
        worked(own, 2 * (count + carried.size()), m_asked.data(), m_answers.data());
        std::copy_n(m_answers.data(), count, limitWork.at);
        std::copy_n(m_answers.data() + count, count, freeWork.at);
        limitWork.pad(batch);
        freeWork.pad(batch);
    }

    /// How far the carried links of a batch limit it: the work before unshift() of what they enter.
    void carryBack(const Batch& batch, Lanes& finish, Lanes& start, Lanes& freeFinish, Lanes& freeStart) const {
        const auto carried = m_batches.carriedOf(batch);
        const Lane* const limitWork = m_answers.data() + 2 * batch.count();
        const Lane* const freeWork = limitWork + carried.size();
        for (std::size_t k = 0; k < carried.size(); ++k) {
            const Lagged& link = carried[k];
            Lane& limited = (link.leavesStart ? start : finish).at[link.place];
            Lane& freed = (link.leavesStart ? freeStart : freeFinish).at[link.place];
            limited = less(limited, limitWork[k] - link.lag);
            freed = less(freed, freeWork[k] - link.lag);
        }
    }

    /// Limits the predecessors of a batch, and tells them how far their free float goes: the work before an instant
    /// never decreases with it, so that only the earliest of several matters. And when a batch comes, in reverse order,
    /// all that it drives has been through: the longest path.
    void tellPredecessors(const Batch& batch) {
        const Lane* const early = m_out.early.data();
        Lane* const limit = m_out.limit.data();
        Lane* const free = m_free.data();
        for (const Tells& link : linksInto(batch, m_batches.back())) {
            limit[link.left] = less(limit[link.left], limit[link.entered]);
            free[link.left] = less(free[link.left], early[link.entered]);
        }
        const auto onPath = m_out.onLongestPath.begin();
        if (std::find(onPath + batch.first, onPath + batch.last, 1) == onPath + batch.last) return;
        for (auto i = batch.first; i < batch.last; ++i)
            for (auto at = m_net.firstInto[i]; onPath[i] && at < m_net.firstInto[i + 1]; ++at)
                if (m_out.driving[at]) onPath[m_net.links[at].from] = 1;
    }

    /// The same by a link with a lag, once all that it leads to is through.
    void tellByLag(const Lagged& lagged) {
        const NetLink& link = m_net.links[lagged.link];
        Lane limit = m_out.limit[lagged.entered];
        Lane free = m_out.early[lagged.entered];
        if (link.lag != 0) {
            const WorkCalendar& lag = calendar(link.calendar);
            limit = laneOf(lag.unshift(Instant{limit}, link.lag));
            free = laneOf(lag.unshift(Instant{free}, link.lag));
            check(limit, link.from, link.calendar);
        }
        m_out.limit[lagged.left] = less(m_out.limit[lagged.left], limit);
        m_free[lagged.left] = less(m_free[lagged.left], free);
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
            const bool down = isStart || (byStart && node.kind == NodeKind::task && m_work[i] != 0);
            return laneOf(own.worked(down ? own.downStart(Instant{t}) : Instant{t})) -
                   m_out.earlyWork[byStart ? startOf(i) : finishOf(i)];
        };
        const Lane last =
            isStart ? reached(m_finish, false) : m_finishWork[node.calendar] - m_out.earlyWork[finishOf(i)];
        return std::max(0, std::min({m_out.totalFloat[i], last, reached(m_free[finishOf(i)], false),
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
    const NodeEnds m_ends;
    const Lane m_future; ///< no date, or beyond any
    const Lane m_past;
    std::vector<Lane> m_work; ///< per node
    PassResult m_out;
    std::vector<const WorkCalendar*> m_calendars;
    std::vector<Lane> m_free; ///< the latest at which starts, then finishes may lie without moving a successor
    std::vector<std::uint8_t> m_atOnce; ///< per batch: whether its nodes are worked out together in this run
    std::vector<Lane> m_asked;          ///< instants to be looked up together
    std::vector<Lane> m_answers;        ///< and what was found
    std::vector<Lane> m_bounds;         ///< of the links into the batch at hand
    Lane m_finish = 0;                  ///< of the programme
    std::vector<Lane> m_finishWork;     ///< work before it, per calendar
};

PassRunner::PassRunner(const Network& network) : m_passes(std::make_unique<Passes>(network)) {}
PassRunner::~PassRunner() = default;

const PassResult& PassRunner::run(std::span<const Minutes> work, std::optional<Instant> requiredFinish) {
    m_passes->run(work, requiredFinish);
    return m_passes->result();
}

void PassRunner::use(std::uint16_t index, const WorkCalendar& calendar) {
    m_passes->use(index, calendar);
}

PassResult runPasses(const Network& network, std::span<const Minutes> work, std::optional<Instant> requiredFinish) {
    return PassRunner(network).run(work, requiredFinish);
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/worded.h"
#include "core/base/work.h"
#include "core/delay/prolongation.h"
#include "core/labour/level_ways.h"

#include <algorithm>
#include <future>
#include <map>
#include <numeric>
#include <queue>
#include <random>
#include <set>

namespace yarrin {

namespace {

/// What is wanted least first: damages and time-related cost, then the finish, then moves.
struct Worth {
    Fraction cost;
    Instant finish = farFuture;
    std::size_t moves = 0;
    friend bool operator<(const Worth& a, const Worth& b) {
        if (!(a.cost == b.cost)) return a.cost < b.cost;
        return std::pair(a.finish, a.moves) < std::pair(b.finish, b.moves);
    }
};

/// One way of putting everything below the supply.
struct Attempt {
    Worth outcome;
    std::vector<Instant> starts; ///< by node; farPast where nothing is held
    std::vector<Span> at;
    std::map<std::uint32_t, std::vector<Pause>> splits; ///< by node
};

/// Puts nodes one after the other, each where it first fits: every list of priorities gives one schedule.
class Placer {
public:
    Placer(const Programme& programme, const std::vector<std::size_t>& resources, const ResourceBook& book,
           const LevelOptions& options)
        : m_programme(programme), m_book(book),
          m_board(programme, resources, book, options.from, options.leave, options.wholeDays), m_split(options.split),
          m_judge(judging()), m_compiled(compile(m_judge, m_cache)) {
        findFirst(options.first);
        for (const std::uint32_t node : m_board.order())
            if (m_board.movable(node)) {
                m_movable.push_back(node);
                m_parts.clear();
                m_board.partsOf(node, m_board.at(node), m_parts);
                m_board.grid().remove(m_parts);
            }
        m_base = std::make_unique<DemandGrid>(m_board.grid());
        for (const Node& node : m_compiled.network.nodes) m_bounds.push_back(node.startBound);
        m_work = m_compiled.network.work;
    }

    [[nodiscard]] LevelBoard& board() { return m_board; }
    [[nodiscard]] const std::vector<std::uint32_t>& movable() const { return m_movable; }

    /// With smaller priorities first among those whose turn it could be. An error where something fits nowhere.
    Result<Attempt> attempt(const std::vector<double>& priority) {
        m_board.reset();
        m_board.grid() = *m_base;
        for (const std::uint32_t node : m_splitNow) m_board.split(node, {});
        m_splitNow.clear();
        Attempt out;
        const std::size_t count = m_board.net().nodes.size();
        out.starts.assign(count, farPast);
        m_waiting.assign(count, 0);
        for (std::uint32_t link = 0; link < m_board.net().links.size(); ++link) ++m_waiting[m_board.targetOf(link)];
        using Ready = std::tuple<int, double, std::uint32_t, std::uint32_t>;
        std::priority_queue<Ready, std::vector<Ready>, std::greater<>> ready;
        const auto add = [&](std::uint32_t node) {
            ready.push({!m_board.movable(node) ? 0
                        : m_first[node]        ? 1
                                               : 2,
                        priority[node], m_board.rankOf(node), node});
        };
        for (std::uint32_t node = 0; node < count; ++node)
            if (m_waiting[node] == 0) add(node);
        while (!ready.empty()) {
            const std::uint32_t node = std::get<3>(ready.top());
            ready.pop();
            if (m_board.movable(node)) {
                if (auto fault = fit(node, out)) return *fault;
            } else {
                m_board.move(node, m_board.place(node, farPast));
            }
            for (const std::uint32_t link : m_board.outOf(node))
                if (--m_waiting[m_board.targetOf(link)] == 0) add(m_board.targetOf(link));
        }
        judge(out);
        return out;
    }

    [[nodiscard]] std::vector<Held> heldBy(const Attempt& attempt) const {
        std::vector<Held> held;
        for (const std::uint32_t node : m_board.order())
            if (attempt.starts[node] > farPast) {
                const auto apart = attempt.splits.find(node);
                held.push_back({m_board.net().nodes[node].id, attempt.starts[node],
                                apart == attempt.splits.end() ? std::vector<Pause>{} : apart->second});
            }
        return held;
    }

private:
    std::optional<Error> fit(std::uint32_t node, Attempt& out) {
        const Span first = m_board.place(node, farPast);
        DemandGrid::Part last{};
        std::optional<Span> at = whole(node, first, last);
        std::vector<Pause> pauses;
        if (m_split && m_board.splits(node) && (!at || first.start < at->start)) {
            const auto apart = split(node, first, pauses);
            if (apart && (!at || apart->finish < at->finish))
                at = apart;
            else
                pauses.clear();
            m_board.split(node, pauses);
        }
        if (!at) return nowhere(node, last);
        m_parts.clear();
        m_board.partsOf(node, *at, m_parts);
        m_board.grid().add(m_parts);
        m_board.move(node, *at);
        if (first.start < at->start || !pauses.empty()) out.starts[node] = at->start;
        if (!pauses.empty()) {
            m_splitNow.push_back(node);
            out.splits.emplace(node, std::move(pauses));
        }
        return {};
    }

    /// Where a node first fits in one piece.
    std::optional<Span> whole(std::uint32_t node, Span span, DemandGrid::Part& last) {
        for (;;) {
            m_parts.clear();
            m_board.partsOf(node, span, m_parts);
            const DemandGrid::Part* over = m_board.grid().misfit(m_parts);
            if (!over && span.finish < m_board.horizon()) return span;
            if (over) last = *over;
            if (span.finish >= m_board.horizon()) return {};
            span = m_board.place(node, m_board.nextStart(node, span));
        }
    }

    /// Where it first fits with rests of whole days, and these; it begins on the first day on which it can work.
    std::optional<Span> split(std::uint32_t node, const Span& first, std::vector<Pause>& pauses) {
        const Minutes work = first.finishWork - first.startWork;
        Minutes begin = first.startWork, rest = 0;
        for (;;) {
            m_board.split(node, pauses);
            const Span span = m_board.laid(node, begin, work + rest);
            m_parts.clear();
            m_board.partsOf(node, span, m_parts);
            const DemandGrid::Part* over = m_board.grid().misfit(m_parts);
            if (span.finish >= m_board.horizon()) return {};
            if (!over) return span;
            // Of what is used by the day, the work that begins on it rests.
            const Instant midnight = startOf(m_board.grid().first() + over->day);
            const bool quantity = m_board.grid().columns()[over->resource].quantity;
            const auto [from, to] = m_board.dayOfWork(node, midnight + (quantity ? minutesPerDay - 1 : over->from));
            if (to <= begin) return {};
            const Minutes after = from - begin - rest; // what is done by then
            if (after <= 0) {
                begin = to;
                rest = 0;
                pauses.clear();
                continue;
            }
            if (!pauses.empty() && pauses.back().after == after)
                pauses.back().rest += to - from;
            else
                pauses.push_back({after, to - from, true});
            rest += to - from;
        }
    }

    /// What is to go first, and all that leads to it.
    void findFirst(const std::vector<ActivityId>& first) {
        m_first.assign(m_board.net().nodes.size(), false);
        const std::set<ActivityId> wanted(first.begin(), first.end());
        const auto& order = m_board.order();
        for (auto node = order.rbegin(); node != order.rend(); ++node) {
            bool leads = wanted.contains(m_board.net().nodes[*node].id);
            for (const std::uint32_t link : m_board.outOf(*node)) leads = leads || m_first[m_board.targetOf(link)];
            m_first[*node] = leads;
        }
    }

    [[nodiscard]] Error nowhere(std::uint32_t node, const DemandGrid::Part& over) const {
        const Resource& resource = m_book[m_board.grid().columns()[over.resource].place];
        const auto most = mostSupplyOf(m_programme, resource.name);
        const std::int64_t scale = m_board.grid().columns()[over.resource].scale;
        const auto needed = (Fraction(over.amount) / Fraction(scale)).rounded(6);
        return inputError(worded("%1 needs %2 %3, and there is never room for it: the most that there will be is %4",
                                 m_programme.activities[m_board.net().nodes[node].activity].key,
                                 needed ? needed->text() : worded("more"), resource.name,
                                 most ? most->text() : worded("not known")),
                          worded("raise the supply, or need less"));
    }

    /// The programme as it is judged: what may be held is held from its start on, so that only instants change.
    Programme judging() const {
        Programme judge = m_programme;
        for (std::uint32_t node = 0; node < m_board.net().nodes.size(); ++node) {
            if (!m_board.movable(node)) continue;
            Activity activity = m_programme.activities[m_board.net().nodes[node].activity];
            activity.levelledFrom = m_programme.job.start;
            judge.activities.replace(m_board.net().nodes[node].activity, std::move(activity));
        }
        return judge;
    }

    void judge(Attempt& out) {
        Network& net = m_compiled.network;
        for (std::uint32_t i = 0; i < net.nodes.size(); ++i) {
            const std::uint32_t node = m_board.net().nodeOf[net.nodes[i].activity];
            net.nodes[i].startBound = std::max(m_bounds[i], out.starts[node]);
            net.work[i] = m_work[i];
            if (const auto apart = out.splits.find(node); apart != out.splits.end())
                for (const Pause& pause : apart->second) net.work[i] += pause.rest;
        }
        const Schedule dates = scheduleOf(m_judge, m_compiled, m_runner);
        if (!dates.ok()) return;
        out.outcome.cost = dates.damages.unrelieved + timeCost(m_judge, dates);
        out.outcome.finish = dates.programmeFinish.value_or(farPast);
        out.outcome.moves = std::size_t(
            std::count_if(out.starts.begin(), out.starts.end(), [](Instant start) { return start > farPast; }));
        out.at.resize(m_board.net().nodes.size());
        for (std::uint32_t node = 0; node < out.at.size(); ++node) out.at[node] = m_board.at(node);
    }

    const Programme& m_programme;
    const ResourceBook& m_book;
    LevelBoard m_board;
    bool m_split;
    Programme m_judge;
    CalendarCache m_cache;
    CompiledProgramme m_compiled;
    std::unique_ptr<PassRunner> m_runner;
    std::unique_ptr<DemandGrid> m_base; ///< what does not move
    std::vector<std::uint32_t> m_movable;
    std::vector<Instant> m_bounds;
    std::vector<Minutes> m_work;           ///< by node of what is judged, before any split
    std::vector<bool> m_first;             ///< by node
    std::vector<std::uint32_t> m_splitNow; ///< in this attempt
    std::vector<std::uint32_t> m_waiting;
    std::vector<DemandGrid::Part> m_parts;
};

/// Looks for a better order from the best of some rules on: each chain with a row of chances of its own, so that how
/// many of them run at once changes nothing.
class Search {
public:
    Search(const Programme& programme, const std::vector<std::size_t>& resources, const ResourceBook& book,
           const LevelOptions& options)
        : m_programme(programme), m_resources(resources), m_book(book), m_options(options) {}

    Result<std::vector<Held>> run() {
        Placer placer(m_programme, m_resources, m_book, m_options);
        std::optional<Attempt> best;
        std::vector<double> chosen;
        for (const auto& rule : rules(placer.board())) {
            if (!workGoesOn()) return inputError(worded("it was stopped"));
            auto attempt = placer.attempt(rule);
            if (!attempt.ok()) return attempt.errors();
            if (!best || attempt->outcome < best->outcome) {
                best = std::move(*attempt);
                chosen = rule;
            }
        }
        const std::size_t movable = placer.movable().size();
        if (best->outcome.moves == 0 || movable < 2) return placer.heldBy(*best);
        const int rounds = int(std::clamp<std::size_t>(120'000 / (movable * movable / 4 + movable), 12, 3000));
        std::vector<std::future<std::optional<Attempt>>> chains;
        chains.reserve(chainCount);
        WorkWatch* const watch = WorkScope::current();
        for (int chain = 0; chain < chainCount; ++chain)
            chains.push_back(std::async(std::launch::async, [&, chain, watch]() -> std::optional<Attempt> {
                std::optional<WorkScope> scope;
                if (watch) scope.emplace(*watch);
                return follow(chain, rounds, *best);
            }));
        for (auto& chain : chains)
            if (auto found = chain.get(); found && found->outcome < best->outcome) best = std::move(found);
        if (!workGoesOn()) return inputError(worded("it was stopped"));
        return placer.heldBy(*best);
    }

private:
    static constexpr int chainCount = 4;

    /// Late start, late finish, slack, work behind it, and early start; by what others wait for most.
    static std::vector<std::vector<double>> rules(const LevelBoard& board) {
        const auto& nodes = board.net().nodes;
        std::vector<std::vector<double>> list(5, std::vector<double>(nodes.size(), 0));
        std::vector<double> behind(nodes.size(), 0);
        const auto& order = board.order();
        for (auto node = order.rbegin(); node != order.rend(); ++node) {
            double most = 0;
            for (const std::uint32_t link : board.outOf(*node)) most = std::max(most, behind[board.targetOf(link)]);
            behind[*node] = most + double(board.at(*node).finish - board.at(*node).start);
        }
        for (std::uint32_t i = 0; i < nodes.size(); ++i) {
            const ActivityFigures& f = board.before().activities[nodes[i].activity];
            const Instant start = f.lateStart.value_or(f.earlyStart), finish = f.lateFinish.value_or(f.earlyFinish);
            list[0][i] = double(start.minutes);
            list[1][i] = double(finish.minutes);
            list[2][i] = double(f.totalFloat.value_or(0)) + 1e-3 * double(f.earlyStart.minutes % 1'000'000'000);
            list[3][i] = -behind[i];
            list[4][i] = double(f.earlyStart.minutes);
        }
        return list;
    }

    /// Small changes of the order in which things were begun; what is no worse is gone on from.
    std::optional<Attempt> follow(int chain, int rounds, const Attempt& from) const {
        Placer placer(m_programme, m_resources, m_book, m_options);
        std::mt19937 chance(std::uint32_t(17 + 101 * chain));
        const auto below = [&](std::size_t n) { return std::size_t(chance() % n); };
        Attempt best = from, now = from;
        std::vector<double> order = begun(placer.board(), now);
        const auto& movable = placer.movable();
        int idle = 0; // rounds without anything better
        for (int round = 0; round < rounds && idle < std::max(100, rounds / 4); ++round, ++idle) {
            if (!workGoesOn()) return {};
            std::vector<double> tried = order;
            // Half of the time one goes right in front of another, else several are shaken.
            if (below(2) == 0) {
                const std::uint32_t moved = movable[below(movable.size())], other = movable[below(movable.size())];
                tried[moved] = tried[other] - 0.5;
            } else {
                const std::size_t many = 1 + below(std::max<std::size_t>(2, movable.size() / 4));
                for (std::size_t k = 0; k < many; ++k) {
                    const std::uint32_t node = movable[below(movable.size())];
                    tried[node] += double(int(below(11)) - 5) * double(movable.size()) / 10;
                }
            }
            auto attempt = placer.attempt(tried);
            if (!attempt.ok() || now.outcome < attempt->outcome) continue;
            const bool better = attempt->outcome < now.outcome;
            now = std::move(*attempt);
            order = better ? begun(placer.board(), now) : std::move(tried);
            if (now.outcome < best.outcome) {
                best = now;
                idle = 0;
            }
        }
        return best;
    }

    /// The order in which a schedule begins things, as priorities 0, 1, 2 …
    static std::vector<double> begun(const LevelBoard& board, const Attempt& attempt) {
        std::vector<std::uint32_t> nodes(attempt.at.size());
        std::iota(nodes.begin(), nodes.end(), 0u);
        const auto when = [&](std::uint32_t node) {
            return std::tuple(attempt.at[node].start, attempt.at[node].finish, board.rankOf(node));
        };
        std::sort(nodes.begin(), nodes.end(), [&](std::uint32_t a, std::uint32_t b) { return when(a) < when(b); });
        std::vector<double> order(nodes.size());
        for (std::size_t i = 0; i < nodes.size(); ++i) order[nodes[i]] = double(i);
        return order;
    }

    const Programme& m_programme;
    const std::vector<std::size_t>& m_resources;
    const ResourceBook& m_book;
    const LevelOptions& m_options;
};

} // namespace

Result<std::vector<Held>> levelWithinSupply(const Programme& programme, const std::vector<std::size_t>& resources,
                                            const ResourceBook& book, const LevelOptions& options) {
    return Search(programme, resources, book, options).run();
}

} // namespace yarrin

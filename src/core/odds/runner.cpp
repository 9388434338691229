// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/odds/runner.h"

#include "core/network/passes.h"

#include <algorithm>
#include <cmath>
#include <thread>

namespace yarrin {

namespace {

/// Runs of one thread: it takes the next one that nobody has, until none is left.
class Worker {
public:
    Worker(const RunPlan& plan, std::uint32_t runs, KeptRuns& kept)
        : m_plan(plan), m_allRuns(runs), m_kept(kept), m_network(plan.network), m_runner(m_network),
          m_work(m_network.work), m_scale(plan.drawn.size(), 1), m_added(plan.drawn.size(), 0),
          m_path(kept.onPath.size()), m_from(m_network.nodes.size()) {}

    /// False where a date would lie beyond what calendars know.
    bool run(std::uint32_t number) {
        strike(number);
        if (m_plan.calendars->any()) {
            m_felt = m_plan.calendars->inRun(m_plan.seed, number, m_closures);
            for (const DrawnCalendars::Felt& one : m_felt) m_runner.use(one.index, *one.calendar);
        }
        draw(number);
        const PassResult& found = m_runner.run(m_work, m_plan.required);
        if (found.beyond) return false;
        Run& out = m_kept.runs[number];
        out.finish = completionDate(found.programmeFinish) - Date{};
        for (const auto& [index, node] : m_plan.sections)
            out.sections.push_back(completionDate(found.finish(node)) - Date{});
        for (const HiredHammock& one : m_plan.hammocks) out.hired.push_back(hired(one, found));
        if (!m_path.empty()) tracePaths(found);
        if (number < m_kept.keptFinishes)
            for (std::size_t node = 0; node < m_network.nodes.size(); ++node)
                m_kept.finishes[node * m_kept.keptFinishes + number] =
                    std::int32_t(completionDate(found.finish(node)) - Date{});
        return true;
    }
    void tellPaths() {
        for (std::size_t i = 0; i < m_path.size(); ++i)
            m_kept.onPath[i].fetch_add(m_path[i], std::memory_order_relaxed);
    }

private:
    /// What the risks of a run do beside the drawn factors.
    void strike(std::uint32_t number) {
        for (const std::size_t place : m_struck) {
            m_scale[place] = 1;
            m_added[place] = 0;
        }
        m_struck.clear();
        for (const auto& [node, bound] : m_held) m_network.nodes[node].startBound = bound;
        m_held.clear();
        m_closures.clear();
        for (const RiskGroup& group : m_plan.risks)
            if (const auto struck = group.struck(m_plan.seed, number)) {
                const PlannedRisk& risk = group.risks[struck->first];
                for (const RiskHit& hit : risk.hits) take(hit, hit.amount(struck->second));
                closeBy(risk, number, struck->second);
            }
    }
    /// All closures of a risk begin equally far between the first and the last day on which each may.
    void closeBy(const PlannedRisk& risk, std::uint32_t number, double amount) {
        if (risk.closures.empty()) return;
        const double when = uniformDraw(m_plan.seed, number, DrawKind::closure, risk.id.value);
        for (const PlannedClosure& one : risk.closures) {
            const int begins = int(std::floor(when * double(one.to - one.from + 1)));
            m_closures.push_back({one.calendar, one.from + begins, int(std::floor(one.days(amount) + 0.5))});
        }
    }
    void take(const RiskHit& hit, double amount) {
        if (hit.kind == EffectKind::access) {
            Node& node = m_network.nodes[hit.node];
            m_held.emplace_back(hit.node, node.startBound);
            node.startBound = std::max(node.startBound, hit.planned + Minutes(std::llround(amount * minutesPerDay)));
            return;
        }
        m_struck.push_back(hit.drawn);
        if (hit.kind == EffectKind::quantity) m_scale[hit.drawn] *= amount;
        if (hit.kind == EffectKind::output) m_scale[hit.drawn] /= amount;
        if (hit.kind == EffectKind::addedWork || hit.kind == EffectKind::suspension)
            m_added[hit.drawn] += Minutes(std::llround(amount * hit.unit));
    }

    void draw(std::uint32_t number) {
        const double all = m_plan.drawnForAll(number);
        m_groups.resize(m_plan.groups.size());
        for (std::size_t i = 0; i < m_groups.size(); ++i) m_groups[i] = m_plan.drawnForGroup(number, i);
        for (std::size_t place = 0; place < m_plan.drawn.size(); ++place) {
            const DrawnWork& one = m_plan.drawn[place];
            double share = 0.5;
            if (!one.certain) {
                const double group = one.group == DrawnWork::none ? 0 : m_groups[one.group];
                const double z = m_plan.drawnFor(number, one, all, group);
                share = normalShare(z);
                if (!m_kept.draws.empty()) m_kept.draws[place * m_allRuns + number] = float(z);
            }
            const double factor = m_plan.quantiles[one.quantile](share) * m_scale[place];
            const Minutes drawn = std::max<Minutes>(1, Minutes(std::llround(double(one.varies) * factor)));
            m_work[one.node] = std::max<Minutes>(1, one.fixed + drawn + m_added[place]);
        }
    }

    [[nodiscard]] Instant at(const HiredHammock::Hook& hook, const HiredHammock& hammock,
                             const PassResult& found) const {
        const Node& node = m_network.nodes[hook.node];
        const bool started = node.state != NodeState::notStarted;
        Instant t = found.finish(hook.node);
        if (hook.end == End::start) t = started ? node.actualStart : found.start(hook.node);
        if (hook.lag == 0 || hammock.calendar >= m_network.calendars.size()) return t + hook.lag;
        const WorkCalendar& own = *m_network.calendars[hammock.calendar];
        const Minutes n = own.worked(t) + hook.lag;
        return hook.end == End::start ? own.startOfMinute(n) : own.endOfMinute(n);
    }
    [[nodiscard]] int hired(const HiredHammock& hammock, const PassResult& found) const {
        Instant start = farFuture, finish = farPast;
        for (const auto& hook : hammock.from) start = std::min(start, at(hook, hammock, found));
        for (const auto& hook : hammock.to) finish = std::max(finish, at(hook, hammock, found));
        return DaySpan{dateOf(start), completionDate(std::max(start, finish))}.count();
    }

    /// Section 4 of docs/engine.md from the finish, and the same from each section's milestone.
    void tracePaths(const PassResult& found) {
        const std::size_t count = m_network.nodes.size();
        for (std::size_t i = 0; i < count; ++i) m_path[i] += found.onLongestPath[i] != 0;
        for (std::size_t s = 0; s < m_plan.sections.size(); ++s) {
            std::fill(m_from.begin(), m_from.end(), 0);
            const std::uint32_t last = m_plan.sections[s].second;
            m_from[last] = 1;
            std::uint32_t* const path = m_path.data() + (s + 1) * count;
            // Nodes stand in topological order.
            for (std::uint32_t i = last + 1; i-- > 0;) {
                if (!m_from[i]) continue;
                ++path[i];
                for (auto link = m_network.firstInto[i]; link < m_network.firstInto[i + 1]; ++link)
                    if (found.driving[link]) m_from[m_network.links[link].from] = 1;
            }
        }
    }

    const RunPlan& m_plan;
    const std::uint32_t m_allRuns;
    KeptRuns& m_kept;
    Network m_network; ///< a copy, as runs move bounds
    PassRunner m_runner;
    std::vector<Minutes> m_work;
    std::vector<double> m_scale;
    std::vector<Minutes> m_added;
    std::vector<std::size_t> m_struck;
    std::vector<std::pair<std::uint32_t, Instant>> m_held; ///< moved bounds, and where they were
    std::vector<std::uint32_t> m_path;
    std::vector<std::uint8_t> m_from;
    std::vector<double> m_groups;
    std::vector<DrawnClosure> m_closures;
    std::vector<DrawnCalendars::Felt> m_felt;
};

} // namespace

bool takeRuns(const RunPlan& plan, std::uint32_t runs, unsigned threads, std::stop_token stop, KeptRuns& kept,
              std::atomic<std::uint32_t>* done) {
    kept.runs.assign(runs, {});
    std::atomic<std::uint32_t> next = 0;
    std::atomic<bool> beyond = false;
    const auto work = [&] {
        Worker worker(plan, runs, kept);
        // Whoever takes a run does it, so that no gap is left by a stop.
        while (!stop.stop_requested() && !beyond) {
            const std::uint32_t run = next++;
            if (run >= runs) break;
            if (!worker.run(run)) beyond = true;
            if (done) ++*done;
        }
        worker.tellPaths();
    };
    {
        std::vector<std::jthread> others;
        for (unsigned i = 1; i < threads; ++i) others.emplace_back(work);
        work();
    }
    kept.runs.resize(std::min<std::uint32_t>(runs, next));
    return !beyond;
}

} // namespace yarrin

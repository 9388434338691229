// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/odds/simulation.h"

#include "core/base/text.h"
#include "core/contract/damages.h"
#include "core/contract/damages_lines.h"
#include "core/network/passes.h"
#include "core/odds/draws.h"
#include "core/odds/ranks.h"

#include <algorithm>
#include <atomic>
#include <cmath>
#include <map>
#include <span>
#include <thread>

namespace yarrin {

namespace {

/// An activity whose work is drawn.
struct Drawn {
    static constexpr std::size_t none = static_cast<std::size_t>(-1);
    std::uint32_t node = 0, activity = 0;
    std::uint32_t id = 0;
    std::size_t group = none;      ///< place among the plan's; none where nothing is alike to it
    Minutes varies = 0, fixed = 0; ///< of the node's work: what is drawn, and pauses
    std::size_t quantile = 0;
    bool certain = false; ///< its factor is always the same
};

/// All that every run needs, the same for all threads.
struct Plan {
    const Programme& programme;
    const Network& network;
    const OddsWish& wish;
    std::vector<Drawn> drawn;
    std::vector<SpreadQuantile> quantiles;
    std::vector<std::uint32_t> groups;                           ///< numbers by which they are drawn
    std::vector<std::pair<std::size_t, std::uint32_t>> sections; ///< index of the section, and its milestone's node
    double ofJob = 0, ofGroup = 0, ofOwn = 1; ///< shares of what is common: square roots of correlations
    double ofLone = 1;                        ///< of its own, where nothing is alike to it
    std::optional<Instant> required;

    [[nodiscard]] double drawnForAll(std::uint32_t run) const {
        return ofJob > 0 ? normalDraw(wish.seed, run, DrawKind::job, 0) : 0;
    }
    [[nodiscard]] double drawnForGroup(std::uint32_t run, std::size_t group) const {
        const bool any = ofGroup > 0 && group != Drawn::none;
        return any ? normalDraw(wish.seed, run, DrawKind::group, groups[group]) : 0;
    }
    /// What a run draws for one activity, on the normal distribution, with what is common to it and others.
    [[nodiscard]] double drawnFor(std::uint32_t run, const Drawn& one, double all, double group) const {
        const double share = one.group == Drawn::none ? ofLone : ofOwn;
        const double own = share > 0 ? normalDraw(wish.seed, run, DrawKind::activity, one.id) : 0;
        return share * own + ofJob * all + ofGroup * group;
    }
};

/// What one run found; integers only.
struct Run {
    std::int64_t finish = 0;
    std::vector<std::int64_t> sections;
};

/// Exact damages of one section by the day of its completion, worked out once each.
class DamagesByDay {
public:
    DamagesByDay(const Programme& programme, const Section& section, int digits)
        : m_programme(programme), m_section(section), m_digits(digits) {}
    const std::array<std::int64_t, reliefs>& on(std::int64_t day) {
        auto found = m_known.find(day);
        if (found != m_known.end()) return found->second;
        const Date date{std::int32_t(day)};
        // The end of the day.
        const SectionFigures figures = sectionFigures(m_programme, m_section, startOf(date + 1));
        std::array<std::int64_t, reliefs> sums{};
        for (std::size_t r = 0; r < reliefs; ++r)
            sums[r] = minor(sumOf(figures.damages, static_cast<Relief>(r)), m_digits);
        return m_known.emplace(day, sums).first->second;
    }
    static std::int64_t minor(const Fraction& sum, int digits) {
        const auto rounded = sum.rounded(digits);
        return rounded ? std::int64_t(std::llround(rounded->toDouble() * std::pow(10.0, digits))) : 0;
    }

private:
    const Programme& m_programme;
    const Section& m_section;
    int m_digits;
    std::map<std::int64_t, std::array<std::int64_t, reliefs>> m_known;
};

/// Runs of one thread: it takes the next one that nobody has, until none is left.
class Worker {
public:
    /// `kept` gets what is drawn, activity by activity, where it is not empty.
    Worker(const Plan& plan, std::vector<Run>& runs, std::vector<std::atomic<std::uint32_t>>& onPath,
           std::span<float> kept)
        : m_plan(plan), m_runs(runs), m_onPath(onPath), m_kept(kept), m_runner(plan.network), m_work(plan.network.work),
          m_path(plan.network.nodes.size()) {}

    /// False where a date would lie beyond what calendars know.
    bool run(std::uint32_t number) {
        draw(number);
        const PassResult& found = m_runner.run(m_work, m_plan.required);
        if (found.beyond) return false;
        Run& out = m_runs[number];
        out.finish = completionDate(found.programmeFinish) - Date{};
        for (const auto& [index, node] : m_plan.sections)
            out.sections.push_back(completionDate(found.finish(node)) - Date{});
        for (std::size_t i = 0; i < m_path.size(); ++i) m_path[i] += found.onLongestPath[i] != 0;
        return true;
    }
    void tellPaths() {
        for (std::size_t i = 0; i < m_path.size(); ++i) m_onPath[i].fetch_add(m_path[i], std::memory_order_relaxed);
    }

private:
    void draw(std::uint32_t number) {
        const double all = m_plan.drawnForAll(number);
        m_groups.resize(m_plan.groups.size());
        for (std::size_t i = 0; i < m_groups.size(); ++i) m_groups[i] = m_plan.drawnForGroup(number, i);
        std::size_t place = 0;
        for (const Drawn& one : m_plan.drawn) {
            const double group = one.group == Drawn::none ? 0 : m_groups[one.group];
            const double z = m_plan.drawnFor(number, one, all, group), share = normalShare(z);
            if (!m_kept.empty()) m_kept[place++ * m_plan.wish.runs + number] = float(z);
            const double factor = m_plan.quantiles[one.quantile](share);
            m_work[one.node] = one.fixed + std::max<Minutes>(1, Minutes(std::llround(double(one.varies) * factor)));
        }
    }

    const Plan& m_plan;
    std::vector<Run>& m_runs;
    std::vector<std::atomic<std::uint32_t>>& m_onPath;
    std::span<float> m_kept;
    PassRunner m_runner;
    std::vector<Minutes> m_work;
    std::vector<std::uint32_t> m_path;
    std::vector<double> m_groups;
};

/// What of an activity's work is left and may come out otherwise; pauses do not.
Minutes left(const Activity& activity, const Node& node, Minutes duration) {
    if (node.state == NodeState::complete) return 0;
    if (node.state == NodeState::inProgress) return activity.remaining.value_or(duration);
    return duration;
}

/// Numbers of groups become places among them; a group of one is none.
void joinAlike(Plan& plan) {
    std::map<std::size_t, int> members;
    for (const Drawn& one : plan.drawn) ++members[one.group];
    std::map<std::size_t, std::size_t> places;
    for (const auto& [number, count] : members) {
        if (number == Drawn::none || count < 2) continue;
        places[number] = plan.groups.size();
        plan.groups.push_back(std::uint32_t(number));
    }
    for (Drawn& one : plan.drawn) {
        const auto place = places.find(one.group);
        one.group = place == places.end() ? Drawn::none : place->second;
    }
}

Result<Plan> planOf(const Programme& programme, const Network& network, const Uncertainty& uncertainty,
                    const OddsWish& wish) {
    Plan plan{programme, network, wish, {}, {}, {}, {}, 0, 0, 1, 1, programme.job.requiredFinish};
    if (wish.runs < 1 || wish.runs > mostRuns) return inputError("runs are 1 to " + std::to_string(mostRuns));
    const double all = uncertainty.alikeAll, group = uncertainty.alike;
    if (!(all >= 0) || !(group >= all) || group > 1)
        return inputError("a correlation is 0 to 1, and that of all work no more than that of a group");
    plan.ofJob = std::sqrt(all);
    plan.ofGroup = std::sqrt(group - all);
    plan.ofOwn = std::sqrt(1 - group);
    plan.ofLone = std::sqrt(1 - all);
    std::map<std::array<double, 4>, std::size_t> known;
    for (std::uint32_t node = 0; node < network.nodes.size(); ++node) {
        const Node& at = network.nodes[node];
        const auto& spread = uncertainty.spreads[at.activity];
        if (!spread || at.kind != NodeKind::task) continue;
        if (auto fault = faultOf(*spread)) {
            fault->place = programme.activities[at.activity].key;
            return *fault;
        }
        Drawn one;
        one.node = node;
        one.activity = at.activity;
        one.id = at.id.value;
        one.varies = left(programme.activities[at.activity], at, network.duration[at.activity]);
        one.fixed = network.work[node] - one.varies;
        if (one.varies <= 0 || one.fixed < 0) continue;
        one.group = uncertainty.groups.empty() ? Drawn::none : uncertainty.groups[at.activity];
        const auto [place, isNew] = known.try_emplace(
            {spread->low, spread->likely, spread->high, double(spread->shape)}, plan.quantiles.size());
        if (isNew) plan.quantiles.emplace_back(*spread);
        one.quantile = place->second;
        one.certain = spread->low == spread->high;
        plan.drawn.push_back(one);
    }
    joinAlike(plan);
    for (std::size_t i = 0; i < programme.sections.size(); ++i) {
        const std::size_t milestone = programme.activities.indexOf(programme.sections[i].milestone);
        if (milestone >= programme.activities.size()) continue;
        if (const std::uint32_t node = network.nodeOf[milestone]; node != Network::noNode)
            plan.sections.emplace_back(i, node);
    }
    return plan;
}

void sortInto(const std::vector<std::int64_t>& values, std::vector<std::int64_t>& sorted) {
    sorted = values;
    std::sort(sorted.begin(), sorted.end());
}

/// Sums of the sections run by run, each up to the contract's cap.
void addMoney(Odds& odds, const Plan& plan, const std::vector<Run>& runs) {
    const int digits = minorDigits(plan.programme.job.currency);
    std::vector<DamagesByDay> damages;
    for (const auto& [index, node] : plan.sections)
        damages.emplace_back(plan.programme, plan.programme.sections[index], digits);
    const auto cap = contractCap(plan.programme.job);
    const std::int64_t most = cap ? DamagesByDay::minor(*cap, digits) : 0;
    OddsOfMoney* out[] = {&odds.unrelieved, &odds.assessed, &odds.claimed};
    for (std::uint32_t run = 0; run < odds.runs; ++run) {
        std::array<std::int64_t, reliefs> sums{};
        for (std::size_t s = 0; s < damages.size(); ++s)
            for (std::size_t r = 0; r < reliefs; ++r) sums[r] += damages[s].on(runs[run].sections[s])[r];
        for (std::size_t r = 0; r < reliefs; ++r) out[r]->sums.push_back(cap ? std::min(sums[r], most) : sums[r]);
    }
    for (OddsOfMoney* one : out) sortInto(one->sums, one->sorted);
}

void addDates(Odds& odds, const Plan& plan, const std::vector<Run>& runs, const Schedule& schedule) {
    if (schedule.programmeFinish) odds.finish.deterministic = completionDate(*schedule.programmeFinish);
    for (std::uint32_t run = 0; run < odds.runs; ++run) odds.finish.days.push_back(runs[run].finish);
    sortInto(odds.finish.days, odds.finish.sorted);
    for (std::size_t s = 0; s < plan.sections.size(); ++s) {
        OddsOfDate& one = odds.sections.emplace_back();
        one.section = plan.programme.sections[plan.sections[s].first].id;
        one.deterministic = schedule.sections[plan.sections[s].first].forecast;
        for (std::uint32_t run = 0; run < odds.runs; ++run) one.days.push_back(runs[run].sections[s]);
        sortInto(one.days, one.sorted);
    }
}

/// Rank correlations of what was drawn with the dates. A drawn factor rises with what is drawn for it, so that ranks
/// are the same.
void addCrucialities(Odds& odds, const Plan& plan, const std::vector<std::size_t>& placeOf, std::span<const float> kept,
                     unsigned threads) {
    const std::size_t runs = odds.runs;
    std::vector<std::vector<double>> dates;
    const auto add = [&](const std::vector<std::int64_t>& days) {
        dates.push_back(ranksOf(std::vector<double>(days.begin(), days.end())));
    };
    add(odds.finish.days);
    for (const OddsOfDate& one : odds.sections) add(one.days);
    std::vector<double> all(runs);
    for (std::uint32_t run = 0; run < runs; ++run) all[run] = plan.drawnForAll(run);
    std::atomic<std::size_t> next = 0;
    const auto work = [&] {
        std::vector<double> drawn(runs);
        for (std::size_t i = next++; i < plan.drawn.size(); i = next++) {
            const Drawn& one = plan.drawn[i];
            if (one.certain) continue;
            // As precise as those that are kept, so that both ways tell the same.
            for (std::uint32_t run = 0; run < runs; ++run)
                drawn[run] = kept.empty() ? float(plan.drawnFor(run, one, all[run], plan.drawnForGroup(run, one.group)))
                                          : kept[i * plan.wish.runs + run];
            const std::vector<double> ranks = ranksOf(drawn);
            OddsOfActivity& out = odds.activities[placeOf[one.activity]];
            out.cruciality = correlationOfRanks(ranks, dates[0]);
            for (std::size_t s = 0; s < odds.sections.size(); ++s)
                out.bySection[s] = correlationOfRanks(ranks, dates[s + 1]);
        }
    };
    std::vector<std::jthread> others;
    for (unsigned i = 1; i < threads; ++i) others.emplace_back(work);
    work();
}

/// Shares of runs on the longest path, and what each draw has to do with the dates.
void addActivities(Odds& odds, const Plan& plan, const std::vector<std::atomic<std::uint32_t>>& onPath,
                   std::span<const float> kept, unsigned threads) {
    std::vector<std::size_t> placeOf(plan.programme.activities.size(), 0);
    for (std::size_t index = 0; index < plan.programme.activities.size(); ++index) {
        const std::uint32_t node = plan.network.nodeOf[index];
        if (node == Network::noNode) continue;
        placeOf[index] = odds.activities.size();
        OddsOfActivity& one = odds.activities.emplace_back();
        one.activity = plan.programme.activities[index].id;
        one.bySection.resize(odds.sections.size());
        if (plan.network.nodes[node].state != NodeState::complete)
            one.criticality = double(onPath[node].load()) / double(odds.runs);
    }
    addCrucialities(odds, plan, placeOf, kept, threads);
}

} // namespace

Date OddsOfDate::at(int thousandths) const {
    return Date{} + int(atThousandth(sorted, thousandths));
}

Date OddsOfDate::mean() const {
    std::int64_t sum = 0;
    for (const std::int64_t day : days) sum += day;
    const auto count = std::int64_t(days.size());
    // Halves up, below 0 too.
    const std::int64_t twice = 2 * sum + count, whole = 2 * count;
    return Date{} + int(twice >= 0 ? twice / whole : -((-twice + whole - 1) / whole));
}

double OddsOfDate::chanceOf(Date day) const {
    return shareUpTo(sorted, day - Date{});
}

std::optional<std::pair<Date, Date>> OddsOfDate::intervalOf(int thousandths) const {
    const auto found = yarrin::intervalOf(sorted, thousandths);
    if (!found) return {};
    return std::pair(Date{} + int(found->first), Date{} + int(found->second));
}

Result<Odds> simulate(const Programme& programme, const Uncertainty& uncertainty, const OddsWish& wish,
                      std::stop_token stop) {
    const Schedule forecast = schedule(programme);
    if (!forecast.ok()) return forecast.errors;
    if (uncertainty.spreads.size() != programme.activities.size() ||
        (!uncertainty.groups.empty() && uncertainty.groups.size() != programme.activities.size()))
        return inputError("each activity has a spread or none");
    CalendarCache cache;
    const CompiledProgramme compiled = compile(programme, cache);
    auto made = planOf(programme, compiled.network, uncertainty, wish);
    if (!made.ok()) return made.errors();
    const Plan& plan = *made;
    std::vector<Run> runs(wish.runs);
    std::vector<char> done(wish.runs, 0);
    std::vector<std::atomic<std::uint32_t>> onPath(compiled.network.nodes.size());
    // Where there is room for them, draws are kept; else they are found again.
    constexpr std::size_t mostKept = 50'000'000;
    const std::size_t draws = plan.drawn.size() * wish.runs;
    std::vector<float> kept(draws <= mostKept ? draws : 0);
    std::atomic<std::uint32_t> next = 0, finished = 0;
    std::atomic<bool> beyond = false;
    const unsigned threads = wish.threads > 0 ? wish.threads : std::max(1U, std::thread::hardware_concurrency());
    const auto work = [&] {
        Worker worker(plan, runs, onPath, kept);
        for (std::uint32_t run = next++; run < wish.runs && !stop.stop_requested() && !beyond; run = next++) {
            if (worker.run(run))
                done[run] = 1;
            else
                beyond = true;
            ++finished;
        }
        worker.tellPaths();
    };
    {
        std::vector<std::jthread> others;
        for (unsigned i = 1; i < threads; ++i) others.emplace_back(work);
        work();
    }
    if (beyond) return inputError("a run needs dates beyond what calendars know", "draw less widely");
    Odds odds;
    odds.runs = std::uint32_t(std::find(done.begin(), done.end(), 0) - done.begin());
    if (odds.runs == 0) return inputError("stopped before the first run was done");
    // A stop leaves later runs that count on no path.
    if (odds.runs < finished) return simulate(programme, uncertainty, {odds.runs, wish.seed, wish.threads});
    addDates(odds, plan, runs, forecast);
    addMoney(odds, plan, runs);
    addActivities(odds, plan, onPath, kept, threads);
    if (uncertainty.alike == 0 && plan.drawn.size() > 20)
        odds.notes.push_back("all work is drawn by itself: cut into smaller pieces it would look safer than it is");
    return odds;
}

Uncertainty uncertaintyOfAll(const Programme& programme, const Spread& spread, std::string_view code) {
    Uncertainty all;
    all.spreads.assign(programme.activities.size(), spread);
    const Code* chosen = nullptr;
    for (const Code& one : programme.codes)
        if (lowered(one.key) == lowered(code)) chosen = &one;
    if (!chosen) return all;
    for (const Activity& activity : programme.activities) {
        // Without a value it is a group of its own: ids lie above the places of values.
        std::uint32_t group = activity.id.value + 0x40000000U;
        for (const CodeMark& mark : activity.codes)
            if (mark.code == chosen->id)
                for (std::size_t v = 0; v < chosen->values.size(); ++v)
                    if (chosen->values[v].name == mark.value) group = std::uint32_t(v);
        all.groups.push_back(group);
    }
    return all;
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/odds/simulation.h"

#include "core/base/worded.h"
#include "core/contract/damages.h"
#include "core/contract/damages_lines.h"
#include "core/odds/ranks.h"
#include "core/odds/runner.h"

#include <algorithm>
#include <atomic>
#include <cmath>
#include <map>
#include <set>
#include <span>
#include <thread>

namespace yarrin {

namespace {

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

void sortInto(const std::vector<std::int64_t>& values, std::vector<std::int64_t>& sorted) {
    sorted = values;
    std::sort(sorted.begin(), sorted.end());
}

/// Sums of the sections run by run, each up to the contract's cap; what hammocks cost more lies above it.
void addMoney(Odds& odds, const RunPlan& plan, const std::vector<Run>& runs) {
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
        odds.capped += cap && sums[0] >= most;
        std::int64_t longer = 0;
        for (std::size_t h = 0; h < plan.hammocks.size(); ++h)
            longer += DamagesByDay::minor(
                plan.hammocks[h].perWeek * Fraction(runs[run].hired[h] - plan.hammocks[h].forecastDays) / Fraction(7),
                digits);
        odds.withProlongation.sums.push_back(odds.unrelieved.sums.back() + longer);
    }
    for (OddsOfMoney* one : out) sortInto(one->sums, one->sorted);
    sortInto(odds.withProlongation.sums, odds.withProlongation.sorted);
}

void addDates(Odds& odds, const RunPlan& plan, const std::vector<Run>& runs, const Schedule& schedule) {
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

/// Ranks of the finish, then of each section's date.
std::vector<std::vector<double>> ranksOfDates(const Odds& odds) {
    std::vector<std::vector<double>> ranks;
    const auto add = [&](const std::vector<std::int64_t>& days) {
        ranks.push_back(ranksOf(std::vector<double>(days.begin(), days.end())));
    };
    add(odds.finish.days);
    for (const OddsOfDate& one : odds.sections) add(one.days);
    return ranks;
}

/// Rank correlations of what was drawn with the dates. A drawn factor rises with what is drawn for it, so that ranks
/// are the same, unless it jumps.
void addCrucialities(Odds& odds, const RunPlan& plan, const std::vector<std::size_t>& placeOf,
                     std::span<const float> kept, std::size_t stride, unsigned threads) {
    const std::size_t runs = odds.runs;
    const std::vector<std::vector<double>> dates = ranksOfDates(odds);
    std::vector<double> all(runs);
    for (std::uint32_t run = 0; run < runs; ++run) all[run] = plan.drawnForAll(run);
    std::atomic<std::size_t> next = 0;
    const auto work = [&] {
        std::vector<double> drawn(runs);
        for (std::size_t i = next++; i < plan.drawn.size(); i = next++) {
            const DrawnWork& one = plan.drawn[i];
            if (one.certain) continue;
            const SpreadQuantile& quantile = plan.quantiles[one.quantile];
            // As precise as those that are kept, so that both ways tell the same.
            for (std::uint32_t run = 0; run < runs; ++run) {
                drawn[run] = kept.empty() ? float(plan.drawnFor(run, one, all[run], plan.drawnForGroup(run, one.group)))
                                          : kept[i * stride + run];
                if (quantile.jumps()) drawn[run] = quantile(normalShare(drawn[run]));
            }
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
void addActivities(Odds& odds, const RunPlan& plan, const KeptRuns& kept, std::size_t stride, unsigned threads) {
    std::vector<std::size_t> placeOf(plan.programme.activities.size(), 0);
    const std::size_t nodes = plan.network.nodes.size();
    for (std::size_t index = 0; index < plan.programme.activities.size(); ++index) {
        const std::uint32_t node = plan.network.nodeOf[index];
        if (node == Network::noNode) continue;
        placeOf[index] = odds.activities.size();
        OddsOfActivity& one = odds.activities.emplace_back();
        one.activity = plan.programme.activities[index].id;
        one.bySection.resize(odds.sections.size());
        one.criticalFor.resize(odds.sections.size());
        if (plan.network.nodes[node].state == NodeState::complete) continue;
        const auto share = [&](std::size_t at) { return double(kept.onPath[at].load()) / double(odds.runs); };
        one.criticality = share(node);
        for (std::size_t s = 0; s < odds.sections.size(); ++s) one.criticalFor[s] = share((s + 1) * nodes + node);
    }
    addCrucialities(odds, plan, placeOf, kept.draws, stride, threads);
}

/// How far a risk changes what it changes: factors count from one.
double changeOf(const RiskHit& hit, double share) {
    const double amount = hit.amount(share);
    if (hit.kind == EffectKind::quantity) return amount - 1;
    if (hit.kind == EffectKind::output) return 1 / amount - 1;
    return amount;
}

void addRisks(Odds& odds, const RunPlan& plan) {
    const std::vector<std::vector<double>> dates = ranksOfDates(odds);
    for (const RiskGroup& group : plan.risks)
        for (std::size_t place = 0; place < group.risks.size(); ++place) {
            const PlannedRisk& risk = group.risks[place];
            if (risk.hits.empty() && risk.closures.empty()) continue;
            OddsOfRisk& out = odds.risks.emplace_back();
            out.risk = risk.id;
            out.bySection.resize(odds.sections.size());
            std::vector<double> amounts(odds.runs, 0.0);
            std::size_t struck = 0;
            out.strikes.resize(odds.runs);
            for (std::uint32_t run = 0; run < odds.runs; ++run)
                if (const auto one = group.struck(plan.seed, run); one && one->first == place) {
                    ++struck;
                    out.strikes[run] = true;
                    amounts[run] = risk.hits.empty() ? risk.closures.front().days(one->second)
                                                     : changeOf(risk.hits.front(), one->second);
                }
            out.struck = double(struck) / double(odds.runs);
            out.cruciality =
                rankCorrelation(amounts, std::vector<double>(odds.finish.days.begin(), odds.finish.days.end()));
            const std::vector<double> ranks = ranksOf(amounts);
            for (std::size_t s = 0; s < odds.sections.size(); ++s)
                out.bySection[s] = correlationOfRanks(ranks, dates[s + 1]);
        }
    std::sort(odds.risks.begin(), odds.risks.end(),
              [](const OddsOfRisk& a, const OddsOfRisk& b) { return a.risk < b.risk; });
}

void addFinishes(Odds& odds, const RunPlan& plan, KeptRuns& kept) {
    if (kept.keptFinishes == 0) return;
    const std::size_t runs = std::min(kept.keptFinishes, odds.runs);
    odds.finishes.resize(plan.programme.activities.size());
    for (std::size_t index = 0; index < odds.finishes.size(); ++index) {
        const std::uint32_t node = plan.network.nodeOf[index];
        if (node == Network::noNode) continue;
        const auto from = kept.finishes.begin() + std::ptrdiff_t(node) * kept.keptFinishes;
        odds.finishes[index].assign(from, from + std::ptrdiff_t(runs));
        std::sort(odds.finishes[index].begin(), odds.finishes[index].end());
    }
}

unsigned threadsOf(const OddsWish& wish) {
    return wish.threads > 0 ? wish.threads : std::max(1U, std::thread::hardware_concurrency());
}

std::optional<Error> faultOf(const OddsWish& wish) {
    if (wish.runs < 1 || wish.runs > mostRuns) return inputError(worded("runs are 1 to %1", mostRuns));
    return {};
}

Error beyondCalendars() {
    return inputError(worded("a run needs dates beyond what calendars know"), worded("draw less widely"));
}

} // namespace

int sureOf(const Job& job) {
    const auto thousandths = job.sure ? (Fraction(*job.sure) * Fraction(1000)).rounded(0) : std::optional<Decimal>(800);
    return thousandths ? int(thousandths->mantissa()) : 800;
}

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

std::optional<Date> Odds::finishAt(std::size_t activity, int thousandths) const {
    if (activity >= finishes.size() || finishes[activity].empty()) return {};
    const auto& days = finishes[activity];
    const auto rank = (std::uint64_t(thousandths) * days.size() + 999) / 1000;
    return Date{} + days[std::size_t(std::clamp<std::uint64_t>(rank, 1, days.size())) - 1];
}

Result<Odds> simulate(const Programme& programme, const Uncertainty& uncertainty, const OddsWish& wish,
                      std::stop_token stop) {
    if (auto fault = faultOf(wish)) return *fault;
    const auto ready = readyRuns(programme, uncertainty, wish.seed);
    if (!ready.ok()) return ready.errors();
    const RunPlan& plan = *(*ready)->plan;
    const unsigned threads = threadsOf(wish);
    const std::size_t nodes = plan.network.nodes.size();
    KeptRuns kept;
    kept.onPath = std::vector<std::atomic<std::uint32_t>>(nodes * (1 + plan.sections.size()));
    // Where there is room for them, draws are kept; else they are found again.
    constexpr std::size_t mostKept = 50'000'000;
    const std::size_t draws = plan.drawn.size() * wish.runs;
    if (draws <= mostKept) kept.draws.resize(draws);
    if (wish.dates && nodes > 0) {
        kept.keptFinishes = std::uint32_t(std::min<std::size_t>(wish.runs, mostKept / nodes));
        kept.finishes.resize(nodes * kept.keptFinishes);
    }
    if (!takeRuns(plan, wish.runs, threads, stop, kept, wish.done)) return beyondCalendars();
    Odds odds;
    odds.runs = std::uint32_t(kept.runs.size());
    odds.notes = (*ready)->notes;
    if (odds.runs == 0) return inputError(worded("stopped before the first run was done"));
    addDates(odds, plan, kept.runs, (*ready)->forecast);
    addMoney(odds, plan, kept.runs);
    addActivities(odds, plan, kept, wish.runs, threads);
    addRisks(odds, plan);
    addFinishes(odds, plan, kept);
    odds.weatherYears = plan.calendars->any() ? plan.calendars->years() : 0;
    return odds;
}

std::vector<Commoner> commonerAmong(const Odds& odds, const OddsOfDate& date, std::int64_t from, std::int64_t to) {
    std::vector<std::size_t> in;
    for (std::size_t run = 0; run < date.days.size(); ++run)
        if (date.days[run] >= from && date.days[run] <= to) in.push_back(run);
    std::vector<Commoner> out;
    if (in.empty() || in.size() == date.days.size()) return out;
    for (const OddsOfRisk& risk : odds.risks) {
        const auto hits = std::count_if(in.begin(), in.end(), [&](std::size_t run) { return risk.strikes[run]; });
        const double n = double(in.size()), among = double(hits) / n, p = risk.struck;
        constexpr double deviations = 3;
        if (among - p > deviations * std::sqrt(p * (1 - p) / n)) out.push_back({risk.risk, among, p});
    }
    std::sort(out.begin(), out.end(), [](const Commoner& a, const Commoner& b) {
        return std::pair(b.among - b.inAll, a.risk) < std::pair(a.among - a.inAll, b.risk);
    });
    return out;
}

std::optional<int> intervalWidth(const Programme& programme, const OddsOfDate& odds, int thousandths) {
    const auto interval = odds.intervalOf(thousandths);
    if (!interval) return {};
    const Section* section = programme.sections.row(odds.section);
    const Activity* milestone = section ? programme.activities.row(section->milestone) : nullptr;
    const auto resolved = milestone ? resolve(programme.calendars.rows(), calendarOf(programme, *milestone))
                                    : Result<ResolvedCalendar>(continuous());
    const WorkCalendar calendar(resolved.ok() ? *resolved : continuous(), interval->first, interval->second + 1);
    int days = 0;
    for (Date day = interval->first + 1; day <= interval->second; day = day + 1) days += calendar.worksOn(day);
    return days;
}

namespace {

/// One thing held in turn.
struct Holding {
    OddsDriver driver;
    std::set<std::uint32_t> activities; ///< places of those that come out as likely
};

void addWorkHoldings(std::vector<Holding>& all, const Programme& programme, const Uncertainty& uncertainty) {
    const auto hold = [&](OddsDriver::Kind kind, std::uint32_t id, std::string what, const auto& which) {
        Holding one{{kind, {}, std::move(what), id, {}, 0, {}}, {}};
        for (std::size_t i = 0; i < uncertainty.spreads.size(); ++i)
            if (uncertainty.spreads[i] && which(i)) one.activities.insert(std::uint32_t(i));
        // A rule for all that is alike anyway says nothing more.
        const bool known = std::any_of(all.begin(), all.end(),
                                       [&](const Holding& other) { return other.activities == one.activities; });
        if (!one.activities.empty() && !known) all.push_back(std::move(one));
    };
    for (const auto& [number, name] : uncertainty.groupNames)
        hold(OddsDriver::Kind::group, number, worded("%1, all its work", name),
             [&, group = number](std::size_t i) { return uncertainty.groups[i] == group; });
    for (const SpreadRule& rule : programme.spreads)
        if (!rule.activity)
            hold(OddsDriver::Kind::rule, rule.id.value, worded("spread of %1", ruleText(programme, rule)),
                 [&](std::size_t i) { return i < uncertainty.rules.size() && uncertainty.rules[i] == rule.id; });
}

std::vector<Holding> holdings(const Programme& programme, const Uncertainty& uncertainty, const Odds& odds) {
    std::vector<Holding> all;
    addWorkHoldings(all, programme, uncertainty);
    for (const OddsOfRisk& one : odds.risks)
        if (const RegisteredRisk* risk = programme.risks.row(one.risk))
            all.push_back({{OddsDriver::Kind::risk, risk->key, risk->title, risk->id.value, {}, 0, {}}, {}});
    if (odds.weatherYears > 0 || programme.job.allowanceHigh)
        all.push_back({{OddsDriver::Kind::weather, {}, worded("weather beyond the allowance"), 0, {}, 0, {}}, {}});
    constexpr std::size_t most = 20;
    std::vector<const OddsOfActivity*> crucial;
    for (const OddsOfActivity& one : odds.activities)
        if (one.cruciality) crucial.push_back(&one);
    std::sort(crucial.begin(), crucial.end(), [](const OddsOfActivity* a, const OddsOfActivity* b) {
        return std::pair(-std::abs(*a->cruciality), a->activity) < std::pair(-std::abs(*b->cruciality), b->activity);
    });
    crucial.resize(std::min(crucial.size(), most));
    for (const OddsOfActivity* one : crucial) {
        const std::size_t place = programme.activities.indexOf(one->activity);
        const Activity& activity = programme.activities[place];
        all.push_back(
            {{OddsDriver::Kind::activity, activity.key, activity.name, activity.id.value, {}, 0, one->criticality},
             {std::uint32_t(place)}});
    }
    return all;
}

/// The plan with one thing held; what is drawn for all else stays.
RunPlan heldPlan(const ReadyRuns& ready, const Uncertainty& uncertainty, const Holding& holding) {
    RunPlan plan = *ready.plan;
    for (DrawnWork& one : plan.drawn) {
        if (!holding.activities.contains(one.activity)) continue;
        one.quantile = plan.quantiles.size();
        one.certain = true;
        plan.quantiles.emplace_back(heldAt(*uncertainty.spreads[one.activity]));
    }
    for (RiskGroup& group : plan.risks)
        for (PlannedRisk& risk : group.risks)
            risk.held =
                risk.held || (holding.driver.kind == OddsDriver::Kind::risk && risk.id.value == holding.driver.id);
    if (holding.driver.kind == OddsDriver::Kind::weather) {
        std::vector<std::string> notes;
        plan.calendars = std::make_shared<DrawnCalendars>(
            plan.programme, plan.network, OddsWeather::none,
            ready.forecast.programmeFinish.value_or(plan.programme.job.start), closableIn(plan), notes);
    }
    return plan;
}

/// How much earlier the dates lie, on the mean of the ranks within five per cent of a percentile.
double earlierBy(const std::vector<std::int64_t>& sorted, const std::vector<std::int64_t>& held, int thousandths) {
    constexpr int around = 50;
    const auto rank = [&](int at) {
        const auto n = std::int64_t(sorted.size());
        return std::clamp<std::int64_t>((std::clamp(at, 1, 1000) * n + 999) / 1000, 1, n) - 1;
    };
    std::int64_t sum = 0;
    const std::int64_t from = rank(thousandths - around), to = rank(thousandths + around);
    for (std::int64_t i = from; i <= to; ++i) sum += sorted[std::size_t(i)] - held[std::size_t(i)];
    return std::round(double(sum) * 10 / double(to - from + 1)) / 10;
}

} // namespace

Result<std::vector<OddsDriver>> driversOf(const Programme& programme, const Uncertainty& uncertainty,
                                          const OddsWish& wish, const Odds& odds, int thousandths, SectionId rankedBy,
                                          std::stop_token stop) {
    std::vector<OddsDriver> found;
    const auto ready = readyRuns(programme, uncertainty, wish.seed);
    if (!ready.ok()) return ready.errors();
    for (Holding& one : holdings(programme, uncertainty, odds)) {
        const RunPlan plan = heldPlan(**ready, uncertainty, one);
        KeptRuns kept;
        if (!takeRuns(plan, odds.runs, threadsOf(wish), stop, kept, wish.done)) return beyondCalendars();
        if (kept.runs.size() < odds.runs) break;
        for (std::size_t s = 0; s <= odds.sections.size(); ++s) {
            std::vector<std::int64_t> days;
            for (const Run& run : kept.runs) days.push_back(s < odds.sections.size() ? run.sections[s] : run.finish);
            std::sort(days.begin(), days.end());
            const OddsOfDate& base = s < odds.sections.size() ? odds.sections[s] : odds.finish;
            one.driver.days.push_back(earlierBy(base.sorted, days, thousandths));
        }
        Odds held;
        held.runs = odds.runs;
        addMoney(held, plan, kept.runs);
        one.driver.money =
            atThousandth(odds.unrelieved.sorted, thousandths) - atThousandth(held.unrelieved.sorted, thousandths);
        found.push_back(std::move(one.driver));
    }
    std::size_t by = odds.sections.size();
    for (std::size_t s = 0; s < odds.sections.size(); ++s)
        if (odds.sections[s].section == rankedBy) by = s;
    std::sort(found.begin(), found.end(), [&](const OddsDriver& a, const OddsDriver& b) {
        if (a.days[by] != b.days[by]) return a.days[by] > b.days[by];
        return std::tuple(a.kind, a.key, a.what, a.id) < std::tuple(b.kind, b.key, b.what, b.id);
    });
    return found;
}

} // namespace yarrin

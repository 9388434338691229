// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/odds/run_plan.h"

#include "core/base/worded.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>

namespace yarrin {

namespace {

/// What of an activity's work is left and may come out otherwise; pauses do not.
Minutes left(const Activity& activity, const Node& node, Minutes duration) {
    if (node.state == NodeState::complete) return 0;
    if (node.state == NodeState::inProgress) return activity.remaining.value_or(duration);
    return duration;
}

/// Numbers of groups become places among them; a group of one is none.
void joinAlike(RunPlan& plan) {
    std::map<std::size_t, int> members;
    for (const DrawnWork& one : plan.drawn) ++members[one.group];
    std::map<std::size_t, std::size_t> places;
    for (const auto& [number, count] : members) {
        if (number == DrawnWork::none || count < 2) continue;
        places[number] = plan.groups.size();
        plan.groups.push_back(std::uint32_t(number));
    }
    for (DrawnWork& one : plan.drawn) {
        const auto place = places.find(one.group);
        one.group = place == places.end() ? DrawnWork::none : place->second;
    }
}

class Planner {
public:
    Planner(RunPlan& plan, const Schedule& forecast, const Uncertainty& uncertainty)
        : m_plan(plan), m_programme(plan.programme), m_network(plan.network), m_forecast(forecast),
          m_uncertainty(uncertainty) {}

    std::optional<Error> work() {
        for (std::uint32_t node = 0; node < m_network.nodes.size(); ++node) {
            const Node& at = m_network.nodes[node];
            const auto& spread = m_uncertainty.spreads[at.activity];
            if (!spread || at.kind != NodeKind::task) continue;
            if (auto fault = faultOf(*spread)) {
                fault->place = m_programme.activities[at.activity].key;
                return fault;
            }
            DrawnWork one = of(node);
            if (one.varies <= 0 || one.fixed < 0) continue;
            one.group = m_uncertainty.groups.empty() ? DrawnWork::none : m_uncertainty.groups[at.activity];
            one.quantile = quantileOf(*spread);
            one.certain = spread->low == spread->high;
            m_placeOf[node] = m_plan.drawn.size();
            m_plan.drawn.push_back(one);
        }
        joinAlike(m_plan);
        return {};
    }

    void risks() {
        if (!m_uncertainty.risks) return;
        std::map<std::string, std::vector<const RegisteredRisk*>> byGroup;
        for (const RegisteredRisk& risk : m_programme.risks) {
            if (risk.off || risk.chance.sign() == 0) continue;
            byGroup[risk.group.empty() ? "\n" + std::to_string(risk.id.value) : risk.group].push_back(&risk);
        }
        for (auto& [name, members] : byGroup) {
            std::sort(members.begin(), members.end(),
                      [](const RegisteredRisk* a, const RegisteredRisk* b) { return a->id < b->id; });
            RiskGroup group;
            group.id = members.front()->id.value;
            for (const RegisteredRisk* risk : members) group.risks.push_back(planned(*risk));
            m_plan.risks.push_back(std::move(group));
        }
        std::sort(m_plan.risks.begin(), m_plan.risks.end(),
                  [](const RiskGroup& a, const RiskGroup& b) { return a.id < b.id; });
    }

    void sections() {
        for (std::size_t i = 0; i < m_programme.sections.size(); ++i)
            if (const std::uint32_t node = nodeOf(m_programme.sections[i].milestone); node != Network::noNode)
                m_plan.sections.emplace_back(i, node);
    }

    void hammocks() {
        for (std::uint32_t i = 0; i < m_programme.activities.size(); ++i) {
            const Activity& activity = m_programme.activities[i];
            const ActivityFigures& figures = m_forecast.activities[i];
            if (activity.kind != ActivityKind::hammock || !activity.costPerWeek || figures.aside) continue;
            HiredHammock one;
            one.activity = i;
            one.calendar = calendarOfLags(activity);
            one.perWeek = Fraction(*activity.costPerWeek);
            one.forecastDays = daysOf(figures).count();
            hooks(activity.from, one.from);
            hooks(activity.to, one.to);
            if (!one.from.empty() && !one.to.empty()) m_plan.hammocks.push_back(std::move(one));
        }
    }

private:
    [[nodiscard]] std::uint32_t nodeOf(ActivityId id) const {
        const std::size_t index = m_programme.activities.indexOf(id);
        return index < m_network.nodeOf.size() ? m_network.nodeOf[index] : Network::noNode;
    }
    [[nodiscard]] DrawnWork of(std::uint32_t node) const {
        const Node& at = m_network.nodes[node];
        DrawnWork one;
        one.node = node;
        one.activity = at.activity;
        one.id = at.id.value;
        one.varies = left(m_programme.activities[at.activity], at, m_network.duration[at.activity]);
        one.fixed = m_network.work[node] - one.varies;
        return one;
    }
    std::size_t quantileOf(const Spread& spread) {
        const auto [place, isNew] = m_known.try_emplace(
            {spread.low, spread.likely, spread.high, double(spread.shape), spread.chance}, m_plan.quantiles.size());
        if (isNew) m_plan.quantiles.emplace_back(spread);
        return place->second;
    }
    /// Where a node's work is drawn; work that is certain joins with a factor of one.
    std::size_t placeOf(std::uint32_t node) {
        const auto [place, isNew] = m_placeOf.try_emplace(node, m_plan.drawn.size());
        if (isNew) {
            DrawnWork one = of(node);
            one.quantile = quantileOf({1, 1, 1, SpreadShape::triangular, 0.5});
            one.certain = true;
            m_plan.drawn.push_back(one);
        }
        return place->second;
    }
    PlannedRisk planned(const RegisteredRisk& risk) {
        PlannedRisk out{risk.id, risk.chance.toDouble(), {}, closuresBy(risk), m_uncertainty.held.contains(risk.id)};
        std::vector<RiskEffect> effects = risk.effects;
        std::stable_sort(effects.begin(), effects.end(), [](const RiskEffect& a, const RiskEffect& b) {
            return std::pair(a.kind, a.activity) < std::pair(b.kind, b.activity);
        });
        for (const RiskEffect& effect : effects) {
            const std::uint32_t node = effect.calendar ? Network::noNode : nodeOf(effect.activity);
            if (node == Network::noNode) continue;
            const Node& at = m_network.nodes[node];
            const bool access = effect.kind == EffectKind::access;
            if (at.state == NodeState::complete || (access && at.state != NodeState::notStarted)) continue;
            if (!access && (at.kind != NodeKind::task || of(node).fixed < 0)) continue;
            RiskHit hit{effect.kind,
                        node,
                        DrawnWork::none,
                        SpreadQuantile({effect.low.toDouble(), effect.likely.toDouble(), effect.high.toDouble(),
                                        effect.shape, 0.5}),
                        1,
                        {}};
            if (!access) hit.drawn = placeOf(node);
            if (effect.kind == EffectKind::suspension)
                hit.unit = double(m_network.calendars[at.calendar]->dayMinutes());
            if (access) hit.planned = m_forecast.activities[at.activity].earlyStart;
            out.hits.push_back(std::move(hit));
        }
        return out;
    }
    /// Closures that may begin on or after the data date, in the order of their calendars.
    [[nodiscard]] std::vector<PlannedClosure> closuresBy(const RegisteredRisk& risk) const {
        const Date today = dateOf(m_programme.job.dataDate.value_or(m_programme.job.start));
        const Date last = completionDate(m_forecast.programmeFinish.value_or(m_programme.job.start));
        std::vector<PlannedClosure> all;
        for (const RiskEffect& effect : risk.effects) {
            if (!effect.calendar) continue;
            const Date from = std::max(today, effect.from.value_or(today)),
                       to = effect.to.value_or(std::max(last, from));
            const Spread days{effect.low.toDouble(), effect.likely.toDouble(), effect.high.toDouble(), effect.shape,
                              0.5};
            if (from <= to) all.push_back({effect.calendar, SpreadQuantile(days), from, to});
        }
        std::stable_sort(all.begin(), all.end(),
                         [](const PlannedClosure& a, const PlannedClosure& b) { return a.calendar < b.calendar; });
        return all;
    }
    /// Lags of anchors are counted on the hammock's own calendar, or without where no node of the network works to it.
    [[nodiscard]] std::uint16_t calendarOfLags(const Activity& hammock) const {
        const Calendar* row = m_programme.calendars.row(calendarOf(m_programme, hammock));
        for (std::uint16_t i = 0; row && i < m_network.calendars.size(); ++i)
            if (m_network.calendars[i]->definition().key == row->key) return i;
        return std::uint16_t(m_network.calendars.size());
    }
    void hooks(const std::vector<Anchor>& anchors, std::vector<HiredHammock::Hook>& out) const {
        const auto stands = [&](const Anchor& anchor) {
            return !m_forecast.activities[m_programme.activities.indexOf(anchor.activity)].aside;
        };
        const bool any = std::any_of(anchors.begin(), anchors.end(), stands);
        for (const Anchor& anchor : anchors)
            if (const std::uint32_t node = nodeOf(anchor.activity); node != Network::noNode && (stands(anchor) || !any))
                out.push_back({node, anchor.end, anchor.lag});
    }

    RunPlan& m_plan;
    const Programme& m_programme;
    const Network& m_network;
    const Schedule& m_forecast;
    const Uncertainty& m_uncertainty;
    std::map<std::array<double, 5>, std::size_t> m_known;
    std::map<std::uint32_t, std::size_t> m_placeOf;
};

/// All that access may hold back gets a bound of its own, so that a run can move it.
Programme withMovableStarts(const Programme& programme) {
    Programme out = programme;
    for (const RegisteredRisk& risk : programme.risks)
        for (const RiskEffect& effect : risk.effects) {
            const std::size_t at = out.activities.indexOf(effect.activity);
            if (effect.kind != EffectKind::access || risk.off || at >= out.activities.size()) continue;
            Activity activity = out.activities[at];
            if (activity.constraint || activity.kind == ActivityKind::hammock) continue;
            // It bounds nothing: all work waits for the programme's start.
            activity.constraint = Constraint{ConstraintType::startNotBefore, {programme.job.start, false}};
            out.activities.replace(at, std::move(activity));
        }
    return out;
}

} // namespace

std::optional<std::pair<std::size_t, double>> RiskGroup::struck(std::uint64_t seed, std::uint32_t run) const {
    const double share = uniformDraw(seed, run, DrawKind::choice, id);
    double upTo = 0;
    for (std::size_t i = 0; i < risks.size(); ++i) {
        upTo += risks[i].chance;
        if (share >= upTo) continue;
        if (risks[i].held) return {};
        return std::pair(i, uniformDraw(seed, run, DrawKind::risk, risks[i].id.value));
    }
    return {};
}

std::set<CalendarId> closableIn(const RunPlan& plan) {
    std::set<CalendarId> all;
    for (const RiskGroup& group : plan.risks)
        for (const PlannedRisk& risk : group.risks)
            for (const PlannedClosure& closure : risk.closures) all.insert(closure.calendar);
    return all;
}

Result<std::shared_ptr<const ReadyRuns>> readyRuns(const Programme& programme, const Uncertainty& uncertainty,
                                                   std::uint64_t seed) {
    const double all = uncertainty.alikeAll, group = uncertainty.alike;
    if (!(all >= 0) || !(group >= all) || group > 1)
        return inputError(worded("a correlation is 0 to 1, and that of all work no more than that of a group"));
    if (uncertainty.spreads.size() != programme.activities.size() ||
        (!uncertainty.groups.empty() && uncertainty.groups.size() != programme.activities.size()))
        return inputError(worded("each activity has a spread or none"));
    auto ready = std::make_shared<ReadyRuns>();
    ready->forecast = schedule(programme);
    if (!ready->forecast.ok()) return ready->forecast.errors;
    ready->programme = withMovableStarts(programme);
    ready->notes = uncertainty.notes;
    CalendarCache cache;
    ready->compiled = std::make_unique<CompiledProgramme>(compile(ready->programme, cache));
    const Network& network = ready->compiled->network;
    ready->plan.emplace(
        RunPlan{ready->programme, network, seed, {}, {}, {}, {}, {}, {}, {}, 0, 0, 1, 1, programme.job.requiredFinish});
    RunPlan& plan = *ready->plan;
    plan.ofJob = std::sqrt(all);
    plan.ofGroup = std::sqrt(group - all);
    plan.ofOwn = std::sqrt(1 - group);
    plan.ofLone = std::sqrt(1 - all);
    Planner planner(plan, ready->forecast, uncertainty);
    if (auto fault = planner.work()) return *fault;
    planner.risks();
    planner.sections();
    planner.hammocks();
    plan.calendars = std::make_shared<DrawnCalendars>(programme, network, uncertainty.weather,
                                                      ready->forecast.programmeFinish.value_or(programme.job.start),
                                                      closableIn(plan), ready->notes);
    constexpr std::ptrdiff_t manyAlone = 20;
    if (group == 0 && std::count_if(plan.drawn.begin(), plan.drawn.end(),
                                    [](const DrawnWork& one) { return !one.certain; }) > manyAlone)
        ready->notes.push_back(
            worded("all work is drawn by itself: cut into smaller pieces it would look safer than it is"));
    return std::shared_ptr<const ReadyRuns>(ready);
}

} // namespace yarrin

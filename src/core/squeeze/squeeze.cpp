// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/squeeze/squeeze.h"

#include "core/base/natural_order.h"
#include "core/base/worded.h"
#include "core/base/work.h"
#include "core/delay/prolongation.h"
#include "core/labour/cost.h"
#include "core/labour/demand.h"
#include "core/quantity/figures.h"
#include "core/squeeze/plan.h"

#include <algorithm>

namespace yarrin {

namespace {

constexpr double solveSeconds = 0.8; ///< that a trade-off may take; then the best so far counts
constexpr int mostRounds = 8;        ///< of holding a set against a calculation

/// What no rate tells of: somebody has to price it.
bool isUnpriced(SqueezeKind kind) {
    return kind != SqueezeKind::crews && kind != SqueezeKind::hours;
}

/// What needs and lump sums cost.
Fine workOf(const Costs& costs) {
    Fine sum;
    for (const MoneyFlow& flow : costs.flows)
        if (flow.of == MoneyFlow::Of::need || flow.of == MoneyFlow::Of::lumpSum) sum = sum + Fine(flow.amount);
    return sum;
}

std::optional<Date> forecastOf(const Schedule& schedule, SectionId id) {
    for (const SectionFigures& one : schedule.sections)
        if (one.section == id) return one.forecast;
    return {};
}

} // namespace

Result<Squeeze> Squeeze::of(const Programme& programme, const Schedule& schedule, SectionId section, Date wanted,
                            const SqueezeWays& ways) {
    if (const auto fault = faultOf(ways)) return *fault;
    auto paths = whatItTakes(programme, schedule, section, wanted);
    if (!paths.ok()) return paths.errors();
    Squeeze squeeze(programme, schedule);
    squeeze.m_section = section;
    squeeze.m_milestone = programme.sections.row(section)->milestone;
    squeeze.m_wanted = wanted;
    squeeze.m_ways = ways;
    squeeze.m_forecast = forecastOf(schedule, section);
    squeeze.m_missing = squeeze.m_forecast ? std::max(0, *squeeze.m_forecast - wanted) : 0;
    squeeze.m_paths = std::move(*paths);
    for (const Shortening& one : squeeze.m_paths)
        squeeze.m_near.insert(squeeze.m_near.end(), one.path.activities.begin(), one.path.activities.end());
    if (std::find(squeeze.m_near.begin(), squeeze.m_near.end(), squeeze.m_milestone) == squeeze.m_near.end())
        squeeze.m_near.push_back(squeeze.m_milestone);
    return squeeze;
}

std::vector<SqueezeNeed> Squeeze::needs() const {
    std::vector<SqueezeNeed> needs;
    const Minutes day =
        m_schedule.calendarOf(m_schedule.activities[m_programme.activities.indexOf(m_milestone)]).dayMinutes();
    for (std::size_t path = 0; path < m_paths.size(); ++path) {
        const auto& activities = m_paths[path].path.activities;
        for (std::size_t i = 0; i < activities.size(); ++i) {
            const Activity& activity = *m_programme.activities.row(activities[i]);
            const ActivityFigures& figures = m_schedule.activities[m_programme.activities.indexOf(activities[i])];
            if (activity.kind != ActivityKind::task) continue;
            SqueezeNeed& need = needs.emplace_back();
            need.activity = activities[i];
            need.path = path;
            need.needed = m_paths[path].needed;
            // Held against each other in days, each of its own calendar.
            const WorkCalendar& own = m_schedule.calendarOf(figures);
            const auto inDays = [](Minutes minutes, Minutes of) {
                return double(minutes) / double(std::max<Minutes>(1, of));
            };
            const auto fits = [&](Minutes work, Minutes of) { return inDays(work, of) > inDays(need.needed, day); };
            const auto [from, to] = stillTo(figures);
            need.shorter = fits(own.worked(to) - own.worked(from), own.dayMinutes());
            if (i == 0)
                if (const auto other = otherwise(m_programme, m_schedule, activities[i])) need.earlier = other->earlier;
            if (i == 0 || figures.state != NodeState::notStarted) continue;
            const ActivityFigures& before = m_schedule.activities[m_programme.activities.indexOf(activities[i - 1])];
            const auto [begins, ends] = stillTo(before);
            const WorkCalendar& other = m_schedule.calendarOf(before);
            const bool task = m_programme.activities.row(activities[i - 1])->kind == ActivityKind::task;
            if (task && fits(other.worked(ends) - other.worked(begins), other.dayMinutes()))
                need.overlaps = activities[i - 1];
        }
    }
    return needs;
}

std::optional<Fine> Squeeze::costOf(const Programme& with, const Schedule& dates,
                                    const std::vector<const SqueezeMeasure*>& taken) const {
    if (std::any_of(taken.begin(), taken.end(), [](const SqueezeMeasure* one) { return isUnpriced(one->kind); }))
        return {};
    const Costs after = costsOf(with, dates);
    if (!m_worksToCost) m_worksToCost = workOf(costsOf(m_programme, m_schedule));
    Fine cost = workOf(after) - *m_worksToCost;
    for (const SqueezeMeasure* one : taken) {
        const std::size_t at = m_programme.activities.indexOf(one->activity);
        // Of what nothing is known to cost, nobody knows what more of it costs.
        const bool priced = std::any_of(after.flows.begin(), after.flows.end(), [&](const MoneyFlow& flow) {
            return flow.activity == at && flow.of == MoneyFlow::Of::need;
        });
        if (!priced || std::any_of(after.unpriced.begin(), after.unpriced.end(),
                                   [&](const Unpriced& unknown) { return unknown.activity == at; }))
            return {};
        if (one->kind != SqueezeKind::hours) continue;
        // Hours beyond those of its own calendar's week, of the labour that is still to come.
        Fine labour;
        for (const MoneyFlow& flow : after.flows)
            if (flow.activity == at && flow.of == MoneyFlow::Of::need && flow.head == CostHead::labour && !flow.past)
                labour = labour + Fine(flow.amount);
        const WorkCalendar& was = m_schedule.calendarOf(m_schedule.activities[at]);
        const WorkCalendar& is = dates.calendarOf(dates.activities[at]);
        const Instant from = stillTo(m_schedule.activities[at]).first;
        constexpr Minutes year = 364 * minutesPerDay;
        const Minutes less = was.worked(from + year) - was.worked(from),
                      more = is.worked(from + year) - is.worked(from);
        if (more <= less) continue;
        cost = cost + labour.part(Fraction(more - less) / Fraction(more)).part(Fraction(m_ways.overtime));
    }
    return cost;
}

SqueezeEffect Squeeze::effectOf(const Programme& with, const Schedule& dates,
                                const std::vector<const SqueezeMeasure*>& taken) const {
    SqueezeEffect effect;
    if (!dates.ok()) {
        effect.fault = dates.errors.front().what;
        return effect;
    }
    effect.forecast = forecastOf(dates, m_section);
    for (std::size_t i = 0; i < dates.sections.size(); ++i) {
        const auto &is = m_schedule.sections[i].forecast, &then = dates.sections[i].forecast;
        if (!is || !then) continue;
        if (dates.sections[i].section == m_section) effect.won = *is - *then;
        if (*is != *then) effect.sections.emplace_back(dates.sections[i].section, *is - *then);
    }
    if (m_schedule.programmeFinish && dates.programmeFinish)
        effect.finish = completionDate(*m_schedule.programmeFinish) - completionDate(*dates.programmeFinish);
    effect.cost = costOf(with, dates, taken);
    effect.hireSaved = Fine(timeCost(m_programme, m_schedule)) - Fine(timeCost(with, dates));
    effect.damagesSaved = Fine(m_schedule.damages.unrelieved) - Fine(dates.damages.unrelieved);
    for (std::size_t i = 0; i < with.activities.size(); ++i)
        if (dates.activities[i].critical && !m_schedule.activities[i].critical)
            effect.newlyCritical.push_back(with.activities[i].id);
    std::sort(effect.newlyCritical.begin(), effect.newlyCritical.end(), [&](ActivityId a, ActivityId b) {
        return standsBefore(with.activities.row(a)->key, with.activities.row(b)->key);
    });
    return effect;
}

SqueezeEffect Squeeze::effectOf(const std::vector<std::size_t>& taken) const {
    Programme with = m_programme;
    std::vector<const SqueezeMeasure*> priced;
    Fine typed;
    bool unknown = false;
    for (const std::size_t at : taken) {
        const SqueezeOption& option = m_options[at];
        take(with, option.measure);
        if (option.typed)
            typed = typed + Fine(Fraction(*option.typed));
        else if (option.effect.cost)
            priced.push_back(&option.measure);
        else
            unknown = true;
    }
    SqueezeEffect effect = effectOf(with, schedule(with, m_cache), priced);
    if (effect.cost) effect.cost = *effect.cost + typed;
    if (unknown) effect.cost.reset();
    return effect;
}

Outcome Squeeze::setCost(std::size_t option, std::optional<Decimal> cost) {
    SqueezeOption& at = m_options[option];
    if (at.effect.cost)
        return inputError(worded("the rates of the job tell what it costs"), worded("change what it needs, or a rate"));
    if (cost && Fraction(*cost) < Fraction(0)) return inputError(worded("a cost is not less than 0"));
    at.typed = cost;
    return done();
}

/// What more crews need beyond what there is of it while they work.
std::string Squeeze::overSupply(const Programme& with, const Schedule& dates, const SqueezeMeasure& measure) const {
    if (measure.kind != SqueezeKind::crews) return {};
    const ResourceBook book(with);
    const Activity& activity = *with.activities.row(measure.activity);
    const auto [from, to] = stillTo(dates.activities[with.activities.indexOf(activity.id)]);
    std::string over;
    for (const ResourceUse& use : book.usesOf(activity)) {
        const Resource& resource = book[use.resource];
        if (inQuantities(resource.kind)) continue;
        for (Date day = dateOf(from); day < dateOf(to) + 1; day = day + 1) {
            const auto supply = supplyOn(resource, day);
            if (!supply || !(Fraction(*supply) < use.number)) continue;
            const auto wanted = exactly(use.number);
            over += (over.empty() ? "" : "; ") +
                    worded("%1: %2 of %3", resource.name, wanted ? wanted->text() : worded("more"), supply->text());
            break;
        }
    }
    return over;
}

void Squeeze::calculateOptions() {
    m_options.clear();
    const std::vector<SqueezeMeasure> measures = measuresFor(m_programme, m_schedule, m_near, m_missing, m_ways);
    std::vector<SqueezeOption> found;
    Programme with = m_programme;
    for (std::size_t i = 0; i < measures.size(); ++i) {
        if (!workGoesOn(i, measures.size())) return;
        const Taken taken(with, measures[i]);
        const Schedule dates = schedule(with, m_cache);
        if (!dates.ok()) continue;
        found.push_back({measures[i], effectOf(with, dates, {&measures[i]}),
                         changeBy(m_programme, m_schedule, with, dates, measures[i]),
                         overSupply(with, dates, measures[i])});
    }
    std::stable_sort(found.begin(), found.end(),
                     [](const SqueezeOption& a, const SqueezeOption& b) { return a.effect.won > b.effect.won; });
    m_options = std::move(found);
}

bool Squeeze::excludes(const SqueezeMeasure& a, const SqueezeMeasure& b) {
    if (a.link || b.link) return a.link == b.link;
    const auto lengths = [](const SqueezeMeasure& one) {
        return one.kind == SqueezeKind::crews || one.kind == SqueezeKind::hours;
    };
    return a.activity == b.activity && (a.kind == b.kind || (lengths(a) && lengths(b)));
}

double Squeeze::weightOf(const SqueezeOption& option, double all) const {
    constexpr double least = 1; // that nothing is taken for nothing
    const auto cost = option.cost();
    return cost ? std::max(0.0, cost->toDouble()) + least : all;
}

/// Without what it can do without, the dearest first; of equals the last.
SqueezeSet Squeeze::prunedFrom(std::vector<std::size_t> taken) const {
    std::vector<std::size_t> order = taken;
    std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
        const auto x = m_options[a].cost(), y = m_options[b].cost();
        if (x.has_value() != y.has_value()) return !x.has_value();
        return x && y && *y < *x;
    });
    SqueezeSet set;
    set.effect = effectOf(taken);
    set.reaches = set.effect.fault.empty() && set.effect.forecast && *set.effect.forecast <= m_wanted;
    for (const std::size_t one : order) {
        if (!workGoesOn()) break;
        std::vector<std::size_t> without = taken;
        std::erase(without, one);
        SqueezeEffect effect = effectOf(without);
        const bool asGood = effect.fault.empty() && effect.forecast && set.effect.forecast &&
                            (set.reaches ? *effect.forecast <= m_wanted : *effect.forecast <= *set.effect.forecast);
        if (!asGood) continue;
        taken = std::move(without);
        set.effect = std::move(effect);
    }
    set.taken = std::move(taken);
    return set;
}

SqueezeSet Squeeze::cheapest() const {
    std::vector<std::size_t> places;
    double all = 1;
    for (std::size_t i = 0; i < m_options.size(); ++i) {
        if (!m_options[i].over.empty()) continue;
        places.push_back(i);
        if (const auto cost = m_options[i].cost()) all += std::max(0.0, cost->toDouble()) + 1;
    }
    std::vector<std::pair<const SqueezeMeasure*, SqueezeChange>> measures;
    for (const std::size_t at : places) measures.emplace_back(&m_options[at].measure, m_options[at].change);
    TradeOff trade = planOf(m_programme, m_schedule, m_near, m_milestone, m_missing, measures);
    for (std::size_t i = 0; i < places.size(); ++i) trade.choices[i].cost = weightOf(m_options[places[i]], all);
    for (std::size_t i = 0; i < places.size(); ++i)
        for (std::size_t j = i + 1; j < places.size(); ++j)
            if (excludes(m_options[places[i]].measure, m_options[places[j]].measure)) trade.either.push_back({i, j});
    double by = double(startOf(m_wanted + 1) - originOf(m_programme));
    SqueezeSet best;
    best.effect = effectOf(std::vector<std::size_t>());
    best.reaches = m_missing == 0;
    const auto better = [&](const SqueezeSet& set) {
        return set.effect.fault.empty() && set.effect.forecast &&
               (!best.effect.forecast || *set.effect.forecast < *best.effect.forecast);
    };
    for (int round = 0; round < mostRounds && !best.reaches && workGoesOn(); ++round) {
        const Chosen chosen = cheapestSet(trade, by, solveSeconds);
        std::vector<std::size_t> taken;
        for (std::size_t i = 0; i < places.size(); ++i)
            if (chosen.taken[i]) taken.push_back(places[i]);
        SqueezeSet set = prunedFrom(std::move(taken));
        set.cheapest = set.reaches && chosen.reaches && chosen.proved && round == 0;
        if (set.reaches || better(set)) best = std::move(set);
        if (best.reaches || !chosen.reaches) break;
        // Calendars took more than the plan knew: so much more is asked of it.
        const double beyond = best.effect.forecast ? (*best.effect.forecast - m_wanted) * double(minutesPerDay) : 0;
        by -= std::max(double(minutesPerDay) / 2, beyond);
    }
    return best;
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/labour/cost_page.h"

#include "core/contract/damages.h"

#include <algorithm>

namespace yarrin {

namespace {

/// Sums up to the ends of some days.
MoneyCurve cumulative(std::span<const MoneyFlow> flows, const std::vector<Instant>& bounds, double begin = 0) {
    MoneyCurve curve;
    double sum = begin;
    curve.emplace_back(dateOf(bounds.front()), sum);
    const auto parts = byPeriods(flows, bounds);
    for (std::size_t i = 0; i < parts.size(); ++i) {
        sum += parts[i].toDouble();
        curve.emplace_back(dateOf(bounds[i + 1]), sum);
    }
    return curve;
}

std::vector<MoneyFlow> withPast(std::span<const MoneyFlow> flows, bool past) {
    std::vector<MoneyFlow> out;
    std::copy_if(flows.begin(), flows.end(), std::back_inserter(out),
                 [past](const MoneyFlow& flow) { return flow.past == past; });
    return out;
}

/// Months with work in them; retention that comes a year later would squeeze them.
std::vector<Instant> monthsOf(const CostFindings& found) {
    std::optional<Date> first, last;
    for (const auto* flows : {&found.costs.flows, &found.values.flows, &found.planned.flows})
        for (const MoneyFlow& flow : *flows) {
            first = std::min(first.value_or(dateOf(flow.begin())), dateOf(flow.begin()));
            last = std::max(last.value_or(dateOf(flow.begin())), completionDate(flow.end()));
        }
    std::vector<Instant> bounds;
    if (!first) return bounds;
    // Two months more, in which the last is paid for.
    const Month end = next(next(next(monthOf(*last))));
    for (Month month = monthOf(*first); month <= end; month = next(month)) bounds.push_back(startOf(month.first));
    return bounds;
}

void draw(CostFindings& found) {
    const auto bounds = monthsOf(found);
    if (bounds.size() < 2) return;
    MoneyPicture& picture = found.picture;
    const auto value = byPeriods(found.values.flows, bounds);
    std::vector<std::vector<Fine>> heads;
    for (std::size_t h = 0; h < costHeads; ++h) {
        std::vector<MoneyFlow> flows;
        for (const MoneyFlow& flow : found.costs.flows)
            if (flow.head == CostHead{static_cast<int>(h)}) flows.push_back(flow);
        heads.push_back(byPeriods(flows, bounds));
    }
    for (std::size_t i = 0; i + 1 < bounds.size(); ++i) {
        MoneyMonth month{dateOf(bounds[i]), dateOf(bounds[i + 1]), {}, value[i].toDouble()};
        for (std::size_t h = 0; h < costHeads; ++h) month.heads[h] = heads[h][i].toDouble();
        picture.months.push_back(month);
    }
    const auto& dataDate = found.programme->job.dataDate;
    if (dataDate) picture.dataDate = dateOf(*dataDate);
    std::vector<Instant> before, behind;
    for (const Instant bound : bounds) (dataDate && bound < *dataDate ? before : behind).push_back(bound);
    if (dataDate && !before.empty()) {
        before.push_back(*dataDate);
        behind.insert(behind.begin(), *dataDate);
        picture.spent = cumulative(withPast(found.costs.flows, true), before);
    }
    const double spent = picture.spent.empty() ? 0 : picture.spent.back().second;
    picture.forecast = cumulative(withPast(found.costs.flows, false), behind, spent);
    picture.early = cumulative(found.planned.flows, bounds);
    picture.late =
        cumulative(costsOf(*found.plan.state.programme, *found.plan.state.schedule, AtDates::late).flows, bounds);
    picture.cash.emplace_back(dateOf(bounds.front()), 0);
    for (const CashDay& day : found.cash.days) picture.cash.emplace_back(day.day, day.position.toDouble());
    if (!found.plan.state.schedule->ok()) return;
    const Programme& agreed = *found.plan.state.programme;
    const Schedule& dates = *found.plan.state.schedule;
    picture.cashPlanned.emplace_back(dateOf(bounds.front()), 0);
    for (const CashDay& day : cashOf(agreed, dates, found.planned.flows, valuesOf(agreed, dates).flows).days)
        picture.cashPlanned.emplace_back(day.day, day.position.toDouble());
}

} // namespace

std::shared_ptr<CostFindings> findCosts(std::shared_ptr<const Programme> programme,
                                        std::shared_ptr<const Schedule> schedule, AgreedPlan plan) {
    auto found = std::make_shared<CostFindings>();
    found->programme = std::move(programme);
    found->schedule = std::move(schedule);
    found->plan = std::move(plan);
    found->costs = costsOf(*found->programme, *found->schedule);
    found->values = valuesOf(*found->programme, *found->schedule);
    if (found->plan.state.schedule->ok())
        found->planned = costsOf(*found->plan.state.programme, *found->plan.state.schedule);
    found->cash = cashOf(*found->programme, *found->schedule, found->costs.flows, found->values.flows);
    draw(*found);
    return found;
}

CostSchedule costSchedule(const CostFindings& found, bool weeks) {
    CostSchedule out;
    out.currency = found.programme->job.currency;
    if (found.cash.months.empty()) return out;
    // All that moves, retention at the end included.
    const Date first = found.cash.months.front().month.first, last = found.cash.months.back().month.first;
    std::vector<Instant> bounds;
    if (weeks)
        for (Date day = first + -weekday(first);; day = day + 7) {
            bounds.push_back(startOf(day));
            if (day > next(Month{last}).first) break;
        }
    else
        for (Month month{first}; month.first <= next(Month{last}).first; month = next(month))
            bounds.push_back(startOf(month.first));
    const int decimals = minorDigits(out.currency);
    std::vector<Fine> received(bounds.size() - 1), paid(bounds.size() - 1);
    for (const CashDay& day : found.cash.days) {
        const auto at = std::upper_bound(bounds.begin(), bounds.end(), startOf(day.day)) - bounds.begin() - 1;
        if (at < 0 || at >= std::ptrdiff_t(received.size())) continue;
        received[std::size_t(at)] = received[std::size_t(at)] + day.received;
        paid[std::size_t(at)] = paid[std::size_t(at)] + day.paid;
    }
    const auto planned = roundedPeriods(byPeriods(found.planned.flows, bounds), decimals);
    const auto cost = roundedPeriods(byPeriods(found.costs.flows, bounds), decimals);
    const auto value = roundedPeriods(byPeriods(found.values.flows, bounds), decimals);
    const auto in = roundedPeriods(received, decimals), gone = roundedPeriods(paid, decimals);
    for (std::size_t i = 0; i + 1 < bounds.size(); ++i) {
        const std::string day = isoDate(dateOf(bounds[i]));
        out.periods.push_back({weeks ? day : day.substr(0, 7), planned[i], cost[i], value[i], in[i], gone[i]});
    }
    return out;
}

} // namespace yarrin

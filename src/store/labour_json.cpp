// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/labour_json.h"

#include "core/contract/damages.h"
#include "core/model/words.h"
#include "store/json_money.h"
#include "store/json_text.h"

#include <nlohmann/json.hpp>

namespace yarrin {

namespace {

using Out = nlohmann::ordered_json;
using json::exactNumber;

Out figure(const Fraction& value) {
    return exactNumber(value.rounded(6));
}

/// Parts of a sum that add up as they are written.
class Running {
public:
    Out next(const Fraction& part) {
        m_sum = m_sum + part;
        const Fraction now = m_sum.rounded(6).value_or(Decimal(0));
        const Fraction step = now - m_shown;
        m_shown = now;
        return exactNumber(step.rounded(6));
    }

private:
    Fraction m_sum, m_shown;
};

Out tableJson(const DemandTable& table) {
    const char* amount = table.inQuantities ? "quantity" : "hours";
    const char* excess = table.inQuantities ? "excess_quantity" : "excess_hours";
    Out rows = Out::array();
    Running hours, over;
    for (const DemandRow& row : table.rows) {
        Out one{{"from", isoDate(row.from)}, {"demand", figure(row.demand)}, {"mean", figure(row.mean)}};
        if (!table.inQuantities) one["heads"] = figure(row.heads);
        one["supply"] = row.supply ? figure(*row.supply) : Out(nullptr);
        one["excess"] = figure(row.excess);
        one[excess] = over.next(row.excessHours);
        one[amount] = hours.next(row.hours);
        rows.push_back(std::move(one));
    }
    return {{"resource", table.resource},
            {"rows", std::move(rows)},
            {amount, figure(table.sum.hours)},
            {excess, figure(table.sum.excessHours)}};
}

} // namespace

std::string demandToJson(const std::vector<DemandTable>& tables, bool one) {
    if (one) return json::textOf(tableJson(tables.front()));
    Out list = Out::array();
    for (const DemandTable& table : tables) list.push_back(tableJson(table));
    return json::textOf(Out{{"resources", std::move(list)}});
}

std::string cashToJson(const Programme& programme, const Cash& cash, const std::optional<Fine>& budget,
                       const Costs& costs, const Values& values) {
    const int decimals = minorDigits(programme.job.currency);
    const auto money = [&](const Fine& sum) { return exactNumber(sum.rounded(decimals)); };
    const auto rounded = [&](auto of) {
        std::vector<Fine> periods;
        for (const CashMonth& month : cash.months) periods.push_back(of(month));
        return roundedPeriods(periods, decimals);
    };
    const auto cost = rounded([](const CashMonth& m) { return m.cost; });
    const auto value = rounded([](const CashMonth& m) { return m.value; });
    const auto paid = rounded([](const CashMonth& m) { return m.paid; });
    const auto received = rounded([](const CashMonth& m) { return m.received; });
    std::array<std::vector<Decimal>, costHeads> heads;
    for (std::size_t h = 0; h < costHeads; ++h) heads[h] = rounded([h](const CashMonth& m) { return m.heads[h]; });
    Out months = Out::array();
    for (std::size_t i = 0; i < cash.months.size(); ++i) {
        const CashMonth& month = cash.months[i];
        Out byHead = Out::object();
        for (std::size_t h = 0; h < costHeads; ++h)
            byHead[std::string(wordOf(CostHead{static_cast<int>(h)}))] = exactNumber(heads[h][i]);
        months.push_back({{"month", monthText(month.month)},
                          {"cost", exactNumber(cost[i])},
                          {"value", exactNumber(value[i])},
                          {"paid", exactNumber(paid[i])},
                          {"received", exactNumber(received[i])},
                          {"retention_held", money(month.retentionHeld)},
                          {"position", money(month.position)},
                          {"heads", std::move(byHead)}});
    }
    const auto deepest = [&](const DeepestCash& d) {
        return Out{{"date", isoDate(d.day)}, {"position", money(d.position)}};
    };
    Out unpriced = Out::array(), unplaced = Out::array();
    for (const Unpriced& one : costs.unpriced)
        unpriced.push_back({{"resource", one.resource}, {"activity", programme.activities[one.activity].key}});
    for (const BillItemId id : values.unplaced) unplaced.push_back(programme.bill.row(id)->key);
    return json::textOf(Out{{"currency", programme.job.currency},
                            {"months", std::move(months)},
                            {"budget", budget ? money(*budget) : Out(nullptr)},
                            {"cost", money(cash.cost)},
                            {"value", money(cash.value)},
                            {"deepest", deepest(cash.deepest)},
                            {"deepest_to_come", cash.deepestToCome ? deepest(*cash.deepestToCome) : Out(nullptr)},
                            {"financing", money(cash.financing)},
                            {"unpriced", std::move(unpriced)},
                            {"unplaced", std::move(unplaced)}});
}

std::string levelToJson(const Programme& programme, const LevelResult& result) {
    const auto key = [&](ActivityId id) { return programme.activities.row(id)->key; };
    const auto day = [](const std::optional<Date>& date) { return date ? Out(isoDate(*date)) : Out(nullptr); };
    const auto instant = [](const std::optional<Instant>& t) { return t ? Out(isoInstant(*t)) : Out(nullptr); };
    Out moves = Out::array(), pushed = Out::array(), peaks = Out::array(), left = Out::array(), sections = Out::array();
    for (const LevelMove& move : result.moves) {
        Out one{{"activity", key(move.activity)},
                {"delay", move.delay},
                {"from", isoInstant(move.from)},
                {"to", isoInstant(move.to)}};
        for (const Pause& pause : move.pauses) one["pauses"].push_back({{"after", pause.after}, {"for", pause.rest}});
        moves.push_back(std::move(one));
    }
    for (const ActivityId id : result.pushed) pushed.push_back(key(id));
    for (const LevelPeak& peak : result.peaks)
        peaks.push_back({{"resource", peak.resource},
                         {"before", figure(peak.before)},
                         {"after", figure(peak.after)},
                         {"days_over_before", peak.daysOverBefore},
                         {"days_over_after", peak.daysOverAfter}});
    for (const LevelLeft& one : result.left)
        left.push_back({{"activity", key(one.activity)}, {"resource", one.resource}, {"day", isoDate(one.day)}});
    for (std::size_t i = 0; i < result.sectionsAfter.size(); ++i)
        sections.push_back({{"id", programme.sections.row(result.sectionsAfter[i].section)->key},
                            {"before", day(result.sectionsBefore[i].forecast)},
                            {"forecast", day(result.sectionsAfter[i].forecast)}});
    const std::string& currency = programme.job.currency;
    return json::textOf(
        Out{{"moves", std::move(moves)},
            {"pushed", std::move(pushed)},
            {"excess_hours", {{"before", figure(result.excessBefore)}, {"after", figure(result.excessAfter)}}},
            {"peaks", std::move(peaks)},
            {"left", std::move(left)},
            {"finish", {{"before", instant(result.finishBefore)}, {"after", instant(result.finishAfter)}}},
            {"sections", std::move(sections)},
            {"damages",
             {{"before", json::exposure(result.damagesBefore, currency)},
              {"after", json::exposure(result.damagesAfter, currency)}}},
            {"time_cost",
             {{"before", json::money(result.timeCostBefore, currency)},
              {"after", json::money(result.timeCostAfter, currency)}}}});
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/odds_json.h"

#include "core/contract/damages.h"
#include "core/odds/ranks.h"
#include "store/json.h"
#include "store/json_values.h"

#include <array>
#include <cmath>

namespace yarrin {

namespace {

using Out = nlohmann::ordered_json;

/// Four decimals say all there is to say of a share.
Out shareOf(const std::optional<double>& value) {
    return value ? Out(std::round(*value * 10000) / 10000) : Out(nullptr);
}

void putDate(Out& out, const Programme& programme, const OddsOfDate& odds) {
    out["deterministic"] = odds.deterministic ? Out(isoDate(*odds.deterministic)) : Out(nullptr);
    out["p10"] = isoDate(odds.at(100));
    out["p50"] = isoDate(odds.at(500));
    out["p80"] = isoDate(odds.at(800));
    out["mean"] = isoDate(odds.mean());
    const auto interval = odds.intervalOf(800);
    out["p80_interval"] = interval ? Out::array({isoDate(interval->first), isoDate(interval->second)}) : Out(nullptr);
    const auto width = intervalWidth(programme, odds, 800);
    out["p80_width"] = width ? Out(*width) : Out(nullptr);
    out["converged"] = width && *width <= programme.job.oddsWidth.value_or(usualOddsWidth);
}

/// Sums as text with the currency's decimals.
Out moneyOut(const OddsOfMoney& money, int digits) {
    const auto text = [&](std::int64_t sum) { return Decimal(sum, digits).text(); };
    std::int64_t sum = 0;
    for (const std::int64_t one : money.sums) sum += one;
    const auto count = std::int64_t(money.sums.size());
    return {{"p50", text(atThousandth(money.sorted, 500))},
            {"p80", text(atThousandth(money.sorted, 800))},
            {"mean", text((2 * sum + count) / (2 * count))},
            {"max", text(money.sorted.back())}};
}

/// Shares by the keys of sections, those that there are.
Out bySection(const Programme& programme, const Odds& odds, const std::vector<std::optional<double>>& values) {
    Out out = Out::object();
    for (std::size_t s = 0; s < odds.sections.size(); ++s)
        out[programme.sections.row(odds.sections[s].section)->key] = shareOf(values[s]);
    return out;
}

constexpr std::array<const char*, 5> driverKinds{"group", "rule", "risk", "weather", "activity"};

Out driversOut(const Programme& programme, const Odds& odds, const std::vector<OddsDriver>& drivers) {
    Out list = Out::array();
    for (const OddsDriver& one : drivers) {
        Out days = Out::object();
        for (std::size_t s = 0; s < odds.sections.size(); ++s)
            days[programme.sections.row(odds.sections[s].section)->key] = one.days[s];
        days["finish"] = one.days.back();
        list.push_back(Out{{"kind", driverKinds[std::size_t(one.kind)]},
                           {"id", one.key},
                           {"what", one.what},
                           {"days_of_p80", std::move(days)},
                           {"exposure_of_p80", Decimal(one.money, minorDigits(programme.job.currency)).text()}});
    }
    return list;
}

} // namespace

std::string oddsToJson(const Programme& programme, const Odds& odds, std::uint64_t seed,
                       const std::optional<std::vector<OddsDriver>>& drivers) {
    Out sections = Out::array(), activities = Out::array(), risks = Out::array(), finish = Out::object();
    for (const OddsOfDate& one : odds.sections) {
        const Section& section = *programme.sections.row(one.section);
        Out row{{"id", section.key}};
        putDate(row, programme, one);
        row["chance_of_contract"] = shareOf(one.chanceOf(section.completion));
        row["chance_of_extended"] = shareOf(one.chanceOf(section.completion + section.grantedDays));
        sections.push_back(std::move(row));
    }
    putDate(finish, programme, odds.finish);
    for (const OddsOfActivity& one : odds.activities)
        activities.push_back(Out{{"id", programme.activities.row(one.activity)->key},
                                 {"criticality", shareOf(one.criticality)},
                                 {"cruciality", shareOf(one.cruciality)},
                                 {"criticality_by_section", bySection(programme, odds, one.criticalFor)},
                                 {"cruciality_by_section", bySection(programme, odds, one.bySection)}});
    for (const OddsOfRisk& one : odds.risks)
        risks.push_back(Out{{"id", programme.risks.row(one.risk)->key},
                            {"struck", shareOf(one.struck)},
                            {"cruciality", shareOf(one.cruciality)},
                            {"cruciality_by_section", bySection(programme, odds, one.bySection)}});
    const int digits = minorDigits(programme.job.currency);
    return json::textOf(Out{{"runs", odds.runs},
                            {"seed", seed},
                            {"sections", std::move(sections)},
                            {"finish", std::move(finish)},
                            {"exposure", moneyOut(odds.unrelieved, digits)},
                            {"assessed", moneyOut(odds.assessed, digits)},
                            {"claimed", moneyOut(odds.claimed, digits)},
                            {"with_prolongation", moneyOut(odds.withProlongation, digits)},
                            {"runs_at_the_cap", odds.capped},
                            {"weather_years", odds.weatherYears},
                            {"activities", std::move(activities)},
                            {"risks", std::move(risks)},
                            {"drivers", drivers ? driversOut(programme, odds, *drivers) : Out(nullptr)},
                            {"notes", odds.notes}});
}

} // namespace yarrin

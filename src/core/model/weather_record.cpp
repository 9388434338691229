// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/model/weather_record.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/model/describe/references.h"

#include <map>
#include <set>

namespace yarrin {

namespace {

int daysOf(Month month) {
    const YearMonthDay at = yearMonthDay(month.first);
    const Date next = at.month == 12 ? dateFrom(at.year + 1, 1, 1) : dateFrom(at.year, at.month + 1, 1);
    return next - month.first;
}

} // namespace

Result<std::vector<std::optional<Decimal>>> figuresOf(const WeatherMonth& month) {
    std::vector<std::optional<Decimal>> figures;
    for (const std::string& word : listed(month.days, ' ')) {
        if (word == "-") {
            figures.emplace_back();
            continue;
        }
        const auto figure = Decimal::parse(word);
        if (!figure) return inputError(worded("\"%1\" is no figure", word), worded("write - where there is none"));
        figures.emplace_back(*figure);
    }
    if (int(figures.size()) != daysOf(month.month))
        return inputError(worded("there are %1 figures for %2 days", figures.size(), daysOf(month.month)),
                          worded("write one for each day, - where there is none"));
    return figures;
}

std::string daysText(const std::vector<std::optional<Decimal>>& figures) {
    std::string text;
    for (const auto& figure : figures) text += (text.empty() ? "" : " ") + (figure ? figure->text() : "-");
    return text;
}

std::optional<Error> faultOf(const WeatherMonth& month, const Programme&) {
    if (month.measure.empty() || month.measure.size() > longestMeasureName)
        return inputError(worded("what is measured has a name of up to 40 characters"));
    if (month.unit.empty() || month.unit.size() > longestMeasureName)
        return inputError(worded("a measurement has a unit"));
    if (const auto figures = figuresOf(month); !figures.ok()) return figures.error();
    return {};
}

std::optional<Error> faultOf(const Threshold& threshold, const Programme& programme) {
    if (threshold.measure.empty()) return inputError(worded("a threshold says what is measured"));
    if (bool(threshold.above) == bool(threshold.below))
        return inputError(worded("a threshold says above or below which value work stops, one of both"));
    if (threshold.lose != Decimal(1) && threshold.lose != Decimal(5, 1))
        return inputError(worded("a day is lost wholly (1) or by half (0.5)"));
    for (const WeatherMonth& month : programme.weather)
        if (month.measure == threshold.measure && month.unit != threshold.unit)
            return inputError(worded("%1 is measured in %2, not in %3", threshold.measure, month.unit, threshold.unit),
                              worded("give the threshold in %1", month.unit));
    return {};
}

std::vector<std::pair<std::string, Error>> faultsOfWeather(const Programme& programme) {
    std::vector<std::pair<std::string, Error>> faults;
    std::map<std::string, std::string> units;
    std::set<std::pair<std::string, Date>> seen;
    for (const WeatherMonth& month : programme.weather) {
        const std::string place = worded("record of %1 in %2", month.measure, monthText(month.month));
        if (auto fault = faultOf(month, programme)) faults.emplace_back(place, *fault);
        const auto [known, isNew] = units.try_emplace(month.measure, month.unit);
        if (!isNew && known->second != month.unit)
            faults.emplace_back(place,
                                inputError(worded("its unit is %1, that of other months %2", month.unit, known->second),
                                           worded("a measurement has one unit")));
        if (!seen.emplace(month.measure, month.month.first).second)
            faults.emplace_back(place, inputError(worded("this month is there twice")));
    }
    for (const Threshold& one : programme.thresholds) {
        describe::forEachDangling(programme, one,
                                  [&](const std::string& what) { faults.emplace_back("threshold", inputError(what)); });
        if (auto fault = faultOf(one, programme)) faults.emplace_back("threshold", *fault);
    }
    return faults;
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/weather_json.h"

#include "store/json_values.h"

namespace yarrin {

namespace {

using Out = nlohmann::ordered_json;

Out monthOut(const LostMonth& one, const std::vector<LostMonth>& all) {
    Out lost = Out::array(), gaps = Out::array();
    for (const LostDay& day : one.lost)
        lost.push_back(Out{{"date", isoDate(day.day)},
                           {"lose", day.halves == 2 ? 1.0 : 0.5},
                           {"measure", day.threshold.measure},
                           {"value", day.figure.text()},
                           {"threshold", thresholdText(day.threshold)}});
    for (const Date day : one.gaps) gaps.push_back(isoDate(day));
    Out out{{"month", monthText(Month{one.month})},
            {"working_days", one.worked},
            {"lost", one.days},
            {"allowed", one.allowed},
            {"beyond", one.days > one.allowed ? one.days - one.allowed : 0},
            {"days", std::move(lost)},
            {"gaps", std::move(gaps)}};
    if (const auto rarity = rarityOf(all, one.month)) {
        out["earlier_years"] = rarity->years;
        out["as_bad"] = rarity->asBad;
        out["once_in_years"] = rarity->onceIn();
    }
    return out;
}

} // namespace

std::string weatherToJson(const Programme& programme, const WeatherRecord& record,
                          const std::vector<std::string>& notes) {
    Out measures = Out::array(), calendars = Out::array();
    for (const auto& [name, unit] : record.measures()) measures.push_back(Out{{"measure", name}, {"unit", unit}});
    for (const Calendar& calendar : programme.calendars) {
        const auto months = lostMonths(programme, record, calendar.id);
        if (months.empty()) continue;
        Out list = Out::array();
        for (const LostMonth& one : months) list.push_back(monthOut(one, months));
        calendars.push_back(Out{{"calendar", calendar.key}, {"months", std::move(list)}});
    }
    return json::textOf(Out{{"measures", std::move(measures)},
                            {"made_up", record.madeUp()},
                            {"calendars", std::move(calendars)},
                            {"notes", notes}});
}

} // namespace yarrin

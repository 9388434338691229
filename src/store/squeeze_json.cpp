// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/squeeze_json.h"

#include "store/json.h"
#include "store/json_values.h"

namespace yarrin {

namespace {

using Out = nlohmann::ordered_json;

Out money(const Fine& sum) {
    const auto rounded = sum.rounded(2);
    return rounded ? Out(rounded->text()) : Out(nullptr);
}

Out effectOut(const Programme& programme, const SqueezeEffect& effect, const std::optional<Fine>& cost) {
    Out sections = Out::object(), critical = Out::array();
    for (const auto& [id, days] : effect.sections) sections[programme.sections.row(id)->key] = days;
    for (const ActivityId id : effect.newlyCritical) critical.push_back(programme.activities.row(id)->key);
    return {{"forecast", effect.forecast ? Out(isoDate(*effect.forecast)) : Out(nullptr)},
            {"days", effect.won},
            {"sections", std::move(sections)},
            {"finish_days", effect.finish},
            {"cost", cost ? money(*cost) : Out(nullptr)},
            {"hire_saved", money(effect.hireSaved)},
            {"damages_saved", money(effect.damagesSaved)},
            {"newly_critical", std::move(critical)}};
}

} // namespace

std::string squeezeToJson(const Programme& programme, const Section& section, const Squeeze& squeeze,
                          const SqueezeSet& set) {
    const auto key = [&](ActivityId id) { return programme.activities.row(id)->key; };
    Out measures = Out::array(), needs = Out::array(), taken = Out::array();
    for (const SqueezeOption& option : squeeze.options()) {
        Out one{{"kind", wordOf(option.measure.kind)},
                {"activity", key(option.measure.activity)},
                {"measure", option.measure.words}};
        one.update(effectOut(programme, option.effect, option.cost()));
        one["over_supply"] = option.over.empty() ? Out(nullptr) : Out(option.over);
        measures.push_back(std::move(one));
    }
    for (const SqueezeNeed& need : squeeze.needs())
        needs.push_back({{"activity", key(need.activity)},
                         {"path", need.path + 1},
                         {"needed", need.needed},
                         {"could_be_shorter", need.shorter},
                         {"could_start_earlier", need.earlier ? Out(*need.earlier) : Out(nullptr)},
                         {"could_overlap", need.overlaps ? Out(key(need.overlaps)) : Out(nullptr)}});
    for (const std::size_t at : set.taken) taken.push_back(squeeze.options()[at].measure.words);
    Out chosen{{"reaches", set.reaches}, {"proved_cheapest", set.cheapest}, {"measures", std::move(taken)}};
    chosen.update(effectOut(programme, set.effect, set.effect.cost));
    return json::textOf(Out{{"section", section.key},
                            {"by", isoDate(squeeze.wanted())},
                            {"forecast", squeeze.forecast() ? Out(isoDate(*squeeze.forecast())) : Out(nullptr)},
                            {"missing_days", squeeze.missing()},
                            {"needed", std::move(needs)},
                            {"measures", std::move(measures)},
                            {"set", std::move(chosen)}});
}

} // namespace yarrin

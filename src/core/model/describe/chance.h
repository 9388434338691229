// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/describe/field.h"
#include "core/model/programme.h"

/// What may come otherwise: work, risks, weather; and the promises of weeks.
namespace yarrin::describe {

template <> struct Described<SpreadRule> {
    static constexpr std::string_view table = "spread_rule", list = "uncertainty";
    static constexpr int since = 15;
    static constexpr std::tuple fields{field(&SpreadRule::activity, "activity").gone(WhenGone::goesToo),
                                       field(&SpreadRule::bookItem, "book_item").gone(WhenGone::goesToo),
                                       field(&SpreadRule::location, "location").gone(WhenGone::goesToo),
                                       field(&SpreadRule::code, "code").gone(WhenGone::goesToo),
                                       field(&SpreadRule::value, "value"),
                                       field(&SpreadRule::in, "in").column("given_in"),
                                       field(&SpreadRule::low, "low").needed().always(),
                                       field(&SpreadRule::likely, "likely").needed().always(),
                                       field(&SpreadRule::high, "high").needed().always(),
                                       field(&SpreadRule::shape, "shape"),
                                       field(&SpreadRule::chance, "chance"),
                                       field(&SpreadRule::tenths, "tenths"),
                                       field(&SpreadRule::note, "note")};
};

template <> struct Described<RiskEffect> {
    static constexpr std::tuple fields{field(&RiskEffect::kind, "kind").needed().always(),
                                       field(&RiskEffect::activity, "activity").gone(WhenGone::goesToo),
                                       field(&RiskEffect::calendar, "calendar").since(16).gone(WhenGone::goesToo),
                                       field(&RiskEffect::low, "low").needed().always(),
                                       field(&RiskEffect::likely, "likely").needed().always(),
                                       field(&RiskEffect::high, "high").needed().always(),
                                       field(&RiskEffect::shape, "shape"),
                                       field(&RiskEffect::from, "from").column("from_date").since(16),
                                       field(&RiskEffect::to, "to").column("to_date").since(16)};
};

template <> struct Described<RegisteredRisk> {
    static constexpr std::string_view table = "risk", list = "risks";
    static constexpr int since = 15;
    static constexpr std::tuple fields{field(&RegisteredRisk::key, "id").column("key").needed().always(),
                                       field(&RegisteredRisk::title, "title").always(),
                                       field(&RegisteredRisk::risk, "risk").always(),
                                       field(&RegisteredRisk::chance, "chance").needed().always(),
                                       field(&RegisteredRisk::group, "group").column("group_name"),
                                       field(&RegisteredRisk::off, "off"),
                                       field(&RegisteredRisk::event, "event"),
                                       field(&RegisteredRisk::owner, "owner"),
                                       field(&RegisteredRisk::note, "note"),
                                       field(&RegisteredRisk::effects, "effects").always().in({"risk_effect", "risk"})};
};

template <> struct Described<WeatherMonth> {
    static constexpr std::string_view table = "weather_month", list = "records";
    static constexpr int since = 15;
    static constexpr std::tuple fields{field(&WeatherMonth::month, "month").needed().always(),
                                       field(&WeatherMonth::measure, "measure").needed().always(),
                                       field(&WeatherMonth::unit, "unit").needed().always(),
                                       field(&WeatherMonth::days, "days").needed().always(),
                                       field(&WeatherMonth::madeUp, "made_up"),
                                       field(&WeatherMonth::from, "from").column("source")};
};

template <> struct Described<Threshold> {
    static constexpr std::string_view table = "threshold", list = "thresholds";
    static constexpr int since = 15;
    static constexpr std::tuple fields{
        field(&Threshold::calendar, "calendar").needed().always().gone(WhenGone::goesToo),
        field(&Threshold::measure, "measure").needed().always(),
        field(&Threshold::unit, "unit").needed().always(),
        field(&Threshold::above, "above").column("above_value"),
        field(&Threshold::below, "below").column("below_value"),
        field(&Threshold::lose, "lose").always()};
};

template <> struct Described<Firm> {
    static constexpr std::string_view table = "firm", list = "firms";
    static constexpr int since = 15;
    static constexpr std::tuple fields{field(&Firm::key, "id").column("key").needed().always(),
                                       field(&Firm::contact, "contact"),
                                       field(&Firm::trades, "trades").in({"firm_trade", "firm", "trade"})};
};

template <> struct Described<ListWord> {
    static constexpr std::string_view table = "list_word", list = "words";
    static constexpr int since = 15;
    static constexpr std::tuple fields{field(&ListWord::list, "list").needed().always(),
                                       field(&ListWord::word, "word").needed().always()};
};

template <> struct Described<Lack> {
    static constexpr std::string_view table = "lack", list = "lacking";
    static constexpr int since = 15;
    static constexpr std::tuple fields{field(&Lack::activity, "activity").needed().always().gone(WhenGone::goesToo),
                                       field(&Lack::kind, "kind").needed().always(),
                                       field(&Lack::what, "what"),
                                       field(&Lack::owner, "owner"),
                                       field(&Lack::wanted, "wanted"),
                                       field(&Lack::readyOn, "ready_on")};
};

template <> struct Described<Promise> {
    static constexpr std::tuple fields{field(&Promise::activity, "activity"),
                                       field(&Promise::key, "id").column("key").needed().always(),
                                       field(&Promise::name, "name").always(),
                                       field(&Promise::firm, "firm"),
                                       field(&Promise::trade, "trade"),
                                       field(&Promise::place, "place"),
                                       field(&Promise::from, "from").column("from_date"),
                                       field(&Promise::to, "to").column("to_date"),
                                       field(&Promise::amount, "amount"),
                                       field(&Promise::unit, "unit"),
                                       field(&Promise::later, "later"),
                                       field(&Promise::kept, "kept").always(),
                                       field(&Promise::done, "done"),
                                       field(&Promise::reason, "reason"),
                                       field(&Promise::note, "note")};
};

template <> struct Described<Week> {
    static constexpr std::string_view table = "week", list = "weeks";
    static constexpr int since = 15;
    static constexpr std::tuple fields{
        field(&Week::begins, "begins").needed().always(), field(&Week::committedOn, "committed_on"),
        field(&Week::by, "by").column("by_whom"), field(&Week::promises, "promises").always().in({"promise", "week"})};
};

template <> struct Described<PlaceRule> {
    static constexpr std::string_view table = "place_rule", list = "apart";
    static constexpr int since = 16;
    static constexpr std::tuple fields{field(&PlaceRule::item, "item").gone(WhenGone::goesToo),
                                       field(&PlaceRule::code, "code").gone(WhenGone::goesToo),
                                       field(&PlaceRule::value, "value"),
                                       field(&PlaceRule::otherItem, "other_item").gone(WhenGone::goesToo),
                                       field(&PlaceRule::otherCode, "other_code").gone(WhenGone::goesToo),
                                       field(&PlaceRule::otherValue, "other_value"),
                                       field(&PlaceRule::location, "location").gone(WhenGone::goesToo),
                                       field(&PlaceRule::together, "together"),
                                       field(&PlaceRule::days, "days"),
                                       field(&PlaceRule::daysOf, "days_of"),
                                       field(&PlaceRule::metres, "metres"),
                                       field(&PlaceRule::note, "note")};
};

} // namespace yarrin::describe

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/json.h"
#include "store/json_money.h"
#include "store/json_values.h"
#include "store/native.h"

#include <nlohmann/json.hpp>

#include <type_traits>

namespace yarrin {

namespace {

using Json = nlohmann::ordered_json;
using json::number;

Json number(const std::optional<Minutes>& value) {
    return value ? Json(*value) : Json(nullptr);
}
Json text(const std::optional<Instant>& t) {
    return t ? Json(isoInstant(*t)) : Json(nullptr);
}

template <typename Row> Json rowsJson(const Programme& programme) {
    Json list = Json::array();
    for (const Row& row : tableOf<Row>(programme)) list.push_back(json::rowJson(programme, row));
    return list;
}

/// Adds fields of the job.
template <typename Fields> void put(Json& json, const Programme& programme, const Fields& fields) {
    static const Job blank{};
    std::apply([&](const auto&... field) { (json::putField(json, programme, programme.job, blank, field), ...); },
               fields);
}

/// What is at its default is mostly left out, so that what was frozen before there were such keys keeps its SHA-256.
Json programmeJson(const Programme& programme) {
    using describe::Described;
    Json json{{"format", "yarrin-programme"}, {"version", 1}};
    put(json, programme, Described<Job>::top);
    put(json["options"], programme, Described<Job>::options);
    const auto lists = [&]<typename... Rows>(std::type_identity<Rows>...) {
        // A table that came later stands there where it has rows, for the same reason.
        const auto put = [&]<typename Row>(std::type_identity<Row>) {
            if (describe::tableSince<Row>() > writtenSchemaVersion && tableOf<Row>(programme).empty()) return;
            json[std::string(Described<Row>::list)] = rowsJson<Row>(programme);
        };
        (put(std::type_identity<Rows>{}), ...);
    };
    lists(std::type_identity<Calendar>{}, std::type_identity<BreakdownNode>{}, std::type_identity<Location>{},
          std::type_identity<Activity>{}, std::type_identity<Link>{});
    Json& contract = json["contract"];
    put(contract, programme, Described<Job>::money);
    contract[std::string(Described<Section>::list)] = rowsJson<Section>(programme);
    put(contract, programme, Described<Job>::periods);
    Json terms = Json::object(), pay = Json::object();
    put(terms, programme, Described<Job>::terms);
    put(pay, programme, Described<Job>::pay);
    if (!pay.empty()) terms["pay"] = std::move(pay);
    if (!terms.empty()) json["terms"] = std::move(terms);
    Json odds = Json::object();
    put(odds, programme, Described<Job>::odds);
    if (!odds.empty()) json["odds"] = std::move(odds);
    lists(std::type_identity<DelayEvent>{}, std::type_identity<BookItem>{}, std::type_identity<BillItem>{},
          std::type_identity<Allocation>{}, std::type_identity<Limit>{}, std::type_identity<Sequence>{},
          std::type_identity<LaidOut>{}, std::type_identity<Acceleration>{}, std::type_identity<MeasuredMile>{},
          std::type_identity<Code>{}, std::type_identity<KeptLens>{}, std::type_identity<Resource>{},
          std::type_identity<CostEntry>{}, std::type_identity<SoundnessLimit>{}, std::type_identity<SetAside>{},
          std::type_identity<KeptSheet>{}, std::type_identity<SpreadRule>{}, std::type_identity<RegisteredRisk>{},
          std::type_identity<WeatherMonth>{}, std::type_identity<Threshold>{}, std::type_identity<Firm>{},
          std::type_identity<ListWord>{}, std::type_identity<Lack>{}, std::type_identity<Week>{},
          std::type_identity<PlaceRule>{});
    return json;
}

} // namespace

std::string programmeToJson(const Programme& programme) {
    return yarrin::json::textOf(programmeJson(programme));
}

std::string programmeToJsonOfFormOne(const Programme& programme) {
    return yarrin::json::textOf(programmeJson(programme), yarrin::json::Digits::asBinary);
}

std::string scheduleToJson(const Programme& programme, const Schedule& schedule) {
    Json out{{"programme_finish", text(schedule.programmeFinish)}, {"latest_start", text(schedule.latestStart)}};
    for (const char* list : {"activities", "links", "sections"}) out[list] = Json::array();
    for (std::size_t i = 0; i < schedule.activities.size(); ++i) {
        const ActivityFigures& f = schedule.activities[i];
        out["activities"].push_back({{"id", programme.activities[i].key},
                                     {"es", isoInstant(f.earlyStart)},
                                     {"ef", isoInstant(f.earlyFinish)},
                                     {"ls", text(f.lateStart)},
                                     {"lf", text(f.lateFinish)},
                                     {"duration", f.duration},
                                     {"remaining_start", text(f.remainingStart)},
                                     {"total_float", number(f.totalFloat)},
                                     {"free_float", number(f.freeFloat)},
                                     {"critical", f.critical},
                                     {"on_longest_path", f.onLongestPath}});
    }
    for (std::size_t i = 0; i < schedule.driving.size(); ++i) {
        const Link& link = programme.links[i];
        out["links"].push_back({{"from", json::valueJson(programme, link.from)},
                                {"to", json::valueJson(programme, link.to)},
                                {"type", wordOf(link.type)},
                                {"driving", bool(schedule.driving[i])}});
    }
    const std::string& currency = programme.job.currency;
    for (const SectionFigures& s : schedule.sections)
        out["sections"].push_back({{"id", json::valueJson(programme, s.section)},
                                   {"forecast", s.forecast ? Json(isoDate(*s.forecast)) : Json(nullptr)},
                                   {"completion", isoDate(s.completion)},
                                   {"extended", isoDate(s.extended)},
                                   {"days_late", s.daysLate ? Json(*s.daysLate) : Json(nullptr)},
                                   {"damages", json::exposure(s.damages, currency)}});
    out["damages_total"] = json::exposure(schedule.damages, currency);
    out["problems"] = Json::array();
    for (const Problem& problem : schedule.problems)
        out["problems"].push_back({{"severity", problem.severity == Problem::Severity::error ? "error" : "warning"},
                                   {"where", problem.where},
                                   {"what", problem.what}});
    return json::textOf(out);
}

} // namespace yarrin

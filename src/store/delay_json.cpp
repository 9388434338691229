// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/delay_json.h"

#include "core/contract/damages_lines.h"
#include "core/model/words.h"
#include "store/json_money.h"

#include <nlohmann/json.hpp>

namespace yarrin {

namespace {

using Json = nlohmann::ordered_json;

std::string text(const Json& json) {
    return yarrin::json::textOf(json);
}

} // namespace

std::string exposureToJson(const Programme& programme, const Schedule& schedule,
                           const std::vector<StandExposure>& course, const Prolongation& cost,
                           const std::vector<NoticeDue>& due) {
    const std::string& currency = programme.job.currency;
    Json out{{"currency", currency}, {"damages_total", json::exposure(schedule.damages, currency)}};
    static constexpr const char* names[] = {"unrelieved", "assessed", "claimed"};
    out["lines"] = Json::array(); // there are none without sections
    for (std::size_t r = 0; r < reliefs; ++r)
        for (const DamagesLine& line : damagesLines(programme, schedule.sections, static_cast<Relief>(r))) {
            Json events = Json::array();
            for (const auto& [event, days] : line.events)
                events.push_back({{"event", programme.events.row(event)->key}, {"days", days}});
            out["lines"].push_back({{"relief", names[r]},
                                    {"section", programme.sections.row(line.section)->key},
                                    {"forecast", line.forecast ? Json(isoDate(*line.forecast)) : Json(nullptr)},
                                    {"completion", isoDate(line.completion)},
                                    {"granted_days", line.granted},
                                    {"events", std::move(events)},
                                    {"days_late", line.daysLate},
                                    {"sum", json::money(line.sum, currency)},
                                    {"capped", line.capped}});
        }
    const auto cap = contractCap(programme.job);
    out["contract_cap"] = cap ? json::money(*cap, currency) : Json(nullptr);
    out["updates"] = Json::array();
    for (const StandExposure& stand : course)
        out["updates"].push_back({{"name", stand.name},
                                  {"data_date", stand.dataDate ? Json(isoInstant(*stand.dataDate)) : Json(nullptr)},
                                  {"damages_total", json::exposure(stand.total, currency)}});
    out["prolongation"] = {
        {"employer", json::money(cost.employer, currency)}, {"concurrent", json::money(cost.concurrent, currency)},
        {"paid", json::money(cost.paid, currency)},         {"neutral", json::money(cost.neutral, currency)},
        {"own", json::money(cost.own, currency)},           {"recovered", json::money(cost.recovered, currency)},
        {"total", json::money(cost.total(), currency)}};
    out["notices"] = Json::array();
    for (const NoticeDue& one : due)
        out["notices"].push_back({{"event", programme.events.row(one.event)->key},
                                  {"what", one.particulars ? "particulars" : "notice"},
                                  {"due", isoDate(*one.clock.due)},
                                  {"days_left", one.clock.daysLeft}});
    return text(out);
}

namespace {

/// Days by party and by event.
Json sectionsJson(const DelayAnalysis& analysis, const Programme& now) {
    Json list = Json::array();
    for (const Section& section : now.sections) {
        if (analysis.steps.empty() || !analysis.steps.front().of(section.id)) continue;
        const DelayShares shares = sharesOf(analysis, now, section.id);
        list.push_back({{"section", section.key},
                        {"from", isoDate(analysis.steps.front().of(section.id)->before)},
                        {"to", isoDate(analysis.steps.back().of(section.id)->after)},
                        {"employer", shares.employer},
                        {"neutral", shares.neutral},
                        {"own", shares.own},
                        {"common", shares.common},
                        {"recovered", shares.recovered},
                        {"entitled", shares.entitled},
                        {"concurrent", shares.concurrent},
                        {"compensable", shares.compensable}});
        Json& events = list.back()["events"] = Json::array();
        for (const DelayEvent& event : now.events) {
            const EventDaysFound days = daysOf(analysis, event.id, section.id);
            events.push_back({{"event", event.key},
                              {"moved", days.moved},
                              {"common", days.common},
                              {"entitled", days.entitled},
                              {"concurrent", days.concurrent},
                              {"compensable", days.compensable}});
        }
    }
    return list;
}

} // namespace

std::string analysisToJson(const DelayAnalysis& analysis, const Programme& now) {
    Json out{{"method", textOf(analysis.method).word},
             {"rule", wordOf(analysis.rule)},
             {"near_days", analysis.nearDays},
             {"stands", analysis.stands},
             {"steps", Json::array()}};
    static constexpr const char* kinds[] = {"event", "common", "progress", "unseen"};
    const std::string& currency = now.job.currency;
    for (const DelayStep& step : analysis.steps) {
        const DelayEvent* event = now.events.row(step.event);
        Json one{{"kind", kinds[static_cast<std::size_t>(step.kind)]},
                 {"event", event ? Json(event->key) : Json(nullptr)},
                 {"risk", event ? Json(wordOf(event->risk)) : Json(nullptr)},
                 {"stand", analysis.stands[step.window]},
                 {"time_cost", json::money(step.timeCostAfter - step.timeCostBefore, currency)},
                 {"sections", Json::array()}};
        if (!step.together.empty()) {
            one["together"] = Json::array();
            for (const EventId id : step.together) one["together"].push_back(now.events.row(id)->key);
        }
        for (const StepFigures& f : step.sections)
            one["sections"].push_back({{"section", now.sections.row(f.section)->key},
                                       {"before", isoDate(f.before)},
                                       {"after", isoDate(f.after)},
                                       {"moved", f.moved()},
                                       {"entitled", f.entitled},
                                       {"concurrent", f.concurrent},
                                       {"compensable", f.compensable},
                                       {"alone", f.alone},
                                       {"chain_before", f.chainBefore},
                                       {"chain_after", f.chainAfter}});
        out["steps"].push_back(std::move(one));
    }
    out["sections"] = sectionsJson(analysis, now);
    out["notes"] = analysis.notes;
    out["flags"] = Json::array();
    for (const DelayFlag& flag : analysis.flags) {
        const DelayEvent* event = now.events.row(flag.event);
        out["flags"].push_back({{"flag", wordOf(flag.kind)},
                                {"event", event ? Json(event->key) : Json(nullptr)},
                                {"stand", analysis.stands[flag.window]},
                                {"text", flag.text}});
    }
    return text(out);
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/delay_json.h"

#include "core/contract/damages_lines.h"
#include "core/model/words.h"
#include "store/json_money.h"

#include <nlohmann/json.hpp>

#include <cmath>

namespace yarrin {

namespace {

using Json = nlohmann::ordered_json;

std::string wordsIn(const Json& json) {
    return yarrin::json::textOf(json);
}

} // namespace

namespace {

std::string keyOf(const Programme& programme, SectionId id) {
    const Section* section = programme.sections.row(id);
    return section ? section->key : std::string();
}

Json dateOrNull(const std::optional<Date>& date) {
    return date ? Json(isoDate(*date)) : Json(nullptr);
}

Json moneyOrNull(const std::optional<Fraction>& sum, const std::string& currency) {
    return sum ? json::money(*sum, currency) : Json(nullptr);
}

Json daysOfEvents(const Programme& programme, const std::vector<std::pair<EventId, int>>& events) {
    Json list = Json::array();
    for (const auto& [event, days] : events)
        list.push_back({{"event", programme.events.row(event)->key}, {"days", days}});
    return list;
}

Json linesJson(const Programme& programme, const Schedule& schedule) {
    static constexpr const char* names[] = {"unrelieved", "assessed", "claimed"};
    const std::string& currency = programme.job.currency;
    Json lines = Json::array(); // there are none without sections
    for (std::size_t r = 0; r < reliefs; ++r)
        for (const DamagesLine& line : damagesLines(programme, schedule.sections, static_cast<Relief>(r))) {
            Json parts = Json::array();
            for (const DamagesPart& part : line.parts)
                parts.push_back({{"from_day", part.fromDay},
                                 {"days", part.days},
                                 {"rate", json::exactNumber(part.rate)},
                                 {"share", json::exactNumber(part.share.rounded(6).value_or(Decimal(1)))},
                                 {"sum", json::money(part.sum, currency)}});
            lines.push_back({{"relief", names[r]},
                             {"section", keyOf(programme, line.section)},
                             {"forecast", dateOrNull(line.forecast)},
                             {"completion", isoDate(line.completion)},
                             {"granted_days", line.granted},
                             {"events", daysOfEvents(programme, line.events)},
                             {"time_barred", daysOfEvents(programme, line.barred)},
                             {"days_late", line.daysLate},
                             {"parts", std::move(parts)},
                             {"sum", json::money(line.sum, currency)},
                             {"capped", line.capped}});
        }
    return lines;
}

Json accountJson(const DamagesAccount& account, const std::string& currency) {
    const auto dated = [&](const Fraction& sum) { return account.dated ? json::money(sum, currency) : Json(nullptr); };
    return {{"accrued", dated(account.accrued)},
            {"forecast", json::money(account.forecast, currency)},
            {"levied", json::money(account.levied, currency)},
            {"paid", json::money(account.paid, currency)},
            {"repaid", json::money(account.repaid, currency)},
            {"repayable", dated(account.repayable)},
            {"interest", dated(account.interest)},
            {"bonus", json::money(account.bonus, currency)}};
}

Json accountsJson(const Programme& programme, const ExposureReport& report) {
    Json list = Json::array();
    for (const DamagesAccount& account : report.accounts) {
        Json one = accountJson(account, programme.job.currency);
        one["section"] = keyOf(programme, account.section);
        one["extensions"] = Json::array();
        for (const Extension& extension : extensionsOf(programme, *programme.sections.row(account.section))) {
            const DelayEvent* event = programme.events.row(extension.event);
            one["extensions"].push_back({{"on", dateOrNull(extension.on)},
                                         {"event", event ? Json(event->key) : Json(nullptr)},
                                         {"days", extension.days},
                                         {"completion", isoDate(extension.completion)},
                                         {"interim", extension.interim},
                                         {"letter", extension.letter}});
        }
        list.push_back(std::move(one));
    }
    return list;
}

Json paidJson(const Programme& programme, const ExposureReport& report) {
    const std::string& currency = programme.job.currency;
    Json list = Json::array();
    for (const PaidSum& sum : report.paid)
        list.push_back({{"section", keyOf(programme, sum.section)},
                        {"days", sum.days},
                        {"days_after_recovery", sum.afterRecovery},
                        {"days_that_came_about", sum.cameAbout},
                        {"before_recovery", json::money(sum.modelled, currency)},
                        {"after_recovery", json::money(sum.recovered, currency)},
                        {"capped", json::money(sum.capped, currency)},
                        {"at_actual_cost", moneyOrNull(sum.actual, currency)}});
    return list;
}

Json recoveriesJson(const Programme& programme, const ExposureReport& report) {
    Json list = Json::array();
    for (const Recovery& one : report.recoveries) {
        Json records = Json::array();
        for (const AccelerationId id : one.records) records.push_back(programme.accelerations.row(id)->key);
        list.push_back({{"section", keyOf(programme, one.section)},
                        {"days", one.days},
                        {"employer", one.employer},
                        {"contractor", one.contractor},
                        {"unrecorded", one.unrecorded},
                        {"credit", one.credit},
                        {"recorded_beyond", one.beyond},
                        {"records", std::move(records)}});
    }
    return list;
}

Json milesJson(const Programme& programme, const ExposureReport& report) {
    const auto number = [](double value) {
        return json::exactNumber(Decimal::fromDouble(std::round(value * 1000) / 1000));
    };
    Json list = Json::array();
    for (const MileFigures& one : report.miles) {
        Json row{{"id", programme.miles.row(one.mile)->key}};
        if (!one.whyNot.empty()) {
            row["why_not"] = one.whyNot;
        } else {
            row["output_without"] = number(one.quiet.rate());
            row["output_with"] = number(one.hurt.rate());
            row["quantity"] = number(one.hurt.quantity);
            row["hours"] = number(one.hurt.crewHours);
            row["expected_hours"] = number(one.expectedHours);
            row["lost_hours"] = number(one.lostHours);
            row["cost"] = json::exactNumber(one.cost);
        }
        list.push_back(std::move(row));
    }
    return list;
}

} // namespace

std::string exposureToJson(const Programme& programme, const Schedule& schedule, const ExposureReport& report,
                           const std::vector<NoticeDue>& due) {
    const std::string& currency = programme.job.currency;
    Json out{{"currency", currency}, {"damages_total", json::exposure(schedule.damages, currency)}};
    out["lines"] = linesJson(programme, schedule);
    out["contract_cap"] = moneyOrNull(contractCap(programme.job), currency);
    if (report.otherwise) {
        out["time_barred_count"] = programme.job.barredCount;
        out["damages_total_otherwise"] = json::exposure(*report.otherwise, currency);
    }
    out["accounts"] = accountsJson(programme, report);
    out["account_total"] = accountJson(report.account, currency);
    out["updates"] = Json::array();
    for (const StandExposure& stand : report.course)
        out["updates"].push_back({{"name", stand.name},
                                  {"data_date", stand.dataDate ? Json(isoInstant(*stand.dataDate)) : Json(nullptr)},
                                  {"damages_total", json::exposure(stand.total, currency)}});
    const Prolongation& cost = report.cost;
    out["prolongation"] = {
        {"employer", json::money(cost.employer, currency)}, {"concurrent", json::money(cost.concurrent, currency)},
        {"paid", json::money(cost.paid, currency)},         {"neutral", json::money(cost.neutral, currency)},
        {"own", json::money(cost.own, currency)},           {"recovered", json::money(cost.recovered, currency)},
        {"total", json::money(cost.total(), currency)}};
    out["paid_days"] = paidJson(programme, report);
    out["recoveries"] = recoveriesJson(programme, report);
    const Overheads& overheads = report.overheads;
    out["overheads"] = {{"section", keyOf(programme, overheads.section)},
                        {"days", overheads.days},
                        {"contract_days", overheads.contractDays},
                        {"actual_days", overheads.actualDays},
                        {"hudson", moneyOrNull(overheads.hudson, currency)},
                        {"emden", moneyOrNull(overheads.emden, currency)},
                        {"eichleay", moneyOrNull(overheads.eichleay, currency)}};
    out["measured_miles"] = milesJson(programme, report);
    out["notices"] = Json::array();
    for (const NoticeDue& one : due)
        out["notices"].push_back({{"event", programme.events.row(one.event)->key},
                                  {"what", wordOf(one.duty)},
                                  {"due", isoDate(*one.clock.due)},
                                  {"days_left", one.clock.daysLeft}});
    return wordsIn(out);
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
                        {"credit", shares.credit},
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
    out["own_slips"] = Json::array();
    for (const OwnSlip& slip : analysis.slips) {
        Json events = Json::array();
        for (const EventId id : slip.events) events.push_back(now.events.row(id)->key);
        out["own_slips"].push_back({{"stand", analysis.stands[slip.window]},
                                    {"section", keyOf(now, slip.section)},
                                    {"days", slip.days},
                                    {"told", slip.told},
                                    {"beside", slip.beside},
                                    {"events", std::move(events)},
                                    {"taken_for", slip.mark ? Json(wordOf(slip.mark->is)) : Json(nullptr)},
                                    {"who", slip.mark ? Json(slip.mark->who) : Json(nullptr)},
                                    {"paid_days_taken", slip.taken}});
    }
    return wordsIn(out);
}

} // namespace yarrin

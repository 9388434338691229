// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/model/words.h"
#include "store/json.h"
#include "store/json_build_up.h"
#include "store/json_money.h"

#include <nlohmann/json.hpp>

#include <array>

namespace yarrin {

namespace {

using Json = nlohmann::ordered_json;

constexpr std::array<const char*, 7> weekdayKeys{"mon", "tue", "wed", "thu", "fri", "sat", "sun"};

using json::number;
Json number(const std::optional<Minutes>& value) {
    return value ? Json(*value) : Json(nullptr);
}
Json text(const std::optional<Instant>& t) {
    return t ? Json(isoInstant(*t)) : Json(nullptr);
}
Json text(const std::optional<DateOrInstant>& when) {
    return when ? Json(isoText(*when)) : Json(nullptr);
}

Json spells(const DayWork& work) {
    Json list = Json::array();
    for (const Spell& spell : work) list.push_back(spellText(spell));
    return list;
}

/// The key of a row, null where there is none.
template <typename Rows, typename Id> Json keyOf(const Rows& rows, Id id) {
    const auto* row = rows.row(id);
    return row ? Json(row->key) : Json(nullptr);
}
Json keyOf(const Programme& programme, CalendarId id) {
    return id == continuousCalendar ? Json("continuous") : keyOf(programme.calendars, id);
}

Json calendarJson(const Programme& programme, const Calendar& calendar) {
    Json week = Json::object();
    for (std::size_t day = 0; day < 7; ++day)
        if (calendar.week[day]) week[weekdayKeys[day]] = spells(*calendar.week[day]);
    Json exceptions = Json::array();
    for (const CalendarException& e : calendar.exceptions) {
        Json row = Json::object();
        if (e.rule) {
            row["rule"] = ruleText(*e.rule);
        } else {
            row["from"] = isoDate(e.from);
            row["to"] = isoDate(e.to);
            row["yearly"] = e.yearly;
        }
        if (e.tide)
            row["tide"] = tideText(*e.tide);
        else
            row["work"] = spells(e.work);
        row["name"] = e.name;
        exceptions.push_back(std::move(row));
    }
    Json json = {{"id", calendar.key},
                 {"name", calendar.name},
                 {"day_minutes", number(calendar.dayMinutes)},
                 {"extends", keyOf(programme, calendar.extends)},
                 {"week", std::move(week)},
                 {"exceptions", std::move(exceptions)}};
    if (calendar.weather) json["weather"] = *calendar.weather;
    return json;
}

Json anchorsJson(const Programme& programme, const std::vector<Anchor>& anchors) {
    Json list = Json::array();
    for (const Anchor& anchor : anchors)
        list.push_back({{"activity", keyOf(programme.activities, anchor.activity)},
                        {"end", wordOf(anchor.end)},
                        {"lag", anchor.lag}});
    return list;
}

Json measureJson(const Measure& m) {
    Json json{{"quantity", number(m.quantity)},
              {"unit", m.unit},
              {"output_per_crew_day", number(m.outputPerCrewDay)},
              {"hours_per_unit", number(m.hoursPerUnit)},
              {"crews", number(m.crews)},
              {"factor", number(m.factor)},
              {"round_to", wordOf(m.roundTo)}};
    if (m.learningRate) json["learning_rate"] = number(m.learningRate);
    if (m.unitNumber != 1) json["unit_number"] = m.unitNumber;
    return json;
}

Json activityJson(const Programme& programme, const Activity& a) {
    Json json{{"id", a.key}, {"name", a.name}, {"kind", wordOf(a.kind)}};
    if (a.calendar) json["calendar"] = keyOf(programme, a.calendar);
    if (a.breakdown) json["breakdown"] = keyOf(programme.breakdown, a.breakdown);
    if (a.location) json["location"] = keyOf(programme.locations, a.location);
    if (a.duration) json["duration"] = *a.duration;
    if (a.measure) json["measure"] = measureJson(*a.measure);
    if (a.bookItem) json["book_item"] = keyOf(programme.book, a.bookItem);
    if (a.constraint)
        json["constraint"] = {{"type", wordOf(a.constraint->type)}, {"date", isoText(a.constraint->date)}};
    if (a.deadline) json["deadline"] = text(a.deadline);
    if (a.stretch) json["stretch"] = true;
    if (a.asLate) json["as_late"] = true;
    for (const Pause& pause : a.pauses) json["pauses"].push_back({{"after", pause.after}, {"for", pause.rest}});
    if (a.actualStart) json["actual_start"] = text(a.actualStart);
    if (a.actualFinish) json["actual_finish"] = text(a.actualFinish);
    if (a.remaining) json["remaining"] = *a.remaining;
    if (a.quantityDone) json["quantity_done"] = number(*a.quantityDone);
    if (!a.notes.empty()) json["notes"] = a.notes;
    if (a.costPerWeek) json["cost_per_week"] = number(a.costPerWeek);
    if (!a.from.empty()) json["from"] = anchorsJson(programme, a.from);
    if (!a.to.empty()) json["to"] = anchorsJson(programme, a.to);
    if (a.event) json["event"] = keyOf(programme.events, a.event);
    return json;
}

/// What is at its default is left out, so that what was frozen before there were such keys keeps its SHA-256.
Json eventJson(const Programme& programme, const DelayEvent& event) {
    Json days = Json::object();
    for (const EventDays& d : event.sectionDays) {
        Json& one = days[programme.sections.row(d.section)->key];
        one = {{"claimed", d.claimed}, {"assessed", d.assessed}};
        if (d.granted != 0) one["granted"] = d.granted;
    }
    Json json{{"id", event.key},
              {"section_days", std::move(days)},
              {"risk", wordOf(event.risk)},
              {"state", wordOf(event.state)}};
    const std::pair<const char*, const std::string*> texts[] = {
        {"title", &event.title}, {"description", &event.description}, {"cause", &event.cause}};
    for (const auto& [key, text] : texts)
        if (!text->empty()) json[key] = *text;
    const std::pair<const char*, const std::optional<Date>*> dates[] = {{"from", &event.from},
                                                                        {"to", &event.to},
                                                                        {"known", &event.known},
                                                                        {"notice_given", &event.noticeGiven},
                                                                        {"particulars_given", &event.particularsGiven}};
    for (const auto& [key, date] : dates)
        if (*date) json[key] = isoDate(**date);
    if (!event.documents.empty()) json["documents"] = event.documents;
    for (const ActivityId id : event.affects) json["affects"].push_back(keyOf(programme.activities, id));
    for (const Effect& effect : event.effects) {
        Json one{{"kind", wordOf(effect.kind)}, {"activity", keyOf(programme.activities, effect.activity)}};
        if (effect.work != 0) one["work"] = effect.work;
        if (effect.from) one["from"] = isoDate(*effect.from);
        if (effect.to) one["to"] = isoDate(*effect.to);
        if (effect.value) one["value"] = number(*effect.value);
        json["effects"].push_back(std::move(one));
    }
    if (!event.inForecast) json["in_forecast"] = false;
    return json;
}

Json contractJson(const Programme& programme) {
    const Job& job = programme.job;
    Json sections = Json::array();
    for (const Section& s : programme.sections)
        sections.push_back({{"id", s.key},
                            {"name", s.name},
                            {"milestone", keyOf(programme.activities, s.milestone)},
                            {"completion", isoDate(s.completion)},
                            {"rate", number(s.rate)},
                            {"per", wordOf(s.per)},
                            {"part", wordOf(s.part)},
                            {"cap", number(s.cap)},
                            {"granted_days", s.grantedDays}});
    Json json{{"currency", job.currency},
              {"contract_sum", number(job.contractSum)},
              {"damages_cap", number(job.damagesCap)},
              {"damages_cap_share", number(job.damagesCapShare)},
              {"sections", std::move(sections)}};
    if (job.noticeDays) json["notice_days"] = *job.noticeDays;
    if (job.particularsDays) json["particulars_days"] = *job.particularsDays;
    return json;
}

Json optionsJson(const Job& job) {
    return {{"lag_calendar", wordOf(job.lagCalendar)},
            {"out_of_sequence", wordOf(job.outOfSequence)},
            {"late_dates_from", wordOf(job.lateDatesFrom)},
            {"required_finish", text(job.requiredFinish)},
            {"critical_float", job.criticalFloat},
            {"near_critical_float", number(job.nearCriticalFloat)},
            {"code_pattern", job.codePattern}};
}

} // namespace

namespace {

Json programmeJson(const Programme& programme) {
    const Job& job = programme.job;
    Json json{{"format", "yarrin-programme"},
              {"version", 1},
              {"title", job.title},
              {"start", isoInstant(job.start)},
              {"data_date", text(job.dataDate)},
              {"default_calendar", keyOf(programme, job.defaultCalendar)},
              {"options", optionsJson(job)}};
    for (const char* list : {"calendars", "breakdown", "locations", "activities", "links"}) json[list] = Json::array();
    for (const Calendar& calendar : programme.calendars) json["calendars"].push_back(calendarJson(programme, calendar));
    for (const BreakdownNode& node : programme.breakdown)
        json["breakdown"].push_back({{"id", node.key},
                                     {"name", node.name},
                                     {"parent", keyOf(programme.breakdown, node.parent)},
                                     {"code", node.code ? Json(*node.code) : Json(nullptr)}});
    for (const Location& location : programme.locations)
        json["locations"].push_back({{"id", location.key},
                                     {"name", location.name},
                                     {"parent", keyOf(programme.locations, location.parent)},
                                     {"from_chainage", number(location.fromChainage)},
                                     {"to_chainage", number(location.toChainage)}});
    for (const Activity& activity : programme.activities)
        json["activities"].push_back(activityJson(programme, activity));
    for (const Link& link : programme.links) {
        Json row{{"from", keyOf(programme.activities, link.from)},
                 {"to", keyOf(programme.activities, link.to)},
                 {"type", wordOf(link.type)},
                 {"lag", link.lag}};
        row["lag_calendar"] =
            link.lagCalendar == LagCalendar::standard ? Json(nullptr) : Json(wordOf(link.lagCalendar));
        json["links"].push_back(std::move(row));
    }
    json["contract"] = contractJson(programme);
    json["events"] = Json::array();
    for (const DelayEvent& event : programme.events) json["events"].push_back(eventJson(programme, event));
    yarrin::json::writeBuildUp(json, programme);
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
    Json json{{"programme_finish", text(schedule.programmeFinish)}, {"latest_start", text(schedule.latestStart)}};
    for (const char* list : {"activities", "links", "sections"}) json[list] = Json::array();
    for (std::size_t i = 0; i < schedule.activities.size(); ++i) {
        const ActivityFigures& f = schedule.activities[i];
        json["activities"].push_back({{"id", programme.activities[i].key},
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
        json["links"].push_back({{"from", keyOf(programme.activities, link.from)},
                                 {"to", keyOf(programme.activities, link.to)},
                                 {"type", wordOf(link.type)},
                                 {"driving", bool(schedule.driving[i])}});
    }
    const std::string& currency = programme.job.currency;
    for (const SectionFigures& s : schedule.sections)
        json["sections"].push_back({{"id", keyOf(programme.sections, s.section)},
                                    {"forecast", s.forecast ? Json(isoDate(*s.forecast)) : Json(nullptr)},
                                    {"completion", isoDate(s.completion)},
                                    {"extended", isoDate(s.extended)},
                                    {"days_late", s.daysLate ? Json(*s.daysLate) : Json(nullptr)},
                                    {"damages", yarrin::json::exposure(s.damages, currency)}});
    json["damages_total"] = yarrin::json::exposure(schedule.damages, currency);
    json["problems"] = Json::array();
    for (const Problem& problem : schedule.problems)
        json["problems"].push_back({{"severity", problem.severity == Problem::Severity::error ? "error" : "warning"},
                                    {"where", problem.where},
                                    {"what", problem.what}});
    return yarrin::json::textOf(json);
}

} // namespace yarrin

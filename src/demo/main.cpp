// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Plays the demo's story into a native file, edit by edit, as a planner would have made it over the year: the contract
// programme, then each update with its events, changes and the form from site. Only done while building.
#include "core/delay/analysis.h"
#include "core/model/words.h"
#include "core/weather/station.h"
#include "core/weeks/look_ahead.h"
#include "edit/acceleration_edits.h"
#include "edit/activity_edits.h"
#include "edit/claim_edits.h"
#include "edit/cost_edits.h"
#include "edit/event_edits.h"
#include "edit/labour_edits.h"
#include "edit/narrative.h"
#include "edit/progress_edits.h"
#include "edit/progress_form.h"
#include "edit/weather_edits.h"
#include "edit/week_edits.h"
#include "store/file.h"
#include "store/programme_file.h"

#include <nlohmann/json.hpp>

#include <fstream>
#include <iostream>
#include <map>
#include <stdexcept>
#include <string_view>
#include <utility>

namespace yarrin {

namespace {

using Json = nlohmann::json;

class Story {
public:
    Story(Programme programme, std::unique_ptr<ProgrammeFile> file)
        : m_programme(std::move(programme)), m_file(std::move(file)) {}

    void play(const Json& story) {
        const Json& contract = story["contract"];
        m_stamp = {contract["by"], contract["at"]};
        const Revision first = freeze(contract);
        check(m_file->accept(first, contract["reason"], m_stamp));
        for (const Json& update : story["updates"]) {
            m_stamp = {update["by"], update["at"]};
            for (const Json& event : update["events"]) add(event);
            for (const Json& event : update["later"]) change(event);
            step("Data date " + std::string(update["data_date"]),
                 [&](Transaction& tx) { return setDataDate(tx, std::string(update["data_date"])); });
            for (const Json& one : update["changes"])
                step(std::string(one[0]) + " " + std::string(one[1]) + " " + std::string(one[2]), [&](Transaction& tx) {
                    return setMeasureField(tx, activity(one[0]), MeasureField::crews, std::string(one[2]));
                });
            step("Progress from site", [&](Transaction& tx) {
                const auto count =
                    applyProgressForm(tx, tableOf({"ID", "Started", "Finished", "Done", "Days left"}, update["form"]));
                return count.ok() ? done() : Outcome(count.errors());
            });
            for (const auto& [key, sum] : update["costs"].items())
                step("Cost of " + std::string(key) + " to date",
                     [&](Transaction& tx) { return setCostToDate(tx, activity(key), std::string(sum)); });
            if (!update["ledger"].empty())
                step("Cost to date", [&](Transaction& tx) {
                    const auto count = readCosts(tx, tableOf({"Month", "Head", "Activity", "Sum"}, update["ledger"]));
                    return count.ok() ? done() : Outcome(count.errors());
                });
            for (const Json& record : update["won"]) addWon(record);
            for (const Json& mile : update["miles"]) addMeasured(mile);
            step("Weather from the simulated station",
                 [&](Transaction& tx) { return addWeather(tx, weatherOf(update["weather"])); });
            for (const Json& week : update["weeks"])
                step("Week of " + std::string(week["begins"]), [&](Transaction& tx) { return addWeek(tx, week); });
            for (const Json& lack : update["lacking"])
                step(std::string(lack[0]) + " lacks " + std::string(lack[1]),
                     [&](Transaction& tx) { return addLacking(tx, lack); });
            m_dataDate = update["data_date"];
            assess();
            freeze(update);
        }
        m_file->close(m_stamp);
    }

private:
    static void check(const Outcome& outcome) {
        if (!outcome.ok()) throw std::runtime_error(outcome.error().sentence());
    }

    /// A week as it was promised and what came of it.
    static Outcome addWeek(Transaction& tx, const Json& told) {
        Week week;
        week.id = tx.programme().weeks.freshId();
        week.begins = *parseDate(std::string(told["begins"]));
        week.committedOn = week.begins + -3;
        week.by = "R. Tamsin";
        for (const Json& one : told["promises"]) {
            Promise& promise = week.promises.emplace_back();
            for (const Activity& activity : tx.programme().activities)
                if (activity.key == std::string(one[0])) {
                    promise.activity = activity.id;
                    promise.name = activity.name;
                    promise.trade = tradeOf(tx.programme(), activity);
                    promise.firm = firmOf(tx.programme(), activity);
                    if (const Location* place = tx.programme().locations.row(activity.location))
                        promise.place = place->name;
                }
            promise.key = one[0];
            promise.from = week.begins;
            promise.to = week.begins + 5;
            promise.kept = *fromWord<Kept>(std::string(one[1]));
            promise.reason = one[2];
        }
        if (const auto fault = faultOf(week, tx.programme())) return *fault;
        tx.append(std::move(week));
        return done();
    }
    Outcome addLacking(Transaction& tx, const Json& told) const {
        const auto id = addLack(tx, activity(told[0]), std::string(told[1]));
        if (!id.ok()) return id.errors();
        for (const auto& [field, place] :
             {std::pair{LackField::what, 2}, std::pair{LackField::owner, 3}, std::pair{LackField::wanted, 4}})
            if (Outcome set = setLackField(tx, *id, field, std::string(told[std::size_t(place)])); !set.ok())
                return set;
        return done();
    }
    /// What the station made up, but for the days that the story tells of: in months that have such, the swell of all
    /// others stays below the limit.
    static std::vector<WeatherMonth> weatherOf(const Json& told) {
        constexpr std::uint64_t seed = 2014;
        const Decimal limit(15, 1), calm(14, 1);
        auto months = stationMonths(seed, *parseMonth(std::string(told["from"])), *parseMonth(std::string(told["to"])));
        for (WeatherMonth& month : months) {
            if (month.measure != "swell") continue;
            auto figures = *figuresOf(month);
            bool any = false;
            for (const auto& [day, value] : told["swell"].items()) any = any || monthOf(*parseDate(day)) == month.month;
            if (!any) continue;
            for (auto& figure : figures) figure = std::min(*figure, *figure > limit ? calm : *figure);
            for (const auto& [day, value] : told["swell"].items())
                if (const Date at = *parseDate(day); monthOf(at) == month.month)
                    figures[std::size_t(at - month.month.first)] = *Decimal::parse(std::string(value));
            month.days = daysText(figures);
        }
        return months;
    }

    template <typename Operation> void step(const std::string& text, const Operation& operation) {
        Transaction tx(m_programme);
        for (const Error& error : errorsOf(operation(tx))) throw std::runtime_error(text + ": " + error.sentence());
        if (tx.empty()) return;
        const Edit edit = *tx.commit(text);
        const auto written = m_file->record(EntryKind::edit, edit, m_programme, m_stamp);
        if (!written.ok()) throw std::runtime_error(written.error().sentence());
    }
    static std::vector<Error> errorsOf(const Outcome& outcome) {
        return outcome.ok() ? std::vector<Error>{} : outcome.errors();
    }

    [[nodiscard]] ActivityId activity(const std::string& key) const {
        for (const Activity& row : m_programme.activities)
            if (row.key == key) return row.id;
        throw std::runtime_error("no activity " + key);
    }
    [[nodiscard]] SectionId section(const std::string& key) const {
        for (const Section& row : m_programme.sections)
            if (row.key == key) return row.id;
        throw std::runtime_error("no section " + key);
    }

    static EventField field(const std::string& name) {
        static const std::map<std::string, EventField> names{{"title", EventField::title},
                                                             {"risk", EventField::risk},
                                                             {"state", EventField::state},
                                                             {"cause", EventField::cause},
                                                             {"effects", EventField::effects},
                                                             {"affects", EventField::affects},
                                                             {"documents", EventField::documents},
                                                             {"description", EventField::description},
                                                             {"from", EventField::from},
                                                             {"to", EventField::to},
                                                             {"known", EventField::known},
                                                             {"noticeGiven", EventField::noticeGiven},
                                                             {"particularsGiven", EventField::particularsGiven}};
        return names.at(name);
    }

    void add(const Json& row) {
        const std::string key = row["key"];
        step(key + " " + std::string(row["title"]), [&](Transaction& tx) {
            const auto id = addEvent(tx, *parseDate(std::string(row["known"])));
            if (!id.ok()) return Outcome(id.errors());
            m_events[key] = *id;
            // The dates in the order in which they can be true.
            for (const char* name :
                 {"title", "risk", "from", "to", "known", "effects", "affects", "documents", "cause", "description"})
                if (row.contains(name))
                    if (Outcome set = setEventField(tx, *id, field(name), std::string(row[name])); !set.ok())
                        return set;
            if (Outcome named = setEventField(tx, *id, EventField::key, key); !named.ok()) return named;
            if (!row.contains("fragment")) return done();
            const auto put = addToFragment(tx, *id, activity(row["fragment"]["delays"]));
            if (!put.ok()) return Outcome(put.errors());
            if (Outcome named = setName(tx, *put, row["fragment"]["name"]); !named.ok()) return named;
            return setDuration(tx, *put, std::string(row["fragment"]["days"]));
        });
    }

    void addWon(const Json& row) {
        static constexpr std::pair<const char*, WonField> fields[] = {
            {"title", WonField::title}, {"by", WonField::by},   {"how", WonField::how},
            {"from", WonField::from},   {"to", WonField::to},   {"won", WonField::won},
            {"cost", WonField::cost},   {"key", WonField::key}, {"activities", WonField::activities}};
        step(std::string(row["key"]) + " " + std::string(row["title"]), [&](Transaction& tx) {
            const auto id = addAcceleration(tx, *parseDate(std::string(row["from"])));
            if (!id.ok()) return Outcome(id.errors());
            for (const auto& [name, field] : fields)
                if (row.contains(name))
                    if (Outcome set = setWonField(tx, *id, field, std::string(row[name])); !set.ok()) return set;
            return done();
        });
    }

    void addMeasured(const Json& row) {
        static constexpr std::pair<const char*, MileField> fields[] = {
            {"key", MileField::key},       {"title", MileField::title},       {"event", MileField::event},
            {"item", MileField::item},     {"quietTo", MileField::quietTo},   {"quietFrom", MileField::quietFrom},
            {"hurtTo", MileField::hurtTo}, {"hurtFrom", MileField::hurtFrom}, {"costPerHour", MileField::costPerHour}};
        step(std::string(row["key"]) + " " + std::string(row["title"]), [&](Transaction& tx) {
            const auto id = addMile(tx);
            if (!id.ok()) return Outcome(id.errors());
            for (const auto& [name, field] : fields)
                if (Outcome set = setMileField(tx, *id, field, std::string(row[name])); !set.ok()) return set;
            return done();
        });
    }

    void change(const Json& row) {
        const std::string key = row["key"];
        const EventId id = m_events.at(key);
        step(key + " followed up", [&](Transaction& tx) {
            for (const char* name : {"noticeGiven", "particularsGiven", "state"})
                if (row["fields"].contains(name))
                    if (Outcome set = setEventField(tx, id, field(name), std::string(row["fields"][name])); !set.ok())
                        return set;
            for (const auto& [of, days] : row["days"].items())
                for (const auto& [what, count] : days.items()) {
                    const EventDay which = what == "granted" ? EventDay::granted : EventDay::claimed;
                    if (Outcome set = setEventDays(tx, id, section(of), which, std::to_string(int(count))); !set.ok())
                        return set;
                }
            for (const Json& line : row["course"]) {
                const std::string days = line[2].is_string() ? std::string() : std::to_string(int(line[2]));
                if (Outcome said = addClaimEntry(tx, id, *fromWord<ClaimStep>(std::string(line[0])), section(line[1]),
                                                 days, std::string(line[3]), std::string(line[4]));
                    !said.ok())
                    return said;
            }
            return done();
        });
    }

    static Sheet tableOf(std::initializer_list<const char*> titles, const Json& rows) {
        Sheet sheet;
        auto& head = sheet.rows.emplace_back();
        for (const char* title : titles) head.push_back({title, {}});
        for (const Json& row : rows) {
            auto& cells = sheet.rows.emplace_back();
            for (const Json& text : row) cells.push_back({text, {}});
        }
        return sheet;
    }

    /// The planner's own figures on events that are open: what the time impact analysis supports.
    void assess() {
        std::vector<Stand> stands = m_stands;
        stands.push_back({"now", m_programme});
        const DelayAnalysis found = analyse(DelayMethod::timeImpact, stands);
        for (const Error& error : found.errors) throw std::runtime_error(error.sentence());
        std::vector<EventId> events;
        for (const DelayEvent& event : m_programme.events)
            if (event.risk != Risk::contractor) events.push_back(event.id);
        for (const EventId id : events) {
            const DelayEvent event = *m_programme.events.row(id);
            step(event.key + " assessed by time impact", [&](Transaction& tx) {
                // Only where time is claimed; where it has a course, as a line of it.
                for (const EventDays& days : event.sectionDays) {
                    const int entitled = daysOf(found, id, days.section).entitled;
                    Outcome set = done();
                    if (!followsCourse(event, days.section))
                        set = setEventDays(tx, id, days.section, EventDay::assessed, std::to_string(entitled));
                    else if (days.assessed != entitled && isOpenIn(event, days.section))
                        set = addClaimEntry(tx, id, ClaimStep::assessed, days.section, std::to_string(entitled),
                                            m_dataDate, "time impact");
                    if (!set.ok()) return set;
                }
                return done();
            });
        }
    }

    [[nodiscard]] std::string narrative(const Schedule& figures) const {
        const Calculated now{m_programme, figures};
        if (m_stands.empty()) return filledIn(draftNarrative(now, nullptr, {}));
        const Schedule before = schedule(m_stands.back().programme);
        const Calculated previous{m_stands.back().programme, before};
        return filledIn(draftNarrative(now, &previous, m_stands.back().name));
    }

    /// What a draft leaves to its author, as the planner of this job has written it.
    static std::string filledIn(std::string text) {
        static constexpr std::pair<std::string_view, std::string_view> words[] = {
            {"<purpose, documents and drawings it rests on>",
             "It rests on drawings issue C1, the priced bill and the method statements of February 2026."},
            {"<access, design information, approvals, work by others>",
             "The whole site in possession on the first day; design information and consents by the dates agreed; the "
             "operator's surveys outside the fit out."},
            {"<weather, tides, possessions>", "Days lost to weather as the calendars have them; tide windows at the "
                                              "bankseat; no piling in April and May."},
            {"<labour and plant that can be had>", "One jack-up with its crane, one stone barge and one drilling rig "
                                                   "on the water; two gangs of concrete hands."},
            {"<and so on>", "And so on."},
            {"<why>", "as agreed"}};
        for (const auto& [open, filled] : words)
            for (auto at = text.find(open); at != std::string::npos; at = text.find(open, at + filled.size()))
                text.replace(at, open.size(), filled);
        return text;
    }

    Revision freeze(const Json& row) {
        const std::string key = row["key"], purpose = row["purpose"];
        const Schedule figures = schedule(m_programme);
        if (!figures.ok()) throw std::runtime_error(figures.errors.front().sentence());
        const auto frozen = m_file->freeze(m_programme, key, purpose, narrative(figures), m_stamp);
        if (!frozen.ok()) throw std::runtime_error(frozen.error().sentence());
        m_stands.push_back({purpose, m_programme});
        return *frozen;
    }

    Programme m_programme;
    std::unique_ptr<ProgrammeFile> m_file;
    Stamp m_stamp;
    std::map<std::string, EventId> m_events;
    std::vector<Stand> m_stands;
    std::string m_dataDate; ///< of the update that is being made
};

int make(const std::string& contract, const std::string& story, const std::string& out) {
    auto programme = readProgramme(contract);
    if (!programme.ok()) throw std::runtime_error(programme.error().sentence());
    std::filesystem::remove(out);
    if (const Outcome written = writeProgramme(*programme, out, FileFormat::native); !written.ok())
        throw std::runtime_error(written.error().sentence());
    std::ifstream text(story);
    const Json json = Json::parse(text);
    auto opened = ProgrammeFile::open(out, {json["contract"]["by"], json["contract"]["at"]});
    if (!opened.ok()) throw std::runtime_error(opened.error().sentence());
    ProgrammeFile::Opened held = std::move(opened).value();
    Story(std::move(held.programme), std::move(held.file)).play(json);
    return 0;
}

} // namespace

} // namespace yarrin

int main(int count, char** words) {
    if (count != 4) {
        std::cerr << "yarrin-make-demo CONTRACT.yarrin.json UPDATES.json OUT.yarrin\n";
        return 2;
    }
    try {
        return yarrin::make(words[1], words[2], words[3]);
    } catch (const std::exception& fault) {
        std::cerr << fault.what() << "\n";
        return 1;
    }
}

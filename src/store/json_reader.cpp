// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/network.h"
#include "store/json.h"
#include "store/json_build_up.h"
#include "store/json_object.h"

#include <algorithm>
#include <array>

namespace yarrin {

namespace {

using json::Faults;
using json::Json;
using json::Keys;
using json::Object;

constexpr std::array<const char*, 7> weekdayKeys{"mon", "tue", "wed", "thu", "fri", "sat", "sun"};

class Reader {
public:
    Result<Programme> read(const Json& json) {
        Object root(json, "", m_faults);
        header(root);
        collectKeys(root);
        calendars(root);
        nodes(root);
        activities(root);
        links(root);
        contract(root);
        events(root);
        json::readBuildUp(root, m_programme, {m_calendars, m_breakdown, m_locations, m_activities, m_book});
        root.finish();
        if (m_faults.list().empty()) m_faults.list() = faultsOf(m_programme);
        if (!m_faults.list().empty()) return std::move(m_faults.list());
        return std::move(m_programme);
    }

private:
    void header(Object& root) {
        std::string format;
        root.text("format", format, true);
        if (!format.empty() && format != "yarrin-programme")
            m_faults.file("format", "\"" + format + "\" is not yarrin-programme");
        Minutes version = 1;
        root.whole("version", version);
        if (version > 1) m_faults.file("version", "the file was written by a newer Yarrin", "update Yarrin to open it");
        if (version < 1) m_faults.file("version", "there is no such version");
        Job& job = m_programme.job;
        root.text("title", job.title);
        std::optional<Instant> start;
        root.instant("start", start);
        if (start)
            job.start = *start;
        else if (!root.member("start"))
            m_faults.file("start", "it is missing");
        root.instant("data_date", job.dataDate);
        root.read("options", [&](const Json& json, const std::string& where) {
            Object options(json, where, m_faults);
            options.choice("lag_calendar", job.lagCalendar);
            options.choice("out_of_sequence", job.outOfSequence);
            options.choice("late_dates_from", job.lateDatesFrom);
            options.instant("required_finish", job.requiredFinish);
            options.whole("critical_float", job.criticalFloat);
            options.whole("near_critical_float", job.nearCriticalFloat);
            options.text("code_pattern", job.codePattern);
            options.finish();
        });
    }

    /// Rows may name rows that stand later in the file, so ids are given out first.
    void collectKeys(Object& root) {
        m_calendars.add("continuous", continuousCalendar);
        keysOf(root, "calendars", m_calendars);
        keysOf(root, "breakdown", m_breakdown);
        keysOf(root, "locations", m_locations);
        keysOf(root, "activities", m_activities);
        keysOf(root, "book", m_book);
        keysOf(root, "events", m_events);
        m_programme.job.defaultCalendar = m_calendars.find(root, "default_calendar", "calendar");
        if (!m_programme.job.defaultCalendar) m_programme.job.defaultCalendar = continuousCalendar;
    }
    template <typename Id> void keysOf(Object& root, const char* list, Keys<Id>& keys) {
        const Json* rows = root.member(list);
        if (!rows || !rows->is_array()) return;
        std::uint32_t next = 1;
        for (const Json& row : *rows) {
            if (row.is_object() && row.contains("id") && row["id"].is_string()) {
                const auto key = row["id"].get<std::string>();
                if (!keys.add(key, Id{next}))
                    m_faults.programme(std::string(list) + "[" + std::to_string(next - 1) + "].id",
                                       "the id " + key + " is used twice");
            }
            ++next;
        }
    }

    void work(const Json& json, const std::string& where, DayWork& work) {
        if (!json.is_array()) return m_faults.file(where, "a list of spells is expected here");
        for (const Json& text : json) {
            const auto spell = text.is_string() ? parseSpell(text.get<std::string>()) : std::nullopt;
            if (spell)
                work.push_back(*spell);
            else
                m_faults.file(where,
                              text.dump(-1, ' ', false, Json::error_handler_t::replace) + " is not a working spell",
                              "write it as \"08:00-12:00\"");
        }
    }

    /// A text in words of its own, like a rule for a holiday.
    template <typename Value, typename Parse>
    void phrase(Object& object, const char* key, std::optional<Value>& value, Parse parse) {
        std::optional<std::string> text;
        object.optionalText(key, text);
        if (!text) return;
        const auto got = parse(*text);
        if (got.ok())
            value = *got;
        else
            m_faults.file(object.at(key), got.error().what, got.error().todo);
    }

    void calendars(Object& root) {
        std::vector<Calendar> rows;
        root.objects("calendars", [&](Object& object) {
            Calendar calendar;
            calendar.id = CalendarId{static_cast<std::uint32_t>(rows.size() + 1)};
            object.text("id", calendar.key, true);
            object.text("name", calendar.name);
            object.whole("day_minutes", calendar.dayMinutes);
            calendar.extends = m_calendars.find(object, "extends", "calendar");
            object.read("week", [&](const Json& json, const std::string& where) {
                Object week(json, where, m_faults);
                for (std::size_t day = 0; day < 7; ++day)
                    week.read(weekdayKeys[day], [&](const Json& spells, const std::string& at) {
                        work(spells, at, calendar.week[day].emplace());
                    });
                week.finish();
            });
            object.objects("exceptions", [&](Object& item) {
                CalendarException exception;
                std::optional<Date> from, to;
                item.date("from", from);
                item.date("to", to);
                phrase(item, "rule", exception.rule, parseRule);
                phrase(item, "tide", exception.tide, parseTideWindow);
                if (!from && !item.member("from") && !item.member("rule"))
                    m_faults.file(item.at("from"), "it is missing");
                exception.from = from.value_or(Date{});
                exception.to = to.value_or(exception.from);
                item.flag("yearly", exception.yearly);
                item.text("name", exception.name);
                item.read("work", [&](const Json& json, const std::string& at) { work(json, at, exception.work); });
                calendar.exceptions.push_back(std::move(exception));
            });
            object.read("weather", [&](const Json& json, const std::string& where) {
                std::array<int, 12> days{};
                bool good = json.is_array() && json.size() == 12;
                for (std::size_t month = 0; good && month < 12; ++month) {
                    good = json[month].is_number_unsigned() && json[month].get<std::uint64_t>() <= 31;
                    if (good) days[month] = json[month].get<int>();
                }
                if (!good) return m_faults.file(where, "twelve whole numbers from 0 to 31 are expected here");
                calendar.weather = days;
            });
            rows.push_back(std::move(calendar));
        });
        assign(m_programme.calendars, std::move(rows));
    }

    void nodes(Object& root) {
        std::vector<BreakdownNode> nodes;
        root.objects("breakdown", [&](Object& object) {
            BreakdownNode node;
            node.id = BreakdownId{static_cast<std::uint32_t>(nodes.size() + 1)};
            object.text("id", node.key, true);
            object.text("name", node.name);
            object.optionalText("code", node.code);
            node.parent = m_breakdown.find(object, "parent", "breakdown");
            nodes.push_back(std::move(node));
        });
        assign(m_programme.breakdown, std::move(nodes));
        std::vector<Location> locations;
        root.objects("locations", [&](Object& object) {
            Location location;
            location.id = LocationId{static_cast<std::uint32_t>(locations.size() + 1)};
            object.text("id", location.key, true);
            object.text("name", location.name);
            object.decimal("from_chainage", location.fromChainage);
            object.decimal("to_chainage", location.toChainage);
            location.parent = m_locations.find(object, "parent", "location");
            locations.push_back(std::move(location));
        });
        assign(m_programme.locations, std::move(locations));
    }

    void activities(Object& root) {
        std::vector<Activity> rows;
        root.objects("activities", [&](Object& object) {
            Activity activity;
            activity.id = ActivityId{static_cast<std::uint32_t>(rows.size() + 1)};
            object.text("id", activity.key, true);
            object.text("name", activity.name, true);
            object.choice("kind", activity.kind);
            activity.calendar = m_calendars.find(object, "calendar", "calendar");
            activity.breakdown = m_breakdown.find(object, "breakdown", "breakdown");
            activity.location = m_locations.find(object, "location", "location");
            object.whole("duration", activity.duration);
            object.read("measure", [&](const Json& json, const std::string& where) { measure(json, where, activity); });
            activity.bookItem = m_book.find(object, "book_item", "item of the output book");
            object.read("constraint", [&](const Json& json, const std::string& where) {
                Object item(json, where, m_faults);
                Constraint constraint;
                std::optional<DateOrInstant> date;
                item.choice("type", constraint.type);
                item.dateOrInstant("date", date);
                for (const char* key : {"type", "date"})
                    if (!item.member(key)) m_faults.file(item.at(key), "it is missing");
                if (date) constraint.date = *date;
                activity.constraint = constraint;
                item.finish();
            });
            object.dateOrInstant("deadline", activity.deadline);
            object.flag("stretch", activity.stretch);
            object.flag("as_late", activity.asLate);
            object.objects("pauses", [&](Object& item) {
                Pause pause;
                item.whole("after", pause.after);
                item.whole("for", pause.rest);
                activity.pauses.push_back(pause);
            });
            object.instant("actual_start", activity.actualStart);
            object.instant("actual_finish", activity.actualFinish);
            object.whole("remaining", activity.remaining);
            object.decimal("quantity_done", activity.quantityDone);
            object.text("notes", activity.notes);
            object.decimal("cost_per_week", activity.costPerWeek);
            anchors(object, "from", activity.from, End::start);
            anchors(object, "to", activity.to, End::finish);
            activity.event = m_events.find(object, "event", "event");
            rows.push_back(std::move(activity));
        });
        assign(m_programme.activities, std::move(rows));
    }

    void measure(const Json& json, const std::string& where, Activity& activity) {
        Object item(json, where, m_faults);
        Measure& measure = activity.measure.emplace();
        item.decimal("quantity", measure.quantity);
        item.text("unit", measure.unit);
        item.decimal("output_per_crew_day", measure.outputPerCrewDay);
        item.decimal("hours_per_unit", measure.hoursPerUnit);
        item.decimal("crews", measure.crews);
        item.decimal("factor", measure.factor);
        item.choice("round_to", measure.roundTo);
        item.decimal("learning_rate", measure.learningRate);
        item.whole("unit_number", measure.unitNumber);
        item.finish();
    }

    void anchors(Object& object, const char* key, std::vector<Anchor>& anchors, End end) {
        object.objects(key, [&](Object& item) {
            Anchor anchor;
            anchor.end = end;
            anchor.activity = m_activities.find(item, "activity", "activity");
            if (!item.member("activity")) m_faults.file(item.at("activity"), "it is missing");
            item.choice("end", anchor.end);
            item.whole("lag", anchor.lag);
            anchors.push_back(anchor);
        });
    }

    void links(Object& root) {
        std::vector<Link> rows;
        root.objects("links", [&](Object& object) {
            Link link;
            link.id = LinkId{static_cast<std::uint32_t>(rows.size() + 1)};
            link.from = m_activities.find(object, "from", "activity");
            link.to = m_activities.find(object, "to", "activity");
            for (const char* key : {"from", "to"})
                if (!object.member(key)) m_faults.file(object.at(key), "it is missing");
            object.choice("type", link.type);
            object.whole("lag", link.lag);
            object.choice("lag_calendar", link.lagCalendar);
            rows.push_back(link);
        });
        assign(m_programme.links, std::move(rows));
    }

    void contract(Object& root) {
        std::vector<Section> rows;
        root.read("contract", [&](const Json& json, const std::string& where) {
            Object object(json, where, m_faults);
            Job& job = m_programme.job;
            object.text("currency", job.currency);
            object.decimal("contract_sum", job.contractSum);
            object.decimal("damages_cap", job.damagesCap);
            object.decimal("damages_cap_share", job.damagesCapShare);
            object.whole("notice_days", job.noticeDays);
            object.whole("particulars_days", job.particularsDays);
            object.objects("sections", [&](Object& item) {
                Section section;
                section.id = SectionId{static_cast<std::uint32_t>(rows.size() + 1)};
                item.text("id", section.key, true);
                item.text("name", section.name);
                m_sections.add(section.key, section.id);
                section.milestone = m_activities.find(item, "milestone", "activity");
                std::optional<Date> completion;
                item.date("completion", completion);
                if (completion)
                    section.completion = *completion;
                else if (!item.member("completion"))
                    m_faults.file(item.at("completion"), "it is missing");
                item.decimal("rate", section.rate);
                item.choice("per", section.per);
                item.choice("part", section.part);
                item.decimal("cap", section.cap);
                item.whole("granted_days", section.grantedDays);
                rows.push_back(std::move(section));
            });
            object.finish();
        });
        assign(m_programme.sections, std::move(rows));
    }

    void events(Object& root) {
        std::vector<DelayEvent> rows;
        root.objects("events", [&](Object& object) {
            DelayEvent event;
            event.id = EventId{static_cast<std::uint32_t>(rows.size() + 1)};
            object.text("id", event.key, true);
            object.choice("risk", event.risk);
            object.choice("state", event.state);
            object.read("section_days", [&](const Json& json, const std::string& where) {
                if (!json.is_object()) return m_faults.file(where, "an object is expected here");
                for (const auto& [key, value] : json.items()) {
                    Object item(value, where + "." + key, m_faults);
                    EventDays days;
                    const Json name = {{"section", key}};
                    Object naming(name, where, m_faults);
                    days.section = m_sections.find(naming, "section", "section");
                    item.whole("claimed", days.claimed);
                    item.whole("assessed", days.assessed);
                    item.whole("granted", days.granted);
                    item.finish();
                    event.sectionDays.push_back(days);
                }
            });
            object.text("title", event.title);
            object.text("description", event.description);
            object.text("cause", event.cause);
            object.date("from", event.from);
            object.date("to", event.to);
            object.date("known", event.known);
            object.date("notice_given", event.noticeGiven);
            object.date("particulars_given", event.particularsGiven);
            object.texts("documents", event.documents);
            std::vector<std::string> affected;
            object.texts("affects", affected);
            for (const std::string& key : affected)
                if (const ActivityId id = m_activities.named(object, "affects", key, "activity"))
                    event.affects.push_back(id);
            object.objects("effects", [&](Object& item) {
                Effect effect;
                item.choice("kind", effect.kind);
                effect.activity = m_activities.find(item, "activity", "activity");
                for (const char* key : {"kind", "activity"})
                    if (!item.member(key)) m_faults.file(item.at(key), "it is missing");
                item.whole("work", effect.work);
                item.date("from", effect.from);
                item.date("to", effect.to);
                item.decimal("value", effect.value);
                event.effects.push_back(effect);
            });
            object.flag("in_forecast", event.inForecast);
            rows.push_back(std::move(event));
        });
        assign(m_programme.events, std::move(rows));
    }

    template <typename Rows, typename Row> static void assign(Rows& table, std::vector<Row> rows) {
        table.assign(std::move(rows));
    }

    Faults m_faults;
    Programme m_programme;
    Keys<CalendarId> m_calendars;
    Keys<BreakdownId> m_breakdown;
    Keys<LocationId> m_locations;
    Keys<ActivityId> m_activities;
    Keys<BookItemId> m_book;
    Keys<SectionId> m_sections;
    Keys<EventId> m_events;
};

} // namespace

Result<Programme> programmeFromJson(std::string_view text) {
    const auto read = json::parsed(text);
    if (!read.ok()) return read.errors();
    try {
        return Reader().read(*read);
    } catch (const Json::exception&) {
        return Error{ErrorCode::file, {}, "the JSON cannot be read", {}};
    }
}

} // namespace yarrin

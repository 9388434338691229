// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What stands in the open text format in a way of its own: weeks, exceptions, weather, and days of an event by section.
#include "store/json_values.h"

#include "core/base/worded.h"

namespace yarrin::json {

Out number(const std::optional<Decimal>& value) {
    return exactNumber(value);
}

// Called for each of hundreds of fields: unfolded in each place it takes long to compile.
void putMember(Out& json, std::string_view name, Out&& value) {
    json[std::string(name)] = std::move(value);
}

void mustHave(Object& object, const char* key) {
    if (!object.member(key)) object.faults().file(object.at(key), "it is missing");
}

Out spells(const DayWork& work) {
    Out list = Out::array();
    for (const Spell& spell : work) list.push_back(spellText(spell));
    return list;
}

Out valueJson(const Programme&, const decltype(Calendar::week)& week) {
    Out json = Out::object();
    for (std::size_t day = 0; day < week.size(); ++day)
        if (week[day]) json[weekdayKeys[day]] = spells(*week[day]);
    return json;
}

/// A rule stands instead of dates, a tide instead of spells.
Out valueJson(const Programme&, const std::vector<CalendarException>& exceptions) {
    Out list = Out::array();
    for (const CalendarException& e : exceptions) {
        Out row = Out::object();
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
        list.push_back(std::move(row));
    }
    return list;
}

Out valueJson(const Programme& programme, const std::vector<EventDays>& days) {
    Out json = Out::object();
    for (const EventDays& d : days) {
        Out row = rowJson(programme, d);
        row.erase("section");
        json[programme.sections.row(d.section)->key] = std::move(row);
    }
    return json;
}

namespace {

void readSpells(const Json& json, const std::string& where, DayWork& work, Faults& faults) {
    if (!json.is_array()) return faults.file(where, worded("a list of spells is expected here"));
    for (const Json& text : json) {
        const auto spell = text.is_string() ? parseSpell(text.get<std::string>()) : std::nullopt;
        if (spell)
            work.push_back(*spell);
        else
            faults.file(where,
                        worded("%1 is not a working spell", text.dump(-1, ' ', false, Json::error_handler_t::replace)),
                        worded("write it as \"08:00-12:00\""));
    }
}

/// A text in words of its own, like a rule for a holiday.
template <typename Value, typename Parse>
void readPhrase(Object& object, const char* key, std::optional<Value>& value, Parse parse) {
    std::optional<std::string> text;
    object.optionalText(key, text);
    if (!text) return;
    const auto got = parse(*text);
    if (got.ok())
        value = *got;
    else
        object.faults().file(object.at(key), got.error().what, got.error().todo);
}

} // namespace

void readWeek(Object& object, const char* key, decltype(Calendar::week)& week) {
    object.read(key, [&](const Json& json, const std::string& where) {
        Object days(json, where, object.faults());
        for (std::size_t day = 0; day < week.size(); ++day)
            days.read(weekdayKeys[day], [&](const Json& list, const std::string& at) {
                readSpells(list, at, week[day].emplace(), object.faults());
            });
        days.finish();
    });
}

void readExceptions(Object& object, const char* key, std::vector<CalendarException>& exceptions) {
    object.objects(key, [&](Object& item) {
        CalendarException exception;
        std::optional<Date> from, to;
        item.date("from", from);
        item.date("to", to);
        readPhrase(item, "rule", exception.rule, parseRule);
        readPhrase(item, "tide", exception.tide, parseTideWindow);
        if (!from && !item.member("from") && !item.member("rule"))
            item.faults().file(item.at("from"), worded("it is missing"));
        exception.from = from.value_or(Date{});
        exception.to = to.value_or(exception.from);
        item.flag("yearly", exception.yearly);
        item.text("name", exception.name);
        item.read("work", [&](const Json& json, const std::string& at) {
            readSpells(json, at, exception.work, item.faults());
        });
        exceptions.push_back(std::move(exception));
    });
}

void readWeather(Object& object, const char* key, std::optional<std::array<int, 12>>& weather) {
    object.read(key, [&](const Json& json, const std::string& where) {
        std::array<int, 12> days{};
        bool good = json.is_array() && json.size() == 12;
        for (std::size_t month = 0; good && month < 12; ++month) {
            good = json[month].is_number_unsigned() && json[month].get<std::uint64_t>() <= 31;
            if (good) days[month] = json[month].get<int>();
        }
        if (!good) return object.faults().file(where, worded("twelve whole numbers from 0 to 31 are expected here"));
        weather = days;
    });
}

void readDays(Object& object, const char* key, std::vector<EventDays>& days, AllKeys& keys) {
    object.read(key, [&](const Json& json, const std::string& where) {
        if (!json.is_object()) return object.faults().file(where, worded("an object is expected here"));
        for (const auto& [section, value] : json.items()) {
            Object item(value, where + "." + section, object.faults());
            const Json name = {{"section", section}};
            Object naming(name, where, object.faults());
            EventDays one;
            one.section = keys.of<SectionId>().find(naming, "section", "section");
            describe::forEachField<EventDays>([&](const auto& field) {
                if (field.name != "section") readField(item, one, field, keys);
            });
            item.finish();
            days.push_back(one);
        }
    });
}

} // namespace yarrin::json

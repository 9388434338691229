// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/ifc_reading.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "store/ifc_calendar.h"
#include "store/ifc_words.h"

#include <algorithm>
#include <charconv>
#include <map>

namespace yarrin::ifc {

bool isWanted(std::string_view type) {
    static const std::set<std::string_view> wanted{"IFCPROJECT",
                                                   "IFCWORKSCHEDULE",
                                                   "IFCTASK",
                                                   "IFCTASKTIME",
                                                   "IFCTASKTIMERECURRING",
                                                   "IFCRELSEQUENCE",
                                                   "IFCLAGTIME",
                                                   "IFCRELNESTS",
                                                   "IFCRELAGGREGATES",
                                                   "IFCRELASSIGNSTOCONTROL",
                                                   "IFCRELASSIGNSTOPROCESS",
                                                   "IFCWORKCALENDAR",
                                                   "IFCWORKTIME",
                                                   "IFCRECURRENCEPATTERN",
                                                   "IFCTIMEPERIOD",
                                                   "IFCPROPERTYSET",
                                                   "IFCPROPERTYSINGLEVALUE",
                                                   "IFCRELDEFINESBYPROPERTIES",
                                                   "IFCRESOURCETIME",
                                                   "IFCCOSTITEM",
                                                   "IFCCOSTVALUE",
                                                   "IFCUNITASSIGNMENT",
                                                   "IFCMONETARYUNIT",
                                                   "IFCPROCEDURE",
                                                   "IFCEVENT",
                                                   "IFCQUANTITYCOUNT",
                                                   "IFCQUANTITYLENGTH",
                                                   "IFCQUANTITYAREA",
                                                   "IFCQUANTITYVOLUME",
                                                   "IFCQUANTITYWEIGHT",
                                                   "IFCQUANTITYTIME",
                                                   "IFCCONSTRUCTIONPRODUCTRESOURCE"};
    return wanted.contains(type) || std::find(resourceTypes.begin(), resourceTypes.end(), type) != resourceTypes.end();
}

Reading::Reading(StepFile from) : file(std::move(from)), own(file.system == program) {}

std::string Reading::placeOf(const StepRow& row) {
    return worded("#%1 (line %2)", row.number, row.line);
}

void Reading::say(std::size_t count, const char* one, const char* many) {
    if (count > 0) notes.push_back(wordedCount(one, many, count));
}

namespace {

std::string plain(std::string text) {
    for (char& c : text)
        if (c == ';' || c == '"' || static_cast<unsigned char>(c) < 0x20) c = ' ';
    return trimmed(text);
}

} // namespace

std::string keyFrom(const StepRow& row, std::size_t at, const char* letter, std::set<std::string>& taken,
                    std::size_t& made) {
    std::string key = plain(row.at(at).text);
    if (key.size() > 60) key.clear();
    if (!key.empty() && taken.insert(key).second) return key;
    ++made;
    for (std::size_t number = 1;; ++number)
        if (taken.insert(letter + std::to_string(number)).second) return letter + std::to_string(number);
}

std::string nameFrom(const StepRow& row, const std::string& key) {
    std::string name = trimmed(row.at(2).text);
    return name.empty() ? key : name;
}

std::optional<Span> spanIn(const StepValue& value) {
    if (value.bare().kind != StepValue::Kind::text) return {};
    std::string_view text = value.bare().text;
    const bool negative = text.starts_with('-');
    if (negative) text.remove_prefix(1);
    if (!text.starts_with('P') || text.size() < 3) return {};
    text.remove_prefix(1);
    Span span;
    bool clock = false;
    while (!text.empty()) {
        if (text.front() == 'T') {
            clock = true;
            text.remove_prefix(1);
            continue;
        }
        double number = 0;
        const auto [end, failed] = std::from_chars(text.data(), text.data() + text.size(), number);
        if (failed != std::errc() || end == text.data() + text.size() || !(number >= 0 && number < 1e9)) return {};
        if (negative) number = -number;
        const char unit = *end;
        text.remove_prefix(std::size_t(end - text.data()) + 1);
        if (!clock && unit == 'D')
            span.days += number;
        else if (!clock && unit == 'W')
            span.weeks += number;
        else if (clock && unit == 'H')
            span.minutes += number * 60;
        else if (clock && unit == 'M')
            span.minutes += number;
        else if (clock && unit == 'S')
            span.minutes += number / 60;
        else if (number != 0)
            return {};
    }
    return span;
}

const StepValue* Reading::property(const StepRow& row, std::string_view name) const {
    const auto of = properties.find(row.number);
    if (of == properties.end()) return nullptr;
    const auto found = of->second.find(std::string(name));
    return found == of->second.end() ? nullptr : &found->second;
}

namespace {

void defaultCalendar(Reading& reading, const StepRow* schedule, const std::vector<const StepRow*>& tasks) {
    CalendarId& job = reading.programme.job.defaultCalendar;
    if (const auto of = schedule ? reading.worksTo.find(schedule->number) : reading.worksTo.end();
        of != reading.worksTo.end()) {
        job = reading.calendars[of->second];
        return;
    }
    std::map<CalendarId, std::size_t> uses;
    for (const StepRow* row : tasks)
        if (const auto of = reading.worksTo.find(row->number); of != reading.worksTo.end())
            ++uses[reading.calendars[of->second]];
    if (!uses.empty()) {
        job = std::max_element(uses.begin(), uses.end(), [](const auto& a, const auto& b) {
                  return std::pair(a.second, b.first) < std::pair(b.second, a.first);
              })->first;
        return;
    }
    if (!reading.programme.calendars.empty()) {
        job = reading.programme.calendars[0].id;
        return;
    }
    Calendar usual;
    usual.id = reading.programme.calendars.freshId();
    usual.key = "C1";
    usual.name = worded("Monday to Friday");
    for (std::size_t day = 0; day < 7; ++day)
        usual.week[day] = day < 5 ? DayWork{{8 * 60, 12 * 60}, {13 * 60, 17 * 60}} : DayWork{};
    job = usual.id;
    reading.programme.calendars.append(std::move(usual));
    reading.notes.push_back(worded("it has no calendar: work goes by Monday to Friday, 8 to 12 and 13 to 17"));
}

} // namespace

void readCalendars(Reading& reading, const StepRow* schedule, const std::vector<const StepRow*>& tasks) {
    std::set<std::string> taken;
    std::size_t made = 0;
    reading.each("IFCWORKCALENDAR", [&](const StepRow& row) {
        if (reading.own && row.at(5).text == allTheTime) {
            reading.calendars[row.number] = continuousCalendar;
            return;
        }
        Calendar calendar = calendarOf(reading.file, row, [&](const StepRow& at, const std::string& what) {
            reading.note(at, worded("%1 (calendar \"%2\")", what, row.at(2).text));
        });
        calendar.id = reading.programme.calendars.freshId();
        calendar.key = keyFrom(row, 5, "C", taken, made);
        calendar.name = nameFrom(row, calendar.key);
        std::map<int, int> lengths; // how many days of the week have so many minutes
        for (const auto& day : calendar.week) {
            int minutes = 0;
            for (const Spell& spell : *day) minutes += spell.to - spell.from;
            if (minutes > 0) ++lengths[minutes];
        }
        const auto usual = std::max_element(lengths.begin(), lengths.end(), [](const auto& a, const auto& b) {
            return std::pair(a.second, a.first) < std::pair(b.second, b.first);
        });
        if (usual != lengths.end()) calendar.dayMinutes = usual->first;
        if (const StepValue* day = reading.property(row, dayMinutes);
            day && day->number >= 1 && day->number <= minutesPerDay)
            calendar.dayMinutes = Minutes(day->number);
        reading.calendars[row.number] = calendar.id;
        reading.programme.calendars.append(std::move(calendar));
    });
    defaultCalendar(reading, schedule, tasks);
}

} // namespace yarrin::ifc

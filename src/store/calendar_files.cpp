// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/calendar_files.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "edit/contract_edits.h"
#include "store/csv.h"
#include "store/file.h"
#include "store/outside.h"
#include "store/plain_locale.h"

#include <libical/ical.h>

#include <algorithm>
#include <array>
#include <memory>
#include <utility>

namespace yarrin {

namespace fs = std::filesystem;

namespace {

constexpr int yearsWritten = 10;
constexpr std::size_t mostExceptions = 5000;

Error fault(const fs::path& path, std::string what, std::string todo = {}) {
    return {ErrorCode::file, path.filename().string(), std::move(what), std::move(todo)};
}

struct FreeComponent {
    void operator()(icalcomponent* component) const { icalcomponent_free(component); }
};
using Component = std::unique_ptr<icalcomponent, FreeComponent>;

Date dateFromIcal(const icaltimetype& time) {
    return dateFrom(time.year, static_cast<unsigned>(time.month), static_cast<unsigned>(time.day));
}

icaltimetype icalFrom(Date date) {
    const auto day = yearMonthDay(date);
    icaltimetype time = icaltime_null_date();
    time.year = day.year;
    time.month = static_cast<int>(day.month);
    time.day = static_cast<int>(day.day);
    time.is_date = 1;
    return time;
}

bool isDay(const icaltimetype& time) {
    return time.year >= firstYear && time.year <= lastYear && time.month >= 1 && time.month <= 12 && time.day >= 1 &&
           isDate(time.year, static_cast<unsigned>(time.month), static_cast<unsigned>(time.day));
}

/// One whole-day event as exceptions.
class EventReader {
public:
    EventReader(icalcomponent* event, Date from) : m_event(event), m_from(from) {}

    Result<std::vector<CalendarException>> read() {
        const icaltimetype start = icalcomponent_get_dtstart(m_event);
        const char* summary = icalcomponent_get_summary(m_event);
        m_exception.name = summary ? summary : "";
        if (!isDay(start)) return inputError(worded("the event \"%1\" has no date that can be read", m_exception.name));
        m_exception.from = m_exception.to = dateFromIcal(start);
        const icaltimetype end = icalcomponent_get_dtend(m_event); // the day after the last
        if (!icaltime_is_null_time(end)) {
            if (!isDay(end) || icaltime_compare(end, start) < 0)
                return inputError(worded("the event \"%1\" ends before it starts", m_exception.name));
            m_exception.to = std::max(m_exception.from, dateFromIcal(end) + -1);
        }
        if (auto wrong = ownProperties()) return *wrong;
        if (m_exception.rule || m_exception.tide || m_exception.yearly)
            return std::vector<CalendarException>{m_exception};
        return recurrences();
    }

private:
    std::optional<Error> ownProperties() {
        for (icalproperty* property = icalcomponent_get_first_property(m_event, ICAL_X_PROPERTY); property;
             property = icalcomponent_get_next_property(m_event, ICAL_X_PROPERTY)) {
            const std::string name = icalproperty_get_x_name(property);
            const char* raw = icalproperty_get_value_as_string(property);
            std::string value = raw ? raw : "";
            std::erase(value, '\\'); // commas come escaped
            if (name == "X-YARRIN-WORK") {
                auto work = parseDayWork(value);
                if (!work.ok()) return work.error();
                m_exception.work = std::move(work).value();
            } else if (name == "X-YARRIN-RULE") {
                auto rule = parseRule(value);
                if (!rule.ok()) return rule.error();
                m_exception.rule = *rule;
                m_exception.from = m_exception.to = Date{};
            } else if (name == "X-YARRIN-TIDE") {
                auto tide = parseTideWindow(value);
                if (!tide.ok()) return tide.error();
                m_exception.tide = *tide;
            } else if (name == "X-YARRIN-YEARLY-TO") {
                const auto to = parseDate(value);
                if (!to) return inputError(worded("\"%1\" is not a date", value));
                m_exception.to = *to;
                m_exception.yearly = true;
            }
        }
        return {};
    }

    /// Every year on its date, without an end.
    [[nodiscard]] bool comesEveryYear() const {
        icalproperty* property = icalcomponent_get_first_property(m_event, ICAL_RRULE_PROPERTY);
        if (!property || icalcomponent_count_properties(m_event, ICAL_RRULE_PROPERTY) != 1 ||
            icalcomponent_count_properties(m_event, ICAL_RDATE_PROPERTY) > 0 ||
            icalcomponent_count_properties(m_event, ICAL_EXDATE_PROPERTY) > 0)
            return false;
        const icalrecurrencetype rule = icalproperty_get_rrule(property);
        const auto day = yearMonthDay(m_exception.from);
        const auto is = [](const short* by, int value) {
            return by[0] == ICAL_RECURRENCE_ARRAY_MAX || (by[0] == value && by[1] == ICAL_RECURRENCE_ARRAY_MAX);
        };
        return rule.freq == ICAL_YEARLY_RECURRENCE && rule.interval == 1 && rule.count == 0 &&
               icaltime_is_null_time(rule.until) && is(rule.by_month, static_cast<int>(day.month)) &&
               is(rule.by_month_day, static_cast<int>(day.day)) && rule.by_day[0] == ICAL_RECURRENCE_ARRAY_MAX &&
               rule.by_year_day[0] == ICAL_RECURRENCE_ARRAY_MAX && rule.by_week_no[0] == ICAL_RECURRENCE_ARRAY_MAX &&
               rule.by_set_pos[0] == ICAL_RECURRENCE_ARRAY_MAX;
    }

    Result<std::vector<CalendarException>> recurrences() {
        if (comesEveryYear()) {
            m_exception.yearly = true;
            return std::vector<CalendarException>{m_exception};
        }
        const bool repeats = icalcomponent_count_properties(m_event, ICAL_RRULE_PROPERTY) > 0 ||
                             icalcomponent_count_properties(m_event, ICAL_RDATE_PROPERTY) > 0;
        if (!repeats) return std::vector<CalendarException>{m_exception};
        // Whole days do not come back by the second; each would be counted out.
        for (icalproperty* rule = icalcomponent_get_first_property(m_event, ICAL_RRULE_PROPERTY); rule;
             rule = icalcomponent_get_next_property(m_event, ICAL_RRULE_PROPERTY)) {
            const icalrecurrencetype type = icalproperty_get_rrule(rule);
            if (type.freq == ICAL_SECONDLY_RECURRENCE || type.freq == ICAL_MINUTELY_RECURRENCE ||
                type.freq == ICAL_HOURLY_RECURRENCE)
                return inputError(worded("the event \"%1\" of whole days comes back within a day", m_exception.name),
                                  worded("let it come back by days, weeks, months or years"));
        }
        struct Found {
            std::vector<CalendarException> list;
            CalendarException model;
        } found{{}, m_exception};
        const auto add = [](icalcomponent*, icaltime_span* span, void* data) {
            auto& into = *static_cast<Found*>(data);
            const icaltimetype start = icaltime_from_timet_with_zone(span->start, 1, icaltimezone_get_utc_timezone());
            if (!isDay(start) || into.list.size() >= mostExceptions) return;
            CalendarException one = into.model;
            one.from = dateFromIcal(start);
            one.to = one.from + (into.model.to - into.model.from);
            into.list.push_back(std::move(one));
        };
        const Date first = std::min(m_from, m_exception.from);
        icalcomponent_foreach_recurrence(m_event, icalFrom(first), icalFrom(m_from + 366 * yearsWritten), add, &found);
        return std::move(found.list);
    }

    icalcomponent* m_event;
    Date m_from;
    CalendarException m_exception;
};

Result<ReadExceptions> readIcal(const fs::path& path, const std::string& text, Date from) {
    icalerror_set_errors_are_fatal(0);
    const Component root(icalparser_parse_string(text.c_str()));
    if (!root || icalcomponent_isa(root.get()) != ICAL_VCALENDAR_COMPONENT)
        return fault(path, worded("it is not an iCalendar file"),
                     worded("it must begin with BEGIN:VCALENDAR and end with END:VCALENDAR"));
    // The parser puts aside what it cannot make out.
    std::optional<Error> wrong;
    const auto check = [&](icalcomponent* component) {
        for (icalproperty* error = icalcomponent_get_first_property(component, ICAL_XLICERROR_PROPERTY); error;
             error = icalcomponent_get_next_property(component, ICAL_XLICERROR_PROPERTY)) {
            const std::string told = icalproperty_get_xlicerror(error);
            // An empty description or the like harms nothing.
            const bool harmless = told.starts_with("No value for ") && told.find(" DT") == std::string::npos &&
                                  told.find(" RRULE") == std::string::npos;
            if (!harmless && !wrong) wrong = fault(path, worded("it cannot be read: %1", told));
        }
    };
    check(root.get());
    ReadExceptions read;
    for (icalcomponent* event = icalcomponent_get_first_component(root.get(), ICAL_VEVENT_COMPONENT); event;
         event = icalcomponent_get_next_component(root.get(), ICAL_VEVENT_COMPONENT)) {
        check(event);
        if (wrong) return *wrong;
        if (const icaltimetype start = icalcomponent_get_dtstart(event); isDay(start) && !start.is_date) {
            ++read.leftOut;
            continue;
        }
        const auto exceptions = EventReader(event, from).read();
        if (!exceptions.ok()) return fault(path, exceptions.error().what, exceptions.error().todo);
        for (const CalendarException& exception : *exceptions) {
            if (auto bad = faultOf(exception)) return fault(path, bad->what, bad->todo);
            read.exceptions.push_back(exception);
        }
    }
    if (wrong) return *wrong;
    if (read.exceptions.size() > mostExceptions) return fault(path, worded("it holds more than 5000 days"));
    if (read.exceptions.empty()) return fault(path, worded("it holds no events of whole days"));
    return read;
}

Result<ReadExceptions> readCsv(const fs::path& path, const std::string& text) {
    const auto parsed = parseCsv(text);
    if (!parsed.ok()) return fault(path, parsed.error().place + ": " + parsed.error().what);
    const std::vector<CsvRow>& rows = *parsed;
    static constexpr std::array<const char*, 7> headings{"from", "to", "yearly", "work", "name", "rule", "tide"};
    std::array<std::size_t, 7> columns;
    columns.fill(std::string::npos);
    if (rows.empty()) return fault(path, worded("it is empty"));
    for (std::size_t i = 0; i < rows[0].size(); ++i) {
        std::string heading = rows[0][i];
        heading = lowered(heading);
        for (std::size_t h = 0; h < headings.size(); ++h)
            if (heading == headings[h]) columns[h] = i;
    }
    if (columns[0] == std::string::npos && columns[5] == std::string::npos)
        return fault(path, worded("no column is headed \"from\" or \"rule\""),
                     worded("head the columns from, to, yearly, work, name, rule, tide"));
    ReadExceptions read;
    for (std::size_t row = 1; row < rows.size(); ++row) {
        const auto cell = [&](std::size_t which) {
            const std::size_t column = columns[which];
            return column < rows[row].size() ? rows[row][column] : std::string();
        };
        const auto bad = [&](const Error& error) {
            return fault(path, worded("row %1: %2", row + 1, error.what), error.todo);
        };
        CalendarException e;
        e.name = cell(4);
        if (!cell(5).empty()) {
            const auto rule = parseRule(cell(5));
            if (!rule.ok()) return bad(rule.error());
            e.rule = *rule;
        } else {
            const auto from = parseTypedDate(cell(0));
            const auto to = cell(1).empty() ? from : parseTypedDate(cell(1));
            if (!from.ok()) return bad(from.error());
            if (!to.ok()) return bad(to.error());
            e.from = *from;
            e.to = *to;
        }
        e.yearly = cell(2) == "yes" || cell(2) == "true" || cell(2) == "1";
        if (!cell(6).empty()) {
            const auto tide = parseTideWindow(cell(6));
            if (!tide.ok()) return bad(tide.error());
            e.tide = *tide;
        }
        const auto work = parseTypedDayWork(cell(3));
        if (!work.ok()) return bad(work.error());
        e.work = *work;
        if (auto wrong = faultOf(e)) return bad(*wrong);
        read.exceptions.push_back(std::move(e));
        if (read.exceptions.size() > mostExceptions) return fault(path, worded("it holds more than 5000 rows"));
    }
    if (read.exceptions.empty()) return fault(path, worded("it holds no rows below its headings"));
    return read;
}

std::string csvOf(const Calendar& calendar) {
    std::string text = "from,to,yearly,work,name,rule,tide\r\n";
    for (const CalendarException& e : calendar.exceptions) {
        const std::string fields[] = {e.rule ? "" : isoDate(e.from),
                                      e.rule ? "" : isoDate(e.to),
                                      e.yearly ? "yes" : "",
                                      dayWorkText(e.work),
                                      e.name,
                                      e.rule ? ruleText(*e.rule) : "",
                                      e.tide ? tideText(*e.tide) : ""};
        text += csvLine({std::begin(fields), std::end(fields)});
    }
    return text;
}

void own(icalcomponent* event, const char* name, const std::string& value) {
    icalproperty* property = icalproperty_new_x(value.c_str());
    icalproperty_set_x_name(property, name);
    icalcomponent_add_property(event, property);
}

Component newCalendar(const char* product) {
    return Component(icalcomponent_vanew(ICAL_VCALENDAR_COMPONENT, icalproperty_new_version("2.0"),
                                         icalproperty_new_prodid(product), nullptr));
}

std::string textOf(const Component& root) {
    char* text = icalcomponent_as_ical_string_r(root.get());
    std::string result = text ? text : "";
    icalmemory_free_buffer(text);
    return result;
}

/// An event of whole days, up to the day before `end`.
Component newEvent(const std::string& uid, Date stamped, Date from, Date end) {
    icaltimetype stamp = icalFrom(stamped);
    stamp.is_date = 0;
    stamp.zone = icaltimezone_get_utc_timezone();
    return Component(icalcomponent_vanew(ICAL_VEVENT_COMPONENT, icalproperty_new_uid(uid.c_str()),
                                         icalproperty_new_dtstamp(stamp), icalproperty_new_dtstart(icalFrom(from)),
                                         icalproperty_new_dtend(icalFrom(end)), nullptr));
}

std::string icalOf(const Calendar& calendar, Date from) {
    const Component root = newCalendar("-//Yarrin//Site time//EN");
    std::vector<HolidayRule> rules;
    for (const CalendarException& e : calendar.exceptions)
        if (e.rule) rules.push_back(*e.rule);
    const int year = yearMonthDay(from).year;
    std::size_t rule = 0;
    std::size_t number = 0;
    for (const CalendarException& e : calendar.exceptions) {
        std::vector<Date> dates;
        if (e.rule) {
            for (int y = year; y < year + yearsWritten; ++y)
                for (const RuleDay& day : daysIn(rules, y))
                    if (day.rule == rule) dates.push_back(day.date);
            ++rule;
            std::sort(dates.begin(), dates.end());
            if (dates.empty()) continue;
        } else {
            dates.push_back(e.from);
        }
        const int length = e.rule ? 1 : e.to - e.from + 1;
        const std::string uid = calendar.key + "-" + std::to_string(++number) + "@yarrin";
        Component event = newEvent(uid, from, dates.front(), dates.front() + length);
        if (!e.name.empty()) icalcomponent_add_property(event.get(), icalproperty_new_summary(e.name.c_str()));
        if (e.yearly)
            icalcomponent_add_property(event.get(),
                                       icalproperty_new_rrule(icalrecurrencetype_from_string("FREQ=YEARLY")));
        for (std::size_t i = 1; i < dates.size(); ++i) {
            icaldatetimeperiodtype when{};
            when.time = icalFrom(dates[i]);
            when.period = icalperiodtype_null_period();
            icalproperty* property = icalproperty_new_rdate(when);
            icalproperty_add_parameter(property, icalparameter_new_value(ICAL_VALUE_DATE));
            icalcomponent_add_property(event.get(), property);
        }
        if (!e.work.empty()) own(event.get(), "X-YARRIN-WORK", dayWorkText(e.work));
        if (e.rule) own(event.get(), "X-YARRIN-RULE", ruleText(*e.rule));
        if (e.tide) own(event.get(), "X-YARRIN-TIDE", tideText(*e.tide));
        if (e.yearly) own(event.get(), "X-YARRIN-YEARLY-TO", isoDate(e.to));
        icalcomponent_add_component(root.get(), event.release());
    }
    return textOf(root);
}

} // namespace

Result<ReadExceptions> exceptionsIn(std::string text, const std::string& name, Date from) {
    const fs::path path = name;
    if (text.size() > 16'000'000) return fault(path, worded("it is too large for a list of holidays"));
    if (text.starts_with("\xEF\xBB\xBF")) text.erase(0, 3);
    if (text.find('\0') != std::string::npos) return fault(path, worded("it is not a text file"));
    const PlainLocale plain;
    return path.extension() == ".csv" ? readCsv(path, text) : readIcal(path, text, from);
}

Outcome writeExceptions(const Calendar& calendar, const fs::path& path, Date from) {
    const bool csv = path.extension() == ".csv" || path.extension() == ".CSV";
    const PlainLocale plain;
    return writeTextFile(path, csv ? csvOf(calendar) : icalOf(calendar, from));
}

Outcome writeDays(const std::vector<DayEntry>& entries, const fs::path& path, Date stamp) {
    const PlainLocale plain;
    const Component root = newCalendar("-//Yarrin//Weeks//EN");
    for (const DayEntry& one : entries) {
        Component event = newEvent(one.uid + "@yarrin", stamp, one.from, one.to + 1);
        icalcomponent_add_property(event.get(), icalproperty_new_summary(one.summary.c_str()));
        if (!one.description.empty())
            icalcomponent_add_property(event.get(), icalproperty_new_description(one.description.c_str()));
        icalcomponent_add_component(root.get(), event.release());
    }
    return writeTextFile(path, textOf(root));
}

} // namespace yarrin

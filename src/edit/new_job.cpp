// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/new_job.h"

#include "core/base/text.h"
#include "core/model/describe/references.h"
#include "core/time/work_calendar.h"
#include "edit/calendar_edits.h"

#include <algorithm>

namespace yarrin {

Result<Programme> newJob(const NewJob& wanted) {
    Programme programme;
    programme.job.title = trimmed(wanted.name).empty() ? "New job" : trimmed(wanted.name);
    std::string currency = trimmed(wanted.currency);
    std::transform(currency.begin(), currency.end(), currency.begin(),
                   [](char c) { return c >= 'a' && c <= 'z' ? char(c - 'a' + 'A') : c; });
    const bool letters = currency.size() == 3 &&
                         std::all_of(currency.begin(), currency.end(), [](char c) { return c >= 'A' && c <= 'Z'; });
    if (!letters)
        return inputError("\"" + wanted.currency + "\" is no currency", "write three letters, like GBP or EUR");
    programme.job.currency = currency;
    if (wanted.daysPerWeek < 1 || wanted.daysPerWeek > 7) return inputError("a week has 1 to 7 working days");
    const auto hours = parseTypedDayWork(wanted.hours);
    if (!hours.ok()) return hours.errors();
    if (hours->empty()) return inputError("a working day has hours", "write them like 8-12, 13-17");
    static constexpr std::array names{"one-day",  "two-day", "three-day", "four-day",
                                      "five-day", "six-day", "seven-day"};
    Calendar calendar;
    calendar.id = CalendarId{1};
    calendar.key = "site" + std::to_string(wanted.daysPerWeek);
    calendar.name = std::string("Site ") + names[std::size_t(wanted.daysPerWeek - 1)];
    Minutes day = 0;
    for (const Spell& spell : *hours) day += spell.to - spell.from;
    calendar.dayMinutes = day;
    for (std::size_t weekday = 0; weekday < std::size_t(wanted.daysPerWeek); ++weekday) calendar.week[weekday] = *hours;
    programme.calendars.append(std::move(calendar));
    programme.job.defaultCalendar = CalendarId{1};
    if (wanted.holidays) {
        Transaction tx(programme);
        if (Outcome added = addPublicHolidays(tx, CalendarId{1}, *wanted.holidays); !added.ok()) return added.errors();
        (void)tx.commit("holidays");
    }
    const auto resolved = resolve(programme.calendars.rows(), CalendarId{1});
    if (!resolved.ok()) return resolved.errors();
    const WorkCalendar works(*resolved, wanted.start, wanted.start + 60);
    programme.job.start = works.upStart(startOf(wanted.start));
    return programme;
}

namespace {

template <typename Row>
constexpr bool goesOn = std::is_same_v<Row, Calendar> || std::is_same_v<Row, BookItem> || std::is_same_v<Row, Code> ||
                        std::is_same_v<Row, KeptLens> || std::is_same_v<Row, Resource> ||
                        std::is_same_v<Row, Sequence> || std::is_same_v<Row, Firm> || std::is_same_v<Row, ListWord> ||
                        std::is_same_v<Row, Threshold> || std::is_same_v<Row, PlaceRule>;

} // namespace

Programme likeJob(const Programme& other) {
    Programme out;
    describe::Going stays; // behind
    forEachRowType([&]<typename Row>(Row*) {
        if constexpr (!goesOn<Row>)
            for (const Row& row : tableOf<Row>(other)) stays.add(row.id);
    });
    forEachRowType([&]<typename Row>(Row*) {
        if constexpr (goesOn<Row>)
            for (Row row : tableOf<Row>(other)) {
                const bool stands = !describe::forgetIn(row, stays);
                if (stands) tableOf<Row>(out).append(std::move(row));
            }
    });
    const Job& from = other.job;
    out.job.title = "New job";
    out.job.start = from.start;
    out.job.defaultCalendar = from.defaultCalendar;
    out.job.currency = from.currency;
    out.job.firm = from.firm;
    out.job.logo = from.logo;
    out.job.firstWeekday = from.firstWeekday;
    out.job.tradeCode = from.tradeCode;
    out.job.alikeCode = from.alikeCode;
    return out;
}

} // namespace yarrin

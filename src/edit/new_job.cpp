// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/new_job.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/model/describe/references.h"
#include "core/time/work_calendar.h"
#include "edit/calendar_edits.h"

#include <algorithm>

namespace yarrin {

namespace {

Result<std::string> currencyOf(const NewJob& wanted) {
    std::string currency = trimmed(wanted.currency);
    std::transform(currency.begin(), currency.end(), currency.begin(),
                   [](char c) { return c >= 'a' && c <= 'z' ? char(c - 'a' + 'A') : c; });
    const bool letters = currency.size() == 3 &&
                         std::all_of(currency.begin(), currency.end(), [](char c) { return c >= 'A' && c <= 'Z'; });
    if (!letters)
        return inputError(worded("\"%1\" is no currency", wanted.currency),
                          worded("write three letters, like GBP or EUR"));
    return currency;
}

/// Name and currency, holidays, and the first work on or after the day.
Outcome begin(Programme& programme, const NewJob& wanted) {
    programme.job.title = trimmed(wanted.name).empty() ? worded("New job") : trimmed(wanted.name);
    auto currency = currencyOf(wanted);
    if (!currency.ok()) return currency.errors();
    programme.job.currency = std::move(currency).value();
    const CalendarId id = programme.job.defaultCalendar;
    if (wanted.holidays && programme.calendars.row(id)) {
        Transaction tx(programme);
        if (Outcome added = addPublicHolidays(tx, id, *wanted.holidays); !added.ok()) return added;
        (void)tx.commit("holidays");
    }
    const auto resolved = resolve(programme.calendars.rows(), id);
    if (!resolved.ok()) return resolved.errors();
    const WorkCalendar works(*resolved, wanted.start, wanted.start + 60);
    programme.job.start = works.upStart(startOf(wanted.start));
    return done();
}

} // namespace

Result<Programme> newJob(const NewJob& wanted) {
    Programme programme;
    if (wanted.daysPerWeek < 1 || wanted.daysPerWeek > 7) return inputError(worded("a week has 1 to 7 working days"));
    const auto hours = parseTypedDayWork(wanted.hours);
    if (!hours.ok()) return hours.errors();
    if (hours->empty()) return inputError(worded("a working day has hours"), worded("write them like 8-12, 13-17"));
    static constexpr std::array names{toWord("Site one-day"),  toWord("Site two-day"),  toWord("Site three-day"),
                                      toWord("Site four-day"), toWord("Site five-day"), toWord("Site six-day"),
                                      toWord("Site seven-day")};
    Calendar calendar;
    calendar.id = CalendarId{1};
    calendar.key = "site" + std::to_string(wanted.daysPerWeek);
    calendar.name = worded(names[std::size_t(wanted.daysPerWeek - 1)]);
    Minutes day = 0;
    for (const Spell& spell : *hours) day += spell.to - spell.from;
    calendar.dayMinutes = day;
    for (std::size_t weekday = 0; weekday < calendar.week.size(); ++weekday)
        calendar.week[weekday] = weekday < std::size_t(wanted.daysPerWeek) ? *hours : DayWork{};
    programme.calendars.append(std::move(calendar));
    programme.job.defaultCalendar = CalendarId{1};
    if (Outcome begun = begin(programme, wanted); !begun.ok()) return begun.errors();
    return programme;
}

Result<Programme> newJobFrom(const Programme& pattern, const NewJob& wanted) {
    Programme programme = pattern;
    if (Outcome begun = begin(programme, wanted); !begun.ok()) return begun.errors();
    const int later = dateOf(programme.job.start) - dateOf(pattern.job.start);
    std::vector<Section> sections = programme.sections.take();
    for (Section& section : sections) section.completion = section.completion + later;
    programme.sections.assign(std::move(sections));
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
    out.job.title = worded("New job");
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

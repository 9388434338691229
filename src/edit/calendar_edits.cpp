// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/calendar_edits.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/model/phrases.h"
#include "core/time/day_plan.h"
#include "edit/contract_edits.h"
#include "edit/forget.h"
#include "edit/typed.h"

#include <algorithm>
#include <map>
#include <unordered_set>

namespace yarrin {

namespace {

Error calendarGone() {
    return inputError(worded("the calendar is no longer there"));
}

std::string freshName(const Programme& programme, const std::string& wish) {
    const auto taken = [&](const std::string& name) {
        return std::any_of(programme.calendars.begin(), programme.calendars.end(),
                           [&](const Calendar& c) { return c.name == name; });
    };
    std::string name = wish;
    for (int number = 2; taken(name); ++number) name = wish + " " + std::to_string(number);
    return name;
}

bool hasWork(const ResolvedCalendar& calendar) {
    const auto works = [](const DayWork& day) { return !day.empty(); };
    return std::any_of(calendar.week.begin(), calendar.week.end(), works) ||
           std::any_of(calendar.exceptions.begin(), calendar.exceptions.end(),
                       [&](const CalendarException& e) { return !e.tide && works(e.work); });
}

/// Puts a changed calendar in place, if everything about it can be.
Outcome put(Transaction& tx, Calendar calendar) {
    for (const auto& day : calendar.week)
        if (day)
            if (auto fault = faultOf(*day)) return *fault;
    for (const CalendarException& exception : calendar.exceptions)
        if (auto fault = faultOf(exception)) return *fault;
    const Calendar before = *tx.programme().calendars.row(calendar.id);
    tx.set(calendar);
    const auto resolved = resolve(tx.programme().calendars.rows(), calendar.id);
    std::optional<Error> fault;
    if (!resolved.ok())
        fault = resolved.error();
    else if (!hasWork(*resolved))
        fault = inputError(worded("a week with no work at all leaves nothing to plan with"),
                           worded("keep at least one working spell in it"));
    if (!fault) return done();
    tx.set(before);
    return *fault;
}

DayWork spells(std::initializer_list<Spell> list) {
    return DayWork(list);
}

std::array<DayWork, 7> weekOf(int days, const DayWork& work) {
    std::array<DayWork, 7> week;
    std::fill_n(week.begin(), days, work);
    return week;
}

/// Cuts dates out of an exception that holds on a plain range of them; what is left is none, one or more ranges.
std::vector<CalendarException> without(const CalendarException& exception, const std::set<Date>& dates) {
    std::vector<CalendarException> left;
    const auto first = dates.lower_bound(exception.from);
    if (exception.rule || exception.yearly || first == dates.end() || *first > exception.to) return {exception};
    CalendarException part = exception;
    for (auto date = first; date != dates.end() && *date <= exception.to; ++date) {
        part.to = *date + -1;
        if (part.from <= part.to) left.push_back(part);
        part.from = *date + 1;
    }
    part.to = exception.to;
    if (part.from <= part.to) left.push_back(part);
    return left;
}

void cutOut(Calendar& calendar, const std::set<Date>& dates) {
    std::vector<CalendarException> kept;
    for (const CalendarException& exception : calendar.exceptions)
        for (CalendarException& part : without(exception, dates)) kept.push_back(std::move(part));
    calendar.exceptions = std::move(kept);
}

/// Adds one exception for each run of dates with the same work.
void addRuns(Calendar& calendar, const std::map<Date, DayWork>& work, const std::string& name, bool yearly) {
    CalendarException run;
    run.name = name;
    run.yearly = yearly;
    bool open = false;
    for (const auto& [date, spellsOfDay] : work) {
        if (open && run.to + 1 == date && run.work == spellsOfDay) {
            run.to = date;
            continue;
        }
        if (open) calendar.exceptions.push_back(run);
        run.from = run.to = date;
        run.work = spellsOfDay;
        open = true;
    }
    if (open) calendar.exceptions.push_back(run);
}

/// The two ends of "… to …" or "… – …"; one date is both.
std::pair<std::string, std::string> endsOf(const std::string& text) {
    for (const char* word : {" to ", "\u2013", " - "})
        if (const auto at = text.find(word); at != std::string::npos)
            return {text.substr(0, at), text.substr(at + std::string_view(word).size())};
    return {text, text};
}

/// A day of any year: "1 Nov", "end of February".
Result<Date> dayOfAYear(const std::string& text, int year) {
    std::string day = trimmed(text);
    if (day.starts_with("end of ")) {
        const auto first = parseTypedDate("1 " + day.substr(7) + " " + std::to_string(year));
        if (!first.ok())
            return inputError(worded("\"%1\" is not a day of the year", day), worded("write it as 28 Feb"));
        Date last = *first + 27;
        while (yearMonthDay(last + 1).month == yearMonthDay(*first).month) last = last + 1;
        return last;
    }
    return parseTypedDate(day + " " + std::to_string(year));
}

} // namespace

const std::vector<StartingPoint>& startingPoints() {
    static const std::vector<StartingPoint> points{
        {toWord("Five days of 8 h"), weekOf(5, spells({{480, 720}, {780, 1020}}))},
        {toWord("Six days of 10 h"), weekOf(6, spells({{420, 720}, {780, 1080}}))},
        {toWord("Seven days of 10 h"), weekOf(7, spells({{420, 720}, {780, 1080}}))},
        {toWord("Four tens"), weekOf(4, spells({{420, 720}, {780, 1080}}))},
        {toWord("Double day shift"), weekOf(5, spells({{360, 840}, {840, 1320}}))},
        {"Nights", weekOf(5, spells({{1200, 1440}, {1500, 1800}}))},
        {toWord("Every hour"), weekOf(7, spells({{0, 1440}}))}};
    return points;
}

std::unordered_map<CalendarId, CalendarUse> usesOf(const Programme& programme) {
    std::unordered_map<CalendarId, CalendarUse> uses;
    CalendarUse& standard = uses[programme.job.defaultCalendar];
    standard.isDefault = true;
    for (const Activity& activity : programme.activities) {
        if (!activity.calendar)
            ++standard.byDefault;
        else if (activity.kind == ActivityKind::hammock)
            uses[activity.calendar].hammocks.push_back(activity.id);
        else
            uses[activity.calendar].activities.push_back(activity.id);
    }
    for (const Calendar& calendar : programme.calendars)
        if (calendar.extends) uses[calendar.extends].extendedBy.push_back(calendar.id);
    for (const Resource& resource : programme.resources)
        if (resource.calendar) ++uses[resource.calendar].resources;
    for (const Link& link : programme.links)
        if (link.lag != 0) ++uses[lagCalendarOf(programme, link)].lags;
    return uses;
}

CalendarUse useOf(const Programme& programme, CalendarId id) {
    return usesOf(programme)[id];
}

Minutes shiftOf(const std::array<DayWork, 7>& week) {
    std::map<Minutes, int> counts;
    for (const DayWork& day : week) {
        Minutes sum = 0;
        for (const Spell& spell : day) sum += spell.to - spell.from;
        if (sum > 0) ++counts[sum];
    }
    Minutes shift = 0;
    int most = 0;
    for (const auto& [minutes, count] : counts)
        if (count >= most) shift = minutes, most = count;
    return std::min(shift, minutesPerDay);
}

Result<CalendarId> addCalendar(Transaction& tx, const StartingPoint& from) {
    Calendar calendar;
    calendar.id = tx.programme().calendars.freshId();
    calendar.key = freshKey(tx.programme().calendars, "C");
    calendar.name = freshName(tx.programme(), from.name);
    for (std::size_t day = 0; day < 7; ++day) calendar.week[day] = from.week[day];
    calendar.dayMinutes = shiftOf(from.week);
    const CalendarId id = calendar.id;
    tx.append(std::move(calendar));
    return id;
}

Result<CalendarId> extendCalendar(Transaction& tx, CalendarId base) {
    const Calendar* row = tx.programme().calendars.row(base);
    if (!row && base != continuousCalendar) return calendarGone();
    Calendar calendar;
    calendar.id = tx.programme().calendars.freshId();
    calendar.key = freshKey(tx.programme().calendars, "C");
    calendar.name = freshName(tx.programme(), worded("%1, changed", row ? row->name : worded("Continuous")));
    calendar.extends = base;
    const CalendarId id = calendar.id;
    tx.insert(row ? tx.programme().calendars.indexOf(base) + 1 : tx.programme().calendars.size(), std::move(calendar));
    return id;
}

Outcome renameCalendar(Transaction& tx, CalendarId id, const std::string& name) {
    const Calendar* row = tx.programme().calendars.row(id);
    if (!row) return calendarGone();
    if (name.find_first_not_of(" \t") == std::string::npos) return inputError(worded("a name cannot be empty"));
    for (const Calendar& other : tx.programme().calendars)
        if (other.id != id && other.name == name)
            return inputError(worded("there is a calendar \"%1\" already", name), worded("choose another name"));
    Calendar calendar = *row;
    calendar.name = name;
    tx.set(std::move(calendar));
    return done();
}

namespace {

/// What closes it closes the one that takes its place, where that can be closed; its thresholds go with it.
void forgetCalendar(Transaction& tx, CalendarId id, CalendarId replacement) {
    if (tx.programme().calendars.row(replacement))
        for (RegisteredRisk risk : std::vector(tx.programme().risks.rows())) {
            for (RiskEffect& effect : risk.effects)
                if (effect.calendar == id) effect.calendar = replacement;
            tx.set(std::move(risk));
        }
    forget<CalendarId>(tx, std::span(&id, 1));
}

} // namespace

Outcome removeCalendar(Transaction& tx, CalendarId id, CalendarId replacement) {
    if (!tx.programme().calendars.row(id)) return calendarGone();
    const CalendarUse use = useOf(tx.programme(), id);
    const auto& sequences = tx.programme().sequences;
    const bool inSteps = std::any_of(sequences.begin(), sequences.end(), [&](const Sequence& sequence) {
        return std::any_of(sequence.steps.begin(), sequence.steps.end(),
                           [&](const SequenceStep& step) { return step.calendar == id; });
    });
    const auto& resources = tx.programme().resources;
    const bool used = inSteps || use.resources > 0 || use.isDefault || !use.activities.empty() ||
                      !use.hammocks.empty() || !use.extendedBy.empty();
    const bool there = replacement == continuousCalendar || tx.programme().calendars.row(replacement);
    if (used && (!there || replacement == id))
        return inputError(worded("the calendar is in use"), worded("choose the one that takes its place"));
    for (const auto& list : {use.activities, use.hammocks})
        for (const ActivityId activity : list) {
            Activity row = *tx.programme().activities.row(activity);
            row.calendar = replacement;
            tx.set(std::move(row));
        }
    for (Resource resource : std::vector(resources.rows())) {
        if (resource.calendar == id) resource.calendar = replacement;
        tx.set(std::move(resource));
    }
    for (Sequence sequence : std::vector(sequences.rows())) {
        for (SequenceStep& step : sequence.steps)
            if (step.calendar == id) step.calendar = replacement;
        tx.set(std::move(sequence));
    }
    // The replacement may itself extend the one that goes.
    for (const CalendarId derived : use.extendedBy) {
        Calendar row = *tx.programme().calendars.row(derived);
        row.extends = derived == replacement ? tx.programme().calendars.row(id)->extends : replacement;
        if (derived == replacement) {
            const auto whole = resolve(tx.programme().calendars.rows(), derived);
            if (!whole.ok()) return whole.errors();
            for (std::size_t day = 0; day < 7; ++day) row.week[day] = whole->week[day];
            row.exceptions = whole->exceptions;
            row.dayMinutes = whole->dayMinutes;
            row.weather = whole->weather;
            row.extends = {};
        }
        tx.set(std::move(row));
    }
    if (use.isDefault) {
        Job job = tx.programme().job;
        job.defaultCalendar = replacement;
        tx.setJob(std::move(job));
    }
    forgetCalendar(tx, id, replacement);
    tx.erase<Calendar>(id);
    for (const Calendar& calendar : tx.programme().calendars)
        if (const auto resolved = resolve(tx.programme().calendars.rows(), calendar.id); !resolved.ok())
            return resolved.errors();
    return done();
}

Outcome setDefaultCalendar(Transaction& tx, CalendarId id) {
    if (id != continuousCalendar && !tx.programme().calendars.row(id)) return calendarGone();
    Job job = tx.programme().job;
    job.defaultCalendar = id;
    tx.setJob(std::move(job));
    return done();
}

Outcome setBase(Transaction& tx, CalendarId id, CalendarId base) {
    const Calendar* row = tx.programme().calendars.row(id);
    if (!row) return calendarGone();
    Calendar calendar = *row;
    calendar.extends = base;
    return put(tx, std::move(calendar));
}

Outcome setWeekdays(Transaction& tx, CalendarId id, std::span<const int> weekdays, const std::optional<DayWork>& work) {
    const Calendar* row = tx.programme().calendars.row(id);
    if (!row) return calendarGone();
    const auto before = resolve(tx.programme().calendars.rows(), id);
    if (!before.ok()) return before.errors();
    Calendar calendar = *row;
    for (const int day : weekdays) calendar.week[static_cast<std::size_t>(day)] = work;
    const Outcome outcome = put(tx, calendar);
    if (!outcome.ok()) return outcome;
    const auto after = resolve(tx.programme().calendars.rows(), id);
    const Minutes shift = shiftOf(after->week);
    if (before->dayMinutes == shiftOf(before->week) && after->dayMinutes != shift && shift > 0) {
        calendar.dayMinutes = shift;
        tx.set(std::move(calendar));
    }
    return done();
}

Outcome setHoursADay(Transaction& tx, CalendarId id, const std::string& text) {
    const Calendar* row = tx.programme().calendars.row(id);
    if (!row) return calendarGone();
    Calendar calendar = *row;
    std::string number = text;
    std::erase_if(number, [](char c) { return c == ' ' || c == 'h'; });
    if (number.empty()) {
        const auto resolved = resolve(tx.programme().calendars.rows(), id);
        if (!resolved.ok()) return resolved.errors();
        calendar.dayMinutes = std::max<Minutes>(1, shiftOf(resolved->week));
    } else {
        const auto hours = Decimal::parse(number);
        const auto minutes = hours ? (Fraction(*hours) * Fraction(60)).ceil() : std::nullopt;
        if (!minutes || *minutes < 1 || *minutes > minutesPerDay)
            return inputError(worded("\"%1\" is not a number of hours a day", text), worded("type a number up to 24"));
        calendar.dayMinutes = *minutes;
    }
    tx.set(std::move(calendar));
    return done();
}

Outcome setDates(Transaction& tx, CalendarId id, const std::set<Date>& dates, const DayWork& work,
                 const std::string& name, bool yearly) {
    const Calendar* row = tx.programme().calendars.row(id);
    if (!row) return calendarGone();
    if (dates.empty()) return inputError(worded("no days are chosen"));
    Calendar calendar = *row;
    cutOut(calendar, dates);
    std::map<Date, DayWork> wanted;
    for (const Date date : dates) wanted[date] = work;
    addRuns(calendar, wanted, name, yearly);
    return put(tx, std::move(calendar));
}

Outcome clearDates(Transaction& tx, CalendarId id, const std::set<Date>& dates) {
    const Calendar* row = tx.programme().calendars.row(id);
    if (!row) return calendarGone();
    if (dates.empty()) return inputError(worded("no days are chosen"));
    Calendar calendar = *row;
    cutOut(calendar, dates);
    const Outcome cut = put(tx, calendar);
    if (!cut.ok()) return cut;
    // Where a rule, a yearly exception or the calendar below still says otherwise, the week is stated for the day.
    const auto resolved = resolve(tx.programme().calendars.rows(), id);
    const Date first = *dates.begin();
    const DayPlan plan = planDays(*resolved, first.days, *dates.rbegin() - first + 1);
    std::map<Date, DayWork> stated;
    for (const Date date : dates)
        if (plan.causeOfDay[static_cast<std::size_t>(date - first)].kind == DayCause::Kind::exception)
            stated[date] = resolved->week[static_cast<std::size_t>(weekday(date))];
    addRuns(calendar, stated, worded("As in the week"), false);
    return put(tx, std::move(calendar));
}

Outcome addException(Transaction& tx, CalendarId id, CalendarException exception) {
    return addExceptions(tx, id, {std::move(exception)});
}

Outcome addExceptions(Transaction& tx, CalendarId id, std::vector<CalendarException> exceptions) {
    const Calendar* row = tx.programme().calendars.row(id);
    if (!row) return calendarGone();
    Calendar calendar = *row;
    for (CalendarException& exception : exceptions) calendar.exceptions.push_back(std::move(exception));
    return put(tx, std::move(calendar));
}

Outcome removeException(Transaction& tx, CalendarId id, std::size_t index) {
    const Calendar* row = tx.programme().calendars.row(id);
    if (!row || index >= row->exceptions.size()) return calendarGone();
    Calendar calendar = *row;
    calendar.exceptions.erase(calendar.exceptions.begin() + static_cast<std::ptrdiff_t>(index));
    return put(tx, std::move(calendar));
}

Result<CalendarException> parseException(TypedException kind, const std::string& text, const std::string& name) {
    CalendarException exception;
    exception.name = trimmed(name);
    std::string dates = text;
    if (trimmed(text).empty()) return inputError(worded("nothing is typed"));
    if (kind == TypedException::rule) {
        auto rule = parseRule(text);
        if (!rule.ok()) return rule.errors();
        exception.rule = *rule;
        return exception;
    }
    if (kind == TypedException::tide) {
        const auto comma = text.find(',');
        const auto window = parseTideWindow(trimmed(text.substr(0, comma)));
        if (!window.ok()) return window.errors();
        if (comma == std::string::npos)
            return inputError(worded("the tide needs a range of dates"),
                              worded("write it as below 1.2, 1 Jun 2027 to 31 Aug 2027"));
        exception.tide = *window;
        dates = text.substr(comma + 1);
    }
    const auto [first, last] = endsOf(dates);
    if (kind == TypedException::season) {
        // 2028 has a 29 February, so that a season may end with the month in every year.
        const auto from = dayOfAYear(first, 2027);
        const auto to = dayOfAYear(last, 2028);
        if (!from.ok()) return from.errors();
        if (!to.ok()) return to.errors();
        exception.yearly = true;
        exception.from = *from;
        exception.to = *to;
        const auto a = yearMonthDay(*from), b = yearMonthDay(*to);
        if (std::pair(b.month, b.day) >= std::pair(a.month, a.day) && isDate(2027, b.month, b.day))
            exception.to = dateFrom(2027, b.month, b.day);
    } else {
        const auto from = parseTypedDate(first);
        const auto to = parseTypedDate(last);
        if (!from.ok()) return from.errors();
        if (!to.ok()) return to.errors();
        exception.from = *from;
        exception.to = *to;
    }
    if (auto fault = faultOf(exception)) return *fault;
    return exception;
}

Outcome addPublicHolidays(Transaction& tx, CalendarId id, HolidayRegion region) {
    const Calendar* row = tx.programme().calendars.row(id);
    if (!row) return calendarGone();
    Calendar calendar = *row;
    // Rules come first: what was said of single dates goes on counting.
    auto at = calendar.exceptions.begin();
    while (at != calendar.exceptions.end() && at->rule) ++at;
    for (const PublicHoliday& holiday : publicHolidays(region)) {
        const bool there = std::any_of(calendar.exceptions.begin(), calendar.exceptions.end(),
                                       [&](const CalendarException& e) { return e.rule == holiday.rule; });
        if (there) continue;
        CalendarException exception;
        exception.name = holiday.name;
        exception.rule = holiday.rule;
        at = calendar.exceptions.insert(at, std::move(exception)) + 1;
    }
    return put(tx, std::move(calendar));
}

Outcome setWeather(Transaction& tx, CalendarId id, const std::optional<std::array<int, 12>>& weather) {
    const Calendar* row = tx.programme().calendars.row(id);
    if (!row) return calendarGone();
    if (weather)
        if (auto fault = faultOf(*weather)) return *fault;
    Calendar calendar = *row;
    calendar.weather = weather;
    return put(tx, std::move(calendar));
}

} // namespace yarrin

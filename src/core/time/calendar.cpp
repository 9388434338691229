// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/time/calendar.h"

#include "core/base/worded.h"

#include <algorithm>
#include <charconv>

namespace yarrin {

namespace {

constexpr int longestTide = 3660; // days; every one of them is computed minute by minute

} // namespace

int ResolvedCalendar::daysPerWeek() const {
    return static_cast<int>(std::count_if(week.begin(), week.end(), [](const DayWork& day) { return !day.empty(); }));
}

ResolvedCalendar continuous() {
    ResolvedCalendar calendar;
    calendar.key = "continuous";
    calendar.dayMinutes = minutesPerDay;
    calendar.week.fill(DayWork{{0, minutesPerDay}});
    return calendar;
}

std::optional<Spell> parseSpell(std::string_view text) {
    const auto dash = text.find('-');
    if (dash == std::string_view::npos) return {};
    // A night shift goes on after its break: 20:00-24:00, 25:00-30:00.
    const auto from = parseClock(text.substr(0, dash), 48);
    const auto to = parseClock(text.substr(dash + 1), 48);
    if (!from || !to) return {};
    return Spell{*from, *to};
}

std::string spellText(const Spell& spell) {
    return clockText(spell.from) + "-" + clockText(spell.to);
}

std::optional<Error> faultOf(const DayWork& work) {
    int end = -1;
    if (!work.empty() && work.front().from >= minutesPerDay)
        return inputError(worded("the spell %1 starts on the day after", spellText(work.front())),
                          worded("give it to that day"));
    for (const Spell& spell : work) {
        if (spell.to <= spell.from) return inputError(worded("the spell %1 ends before it starts", spellText(spell)));
        if (spell.from < end)
            return inputError(worded("the spell %1 overlaps the one before it or is out of order", spellText(spell)));
        end = spell.to;
    }
    return {};
}

Result<DayWork> parseDayWork(std::string_view text) {
    DayWork work;
    std::size_t at = 0;
    while (at <= text.size()) {
        const auto comma = std::min(text.find(',', at), text.size());
        std::string_view part = text.substr(at, comma - at);
        while (!part.empty() && part.front() == ' ') part.remove_prefix(1);
        while (!part.empty() && part.back() == ' ') part.remove_suffix(1);
        at = comma + 1;
        if (part.empty() && work.empty() && at > text.size()) break;
        const auto spell = parseSpell(part);
        if (!spell) return inputError(worded("\"%1\" is not a working spell", part), worded("write it as 08:00-12:00"));
        work.push_back(*spell);
    }
    if (auto fault = faultOf(work)) return *fault;
    return work;
}

Result<DayWork> parseTypedDayWork(std::string_view text) {
    std::string plain;
    for (std::size_t at = 0; at < text.size(); ++at) {
        if (text.substr(at).starts_with("\u2013")) // a dash as word processors make it
            plain += '-', at += 2;
        else if (text[at] != ' ')
            plain += text[at] == ';' ? ',' : text[at];
    }
    if (plain == "none" || plain == "off" || plain == "-") plain.clear();
    std::string strict;
    for (std::size_t at = 0; at < plain.size();) {
        const auto comma = std::min(plain.find(',', at), plain.size());
        std::string part = plain.substr(at, comma - at);
        const auto dash = part.find('-');
        const auto clock = [](std::string hours) {
            if (hours.find(':') == std::string::npos) hours += ":00";
            return hours.size() == 4 ? "0" + hours : hours;
        };
        if (dash != std::string::npos) {
            const std::string from = clock(part.substr(0, dash));
            std::string to = clock(part.substr(dash + 1));
            const auto start = parseClock(from);
            const auto end = parseClock(to, 48);
            if (start && end && *end < *start) to = clockText(*end + int(minutesPerDay));
            part = from + "-" + to;
        }
        strict += (strict.empty() ? "" : ",") + part;
        at = comma + 1;
    }
    return parseDayWork(strict);
}

std::string dayWorkText(const DayWork& work) {
    std::string text;
    for (const Spell& spell : work) {
        if (!text.empty()) text += ", ";
        text += spellText(spell);
    }
    return text;
}

std::optional<Error> faultOf(const CalendarException& exception) {
    if (auto fault = faultOf(exception.work)) return fault;
    if (exception.rule) return faultOf(*exception.rule);
    if (exception.tide && exception.yearly) return inputError(worded("a tide does not come round every year"));
    if (exception.tide && exception.to - exception.from > longestTide)
        return inputError(worded("tide windows from %1 are computed for at most ten years", isoDate(exception.from)),
                          worded("shorten the range of dates"));
    const auto from = yearMonthDay(exception.from);
    const auto to = yearMonthDay(exception.to);
    if (!exception.yearly) {
        if (exception.to < exception.from)
            return inputError(worded("the exception from %1 ends before it starts", isoDate(exception.from)));
        return {};
    }
    const bool earlierInYear = std::pair(to.month, to.day) < std::pair(from.month, from.day);
    if (to.year > from.year + 1 || (to.year == from.year + 1 && !earlierInYear))
        return inputError(worded("the yearly exception from %1 is longer than a year", isoDate(exception.from)));
    return {};
}

std::optional<Error> faultOf(const std::array<int, 12>& weather) {
    for (const int days : weather)
        if (days < 0 || days > 31)
            return inputError(worded("a month cannot lose %1 days to weather", days),
                              worded("type a number from 0 to 31"));
    return {};
}

Result<std::array<int, 12>> parseWeather(std::string_view text) {
    const auto bad = [&] {
        return inputError(worded("\"%1\" is not the days lost in twelve months", text),
                          worded("write twelve numbers with commas between them"));
    };
    std::array<int, 12> weather{};
    std::size_t month = 0;
    for (std::size_t at = 0; at <= text.size(); ++month) {
        const auto comma = std::min(text.find(',', at), text.size());
        while (at < comma && text[at] == ' ') ++at;
        std::size_t end = comma;
        while (end > at && text[end - 1] == ' ') --end;
        int days = 0;
        const auto [stop, fault] = std::from_chars(text.data() + at, text.data() + end, days);
        if (month >= 12 || fault != std::errc{} || stop != text.data() + end) return bad();
        weather[month] = days;
        at = comma + 1;
    }
    if (month != 12) return bad();
    if (auto fault = faultOf(weather)) return *fault;
    return weather;
}

std::string weatherText(const std::array<int, 12>& weather) {
    std::string text;
    for (const int days : weather) text += (text.empty() ? "" : ",") + std::to_string(days);
    return text;
}

Result<ResolvedCalendar> resolve(const std::vector<Calendar>& calendars, CalendarId id) {
    std::vector<const Calendar*> chain; // from the calendar asked for down to its last base
    for (CalendarId next = id; next && next != continuousCalendar;) {
        // Ids are mostly 1, 2, 3 …, so the first guess nearly always hits.
        auto found =
            next.value <= calendars.size() && calendars[next.value - 1].id == next
                ? calendars.begin() + (next.value - 1)
                : std::find_if(calendars.begin(), calendars.end(), [&](const Calendar& c) { return c.id == next; });
        if (found == calendars.end())
            return Error{ErrorCode::programme, {}, worded("a calendar that is not in the programme is used"), {}};
        if (std::find(chain.begin(), chain.end(), &*found) != chain.end()) {
            std::string loop;
            for (const Calendar* calendar : chain) loop += worded("%1 extends ", calendar->key);
            return Error{ErrorCode::programme, worded("calendar %1", chain.front()->key),
                         worded("calendars extend each other in a circle: %1%2", loop, found->key),
                         worded("let one of them stand alone")};
        }
        chain.push_back(&*found);
        next = found->extends;
    }
    const bool baseIsContinuous = chain.empty() || chain.back()->extends == continuousCalendar;
    ResolvedCalendar resolved = baseIsContinuous ? continuous() : ResolvedCalendar{};
    for (auto calendar = chain.rbegin(); calendar != chain.rend(); ++calendar) {
        if ((*calendar)->weather) resolved.weather = (*calendar)->weather;
        if ((*calendar)->dayMinutes) resolved.dayMinutes = *(*calendar)->dayMinutes;
        for (std::size_t day = 0; day < 7; ++day)
            if ((*calendar)->week[day]) resolved.week[day] = *(*calendar)->week[day];
        resolved.exceptions.insert(resolved.exceptions.end(), (*calendar)->exceptions.begin(),
                                   (*calendar)->exceptions.end());
        resolved.key = (*calendar)->key;
    }
    return resolved;
}

} // namespace yarrin

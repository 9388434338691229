// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/model/phrases.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include <algorithm>
#include <array>
#include <cctype>
#include <utility>

namespace yarrin {

namespace {

bool isBlank(char c) {
    return c == ' ' || c == '\t' || c == '\n' || c == '\r';
}

std::string inQuotes(std::string_view text) {
    return "\"" + std::string(text) + "\"";
}

/// Takes a leading run of characters off a text.
template <typename Test> std::string_view takeWhile(std::string_view& text, Test test) {
    std::size_t count = 0;
    while (count < text.size() && test(text[count])) ++count;
    const std::string_view taken = text.substr(0, count);
    text.remove_prefix(count);
    return taken;
}

/// Minutes of one unit word, and whether it is elapsed time; 0 where the word is no unit.
std::pair<Minutes, bool> unitMinutes(const std::string& word, const DayUnit& unit) {
    if (word == "d" || word == "day" || word == "days" || word.empty()) return {unit.dayMinutes, false};
    if (word == "h" || word == "hour" || word == "hours" || word == "hr" || word == "hrs") return {60, false};
    if (word == "w" || word == "wk" || word == "week" || word == "weeks")
        return {unit.dayMinutes * std::max(1, unit.daysPerWeek), false};
    if (word == "m" || word == "min") return {1, false};
    if (word == "cd") return {minutesPerDay, true};
    if (word == "cw") return {minutesPerDay * 7, true};
    return {0, false};
}

} // namespace

DayUnit dayUnitOf(const Programme& programme, CalendarId id) {
    DayUnit unit;
    std::optional<Minutes> day;
    std::array<std::optional<bool>, 7> works;
    std::size_t steps = 0;
    bool reachesContinuous = id == continuousCalendar;
    for (CalendarId next = id; next && next != continuousCalendar && steps++ <= programme.calendars.size();) {
        const Calendar* calendar = programme.calendars.row(next);
        if (!calendar) break;
        if (!day) day = calendar->dayMinutes;
        for (std::size_t i = 0; i < 7; ++i)
            if (!works[i] && calendar->week[i]) works[i] = !calendar->week[i]->empty();
        next = calendar->extends;
        reachesContinuous = next == continuousCalendar;
    }
    unit.dayMinutes = day.value_or(reachesContinuous ? minutesPerDay : 480);
    unit.daysPerWeek = 0;
    for (const auto& work : works) unit.daysPerWeek += work.value_or(reachesContinuous) ? 1 : 0;
    return unit;
}

Result<TypedSpan> parseShift(std::string_view text, const DayUnit& unit) {
    constexpr std::string_view minus = "\u2212";
    text = trimmedView(text);
    const bool back = text.starts_with('-') || text.starts_with(minus);
    if (text.starts_with(minus))
        text.remove_prefix(minus.size());
    else if (back || text.starts_with('+'))
        text.remove_prefix(1);
    if (text.empty() && back) return inputError(worded("\"-\" is no lag"), worded("write a lag as 3d or -2d"));
    if (text.empty()) return TypedSpan{};
    auto span = parseSpan(text, unit);
    if (!span.ok() || !back) return span;
    return TypedSpan{-span->minutes, span->elapsed};
}

std::string shiftText(Minutes minutes, const DayUnit& unit, bool elapsed) {
    return minutes == 0 ? std::string() : (minutes < 0 ? "-" : "") + spanText(std::abs(minutes), unit, elapsed);
}

std::vector<std::string> leftOutOf(const Job& job) {
    return listed(job.leftOut, ';');
}

std::string pausesText(const Programme& programme, const Activity& activity) {
    const DayUnit unit = dayUnitOf(programme, calendarOf(programme, activity));
    std::string text;
    for (const Pause& pause : activity.pauses)
        text += (text.empty() ? "" : "; ") + spanText(pause.rest, unit) + " after " + spanText(pause.after, unit);
    return text;
}

CalendarId lagCalendarOf(const Programme& programme, const Link& link) {
    const auto ofActivity = [&](ActivityId id) {
        const Activity* activity = programme.activities.row(id);
        return activity ? calendarOf(programme, *activity) : programme.job.defaultCalendar;
    };
    switch (link.lagCalendar == LagCalendar::standard ? programme.job.lagCalendar : link.lagCalendar) {
    case LagCalendar::successor:
        return ofActivity(link.to);
    case LagCalendar::programme:
        return programme.job.defaultCalendar;
    case LagCalendar::continuous:
        return continuousCalendar;
    default:
        return ofActivity(link.from);
    }
}

Result<TypedSpan> parseSpan(std::string_view text, const DayUnit& unit) {
    const std::string_view whole = trimmedView(text);
    std::string_view rest = whole;
    const auto bad = [&] {
        return inputError(worded("%1 is not a duration", inQuotes(whole)),
                          worded("write it as 12d, 2w 3d, 6h or 10cd"));
    };
    if (rest.empty()) return bad();
    TypedSpan span;
    bool first = true;
    bool elapsedDays = false;
    bool workingDays = false;
    while (!rest.empty()) {
        const std::string_view number = takeWhile(rest, [](char c) { return (c >= '0' && c <= '9') || c == '.'; });
        const auto count = Decimal::parse(number);
        if (!count) return bad();
        takeWhile(rest, isBlank);
        const std::string word =
            lowered(takeWhile(rest, [](char c) { return std::isalpha(static_cast<unsigned char>(c)) != 0; }));
        takeWhile(rest, isBlank);
        const auto [minutes, elapsed] = unitMinutes(word, unit);
        if (minutes == 0 || (word.empty() && !(first && rest.empty()))) return bad();
        // Hours and minutes are of the same clock as the days that they stand with.
        const bool hasDays = !word.starts_with('h') && !word.starts_with('m');
        (elapsed ? elapsedDays : workingDays) |= hasDays;
        if (elapsedDays && workingDays)
            return inputError(worded("working and calendar days cannot be mixed in %1", inQuotes(whole)),
                              worded("use one of them"));
        const auto sum = (Fraction(*count) * Fraction(minutes)).ceil();
        if (!sum || *sum > longestDuration || span.minutes + *sum > longestDuration)
            return inputError(worded("%1 is out of all bounds", inQuotes(whole)));
        span.minutes += *sum;
        span.elapsed = elapsedDays;
        first = false;
    }
    return span;
}

std::string spanText(Minutes minutes, const DayUnit& unit, bool elapsed) {
    if (minutes < 0) return "-" + spanText(-minutes, unit, elapsed);
    const Minutes day = elapsed ? minutesPerDay : unit.dayMinutes;
    const char* dayName = elapsed ? "cd" : "d";
    const Minutes days = minutes / day;
    const Minutes rest = minutes % day;
    std::string text;
    const auto add = [&](Minutes count, const char* name) {
        if (!text.empty()) text += ' ';
        text += std::to_string(count) + name;
    };
    if (days > 0 || rest == 0 || elapsed) add(days, dayName);
    if (rest / 60 > 0) add(rest / 60, "h");
    if (rest % 60 > 0) add(rest % 60, "m");
    return text;
}

std::string quotedKey(const std::string& key) {
    // A key that reads like the opening of a phrase is not taken for one.
    static constexpr std::array<std::string_view, 4> openings{"with", "after", "starts", "ends"};
    const bool plain = key.find_first_of(" ;\"\t+") == std::string::npos &&
                       std::find(openings.begin(), openings.end(), lowered(key)) == openings.end();
    return plain ? key : "\"" + key + "\"";
}

namespace {

/// Reads one phrase between two semicolons.
class PhraseReader {
public:
    PhraseReader(const Programme& programme, const Lookup& lookup, ActivityId successor, LagCalendar lags,
                 std::string_view text)
        : m_programme(programme), m_lookup(lookup), m_successor(successor), m_lags(lags), m_whole(trimmedView(text)),
          m_rest(m_whole) {}

    Result<LinkPhrase> read() {
        LinkPhrase phrase;
        bool typed = false;
        static constexpr std::array<std::pair<std::string_view, LinkType>, 5> openings{
            {{"ends on start of ", LinkType::sf},
             {"ends with ", LinkType::ff},
             {"starts with ", LinkType::ss},
             {"with ", LinkType::ss},
             {"after ", LinkType::fs}}};
        for (const auto& [words, type] : openings)
            if (!typed && lowered(m_rest.substr(0, words.size())) == words) {
                m_rest = trimmedView(m_rest.substr(words.size()));
                phrase.type = type;
                typed = true;
            }
        const auto from = activity();
        if (!from.ok()) return from.error();
        phrase.from = *from;
        m_rest = trimmedView(m_rest);
        if (const auto type = fromWord(m_rest.substr(0, 2)); type && !typed) {
            phrase.type = *type;
            m_rest = trimmedView(m_rest.substr(2));
        }
        if (m_rest.empty()) return phrase;
        const char sign = m_rest.front();
        if (sign != '+' && sign != '-')
            return inputError(worded("in %1, %2 is not a lag", inQuotes(m_whole), inQuotes(m_rest)),
                              worded("write it as +3d, -2d or +5cd"));
        Link link;
        link.from = phrase.from;
        link.to = m_successor;
        link.lagCalendar = m_lags;
        auto lag = parseSpan(m_rest.substr(1), dayUnitOf(m_programme, lagCalendarOf(m_programme, link)));
        if (!lag.ok())
            return inputError(worded("in %1: %2", inQuotes(m_whole), lag.error().what),
                              worded("write a lag as +3d or -2d"));
        phrase.lag = *lag;
        if (sign == '-') phrase.lag.minutes = -phrase.lag.minutes;
        return phrase;
    }

private:
    static std::optional<LinkType> fromWord(std::string_view word) {
        const std::string low = lowered(word);
        static constexpr std::array<std::pair<std::string_view, LinkType>, 4> types{
            {{"fs", LinkType::fs}, {"ss", LinkType::ss}, {"ff", LinkType::ff}, {"sf", LinkType::sf}}};
        for (const auto& [name, type] : types)
            if (name == low) return type;
        return {};
    }

    Result<ActivityId> activity() {
        std::string key;
        if (!m_rest.empty() && m_rest.front() == '"') {
            const auto close = std::min(m_rest.find('"', 1), m_rest.size());
            key = m_rest.substr(1, close - 1);
            m_rest.remove_prefix(std::min(close + 1, m_rest.size()));
        } else {
            // A key may hold a hyphen, so "-" only opens a lag after a blank or where the longer key is not there.
            std::string_view word = m_rest.substr(0, std::min(m_rest.find_first_of(" \t+"), m_rest.size()));
            while (!find(word) && word.find('-') != std::string_view::npos) word = word.substr(0, word.rfind('-'));
            if (!find(word)) word = m_rest.substr(0, std::min(m_rest.find_first_of(" \t+"), m_rest.size()));
            key = word;
            m_rest.remove_prefix(word.size());
        }
        const Activity* found = find(key);
        if (key.empty())
            return inputError(worded("a link names no activity"),
                              worded("write the id of an activity, as in A020 +3d"));
        if (!found)
            return inputError(worded("there is no activity %1", key),
                              worded("write the id of an activity, as in A020 +3d"));
        return found->id;
    }

    [[nodiscard]] const Activity* find(std::string_view key) const {
        return m_programme.activities.row(m_lookup.activity(key));
    }

    const Programme& m_programme;
    const Lookup& m_lookup;
    ActivityId m_successor;
    LagCalendar m_lags;
    std::string_view m_whole;
    std::string_view m_rest;
};

} // namespace

Result<std::vector<LinkPhrase>> parseLinkPhrases(const Programme& programme, const Lookup& lookup, ActivityId successor,
                                                 std::string_view text, LagCalendar lags) {
    std::vector<LinkPhrase> phrases;
    while (!text.empty()) {
        // A semicolon in quotes belongs to a key.
        std::size_t end = 0;
        for (bool quoted = false; end < text.size() && (quoted || text[end] != ';'); ++end)
            if (text[end] == '"') quoted = !quoted;
        const std::string_view part = trimmedView(text.substr(0, end));
        text.remove_prefix(std::min(end + 1, text.size()));
        if (part.empty()) continue;
        auto phrase = PhraseReader(programme, lookup, successor, lags, part).read();
        if (!phrase.ok()) return phrase.errors();
        phrases.push_back(*phrase);
    }
    return phrases;
}

std::string linkPhrase(const Programme& programme, const Link& link) {
    static constexpr std::array<std::string_view, 4> openings{"", "with ", "ends with ", "ends on start of "};
    const Activity* from = programme.activities.row(link.from);
    std::string text(openings[static_cast<std::size_t>(link.type)]);
    text += from ? quotedKey(from->key) : "?";
    if (link.lag == 0) return text;
    const CalendarId calendar = lagCalendarOf(programme, link);
    const bool elapsed = calendar == continuousCalendar;
    text += link.lag < 0 ? " " : " +";
    return text + spanText(link.lag, dayUnitOf(programme, calendar), elapsed);
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/time/holiday_rule.h"

#include "core/base/text.h"
#include "core/base/worded.h"

#include <algorithm>
#include <array>
#include <charconv>

namespace yarrin {

namespace {

constexpr std::array<std::string_view, 12> ruleMonths{"january",   "february", "march",    "april",
                                                      "may",       "june",     "july",     "august",
                                                      "september", "october",  "november", "december"};
constexpr std::array<std::string_view, 7> weekdayNames{"monday", "tuesday",  "wednesday", "thursday",
                                                       "friday", "saturday", "sunday"};
constexpr std::array<std::string_view, 5> ordinals{"first", "second", "third", "fourth", "fifth"};
constexpr std::string_view movedWords = "moved off weekends";

bool isWeekend(Date date) {
    return weekday(date) >= 5;
}

Date firstOf(int year, int month) {
    return dateFrom(year, static_cast<unsigned>(month), 1);
}

/// The index of the name that a word of at least three letters begins, or -1.
template <std::size_t count> int named(const std::array<std::string_view, count>& names, std::string_view word) {
    if (word.size() < 3) return -1;
    for (std::size_t i = 0; i < count; ++i)
        if (names[i].starts_with(word)) return static_cast<int>(i);
    return -1;
}

std::string capital(std::string_view word) {
    std::string text(word);
    text.replace(0, 1, raised(text.substr(0, 1)));
    return text;
}

std::vector<std::string> wordsOf(std::string_view text) {
    std::vector<std::string> words;
    std::string word;
    for (const char c : lowered(text)) {
        if (c != ' ' && (c < '\t' || c > '\r'))
            word += c;
        else if (!word.empty())
            words.push_back(std::move(word)), word.clear();
    }
    if (!word.empty()) words.push_back(std::move(word));
    return words;
}

std::optional<int> signedNumber(std::string_view text) {
    if (text.starts_with('+')) text.remove_prefix(1);
    return wholeNumber(text);
}

} // namespace

Date easterSunday(int year) {
    const int a = year % 19, b = year / 100, c = year % 100;
    const int d = b / 4, e = b % 4, f = (b + 8) / 25, g = (b - f + 1) / 3;
    const int h = (19 * a + b - d - g + 15) % 30;
    const int i = c / 4, k = c % 4, l = (32 + 2 * e + 2 * i - h - k) % 7;
    const int m = (a + 11 * h + 22 * l) / 451;
    const int n = h + l - 7 * m + 114;
    return dateFrom(year, static_cast<unsigned>(n / 31), static_cast<unsigned>(n % 31 + 1));
}

std::optional<Date> dateIn(const HolidayRule& rule, int year) {
    if (rule.kind == HolidayRule::Kind::easter) return easterSunday(year) + rule.offset;
    const auto month = static_cast<unsigned>(rule.month);
    if (rule.kind == HolidayRule::Kind::fixedDate) {
        const auto day = static_cast<unsigned>(rule.day);
        return isDate(year, month, day) ? std::optional(dateFrom(year, month, day)) : std::nullopt;
    }
    const Date first = firstOf(year, rule.month);
    if (rule.firstIf && weekday(first) == *rule.firstIf) return first;
    if (rule.nth < 0) {
        const Date last = (rule.month == 12 ? dateFrom(year, 12, 31) : firstOf(year, rule.month + 1) + -1);
        return last + -((weekday(last) - rule.weekday + 7) % 7);
    }
    const Date date = first + (rule.weekday - weekday(first) + 7) % 7 + 7 * (rule.nth - 1);
    return yearMonthDay(date).month == month ? std::optional(date) : std::nullopt;
}

std::vector<RuleDay> daysIn(std::span<const HolidayRule> rules, int year) {
    std::vector<RuleDay> days;
    std::vector<Date> taken;
    for (std::size_t i = 0; i < rules.size(); ++i) {
        if (const auto date = dateIn(rules[i], year)) {
            days.push_back({*date, i, false});
            taken.push_back(*date);
        }
        // A substitute for the last days of a year looks at the first ones of the next.
        if (const auto date = year < lastYear ? dateIn(rules[i], year + 1) : std::nullopt) taken.push_back(*date);
    }
    const std::size_t count = days.size();
    for (std::size_t i = 0; i < count; ++i) {
        if (!rules[days[i].rule].substitute || !isWeekend(days[i].date)) continue;
        Date date = days[i].date + 1;
        while (isWeekend(date) || std::find(taken.begin(), taken.end(), date) != taken.end()) date = date + 1;
        taken.push_back(date);
        days.push_back({date, days[i].rule, true});
    }
    return days;
}

std::optional<Error> faultOf(const HolidayRule& rule) {
    if (rule.month < 1 || rule.month > 12) return inputError("there is no such month");
    if (rule.weekday < 0 || rule.weekday > 6) return inputError("there is no such weekday");
    if (rule.firstIf && (*rule.firstIf < 0 || *rule.firstIf > 6)) return inputError("there is no such weekday");
    if (rule.kind == HolidayRule::Kind::fixedDate &&
        (rule.day < 1 || !isDate(2000, static_cast<unsigned>(rule.month), static_cast<unsigned>(rule.day))))
        return inputError(
            worded("there is no %1 %2", rule.day, capital(ruleMonths[static_cast<std::size_t>(rule.month - 1)])));
    if (rule.kind == HolidayRule::Kind::nthWeekday && rule.nth != -1 && (rule.nth < 1 || rule.nth > 5))
        return inputError("a month has no such week");
    if (rule.offset < -100 || rule.offset > 250) return inputError("that is too many days from Easter");
    return {};
}

Result<HolidayRule> parseRule(std::string_view text) {
    const auto bad = [&] {
        return inputError(worded("\"%1\" is not a rule for a holiday", text),
                          "write 25 December, first Monday in May, last Monday in August or Easter +1");
    };
    HolidayRule rule;
    std::string_view main = text;
    if (const auto comma = text.find(','); comma != std::string_view::npos) {
        const auto tail = wordsOf(text.substr(comma + 1));
        if (tail != wordsOf(movedWords)) return bad();
        rule.substitute = true;
        main = text.substr(0, comma);
    }
    std::vector<std::string> words = wordsOf(main);
    if (words.empty()) return bad();
    if (words[0].starts_with("easter")) {
        rule.kind = HolidayRule::Kind::easter;
        std::string rest = words[0].substr(6);
        for (std::size_t i = 1; i < words.size(); ++i) rest += words[i];
        const auto offset = rest.empty() ? std::optional(0) : signedNumber(rest);
        if (!offset || (!rest.empty() && rest[0] != '+' && rest[0] != '-')) return bad();
        rule.offset = *offset;
    } else if (const auto day = signedNumber(words[0]); day && words.size() == 2) {
        rule.month = named(ruleMonths, words[1]) + 1;
        rule.day = *day;
        if (rule.month == 0) return bad();
    } else {
        rule.kind = HolidayRule::Kind::nthWeekday;
        if (words.size() == 8 && words[4] == "or" && words[5] == "1st" && words[6] == "if") {
            const int first = named(weekdayNames, words[7]);
            if (first < 0) return bad();
            rule.firstIf = first;
            words.resize(4);
        }
        if (words.size() != 4 || (words[2] != "in" && words[2] != "of")) return bad();
        const auto ordinal = std::find(ordinals.begin(), ordinals.end(), words[0]);
        if (ordinal == ordinals.end() && words[0] != "last") return bad();
        rule.nth = words[0] == "last" ? -1 : static_cast<int>(ordinal - ordinals.begin()) + 1;
        rule.weekday = named(weekdayNames, words[1]);
        rule.month = named(ruleMonths, words[3]) + 1;
        if (rule.weekday < 0 || rule.month == 0) return bad();
    }
    if (auto fault = faultOf(rule)) return *fault;
    return rule;
}

std::string ruleText(const HolidayRule& rule) {
    std::string text;
    const auto month = [&] { return capital(ruleMonths[static_cast<std::size_t>(rule.month - 1)]); };
    switch (rule.kind) {
    case HolidayRule::Kind::fixedDate:
        text = std::to_string(rule.day) + " " + month();
        break;
    case HolidayRule::Kind::nthWeekday:
        text = std::string(rule.nth < 0 ? "last" : ordinals[static_cast<std::size_t>(rule.nth - 1)]) + " " +
               capital(weekdayNames[static_cast<std::size_t>(rule.weekday)]) + " in " + month();
        if (rule.firstIf) text += " or 1st if " + capital(weekdayNames[static_cast<std::size_t>(*rule.firstIf)]);
        break;
    case HolidayRule::Kind::easter:
        text = "Easter";
        if (rule.offset != 0) text += (rule.offset > 0 ? " +" : " ") + std::to_string(rule.offset);
        break;
    }
    if (rule.substitute) text += ", " + std::string(movedWords);
    return text;
}

std::vector<PublicHoliday> publicHolidays(HolidayRegion region) {
    using Kind = HolidayRule::Kind;
    const auto fixed = [](const char* name, int day, int month, bool moved) {
        HolidayRule rule;
        rule.month = month;
        rule.day = day;
        rule.substitute = moved;
        return PublicHoliday{name, rule};
    };
    const auto monday = [](const char* name, int nth, int month) {
        HolidayRule rule;
        rule.kind = Kind::nthWeekday;
        rule.month = month;
        rule.nth = nth;
        return PublicHoliday{name, rule};
    };
    const auto easter = [](const char* name, int offset) {
        HolidayRule rule;
        rule.kind = Kind::easter;
        rule.offset = offset;
        return PublicHoliday{name, rule};
    };
    switch (region) {
    case HolidayRegion::englandAndWales:
        return {fixed("New Year's Day", 1, 1, true),  easter("Good Friday", -2),        easter("Easter Monday", 1),
                monday("Early May holiday", 1, 5),    monday("Spring holiday", -1, 5),  monday("Summer holiday", -1, 8),
                fixed("Christmas Day", 25, 12, true), fixed("Boxing Day", 26, 12, true)};
    case HolidayRegion::scotland:
        return {fixed("New Year's Day", 1, 1, true),
                fixed("2 January", 2, 1, true),
                easter("Good Friday", -2),
                monday("Early May holiday", 1, 5),
                monday("Spring holiday", -1, 5),
                monday("Summer holiday", 1, 8),
                fixed("St Andrew's Day", 30, 11, true),
                fixed("Christmas Day", 25, 12, true),
                fixed("Boxing Day", 26, 12, true)};
    case HolidayRegion::ireland: {
        PublicHoliday brigid = monday("St Brigid's Day", 1, 2);
        brigid.rule.firstIf = 4;
        return {fixed("New Year's Day", 1, 1, false),
                brigid,
                fixed("St Patrick's Day", 17, 3, false),
                easter("Easter Monday", 1),
                monday("May holiday", 1, 5),
                monday("June holiday", 1, 6),
                monday("August holiday", 1, 8),
                monday("October holiday", -1, 10),
                fixed("Christmas Day", 25, 12, false),
                fixed("St Stephen's Day", 26, 12, false)};
    }
    }
    return {};
}

} // namespace yarrin

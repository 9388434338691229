// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/time/instant.h"

#include <array>
#include <charconv>
#include <chrono>

namespace yarrin {

namespace {

/// Whole digits of a fixed width, or nothing.
std::optional<int> digits(std::string_view text) {
    int value = 0;
    if (text.empty()) return {};
    for (const char c : text) {
        if (c < '0' || c > '9') return {};
        value = value * 10 + (c - '0');
    }
    return value;
}

void appendPadded(std::string& text, int value, int width) {
    std::array<char, 12> buffer{};
    const auto end = std::to_chars(buffer.data(), buffer.data() + buffer.size(), value).ptr;
    for (auto length = end - buffer.data(); length < width; ++length) text += '0';
    text.append(buffer.data(), end);
}

} // namespace

bool isDate(int year, unsigned month, unsigned day) {
    return year >= firstYear && year <= lastYear &&
           std::chrono::year_month_day(std::chrono::year(year), std::chrono::month(month), std::chrono::day(day)).ok();
}

Date dateFrom(int year, unsigned month, unsigned day) {
    const std::chrono::sys_days days =
        std::chrono::year_month_day(std::chrono::year(year), std::chrono::month(month), std::chrono::day(day));
    return Date{static_cast<std::int32_t>(days.time_since_epoch().count())};
}

YearMonthDay yearMonthDay(Date date) {
    const std::chrono::year_month_day ymd{std::chrono::sys_days(std::chrono::days(date.days))};
    return {int(ymd.year()), unsigned(ymd.month()), unsigned(ymd.day())};
}

int weekday(Date date) {
    const int fromThursday = date.days % 7; // 1970-01-01 was a Thursday
    return (fromThursday + 10) % 7;
}

Date dateOf(Instant t) {
    Minutes day = t.minutes / minutesPerDay;
    if (t.minutes < 0 && day * minutesPerDay != t.minutes) --day;
    return Date{static_cast<std::int32_t>(day)};
}

std::optional<Date> parseDate(std::string_view text) {
    if (text.size() != 10 || text[4] != '-' || text[7] != '-') return {};
    const auto year = digits(text.substr(0, 4));
    const auto month = digits(text.substr(5, 2));
    const auto day = digits(text.substr(8, 2));
    if (!year || !month || !day || !isDate(*year, unsigned(*month), unsigned(*day))) return {};
    return dateFrom(*year, unsigned(*month), unsigned(*day));
}

std::optional<int> parseClock(std::string_view text, int lastHour) {
    if (text.size() != 5 || text[2] != ':') return {};
    const auto hour = digits(text.substr(0, 2));
    const auto minute = digits(text.substr(3, 2));
    if (!hour || !minute || *minute > 59 || *hour * 60 + *minute > lastHour * 60) return {};
    return *hour * 60 + *minute;
}

std::optional<Instant> parseInstant(std::string_view text) {
    if (text.size() != 16 || text[10] != 'T') return {};
    const auto date = parseDate(text.substr(0, 10));
    const auto clock = parseClock(text.substr(11));
    if (!date || !clock) return {};
    return startOf(*date) + *clock;
}

std::string isoDate(Date date) {
    const auto [year, month, day] = yearMonthDay(date);
    std::string text;
    appendPadded(text, year, 4);
    text += '-';
    appendPadded(text, int(month), 2);
    text += '-';
    appendPadded(text, int(day), 2);
    return text;
}

std::string clockText(int minuteOfDay) {
    std::string text;
    appendPadded(text, minuteOfDay / 60, 2);
    text += ':';
    appendPadded(text, minuteOfDay % 60, 2);
    return text;
}

std::string isoInstant(Instant t) {
    const Date date = dateOf(t);
    return isoDate(date) + "T" + clockText(static_cast<int>(t - startOf(date)));
}

std::optional<DateOrInstant> parseDateOrInstant(std::string_view text) {
    if (const auto date = parseDate(text)) return DateOrInstant{startOf(*date), true};
    if (const auto instant = parseInstant(text)) return DateOrInstant{*instant, false};
    return {};
}

std::string isoText(const DateOrInstant& when) {
    return when.bareDate ? isoDate(dateOf(when.at)) : isoInstant(when.at);
}

} // namespace yarrin

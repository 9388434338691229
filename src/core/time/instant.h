// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <compare>
#include <cstdint>
#include <optional>
#include <string>
#include <string_view>

namespace yarrin {

/// A span in minutes: working minutes of some calendar, or elapsed ones, as the name at hand says.
using Minutes = std::int64_t;

inline constexpr Minutes minutesPerDay = 1440;

/// A calendar day, counted from 1970-01-01.
struct Date {
    std::int32_t days = 0;
    friend auto operator<=>(Date, Date) = default;
    friend Date operator+(Date date, int count) { return Date{date.days + count}; }
    friend int operator-(Date a, Date b) { return a.days - b.days; }
};

/// A minute of local site time, counted from 1970-01-01T00:00; no time zone, no daylight saving.
struct Instant {
    Minutes minutes = 0;
    friend auto operator<=>(Instant, Instant) = default;
    friend Instant operator+(Instant t, Minutes span) { return Instant{t.minutes + span}; }
    friend Instant operator-(Instant t, Minutes span) { return Instant{t.minutes - span}; }
    friend Minutes operator-(Instant a, Instant b) { return a.minutes - b.minutes; }
};

/// The years that can be written; a date beyond them cannot be computed and is an error.
inline constexpr int firstYear = 1;
inline constexpr int lastYear = 9999;

struct YearMonthDay {
    int year = 0;
    unsigned month = 0;
    unsigned day = 0;
};

[[nodiscard]] bool isDate(int year, unsigned month, unsigned day);
[[nodiscard]] Date dateFrom(int year, unsigned month, unsigned day);
[[nodiscard]] YearMonthDay yearMonthDay(Date date);
/// 0 is Monday, 6 is Sunday.
[[nodiscard]] int weekday(Date date);

[[nodiscard]] Date dateOf(Instant t);
[[nodiscard]] inline Instant startOf(Date date) {
    return Instant{minutesPerDay * date.days};
}
/// The day on which work that ends at t is complete: exactly 00:00 belongs to the day before.
[[nodiscard]] inline Date completionDate(Instant t) {
    return dateOf(t - 1);
}

/// Reads "2027-03-01"; nothing where there is no such day.
[[nodiscard]] std::optional<Date> parseDate(std::string_view text);
/// Reads "2027-03-01T08:00"; 24:00 is 00:00 of the next day.
[[nodiscard]] std::optional<Instant> parseInstant(std::string_view text);
/// Reads "08:00" to "24:00", up to "48:00" where a spell runs past midnight: minutes of the day.
[[nodiscard]] std::optional<int> parseClock(std::string_view text, int lastHour = 24);
[[nodiscard]] std::string isoDate(Date date);
[[nodiscard]] std::string isoInstant(Instant t);
[[nodiscard]] std::string clockText(int minuteOfDay);

/// A date as a constraint or deadline holds it: an instant, or a bare date whose time follows from a calendar.
struct DateOrInstant {
    Instant at; ///< of a bare date, 00:00 of the day
    bool bareDate = true;
    friend bool operator==(const DateOrInstant&, const DateOrInstant&) = default;
};
[[nodiscard]] std::optional<DateOrInstant> parseDateOrInstant(std::string_view text);
[[nodiscard]] std::string isoText(const DateOrInstant& when);

} // namespace yarrin

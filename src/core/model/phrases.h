// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/lookup.h"
#include "core/model/programme.h"

#include <string>
#include <string_view>
#include <vector>

namespace yarrin {

/// How long a calendar's day and week are, for reading and writing durations.
struct DayUnit {
    Minutes dayMinutes = 480;
    int daysPerWeek = 5;
};
/// The day and week of a calendar, inherited ones included; 480 minutes and five days where it cannot be told.
[[nodiscard]] DayUnit dayUnitOf(const Programme& programme, CalendarId id);
/// The working minutes of a day of an activity, by its calendar.
[[nodiscard]] inline Minutes dayOf(const Programme& programme, const Activity& activity) {
    return dayUnitOf(programme, calendarOf(programme, activity)).dayMinutes;
}
/// The calendar that a link's lag runs on.
[[nodiscard]] CalendarId lagCalendarOf(const Programme& programme, const Link& link);

/// A span as typed: working minutes, or elapsed ones where it was given in calendar days.
struct TypedSpan {
    Minutes minutes = 0;
    bool elapsed = false;
};

/// Reads "12d", "2w 3d", "6h", "10cd", "45m", with decimals; a bare number means days. Hours and minutes next to
/// calendar days are elapsed ones. Not negative.
[[nodiscard]] Result<TypedSpan> parseSpan(std::string_view text, const DayUnit& unit);
/// Writes a span of minutes so that it reads back the same: "12d", "2d 3h", "45m"; elapsed ones "1cd 12h".
[[nodiscard]] std::string spanText(Minutes minutes, const DayUnit& unit, bool elapsed = false);

/// A span that may go back in time: "3d", "+3d", "-2d"; nothing typed is none.
[[nodiscard]] Result<TypedSpan> parseShift(std::string_view text, const DayUnit& unit);
/// Writes it so that it reads back; empty where it is none.
[[nodiscard]] std::string shiftText(Minutes minutes, const DayUnit& unit, bool elapsed = false);

/// When an activity's work rests, as it is typed: "2d after 3d; 1d after 6d".
[[nodiscard]] std::string pausesText(const Programme& programme, const Activity& activity);

/// One link as a phrase names it, with its predecessor found.
struct LinkPhrase {
    ActivityId from;
    LinkType type = LinkType::fs;
    TypedSpan lag; ///< negative for a lead
};

/// Reads "A020; with A040 +5d; ends with A050 -2d; ends on start of A060; A070 SS +5cd" as what `successor` waits
/// for, with lags in the days of the calendar they run on. The error says which part is wrong and why.
[[nodiscard]] Result<std::vector<LinkPhrase>> parseLinkPhrases(const Programme& programme, const Lookup& lookup,
                                                               ActivityId successor, std::string_view text,
                                                               LagCalendar lags = LagCalendar::standard);
/// The phrase of a link, as its successor reads it.
[[nodiscard]] std::string linkPhrase(const Programme& programme, const Link& link);
/// An activity's key as phrases write it, in quotes where it has blanks or semicolons.
[[nodiscard]] std::string quotedKey(const std::string& key);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/transaction.h"

#include <set>
#include <span>
#include <unordered_map>

namespace yarrin {

/// A working pattern to begin with.
struct StartingPoint {
    const char* name;
    std::array<DayWork, 7> week;
};
[[nodiscard]] const std::vector<StartingPoint>& startingPoints();

/// What names a calendar.
struct CalendarUse {
    std::vector<ActivityId> activities; ///< that name it, tasks and milestones
    std::vector<ActivityId> hammocks;
    std::size_t byDefault = 0; ///< activities that name none, where it is the job's default
    std::vector<CalendarId> extendedBy;
    std::size_t resources = 0; ///< that work to it
    bool isDefault = false;
    std::size_t lags = 0; ///< links whose lag runs on it
};
[[nodiscard]] CalendarUse useOf(const Programme& programme, CalendarId id);
/// The same of every calendar that anything uses, in one go.
[[nodiscard]] std::unordered_map<CalendarId, CalendarUse> usesOf(const Programme& programme);

/// The working minutes of most of a week's working days, the longer where two are as common; 0 for no work.
[[nodiscard]] Minutes shiftOf(const std::array<DayWork, 7>& week);

[[nodiscard]] Result<CalendarId> addCalendar(Transaction& tx, const StartingPoint& from);
/// A calendar that extends another one and overrides nothing yet.
[[nodiscard]] Result<CalendarId> extendCalendar(Transaction& tx, CalendarId base);
[[nodiscard]] Outcome renameCalendar(Transaction& tx, CalendarId id, const std::string& name);
/// Removes a calendar; what uses it uses the replacement. Without one, nothing may use it.
[[nodiscard]] Outcome removeCalendar(Transaction& tx, CalendarId id, CalendarId replacement);
[[nodiscard]] Outcome setDefaultCalendar(Transaction& tx, CalendarId id);
/// Makes a calendar extend another one, or none; a circle is refused.
[[nodiscard]] Outcome setBase(Transaction& tx, CalendarId id, CalendarId base);

/// Sets the work of weekdays (0 is Monday); none takes them from the calendar it extends. The hours of a day follow
/// the shift, unless they were typed as something else. A week without any work is refused.
[[nodiscard]] Outcome setWeekdays(Transaction& tx, CalendarId id, std::span<const int> weekdays,
                                  const std::optional<DayWork>& work);
/// What people call a day: hours as typed ("10", "10h", "7.5"); empty text takes the shift's.
[[nodiscard]] Outcome setHoursADay(Transaction& tx, CalendarId id, const std::string& text);

/// Makes dates work as given, or not at all; one exception for each run of them. Earlier exceptions of this calendar
/// for just those dates give way.
[[nodiscard]] Outcome setDates(Transaction& tx, CalendarId id, const std::set<Date>& dates, const DayWork& work,
                               const std::string& name, bool yearly);
/// Gives dates back the work of the standard week.
[[nodiscard]] Outcome clearDates(Transaction& tx, CalendarId id, const std::set<Date>& dates);
[[nodiscard]] Outcome addException(Transaction& tx, CalendarId id, CalendarException exception);
[[nodiscard]] Outcome addExceptions(Transaction& tx, CalendarId id, std::vector<CalendarException> exceptions);
[[nodiscard]] Outcome removeException(Transaction& tx, CalendarId id, std::size_t index);
/// An exception as people type it: a rule ("first Monday in May"), a season of every year ("1 Nov to end of Feb"), a
/// shutdown ("24 Dec 2027 to 3 Jan 2028", or one date), a tide window ("below 1.2, 1 Jun 2027 to 31 Aug 2027").
enum class TypedException { rule, season, shutdown, tide };
[[nodiscard]] Result<CalendarException> parseException(TypedException kind, const std::string& text,
                                                       const std::string& name);
/// Adds the public holidays of a region; those already there by the same rule are left alone.
[[nodiscard]] Outcome addPublicHolidays(Transaction& tx, CalendarId id, HolidayRegion region);
/// Working days lost in each month; none takes the allowance off.
[[nodiscard]] Outcome setWeather(Transaction& tx, CalendarId id, const std::optional<std::array<int, 12>>& weather);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"
#include "edit/transaction.h"

#include <span>
#include <string_view>

namespace yarrin {

/// What happened on site, up to the data date. Each either does the whole of what its name says within the transaction,
/// or returns the reason in words.

/// The data date as typed: 00:00 of the day, so that what was done before it is known and what is left goes on from it.
/// It does not go back behind anything that has an actual date.
[[nodiscard]] Outcome setDataDate(Transaction& tx, std::string_view date);

enum class Actual { start, finish };
/// An actual date as typed, of a day (its work's start or end in the activity's calendar) or an instant
/// ("2027-03-01T10:00"); empty takes it away. Refused: without a data date, at or after it, a finish without a start or
/// before it, hammocks.
[[nodiscard]] Outcome setActual(Transaction& tx, ActivityId id, Actual which, std::string_view text);
/// The actual date that a text means for an activity.
[[nodiscard]] Result<Instant> parseActual(const Programme& programme, const Activity& activity, Actual which,
                                          std::string_view text);

/// Work left as typed, of an activity that is in progress; empty: all of it is left. It no longer follows a quantity.
[[nodiscard]] Outcome setRemaining(Transaction& tx, ActivityId id, std::string_view text);
/// Quantity done as typed: the work left follows from the quantity left at the output planned.
[[nodiscard]] Outcome setQuantityDone(Transaction& tx, ActivityId id, std::string_view text);
/// Forecasts the work left of activities at the rate achieved: the working time since the actual start, for each unit
/// done. Refused for what has no quantity done.
[[nodiscard]] Outcome forecastAtAchieved(Transaction& tx, std::span<const ActivityId> ids);

/// Output achieved against planned of an activity with a quantity done: units in one day of its calendar.
struct Achieved {
    Fraction planned;
    std::optional<Fraction> achieved; ///< none where no working time has passed
};
[[nodiscard]] std::optional<Achieved> achievedOf(const Programme& programme, const Activity& activity,
                                                 const WorkCalendar& calendar, Minutes duration);

/// Why an activity stands in the list of an update.
enum class Due {
    none,
    started,  ///< in progress
    toStart,  ///< should have started by the data date and has not
    toFinish, ///< is in progress and should have finished
    finished, ///< since the last update
};
/// What an activity has to do with an update at `dataDate`, against the dates that were planned; `since` is the data
/// date before, none at the first update.
[[nodiscard]] Due dueOf(const Activity& activity, Instant plannedStart, Instant plannedFinish, Instant dataDate,
                        std::optional<Instant> since);

} // namespace yarrin

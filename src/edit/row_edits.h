// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/activity_edits.h"

#include <span>

namespace yarrin {

/// Whole rows: moved, chained, written again, and taken from one job into another. Each either does the whole of what
/// its name says within the transaction, or returns the reason in words.

/// Moves activities, as one block, by one row of their group; -1 up, 1 down.
[[nodiscard]] Outcome moveActivities(Transaction& tx, std::span<const ActivityId> ids, int step);
/// Puts activities, as one block in their order, above another one or below it; at the end where there is none. Their
/// groups stay.
[[nodiscard]] Outcome placeActivities(Transaction& tx, std::span<const ActivityId> ids, ActivityId beside, bool below);
/// Links each activity to the next, finish to start; two that are linked so stay as they are.
[[nodiscard]] Outcome chainActivities(Transaction& tx, std::span<const ActivityId> ids);
/// Writes activities again below the last of them, with the links between them, ids counted on and nothing done yet.
/// The new rows, in the order of the old ones.
[[nodiscard]] Result<std::vector<ActivityId>> duplicateActivities(Transaction& tx, std::span<const ActivityId> ids);
/// The same at other locations, once at each: what is called after the place that it stands at is called after the new
/// one, ids come of a pattern in which {id} is the old one, {location} the id of the place, {unit} and {step} count
/// places and rows (docs/engine.md names the words). Refused where the pattern makes one id of two.
[[nodiscard]] Result<std::vector<ActivityId>> duplicateAt(Transaction& tx, std::span<const ActivityId> ids,
                                                          std::span<const LocationId> places,
                                                          const std::string& pattern);
/// Adds so many tasks below a row, called by a pattern in which # is their number, each following the one before where
/// they are to be linked.
[[nodiscard]] Result<std::vector<ActivityId>> addSeveral(Transaction& tx, ActivityId below, BreakdownId group,
                                                         int count, const std::string& names, bool linked,
                                                         const NewWork& as);
inline constexpr int mostAtOnce = 500;
/// Activities as a programme of their own, with the links between them and what they name of calendars and book.
[[nodiscard]] Programme takenAlone(const Programme& programme, std::span<const ActivityId> ids);
/// Puts such a programme's activities below a row (at the end where none), in a group. Calendars, locations and items
/// of the book are those that are called the same here; items of the book that are not here come along, other calendars
/// become the programme's own. Ids that are taken are counted on.
[[nodiscard]] Result<std::vector<ActivityId>> putActivities(Transaction& tx, const Programme& taken, ActivityId below,
                                                            BreakdownId group);

} // namespace yarrin

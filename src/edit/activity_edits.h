// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/describe/texts.h"
#include "core/model/phrases.h"
#include "edit/transaction.h"

#include <span>
#include <string>
#include <unordered_set>

namespace yarrin {

/// Operations on activities. Each either does the whole of what its name says within the transaction, or returns the
/// reason in words for the person who asked; the caller then drops the transaction.

/// A key that no activity has, counting on from `like` ("B220" gives "B230" or the next free one).
[[nodiscard]] std::string freeKey(const Programme& programme, const std::string& like);
/// The same where the keys that are taken are known.
[[nodiscard]] std::string freeKey(const std::unordered_set<std::string>& taken, const std::string& like);

/// What new work begins with.
struct NewWork {
    std::string duration = "5d"; ///< as typed, in days of its calendar
    bool asRowAbove = true;      ///< the calendar of the row above it; else the programme's own
};
/// Adds a row below `below` (at the end where none), in the breakdown and location of that row unless stated.
[[nodiscard]] Result<ActivityId> addActivity(Transaction& tx, ActivityKind kind, ActivityId below,
                                             BreakdownId breakdown, const std::string& name, const NewWork& as = {});

/// In words, what else goes when these activities go: links, hammocks' anchors, sections' milestones.
[[nodiscard]] std::vector<std::string> dependentsOf(const Programme& programme, std::span<const ActivityId> ids);
/// Removes activities with their links and anchors. A hammock left without a start or finish anchor goes too; a
/// section keeps its place without a milestone.
[[nodiscard]] Outcome removeActivities(Transaction& tx, std::span<const ActivityId> ids);

[[nodiscard]] Outcome setKey(Transaction& tx, ActivityId id, std::string key);
[[nodiscard]] Outcome setName(Transaction& tx, ActivityId id, std::string name);
/// Gives an activity a text that people edit as it is; blanks around it go.
[[nodiscard]] Outcome setText(Transaction& tx, ActivityId id, const PlainText& which, std::string text);
[[nodiscard]] Outcome setCalendar(Transaction& tx, ActivityId id, CalendarId calendar);
[[nodiscard]] Outcome setKind(Transaction& tx, ActivityId id, ActivityKind kind);
/// A duration as typed. On a measured activity it solves the crews; calendar days put it on the continuous calendar.
[[nodiscard]] Outcome setDuration(Transaction& tx, ActivityId id, std::string_view text);
[[nodiscard]] Outcome setBreakdown(Transaction& tx, ActivityId id, BreakdownId breakdown);
[[nodiscard]] Outcome setConstraint(Transaction& tx, ActivityId id, std::optional<Constraint> constraint);
[[nodiscard]] Outcome setNotes(Transaction& tx, ActivityId id, std::string notes);

enum class MeasureField { quantity, output, hours, crews, factor };
/// A figure of the build-up as typed; empty text takes it away. The duration follows from the measure.
[[nodiscard]] Outcome setMeasureField(Transaction& tx, ActivityId id, MeasureField field, std::string_view text);
/// What is worked out of the other three of quantity, output, crews and days.
enum class Solved { quantity, output, crews, days };
/// Gives a measured activity the days as typed and works out one of the other three; crews in whole numbers, so that it
/// may be done sooner.
[[nodiscard]] Outcome solveFor(Transaction& tx, ActivityId id, Solved what, std::string_view days);
[[nodiscard]] Outcome setUnit(Transaction& tx, ActivityId id, std::string_view text);
[[nodiscard]] Outcome setRounding(Transaction& tx, ActivityId id, RoundTo roundTo);

/// Reads a figure with thousands separators: "1,344", "11 840.5".
[[nodiscard]] Result<Decimal> parseFigure(std::string_view text);
/// The same, nothing for empty text.
[[nodiscard]] Result<std::optional<Decimal>> parseOptionalFigure(std::string_view text);

} // namespace yarrin

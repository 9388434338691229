// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/places/clashes.h"
#include "edit/place_edits.h"

#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace yarrin {

/// What a hand draws over places and time.
struct DrawnWork {
    BookItemId item;     ///< of which kind of work; none: work without a quantity
    SequenceId sequence; ///< else all of its steps, laid out over the places
    std::string name;    ///< where there is no item
    LocationId line;     ///< along which it goes, with `span`
    std::optional<MetreSpan> span;
    bool up = true;                 ///< its direction along the span
    std::vector<LocationId> places; ///< else one after the other
    Date start, finish;             ///< its first and its last day, at least
};
/// Adds what was drawn: one activity along a line, else one in each place, each after the one before. It is held at
/// its first day. Work that is measured in metres takes its length, other work what its crews do in that time, in whole
/// crews. A sequence is laid out over the places, or over the parts of the line, beneath it, and held at the first day.
/// Refused: no days, no length, nothing drawn over, longer than one crew takes.
[[nodiscard]] Result<std::vector<ActivityId>> drawWork(Transaction& tx, const DrawnWork& drawn);

/// Moves an activity's own range, or one end of it, by so many metres within its location; work that takes all of its
/// location gets a range of its own.
enum class RangePart { all, from, to };
[[nodiscard]] Outcome shiftRange(Transaction& tx, ActivityId id, RangePart part, Millimetres by);
/// Puts an activity into another place.
[[nodiscard]] Outcome movePlace(Transaction& tx, ActivityId id, LocationId to);

/// In which order activities are linked.
enum class ChainOrder { time, place };
/// Activities in the order of their starts, or of their places and chainage; whatever their order before.
[[nodiscard]] std::vector<ActivityId> chained(const Programme& programme, const Schedule& schedule,
                                              std::span<const ActivityId> ids, ChainOrder order);
/// Links each to the next, from finish to start; those that are linked so stay as they are.
[[nodiscard]] Outcome linkChain(Transaction& tx, std::span<const ActivityId> ids);

/// Makes the links that keep the two of a clash apart as it is wanted, and makes them longer until they do: one behind
/// the other along a line by their starts and their finishes, else from finish to start. Refused where the one leads
/// to the other already the other way round, where dates cannot be moved, or where no link would do.
[[nodiscard]] Outcome keepApart(Transaction& tx, const Schedule& schedule, const Clash& clash);
/// Keeps that a clash is meant so, with the reason; empty takes that back.
[[nodiscard]] Outcome setClashAside(Transaction& tx, const Clash& clash, std::string_view reason);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/effects.h"
#include "core/network/schedule.h"

#include <cstdint>
#include <optional>
#include <vector>

namespace yarrin {

/// Chainage in thousandths of a metre.
using Millimetres = std::int64_t;
[[nodiscard]] Millimetres millimetres(const Decimal& metres);
[[nodiscard]] double metres(Millimetres at);

struct MetreSpan {
    Millimetres from = 0, to = 0; ///< from < to
    [[nodiscard]] Millimetres length() const { return to - from; }
    friend bool operator==(const MetreSpan&, const MetreSpan&) = default;
};
/// What two spans share; none where that has no length.
[[nodiscard]] std::optional<MetreSpan> shared(const MetreSpan& a, const MetreSpan& b);

/// Where a front is from one instant on: between two of them it goes on evenly.
struct WayPoint {
    Instant when;
    Millimetres at = 0;
    friend bool operator==(const WayPoint&, const WayPoint&) = default;
};
/// The way of one front of work, in order of time and never turning back: upright while it rests.
using Way = std::vector<WayPoint>;
/// Where a front is; before its first point there, behind its last one there.
[[nodiscard]] Millimetres placeAt(const Way& way, Instant when);
/// From when to when a front is at a place that it passes.
struct Passing {
    Instant arrives, leaves;
};
[[nodiscard]] std::optional<Passing> passing(const Way& way, Millimetres at);

/// The last working minute up to which a calendar works without a break from minute n on, n < last.
[[nodiscard]] Minutes endOfSpell(const WorkCalendar& own, Minutes n, Minutes last);

/// Whether a location has a range of chainage of its own.
[[nodiscard]] bool hasChainage(const Location& one);
[[nodiscard]] MetreSpan chainageOf(const Location& one);
/// Whether a location is another one, or lies in it.
[[nodiscard]] bool isWithin(const Programme& programme, LocationId one, LocationId other);

/// How much of a quantity lies in each stretch of a line, in order and without gaps.
struct ProfilePart {
    MetreSpan span;
    Decimal quantity;
};
using Profile = std::vector<ProfilePart>;

/// A task in its place: a block that takes all of it from start to finish, or fronts that move along it.
struct Piece {
    ActivityId activity;
    std::size_t index = 0; ///< among the programme's activities
    LocationId location;
    LocationId line;                ///< the outermost location around it with chainage; none: it has no chainage
    std::optional<MetreSpan> span;  ///< along its line
    bool borrowed = false;          ///< the span is that of a location around its own, which says nothing finer
    Travel travel = Travel::stands; ///< never byItself
    Instant start, finish;
    std::size_t run = none; ///< that it is a part of
    Profile pace;           ///< by what quantities it goes, where it moves; empty: evenly
    static constexpr std::size_t none = static_cast<std::size_t>(-1);
};

/// Pieces of one kind of work over neighbouring places, one after the other, which read as one line.
struct Run {
    std::string name;                ///< of the step, or of the item of the output book
    bool up = true;                  ///< along the chainage, or in the order of the places
    std::vector<std::size_t> pieces; ///< in order of time
};

/// All tasks that have a place, in the programme's order, and how they follow each other.
struct PlacedWork {
    std::vector<Piece> pieces;
    std::vector<Run> runs;
};
/// Fragments that do not count in the forecast are left out. Neither the order of activities nor that of locations
/// decides what runs are.
[[nodiscard]] PlacedWork placedWork(const Programme& programme, const Schedule& schedule);

/// The ways of a piece's fronts, to the millimetre at every minute at which its calendar starts or stops to work, and
/// where its pace changes: docs/engine.md section 24. None of what stands. `from` and `to` limit what is wanted.
[[nodiscard]] std::vector<Way> waysOf(const Programme& programme, const Schedule& schedule, const Piece& piece);
/// The same for pictures: a point a day at most.
[[nodiscard]] std::vector<Way> sketchOf(const Programme& programme, const Schedule& schedule, const Piece& piece);

/// By what quantities an activity's pace goes: the item that it follows, else what it does of bill items by their
/// places where that covers its range; empty where it goes evenly.
[[nodiscard]] Profile paceOf(const Programme& programme, const Activity& activity, const MetreSpan& span);
/// The quantities of a bill item by place: what activities with chainage do of it, and on its own location what nobody
/// does yet. Along one line, in order; overlapping stretches add up.
[[nodiscard]] Profile profileOf(const Programme& programme, BillItemId item, LocationId line);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/words.h"
#include "core/places/track.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace yarrin {

enum class ClashKind {
    atOnce,    ///< two pieces of work in one place at one time
    tooSoon,   ///< one behind the other by fewer days than wanted
    tooNear,   ///< at one time nearer than wanted
    crewTwice, ///< a crew that would have to be in two places
};
template <> struct Words<ClashKind> {
    static constexpr std::string_view list[] = {"at_once", "too_soon", "too_near", "crew_twice"};
};

/// Two pieces of work that come into each other's way.
struct Clash {
    ClashKind kind = ClashKind::atOnce;
    ActivityId one, other;         ///< `one` is there first; of both at once the one whose id comes first
    LocationId place;              ///< the narrower of their two
    std::optional<MetreSpan> span; ///< along its line
    /// While they are; of one too soon behind the other the time between them, where that is least.
    Instant from, to;
    Minutes gap = 0, wanted = 0;         ///< too soon: working minutes between them
    Minutes day = 1440;                  ///< what counts as a day of these
    Millimetres distance = 0, apart = 0; ///< too near: at least, and wanted
    std::vector<PlaceRuleId> rules;      ///< that want it
    bool past = false;                   ///< all of it lies before the data date
    std::optional<std::string> meant;    ///< why it is set aside as meant so
};

/// What two kinds of work owe each other in a place: of the rules that fit both the narrowest, of equally narrow ones
/// the strictest together: docs/engine.md section 24.
struct Apart {
    bool together = false;
    std::optional<Decimal> days, metres;
    LagCalendar daysOf = LagCalendar::successor;
    std::vector<PlaceRuleId> rules;
};
[[nodiscard]] Apart apartOf(const Programme& programme, const Piece& a, const Piece& b);

inline constexpr std::size_t mostClashes = 10'000;
struct Clashes {
    std::vector<Clash> found; ///< by time, then place, then ids
    bool all = true;          ///< else there are more than are kept
    /// Ahead of the data date and not meant so.
    [[nodiscard]] std::size_t ahead() const;
};
/// Everything that comes into its way. No order of rows decides. Stops early where work is stopped.
[[nodiscard]] Clashes clashesOf(const Programme& programme, const Schedule& schedule, const PlacedWork& placed);

/// The name by which files know that a clash is set aside.
[[nodiscard]] std::string_view concernOf(ClashKind kind);
/// "Y730 comes 3 days behind Y720 from 0 to 177 m, 5 days wanted".
[[nodiscard]] std::string sentenceOf(const Programme& programme, const Clash& clash);

} // namespace yarrin

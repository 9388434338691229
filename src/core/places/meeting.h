// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/places/track.h"

#include <optional>

namespace yarrin {

/// A piece in space and time: a block, or one front of it.
struct Mover {
    MetreSpan span; ///< that the block takes, or that the front passes
    Instant start, finish;
    const Way* way = nullptr; ///< null: a block
};
/// How the days between two pieces are counted.
struct DayCount {
    const WorkCalendar* calendar = nullptr; ///< null: by the clock
    [[nodiscard]] Minutes between(Instant a, Instant b) const {
        return calendar ? calendar->worked(b) - calendar->worked(a) : b - a;
    }
};

/// Both in one place at one time.
struct AtOnce {
    MetreSpan span;
    Instant from, to;
};
/// None where they only touch: one begins at the instant, or the place, where the other ends.
[[nodiscard]] std::optional<AtOnce> meetOf(const Mover& a, const Mover& b);

/// One behind the other, over what both pass.
struct Behind {
    bool aFirst = true;
    Minutes gap = 0;  ///< the least
    Instant from, to; ///< where it is least: when the one leaves, when the other comes
    MetreSpan span;   ///< over which it is less than wanted; without length where that is at one point only
};
/// Of two that do not meet and share some of their place, where the gap is below `wanted` by more than a minute, which
/// is as exact as ways are. `ifAFirst` and `ifBFirst` count the days for either order.
[[nodiscard]] std::optional<Behind> behindOf(const Mover& a, const Mover& b, const DayCount& ifAFirst,
                                             const DayCount& ifBFirst, Minutes wantedIfAFirst, Minutes wantedIfBFirst);

/// Both at one time, nearer than wanted.
struct Near {
    Millimetres distance = 0; ///< the least
    Instant from, to;
    MetreSpan span; ///< from the one to the other where it is least
};
/// Of two on one line that do not meet.
[[nodiscard]] std::optional<Near> nearOf(const Mover& a, const Mover& b, Millimetres wanted);

} // namespace yarrin

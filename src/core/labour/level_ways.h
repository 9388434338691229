// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/labour/level_board.h"
#include "core/labour/levelling.h"

namespace yarrin {

/// Work and the instant before which it does not start.
struct Held {
    ActivityId activity;
    Instant from;
    std::vector<Pause> pauses; ///< where it is split
};

struct FloatLevelling {
    std::vector<Held> held;       ///< what others wait for first
    double before = 0, after = 0; ///< roughness
};
/// Moves each activity within what its followers leave it, the last first, to where excess and then the sum of squares
/// of daily demand is least (Burgess and Killebrew 1962), over and over until nothing is gained.
[[nodiscard]] FloatLevelling levelInsideFloat(const Programme& programme, const std::vector<std::size_t>& resources,
                                              const ResourceBook& book, const LevelOptions& options);

/// Puts activities one after the other where they fit below the supply, in many orders, and keeps the best.
[[nodiscard]] Result<std::vector<Held>> levelWithinSupply(const Programme& programme,
                                                          const std::vector<std::size_t>& resources,
                                                          const ResourceBook& book, const LevelOptions& options);

} // namespace yarrin

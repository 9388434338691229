// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"

#include <optional>
#include <string>
#include <vector>

namespace yarrin {

/// One trade over the units of a sequence, as it stands: docs/engine.md section 25.
struct BalanceLine {
    int step = 0;
    std::string name;
    std::vector<std::size_t> activities; ///< indexes of its work, in the order in which its crews do the units
    std::optional<Decimal> crews;        ///< where all of it has the same
    double daysPerUnit = 0;              ///< mean, working days of its calendar
    double unitsPerWeek = 0;             ///< its rate: units in a working week of its calendar
    std::optional<double> naturalDays;   ///< that one crew takes for a unit, its natural rhythm
    Minutes waits = 0;                   ///< between its units, working minutes of its calendar in all
    double idleCrewDays = 0;             ///< the same of its crews, in days
    Instant start, finish;
    bool begun = false;
};
struct Balance {
    std::vector<BalanceLine> lines; ///< in the order of the steps; of those that were laid out
    std::size_t pace = 0;           ///< the slowest, which sets the pace; of equals the first step
    double idleCrewDays = 0;
    std::optional<Instant> finish;
};
/// Neither the order of units nor that of activities decides: each trade's units follow its starts, then the ids.
[[nodiscard]] Balance balanceOf(const Programme& programme, const Schedule& schedule, SequenceId sequence);

/// From when on a trade works through all of its units without a wait, if nothing of what it waits for moves (Lumsden,
/// The Line-of-Balance Method, 1968: the start by the unit that holds it back most).
[[nodiscard]] Instant startWithoutWaits(const Programme& programme, const Schedule& schedule, const BalanceLine& line);

/// Whole crews with which a trade takes no longer for a unit than `days`; none where its work has no crews.
[[nodiscard]] std::optional<Decimal> crewsWithin(const BalanceLine& line, double days);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/decimal.h"
#include "core/base/result.h"
#include "core/time/instant.h"

#include <optional>
#include <string>

namespace yarrin {

/// What a duration worked out from a quantity is rounded up to.
enum class RoundTo { day, halfDay, hour, none };

/// The build-up of a duration: quantity, output and crews. Exactly one of the two ways to state output counts:
/// `outputPerCrewDay` where it is there, else `hoursPerUnit`.
struct Measure {
    Decimal quantity; ///< in `unit`
    std::string unit;
    std::optional<Decimal> outputPerCrewDay; ///< units a crew does in one of the calendar's days
    std::optional<Decimal> hoursPerUnit;     ///< crew-hours a unit takes
    std::optional<Decimal> crews;            ///< none: no duration comes of it
    Decimal factor = 1;                      ///< working factor; 0.8 loses a fifth of the output
    RoundTo roundTo = RoundTo::day;
    std::optional<Decimal> learningRate =
        std::nullopt;   ///< in per cent, from 50 to 100; none: every unit takes the same
    int unitNumber = 1; ///< the how-manieth of repeated units it is, for learning
    friend bool operator==(const Measure&, const Measure&) = default;
};

/// The longest duration that is taken, some 1900 years of continuous work: beyond it no date could be written.
inline constexpr Minutes longestDuration = 1'000'000'000;

/// Minutes of work rounded up to whole steps, in a calendar whose day has `dayMinutes`.
[[nodiscard]] Result<Minutes> roundedUp(const Fraction& minutes, RoundTo roundTo, Minutes dayMinutes);

/// Why the figures of this measure cannot be, if they cannot: a negative quantity, an output of nothing.
[[nodiscard]] std::optional<Error> faultOf(const Measure& measure);

/// days = Q / (R·N·k), or hours = Q·h / (N·k), rounded up to the step, in minutes of a calendar whose day has
/// `dayMinutes`: docs/engine.md section 8, worked out in exact fractions. Nothing where crews or output are not
/// stated; an error where the result is out of all bounds.
[[nodiscard]] Result<std::optional<Minutes>> durationOf(const Measure& measure, Minutes dayMinutes);

/// The days before rounding, for showing how a duration comes about; nothing where it cannot be worked out.
[[nodiscard]] std::optional<Fraction> exactDays(const Measure& measure, Minutes dayMinutes);

/// Crews, in whole numbers, that do the quantity within `duration`.
[[nodiscard]] Result<Decimal> crewsFor(const Measure& measure, Minutes duration, Minutes dayMinutes);
/// The output of a crew a day that the duration asks for with the crews given, to three decimals, rounded up.
[[nodiscard]] Result<Decimal> outputFor(const Measure& measure, Minutes duration, Minutes dayMinutes);
/// The quantity that the crews do within `duration`, to three decimals, rounded down.
[[nodiscard]] Result<Decimal> quantityFor(const Measure& measure, Minutes duration, Minutes dayMinutes);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/quantity/measure.h"

#include "core/base/worded.h"
#include "core/quantity/learning.h"

namespace yarrin {

namespace {

/// Units that one crew does in a day of the calendar, before the working factor, with what was learned on units
/// before; nothing where none is stated.
std::optional<Fraction> outputADay(const Measure& measure, Minutes dayMinutes) {
    const Fraction share = measure.learningRate && measure.unitNumber > 1
                               ? Fraction(unitTimeShare(*measure.learningRate, measure.unitNumber))
                               : Fraction(1);
    if (measure.outputPerCrewDay) return Fraction(*measure.outputPerCrewDay) / share;
    if (measure.hoursPerUnit && measure.hoursPerUnit->sign() > 0)
        return Fraction(dayMinutes) / (Fraction(60) * Fraction(*measure.hoursPerUnit) * share);
    return {};
}

Error tooLarge() {
    return inputError(worded("the figures give a result that is out of all bounds"),
                      worded("check quantity, output and crews"));
}

Error missing(const Worded& what) {
    return inputError(std::string(worded("there is no ")) + what, worded("type one first"));
}

/// A fraction to three decimals, rounded up or down.
Result<Decimal> threeDecimals(const Fraction& value, bool up) {
    const Fraction scaled = value * Fraction(1000);
    const auto whole = up ? scaled.ceil() : scaled.floor();
    if (!whole) return tooLarge();
    return Decimal(*whole, 3);
}

} // namespace

std::optional<Error> faultOf(const Measure& measure) {
    if (measure.quantity.sign() < 0) return inputError(worded("a quantity cannot be negative"));
    if (measure.quantity > Decimal(1'000'000'000'000)) return inputError(worded("the quantity is out of all bounds"));
    if (measure.outputPerCrewDay && measure.outputPerCrewDay->sign() <= 0)
        return inputError(worded("an output must be more than 0"), worded("type what one crew does in a day"));
    if (measure.hoursPerUnit && measure.hoursPerUnit->sign() < 0)
        return inputError(worded("the hours a unit takes cannot be negative"));
    if (measure.crews && measure.crews->sign() <= 0)
        return inputError(worded("the number of crews must be more than 0"));
    if (measure.crews && *measure.crews > Decimal(100'000))
        return inputError(worded("so many crews are out of all bounds"));
    if (measure.factor.sign() <= 0) return inputError(worded("the working factor must be more than 0"));
    if (measure.learningRate && (*measure.learningRate < Decimal(50) || *measure.learningRate > Decimal(100)))
        return inputError(worded("a learning rate lies between 50 and 100 per cent"),
                          worded("90 means a tenth less at each doubling"));
    if (measure.unitNumber < 1 || measure.unitNumber > 1'000'000)
        return inputError(worded("the number of a repeated unit counts from 1"));
    if (measure.factor > Decimal(100))
        return inputError(worded("the working factor is out of all bounds"), worded("1 is no loss"));
    return {};
}

std::optional<Fraction> exactDays(const Measure& measure, Minutes dayMinutes) {
    const auto output = outputADay(measure, dayMinutes);
    if (!measure.crews) return {};
    if (!output) {
        if (measure.hoursPerUnit) return Fraction(0);
        return {};
    }
    const Fraction days = Fraction(measure.quantity) / (*output * Fraction(*measure.crews) * Fraction(measure.factor));
    if (!days.valid()) return {};
    return days;
}

Result<Minutes> roundedUp(const Fraction& minutes, RoundTo roundTo, Minutes dayMinutes) {
    Fraction step(1);
    switch (roundTo) {
    case RoundTo::day:
        step = Fraction(dayMinutes);
        break;
    case RoundTo::halfDay:
        step = Fraction(dayMinutes) / Fraction(2);
        break;
    case RoundTo::hour:
        step = Fraction(60);
        break;
    case RoundTo::none:
        break;
    }
    const auto steps = (minutes / step).ceil();
    if (!steps) return tooLarge();
    const auto rounded = (Fraction(*steps) * step).ceil();
    if (!rounded || *rounded > longestDuration) return tooLarge();
    return *rounded;
}

Result<std::optional<Minutes>> durationOf(const Measure& measure, Minutes dayMinutes) {
    if (auto fault = faultOf(measure)) return *fault;
    if (!measure.crews || (!measure.outputPerCrewDay && !measure.hoursPerUnit)) return std::optional<Minutes>{};
    const auto days = exactDays(measure, dayMinutes);
    if (!days) return tooLarge();
    const auto minutes = roundedUp(*days * Fraction(dayMinutes), measure.roundTo, dayMinutes);
    if (!minutes.ok()) return minutes.errors();
    return std::optional<Minutes>(*minutes);
}

Result<Decimal> crewsFor(const Measure& measure, Minutes duration, Minutes dayMinutes) {
    if (auto fault = faultOf(measure)) return *fault;
    const auto output = outputADay(measure, dayMinutes);
    if (!output) return missing(worded("output"));
    if (duration <= 0)
        return inputError(worded("no number of crews does it in no time"), worded("type a duration of more than 0"));
    const Fraction days = Fraction(duration) / Fraction(dayMinutes);
    const auto crews = (Fraction(measure.quantity) / (*output * days * Fraction(measure.factor))).ceil();
    if (!crews || *crews > 100'000) return tooLarge();
    return Decimal(std::max<std::int64_t>(1, *crews));
}

Result<Decimal> outputFor(const Measure& measure, Minutes duration, Minutes dayMinutes) {
    if (auto fault = faultOf(measure)) return *fault;
    if (!measure.crews) return missing(worded("number of crews"));
    if (duration <= 0)
        return inputError(worded("no output does it in no time"), worded("type a duration of more than 0"));
    const Fraction days = Fraction(duration) / Fraction(dayMinutes);
    return threeDecimals(Fraction(measure.quantity) / (days * Fraction(*measure.crews) * Fraction(measure.factor)),
                         true);
}

Result<Decimal> quantityFor(const Measure& measure, Minutes duration, Minutes dayMinutes) {
    if (auto fault = faultOf(measure)) return *fault;
    const auto output = outputADay(measure, dayMinutes);
    if (!output) return missing(worded("output"));
    if (!measure.crews) return missing(worded("number of crews"));
    const Fraction days = Fraction(duration) / Fraction(dayMinutes);
    return threeDecimals(days * *output * Fraction(*measure.crews) * Fraction(measure.factor), false);
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/decimal.h"
#include "core/base/ids.h"
#include "core/base/result.h"
#include "core/model/delay_event.h"

#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace yarrin {

/// How draws lie between low and high.
enum class SpreadShape : std::uint8_t {
    triangular,
    pert, ///< a beta distribution
    uniform,
    twoPoint, ///< low, or with its chance high
};
/// What low, likely and high are.
enum class SpreadIn {
    factor, ///< of the work left
    work,   ///< working minutes left
    output, ///< a crew's in a day, in the measure's unit: the greatest makes the least work
};
/// From where odds take the days that weather costs.
enum class OddsWeather { records, allowance, none };

/// How far work may come out otherwise than planned. The narrowest rule counts for an activity: its own, then its book
/// item's, the deepest location's, a code's, all; of equals the last: docs/engine.md section 21.
struct SpreadRule {
    SpreadRuleId id;
    ActivityId activity; ///< whose work it is of: at most one of these five
    BookItemId bookItem;
    LocationId location; ///< and what lies inside it
    CodeId code;         ///< activities that carry its value
    std::string value;
    SpreadIn in = SpreadIn::factor;
    Decimal low{1}, likely{1}, high{1}; ///< low is the least figure, likely nothing to a uniform one
    SpreadShape shape = SpreadShape::triangular;
    std::optional<Decimal> chance; ///< of high, where there are two points; none: a half
    bool tenths = false;           ///< low and high are passed one time in ten each
    std::string note;              ///< where it is from
    friend bool operator==(const SpreadRule&, const SpreadRule&) = default;
};

/// One thing that a risk does to an activity, or to a calendar, if it strikes. Figures are as those of an event:
/// minutes of added work (below 0: less), working days of suspension from the start, factors of quantity or output,
/// days after the planned start. A calendar can only be suspended, for working days of its own, from a day that is
/// drawn.
struct RiskEffect {
    EffectKind kind = EffectKind::addedWork;
    ActivityId activity; ///< on this, or on `calendar`
    Decimal low, likely, high;
    SpreadShape shape = SpreadShape::triangular;
    CalendarId calendar{}; ///< with all that extend it
    /// Between which days, both included, a closure of a calendar begins; none: from the data date, to the finish.
    std::optional<Date> from{}, to{};
    friend bool operator==(const RiskEffect&, const RiskEffect&) = default;
};

/// A line of the register: what may happen, or may go better, and what it would do.
struct RegisteredRisk {
    RiskId id;
    std::string key;
    std::string title;
    Risk risk = Risk::contractor;
    Decimal chance;    ///< 0 to 1
    std::string group; ///< at most one risk of a group strikes
    bool off = false;  ///< not drawn: it became an event, or is dealt with
    EventId event;     ///< that it became
    std::string owner, note;
    std::vector<RiskEffect> effects;
    friend bool operator==(const RegisteredRisk&, const RegisteredRisk&) = default;
};

inline constexpr std::size_t longestChanceText = 400, mostRiskEffects = 200;
inline constexpr int longestClosure = 366; ///< working days

struct Programme;
/// Why a rule, or a risk, cannot be; none where it can.
[[nodiscard]] std::optional<Error> faultOf(const SpreadRule& rule, const Programme& programme);
[[nodiscard]] std::optional<Error> faultOf(const RegisteredRisk& risk, const Programme& programme);
/// The same of all of a job, with what it keeps for its odds and its weather: where, and why.
[[nodiscard]] std::vector<std::pair<std::string, Error>> faultsOfChance(const Programme& programme);

/// "R1", or the first number that no risk has.
[[nodiscard]] std::string freshRiskKey(const Programme& programme);
/// The code that a job takes for trades: the one that is set, else the one called so; null where there is none.
struct Code;
[[nodiscard]] const Code* tradeCodeOf(const Programme& programme);
/// The code by whose values work comes out alike, or null.
[[nodiscard]] const Code* alikeCodeOf(const Programme& programme);

} // namespace yarrin

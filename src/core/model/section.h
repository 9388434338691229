// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/decimal.h"
#include "core/base/ids.h"
#include "core/time/instant.h"

#include <optional>
#include <string>
#include <vector>

namespace yarrin {

enum class DamagesPer { day, week };
/// How a part of a unit of damages counts.
enum class PartRule { proRata, wholeOnly, roundUp };

/// From this day of lateness on (the first day late is 1, grace days included) damages run at another rate.
struct RateStep {
    int fromDay = 1;
    Decimal rate;
    friend bool operator==(const RateStep&, const RateStep&) = default;
};

/// A part of the section that the employer took into use: its share of the value, 0 to 1.
struct Possession {
    Date date;
    Decimal share;
    friend bool operator==(const Possession&, const Possession&) = default;
};

enum class DeductionKind {
    levied, ///< called for by the employer, or announced as a deduction
    paid,   ///< left us: deducted from a payment, or paid
    repaid, ///< came back
};
/// Damages that were called for, changed hands or came back.
struct Deduction {
    DeductionKind kind = DeductionKind::levied;
    Date date;
    Decimal sum; ///< in the contract's currency, not negative
    std::string note;
    friend bool operator==(const Deduction&, const Deduction&) = default;
};

/// What an own slip that nobody recorded, and that lay beside an employer's delay, is taken for.
enum class SlipIs {
    concurrent, ///< our own delay: it takes the money of as many days
    pacing,     ///< slowed because the other delay made time for it
    neither,    ///< no delay of completion
};
/// Who took the slip of one window for what.
struct SlipMark {
    Date window; ///< data date of the later of its two stands
    SlipIs is = SlipIs::concurrent;
    std::string who;
    std::optional<Date> on;
    std::string note;
    friend bool operator==(const SlipMark&, const SlipMark&) = default;
};

/// A part of the works with a completion date and damages of its own.
struct Section {
    SectionId id;
    std::string key;
    std::string name;
    ActivityId milestone;
    Date completion;
    Decimal rate; ///< of damages, in the contract's currency
    DamagesPer per = DamagesPer::day;
    PartRule part = PartRule::proRata;
    std::optional<Decimal> cap;
    int grantedDays = 0;             ///< calendar days, all that was granted so far
    int graceDays = 0;               ///< of lateness, that cost nothing
    std::vector<RateStep> steps;     ///< by day
    std::optional<Decimal> bonus;    ///< a day for completion before the extended date
    std::optional<Decimal> bonusCap; ///< of all of it
    std::optional<Date> takenOver;   ///< damages end with this day, whatever is not finished
    std::vector<Possession> possessions;
    std::vector<Deduction> deductions;
    std::vector<SlipMark> slips;
    friend bool operator==(const Section&, const Section&) = default;
};

} // namespace yarrin

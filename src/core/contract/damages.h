// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"

#include <optional>
#include <vector>

namespace yarrin {

/// Exposure to damages is a range: with the time granted so far only, with what the planner's own analysis supports on
/// open events, and with everything claimed on them. Exact sums in the contract's currency, not yet rounded.
struct Exposure {
    Fraction unrelieved;
    Fraction assessed;
    Fraction claimed;
    friend bool operator==(const Exposure&, const Exposure&) = default;
};

/// Where one section stands against its date.
struct SectionFigures {
    SectionId section;
    std::optional<Date> forecast; ///< none without a milestone
    std::optional<Date> until;    ///< up to when it is late: the forecast, or the day of taking over before it
    Date completion;              ///< as in the contract
    Date extended;                ///< with the time granted
    std::optional<int> daysLate;  ///< calendar days to `until`, negative when early
    int assessedDays = 0;         ///< of open events, less what was granted of them for the time being
    int claimedDays = 0;
    Exposure damages;
    Fraction bonus; ///< for being early, up to its cap
    friend bool operator==(const SectionFigures&, const SectionFigures&) = default;
};

/// Days of lateness that are charged alike.
struct DamagesPart {
    int fromDay = 1;              ///< of lateness, the first day late being 1
    int days = 0;                 ///< charged, whole units where only such count
    Decimal rate;                 ///< a unit
    Fraction share = Fraction(1); ///< of the section that the employer had not taken into use
    Fraction sum;
    friend bool operator==(const DamagesPart&, const DamagesPart&) = default;
};
/// What lateness from one day to another comes to, before the section's cap: docs/engine.md section 9. A day is charged
/// at the rate of its step and by the share that is not in use; a whole or begun week as its first day.
[[nodiscard]] std::vector<DamagesPart> damagesParts(const Section& section, Date extended, Date until);
/// Their sum, up to the section's cap.
[[nodiscard]] Fraction damagesBetween(const Section& section, Date extended, Date until);
/// The same for so many days after the contract's date with the time granted.
[[nodiscard]] Fraction damagesFor(const Section& section, int daysLate);
/// The bonus for completion before the extended date, up to its cap.
[[nodiscard]] Fraction bonusFor(const Section& section, Date extended, Date until);

/// Whether an event has lost its time because notice is a condition and was late, or had lapsed by the data date.
[[nodiscard]] bool isBarred(const Job& job, const DelayEvent& event);
/// Days of an event on a section that may still relieve it: assessed, and claimed, beyond what was granted.
struct OpenDays {
    int assessed = 0;
    int claimed = 0;
};
[[nodiscard]] OpenDays openDays(const Programme& programme, const DelayEvent& event, SectionId section);

/// Figures of a section whose milestone's early finish is given.
[[nodiscard]] SectionFigures sectionFigures(const Programme& programme, const Section& section,
                                            std::optional<Instant> finish);

/// Sums over sections, up to the contract's cap; of a sum and a share the lower counts.
[[nodiscard]] Exposure totalExposure(const Programme& programme, const std::vector<SectionFigures>& sections);
[[nodiscard]] std::optional<Fraction> contractCap(const Job& job);

/// Decimals of a currency's minor unit by ISO 4217; 2 where the code is not known.
[[nodiscard]] int minorDigits(const std::string& currency);

} // namespace yarrin

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
    Date completion;              ///< as in the contract
    Date extended;                ///< with the time granted
    std::optional<int> daysLate;  ///< calendar days, negative when early
    int assessedDays = 0;         ///< of open events, less what was granted of them for the time being
    int claimedDays = 0;
    Exposure damages;
    friend bool operator==(const SectionFigures&, const SectionFigures&) = default;
};

/// Damages of a section that is so many calendar days late, up to its cap: docs/engine.md section 9.
[[nodiscard]] Fraction damagesFor(const Section& section, int daysLate);

/// Figures of a section whose milestone's early finish is given.
[[nodiscard]] SectionFigures sectionFigures(const Programme& programme, const Section& section,
                                            std::optional<Instant> finish);

/// Sums over sections, up to the contract's cap; of a sum and a share the lower counts.
[[nodiscard]] Exposure totalExposure(const Programme& programme, const std::vector<SectionFigures>& sections);
[[nodiscard]] std::optional<Fraction> contractCap(const Job& job);

/// Decimals of a currency's minor unit by ISO 4217; 2 where the code is not known.
[[nodiscard]] int minorDigits(const std::string& currency);

} // namespace yarrin

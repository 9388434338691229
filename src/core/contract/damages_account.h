// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/contract/damages.h"

#include <string>
#include <vector>

namespace yarrin {

/// A day on which a completion date was moved by a grant.
struct Extension {
    std::optional<Date> on; ///< none: granted without its day being kept
    EventId event;
    int days = 0;    ///< by which it moved
    Date completion; ///< as extended then
    bool interim = false;
    std::string letter;
};
/// The history of a section's completion date, by days; what was granted without a day stands first.
[[nodiscard]] std::vector<Extension> extensionsOf(const Programme& programme, const Section& section);
/// The completion date as extended at the end of a day.
[[nodiscard]] Date extendedOn(const Section& section, const std::vector<Extension>& history, Date day);

/// Damages of a section as they stand at the data date: docs/engine.md section 9. Exact sums in the contract's
/// currency.
struct DamagesAccount {
    SectionId section;
    bool dated = false; ///< there is a data date and a forecast; else accrued, due and interest say nothing
    Fraction accrued;   ///< up to the data date, with the time granted by now
    Fraction forecast;  ///< up to completion
    Fraction levied, paid, repaid;
    Fraction repayable; ///< held beyond what has accrued
    Fraction interest;  ///< on what was held on each day beyond what was due as time was granted then
    Fraction bonus;
    [[nodiscard]] Fraction held() const { return paid - repaid; }
};
[[nodiscard]] std::vector<DamagesAccount> damagesAccounts(const Programme& programme,
                                                          const std::vector<SectionFigures>& sections);
/// Over all sections; what has accrued and is forecast up to the contract's cap.
[[nodiscard]] DamagesAccount totalAccount(const Programme& programme, const std::vector<DamagesAccount>& accounts);

/// Exposure with events that lost their time counted where they are not, and the other way round; none where no event
/// did.
[[nodiscard]] std::optional<Exposure> exposureOtherwise(const Programme& programme,
                                                        const std::vector<SectionFigures>& sections);

} // namespace yarrin

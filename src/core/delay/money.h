// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/delay/prolongation.h"

namespace yarrin {

/// What the compensable days of a section come to, priced when they were suffered: at what its hammocks on hire cost a
/// day then (docs/engine.md section 12). In the contract's currency.
struct PaidSum {
    SectionId section;
    int days = 0;          ///< compensable, as modelled before any recovery
    int afterRecovery = 0; ///< less what was recovered, whoever did
    int cameAbout = 0;     ///< no more than completion really moved
    Fraction modelled;
    Fraction recovered;             ///< the sum for the days after recovery
    Fraction capped;                ///< the sum for the days that came about
    std::optional<Fraction> actual; ///< the modelled days at the actual cost of their time, where any was entered
};
[[nodiscard]] std::vector<PaidSum> paidSums(const DelayAnalysis& analysis, std::span<const Stand> stands);

/// Who won back what completion recovered, by the records of time won.
struct Recovery {
    SectionId section;
    int days = 0;       ///< recovered, credit apart
    int employer = 0;   ///< instructed by the employer
    int contractor = 0; ///< bought or found by us
    int unrecorded = 0; ///< our own mitigation, as nobody recorded it
    int credit = 0;     ///< what an omission of the employer's made shorter
    int beyond = 0;     ///< days of records beyond what was recovered
    std::vector<AccelerationId> records;
};
[[nodiscard]] std::vector<Recovery> recoveriesOf(const DelayAnalysis& analysis, const Programme& now);

/// Head-office overheads of the paid days, by three formulas (Hudson; Emden; Eichleay; common practice, from memory):
/// docs/engine.md section 12. Those whose inputs are not there say nothing.
struct Overheads {
    SectionId section;    ///< that governs
    int days = 0;         ///< paid there
    int contractDays = 0; ///< from the start to its date, both included
    int actualDays = 0;   ///< from the start to the data date
    std::optional<Fraction> hudson, emden, eichleay;
};
[[nodiscard]] Overheads overheadsOf(const Programme& now, const Schedule& dates, const std::vector<PaidSum>& paid);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/contract/damages_account.h"
#include "core/delay/measured_mile.h"
#include "core/delay/money.h"

#include <map>

namespace yarrin {

/// All that time and money come to, for whoever tells it: window and command line.
struct ExposureReport {
    std::vector<StandExposure> course;
    Prolongation cost;
    std::vector<Prolongation> stepCosts; ///< of each step of the analysis
    std::vector<DamagesAccount> accounts;
    DamagesAccount account;            ///< in all
    std::optional<Exposure> otherwise; ///< with events that lost their time counted the other way
    std::vector<PaidSum> paid;
    std::vector<Recovery> recoveries;
    Overheads overheads;
    std::vector<MileFigures> miles;
    std::map<BookItemId, OutputHistory> outputs; ///< of the items that miles name
};
/// `impact` is the time impact analysis of the stands. An error where a stand cannot be calculated.
[[nodiscard]] Result<ExposureReport> exposureReport(std::span<const Stand> stands, const DelayAnalysis& impact);

} // namespace yarrin

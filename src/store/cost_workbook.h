// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/decimal.h"
#include "core/base/result.h"
#include "core/base/sheet.h"

#include <filesystem>
#include <string>
#include <vector>

namespace yarrin {

/// Money of one period.
struct CostPeriod {
    std::string name; ///< "2027-03", or the Monday of a week
    Decimal planned, cost, value, received, paid;
};

/// What people make by hand of a programme's money: the share of each period in what is planned, summed up to 100 %,
/// with cost, value and the position of cash.
struct CostSchedule {
    std::string currency;
    std::vector<CostPeriod> periods;
};

/// As a table of figures, shares in per cent to two decimals that come to 100 at the last.
[[nodiscard]] Sheet sheetOf(const CostSchedule& schedule);
/// Writes it as Office Open XML with live formulas and a chart of its own, or as text where the name ends in .csv.
[[nodiscard]] Outcome writeCostSchedule(const CostSchedule& schedule, const std::filesystem::path& path);

} // namespace yarrin

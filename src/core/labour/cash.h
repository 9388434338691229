// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/labour/cost.h"

#include <array>
#include <optional>
#include <vector>

namespace yarrin {

/// One month of the job.
struct CashMonth {
    Month month;
    Fine cost; ///< of the work in it
    Fine value;
    Fine paid; ///< out, in it
    Fine received;
    Fine retentionHeld;                ///< at its end
    Fine position;                     ///< at the end of its last day
    std::array<Fine, costHeads> heads; ///< its cost by head
};

/// The end of a day on which money moved.
struct CashDay {
    Date day;
    Fine received;
    Fine paid;
    Fine position;
};

struct DeepestCash {
    Date day;
    Fine position;
};

/// Money month by month under the terms of the contract: docs/engine.md section 16.
struct Cash {
    std::vector<CashMonth> months;            ///< without gaps, from the first with money in it to the last
    std::vector<CashDay> days;                ///< those on which money moved, in order
    DeepestCash deepest;                      ///< the smallest position, of equal ones the first; it starts at 0
    std::optional<DeepestCash> deepestToCome; ///< from the data date on, where there is one
    Fine financing;                           ///< simple interest on what is out, day by day; no part of the position
    Fine cost;                                ///< in all
    Fine value;
};

/// The section that each activity's money is retained under, in the programme's order: the one named on it, else the
/// one whose milestone it reaches by links, of several the one with the earliest completion date, else none, which is
/// all work.
[[nodiscard]] std::vector<SectionId> moneySections(const Programme& programme);

[[nodiscard]] Cash cashOf(const Programme& programme, const Schedule& schedule, std::span<const MoneyFlow> costs,
                          std::span<const MoneyFlow> values);
[[nodiscard]] Cash cashOf(const Programme& programme, const Schedule& schedule);

} // namespace yarrin

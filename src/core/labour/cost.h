// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/fine.h"
#include "core/labour/working_time.h"
#include "core/model/resource_book.h"

#include <array>
#include <memory>
#include <span>
#include <string>
#include <vector>

namespace yarrin {

/// A sum of money that flows evenly over some time: docs/engine.md section 15.
struct MoneyFlow {
    enum class Of { need, lumpSum, hire, entry, value };
    std::uint32_t activity = 0; ///< place in the programme; `nobody` for what was spent without saying on which
    Of of = Of::need;
    CostHead head = CostHead::other;
    std::size_t resource = ResourceBook::none; ///< of a need: place in the book
    Fraction amount;
    std::shared_ptr<const WorkCalendar> calendar; ///< whose minutes count; none: every minute does
    std::vector<WorkRun> runs;                    ///< none: all of it comes at once
    Minutes minutes = 0;                          ///< in the runs
    Instant at;                                   ///< when it comes at once
    bool past = false;                            ///< of what lies before the data date

    static constexpr std::uint32_t nobody = 0xffffffffu;
    /// What of it has come before an instant.
    [[nodiscard]] Fraction before(Instant t) const;
    [[nodiscard]] Instant begin() const { return runs.empty() ? at : runs.front().from; }
    /// The first instant before which all of it has come.
    [[nodiscard]] Instant end() const { return runs.empty() ? at + 1 : runs.back().to; }
};

/// Something that is needed and has no rate then.
struct Unpriced {
    std::string resource;
    std::uint32_t activity = 0;
};

struct Costs {
    std::vector<MoneyFlow> flows;
    std::vector<Unpriced> unpriced; ///< each resource once by activity, in the order of the programme
};

/// What a calculated programme costs: before the data date what was entered as cost to date, else what follows from
/// what was done; after it what is left.
[[nodiscard]] Costs costsOf(const Programme& programme, const Schedule& schedule, AtDates dates = AtDates::early);

struct Values {
    std::vector<MoneyFlow> flows;
    std::vector<BillItemId> unplaced; ///< with a rate, and not placed in full: what is left comes in no month
    Fine left;                        ///< their value
};
/// What the bill pays for the work of activities: quantities placed, at its rates, spread as the work.
[[nodiscard]] Values valuesOf(const Programme& programme, const Schedule& schedule, AtDates dates = AtDates::early);

[[nodiscard]] Fine sumOf(std::span<const MoneyFlow> flows);
/// What comes between each two of these instants, which are in order; one less than there are instants. What comes
/// before the first and behind the last is left out.
[[nodiscard]] std::vector<Fine> byPeriods(std::span<const MoneyFlow> flows, std::span<const Instant> bounds);

/// Sums of periods rounded so that they add up: each is the rounded sum up to its end less the one up to its start.
[[nodiscard]] std::vector<Decimal> roundedPeriods(std::span<const Fine> periods, int decimals);

/// Shares of a whole in per cent, to two decimals: of each period, and up to its end, 100 at the last.
struct ShareRow {
    Decimal share;
    Decimal cumulative;
};
[[nodiscard]] std::vector<ShareRow> sharesOf(std::span<const Fine> periods);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"
#include "core/odds/spread.h"

#include <optional>
#include <stop_token>
#include <string>
#include <vector>

namespace yarrin {

/// How what is left of the work may come out: docs/engine.md section 21.
struct Uncertainty {
    std::vector<std::optional<Spread>> spreads; ///< per activity of the programme; none: certain
    std::vector<std::uint32_t> groups; ///< per activity: those of one number come out alike; empty: each its own
    double alike = 0.3;                ///< correlation of two of one group, 0 to 1
    double alikeAll = 0.15;            ///< of any two of the job, at most that
};

struct OddsWish {
    std::uint32_t runs = 1000;
    std::uint64_t seed = 1;
    unsigned threads = 0; ///< 0: as many as there are
};
inline constexpr std::uint32_t mostRuns = 1'000'000;

/// One date as it came out: days of its completion, run by run.
struct OddsOfDate {
    SectionId section; ///< none: all work
    std::optional<Date> deterministic;
    std::vector<std::int64_t> days; ///< by run; as day numbers
    std::vector<std::int64_t> sorted;
    [[nodiscard]] Date at(int thousandths) const;
    /// The mean of day numbers, halves up.
    [[nodiscard]] Date mean() const;
    /// The share of runs that are complete by the end of a day.
    [[nodiscard]] double chanceOf(Date day) const;
    [[nodiscard]] std::optional<std::pair<Date, Date>> intervalOf(int thousandths) const;
};

/// Sums in the smallest unit of the currency, run by run.
struct OddsOfMoney {
    std::vector<std::int64_t> sums, sorted;
};

/// What one activity has to do with the finish.
struct OddsOfActivity {
    ActivityId activity;
    std::optional<double> criticality; ///< share of runs in which it lies on the longest path; none of complete work
    std::optional<double> cruciality;  ///< rank correlation of its draw with the finish; none where it is certain
    std::vector<std::optional<double>> bySection; ///< the same with each section's date
};

struct Odds {
    std::uint32_t runs = 0; ///< complete ones, from the first on
    OddsOfDate finish;
    std::vector<OddsOfDate> sections; ///< those with a milestone, in the programme's order
    OddsOfMoney unrelieved, assessed, claimed;
    std::vector<OddsOfActivity> activities; ///< in the programme's order, hammocks left out
    std::vector<std::string> notes;
};

/// Runs a programme with other amounts of work, again and again. Every draw is found by seed, run and what it is for,
/// so neither threads nor the order of rows decide anything; stopped, it holds the runs up to the first that is
/// missing. An error where the programme cannot be calculated or an input cannot be.
[[nodiscard]] Result<Odds> simulate(const Programme& programme, const Uncertainty& uncertainty, const OddsWish& wish,
                                    std::stop_token stop = {});

/// The same factors for all work, in groups by the values of a code where the job has it, else each activity its own.
[[nodiscard]] Uncertainty uncertaintyOfAll(const Programme& programme, const Spread& spread, std::string_view code);

} // namespace yarrin

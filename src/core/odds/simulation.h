// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"
#include "core/odds/uncertainty.h"

#include <atomic>
#include <optional>
#include <stop_token>
#include <string>
#include <vector>

namespace yarrin {

struct OddsWish {
    std::uint32_t runs = 1000;
    std::uint64_t seed = 1;
    unsigned threads = 0;                       ///< 0: as many as there are
    bool dates = false;                         ///< keep the dates of every activity too
    std::atomic<std::uint32_t>* done = nullptr; ///< counts along
};
/// Working days that the interval of P80 may be wide, where a job does not say.
inline constexpr int usualOddsWidth = 5;
inline constexpr std::uint32_t usualRuns = 5000;
inline constexpr std::uint32_t mostRuns = 1'000'000;

/// How sure a date or a sum shall be, in thousandths: what the job says, else 800.
[[nodiscard]] int sureOf(const Job& job);

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
    std::vector<std::optional<double>> bySection;   ///< the same with each section's date
    std::vector<std::optional<double>> criticalFor; ///< share of runs on the path of each section's milestone
};

/// What a risk of the register has to do with it: its amount is 0 where it does not strike.
struct OddsOfRisk {
    RiskId risk;
    double struck = 0;         ///< share of runs
    std::vector<bool> strikes; ///< by run
    std::optional<double> cruciality;
    std::vector<std::optional<double>> bySection;
};

struct Odds {
    std::uint32_t runs = 0; ///< complete ones, from the first on
    OddsOfDate finish;
    std::vector<OddsOfDate> sections; ///< those with a milestone, in the programme's order
    OddsOfMoney unrelieved, assessed, claimed;
    OddsOfMoney withProlongation;           ///< unrelieved, and what hammocks cost beyond the forecast
    std::vector<OddsOfActivity> activities; ///< in the programme's order, hammocks left out
    std::vector<OddsOfRisk> risks;          ///< that may still do something, in the order of their ids
    std::size_t weatherYears = 0;           ///< recorded ones that runs took their weather from
    std::uint32_t capped = 0;               ///< runs whose damages reach the contract's cap
    std::vector<std::string> notes;
    /// With `dates`: completion of each activity, as day numbers in order; of the first runs only where there are very
    /// many. Empty for hammocks.
    std::vector<std::vector<std::int32_t>> finishes;
    /// The day that so many thousandths of the runs are not beyond, of an activity by its place.
    [[nodiscard]] std::optional<Date> finishAt(std::size_t activity, int thousandths) const;
};

/// Runs a programme with other amounts of work, again and again. Every draw is found by seed, run and what it is for,
/// so neither threads nor the order of rows decide anything; stopped, it holds the runs up to the first that is
/// missing. An error where the programme cannot be calculated or an input cannot be.
[[nodiscard]] Result<Odds> simulate(const Programme& programme, const Uncertainty& uncertainty, const OddsWish& wish,
                                    std::stop_token stop = {});

/// What strikes oftener among some of the runs than among all.
struct Commoner {
    RiskId risk;
    double among = 0, inAll = 0; ///< shares of runs
};
/// Risks that strike oftener among the runs that end from one day to another, by so much more than chance would have
/// it (three standard deviations of drawing as many of all runs), the greatest surplus first.
[[nodiscard]] std::vector<Commoner> commonerAmong(const Odds& odds, const OddsOfDate& date, std::int64_t from,
                                                  std::int64_t to);

/// How wide the interval of a percentile is, in working days of the calendar of the section's milestone, of all work in
/// days of the week; none where there are too few runs.
[[nodiscard]] std::optional<int> intervalWidth(const Programme& programme, const OddsOfDate& odds, int thousandths);

/// One thing that drives a percentile: what would be earlier if it went as forecast, the same numbers drawn.
struct OddsDriver {
    enum class Kind { group, rule, risk, weather, activity };
    Kind kind = Kind::activity;
    std::string key, what; ///< "R3", "Linkspan fails its works test"
    std::uint32_t id = 0;  ///< of the rule, the risk or the activity
    /// Calendar days that the dates around a percentile lie earlier, section by section and the finish last.
    std::vector<double> days;
    std::int64_t money = 0; ///< by which the damages at that percentile, unrelieved, would be less; smallest unit
    std::optional<double> criticality; ///< of an activity
    friend bool operator==(const OddsDriver&, const OddsDriver&) = default;
};
/// What drives a percentile: groups that come out alike, rules, risks, weather, and the twenty activities of greatest
/// cruciality, each held in turn; averaged over the five per cent below and above. They do not add up. Ranked by the
/// finish, or by a section where one is named. Stopped, it is what was found so far.
[[nodiscard]] Result<std::vector<OddsDriver>> driversOf(const Programme& programme, const Uncertainty& uncertainty,
                                                        const OddsWish& wish, const Odds& odds, int thousandths,
                                                        SectionId rankedBy, std::stop_token stop = {});

} // namespace yarrin

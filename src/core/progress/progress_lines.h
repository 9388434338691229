// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/effects.h"
#include "core/network/schedule.h"

#include <optional>
#include <string>
#include <vector>

namespace yarrin {

/// What progress is weighed by.
enum class ProgressWeight {
    crewDays, ///< crews times days as planned; work without crews counts as one crew
    value,    ///< quantities placed from the bill, at its rates
    quantity, ///< of one item of the output book, in its unit
    cost,     ///< what it costs as planned; hammocks are earned as time goes by
};

/// Planned and done at the end of one day, in the unit of the weight.
struct ProgressPoint {
    Date day;
    double planned = 0;
    std::optional<double> done;     ///< up to the data date
    std::optional<double> forecast; ///< from the data date on
};

/// Earned value at the data date (ANSI/EIA-748) and earned schedule (Lipke 2003). Figures that would divide by nothing
/// are empty.
struct EarnedValue {
    double budget = 0;                    ///< BAC, of the work in the contract programme
    double planned = 0;                   ///< PV
    double earned = 0;                    ///< EV
    std::optional<double> cost;           ///< AC: crew-days really worked, or what was spent; none for other weights
    std::optional<double> spi;            ///< EV / PV
    std::optional<double> cpi;            ///< EV / AC
    std::optional<double> eac;            ///< BAC / CPI
    std::optional<double> tcpi;           ///< (BAC - EV) / (BAC - AC)
    double weeks = 0;                     ///< from the start to the data date, seven days each
    double earnedSchedule = 0;            ///< weeks after which what is earned was planned
    std::optional<double> spiTime;        ///< earned schedule / weeks
    std::optional<double> outputPlanned;  ///< of quantities: units a crew and day, of the work that has started
    std::optional<double> outputAchieved; ///< units done a crew-day really worked
};

struct ProgressLines {
    std::vector<ProgressPoint> points; ///< at the end of each week, first the start, last the later finish
    EarnedValue earned;
    int beyond = 0; ///< activities that weigh something now and are not in the plan
};

/// Planned by the early dates of `plan`, each activity's weight spread evenly over its working time; done by actual
/// dates and the share done, spread likewise up to the data date. `book` chooses the item for quantities. Activities of
/// the two programmes match by identity. Both must have been calculated without errors.
[[nodiscard]] ProgressLines progressLines(const Programme& plan, const Schedule& planned, const Programme& now,
                                          const Schedule& current, ProgressWeight weight, BookItemId book = {});

/// The share of an activity's work that is done, 0 to 1: by quantity where one is entered, else by what is left.
[[nodiscard]] double shareDone(const Activity& activity, const ActivityFigures& figures,
                               const std::vector<ActingEffect>& effects);

} // namespace yarrin

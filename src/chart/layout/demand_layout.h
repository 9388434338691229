// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/time_scale.h"

#include <optional>
#include <utility>
#include <vector>

namespace yarrin {

/// What is needed in a day, a week or a month, by groups.
struct DemandStack {
    Date from, to;             ///< the day behind its last
    std::vector<double> parts; ///< by group, on its busiest day
    double demand = 0;
    std::optional<double> supply;
    double excess = 0;
};

/// Hours (or quantities) up to the end of a day, each sum on the scale at the right.
using SumCurve = std::vector<std::pair<Date, double>>;

/// What is needed from the beginning on, beside the histogram.
struct DemandCurves {
    SumCurve early, late; ///< by early and by late dates
    SumCurve agreed;      ///< of the programme that is measured against
    SumCurve earned;      ///< of what was agreed, as far as it is done
};

/// All that a histogram shows of one resource.
struct DemandPicture {
    std::vector<DemandStack> stacks;
    std::vector<std::pair<Date, double>> supply; ///< from a day on, in order
    std::vector<std::pair<Date, double>> after;  ///< the same of demand as it would be
    DemandCurves curves;
};

struct DemandBox {
    double x0 = 0, x1 = 0, y0 = 0, y1 = 0; ///< y0 above y1
    int group = 0;
    bool past = false; ///< of what was worked
    std::size_t stack = 0;
};

struct DemandLayout {
    double top = 0, bottom = 0;
    std::vector<DemandBox> boxes;
    std::vector<DemandBox> over;                   ///< what of a stack lies above supply
    std::vector<std::pair<double, double>> supply; ///< corners of its line
    std::vector<std::pair<double, double>> after;
    std::vector<std::pair<double, double>> early, late, agreed, earned; ///< curves of sums
    std::vector<std::pair<double, double>> totals;                      ///< heights of their figures
    std::vector<std::pair<double, double>> marks;                       ///< heights and the figures they stand for
    std::optional<double> dataDate;
    std::vector<std::pair<double, double>> reach; ///< of each stack, from x to x
};

/// Lays stacks out over time; x = 0 is the scale's origin. Figures stand at steps of 1, 2 or 5.
[[nodiscard]] DemandLayout layoutDemand(const DemandPicture& picture, const TimeScale& scale, double width,
                                        double height, std::optional<Instant> dataDate);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <vector>

namespace yarrin {

/// A value's line over evenly or freely placed points.
struct LineSeries {
    std::vector<std::optional<double>> values; ///< one for each place; a gap where there is none
};

struct LinePoint {
    double x = 0, y = 0;
};

/// A mark of the value axis.
struct LineTick {
    double y = 0;
    double value = 0;
};

/// Lines over common places in pixels: y grows downward, 0 is the foot of the plot.
struct LineLayout {
    std::vector<std::vector<LinePoint>> lines; ///< by series, points that are there
    std::vector<LineTick> ticks;
    std::vector<double> places; ///< x of each place
    double left = 0, right = 0, top = 0, bottom = 0;
};

/// Room around the plot in pixels.
struct LineMargins {
    double left = 56, right = 20, top = 10, bottom = 24;
};

/// Lays lines out in a box of a size; `places` are where the values stand, in any rising unit. The axis begins at 0 and
/// ends at a round value above the highest.
[[nodiscard]] LineLayout layoutLines(const std::vector<LineSeries>& series, const std::vector<double>& places,
                                     double width, double height, const LineMargins& margins = {});

} // namespace yarrin

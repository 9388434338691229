// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/bar_layout.h"
#include "chart/layout/week_layout.h"

#include <QColor>
#include <QPainter>
#include <QPolygonF>

#include <cmath>

namespace yarrin {

/// Half-pixel positions keep hairlines sharp.
[[nodiscard]] inline double crisp(double value) {
    return std::floor(value) + 0.5;
}

/// A box of a layout as the toolkit has it.
[[nodiscard]] inline QRectF rectOf(const Box& box) {
    return {box.x, box.y, box.width, box.height};
}

/// A line of a layout as the toolkit has it.
[[nodiscard]] QPolygonF polygon(const std::vector<std::pair<double, double>>& line);

/// How a right-angled way with rounded corners is drawn.
struct WayInk {
    QColor colour;
    double width = 1;
    double arrow = 3.4; ///< size of its arrow; 0: none
    QRectF area;        ///< to be painted
    double radius = 3;  ///< of its corners
};
/// Draws the way of a link, one as thin as a pixel without strokes where a raster is painted.
void paintWay(QPainter& painter, const std::vector<ChartPoint>& points, const WayInk& ink);

} // namespace yarrin

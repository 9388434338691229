// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/demand_layout.h"
#include "chart/paint/theme.h"

#include <QPainter>

#include <functional>

namespace yarrin {

struct DemandInk {
    const Theme& theme;
    std::function<QColor(int group)> colour;
    std::function<QString(double)> figure;
    std::optional<std::pair<std::size_t, std::size_t>> chosen = {}; ///< first and last stack
};

/// Paints a histogram: pale to come, full as worked, hatched over what there is, and the line of that.
void paintDemand(QPainter& painter, const DemandLayout& layout, double width, const DemandInk& ink);

/// A small one for a row of a list: grey as worked, blue ahead, red over.
struct DemandSpark {
    std::vector<float> demand; ///< week by week
    std::vector<float> excess;
    std::size_t known = 0; ///< so many weeks lie before the data date
};
void paintSpark(QPainter& painter, const QRectF& box, const DemandSpark& spark, const Theme& theme);

} // namespace yarrin

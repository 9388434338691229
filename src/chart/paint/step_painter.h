// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/line_layout.h"
#include "chart/layout/step_layout.h"
#include "chart/paint/theme.h"

#include <QPainter>

#include <functional>

namespace yarrin {

/// The colour of who carries a step.
[[nodiscard]] QColor carrierColour(Carrier carrier, const Theme& theme);
[[nodiscard]] QColor riskColour(Risk risk, const Theme& theme);

/// How the chart of steps is painted and worded.
struct StepInk {
    const Theme& theme;
    double width = 0;
    std::function<QString(Date)> date;          ///< "1 Jun"
    std::function<QString(const StepRow&)> row; ///< "+12 d E03 rock level"
    QString contract;                           ///< "completion 1 Jun"
    QString forecast;                           ///< "25 Jun"
    QString first, last;                        ///< headings of the first and the last row
    QString granted, assessed;                  ///< words of the marks of extended completion
    EventId chosen = {};
};
void paintSteps(QPainter& painter, const StepLayout& layout, const StepInk& ink);

/// One line of a chart of lines.
struct LineInk {
    QColor colour;
    double width = 2;
    bool dots = false;
    bool dashed = false;
};
struct LinesInk {
    const Theme& theme;
    std::vector<LineInk> lines;
    std::function<QString(double)> value;
    std::vector<QString> places; ///< a word below each place, empty where none is wanted
};
void paintLines(QPainter& painter, const LineLayout& layout, const LinesInk& ink);

} // namespace yarrin

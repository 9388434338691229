// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/sheet_layout.h"
#include "chart/paint/bar_painter.h"

#include <QPainter>
#include <QString>

#include <functional>
#include <utility>
#include <vector>

namespace yarrin {

/// A column of a sheet's table.
struct SheetColumn {
    QString title;
    double width = 80;
    bool right = false;
    std::function<QString(const ChartRow&)> text; ///< of an activity's row
};

/// A cell of the title block: what it is, and lines, the first of them bold.
struct SheetCell {
    QString title;
    std::vector<QString> lines;
    double share = 1; ///< of the width
};

/// What the painter of sheets needs beside the layout. The look is the light one: it goes on paper.
struct SheetInk {
    const Programme& programme;
    const Schedule& schedule;
    std::span<const ChartRow> rows;
    std::vector<SheetColumn> columns;
    std::function<QString(const ChartRow&)> heading; ///< of a group's row
    BarInk bars;                                     ///< with the light theme; its area is set by the painter
    AxisInk axis;
    AxisStyle axisStyle;
    bool links = true;
    const Outline* outline = nullptr;
    std::vector<SheetCell> foot;
    std::function<QString(int page, int of)> pageText; ///< the last cell of the foot
};

/// Paints one page inside its margins, in pixels of the layout from the top left.
void paintSheetPage(QPainter& painter, const SheetLayout& layout, std::size_t page, const SheetInk& ink);

} // namespace yarrin

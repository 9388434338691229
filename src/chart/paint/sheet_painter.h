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
struct FootCell {
    QString title;
    std::vector<QString> lines;
    double share = 1; ///< of the width that is left where all cells have what they need
    std::function<void(QPainter& painter, const QRectF& box)> picture = {}; ///< in place of lines
};
/// As tall as the title block is on a page so wide, in pixels: in two rows where it is narrow.
[[nodiscard]] double sheetFootHeight(double width);
/// A tinted band without a frame, its cells parted by hairlines. Where it is as tall as two rows, the three cells
/// before the last, which tell how it stands, are the lower one; the last is the page.
void paintSheetFoot(QPainter& painter, const QRectF& box, const std::vector<FootCell>& cells);

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
    std::vector<FootCell> foot;
    std::function<QString(int page, int of)> pageText; ///< the last cell of the foot
};

/// Paints one page inside its margins, in pixels of the layout from the top left.
void paintSheetPage(QPainter& painter, const SheetLayout& layout, std::size_t page, const SheetInk& ink);

} // namespace yarrin

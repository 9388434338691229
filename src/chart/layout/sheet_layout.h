// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/rows.h"
#include "chart/layout/time_scale.h"
#include "core/base/result.h"
#include "core/model/kept_sheet.h"

#include <span>
#include <vector>

namespace yarrin {

/// Measures of paper.
constexpr double millimetresPerInch = 25.4, pointsPerInch = 72;
/// Room over the foot of a page, in points.
constexpr double sheetAboveFoot = 12;

/// How table and bars are to be put on paper.
struct SheetWish {
    double paperWidth = 420, paperHeight = 297; ///< millimetres, as it lies
    double margin = 10;                         ///< all around
    int wide = 1;                               ///< pages beside each other, for the time; 1 to 20
    int tall = 0;                               ///< pages below each other, for the rows; 0: as many as it takes
    bool tearGroups = false;                    ///< groups may run on over the page where they would fit on one
    std::vector<std::size_t> breaks = {};       ///< rows with which a page begins whatever else, in order
    double millimetresPerWeek = 0;              ///< above 0: as many pages beside each other as that takes
    std::vector<Instant> timeBreaks = {};       ///< where pages beside each other begin; as many as `wide` less one
};

/// Measures of a page in the painters' pixels, of which a row of the table is 26 tall.
struct SheetMetrics {
    double rowHeight = 26;
    double head = 58;   ///< heading of the table and time axis
    double legend = 22; ///< signs that are on the page
    double foot = 84;   ///< the title block
};

/// One page: which rows and which part of the time.
struct SheetPage {
    std::size_t firstRow = 0, lastRow = 0; ///< without the last
    int across = 0, down = 0;
    double chartFrom = 0; ///< left edge of its part, in pixels of the whole chart
    double chartTo = 0;   ///< its end: the next page goes on there
};

/// Pages of table and bars. Table, head and foot are repeated on each.
struct SheetLayout {
    std::vector<SheetPage> pages; ///< from left to right, then down
    int wide = 1, tall = 1;
    double width = 0, height = 0; ///< of what lies inside the margins, in pixels
    double tableWidth = 0;
    double chartWidth = 0;     ///< on one page
    TimeScale scale;           ///< of the whole chart, x = 0 at its left edge
    double pointsPerPixel = 0; ///< 1/72 inch
    double smallestText = 0;   ///< in points
    double used = 0;           ///< share of the last page's rows, 0 to 1
    SheetMetrics metrics;
};

/// What is set smallest on a sheet, in pixels, and the least size in points that people read without a glass (common
/// practice).
inline constexpr double smallestSheetText = 11, leastReadable = 6;

/// Lays out rows with a table of such a width and the time from `first` to `last`. Rows are set at 8 points where pages
/// downwards are free, else as small as it takes. A heading is never the last row of a page. An error where the paper
/// has no room for head, foot and three rows, or for the table.
[[nodiscard]] Result<SheetLayout> layoutSheet(const SheetWish& wish, std::span<const ChartRow> rows, double tableWidth,
                                              Instant first, Instant last, const SheetMetrics& metrics = {});

/// With which row each page begins, of pages that hold so many rows.
[[nodiscard]] std::vector<std::size_t> pageBreaks(std::span<const ChartRow> rows, std::size_t perPage, bool tearGroups,
                                                  std::span<const std::size_t> own = {});

} // namespace yarrin

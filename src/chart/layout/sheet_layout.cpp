// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/layout/sheet_layout.h"

#include "core/base/worded.h"
#include "core/base/work.h"

#include <algorithm>
#include <cmath>

namespace yarrin {

namespace {

constexpr double pointsPerMillimetre = pointsPerInch / millimetresPerInch;
constexpr double usual = 8.0 / 12;                   ///< points a pixel, so that words are set at 8 points
constexpr double smallest = 1.0 / smallestSheetText; ///< a point; what is smaller is no text any more
constexpr double roomAt = 4.0 / smallestSheetText;   ///< at which a paper must have room for what is on every page
constexpr double leastShare = 0.6;                   ///< of a page that stays used where a group is kept together

} // namespace

std::vector<std::size_t> pageBreaks(std::span<const ChartRow> rows, std::size_t perPage, bool tearGroups,
                                    std::span<const std::size_t> own) {
    std::vector<std::size_t> begins{0};
    if (perPage == 0) return begins;
    for (std::size_t first = 0;;) {
        const auto wished = std::upper_bound(own.begin(), own.end(), first);
        if (wished != own.end() && *wished <= std::min(first + perPage, rows.size() - 1)) {
            begins.push_back(first = *wished);
            continue;
        }
        if (rows.size() - first <= perPage) break;
        std::size_t next = first + perPage;
        // Back to where a group begins that would be torn, as long as the page is worth it; the outermost one first.
        if (!tearGroups) {
            const auto least = first + std::size_t(std::ceil(double(perPage) * leastShare));
            std::size_t best = next;
            for (std::size_t at = next; at >= least; --at)
                if (rows[at].isGroup && (best == next || rows[at].depth < rows[best].depth)) best = at;
            next = best;
        }
        // A heading stands with what it heads.
        while (next > first + 1 && rows[next - 1].isGroup) --next;
        begins.push_back(next);
        first = next;
    }
    return begins;
}

namespace {

constexpr double edge = 10; ///< before the first and behind the last date

/// One scale for all pages: the longest stretch between breaks fills its page.
void layTime(SheetLayout& layout, const SheetWish& wish, Instant first, Instant last) {
    const auto perDay = [&](Instant from, Instant to, double room) {
        return std::max(room, 10.0) / std::max(1.0, double(to - from) / double(minutesPerDay));
    };
    if (wish.millimetresPerWeek > 0) {
        layout.scale.pixelsPerDay = wish.millimetresPerWeek / 7 * pointsPerMillimetre / layout.pointsPerPixel;
        const double days = double(last - first) / double(minutesPerDay);
        const double pages = std::ceil((days * layout.scale.pixelsPerDay + 2 * edge) / layout.chartWidth);
        layout.wide = int(std::clamp(pages, 1.0, 1e6));
    } else if (wish.timeBreaks.empty()) {
        layout.scale.pixelsPerDay = perDay(first, last, layout.chartWidth * wish.wide - 2 * edge);
    } else {
        double least = perDay(first, wish.timeBreaks.front(), layout.chartWidth - edge);
        for (std::size_t i = 1; i < wish.timeBreaks.size(); ++i)
            least = std::min(least, perDay(wish.timeBreaks[i - 1], wish.timeBreaks[i], layout.chartWidth));
        layout.scale.pixelsPerDay = std::min(least, perDay(wish.timeBreaks.back(), last, layout.chartWidth - edge));
    }
    layout.scale.origin = first - static_cast<Minutes>(edge / layout.scale.pixelsPerDay * double(minutesPerDay));
}

/// Where each page beside another begins in the whole chart, and where the last one ends.
std::vector<double> timeStarts(const SheetLayout& layout, const SheetWish& wish) {
    std::vector<double> starts{0};
    for (int across = 1; across < layout.wide; ++across)
        starts.push_back(wish.timeBreaks.empty() || wish.millimetresPerWeek > 0
                             ? layout.chartWidth * across
                             : layout.scale.x(wish.timeBreaks[std::size_t(across) - 1]));
    starts.push_back(starts.back() + layout.chartWidth);
    return starts;
}

} // namespace

Result<SheetLayout> layoutSheet(const SheetWish& wish, std::span<const ChartRow> rows, double tableWidth, Instant first,
                                Instant last, const SheetMetrics& metrics) {
    if (wish.wide < 1 || wish.wide > mostPagesWide)
        return inputError(worded("pages beside each other are 1 to %1", mostPagesWide));
    if (wish.tall < 0 || wish.tall > mostPagesTall)
        return inputError(worded("pages below each other are 1 to 200, or as many as it takes"));
    if (wish.tall > 0 && wish.breaks.size() >= std::size_t(wish.tall))
        return inputError(worded("there are more breaks than pages below each other"),
                          worded("take some away, or more pages"));
    if (!wish.timeBreaks.empty() && int(wish.timeBreaks.size()) + 1 != wish.wide)
        return inputError(worded("there are other breaks in time than between the pages beside each other"));
    if (wish.margin < 0) return inputError(worded("a margin is not less than 0"));
    const double width = (wish.paperWidth - 2 * wish.margin) * pointsPerMillimetre;
    const double height = (wish.paperHeight - 2 * wish.margin) * pointsPerMillimetre;
    const double around = metrics.head + metrics.legend + metrics.foot;
    const auto perPage = [&](double points) {
        return std::max(0.0, std::floor((height / points - around) / metrics.rowHeight));
    };
    constexpr double tableShare = 0.62; // of a page; the rest is for the bars
    double points = usual;
    if (width <= 0 || tableWidth * roomAt > width * tableShare || perPage(roomAt) < 3)
        return inputError(worded("the paper has no room for the head, the foot and the table"),
                          worded("take a larger one, smaller margins or fewer columns"));
    points = std::min(points, width * tableShare / std::max(1.0, tableWidth));
    while (perPage(points) < 3) points *= 0.97;
    std::vector<std::size_t> begins = pageBreaks(rows, std::size_t(perPage(points)), wish.tearGroups, wish.breaks);
    // As many pages as are wished for: smaller until the rows fit.
    while (wish.tall > 0 && begins.size() > std::size_t(wish.tall)) {
        points *= 0.985;
        if (points < smallest || !workGoesOn())
            return inputError(worded("so many rows do not fit on so few pages"),
                              worded("take a larger paper, or more pages"));
        begins = pageBreaks(rows, std::size_t(perPage(points)), wish.tearGroups, wish.breaks);
    }
    SheetLayout layout;
    layout.metrics = metrics;
    layout.pointsPerPixel = points;
    layout.smallestText = points * smallestSheetText;
    layout.width = width / points;
    layout.height = height / points;
    layout.tableWidth = tableWidth;
    layout.chartWidth = layout.width - tableWidth;
    layout.wide = wish.wide;
    layout.tall = int(begins.size());
    layTime(layout, wish, first, last);
    if (layout.wide > mostPagesWide)
        return inputError(worded("so wide a week takes more than %1 pages", mostPagesWide),
                          worded("make it narrower, or show less of the time"));
    const std::vector<double> starts = timeStarts(layout, wish);
    for (std::size_t down = 0; down < begins.size(); ++down)
        for (int across = 0; across < layout.wide; ++across)
            layout.pages.push_back({begins[down], down + 1 < begins.size() ? begins[down + 1] : rows.size(), across,
                                    int(down), starts[std::size_t(across)], starts[std::size_t(across) + 1]});
    layout.used = double(rows.size() - begins.back()) / std::max(1.0, perPage(points));
    return layout;
}

} // namespace yarrin

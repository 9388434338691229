// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/rows.h"
#include "chart/layout/time_scale.h"

#include <span>
#include <string>
#include <unordered_map>
#include <utility>
#include <vector>

namespace yarrin {

struct ChartPoint {
    double x = 0;
    double y = 0;
    friend bool operator==(const ChartPoint&, const ChartPoint&) = default;
};

/// Of what has no part in an answer, where the numbers of paths are told.
inline constexpr int noPath = -1;

/// How urgent an activity is, which is how it is coloured; never by colour alone.
enum class Tone { plain, nearCritical, critical, complete, aside };

/// Measures of the bar chart in pixels.
struct BarMetrics {
    double rowHeight = 26;
    double barTop = 7;
    double barHeight = 11;
    double milestone = 6.5; ///< half a diamond's width
};

struct BarShape {
    ActivityId activity;
    Tone tone = Tone::plain;
    double x0 = 0, x1 = 0, y = 0, height = 0;
    std::vector<std::pair<double, double>> gaps; ///< pauses
    double doneX = 0;                            ///< work done reaches from x0 to here; x0 where none is
    bool diamond = false;                        ///< a milestone, centred on x0
    std::optional<double> floatX;                ///< end of the float's dotted line
    bool negativeFloat = false;
    bool pinStart = false;
    bool pinFinish = false;
    bool levelled = false; ///< levelling holds it or splits it
};

struct HammockShape {
    ActivityId activity;
    double x0 = 0, x1 = 0, y = 0, height = 0;
};

/// A group's dimension line.
struct SpanShape {
    double x0 = 0, x1 = 0, y = 0;
    std::string text; ///< its length in weeks
};

struct LinkShape {
    LinkId link;
    std::vector<ChartPoint> points; ///< right-angled; the arrow is at the last
    bool driving = false;
    bool critical = false; ///< drives between critical activities
};

struct ShadeShape {
    double x0 = 0, x1 = 0;
};

/// The rate of damages a day that runs from x0 to x1.
struct DamagesShape {
    double x0 = 0, x1 = 0;
    int level = 1; ///< how many sections add up
    Fraction ratePerDay;
};

struct PennantShape {
    double x = 0;
    std::vector<SectionId> sections; ///< all that are due on this date
};

/// Another programme's dates to be outlined below the bars: a frozen revision, where a trial began.
struct Outline {
    std::string name;
    DatesOf spans;
};
/// The dates of a programme as an outline.
[[nodiscard]] Outline outlineOf(const Schedule& schedule, std::string name);

struct OutlineShape {
    double x0 = 0, x1 = 0, y = 0, height = 0;
    bool diamond = false; ///< of a milestone, centred on x0
};

/// What a bar chart shows, in pixels of the chart: x from the scale's origin, y from the first row's top.
struct BarLayout {
    std::vector<BarShape> bars;
    std::vector<OutlineShape> outlines;
    std::vector<HammockShape> hammocks;
    std::vector<SpanShape> spans;
    std::vector<LinkShape> links;
    std::vector<ShadeShape> nonWorking;
    std::vector<DamagesShape> damages;
    std::vector<PennantShape> pennants;
    std::optional<double> dataDateX;
    double rowHeight = 26;
};

/// What to lay out: rows [first, last) of `rows`, between x = 0 and x = width.
struct BarRequest {
    const Programme& programme;
    const Schedule& schedule;
    std::span<const ChartRow> rows;
    std::size_t first = 0;
    std::size_t last = 0;
    TimeScale scale;
    double width = 0;
    BarMetrics metrics;
    ActivityId shadeFor; ///< whose calendar's non-working time is tinted
    bool links = true;
    const Outline* outline = nullptr;
};

[[nodiscard]] BarLayout layoutBars(const BarRequest& request);
/// The tone of an activity.
[[nodiscard]] Tone toneOf(const ActivityFigures& figures);
/// Damages that run from each section's date on, and the pennants of those dates.
void layoutContract(const BarRequest& request, BarLayout& layout);
/// The way of a link between two bars.
[[nodiscard]] std::vector<ChartPoint> routeLink(LinkType type, const BarShape& from, const BarShape& to,
                                                const BarMetrics& metrics);
/// The bar of one row, as the layout has it.
[[nodiscard]] BarShape barOf(const BarRequest& request, std::size_t row);

/// How far a point lies from a right-angled way.
[[nodiscard]] double distanceToWay(const std::vector<ChartPoint>& points, ChartPoint at);

} // namespace yarrin

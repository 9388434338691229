// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/bar_layout.h"
#include "chart/paint/theme.h"

#include <QPainter>
#include <QString>

#include <functional>

namespace yarrin {

/// The colour of a bar and of what is done of it.
struct ToneColours {
    QColor bar, done;
};
[[nodiscard]] ToneColours coloursOf(Tone tone, const Theme& theme);

/// Texts of a bar: in front of it, on it where there is room, and behind it.
struct BarTexts {
    QString before, on, after;
};

/// What a bar chart's painter needs beside the layout.
struct BarInk {
    const Theme& theme;
    QRectF area; ///< to be painted, in the chart's pixels
    BarMetrics metrics = {};
    std::function<bool(ActivityId)> isSelected = [](ActivityId) { return false; };
    std::function<QString(ActivityId)> hammockText = [](ActivityId) { return QString(); };
    LinkId selectedLink = {};
    /// A colour of its own in place of that of its urgency, which then is a line around the bar; none: not valid.
    std::function<QColor(ActivityId)> colour = {};
    std::function<BarTexts(ActivityId)> texts = {};
    /// The number of the path that an activity or a link is on, 0 for what the subject drives on, `noPath` for what
    /// fades. Not set: no question is asked.
    std::function<int(ActivityId)> path = {};
    std::function<int(LinkId)> linkPath = {};
    /// Where the completion that is sure enough lies, in the chart's pixels; none where it is not known. A tail fades
    /// out up to there.
    std::function<std::optional<double>(ActivityId)> sure = {};
    /// What is urgent has an edge of its own, so that it is told apart without colours too.
    bool onPaper = false;
};
/// The edge of a bar or a milestone on paper: solid where it is critical, broken where it is near.
[[nodiscard]] QPen paperEdge(Tone tone, const Theme& theme);
/// How strongly what has no part in an answer is drawn.
inline constexpr double fadedShare = 0.3;

/// Paints the chart, one function per layer of ink, in this order.
void paintBars(QPainter& painter, const BarLayout& layout, std::span<const ChartRow> rows, const AxisLayout& axis,
               const BarInk& ink);

/// What the time axis needs.
struct AxisInk {
    const Theme& theme;
    double width = 0;
    std::function<QString(const Fraction&)> ratePerDay; ///< "£8,000/d"
    std::function<QString(SectionId)> pennant;          ///< "S2"
    QString dataDate;                                   ///< "1 Mar"
};

/// Heights of the axis' three lines, from the top: damages ribbon, months, weeks.
inline constexpr int ribbonHeight = 16;
inline constexpr int axisLineHeight = 21;
inline constexpr int axisHeight = ribbonHeight + 2 * axisLineHeight;

void paintAxis(QPainter& painter, const AxisLayout& axis, const BarLayout& layout, const AxisInk& ink);

} // namespace yarrin

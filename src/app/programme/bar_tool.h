// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/bar_layout.h"

#include <optional>

namespace yarrin {

/// What lies under the pointer on the bar chart.
struct BarHit {
    enum class Part { nothing, body, start, finish };
    Part part = Part::nothing;
    ActivityId activity;
    LinkId link;           ///< where no bar is hit
    bool pin = false;      ///< on the pin that says that the bar is held
    bool hammock = false;  ///< a hammock's post or its curve
    bool diamond = false;  ///< a milestone, which has no length
    std::size_t piece = 0; ///< how many of the bar's rests lie to the left
};

/// What a drag asks for.
struct BarGesture {
    enum class Kind { none, link, move, stretch, pull, anchor, draw };
    Kind kind = Kind::none;
    Link link;
    std::optional<double> fromPoint; ///< of a link that leaves from within a bar: where
    std::optional<double> toPoint;   ///< and one that leads to a point within a bar
    ActivityId activity;
    bool atStart = false;  ///< stretched at its start; of an anchor, the hammock's start
    std::size_t piece = 0; ///< of a part that is pulled: the rest before it, from 1 on
    End end = End::start;  ///< of the activity that a hammock is hung from, `link.to`
    double movedBy = 0;    ///< pixels
    double x0 = 0, x1 = 0; ///< of what is drawn anew, from left to right
    double y = 0;
};

/// Drags on the chart as a state machine that is fed positions in the chart's pixels. Along its row a bar is moved, its
/// end stretched, a part of it pulled; out of its row each of them draws a link, from an end or from that point of the
/// bar. A post of a hammock is hung elsewhere; on empty ground something new is drawn. The tool holds the preview and
/// changes nothing; Escape or `cancel` drops it.
class BarTool {
public:
    /// `ground`: that what is pressed on is free for something new.
    void press(const BarLayout& layout, ChartPoint at, bool ground = false);
    /// `toPoint`: a link is to lead to the very point, not to an end.
    void move(const BarLayout& layout, ChartPoint at, bool toPoint = false);
    /// Ends the drag and tells what it asks for.
    [[nodiscard]] BarGesture release(const BarLayout& layout, ChartPoint at, bool toPoint = false);
    void cancel();
    /// The chart went so many pixels to the left below the drag.
    void shift(double pixels);

    /// What it would ask for if it were let go here.
    [[nodiscard]] BarGesture gesture(const BarLayout& layout) const;
    [[nodiscard]] bool active() const { return m_dragging; }
    [[nodiscard]] bool pressed() const { return m_hit.part != BarHit::Part::nothing || m_ground; }
    [[nodiscard]] const BarHit& hit() const { return m_hit; }
    /// Whether a line is drawn from bar to bar: a link, or what a hammock hangs from.
    [[nodiscard]] bool drawsLine() const;
    [[nodiscard]] ChartPoint from() const { return m_from; }
    [[nodiscard]] ChartPoint to() const { return m_to; }
    /// The bar that the line would end at.
    [[nodiscard]] const BarHit& target() const { return m_target; }

private:
    [[nodiscard]] BarGesture linkGesture(const BarLayout& layout) const;

    BarHit m_hit;
    BarHit m_target;
    ChartPoint m_from;
    ChartPoint m_to;
    double m_rowMiddle = 0;
    double m_rowHeight = 26;
    bool m_ground = false;
    bool m_toPoint = false;
    bool m_dragging = false;
};

[[nodiscard]] BarHit hitTest(const BarLayout& layout, ChartPoint at);

} // namespace yarrin

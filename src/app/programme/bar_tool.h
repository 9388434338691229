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
    LinkId link;      ///< where no bar is hit
    bool pin = false; ///< on the pin that says that the bar is held
};

/// A link that a drag asks for, or a new start that it moves a bar to.
struct BarGesture {
    enum class Kind { none, link, move };
    Kind kind = Kind::none;
    Link link;
    ActivityId activity;
    double movedBy = 0; ///< pixels
};

/// Drawing a link from a bar's end, and moving a bar, as a state machine that is fed positions in the chart's pixels.
/// It holds the preview and changes nothing; Escape or `cancel` drops it.
class BarTool {
public:
    void press(const BarLayout& layout, ChartPoint at);
    void move(const BarLayout& layout, ChartPoint at);
    /// Ends the gesture and tells what it asks for.
    [[nodiscard]] BarGesture release(const BarLayout& layout, ChartPoint at);
    void cancel();

    [[nodiscard]] bool active() const { return m_dragging; }
    [[nodiscard]] bool pressed() const { return m_hit.part != BarHit::Part::nothing; }
    [[nodiscard]] const BarHit& hit() const { return m_hit; }
    [[nodiscard]] bool drawsLink() const;
    [[nodiscard]] ChartPoint from() const { return m_from; }
    [[nodiscard]] ChartPoint to() const { return m_to; }
    /// The bar that the link would end at.
    [[nodiscard]] const BarHit& target() const { return m_target; }

private:
    BarHit m_hit;
    BarHit m_target;
    ChartPoint m_from;
    ChartPoint m_to;
    bool m_dragging = false;
};

[[nodiscard]] BarHit hitTest(const BarLayout& layout, ChartPoint at);

} // namespace yarrin

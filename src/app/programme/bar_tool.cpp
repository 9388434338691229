// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/programme/bar_tool.h"

#include <algorithm>
#include <cmath>

namespace yarrin {

namespace {

constexpr double grip = 6; ///< how near to an end counts as the end
constexpr double threshold = 4;

double distanceToWay(const std::vector<ChartPoint>& points, ChartPoint at) {
    double nearest = 1e9;
    for (std::size_t i = 1; i < points.size(); ++i) {
        const auto [x0, x1] = std::minmax(points[i - 1].x, points[i].x);
        const auto [y0, y1] = std::minmax(points[i - 1].y, points[i].y);
        const double dx = at.x < x0 ? x0 - at.x : (at.x > x1 ? at.x - x1 : 0);
        const double dy = at.y < y0 ? y0 - at.y : (at.y > y1 ? at.y - y1 : 0);
        nearest = std::min(nearest, std::hypot(dx, dy));
    }
    return nearest;
}

} // namespace

BarHit hitTest(const BarLayout& layout, ChartPoint at) {
    // A pin's head stands over its bar's end, and is the smaller of the two.
    for (const BarShape& bar : layout.bars)
        for (const double x : {bar.pinStart ? bar.x0 : 1e12, bar.pinFinish ? bar.x1 : 1e12})
            if (std::abs(at.x - x) <= 5 && at.y >= bar.y - 7 && at.y < bar.y) {
                BarHit hit;
                hit.activity = bar.activity;
                hit.pin = true;
                return hit;
            }
    for (const BarShape& bar : layout.bars) {
        if (at.y < bar.y - 4 || at.y > bar.y + bar.height + 4) continue;
        const double reach = bar.diamond ? 9 : grip;
        if (at.x < bar.x0 - reach || at.x > bar.x1 + reach) continue;
        BarHit hit;
        hit.activity = bar.activity;
        // On a short bar the ends keep half each.
        if (bar.diamond)
            hit.part = at.x < bar.x0 ? BarHit::Part::start : BarHit::Part::finish;
        else if (at.x >= bar.x1 - std::min(grip, (bar.x1 - bar.x0) / 2))
            hit.part = BarHit::Part::finish;
        else if (at.x <= bar.x0 + std::min(grip, (bar.x1 - bar.x0) / 2))
            hit.part = BarHit::Part::start;
        else
            hit.part = BarHit::Part::body;
        return hit;
    }
    BarHit hit;
    double nearest = 4;
    for (const LinkShape& link : layout.links)
        if (const double distance = distanceToWay(link.points, at); distance < nearest) {
            nearest = distance;
            hit.link = link.link;
        }
    return hit;
}

void BarTool::press(const BarLayout& layout, ChartPoint at) {
    cancel();
    m_hit = hitTest(layout, at);
    m_from = m_to = at;
    for (const BarShape& bar : layout.bars)
        if (bar.activity == m_hit.activity && (m_hit.part == BarHit::Part::start || m_hit.part == BarHit::Part::finish))
            m_from = {m_hit.part == BarHit::Part::start ? bar.x0 : bar.x1, bar.y + bar.height / 2};
}

void BarTool::move(const BarLayout& layout, ChartPoint at) {
    if (!pressed()) return;
    m_dragging = m_dragging || std::hypot(at.x - m_to.x, at.y - m_to.y) > threshold;
    if (!m_dragging) return;
    m_to = at;
    m_target = drawsLink() ? hitTest(layout, at) : BarHit{};
    if (m_target.activity == m_hit.activity) m_target = {};
}

bool BarTool::drawsLink() const {
    return m_dragging && (m_hit.part == BarHit::Part::start || m_hit.part == BarHit::Part::finish);
}

BarGesture BarTool::release(const BarLayout& layout, ChartPoint at) {
    move(layout, at);
    BarGesture gesture;
    if (drawsLink() && m_target.activity) {
        const bool fromStart = m_hit.part == BarHit::Part::start;
        bool toFinish = m_target.part == BarHit::Part::finish;
        for (const BarShape& bar : layout.bars)
            if (bar.activity == m_target.activity) toFinish = !bar.diamond && at.x > (bar.x0 + bar.x1) / 2;
        gesture.kind = BarGesture::Kind::link;
        gesture.link.from = m_hit.activity;
        gesture.link.to = m_target.activity;
        gesture.link.type =
            fromStart ? (toFinish ? LinkType::sf : LinkType::ss) : (toFinish ? LinkType::ff : LinkType::fs);
    } else if (m_dragging && m_hit.part == BarHit::Part::body) {
        gesture.kind = BarGesture::Kind::move;
        gesture.activity = m_hit.activity;
        gesture.movedBy = m_to.x - m_from.x;
    }
    cancel();
    return gesture;
}

void BarTool::cancel() {
    m_hit = {};
    m_target = {};
    m_dragging = false;
}

} // namespace yarrin

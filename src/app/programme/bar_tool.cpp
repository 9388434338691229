// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/programme/bar_tool.h"

#include <algorithm>
#include <cmath>
#include <tuple>

namespace yarrin {

namespace {

constexpr double grip = 6; ///< how near to an end counts as the end
constexpr double threshold = 4;

/// A pin's head stands over its bar's end, and is the smaller of the two.
std::optional<BarHit> pinAt(const BarLayout& layout, ChartPoint at) {
    for (const BarShape& bar : layout.bars)
        for (const double x : {bar.pinStart ? bar.x0 : 1e12, bar.pinFinish ? bar.x1 : 1e12})
            if (std::abs(at.x - x) <= 5 && at.y >= bar.y - 7 && at.y < bar.y) {
                BarHit hit;
                hit.activity = bar.activity;
                hit.pin = true;
                return hit;
            }
    return {};
}

std::optional<BarHit> barAt(const BarLayout& layout, ChartPoint at) {
    for (const BarShape& bar : layout.bars) {
        if (at.y < bar.y - 4 || at.y > bar.y + bar.height + 4) continue;
        const double reach = bar.diamond ? 9 : grip;
        if (at.x < bar.x0 - reach || at.x > bar.x1 + reach) continue;
        BarHit hit;
        hit.activity = bar.activity;
        hit.diamond = bar.diamond;
        // A short bar keeps a third for itself, so that it can still be moved.
        const double ends = std::min(grip, (bar.x1 - bar.x0) / 3);
        if (bar.diamond)
            hit.part = at.x < bar.x0 ? BarHit::Part::start : BarHit::Part::finish;
        else if (at.x >= bar.x1 - ends)
            hit.part = BarHit::Part::finish;
        else if (at.x <= bar.x0 + ends)
            hit.part = BarHit::Part::start;
        else
            hit.part = BarHit::Part::body;
        for (const auto& [from, to] : bar.gaps) hit.piece += at.x > (from + to) / 2 ? 1 : 0;
        return hit;
    }
    return {};
}

std::optional<BarHit> hammockAt(const BarLayout& layout, ChartPoint at) {
    for (const HammockShape& hammock : layout.hammocks) {
        if (at.y < hammock.y - 3 || at.y > hammock.y + hammock.height + 3) continue;
        if (at.x < hammock.x0 - grip || at.x > hammock.x1 + grip) continue;
        BarHit hit;
        hit.activity = hammock.activity;
        hit.hammock = true;
        const double ends = std::min(grip, (hammock.x1 - hammock.x0) / 2);
        hit.part = at.x <= hammock.x0 + ends   ? BarHit::Part::start
                   : at.x >= hammock.x1 - ends ? BarHit::Part::finish
                                               : BarHit::Part::body;
        return hit;
    }
    return {};
}

bool isEnd(const BarHit& hit) {
    return hit.part == BarHit::Part::start || hit.part == BarHit::Part::finish;
}

} // namespace

BarHit hitTest(const BarLayout& layout, ChartPoint at) {
    if (const auto hit = pinAt(layout, at)) return *hit;
    if (const auto hit = barAt(layout, at)) return *hit;
    if (const auto hit = hammockAt(layout, at)) return *hit;
    BarHit hit;
    double nearest = 4;
    for (const LinkShape& link : layout.links)
        if (const double distance = distanceToWay(link.points, at); distance < nearest) {
            nearest = distance;
            hit.link = link.link;
        }
    return hit;
}

void BarTool::press(const BarLayout& layout, ChartPoint at, bool ground) {
    cancel();
    m_hit = hitTest(layout, at);
    m_ground = ground && m_hit.part == BarHit::Part::nothing && !m_hit.link && !m_hit.pin;
    m_from = m_to = at;
    m_rowHeight = layout.rowHeight;
    m_rowMiddle = at.y;
    for (const BarShape& bar : layout.bars)
        if (bar.activity == m_hit.activity && m_hit.part != BarHit::Part::nothing) {
            m_rowMiddle = bar.y + bar.height / 2;
            if (isEnd(m_hit)) m_from.x = m_hit.part == BarHit::Part::start ? bar.x0 : bar.x1;
        }
    for (const HammockShape& hammock : layout.hammocks)
        if (m_hit.hammock && hammock.activity == m_hit.activity && isEnd(m_hit))
            m_from = {m_hit.part == BarHit::Part::start ? hammock.x0 : hammock.x1, hammock.y};
    if (m_hit.part != BarHit::Part::nothing && !m_hit.hammock) m_from.y = m_rowMiddle;
}

void BarTool::move(const BarLayout& layout, ChartPoint at, bool toPoint) {
    if (!pressed()) return;
    m_toPoint = toPoint;
    m_dragging = m_dragging || std::hypot(at.x - m_to.x, at.y - m_to.y) > threshold;
    if (!m_dragging) return;
    m_to = at;
    m_target = drawsLine() ? hitTest(layout, at) : BarHit{};
    if (m_target.activity == m_hit.activity || m_target.hammock) m_target = {};
}

bool BarTool::drawsLine() const {
    if (!m_dragging || m_ground || m_hit.part == BarHit::Part::nothing) return false;
    if (m_hit.hammock) return isEnd(m_hit);
    return std::abs(m_to.y - m_rowMiddle) > m_rowHeight * 0.75;
}

BarGesture BarTool::linkGesture(const BarLayout& layout) const {
    BarGesture gesture;
    if (!m_target.activity) return gesture;
    bool toFinish = m_target.part == BarHit::Part::finish;
    for (const BarShape& bar : layout.bars)
        if (bar.activity == m_target.activity) toFinish = !bar.diamond && m_to.x > (bar.x0 + bar.x1) / 2;
    gesture.link.from = m_hit.activity;
    gesture.link.to = m_target.activity;
    if (m_hit.hammock) {
        gesture.kind = BarGesture::Kind::anchor;
        gesture.activity = m_hit.activity;
        gesture.atStart = m_hit.part == BarHit::Part::start;
        gesture.end = toFinish ? End::finish : End::start;
        return gesture;
    }
    gesture.kind = BarGesture::Kind::link;
    const bool within = m_hit.part == BarHit::Part::body;
    const bool fromStart = within || m_hit.part == BarHit::Part::start;
    if (within) {
        gesture.fromPoint = m_from.x;
        toFinish = m_target.part == BarHit::Part::finish && !m_target.diamond;
    }
    if (m_toPoint && !m_target.diamond) {
        gesture.toPoint = m_to.x;
        toFinish = false;
    }
    gesture.link.type = fromStart ? (toFinish ? LinkType::sf : LinkType::ss) : (toFinish ? LinkType::ff : LinkType::fs);
    return gesture;
}

BarGesture BarTool::gesture(const BarLayout& layout) const {
    BarGesture gesture;
    if (!m_dragging) return gesture;
    if (m_ground) {
        gesture.kind = BarGesture::Kind::draw;
        std::tie(gesture.x0, gesture.x1) = std::minmax(m_from.x, m_to.x);
        gesture.y = m_from.y;
        return gesture;
    }
    if (drawsLine()) return linkGesture(layout);
    if (m_hit.hammock) return gesture;
    gesture.activity = m_hit.activity;
    gesture.movedBy = m_to.x - m_from.x;
    gesture.piece = m_hit.piece;
    if (isEnd(m_hit) && !m_hit.diamond) {
        gesture.kind = BarGesture::Kind::stretch;
        gesture.atStart = m_hit.part == BarHit::Part::start;
    } else {
        gesture.kind = m_hit.piece > 0 ? BarGesture::Kind::pull : BarGesture::Kind::move;
    }
    return gesture;
}

BarGesture BarTool::release(const BarLayout& layout, ChartPoint at, bool toPoint) {
    move(layout, at, toPoint);
    const BarGesture asked = gesture(layout);
    cancel();
    return asked;
}

void BarTool::shift(double pixels) {
    m_from.x -= pixels;
    m_to.x -= pixels;
}

void BarTool::cancel() {
    m_hit = {};
    m_target = {};
    m_ground = false;
    m_dragging = false;
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/paint/way_painter.h"

#include <QPaintEngine>
#include <QPainterPath>

#include <algorithm>

namespace yarrin {

QPolygonF polygon(const std::vector<std::pair<double, double>>& line) {
    QPolygonF points;
    for (const auto& [x, y] : line) points << QPointF(x, y);
    return points;
}

namespace {

/// A right-angled way with rounded corners, as its straight parts and its corners.
struct DrawnWay {
    std::vector<QLineF> lines;
    QPainterPath corners;
    QPainterPath whole;
};

/// What lies far out of sight is drawn in to its edge, for drawing costs by length; what is in sight stays as it is,
/// because all lines are level or upright.
DrawnWay roundedWay(const std::vector<ChartPoint>& points, const QRectF& area, double radius) {
    const auto placed = [&](const ChartPoint& point) {
        return QPointF(std::clamp(crisp(point.x), area.left() - 40.5, area.right() + 40.5),
                       std::clamp(crisp(point.y), area.top() - 40.5, area.bottom() + 40.5));
    };
    DrawnWay way;
    QPointF from = placed(points[0]);
    way.whole.moveTo(from);
    for (std::size_t i = 1; i < points.size(); ++i) {
        const QPointF at = placed(points[i]);
        const bool last = i + 1 == points.size();
        const auto toward = [&](const QPointF& other) {
            const double length = std::hypot(other.x() - at.x(), other.y() - at.y());
            const double step = std::min(radius, length / 2);
            return length == 0 ? at : at + (other - at) * (step / length);
        };
        const QPointF end = last ? at : toward(from);
        way.lines.emplace_back(from, end);
        way.whole.lineTo(end);
        if (last) break;
        from = toward(placed(points[i + 1]));
        way.corners.moveTo(end);
        way.corners.quadTo(at, from);
        way.whole.quadTo(at, from);
    }
    return way;
}

/// Lines one pixel wide as rectangles. Stroked, a raster would share each out over threads, piece by piece, which costs
/// many times what the ink does.
void fillLines(QPainter& painter, const std::vector<QLineF>& lines, const QColor& colour) {
    for (const QLineF& line : lines) {
        const QRectF box = QRectF(line.p1(), line.p2()).normalized();
        painter.fillRect(QRect(int(std::floor(box.left())), int(std::floor(box.top())), int(std::ceil(box.width())) + 1,
                               int(std::ceil(box.height())) + 1),
                         colour);
    }
}

void paintArrow(QPainter& painter, const std::vector<ChartPoint>& points, const WayInk& ink) {
    const ChartPoint& end = points.back();
    if (!ink.area.adjusted(-10, -10, 10, 10).contains(end.x, end.y)) return;
    const ChartPoint& before = points[points.size() - 2];
    const double dx = end.x > before.x ? 1 : (end.x < before.x ? -1 : 0);
    const double dy = dx != 0 ? 0 : (end.y >= before.y ? 1 : -1);
    const QPointF tip(crisp(end.x), crisp(end.y));
    const double size = ink.arrow;
    painter.setBrush(ink.colour);
    painter.setPen(Qt::NoPen);
    painter.drawPolygon(
        QPolygonF({tip, tip + QPointF(-dx * size * 1.3 - dy * size * 0.75, -dy * size * 1.3 + dx * size * 0.75),
                   tip + QPointF(-dx * size * 1.3 + dy * size * 0.75, -dy * size * 1.3 - dx * size * 0.75)}));
}

} // namespace

void paintWay(QPainter& painter, const std::vector<ChartPoint>& points, const WayInk& ink) {
    if (points.size() < 2) return;
    const DrawnWay way = roundedWay(points, ink.area, ink.radius);
    const bool filled = ink.width == 1 && painter.paintEngine()->type() == QPaintEngine::Raster;
    if (filled) {
        painter.setRenderHint(QPainter::Antialiasing, false);
        fillLines(painter, way.lines, ink.colour);
        painter.setRenderHint(QPainter::Antialiasing);
    }
    painter.setPen(QPen(ink.colour, ink.width));
    painter.setBrush(Qt::NoBrush);
    painter.drawPath(filled ? way.corners : way.whole);
    if (ink.arrow > 0) paintArrow(painter, points, ink);
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/paint/demand_painter.h"

#include "chart/paint/way_painter.h"

#include <algorithm>

namespace yarrin {

namespace {

/// Sums by early and late dates as a band, what was agreed, and what of it is done.
void paintCurves(QPainter& painter, const DemandLayout& layout, const Theme& t) {
    if (layout.early.empty()) return;
    QPolygonF band = polygon(layout.early);
    for (auto point = layout.late.rbegin(); point != layout.late.rend(); ++point)
        band << QPointF(point->first, point->second);
    QColor veil = t.hammock;
    veil.setAlphaF(0.16F);
    painter.setPen(Qt::NoPen);
    painter.setBrush(veil);
    painter.drawPolygon(band);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(t.hammock, 1.6));
    painter.drawPolyline(polygon(layout.early));
    painter.setPen(QPen(t.hammock, 1.2, Qt::DotLine));
    painter.drawPolyline(polygon(layout.late));
    painter.setPen(QPen(t.muted, 1.6, Qt::DashLine));
    painter.drawPolyline(polygon(layout.agreed));
    painter.setPen(QPen(t.accent, 2.4));
    painter.drawPolyline(polygon(layout.earned));
}

} // namespace

void paintDemand(QPainter& painter, const DemandLayout& layout, double width, const DemandInk& ink) {
    const Theme& t = ink.theme;
    painter.save();
    painter.setClipRect(QRectF(0, 0, width, layout.bottom + 40), Qt::IntersectClip);
    painter.setPen(QPen(mixed(t.paper, t.rule, 0.7), 1));
    for (const auto& [y, value] : layout.marks) painter.drawLine(QPointF(0, y), QPointF(width, y));
    if (ink.chosen) {
        const double x0 = layout.reach[ink.chosen->first].first, x1 = layout.reach[ink.chosen->second].second;
        painter.fillRect(QRectF(x0, 0, x1 - x0, layout.bottom), mixed(t.paper, t.selection, 0.8));
    }
    for (const DemandBox& box : layout.boxes) {
        const QColor colour = ink.colour(box.group);
        painter.fillRect(QRectF(box.x0, box.y0, std::max(1.0, box.x1 - box.x0), box.y1 - box.y0),
                         box.past ? colour : mixed(colour, t.paper, 0.55));
    }
    painter.setRenderHint(QPainter::Antialiasing);
    for (const DemandBox& box : layout.over) {
        const QRectF rect(box.x0, box.y0, std::max(1.0, box.x1 - box.x0), box.y1 - box.y0);
        QColor thin = t.critical;
        painter.fillRect(rect, mixed(t.paper, thin, 0.14));
        painter.fillRect(rect, QBrush(thin, Qt::BDiagPattern));
        painter.setPen(QPen(thin, 1));
        painter.drawRect(rect.adjusted(0.5, 0.5, -0.5, -0.5));
    }
    painter.setPen(QPen(t.ink, 1.6, Qt::SolidLine, Qt::FlatCap, Qt::MiterJoin));
    QPolygonF line;
    for (const auto& [x, y] : layout.supply) line << QPointF(x, y);
    painter.drawPolyline(line);
    QPolygonF after;
    for (const auto& [x, y] : layout.after) after << QPointF(x, y);
    painter.setPen(QPen(t.accent, 1.8, Qt::DashLine, Qt::FlatCap, Qt::MiterJoin));
    painter.drawPolyline(after);
    paintCurves(painter, layout, t);
    painter.setRenderHint(QPainter::Antialiasing, false);
    painter.setPen(QPen(t.rule, 1));
    painter.drawLine(QPointF(0, layout.bottom), QPointF(width, layout.bottom));
    if (layout.dataDate) {
        painter.setPen(QPen(t.accent, 1.5));
        painter.drawLine(QPointF(*layout.dataDate, 0), QPointF(*layout.dataDate, layout.bottom));
    }
    painter.restore();
}

void paintSpark(QPainter& painter, const QRectF& box, const DemandSpark& spark, const Theme& theme) {
    float most = 0;
    for (const float value : spark.demand) most = std::max(most, value);
    if (most <= 0) return;
    const double step = box.width() / double(spark.demand.size());
    for (std::size_t i = 0; i < spark.demand.size(); ++i) {
        if (spark.demand[i] <= 0) continue;
        const double height = std::max(1.0, box.height() * double(spark.demand[i] / most));
        const double x = box.left() + double(i) * step;
        const QColor colour = i < spark.known ? theme.muted : mixed(theme.activity, theme.paper, 0.25);
        painter.fillRect(QRectF(x, box.bottom() - height, std::max(1.0, step), height), colour);
        if (spark.excess[i] > 0 && i >= spark.known)
            painter.fillRect(QRectF(x, box.bottom() - height, std::max(1.0, step),
                                    std::max(1.0, box.height() * double(spark.excess[i] / most))),
                             theme.critical);
    }
    painter.fillRect(QRectF(box.left(), box.bottom(), box.width(), 1), theme.rule);
}

} // namespace yarrin

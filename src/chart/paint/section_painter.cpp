// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/paint/section_painter.h"

#include "chart/paint/way_painter.h"

#include <QPolygonF>

#include <algorithm>
#include <cmath>

namespace yarrin {

namespace {

/// A date's line with its day below it.
void paintDate(QPainter& painter, const SectionLine& line, const SectionMark& at, const QColor& colour,
               const SectionInk& ink, double reach, bool before) {
    painter.setPen(QPen(colour, 2));
    painter.drawLine(QPointF(crisp(at.x), line.base - reach), QPointF(crisp(at.x), line.base + 3));
    const QString words = ink.date(at.date);
    const double wide = painter.fontMetrics().horizontalAdvance(words) + 2;
    painter.drawText(QRectF(before ? at.x - wide : at.x, line.base + 3, wide, 14), Qt::AlignVCenter, words);
}

void paintGrowth(QPainter& painter, const SectionLine& line, const Theme& theme) {
    if (line.growth.size() < 2) return;
    QPolygonF area;
    for (const auto& [x, y] : line.growth) area << QPointF(x, y);
    area << QPointF(line.growth.back().first, line.base) << QPointF(line.growth.front().first, line.base);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme.damages1);
    painter.drawPolygon(area);
    QPolygonF edge;
    for (const auto& [x, y] : line.growth) edge << QPointF(x, y);
    painter.setPen(QPen(theme.critical, 1.5));
    painter.drawPolyline(edge);
    painter.setRenderHint(QPainter::Antialiasing, false);
}

/// Grants lie one behind the other on the line, each with a notch at its end; what was granted for now is hatched.
void paintGrants(QPainter& painter, const SectionLine& line, const Theme& theme) {
    for (const GrantMark& grant : line.grants) {
        const double a = std::min(grant.x0, grant.x1), b = std::max(grant.x0, grant.x1);
        painter.setPen(Qt::NoPen);
        painter.setBrush(grant.extension.interim ? QBrush(theme.recovered, Qt::BDiagPattern) : QBrush(theme.recovered));
        painter.drawRect(QRectF(a, line.base - 7, std::max(1.5, b - a - 1), 7));
    }
}

} // namespace

void paintSections(QPainter& painter, const SectionLayout& layout, const SectionInk& ink) {
    const Theme& t = ink.theme;
    painter.setFont(secondaryFont());
    painter.setRenderHint(QPainter::Antialiasing, false);
    for (const AxisCell& cell : layout.months) {
        painter.setPen(t.rule);
        if (cell.x0 > layout.left)
            painter.drawLine(QPointF(crisp(cell.x0), 4), QPointF(crisp(cell.x0), layout.height - 8));
        painter.setPen(t.muted);
        painter.drawText(QRectF(cell.x0 + 4, 0, cell.x1 - cell.x0 - 4, layout.axis),
                         int(Qt::AlignVCenter) | int(Qt::TextDontClip), QString::fromStdString(cell.text));
    }
    for (const SectionLine& line : layout.lines) {
        painter.setPen(t.rule);
        painter.drawLine(QPointF(0, crisp(line.y)), QPointF(layout.right, crisp(line.y)));
        painter.drawLine(QPointF(layout.left, crisp(line.base)), QPointF(layout.right, crisp(line.base)));
        painter.setPen(t.ink);
        painter.setFont(boldened(bodyFont()));
        const auto elided = [&](const QString& words) {
            return painter.fontMetrics().elidedText(words, Qt::ElideRight, int(layout.left) - 8);
        };
        painter.drawText(QRectF(0, line.y + 5, layout.left - 8, 18), Qt::AlignVCenter, elided(ink.name(line)));
        painter.setFont(secondaryFont());
        painter.setPen(t.muted);
        painter.drawText(QRectF(0, line.y + 23, layout.left - 8, 16), Qt::AlignVCenter, elided(ink.detail(line)));
        paintGrowth(painter, line, t);
        paintGrants(painter, line, t);
        const bool moved = line.extended.date != line.contract.date;
        paintDate(painter, line, line.contract, t.contractDate, ink, 20, true);
        if (moved && (!line.forecast || line.forecast->x - line.extended.x > 50))
            paintDate(painter, line, line.extended, t.recovered, ink, 12, false);
        if (line.forecast) {
            const QColor colour = line.daysLate > 0 ? t.criticalText : t.goodText;
            paintDate(painter, line, *line.forecast, colour, ink, 28, line.daysLate < 0 && !moved);
            painter.setFont(boldened(secondaryFont()));
            painter.drawText(QRectF(std::max(line.forecast->x, line.extended.x) + 8, line.y + 3, 400, 18),
                             Qt::AlignVCenter, ink.result(line));
            painter.setFont(secondaryFont());
        }
    }
    if (layout.dataDate) {
        QPen pen(t.accent, 1);
        pen.setStyle(Qt::DashLine);
        painter.setPen(pen);
        painter.drawLine(QPointF(crisp(*layout.dataDate), layout.axis),
                         QPointF(crisp(*layout.dataDate), layout.height - 8));
    }
}

} // namespace yarrin

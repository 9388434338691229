// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/paint/money_painter.h"

#include "chart/paint/way_painter.h"

namespace yarrin {

namespace {

void paintGrid(QPainter& painter, const MoneyLayout& layout, double width, const MoneyInk& ink) {
    const Theme& t = ink.theme;
    painter.setFont(secondaryFont());
    for (const auto& [y, sum] : layout.totals) {
        painter.setPen(QPen(mixed(t.paper, t.rule, 0.7), 1));
        painter.drawLine(QPointF(layout.left, y), QPointF(layout.right, y));
        painter.setPen(t.muted);
        painter.drawText(QRectF(layout.right + 6, y - 8, width - layout.right - 8, 16),
                         Qt::AlignLeft | Qt::AlignVCenter, ink.figure(sum));
        // Months are drawn five times as high.
        painter.drawText(QRectF(0, y - 8, layout.left - 6, 16), Qt::AlignRight | Qt::AlignVCenter, ink.figure(sum / 5));
    }
    for (const auto& [y, sum] : layout.positions) {
        painter.setPen(QPen(mixed(t.paper, t.rule, sum == 0 ? 1 : 0.7), 1));
        painter.drawLine(QPointF(layout.left, y), QPointF(layout.right, y));
        painter.setPen(t.muted);
        painter.drawText(QRectF(0, y - 8, layout.left - 6, 16), Qt::AlignRight | Qt::AlignVCenter, ink.figure(sum));
    }
    painter.fillRect(QRectF(0, 0, width, 24), t.panel);
    painter.setPen(t.ink);
    for (const AxisCell& cell : layout.cells)
        painter.drawText(QRectF(cell.x0, 0, std::max(cell.x1 - cell.x0, 60.0), 24), Qt::AlignLeft | Qt::AlignVCenter,
                         QString::fromStdString(cell.text));
}

/// What lies below nothing is money that is out.
void paintCash(QPainter& painter, const MoneyLayout& layout, const MoneyInk& ink) {
    if (layout.cash.empty()) return;
    const Theme& t = ink.theme;
    QPolygonF area = polygon(layout.cash);
    area << QPointF(layout.cash.back().first, layout.zero) << QPointF(layout.cash.front().first, layout.zero);
    painter.save();
    painter.setPen(Qt::NoPen);
    painter.setClipRect(
        QRectF(layout.left, layout.zero, layout.right - layout.left, layout.cashBottom - layout.zero + 1));
    painter.setBrush(mixed(t.paper, t.nearText, 0.35));
    painter.drawPolygon(area);
    painter.setClipRect(
        QRectF(layout.left, layout.cashTop - 1, layout.right - layout.left, layout.zero - layout.cashTop + 1));
    painter.setBrush(mixed(t.paper, t.accent, 0.3));
    painter.drawPolygon(area);
    painter.restore();
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(t.ink, 1.2));
    painter.drawPolyline(polygon(layout.cash));
    painter.setPen(QPen(t.hammock, 1.4, Qt::DashLine));
    painter.drawPolyline(polygon(layout.cashPlanned));
}

} // namespace

QColor headColour(int head, const Theme& theme) {
    return theme.sorting[std::size_t(head) % theme.sorting.size()];
}

void paintMoney(QPainter& painter, const MoneyLayout& layout, double width, const MoneyInk& ink) {
    const Theme& t = ink.theme;
    if (ink.chosen && *ink.chosen < layout.cells.size()) {
        const AxisCell& cell = layout.cells[*ink.chosen];
        painter.fillRect(QRectF(cell.x0, 24, cell.x1 - cell.x0, layout.cashBottom - 24),
                         mixed(t.paper, t.selection, 0.8));
    }
    paintGrid(painter, layout, width, ink);
    painter.setRenderHint(QPainter::Antialiasing);
    if (!layout.early.empty() && !layout.late.empty()) {
        QPolygonF band = polygon(layout.early);
        for (auto point = layout.late.rbegin(); point != layout.late.rend(); ++point)
            band << QPointF(point->first, point->second);
        painter.setPen(Qt::NoPen);
        painter.setBrush(mixed(t.paper, t.hammock, 0.14));
        painter.drawPolygon(band);
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(t.hammock, 1.6));
        painter.drawPolyline(polygon(layout.early));
        painter.setPen(QPen(t.hammock, 1.2, Qt::DotLine));
        painter.drawPolyline(polygon(layout.late));
    }
    painter.setRenderHint(QPainter::Antialiasing, false);
    for (const MoneyBox& box : layout.boxes) {
        const QColor colour = headColour(box.head, t);
        painter.fillRect(QRectF(box.x0, box.y0, box.x1 - box.x0, box.y1 - box.y0),
                         box.past ? colour : mixed(colour, t.paper, 0.5));
    }
    painter.setPen(QPen(t.ink, 2));
    for (const auto& [x0, x1, y] : layout.values) painter.drawLine(QPointF(x0, y), QPointF(x1, y));
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(t.accent, 2.4));
    painter.drawPolyline(polygon(layout.spent));
    painter.setPen(QPen(t.accent, 2, Qt::DashLine));
    painter.drawPolyline(polygon(layout.forecast));
    paintCash(painter, layout, ink);
    painter.setRenderHint(QPainter::Antialiasing, false);
    if (!layout.dataDate) return;
    painter.setPen(QPen(t.accent, 1.5));
    painter.drawLine(QPointF(*layout.dataDate, 24), QPointF(*layout.dataDate, layout.cashBottom));
    const QFont font = boldened(secondaryFont());
    const double wide = QFontMetricsF(font).horizontalAdvance(ink.dataDate) + 14;
    const QRectF flag(*layout.dataDate - wide / 2, 4, wide, 16);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    painter.setBrush(t.accent);
    painter.drawRoundedRect(flag, 2, 2);
    painter.setFont(font);
    painter.setPen(t.paper);
    painter.drawText(flag, Qt::AlignCenter, ink.dataDate);
}

} // namespace yarrin

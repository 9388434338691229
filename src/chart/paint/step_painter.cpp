// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/paint/step_painter.h"

#include "chart/paint/way_painter.h"

#include <algorithm>
#include <cmath>

namespace yarrin {

namespace {

void diamond(QPainter& painter, QPointF centre, const QColor& colour) {
    painter.setPen(Qt::NoPen);
    painter.setBrush(colour);
    painter.drawPolygon(
        QPolygonF({centre + QPointF(0, -7), centre + QPointF(7, 0), centre + QPointF(0, 7), centre + QPointF(-7, 0)}));
}

/// A vertical line with its words at the foot, on the side where there is room.
void mark(QPainter& painter, const StepLayout& layout, const StepMark& at, const QString& words, const QColor& colour,
          Qt::PenStyle style, int line, double width) {
    QPen pen(colour, 1);
    pen.setStyle(style);
    painter.setPen(pen);
    const double foot = layout.lastY + 21 + line * 14;
    painter.drawLine(QPointF(crisp(at.x), 24), QPointF(crisp(at.x), foot));
    painter.setPen(colour);
    painter.setFont(boldened(secondaryFont()));
    const double wide = painter.fontMetrics().horizontalAdvance(words) + 4;
    const bool right = at.x + 5 + wide <= width;
    painter.drawText(QRectF(right ? at.x + 5 : at.x - 5 - wide, foot - 12, wide, 15),
                     (right ? Qt::AlignLeft : Qt::AlignRight) | Qt::AlignVCenter | Qt::TextDontClip, words);
}

} // namespace

QColor riskColour(Risk risk, const Theme& theme) {
    return risk == Risk::employer ? theme.employer : (risk == Risk::neutral ? theme.neutral : theme.own);
}

QColor carrierColour(Carrier carrier, const Theme& theme) {
    switch (carrier) {
    case Carrier::employer:
        return theme.employer;
    case Carrier::neutral:
        return theme.neutral;
    case Carrier::own:
    case Carrier::common: // hatched over
        return theme.own;
    case Carrier::recovered:
        return theme.recovered;
    case Carrier::unseen:
        break;
    }
    return theme.complete;
}

namespace {

/// Where words of a row may stand: behind x or, where there is no room, before `left`.
struct WordPlace {
    double left, x, centre;
};

/// A word gets its own ground, so that no line runs through it.
void paintGrounded(QPainter& painter, double layoutLeft, const StepInk& ink, const WordPlace& place,
                   const QString& text, const QColor& colour, bool bold, bool chosen) {
    const Theme& t = ink.theme;
    const auto& [left, x, centre] = place;
    painter.setFont(bold ? boldened(bodyFont()) : bodyFont());
    // Where there is no room behind the bar, the words stand before it.
    const double wide = painter.fontMetrics().horizontalAdvance(text) + 2;
    const bool before = wide > ink.width - x - 6 && left - 8 - wide > layoutLeft;
    const double room = before ? wide : ink.width - x - 6;
    const QString shown = painter.fontMetrics().elidedText(text, Qt::ElideRight, int(std::max(20.0, room)));
    const QRectF box(before ? left - 8 - wide : x, centre - 9, painter.fontMetrics().horizontalAdvance(shown) + 2, 18);
    painter.fillRect(box, chosen ? t.selection : t.paper);
    painter.setPen(colour);
    painter.drawText(box, Qt::AlignVCenter | Qt::TextDontClip, shown);
}

/// The bar of a step, hatched where the days are concurrent; returns where it ends.
double paintBar(QPainter& painter, const StepRow& row, const Theme& t) {
    QPen dotted(t.muted, 1, Qt::DotLine);
    painter.setPen(dotted);
    painter.drawLine(QPointF(crisp(row.x0), row.linkY0), QPointF(crisp(row.x0), row.linkY1));
    const QColor colour = carrierColour(row.carrier, t);
    const QRectF bar(std::min(row.x0, row.x1), row.y, std::max(2.0, std::abs(row.x1 - row.x0)), row.height);
    painter.setPen(Qt::NoPen);
    painter.setBrush(colour);
    if (row.days != 0) painter.drawRoundedRect(bar, 2, 2);
    double right = row.days == 0 ? row.x1 : bar.right();
    if (row.hatch1 > row.hatch0) {
        const QRectF hatch(row.hatch0, row.y, std::max(2.0, row.hatch1 - row.hatch0), row.height);
        painter.setBrush(t.paper);
        painter.drawRoundedRect(hatch, 2, 2);
        painter.setBrush(QBrush(colour, Qt::BDiagPattern));
        painter.setPen(QPen(colour, 1));
        painter.drawRoundedRect(hatch.adjusted(0.5, 0.5, -0.5, -0.5), 2, 2);
        right = std::max(right, hatch.right());
    }
    return right;
}

} // namespace

void paintSteps(QPainter& painter, const StepLayout& layout, const StepInk& ink) {
    const Theme& t = ink.theme;
    painter.setFont(secondaryFont());
    for (const StepMark& tick : layout.ticks) {
        painter.setPen(QPen(t.rule, 1));
        painter.drawLine(QPointF(crisp(tick.x), 22), QPointF(crisp(tick.x), layout.lastY + 14));
        painter.setPen(t.muted);
        painter.drawText(QRectF(tick.x - 40, 4, 80, 16), Qt::AlignCenter | Qt::TextDontClip, ink.date(tick.date));
    }
    if (layout.granted) mark(painter, layout, *layout.granted, ink.granted, t.contractDate, Qt::DashLine, 0, ink.width);
    if (layout.assessed) mark(painter, layout, *layout.assessed, ink.assessed, t.hammock, Qt::DotLine, 1, ink.width);

    const auto heading = [&](const QString& words, double centre) {
        painter.setFont(boldened(bodyFont()));
        painter.setPen(t.ink);
        painter.drawText(QRectF(16, centre - 9, layout.left - 30, 18), Qt::AlignVCenter | Qt::TextDontClip,
                         painter.fontMetrics().elidedText(words, Qt::ElideRight, int(layout.left - 30)));
    };
    painter.setRenderHint(QPainter::Antialiasing);
    const auto words = [&](double left, double x, double centre, const QString& text, const QColor& colour, bool bold,
                           bool chosen = false) {
        paintGrounded(painter, layout.left, ink, {left, x, centre}, text, colour, bold, chosen);
    };
    heading(ink.first, layout.firstY);
    words(layout.contract.x - 12, layout.contract.x + 12, layout.firstY, ink.contract, t.ink, true);
    diamond(painter, {layout.contract.x, layout.firstY}, t.hammock);
    for (const StepRow& row : layout.rows) {
        const double centre = row.y + row.height / 2;
        if (row.event && row.event == ink.chosen) painter.fillRect(QRectF(0, centre - 11, ink.width, 22), t.selection);
        if (!row.heading.empty()) heading(QString::fromStdString(row.heading), centre);
        const double right = paintBar(painter, row, t);
        const bool recovered = row.carrier == Carrier::recovered;
        words(std::min(row.x0, row.x1), right + 8, centre, ink.row(row), recovered ? t.goodText : t.ink,
              row.event && row.event == ink.chosen, row.event && row.event == ink.chosen);
    }
    heading(ink.last, layout.lastY);
    if (!layout.rows.empty()) {
        const StepRow& last = layout.rows.back();
        painter.setPen(QPen(t.muted, 1, Qt::DotLine));
        painter.drawLine(QPointF(crisp(layout.forecast.x), last.y + last.height),
                         QPointF(crisp(layout.forecast.x), layout.lastY - 6));
    }
    words(layout.forecast.x - 12, layout.forecast.x + 12, layout.lastY, ink.forecast, t.ink, true);
    diamond(painter, {layout.forecast.x, layout.lastY}, t.ink);
    painter.setRenderHint(QPainter::Antialiasing, false);
}

void paintLines(QPainter& painter, const LineLayout& layout, const LinesInk& ink) {
    const Theme& t = ink.theme;
    painter.setFont(secondaryFont());
    for (const LineTick& tick : layout.ticks) {
        painter.setPen(QPen(t.rule, 1));
        painter.drawLine(QPointF(layout.left, crisp(tick.y)), QPointF(layout.right, crisp(tick.y)));
        painter.setPen(t.muted);
        painter.drawText(QRectF(0, tick.y - 8, layout.left - 6, 16),
                         Qt::AlignRight | Qt::AlignVCenter | Qt::TextDontClip, ink.value(tick.value));
    }
    double taken = -1e9; // words below the axis never run into each other
    for (std::size_t i = 0; i < layout.places.size() && i < ink.places.size(); ++i) {
        if (ink.places[i].isEmpty()) continue;
        const double wide = painter.fontMetrics().horizontalAdvance(ink.places[i]);
        double from = layout.places[i] - wide / 2;
        from = std::min(from, layout.right + 18 - wide);
        if (from < taken + 8) continue;
        painter.setPen(t.muted);
        painter.drawText(QRectF(from, layout.bottom + 5, wide + 2, 16), Qt::AlignCenter | Qt::TextDontClip,
                         ink.places[i]);
        taken = from + wide;
    }
    painter.setRenderHint(QPainter::Antialiasing);
    for (std::size_t s = 0; s < layout.lines.size() && s < ink.lines.size(); ++s) {
        const LineInk& line = ink.lines[s];
        QPolygonF points;
        for (const LinePoint& point : layout.lines[s]) points << QPointF(point.x, point.y);
        painter.setPen(
            QPen(line.colour, line.width, line.dashed ? Qt::DashLine : Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
        painter.setBrush(Qt::NoBrush);
        painter.drawPolyline(points);
        if (!line.dots) continue;
        painter.setPen(Qt::NoPen);
        painter.setBrush(line.colour);
        for (const QPointF& point : points) painter.drawEllipse(point, 3.5, 3.5);
    }
    painter.setRenderHint(QPainter::Antialiasing, false);
}

} // namespace yarrin

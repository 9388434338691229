// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What the signs on the chart of places mean, and the colours of the lens.
#include "app/base/look.h"
#include "app/programme/places_view.h"
#include "chart/paint/bar_painter.h"

#include <QPainter>

#include <functional>

namespace yarrin {

namespace {

/// Words, and how their sign is drawn.
using KeyLine = std::pair<QString, std::function<void(const QRectF&)>>;

/// In a box at the top, as far right as it goes.
void drawKey(QPainter& painter, const std::vector<KeyLine>& lines, double right) {
    const Theme& t = theme();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setFont(secondaryFont());
    const QFontMetricsF metrics(painter.font());
    double wide = 0;
    for (const auto& [words, sign] : lines) wide = std::max(wide, metrics.horizontalAdvance(words));
    const double tall = metrics.height() + 5;
    const QRectF all(right - wide - 58, 8, wide + 50, tall * double(lines.size()) + 8);
    painter.setPen(QPen(t.rule, 1));
    painter.setBrush(t.paper);
    painter.drawRoundedRect(all, 3, 3);
    for (std::size_t i = 0; i < lines.size(); ++i) {
        const double top = all.top() + 4 + tall * double(i);
        lines[i].second(QRectF(all.left() + 8, top + 3, 26, tall - 6));
        painter.setPen(t.ink);
        painter.drawText(QRectF(all.left() + 42, top, wide + 4, tall), Qt::AlignVCenter, lines[i].first);
    }
}

} // namespace

void PlacesView::paintKey(QPainter& painter) const {
    const Theme& t = theme();
    std::vector<KeyLine> lines;
    const auto box = [&painter](QRectF at, const QColor& fill, const QColor& edge) {
        painter.setPen(edge.isValid() ? QPen(edge, 1) : QPen(Qt::NoPen));
        painter.setBrush(fill);
        painter.drawRect(at);
    };
    lines.emplace_back(tr("moves on; band: the crew's place"), [&](const QRectF& at) {
        QColor band = t.activity;
        band.setAlpha(60);
        painter.fillRect(at, band);
        painter.setPen(QPen(t.activityDone, 2));
        painter.drawLine(at.topLeft(), at.bottomRight());
    });
    lines.emplace_back(tr("stands; dark: done; outline: what it is compared with"), [&](const QRectF& at) {
        box(at.adjusted(0, 0, -8, 0), t.activity, {});
        painter.fillRect(QRectF(at.left(), at.top(), 4, at.height() * 0.6), t.activityDone);
        box(QRectF(at.right() - 5, at.top() + 1, 4, at.height() - 2), Qt::transparent, t.hammock);
    });
    lines.emplace_back(tr("in all these places at once"), [&](const QRectF& at) {
        QColor pale = t.activity;
        pale.setAlpha(46);
        box(at, pale, t.activityDone);
    });
    lines.emplace_back(tr("critical: red, a heavier edge; near critical: broken"), [&](const QRectF& at) {
        const ToneColours red = coloursOf(Tone::critical, t), near = coloursOf(Tone::nearCritical, t);
        painter.fillRect(at.adjusted(0, 0, -at.width() / 2 - 1, 0), red.bar);
        painter.fillRect(QRectF(at.center().x() - 3, at.top(), 2, at.height()), red.done);
        painter.fillRect(at.adjusted(at.width() / 2 + 1, 0, 0, 0), near.bar);
    });
    lines.emplace_back(tr("two at once, or closer than wanted; grey: past"), [&](const QRectF& at) {
        painter.setPen(QPen(t.critical, 1));
        for (double x = at.left(); x < at.right(); x += 5)
            painter.drawLine(QPointF(x, at.bottom()), QPointF(std::min(x + at.height(), at.right()), at.top()));
        box(at, Qt::transparent, t.critical);
    });
    lines.emplace_back(tr("the same crew's way"), [&](const QRectF& at) {
        painter.setPen(QPen(t.hammock, 0.8));
        painter.drawLine(at.bottomLeft(), at.topRight());
    });
    (void)ink(); // the colours of the lens are found with it
    if (m_colours)
        for (const auto& [words, colour] : m_colours->legend())
            lines.emplace_back(words, [&painter, colour = colour](const QRectF& at) { painter.fillRect(at, colour); });
    drawKey(painter, lines, viewport()->width());
}

} // namespace yarrin

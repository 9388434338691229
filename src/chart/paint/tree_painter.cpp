// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/paint/tree_painter.h"

#include "chart/paint/way_painter.h"

#include <QFontMetricsF>

namespace yarrin {

namespace {

void paintLeaf(QPainter& painter, const QRectF& box, const TreeItem& item, const Theme& t) {
    painter.setPen(QPen(t.rule, 1));
    painter.setBrush(t.field);
    painter.drawRoundedRect(box.adjusted(0.5, 0.5, -0.5, -0.5), 3, 3);
    painter.setFont(secondaryFont());
    const QFontMetricsF metrics(painter.font());
    const QString code = QString::fromStdString(item.code);
    painter.setPen(t.muted);
    painter.drawText(box.adjusted(7, 0, -6, 0), Qt::AlignLeft | Qt::AlignVCenter, code);
    const double used = metrics.horizontalAdvance(code) + 6;
    painter.setPen(t.ink);
    painter.drawText(box.adjusted(7 + used, 0, -6, 0), Qt::AlignLeft | Qt::AlignVCenter,
                     metrics.elidedText(QString::fromStdString(item.name), Qt::ElideRight, box.width() - 13 - used));
}

/// Of the size at which words are set.
constexpr double smallestReadable = 0.2;

void paintGroup(QPainter& painter, const TreeBox& one, const TreeItem& item, const TreeInk& ink) {
    const Theme& t = ink.theme;
    const QRectF box = rectOf(one.box);
    const bool chosen = ink.chosen == one.item;
    const bool whole = item.parent < 0;
    painter.setOpacity(ink.dragged == one.item ? 0.45 : 1);
    painter.setPen(QPen(chosen ? t.accent : t.rule, chosen ? 2 : 1));
    painter.setBrush(chosen ? t.selection : (whole ? t.groupGround : t.field));
    painter.drawRoundedRect(box.adjusted(0.5, 0.5, -0.5, -0.5), 5, 5);
    // A band at the left in the colour of its level's rank.
    if (!whole) painter.fillRect(QRectF(box.left() + 1, box.top() + 9, 3, box.height() - 18), t.accent);
    const QRectF inner = box.adjusted(12, 5, -9, -5);
    painter.setFont(secondaryFont());
    painter.setPen(t.muted);
    painter.drawText(inner, Qt::AlignLeft | Qt::AlignTop, QString::fromStdString(item.code));
    painter.setFont(boldened(bodyFont()));
    painter.setPen(t.ink);
    const QFontMetricsF bold(painter.font());
    const double top = item.code.empty() ? 2 : 14;
    painter.drawText(inner.adjusted(0, top, 0, 0), Qt::AlignLeft | Qt::AlignTop,
                     bold.elidedText(QString::fromStdString(item.name), Qt::ElideRight, inner.width()));
    painter.setFont(secondaryFont());
    const QFontMetricsF small(painter.font());
    painter.setPen(t.muted);
    painter.drawText(inner, Qt::AlignLeft | Qt::AlignBottom,
                     small.elidedText(QString::fromStdString(item.figures), Qt::ElideRight, inner.width()));
    if (item.folded && item.hidden > 0) {
        const QString more = QStringLiteral("+%1").arg(item.hidden);
        const double width = small.horizontalAdvance(more) + 10;
        const QRectF tag(box.center().x() - width / 2, box.bottom() - 7, width, 15);
        painter.setPen(Qt::NoPen);
        painter.setBrush(t.accent);
        painter.drawRoundedRect(tag, 7, 7);
        painter.setPen(t.dark ? t.paper : QColor(Qt::white));
        painter.drawText(tag, Qt::AlignCenter, more);
    }
    painter.setOpacity(1);
    if (chosen && ink.focused) {
        painter.setPen(QPen(t.accent, 1, Qt::DotLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRoundedRect(box.adjusted(-3, -3, 3, 3), 7, 7);
    }
}

/// Where a box that is dragged would land.
void paintLanding(QPainter& painter, const TreeLayout& layout, const TreeInk& ink) {
    const Theme& t = ink.theme;
    for (const TreeBox& one : layout.boxes) {
        if (one.item != ink.landing->item) continue;
        const QRectF box = rectOf(one.box);
        painter.setPen(QPen(t.accent, 3));
        painter.setBrush(Qt::NoBrush);
        if (ink.landing->side == TreeLanding::Side::inside) {
            painter.drawRoundedRect(box.adjusted(-2, -2, 2, 2), 6, 6);
            continue;
        }
        const bool before = ink.landing->side == TreeLanding::Side::before;
        if (ink.sideways) {
            const double x = before ? box.left() - 8 : box.right() + 8;
            painter.drawLine(QPointF(x, box.top() - 2), QPointF(x, box.bottom() + 2));
        } else {
            const double y = before ? box.top() - 5 : box.bottom() + 5;
            painter.drawLine(QPointF(box.left() - 2, y), QPointF(box.right() + 2, y));
        }
    }
}

} // namespace

void paintTree(QPainter& painter, const TreeLayout& layout, const std::vector<TreeItem>& items, const TreeInk& ink) {
    const Theme& t = ink.theme;
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(t.link, 1.2));
    const QRectF seen = ink.seen.isEmpty() ? QRectF(0, 0, layout.width, layout.height) : ink.seen;
    for (const TreeLine& line : layout.lines)
        if (QRectF(QPointF(line.x0, line.y0), QPointF(line.x1, line.y1))
                .normalized()
                .adjusted(-1, -1, 1, 1)
                .intersects(seen))
            painter.drawLine(QPointF(line.x0, line.y0), QPointF(line.x1, line.y1));
    // So small nobody reads it, and thousands of it would take their time.
    const bool readable = painter.worldTransform().m22() > smallestReadable;
    for (const TreeBox& one : layout.boxes) {
        const TreeItem& item = items[one.item];
        const QRectF box = rectOf(one.box);
        if (!box.adjusted(-9, -9, 9, 9).intersects(seen)) continue;
        if (!readable && one.item != ink.chosen && layout.boxes.size() > 400) {
            painter.fillRect(box, item.leaf ? t.rule : mixed(t.paper, t.accent, 0.4));
            continue;
        }
        if (item.leaf) {
            paintLeaf(painter, box, item, t);
            continue;
        }
        paintGroup(painter, one, item, ink);
    }
    if (ink.landing) paintLanding(painter, layout, ink);
}

} // namespace yarrin

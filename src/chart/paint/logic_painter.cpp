// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/paint/logic_painter.h"

#include "chart/paint/way_painter.h"

#include <QTextLayout>

#include <algorithm>

namespace yarrin {

namespace {

constexpr double readable = 0.5;    ///< from this zoom on words are set
constexpr double plainBelow = 0.26; ///< below it boxes are spots and links straight strokes

QRectF rectOf(const LogicBox& box) {
    return {box.x, box.y, box.width, box.height};
}

QColor toneColour(const Theme& theme, Tone tone) {
    switch (tone) {
    case Tone::critical:
        return theme.critical;
    case Tone::nearCritical:
        return theme.near;
    case Tone::complete:
        return theme.complete;
    case Tone::aside:
        return theme.muted;
    case Tone::plain:
        break;
    }
    return theme.activity;
}

QColor doneColour(const Theme& theme, Tone tone) {
    switch (tone) {
    case Tone::critical:
        return theme.criticalDone;
    case Tone::nearCritical:
        return theme.nearDone;
    case Tone::complete:
        return theme.completeDone;
    default:
        return theme.activityDone;
    }
}

void paintLanes(QPainter& painter, const LogicLayout& layout, const LogicInk& ink) {
    painter.fillRect(ink.area, ink.theme.paper);
    for (std::size_t i = 0; i < layout.lanes.size(); ++i) {
        const LogicLane& lane = layout.lanes[i];
        if (lane.y > ink.area.bottom() || lane.y + lane.height < ink.area.top()) continue;
        const QRectF band(ink.area.left(), lane.y, ink.area.width(), lane.height);
        if (i % 2 == 1) painter.fillRect(band, mixed(ink.theme.paper, ink.theme.panel, 0.55));
        painter.fillRect(QRectF(band.left(), lane.y + lane.height - 1, band.width(), 1), ink.theme.rule);
    }
}

void paintWords(QPainter& painter, const LogicLink& link, const QColor& colour, bool heavy) {
    painter.setFont(heavy ? boldened(secondaryFont()) : secondaryFont());
    painter.setPen(colour);
    const QString words = QString::fromStdString(link.words);
    const double width = painter.fontMetrics().horizontalAdvance(words);
    painter.drawText(QPointF(link.wordsAt.x - width / 2, link.wordsAt.y), words);
}

void paintLinks(QPainter& painter, const LogicLayout& layout, const LogicInk& ink) {
    const Theme& t = ink.theme;
    const bool asked = bool(ink.linkPath), small = ink.zoom < plainBelow;
    for (const int pass : {0, 1, 2})
        for (const LogicLink& link : layout.links) {
            if (link.points.empty() || link.left > ink.area.right() || link.right < ink.area.left() ||
                link.top - 16 > ink.area.bottom() || link.bottom + 4 < ink.area.top())
                continue;
            const bool selected = link.link && link.link == ink.selectedLink;
            const int path = ink.linkPath ? ink.linkPath(link) : noPath;
            const bool asks = path != noPath;
            const int rank = selected || asks || (!asked && link.critical) ? 2 : link.driving ? 1 : 0;
            if (pass != rank) continue;
            if (small && rank == 0) continue; // thousands of hairlines say nothing
            QColor colour = selected                  ? t.accent
                            : asks                    ? pathColour(t, path, link.critical)
                            : !asked && link.critical ? t.linkCritical
                                                      : mixed(t.paper, t.link, link.driving ? 0.9 : 0.5);
            if (asked && !asks && !selected) colour = mixed(t.paper, colour, 0.4);
            if (path == 0) colour = mixed(t.paper, colour, 0.6);
            const double width = selected ? 2.2 : path > 0 ? 2.4 : asks ? 1.8 : rank == 2 ? 1.6 : 1;
            paintWay(painter, link.points, {colour, width, small ? 0 : width > 2 ? 4.6 : 3.8, ink.area, 5});
            if (!link.words.empty() && ink.zoom >= readable)
                paintWords(painter, link,
                           path > 0         ? colour
                           : asked && !asks ? mixed(t.paper, t.muted, 0.6)
                                            : t.muted,
                           path > 0);
        }
}

/// A name on two lines, the second cut where it is too long.
void paintName(QPainter& painter, const QRectF& box, const QString& name) {
    QTextLayout text(name, painter.font(), painter.device());
    QTextOption option;
    option.setWrapMode(QTextOption::WordWrap);
    text.setTextOption(option);
    text.beginLayout();
    QTextLine first = text.createLine();
    if (first.isValid()) first.setLineWidth(box.width());
    text.endLayout();
    const int cut = first.isValid() ? first.textLength() : int(name.size());
    const QFontMetricsF metrics(painter.font());
    const double line = box.height() / 2;
    painter.drawText(QRectF(box.left(), box.top(), box.width(), line), Qt::AlignLeft | Qt::AlignVCenter,
                     metrics.elidedText(name.left(cut).trimmed(), Qt::ElideRight, box.width()));
    if (cut < name.size())
        painter.drawText(QRectF(box.left(), box.top() + line, box.width(), line), Qt::AlignLeft | Qt::AlignVCenter,
                         metrics.elidedText(name.mid(cut).trimmed(), Qt::ElideRight, box.width()));
}

void paintTexts(QPainter& painter, const LogicBox& box, const LogicInk& ink, Tone tone, bool strong) {
    const Theme& t = ink.theme;
    const LogicTexts texts = ink.texts(box);
    QRectF inner = rectOf(box).adjusted(9, 4, -6, -5);
    inner.setWidth(std::min(inner.width(), 320.0));
    const double line = inner.height() / 4;
    const QRectF top(inner.left(), inner.top(), inner.width(), line);
    double at = top.left();
    if (texts.milestone) {
        const double y = top.center().y(), half = 4.5;
        painter.setPen(Qt::NoPen);
        painter.setBrush(toneColour(t, tone));
        painter.drawPolygon(QPolygonF({{at + half, y - half}, {at + 2 * half, y}, {at + half, y + half}, {at, y}}));
        at += 2 * half + 4;
    }
    painter.setFont(secondaryFont());
    const QFontMetricsF small(painter.font());
    painter.setPen(tone == Tone::critical ? t.criticalText : tone == Tone::nearCritical ? t.nearText : t.muted);
    // The key above all, then what stands at the right, then how long it takes, where there is room for it.
    const QString key = small.elidedText(texts.key, Qt::ElideRight, top.right() - at);
    const double used = small.horizontalAdvance(key) + 6;
    const QString corner = small.elidedText(texts.corner, Qt::ElideRight, std::max(0.0, top.right() - at - used));
    painter.drawText(top, Qt::AlignRight | Qt::AlignVCenter, corner);
    painter.setPen(t.muted);
    painter.drawText(QRectF(at, top.top(), top.right() - at, line), Qt::AlignLeft | Qt::AlignVCenter, key);
    const double left = top.right() - at - used - small.horizontalAdvance(corner) - 6;
    if (small.horizontalAdvance(texts.length) <= left) {
        painter.setPen(t.ink);
        painter.drawText(QRectF(at + used, top.top(), left, line), Qt::AlignLeft | Qt::AlignVCenter, texts.length);
    }
    painter.setFont(strong ? boldened(secondaryFont()) : secondaryFont());
    painter.setPen(t.ink);
    paintName(painter, QRectF(inner.left(), inner.top() + line, inner.width(), 2 * line), texts.name);
    painter.setFont(secondaryFont());
    painter.setPen(strong ? t.ink : t.muted);
    painter.drawText(QRectF(inner.left(), inner.bottom() - line, inner.width(), line), Qt::AlignLeft | Qt::AlignVCenter,
                     small.elidedText(texts.foot, Qt::ElideRight, inner.width()));
    if (texts.done > 0) {
        const double width = (box.width - 8) * std::min(1.0, texts.done);
        painter.fillRect(QRectF(box.x + 4, box.y + box.height - 3.5, width, 2.5), doneColour(t, tone));
    }
}

void paintBox(QPainter& painter, const LogicBox& box, const LogicInk& ink) {
    const Theme& t = ink.theme;
    const Tone tone = ink.tone(box);
    const int path = ink.path ? ink.path(box) : noPath;
    const bool chosen = box.activity && ink.isSelected(box.activity);
    const bool subject = ink.path && box.activity == ink.subject;
    const bool strong = path >= 1;
    // The share by which it stands back while a question is asked that it has no part in.
    painter.setOpacity(!ink.path || path != noPath || chosen ? 1 : 0.42);
    const QRectF rect = rectOf(box).adjusted(0.5, 0.5, -0.5, -0.5);
    if (ink.zoom < plainBelow) {
        painter.fillRect(rect, chosen ? t.accent : mixed(t.paper, toneColour(t, tone), 0.85));
        painter.setOpacity(1);
        return;
    }
    const QColor edge = strong                                ? pathColour(t, path, tone == Tone::critical)
                        : tone == Tone::critical && !ink.path ? mixed(t.rule, t.critical, 0.75)
                                                              : t.rule;
    if (!box.activity) { // a group: as a pile
        painter.setPen(QPen(edge, 1));
        painter.setBrush(t.groupGround);
        painter.drawRoundedRect(rect.translated(3, 3), 4, 4);
    }
    painter.setPen(tone == Tone::aside ? QPen(t.muted, 1, Qt::DashLine) : QPen(edge, strong ? 1.8 : 1));
    painter.setBrush(box.activity ? t.field : t.groupGround);
    painter.drawRoundedRect(rect, 4, 4);
    painter.fillRect(QRectF(box.x + 1, box.y + 4, 3, box.height - 8), toneColour(t, tone));
    if (box.x1 > box.x0) // to scale: how long it really takes
        painter.fillRect(QRectF(box.x0 + 1, box.y + 1, std::max(1.0, box.x1 - box.x0 - 2), 2.5), toneColour(t, tone));
    if (ink.zoom >= readable) paintTexts(painter, box, ink, tone, strong || subject);
    painter.setOpacity(1);
    if (!chosen && !subject) return;
    painter.setPen(QPen(t.accent, subject ? 2.4 : 1.8));
    painter.setBrush(Qt::NoBrush);
    painter.drawRoundedRect(rect.adjusted(-3, -3, 3, 3), 6, 6);
}

void paintNumbers(QPainter& painter, const LogicLayout& layout, const LogicInk& ink) {
    painter.setFont(boldened(secondaryFont()));
    for (std::size_t i = 0; i < ink.heads.size(); ++i) {
        if (ink.heads[i] >= layout.boxes.size()) continue;
        const LogicBox& box = layout.boxes[ink.heads[i]];
        const QRectF badge(box.x - 8, box.y - 9, 17, 17);
        if (!badge.intersects(ink.area)) continue;
        painter.setPen(Qt::NoPen);
        painter.setBrush(pathColour(ink.theme, int(i) + 1, ink.tone(box) == Tone::critical));
        painter.drawEllipse(badge);
        painter.setPen(ink.theme.dark ? ink.theme.paper : QColor(Qt::white));
        painter.drawText(badge, Qt::AlignCenter, QString::number(i + 1));
    }
}

} // namespace

QColor pathColour(const Theme& theme, int path, bool critical) {
    if (path <= 1) return critical ? theme.critical : theme.activityDone;
    if (path == 2) return theme.nearDone;
    const std::size_t at = std::size_t(path - 3);
    return theme.sorting.empty() ? theme.hammock : theme.sorting[at % theme.sorting.size()];
}

void paintLogic(QPainter& painter, const LogicLayout& layout, const LogicInk& ink) {
    painter.setRenderHint(QPainter::Antialiasing);
    paintLanes(painter, layout, ink);
    if (ink.dataDateX)
        painter.fillRect(QRectF(*ink.dataDateX - 0.75, ink.area.top(), 1.5, ink.area.height()), ink.theme.accent);
    paintLinks(painter, layout, ink);
    const auto first = std::upper_bound(layout.rows.begin(), layout.rows.end(), ink.area.top() - 80,
                                        [](double y, const LogicRow& row) { return y < row.y; });
    for (auto row = first; row != layout.rows.end() && row->y < ink.area.bottom() + 12; ++row)
        for (const std::size_t i : row->boxes) {
            const LogicBox& box = layout.boxes[i];
            if (box.x > ink.area.right() + 8) break;
            if (box.x + box.width >= ink.area.left() - 8) paintBox(painter, box, ink);
        }
    if (ink.zoom >= plainBelow) paintNumbers(painter, layout, ink);
}

void paintLaneNames(QPainter& painter, const LogicLayout& layout, const LogicInk& ink, double top, double height) {
    const Theme& t = ink.theme;
    for (const LogicLane& lane : layout.lanes) {
        const double y = lane.y * ink.zoom - top;
        if (lane.title.empty() || y > height || y + lane.height * ink.zoom < 0) continue;
        if (lane.height * ink.zoom < laneNameHeight) continue;
        const QString title = QString::fromStdString(lane.title);
        const QString figures = ink.laneFigures ? ink.laneFigures(lane) : QString();
        painter.setFont(boldened(bodyFont()));
        const double used = painter.fontMetrics().horizontalAdvance(title);
        const double more = QFontMetricsF(secondaryFont()).horizontalAdvance(figures);
        QColor ground = t.paper;
        ground.setAlpha(200);
        painter.fillRect(QRectF(4, y + 3, used + more + 36, laneNameHeight - 4), ground);
        const QRectF line(24, y + 2, used + more + 40, laneNameHeight - 2);
        painter.setPen(t.ink);
        painter.drawText(line, Qt::AlignLeft | Qt::AlignVCenter, title);
        painter.setPen(Qt::NoPen);
        painter.setBrush(t.muted);
        const QPointF at(13, line.center().y());
        painter.drawPolygon(lane.folded
                                ? QPolygonF({at + QPointF(-3, -4.5), at + QPointF(-3, 4.5), at + QPointF(4, 0)})
                                : QPolygonF({at + QPointF(-4.5, -3), at + QPointF(4.5, -3), at + QPointF(0, 4)}));
        painter.setFont(secondaryFont());
        painter.setPen(t.muted);
        painter.drawText(line.adjusted(used + 10, 0, 0, 0), Qt::AlignLeft | Qt::AlignVCenter, figures);
    }
}

void paintLogicSmall(QPainter& painter, const LogicLayout& layout, const LogicInk& ink) {
    for (const LogicLane& lane : layout.lanes)
        painter.fillRect(QRectF(0, lane.y + lane.height, layout.width, 1), ink.theme.rule);
    for (const LogicBox& box : layout.boxes) {
        const bool part = !ink.path || ink.path(box) != noPath;
        QColor colour = toneColour(ink.theme, ink.tone(box));
        if (!part) colour = mixed(ink.theme.paper, colour, 0.5);
        painter.fillRect(rectOf(box), colour);
    }
}

} // namespace yarrin

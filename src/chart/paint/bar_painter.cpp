// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/paint/bar_painter.h"

#include "chart/paint/logic_painter.h"
#include "chart/paint/way_painter.h"

#include <QCoreApplication>
#include <QPainterPath>

#include <algorithm>
#include <cmath>

namespace yarrin {

ToneColours coloursOf(Tone tone, const Theme& theme) {
    switch (tone) {
    case Tone::critical:
        return {theme.critical, theme.criticalDone};
    case Tone::nearCritical:
        return {theme.near, theme.nearDone};
    case Tone::complete:
        return {theme.complete, theme.completeDone};
    case Tone::aside: // of a fragment that does not count: an outline only
        return {Qt::transparent, theme.muted};
    case Tone::plain:
        break;
    }
    return {theme.activity, theme.activityDone};
}

namespace {

void paintGround(QPainter& painter, const BarLayout& layout, const AxisLayout& axis, const BarInk& ink) {
    painter.fillRect(ink.area, ink.theme.paper);
    for (const DamagesShape& run : layout.damages)
        painter.fillRect(QRectF(run.x0, ink.area.top(), run.x1 - run.x0, ink.area.height()),
                         faint(run.level > 1 ? ink.theme.damages2 : ink.theme.damages1, run.level > 1 ? 48 : 36));
    for (const ShadeShape& shade : layout.nonWorking)
        painter.fillRect(QRectF(shade.x0, ink.area.top(), shade.x1 - shade.x0, ink.area.height()),
                         ink.theme.nonWorking);
    // Filled, not stroked: a raster takes many times as long for a stroke.
    const int top = int(std::floor(ink.area.top())), height = int(std::ceil(ink.area.height()));
    for (const AxisCell& cell : axis.upper)
        painter.fillRect(QRect(int(std::floor(cell.x0)), top, 1, height), faint(ink.theme.rule, 150));
}

void paintRows(QPainter& painter, std::span<const ChartRow> rows, const BarInk& ink) {
    const double height = ink.metrics.rowHeight;
    const auto first = static_cast<std::size_t>(std::max(0.0, ink.area.top() / height));
    const auto last = std::min(rows.size(), static_cast<std::size_t>(std::max(0.0, ink.area.bottom() / height)) + 1);
    for (std::size_t i = first; i < last; ++i) {
        const QRectF band(ink.area.left(), static_cast<double>(i) * height, ink.area.width(), height);
        if (rows[i].isGroup)
            painter.fillRect(band, faint(ink.theme.groupGround, 200));
        else if (ink.isSelected(rows[i].activity))
            painter.fillRect(band, faint(ink.theme.selection, 235));
        painter.fillRect(QRect(int(band.left()), int(std::floor(band.bottom() - 1)), int(std::ceil(band.width())), 1),
                         faint(ink.theme.rule, 130));
    }
}

void paintPennantLines(QPainter& painter, const BarLayout& layout, const BarInk& ink) {
    QPen pen(ink.theme.contractDate, 1);
    pen.setDashPattern({5, 3});
    painter.setPen(pen);
    // From a whole dash on, so that strips painted one after the other make one line.
    const double top = std::floor(ink.area.top() / 8) * 8;
    for (const PennantShape& pennant : layout.pennants)
        painter.drawLine(QPointF(crisp(pennant.x), top), QPointF(crisp(pennant.x), ink.area.bottom()));
}

void paintLinks(QPainter& painter, const BarLayout& layout, const BarInk& ink) {
    // Thin ones first, so that what drives lies on top; what is critical, selected or asked for last, and heavier.
    for (const int pass : {0, 1, 2})
        for (const LinkShape& link : layout.links) {
            const bool selected = link.link == ink.selectedLink && link.link;
            const int path = ink.linkPath ? ink.linkPath(link.link) : noPath;
            const bool heavy = selected || path != noPath || (link.critical && !ink.linkPath);
            if (pass != (heavy ? 2 : (link.driving ? 1 : 0))) continue;
            QColor colour = selected         ? ink.theme.accent
                            : path != noPath ? pathColour(ink.theme, path, link.critical)
                            : link.critical  ? ink.theme.linkCritical
                                             : mixed(ink.theme.paper, ink.theme.link, link.driving ? 1 : 0.55);
            if (ink.linkPath && path == noPath && !selected) colour = mixed(ink.theme.paper, colour, fadedShare);
            const double width = selected || path > 0 ? 2.2 : heavy ? 1.6 : 1;
            paintWay(painter, link.points, {colour, width, link.driving ? 4 : 3.4, ink.area});
        }
}

/// One dot in every three pixels.
QBrush dotted(const QColor& colour) {
    QImage pattern(3, 1, QImage::Format_ARGB32_Premultiplied);
    pattern.fill(Qt::transparent);
    pattern.setPixelColor(0, 0, colour);
    return QBrush(pattern);
}

/// How strongly an activity is drawn.
double strengthOf(const BarInk& ink, ActivityId id) {
    return !ink.path || ink.path(id) != noPath || ink.isSelected(id) ? 1 : fadedShare;
}

void paintFloats(QPainter& painter, const BarLayout& layout, const BarInk& ink) {
    for (const BarShape& bar : layout.bars) {
        if (!bar.floatX) continue;
        painter.setOpacity(strengthOf(ink, bar.activity));
        const double y = crisp(bar.y + bar.height / 2);
        const QColor colour = bar.negativeFloat ? ink.theme.critical : ink.theme.activityDone;
        const double from = bar.negativeFloat ? bar.x0 : (bar.diamond ? bar.x0 + ink.metrics.milestone : bar.x1);
        const double end = *bar.floatX + (bar.negativeFloat ? 2.5 : -2.5);
        // Only the part in sight, filled from a pattern: stroked, it would be drawn dot by dot.
        const double left = std::max(std::min(from, end), ink.area.left() - 10);
        const double right = std::min(std::max(from, end), ink.area.right() + 10);
        if (right > left)
            painter.fillRect(QRect(int(std::floor(left)), int(std::floor(y)), int(std::ceil(right - left)), 1),
                             dotted(colour));
        painter.setPen(QPen(colour, 1.2));
        painter.setBrush(ink.theme.paper);
        painter.drawEllipse(QPointF(*bar.floatX, y), 2.5, 2.5);
    }
    painter.setOpacity(1);
}

void paintPin(QPainter& painter, double x, const BarShape& bar, const Theme& theme) {
    painter.setPen(QPen(theme.contractDate, 1.4));
    painter.setBrush(theme.contractDate);
    painter.drawLine(QPointF(x, bar.y - 1), QPointF(x, bar.y + bar.height));
    painter.drawEllipse(QPointF(x, bar.y - 2.5), 2.4, 2.4);
}

/// Three short lines in front of a bar that levelling holds, each shorter than the one below.
void paintLevelled(QPainter& painter, const BarShape& bar, const Theme& theme) {
    const double foot = bar.y + bar.height - 1.5, right = bar.x0 - 3;
    painter.setPen(QPen(theme.accent, 1.4));
    for (int step = 0; step < 3; ++step) {
        const double y = crisp(foot - step * 3.5);
        painter.drawLine(QPointF(right - 8 + step * 2.5, y), QPointF(right, y));
    }
}

} // namespace

QPen paperEdge(Tone tone, const Theme& theme) {
    if (tone == Tone::critical) return {theme.ink, 1.6};
    QPen pen(theme.ink, 1.1);
    pen.setDashPattern({2.5, 2});
    return pen;
}

namespace {

void paintBarShapes(QPainter& painter, const BarLayout& layout, const BarInk& ink) {
    for (const BarShape& bar : layout.bars) {
        painter.setOpacity(strengthOf(ink, bar.activity));
        const auto [urgent, urgentDone] = coloursOf(bar.tone, ink.theme);
        QColor colour = urgent, done = urgentDone;
        const QColor sorted = ink.colour ? ink.colour(bar.activity) : QColor();
        const bool outlined = sorted.isValid() && bar.tone != Tone::aside;
        if (outlined) {
            colour = bar.tone == Tone::complete ? mixed(sorted, ink.theme.paper, 0.55) : sorted;
            done = mixed(colour, ink.theme.ink, 0.5);
        }
        const bool pressing = bar.tone == Tone::critical || bar.tone == Tone::nearCritical;
        const bool urgently = outlined && pressing, edged = ink.onPaper && pressing;
        if (bar.diamond) {
            const QPointF centre(bar.x0, bar.y + bar.height / 2);
            const double half = ink.metrics.milestone;
            painter.setPen(edged ? paperEdge(bar.tone, ink.theme) : QPen(urgently ? urgent : done, urgently ? 1.6 : 1));
            painter.setBrush(colour);
            painter.drawPolygon(QPolygonF({centre + QPointF(0, -half), centre + QPointF(half, 0),
                                           centre + QPointF(0, half), centre + QPointF(-half, 0)}));
        } else {
            const double left = std::max(bar.x0, ink.area.left() - 20);
            const double right = std::min(bar.x1, ink.area.right() + 20);
            painter.setPen(bar.tone == Tone::aside ? QPen(done, 1, Qt::DashLine)
                           : edged                 ? paperEdge(bar.tone, ink.theme)
                           : urgently              ? QPen(urgent, 1.6)
                                                   : QPen(Qt::NoPen));
            painter.setBrush(colour);
            // The parts of a bar that rests, with the ground between them.
            double part = left;
            for (const auto& [from, to] : bar.gaps) {
                if (from > part) painter.drawRoundedRect(QRectF(part, bar.y, from - part, bar.height), 2, 2);
                part = std::max(part, to);
            }
            if (right > part || bar.gaps.empty())
                painter.drawRoundedRect(QRectF(part, bar.y, right - part, bar.height), 2, 2);
            if (bar.doneX > bar.x0) {
                painter.setPen(Qt::NoPen);
                painter.setBrush(done);
                const double until = std::min(bar.doneX, right);
                if (until > left)
                    painter.drawRoundedRect(QRectF(left, bar.y + bar.height * 0.55, until - left, bar.height * 0.45),
                                            1.5, 1.5);
            }
            for (const auto& [from, to] : bar.gaps)
                painter.fillRect(QRectF(from, bar.y + bar.height / 2 - 0.5, to - from, 1), done);
        }
        if (bar.levelled) paintLevelled(painter, bar, ink.theme);
        if (bar.pinStart) paintPin(painter, bar.x0, bar, ink.theme);
        if (bar.pinFinish) paintPin(painter, bar.x1, bar, ink.theme);
    }
    painter.setOpacity(1);
}

/// On the row's ground, so that no link runs through a word.
/// How far the completion that is sure enough lies behind the forecast: a tail that fades out.
void paintTails(QPainter& painter, const BarLayout& layout, const BarInk& ink) {
    if (!ink.sure) return;
    for (const BarShape& bar : layout.bars) {
        if (bar.tone == Tone::complete || bar.tone == Tone::aside) continue;
        const auto sure = ink.sure(bar.activity);
        const double from = bar.diamond ? bar.x0 : bar.x1;
        constexpr double least = 2;
        if (!sure || *sure - from < least) continue;
        QColor colour = bar.tone == Tone::critical ? ink.theme.critical : ink.theme.muted;
        QLinearGradient fade(from, 0, *sure, 0);
        colour.setAlpha(120);
        fade.setColorAt(0, colour);
        colour.setAlpha(0);
        fade.setColorAt(1, colour);
        painter.fillRect(QRectF(from, bar.y + bar.height / 2 - 1.5, *sure - from, 3), fade);
    }
}

void paintTexts(QPainter& painter, const BarLayout& layout, const BarInk& ink) {
    if (!ink.texts) return;
    painter.setFont(secondaryFont());
    const QFontMetrics metrics = painter.fontMetrics();
    for (const BarShape& bar : layout.bars) {
        const BarTexts texts = ink.texts(bar.activity);
        const double top = bar.y + bar.height / 2 - 8, half = bar.diamond ? ink.metrics.milestone : 0;
        const QColor ground = ink.isSelected(bar.activity) ? ink.theme.selection : ink.theme.paper;
        const auto put = [&](double x, double width, const QString& text) {
            const QRectF box(x, top, width, 16);
            painter.fillRect(box.adjusted(-2, 0, 2, 0), ground);
            painter.setPen(ink.theme.ink);
            painter.drawText(box, Qt::AlignVCenter | Qt::AlignLeft, text);
        };
        if (!texts.before.isEmpty()) {
            const double width = metrics.horizontalAdvance(texts.before) + 1;
            const double from =
                bar.negativeFloat && bar.floatX ? std::min(bar.x0 - half, *bar.floatX - 3) : bar.x0 - half;
            put(from - 6 - width, width, texts.before);
        }
        if (!texts.after.isEmpty()) {
            const double end =
                bar.floatX && !bar.negativeFloat ? std::max(bar.x1 + half, *bar.floatX + 3) : bar.x1 + half;
            // What would lie beyond the window stands right behind the bar, over its float.
            const double width = metrics.horizontalAdvance(texts.after) + 1;
            put((end + width + 8 > ink.area.right() ? bar.x1 + half : end) + 6, width, texts.after);
        }
        const double left = std::max(bar.x0, ink.area.left()), right = std::min(bar.x1, ink.area.right());
        if (texts.on.isEmpty() || right - left < 26) continue;
        painter.setPen(ink.theme.ink);
        painter.drawText(QRectF(left + 4, top, right - left - 8, 16), Qt::AlignVCenter | Qt::AlignLeft,
                         metrics.elidedText(texts.on, Qt::ElideRight, int(right - left - 8)));
    }
}

/// Thin and open, so that it is never taken for a bar.
void paintOutlines(QPainter& painter, const BarLayout& layout, const BarInk& ink) {
    painter.setPen(QPen(ink.theme.hammock, 1));
    painter.setBrush(ink.theme.paper);
    for (const OutlineShape& shape : layout.outlines) {
        const double y = crisp(shape.y);
        if (shape.diamond) {
            const QPointF centre(shape.x0, y + 1.5);
            painter.drawPolygon(QPolygonF({centre + QPointF(0, -3.5), centre + QPointF(3.5, 0),
                                           centre + QPointF(0, 3.5), centre + QPointF(-3.5, 0)}));
            continue;
        }
        const double left = std::max(shape.x0, ink.area.left() - 20);
        const double right = std::min(shape.x1, ink.area.right() + 20);
        painter.drawRect(QRectF(crisp(left), y, std::max(1.0, right - left), shape.height));
    }
}

/// A curve slung between two posts, its text under its middle as far as it is in sight.
void paintHammocks(QPainter& painter, const BarLayout& layout, const BarInk& ink) {
    painter.setFont(secondaryFont());
    for (const HammockShape& hammock : layout.hammocks) {
        if (hammock.x1 < ink.area.left() - 10 || hammock.x0 > ink.area.right() + 10) continue;
        painter.setPen(QPen(ink.theme.hammock, 1.6));
        painter.setBrush(Qt::NoBrush);
        const double bottom = hammock.y + hammock.height;
        for (const double x : {hammock.x0, hammock.x1})
            painter.drawLine(QPointF(x, hammock.y - 1), QPointF(x, bottom - 4));
        QPainterPath path(QPointF(hammock.x0, hammock.y + 1));
        path.quadTo(QPointF((hammock.x0 + hammock.x1) / 2, bottom + 9), QPointF(hammock.x1, hammock.y + 1));
        painter.drawPath(path);
        const QString text = ink.hammockText(hammock.activity);
        if (text.isEmpty()) continue;
        const double left = std::max(hammock.x0, ink.area.left());
        const double right = std::min(hammock.x1, ink.area.right());
        const double width = painter.fontMetrics().horizontalAdvance(text) + 10;
        if (right - left < width + 24) continue;
        const double middle = (left + right) / 2;
        const double along = (middle - hammock.x0) / (hammock.x1 - hammock.x0);
        const double curve = hammock.y + 1 + 2 * along * (1 - along) * (hammock.height + 8);
        const QRectF box(middle - width / 2, curve - 8, width, 14);
        // The curve gives way to its text, wherever along it the text comes to stand.
        painter.fillRect(box.adjusted(0, 1, 0, 1),
                         ink.isSelected(hammock.activity) ? ink.theme.selection : ink.theme.paper);
        painter.setPen(ink.theme.hammock);
        painter.drawText(box, Qt::AlignCenter, text);
    }
}

/// A dimension line with oblique ticks and the length over it.
void paintSpans(QPainter& painter, const BarLayout& layout, const BarInk& ink) {
    painter.setFont(secondaryFont());
    for (const SpanShape& span : layout.spans) {
        if (span.x1 < ink.area.left() - 10 || span.x0 > ink.area.right() + 10) continue;
        const double y = crisp(span.y + 3);
        painter.setPen(QPen(ink.theme.ink, 1));
        painter.drawLine(QPointF(std::max(span.x0, ink.area.left() - 10), y),
                         QPointF(std::min(span.x1, ink.area.right() + 10), y));
        painter.setPen(QPen(ink.theme.ink, 1.8));
        for (const double x : {span.x0, span.x1})
            painter.drawLine(QPointF(x - 3.5, y + 4.5), QPointF(x + 3.5, y - 4.5));
        const QString text = QString::fromStdString(span.text);
        const double left = std::max(span.x0, ink.area.left());
        const double right = std::min(span.x1, ink.area.right());
        const double width = painter.fontMetrics().horizontalAdvance(text);
        if (right - left < width + 16) continue;
        painter.setPen(ink.theme.muted);
        painter.drawText(QRectF((left + right - width) / 2, y - 14, width + 2, 13), Qt::AlignCenter, text);
    }
}

void paintDataDate(QPainter& painter, const BarLayout& layout, const BarInk& ink) {
    if (!layout.dataDateX) return;
    painter.setPen(QPen(ink.theme.accent, 1.6));
    painter.drawLine(QPointF(crisp(*layout.dataDateX), ink.area.top()),
                     QPointF(crisp(*layout.dataDateX), ink.area.bottom()));
}

} // namespace

void paintBars(QPainter& painter, const BarLayout& layout, std::span<const ChartRow> rows, const AxisLayout& axis,
               const BarInk& ink) {
    painter.setRenderHint(QPainter::Antialiasing);
    paintGround(painter, layout, axis, ink);
    paintRows(painter, rows, ink);
    paintPennantLines(painter, layout, ink);
    paintFloats(painter, layout, ink);
    paintSpans(painter, layout, ink);
    paintLinks(painter, layout, ink);
    paintOutlines(painter, layout, ink);
    paintTails(painter, layout, ink);
    paintBarShapes(painter, layout, ink);
    paintHammocks(painter, layout, ink);
    paintTexts(painter, layout, ink);
    paintDataDate(painter, layout, ink);
}

namespace {

void paintRibbon(QPainter& painter, const BarLayout& layout, const AxisInk& ink) {
    painter.setFont(secondaryFont());
    if (!layout.damages.empty() && layout.damages.front().x0 > 70) {
        painter.setPen(ink.theme.muted);
        painter.drawText(QRectF(6, 0, 90, ribbonHeight), Qt::AlignVCenter, QCoreApplication::translate("", "Damages"));
    }
    for (const DamagesShape& run : layout.damages) {
        const QRectF band(run.x0, 2, run.x1 - run.x0, ribbonHeight - 4);
        painter.fillRect(band, run.level > 1 ? ink.theme.damages2 : ink.theme.damages1);
        const QString text = ink.ratePerDay ? ink.ratePerDay(run.ratePerDay) : QString();
        if (painter.fontMetrics().horizontalAdvance(text) + 8 > band.width()) continue;
        painter.setPen(ink.theme.damagesText);
        painter.drawText(band.adjusted(4, -2, 0, 2), Qt::AlignVCenter | Qt::AlignLeft, text);
    }
}

/// A pennant, or the tab of the data date, where it stands on the axis.
struct Flag {
    QRectF box;
    QString text;
    double x = 0;    ///< of its date
    double side = 1; ///< -1 where it flies to the left
};

struct Flags {
    std::vector<Flag> pennants;
    QRectF tab; ///< of the data date
};

/// Dates close together share the line of weeks and the one above it; where there is room on neither, a pennant is only
/// its staff, and tells itself under the pointer.
Flags flagsOf(const QFontMetrics& metrics, const BarLayout& layout, const AxisInk& ink) {
    const double top = ribbonHeight + axisLineHeight + 3;
    Flags flags;
    if (layout.dataDateX && !ink.dataDate.isEmpty()) {
        const double width = metrics.horizontalAdvance(ink.dataDate) + 16;
        flags.tab = QRectF(*layout.dataDateX - width / 2, top, width, 15);
    }
    for (const PennantShape& pennant : layout.pennants) {
        QStringList names;
        for (const SectionId section : pennant.sections) names << (ink.pennant ? ink.pennant(section) : QString());
        Flag flag{{}, names.join(QLatin1Char(' ')), crisp(pennant.x), 1};
        const double width = metrics.horizontalAdvance(flag.text) + 14;
        // At the right edge it flies to the left.
        if (pennant.x + width > ink.width && pennant.x > width) flag.side = -1;
        const double left = flag.side > 0 ? flag.x : flag.x - width;
        const auto taken = [&](const QRectF& box) {
            return box.intersects(flags.tab) ||
                   std::any_of(flags.pennants.begin(), flags.pennants.end(),
                               [&](const Flag& other) { return box.intersects(other.box); });
        };
        flag.box = QRectF(left, top, width, 15);
        if (taken(flag.box)) flag.box.moveTop(top - axisLineHeight + 2);
        if (taken(flag.box)) flag.box = QRectF(flag.x, top, 0, 15);
        flags.pennants.push_back(std::move(flag));
    }
    return flags;
}

/// Names of months and numbers of weeks give way to flags: a month's goes on behind it, where there is room.
void paintCells(QPainter& painter, const AxisLayout& axis, const Flags& flags, const AxisInk& ink) {
    const auto covered = [&](const QRectF& box) {
        if (box.intersects(flags.tab)) return flags.tab;
        for (const Flag& flag : flags.pennants)
            if (box.intersects(flag.box)) return flag.box;
        return QRectF();
    };
    painter.setFont(boldened(bodyFont()));
    for (std::size_t i = 0; i < axis.upper.size(); ++i) {
        const AxisCell& cell = axis.upper[i];
        painter.setPen(QPen(ink.theme.rule, 1));
        const double top = cell.text.empty() ? ribbonHeight + axisLineHeight + 4 : ribbonHeight + 3;
        painter.drawLine(QPointF(crisp(cell.x0), top), QPointF(crisp(cell.x0), axisHeight));
        if (cell.text.empty()) continue;
        const QString text = QString::fromStdString(cell.text);
        QRectF box(std::max(cell.x0, 0.0) + 5, ribbonHeight, painter.fontMetrics().horizontalAdvance(text),
                   axisLineHeight - 2);
        // A name may reach as far as the next one.
        double end = cell.x1;
        if (i + 1 < axis.upper.size() && axis.upper[i + 1].text.empty()) end = axis.upper[i + 1].x1;
        for (QRectF in = covered(box); !in.isEmpty() && box.left() < end; in = covered(box))
            box.moveLeft(in.right() + 4);
        if (box.right() > end && box.left() > std::max(cell.x0, 0.0) + 5) continue;
        painter.setPen(ink.theme.ink);
        painter.drawText(box.adjusted(0, 0, 4, 2), Qt::AlignVCenter, text);
    }
    painter.setFont(secondaryFont());
    for (const AxisCell& cell : axis.lower) {
        painter.setPen(QPen(ink.theme.rule, 1));
        painter.drawLine(QPointF(crisp(cell.x0), ribbonHeight + axisLineHeight + 4),
                         QPointF(crisp(cell.x0), axisHeight));
        const QString text = QString::fromStdString(cell.text);
        const double width = painter.fontMetrics().horizontalAdvance(text);
        const QRectF box((cell.x0 + cell.x1 - width) / 2, ribbonHeight + axisLineHeight + 3, width, 14);
        if (!covered(box).isEmpty()) continue;
        painter.setPen(ink.theme.muted);
        painter.drawText(QRectF(cell.x0, ribbonHeight + axisLineHeight, cell.x1 - cell.x0, axisLineHeight),
                         Qt::AlignCenter, text);
    }
}

void paintFlags(QPainter& painter, const Flags& flags, const AxisInk& ink) {
    painter.setFont(boldened(secondaryFont()));
    for (const Flag& flag : flags.pennants) {
        const double y = flag.box.top();
        painter.setPen(QPen(ink.theme.contractDate, 1));
        painter.drawLine(QPointF(flag.x, y), QPointF(flag.x, axisHeight));
        if (flag.box.width() <= 0) continue;
        const double width = flag.box.width();
        painter.setPen(Qt::NoPen);
        painter.setBrush(ink.theme.contractDate);
        painter.drawPolygon(QPolygonF({QPointF(flag.x, y), QPointF(flag.x + flag.side * width, y),
                                       QPointF(flag.x + flag.side * (width - 5), y + 7.5),
                                       QPointF(flag.x + flag.side * width, y + 15), QPointF(flag.x, y + 15)}));
        painter.setPen(ink.theme.paper);
        painter.drawText(flag.box.adjusted(flag.side > 0 ? 4 : 8, 0, 0, 0), Qt::AlignVCenter, flag.text);
    }
    if (flags.tab.isNull()) return;
    painter.setPen(Qt::NoPen);
    painter.setBrush(ink.theme.accent);
    painter.drawRoundedRect(flags.tab, 2, 2);
    painter.setPen(ink.theme.paper);
    painter.drawText(flags.tab, Qt::AlignCenter, ink.dataDate);
}

} // namespace

void paintAxis(QPainter& painter, const AxisLayout& axis, const BarLayout& layout, const AxisInk& ink) {
    painter.setRenderHint(QPainter::Antialiasing);
    painter.fillRect(QRectF(0, 0, ink.width, axisHeight), ink.theme.panel);
    paintRibbon(painter, layout, ink);
    const Flags flags = flagsOf(QFontMetrics(boldened(secondaryFont())), layout, ink);
    paintCells(painter, axis, flags, ink);
    paintFlags(painter, flags, ink);
    painter.setPen(QPen(ink.theme.rule, 1));
    painter.drawLine(QPointF(0, axisHeight - 0.5), QPointF(ink.width, axisHeight - 0.5));
}

} // namespace yarrin

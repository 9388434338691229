// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/paint/calendar_painter.h"

#include "chart/layout/time_scale.h"
#include "chart/paint/way_painter.h"

#include <QCoreApplication>
#include <QFontMetricsF>
#include <QPainterPath>

#include <algorithm>
#include <cmath>

namespace yarrin {

namespace {

QString nameOfDay(int day) {
    return QString::fromStdString(weekdayName(day));
}

QColor worksColour(const Theme& t) {
    return mixed(t.paper, t.accent, t.dark ? 0.55 : 0.42);
}

QString lengthText(int minutes) {
    if (minutes % 60 == 0) return QStringLiteral("%1 h").arg(minutes / 60);
    return QStringLiteral("%1:%2").arg(minutes / 60).arg(minutes % 60, 2, 10, QLatin1Char('0'));
}

/// "7–12", "7:30–9": short enough for a day's cell.
QString hoursOf(const Spell& spell) {
    const auto clock = [](int minute) {
        const QString hour = QString::number(minute / 60 % 24 + (minute == 1440 ? 24 : 0));
        return minute % 60 == 0 ? hour : hour + QStringLiteral(":%1").arg(minute % 60, 2, 10, QLatin1Char('0'));
    };
    return clock(spell.from) + QStringLiteral("–") + clock(spell.to);
}

void paintTimes(QPainter& painter, const WeekLayout& layout, const Spell& spell, int weekday, const Theme& t) {
    painter.setFont(boldened(secondaryFont()));
    const QFontMetricsF metrics(painter.font());
    const auto tag = [&](int minute, bool above) {
        const QString text = QString::fromStdString(clockText(minute % 1440)) +
                             (minute > 1440 ? QCoreApplication::translate("Calendar", " next day") : QString());
        const double width = metrics.horizontalAdvance(text) + 12;
        const double centre = layout.x(weekday) + layout.columnWidth / 2;
        double y = layout.y(std::min(minute, 1440)) + (above ? -24 : 6);
        y = std::clamp(y, 0.0, layout.area.y + layout.area.height - 18);
        const QRectF box(std::clamp(centre - width / 2, 0.0, layout.area.x + layout.area.width - width), y, width, 18);
        painter.setPen(Qt::NoPen);
        painter.setBrush(t.dark ? t.ink : t.rail);
        painter.drawRoundedRect(box, 3, 3);
        painter.setPen(t.dark ? t.paper : QColor(Qt::white));
        painter.drawText(box, Qt::AlignCenter, text);
    };
    tag(spell.from, true);
    tag(spell.to, false);
}

} // namespace

namespace {

/// The spells of a week, each with how long it is.
void paintSpells(QPainter& painter, const WeekLayout& layout, const std::array<DayWork, 7>& week, const WeekInk& ink) {
    const Theme& t = ink.theme;
    for (const SpellShape& shape : layout.spells) {
        const Spell& spell = week[std::size_t(shape.weekday)][shape.spell];
        const bool chosen = shape.weekday == ink.chosenDay && ink.chosenSpell == shape.spell;
        const QRectF box = rectOf(shape.box).adjusted(0, 0.5, 0, -0.5);
        QColor fill = worksColour(t);
        if (chosen) fill = mixed(fill, t.accent, 0.5);
        if (ink.inherited[std::size_t(shape.weekday)] && !chosen) fill = mixed(fill, t.paper, 0.45);
        painter.setPen(QPen(t.accent, chosen ? 2 : 1, shape.carried ? Qt::DashLine : Qt::SolidLine));
        painter.setBrush(fill);
        painter.drawRoundedRect(box, 3, 3);
        if (box.height() >= 15) {
            painter.setPen(t.ink);
            painter.setFont(secondaryFont());
            painter.drawText(box, Qt::AlignCenter,
                             shape.carried
                                 ? QStringLiteral("→ %1").arg(QString::fromStdString(clockText(spell.to - 1440)))
                                 : lengthText(spell.to - spell.from));
        }
        if (!chosen) continue;
        painter.setPen(QPen(t.accent, 1.5));
        painter.setBrush(t.paper);
        if (!shape.carried) painter.drawEllipse(QPointF(box.center().x(), box.top()), 4, 4);
        if (shape.carried || spell.to <= 1440) painter.drawEllipse(QPointF(box.center().x(), box.bottom()), 4, 4);
    }
}

} // namespace

void paintWeek(QPainter& painter, const WeekLayout& layout, const std::array<DayWork, 7>& week, const WeekInk& ink) {
    const Theme& t = ink.theme;
    painter.setRenderHint(QPainter::Antialiasing);
    const Box& area = layout.area;
    for (int day = 0; day < 7; ++day) {
        const QRectF head(layout.x(day), 0, layout.columnWidth, area.y - 3);
        const QRectF column(layout.x(day), area.y, layout.columnWidth, area.height);
        const bool works = !week[std::size_t(day)].empty();
        if (!works) painter.fillRect(column, t.nonWorking);
        painter.setFont(works ? boldened(secondaryFont()) : secondaryFont());
        painter.setPen(works ? t.ink : t.muted);
        painter.drawText(head, Qt::AlignHCenter | Qt::AlignBottom,
                         nameOfDay(day) + (ink.inherited[std::size_t(day)] ? QStringLiteral(" ↧") : QString()));
    }
    painter.setFont(secondaryFont());
    for (int hour = 0; hour <= 24; hour += 4) {
        const double y = std::floor(layout.y(hour * 60)) + 0.5;
        painter.setPen(QPen(t.rule, 1));
        painter.drawLine(QPointF(area.x, y), QPointF(area.x + area.width, y));
        painter.setPen(t.muted);
        painter.drawText(QRectF(0, y - 8, area.x - 6, 16), Qt::AlignRight | Qt::AlignVCenter,
                         QString::fromStdString(clockText(hour * 60)));
    }
    painter.setPen(QPen(t.rule, 1));
    for (int day = 0; day <= 7; ++day) {
        const double x = std::floor(layout.x(day)) + 0.5;
        painter.drawLine(QPointF(x, area.y), QPointF(x, area.y + area.height));
    }
    for (int day = 0; day < 7; ++day) {
        const bool carried = std::any_of(layout.spells.begin(), layout.spells.end(),
                                         [&](const SpellShape& s) { return s.carried && (s.weekday + 1) % 7 == day; });
        if (!week[std::size_t(day)].empty() || carried) continue;
        painter.setPen(t.muted);
        painter.drawText(QRectF(layout.x(day), area.y, layout.columnWidth, area.height), Qt::AlignCenter,
                         QCoreApplication::translate("Calendar", "no work"));
    }
    paintSpells(painter, layout, week, ink);
    if (ink.chosenDay >= 0 && ink.focused && !ink.chosenSpell) {
        painter.setPen(QPen(t.accent, 2));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(QRectF(layout.x(ink.chosenDay) + 1, area.y + 1, layout.columnWidth - 2, area.height - 2));
    }
    if (ink.chosenDay >= 0 && ink.chosenSpell && (ink.dragging || ink.focused) &&
        *ink.chosenSpell < week[std::size_t(ink.chosenDay)].size())
        paintTimes(painter, layout, week[std::size_t(ink.chosenDay)][*ink.chosenSpell], ink.chosenDay, t);
}

void paintDay(QPainter& painter, const QRectF& box, DayTone tone, bool fromBase, const Theme& t) {
    const QColor works = worksColour(t);
    const double radius = std::min(3.0, box.height() / 5);
    const auto fill = [&](const QColor& colour) {
        painter.setPen(Qt::NoPen);
        painter.setBrush(colour);
        painter.drawRoundedRect(box, radius, radius);
    };
    const double size = std::min({box.width(), box.height(), 14.0});
    const QRectF mark(box.right() - size, box.top(), size, size);
    switch (tone) {
    case DayTone::works:
        return fill(works);
    case DayTone::dayOff:
        return fill(t.nonWorking);
    case DayTone::off:
    case DayTone::offFromBase: {
        const QColor ground =
            tone == DayTone::off ? mixed(t.paper, t.contractDate, 0.62) : mixed(t.paper, t.hammock, 0.5);
        fill(ground);
        painter.setPen(QPen(t.dark ? t.ink : mixed(ground, t.ink, 0.75), 1.2));
        painter.drawLine(mark.bottomLeft() + QPointF(3, -3), mark.topRight() + QPointF(-3, 3));
        if (tone == DayTone::offFromBase)
            painter.drawLine(mark.topLeft() + QPointF(3, 3), mark.bottomRight() + QPointF(-3, -3));
        return;
    }
    case DayTone::ownTimes:
        fill(works);
        painter.setPen(QPen(fromBase ? t.hammock : t.accent, 1.6, fromBase ? Qt::DotLine : Qt::SolidLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRoundedRect(box.adjusted(1.8, 1.8, -1.8, -1.8), radius / 2, radius / 2);
        return;
    case DayTone::weather: {
        fill(mixed(t.paper, t.near, 0.72));
        // A drop, so that it does not take colour to see it.
        painter.setPen(Qt::NoPen);
        painter.setBrush(t.nearDone);
        const QPointF c = mark.center();
        const double r = size * 0.16;
        QPainterPath drop(c + QPointF(0, -2.2 * r));
        drop.quadTo(c + QPointF(1.5 * r, 0), c + QPointF(0, 1.6 * r));
        drop.quadTo(c + QPointF(-1.5 * r, 0), c + QPointF(0, -2.2 * r));
        painter.drawPath(drop);
        return;
    }
    }
}

void paintYear(QPainter& painter, const YearLayout& layout, const YearInk& ink) {
    const Theme& t = ink.theme;
    painter.setRenderHint(QPainter::Antialiasing);
    for (const MonthShape& month : layout.months) {
        painter.setFont(boldened(secondaryFont()));
        painter.setPen(t.ink);
        const QString title = layout.large ? QCoreApplication::translate("Calendar", "◂ Whole year")
                                           : QString::fromStdString(monthName(month.month));
        if (layout.large) painter.setPen(t.accent);
        painter.drawText(rectOf(month.title), Qt::AlignLeft | Qt::AlignTop, title);
        QFont heads = secondaryFont();
        if (!layout.large) heads.setPixelSize(9);
        painter.setFont(heads);
        painter.setPen(t.muted);
        for (int day = 0; day < 7; ++day)
            painter.drawText(rectOf(month.weekdays[std::size_t(day)]).adjusted(0, 0, -2, 0), Qt::AlignCenter,
                             layout.large ? nameOfDay(day) : nameOfDay(day).left(1));
        for (const DayShape& day : month.days) {
            const QRectF box = rectOf(day.box);
            paintDay(painter, box, day.tone, day.fromBase, t);
            if (layout.large) {
                painter.setPen(t.ink);
                painter.setFont(boldened(secondaryFont()));
                painter.drawText(box.adjusted(6, 3, -16, 0), Qt::AlignLeft | Qt::AlignTop,
                                 QString::number(yearMonthDay(day.date).day));
                painter.setFont(secondaryFont());
                const QFontMetricsF metrics(painter.font());
                QStringList lines;
                if (!day.name.empty()) lines << QString::fromStdString(day.name);
                QStringList spells;
                for (const Spell& spell : day.work) spells << hoursOf(spell);
                if (!spells.isEmpty()) lines << spells.join(QStringLiteral(", "));
                double y = box.top() + 18;
                for (const QString& line : lines) {
                    if (y + 13 > box.bottom()) break;
                    painter.drawText(QRectF(box.left() + 6, y, box.width() - 10, 14), Qt::AlignLeft | Qt::AlignTop,
                                     metrics.elidedText(line, Qt::ElideRight, box.width() - 10));
                    y += 13;
                }
            }
            if (ink.chosen.contains(day.date)) {
                painter.setPen(QPen(t.ink, layout.large ? 2 : 1.6));
                painter.setBrush(Qt::NoBrush);
                painter.drawRoundedRect(box.adjusted(0.3, 0.3, -0.3, -0.3), 2, 2);
            }
            if (ink.current == day.date) {
                painter.setPen(QPen(t.accent, 2, Qt::DotLine));
                painter.setBrush(Qt::NoBrush);
                painter.drawRoundedRect(box.adjusted(-1.5, -1.5, 1.5, 1.5), 3, 3);
            }
        }
    }
}

void paintWeekSign(QPainter& painter, const QRectF& box, const std::array<DayWork, 7>& week, const QColor& ink,
                   const QColor& ground) {
    const double column = box.width() / 7;
    for (int day = 0; day < 7; ++day) {
        const QRectF bar(box.left() + day * column, box.top(), column - 2, box.height());
        painter.fillRect(bar, ground);
        const auto part = [&](const QRectF& where, int from, int to) {
            painter.fillRect(QRectF(where.left(), where.top() + where.height() * from / 1440.0, where.width(),
                                    std::max(1.0, where.height() * (to - from) / 1440.0)),
                             ink);
        };
        for (const Spell& spell : week[std::size_t(day)]) {
            part(bar, spell.from, std::min(spell.to, 1440));
            if (spell.to > 1440) {
                QRectF next = bar;
                next.moveLeft(box.left() + ((day + 1) % 7) * column);
                part(next, 0, spell.to - 1440);
            }
        }
    }
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/programme/places_view.h"

#include "app/base/format.h"
#include "app/base/look.h"

#include <QElapsedTimer>
#include <QPaintEvent>
#include <QPainter>
#include <QScrollBar>

#include <algorithm>
#include <cmath>

namespace yarrin {

void PlacesView::paintEvent(QPaintEvent* event) {
    QPainter painter(viewport());
    if (places().branches.empty() || placed().pieces.empty()) {
        painter.fillRect(rect(), theme().paper);
        painter.setPen(theme().muted);
        const QString words =
            !m_document.schedule().ok() ? tr("The programme has no dates: mend it first.")
            : m_document.programme().locations.empty()
                ? tr("Work stands here by its place. Make the places in Scope: zones, floors, ranges of chainage.")
            : places().branches.empty() ? tr("No place is chosen: say above which to show.")
                                        : tr("No work has a place yet: give it one on its card, or draw it here.");
        painter.drawText(viewport()->rect().adjusted(20, 0, -20, 0), Qt::AlignCenter | Qt::TextWordWrap, words);
        if (places().branches.empty()) return;
    }
    paintWork(painter);
    painter.translate(-scrolledBy());
    PlaceInk ink = this->ink();
    ink.area = QRectF(event->rect()).translated(scrolledBy());
    paintPlaces(painter, layout(), places(), timeLength(), ink, PlaceLayer::words);
    paintDrag(painter);
    painter.resetTransform();
    paintReadout(painter);
    if (m_choice.key) paintKey(painter);
    if (m_looking.isRunning()) {
        painter.setFont(secondaryFont());
        painter.setPen(theme().muted);
        painter.drawText(viewport()->rect().adjusted(0, 4, -8, 0), Qt::AlignTop | Qt::AlignRight,
                         tr("looking for clashes…"));
    }
}

/// How far the places are scrolled.
QPointF PlacesView::scrolledBy() const {
    return m_choice.timeAcross ? QPointF(0, verticalScrollBar()->value()) : QPointF(horizontalScrollBar()->value(), 0);
}

/// Work, from the picture that was made of it: what of it has moved is moved, what has come into sight is painted.
void PlacesView::paintWork(QPainter& painter) {
    const double ratio = viewport()->devicePixelRatioF(), perDay = m_state.pixelsPerDay();
    const QSize size = viewport()->size() * ratio;
    const int place = int(scrolledBy().x() + scrolledBy().y());
    constexpr double slow = 12; // milliseconds
    if (m_picture && m_picture->pixels.size() == size && m_picture->pixelsPerDay != perDay && m_zooming.isActive() &&
        m_picture->took > slow)
        return paintStretched(painter);
    if (m_picture && m_picture->pixels.size() == size && m_picture->pixelsPerDay == perDay) {
        const double time = (scale().x(m_picture->anchor) - m_picture->time) * ratio;
        const double across = (m_picture->place - place) * ratio;
        const QPointF by = m_choice.timeAcross ? QPointF(time, across) : QPointF(across, time);
        const QPoint whole = by.toPoint();
        // Elsewhere than on whole pixels the old ones would not fit the new.
        constexpr double near = 0.05;
        if (std::abs(by.x() - whole.x()) < near && std::abs(by.y() - whole.y()) < near) {
            m_picture->time += (m_choice.timeAcross ? whole.x() : whole.y()) / ratio;
            m_picture->place = place;
            QRegion exposed;
            if (!whole.isNull()) m_picture->pixels.scroll(whole.x(), whole.y(), m_picture->pixels.rect(), &exposed);
            for (const QRect& rect : exposed)
                paintPicture(QRectF(rect.x() / ratio, rect.y() / ratio, rect.width() / ratio, rect.height() / ratio));
            painter.drawPixmap(0, 0, m_picture->pixels);
            return;
        }
    }
    QElapsedTimer timer;
    timer.start();
    m_picture.emplace();
    m_picture->pixels = QPixmap(size);
    m_picture->pixels.setDevicePixelRatio(ratio);
    m_picture->anchor = m_state.left();
    m_picture->time = scale().x(m_picture->anchor);
    m_picture->place = place;
    m_picture->pixelsPerDay = perDay;
    paintPicture(QRectF(viewport()->rect()));
    m_picture->took = double(timer.nsecsElapsed()) / 1e6;
    painter.drawPixmap(0, 0, m_picture->pixels);
}

/// A part of the viewport, into the picture.
void PlacesView::paintPicture(const QRectF& area) {
    QPainter painter(&m_picture->pixels);
    painter.setClipRect(area);
    painter.translate(-scrolledBy());
    PlaceInk ink = this->ink();
    ink.area = area.translated(scrolledBy());
    paintPlaces(painter, layout(), places(), timeLength(), ink, PlaceLayer::work);
}

/// The last picture, until the zoom stands still.
void PlacesView::paintStretched(QPainter& painter) const {
    painter.fillRect(viewport()->rect(), theme().paper);
    const double factor = m_state.pixelsPerDay() / m_picture->pixelsPerDay;
    const double from = scale().x(m_picture->anchor) - m_picture->time * factor;
    const QRectF all(viewport()->rect());
    painter.drawPixmap(m_choice.timeAcross ? QRectF(from, 0, all.width() * factor, all.height())
                                           : QRectF(0, from, all.width(), all.height() * factor),
                       m_picture->pixels, QRectF(m_picture->pixels.rect()));
}

void PlacesView::paintDrag(QPainter& painter) const {
    if (m_drag == Drag::none || !m_moved) return;
    const PlaceTurn turn{m_choice.timeAcross};
    const QPointF a = turn.at(chartPoint(m_pressed)), b = turn.at(chartPoint(m_at));
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(theme().accent, 1.6));
    painter.setBrush(Qt::NoBrush);
    if (m_drag == Drag::frame) {
        QColor ground = theme().selection;
        ground.setAlpha(120);
        painter.setBrush(ground);
        painter.setPen(QPen(theme().accent, 1, Qt::DashLine));
        painter.drawRect(QRectF(a, b).normalized());
        return;
    }
    if (m_drag == Drag::draw) {
        painter.setPen(QPen(theme().accent, 2.4));
        painter.drawLine(a, b);
        painter.setBrush(theme().paper);
        painter.drawEllipse(a, 4, 4);
        painter.drawEllipse(b, 4, 4);
        return;
    }
    // Where everything would stand.
    const Schedule* then = m_preview.schedule();
    if (!then || !then->ok()) return;
    for (const PlaceShape& one : layout().shapes) {
        if (one.index >= then->activities.size() || one.index >= m_document.schedule().activities.size()) continue;
        const ActivityFigures& now = m_document.schedule().activities[one.index];
        const ActivityFigures& f = then->activities[one.index];
        if (f.id != now.id || (f.earlyStart == now.earlyStart && f.earlyFinish == now.earlyFinish)) continue;
        yarrin::Box ghost = one.box;
        ghost.y = scale().x(f.earlyStart);
        ghost.height = scale().x(f.earlyFinish) - ghost.y;
        QPen pen(theme().accent, one.activity == m_state.current() ? 1.8 : 1);
        pen.setDashPattern({4, 2});
        painter.setPen(pen);
        if (one.ways.empty()) {
            painter.drawRect(turn.box(ghost));
        } else {
            const ChartPoint &from = one.ways.front().front(), &to = one.ways.front().back();
            painter.drawLine(turn.at({from.x, ghost.y}), turn.at({to.x, ghost.y + ghost.height}));
        }
    }
}

/// Rate, crews and days of what is dragged, or is selected.
QStringList PlacesView::readout() const {
    if (m_drag == Drag::draw) {
        const auto work = drawn();
        if (!work) return {};
        const int days = work->finish - work->start + 1;
        QStringList lines;
        if (work->span) {
            const double length = metres(work->span->length());
            lines << tr("%1 m a day over %2 m")
                         .arg(QString::number(length / days, 'f', length / days < 10 ? 1 : 0),
                              QString::number(length, 'f', 0));
        } else {
            lines << show::countOf(qint64(work->places.size()), "place", "places");
        }
        lines << tr("%1 to %2").arg(show::shortDate(work->start), show::date(work->finish));
        if (!m_preview.fault().isEmpty()) lines << m_preview.fault();
        return lines;
    }
    const Programme& programme = m_document.programme();
    const std::size_t at = programme.activities.indexOf(m_state.current());
    const bool drags = m_drag != Drag::none && m_drag != Drag::frame && m_moved;
    const Schedule* dates =
        drags && m_preview.schedule() && m_preview.schedule()->ok() ? m_preview.schedule() : &m_document.schedule();
    if (at >= programme.activities.size() || at >= dates->activities.size()) return {};
    const Activity& activity = programme.activities[at];
    const ActivityFigures& f = dates->activities[at];
    const PlaceShape* shape = shapeOf(activity.id);
    if (!shape || (!drags && shape->ways.empty())) return {};
    const Minutes day = dates->calendarOf(f).dayMinutes();
    const double days = double(std::max<Minutes>(1, f.duration)) / double(std::max<Minutes>(1, day));
    QStringList first;
    if (const auto stretch = stretchOf(programme, activity); stretch && !shape->ways.empty()) {
        const double rate = (stretch->to.toDouble() - stretch->from.toDouble()) / days;
        first << tr("%1 m a day").arg(QString::number(rate, 'f', rate < 10 ? 1 : 0));
    }
    if (activity.measure && activity.measure->crews && !drags)
        first << show::text(activity.measure->crews->text()) +
                     (*activity.measure->crews == Decimal(1) ? tr(" crew") : tr(" crews"));
    first << show::daysWithUnit(f.duration, day);
    QStringList lines{first.join(QStringLiteral(" · "))};
    if (drags) {
        lines << (m_change.refusal.isEmpty() ? m_change.tag : m_change.refusal);
        lines << tr("%1 to %2").arg(show::shortDate(dateOf(f.earlyStart)), show::date(completionDate(f.earlyFinish)));
        if (!m_preview.fault().isEmpty()) lines << m_preview.fault();
    }
    return lines;
}

void PlacesView::paintReadout(QPainter& painter) const {
    const QStringList lines = readout();
    if (lines.isEmpty()) return;
    const PlaceShape* shape = shapeOf(m_state.current());
    const bool drags = m_drag != Drag::none && m_moved;
    QPointF at = m_at + QPointF(16, 14);
    if (!drags) {
        if (!shape || shape->ways.empty()) return;
        const ChartPoint end = shape->ways.front().back();
        at = onViewport(end) + QPointF(-150, 12);
    }
    painter.setRenderHint(QPainter::Antialiasing);
    const QFont bold = boldened(secondaryFont()), plain = secondaryFont();
    double width = 0;
    for (int i = 0; i < lines.size(); ++i)
        width = std::max(width, QFontMetricsF(i == 0 ? bold : plain).horizontalAdvance(lines[i]));
    const double line = QFontMetricsF(bold).height();
    const QSizeF size(width + 16, line * double(lines.size()) + 8);
    at.setX(std::clamp(at.x(), 2.0, std::max(2.0, viewport()->width() - size.width() - 2)));
    at.setY(std::clamp(at.y(), 2.0, std::max(2.0, viewport()->height() - size.height() - 2)));
    const QRectF box(at, size);
    painter.setPen(QPen(theme().accent, 1));
    painter.setBrush(theme().paper);
    painter.drawRoundedRect(box, 3, 3);
    for (int i = 0; i < lines.size(); ++i) {
        painter.setFont(i == 0 ? bold : plain);
        painter.setPen(i == 0 ? theme().accent : theme().muted);
        painter.drawText(QRectF(at.x() + 8, at.y() + 4 + line * i, width + 2, line), Qt::AlignVCenter, lines[i]);
    }
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What drags and clicks on the bar chart come to, and what is seen of it before they are let go.
#include "app/base/format.h"
#include "app/base/look.h"
#include "app/programme/bar_chart_view.h"
#include "app/programme/link_line.h"
#include "app/table/activity_model.h"
#include "edit/activity_edits.h"

#include <QPainter>

#include <cmath>

namespace yarrin {

/// A bar lands on a working day of its calendar, on any day where it is moved freely.
std::optional<Date> BarChartView::landing(ActivityId id, double movedBy, bool freely) const {
    const std::size_t index = m_document.programme().activities.indexOf(id);
    if (index >= m_document.schedule().activities.size() ||
        m_document.programme().activities[index].kind == ActivityKind::hammock)
        return {};
    const ActivityFigures& figures = m_document.schedule().activities[index];
    const auto days = static_cast<int>(std::lround(movedBy / m_state.pixelsPerDay()));
    if (days == 0) return {};
    const Date day = dateOf(figures.earlyStart);
    const Instant wanted = startOf(day + days);
    const Instant working = freely ? wanted : m_document.schedule().calendarOf(figures).upStart(wanted);
    const Date date = dateOf(isBeyond(working) ? wanted : working);
    return date == day ? std::nullopt : std::optional(date);
}

namespace {

Document::Operation holdAt(ActivityId id, Date date) {
    return [id, date](Transaction& tx) {
        return setConstraint(tx, id, Constraint{ConstraintType::startNotBefore, {startOf(date), true}});
    };
}

} // namespace

/// While a bar is dragged, what follows it goes along as a ghost, and the foot of the window tells the rest.
void BarChartView::previewDrag(bool freely) {
    if (!m_tool.active() || m_tool.drawsLink()) return m_preview.drop();
    const ActivityId id = m_tool.hit().activity;
    const auto date = landing(id, m_tool.to().x - m_tool.from().x, freely);
    if (!date) return m_preview.drop();
    m_preview.ask(tr("%1 held: start not before %2")
                      .arg(show::text(m_document.programme().activities.row(id)->key), show::date(*date)),
                  holdAt(id, *date));
}

void BarChartView::finish(const BarGesture& gesture, bool freely, const QPoint& at) {
    m_preview.drop();
    if (gesture.kind == BarGesture::Kind::link) return m_linkLine->open(gesture.link, at);
    if (gesture.kind != BarGesture::Kind::move) return;
    const auto date = landing(gesture.activity, gesture.movedBy, freely);
    if (!date) return;
    const Outcome outcome = m_document.perform(
        tr("%1 held: start not before %2")
            .arg(show::text(m_document.programme().activities.row(gesture.activity)->key), show::date(*date)),
        holdAt(gesture.activity, *date));
    if (!outcome.ok()) emit refused(show::error(outcome.error()));
}

/// The loop that a link would close, from bar to bar and back to the first.
void BarChartView::paintLoop(QPainter& painter) const {
    const std::vector<ActivityId>& loop = m_linkLine->loop();
    if (loop.size() < 2) return;
    const BarRequest request = this->request();
    QPolygonF way;
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(theme().critical, 2));
    for (const ActivityId id : loop) {
        const int row = m_rows.rowOf(id);
        if (row < 0) continue; // folded away, or hidden by the lens
        const BarShape bar = barOf(request, std::size_t(row));
        painter.drawRoundedRect(QRectF(bar.x0 - 4, bar.y - 4, bar.x1 - bar.x0 + 8, bar.height + 8), 4, 4);
        way << QPointF((bar.x0 + bar.x1) / 2, bar.y + bar.height / 2);
    }
    if (way.isEmpty()) return;
    way << way.front();
    painter.setPen(QPen(theme().critical, 1.6, Qt::DashLine));
    painter.drawPolyline(way);
}

/// Where bars in sight would come to stand.
void BarChartView::paintGhosts(QPainter& painter) const {
    const Schedule* would = m_preview.schedule();
    if (!would || would->activities.size() != m_document.schedule().activities.size()) return;
    BarRequest request = this->request();
    const BarRequest ghosts{request.programme, *would,        request.rows,  request.first,
                            request.last,      request.scale, request.width, request.metrics,
                            request.shadeFor,  false,         nullptr};
    painter.setPen(QPen(theme().accent, 1.2, Qt::DashLine));
    painter.setBrush(Qt::NoBrush);
    for (std::size_t row = ghosts.first; row < ghosts.last; ++row) {
        if (ghosts.rows[row].isGroup) continue;
        const std::size_t index = ghosts.rows[row].index;
        const ActivityFigures &is = m_document.schedule().activities[index], &will = would->activities[index];
        if (is.earlyStart == will.earlyStart && is.earlyFinish == will.earlyFinish) continue;
        const BarShape bar = barOf(ghosts, row);
        const double half = bar.diamond ? request.metrics.milestone : 0;
        painter.drawRoundedRect(QRectF(bar.x0 - half, bar.y, bar.x1 - bar.x0 + 2 * half, bar.height), 2, 2);
    }
}

/// A held activity goes where its links let it.
void BarChartView::pullPin(ActivityId id) {
    m_tool.cancel();
    m_state.select(id);
    const Activity* activity = m_document.programme().activities.row(id);
    if (!activity || !activity->constraint) return;
    const Outcome outcome = m_document.perform(
        tr("%1 no longer held: %2").arg(show::text(activity->key), constraintText(*activity->constraint)),
        [id](Transaction& tx) { return setConstraint(tx, id, {}); });
    if (!outcome.ok()) emit refused(show::error(outcome.error()));
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What drags and clicks on the bar chart come to, and what is seen of it before they are let go.
#include "app/base/format.h"
#include "app/base/look.h"
#include "app/programme/bar_chart_view.h"
#include "app/programme/link_line.h"
#include "app/table/activity_model.h"
#include "edit/activity_edits.h"

#include <QApplication>
#include <QMenu>
#include <QPainter>
#include <QScrollBar>

#include <cmath>

namespace yarrin {

namespace {

constexpr int edge = 12;   ///< how near to the edge of the chart a drag has it run on
constexpr int dwell = 350; ///< and for how long: who only passes there is not carried away

} // namespace

/// While something is dragged, what follows it goes along as a ghost, and the foot of the window tells the rest.
void BarChartView::previewDrag(Qt::KeyboardModifiers keys) {
    m_tag.clear();
    if (!m_tool.active()) return m_preview.drop();
    const BarGesture gesture = m_tool.gesture(layout());
    if (gesture.kind == BarGesture::Kind::draw) {
        const auto [start, work] = drawnSpan(gesture);
        m_tag = tr("%1 from %2").arg(show::daysWithUnit(work, drawnCalendar(gesture)->dayMinutes()), show::date(start));
        return m_preview.drop();
    }
    if (m_tool.drawsLine() && gesture.kind != BarGesture::Kind::anchor) {
        m_tag = lineTag(gesture);
        return m_preview.drop();
    }
    Change change = changeOf(gesture, keys);
    m_tag = change.refusal.isEmpty() ? change.tag : change.refusal;
    if (!change.operation) return m_preview.drop();
    m_preview.ask(change.words, std::move(change.operation));
}

void BarChartView::dragTo(const QPoint& at, Qt::KeyboardModifiers keys) {
    m_tool.move(layout(), chartPoint(at), keys & Qt::ControlModifier);
    previewDrag(keys);
    if (!m_tool.active()) return m_edgeTimer.stop();
    viewport()->update();
    const bool inside = viewport()->rect().adjusted(edge, edge, -edge, -edge).contains(at);
    if (inside)
        m_edgeTimer.stop();
    else if (!m_edgeTimer.isActive())
        m_edgeTimer.start(dwell);
}

/// What is dragged to an edge goes on beyond it.
void BarChartView::runOn() {
    if (!m_tool.active() || !(QApplication::mouseButtons() & Qt::LeftButton)) return m_edgeTimer.stop();
    m_edgeTimer.setInterval(30);
    const QPoint at = viewport()->mapFromGlobal(QCursor::pos());
    const auto beyond = [](int value, int size) { return value < edge ? -1 : (value > size - edge ? 1 : 0); };
    if (const int way = beyond(at.x(), viewport()->width())) {
        const int step = way * 14;
        m_state.setTime(request().scale.at(step), m_state.pixelsPerDay());
        m_tool.shift(step);
    }
    if (const int way = beyond(at.y(), viewport()->height()))
        verticalScrollBar()->setValue(verticalScrollBar()->value() + way * m_state.rowHeight() / 2);
    dragTo(at, QApplication::keyboardModifiers());
}

/// The link as its successor would read it; before there is one, how far within its bar it leaves.
QString BarChartView::lineTag(const BarGesture& gesture) const {
    const Programme& programme = m_document.programme();
    if (gesture.kind == BarGesture::Kind::link) return show::text(linkPhrase(programme, linkOf(gesture)));
    if (m_tool.hit().part != BarHit::Part::body) return {};
    BarGesture point;
    point.link.from = point.link.to = m_tool.hit().activity;
    point.link.type = LinkType::ss;
    point.fromPoint = m_tool.from().x;
    const Link link = linkOf(point);
    return tr("%1 after its start")
        .arg(show::daysWithUnit(link.lag, calendar(lagCalendarOf(programme, link))->dayMinutes()));
}

void BarChartView::carryOut(const Change& change) {
    if (!change.refusal.isEmpty()) return emit refused(change.refusal);
    if (!change.operation) return;
    const Outcome outcome = m_document.perform(change.words, change.operation);
    if (!outcome.ok()) emit refused(show::error(outcome.error()));
}

void BarChartView::finish(const BarGesture& gesture, Qt::KeyboardModifiers keys, const QPoint& at) {
    m_tag.clear();
    m_preview.drop();
    if (gesture.kind == BarGesture::Kind::link) return m_linkLine->open(linkOf(gesture), at);
    if (gesture.kind == BarGesture::Kind::draw) return draw(gesture);
    if (gesture.kind == BarGesture::Kind::stretch && preferences().stretched == Preferences::Stretched::ask) {
        const Activity* activity = m_document.programme().activities.row(gesture.activity);
        const bool asks = activity && activity->measure && activity->measure->crews && !activity->actualStart &&
                          changeOf(gesture, keys).operation;
        if (asks) return askStretched(gesture, keys & Qt::AltModifier, at);
    }
    carryOut(changeOf(gesture, keys));
}

void BarChartView::askStretched(const BarGesture& gesture, bool freely, const QPoint& at) {
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("stretchMenu"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    menu->addSection(tr("What follows? The answer is kept in the preferences."));
    const auto offer = [&](const char* name, const QString& words, Preferences::Stretched choice, Solved follows) {
        QAction* one = menu->addAction(words, this, [this, gesture, freely, choice, follows] {
            emit stretchedChosen(choice);
            carryOut(stretched(gesture, freely, follows));
        });
        one->setObjectName(QLatin1String(name));
    };
    offer("stretchCrews", tr("The number of &crews"), Preferences::Stretched::crews, Solved::crews);
    offer("stretchOutput", tr("The &output of a crew"), Preferences::Stretched::output, Solved::output);
    offer("stretchQuantity", tr("The &quantity"), Preferences::Stretched::quantity, Solved::quantity);
    menu->popup(viewport()->mapToGlobal(at));
}

/// Below the last row, and in the rows of groups, nothing stands in the way.
bool BarChartView::isGround(ChartPoint at) const {
    const int row = int(at.y) / m_state.rowHeight();
    const BarHit hit = hitTest(layout(), at);
    if (hit.part != BarHit::Part::nothing || hit.link || hit.pin || m_rows.rows().empty()) return false;
    return row >= int(m_rows.rows().size()) || m_rows.isHeading(row);
}

void BarChartView::draw(const BarGesture& gesture) {
    const bool point = gesture.x0 == gesture.x1;
    const auto [start, work] = drawnSpan(gesture);
    emit drawn(point ? ActivityKind::finishMilestone : ActivityKind::task, int(gesture.y) / m_state.rowHeight(),
               point ? dateOf(request().scale.at(gesture.x0)) : start, work);
}

void BarChartView::editSelectedLink(std::optional<QPoint> at) {
    const Link* link = m_document.programme().links.row(m_state.link());
    if (!link) return;
    if (!at)
        for (const LinkShape& shape : layout().links)
            if (shape.link == link->id) at = onViewport(shape.points.back());
    m_linkLine->open(*link, at.value_or(viewport()->rect().center()));
}

void BarChartView::paintPreview(QPainter& painter) const {
    if (!m_tool.active()) return;
    const BarGesture gesture = m_tool.gesture(layout());
    painter.setPen(QPen(theme().accent, 1.8));
    painter.setBrush(Qt::NoBrush);
    if (gesture.kind == BarGesture::Kind::draw) {
        const double middle = (std::floor(gesture.y / m_state.rowHeight()) + 0.5) * m_state.rowHeight();
        painter.drawRoundedRect(QRectF(gesture.x0, middle - 6, gesture.x1 - gesture.x0, 12), 3, 3);
    }
    if (m_tool.drawsLine()) {
        painter.drawLine(QPointF(m_tool.from().x, m_tool.from().y), QPointF(m_tool.to().x, m_tool.to().y));
        painter.setBrush(theme().accent);
        painter.drawEllipse(QPointF(m_tool.from().x, m_tool.from().y), 3, 3);
        painter.setBrush(Qt::NoBrush);
    }
    for (const BarShape& bar : layout().bars) {
        QRectF box(bar.x0 - 3, bar.y - 3, bar.x1 - bar.x0 + 6, bar.height + 6);
        if (bar.activity != (m_tool.drawsLine() ? m_tool.target().activity : gesture.activity)) continue;
        if (gesture.kind == BarGesture::Kind::move) box.translate(gesture.movedBy, 0);
        if (gesture.kind == BarGesture::Kind::stretch && gesture.atStart)
            box.setLeft(std::min(box.left() + gesture.movedBy, box.right() - 6));
        if (gesture.kind == BarGesture::Kind::stretch && !gesture.atStart)
            box.setRight(std::max(box.right() + gesture.movedBy, box.left() + 6));
        if (gesture.kind == BarGesture::Kind::pull && !bar.gaps.empty()) {
            box.setLeft(bar.gaps[std::min(gesture.piece, bar.gaps.size()) - 1].second - 3);
            box.translate(gesture.movedBy, 0);
        }
        painter.drawRoundedRect(box, 3, 3);
    }
}

/// Beside the pointer, in a few words, what it comes to.
void BarChartView::paintTag(QPainter& painter) const {
    if (!m_tool.active() || m_tag.isEmpty()) return;
    painter.setFont(boldened(secondaryFont()));
    const QSizeF size(painter.fontMetrics().horizontalAdvance(m_tag) + 14, painter.fontMetrics().height() + 6);
    QPointF at(m_tool.to().x + 14, m_tool.to().y - verticalScrollBar()->value() - size.height() - 8);
    at.setX(std::clamp(at.x(), 2.0, std::max(2.0, viewport()->width() - size.width() - 2)));
    at.setY(std::max(2.0, at.y()));
    const QRectF box(at, size);
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme().accent);
    painter.drawRoundedRect(box, 3, 3);
    painter.setPen(theme().paper);
    painter.drawText(box, Qt::AlignCenter, m_tag);
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

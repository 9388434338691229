// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// How the network is painted piece by piece, and what pointer and keys do on it.
#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/name_line.h"
#include "app/base/preferences.h"
#include "app/programme/link_line.h"
#include "app/programme/logic_view.h"
#include "app/programme/tips.h"
#include "chart/paint/bar_painter.h"
#include "edit/activity_edits.h"

#include <QApplication>
#include <QHelpEvent>
#include <QMenu>
#include <QMouseEvent>
#include <QPainter>
#include <QScrollBar>
#include <QToolTip>

#include <cmath>

namespace yarrin {

namespace {

constexpr double linkReach = 5;

double shareDone(const ActivityFigures& figures, const WorkCalendar& calendar) {
    if (figures.state == NodeState::complete) return 1;
    if (!figures.remainingStart || figures.duration <= 0) return 0;
    const Minutes left = calendar.worked(figures.earlyFinish) - calendar.worked(*figures.remainingStart);
    return std::clamp(1 - double(left) / double(figures.duration), 0.0, 1.0);
}

QString datesOf(const ActivityFigures& figures, bool milestone) {
    const Date first = dateOf(figures.earlyStart), last = completionDate(figures.earlyFinish);
    if (milestone || first >= last) return show::date(milestone ? last : first);
    if (figures.state == NodeState::complete) return LogicView::tr("to %1").arg(show::date(last));
    return show::shortDate(first) + QStringLiteral(" – ") + show::shortDate(last);
}

} // namespace

LogicTexts LogicView::textsOf(const LogicBox& box) const {
    const Programme& programme = m_document.programme();
    const Schedule& dates = m_document.schedule();
    LogicTexts texts;
    if (!box.activity) {
        texts.key = show::countOf(qint64(box.inside.size()), "activity", "activities");
        texts.name = show::text(box.title);
        std::optional<ActivityFigures> all;
        for (const std::size_t i : box.inside) {
            if (i >= dates.activities.size()) return texts;
            if (!all) all = dates.activities[i];
            all->earlyStart = std::min(all->earlyStart, dates.activities[i].earlyStart);
            all->earlyFinish = std::max(all->earlyFinish, dates.activities[i].earlyFinish);
            all->state = NodeState::notStarted;
        }
        if (all) texts.foot = datesOf(*all, false);
        return texts;
    }
    const std::size_t at = programme.activities.indexOf(box.activity);
    if (at >= programme.activities.size()) return texts; // gone, and the layout without it is not there yet
    const Activity& activity = programme.activities[at];
    texts.key = show::text(activity.key);
    texts.name = show::text(activity.name);
    texts.milestone = isMilestone(activity.kind);
    if (at >= dates.activities.size()) return texts;
    const ActivityFigures& figures = dates.activities[at];
    const WorkCalendar& calendar = dates.calendarOf(figures);
    if (!texts.milestone) texts.length = show::daysWithUnit(figures.duration, calendar.dayMinutes());
    if (!m_context)
        m_context.emplace(programme, dates, &m_document.lookup(),
                          m_state.outline() ? &m_state.outline()->spans : nullptr);
    const auto field = [&](const std::string& name, const QString& own) {
        if (name.empty()) return own;
        const auto known = fieldNamed(programme, name);
        return known ? show::value(known->value(*m_context, at)) : QString();
    };
    const QString slack = figures.state == NodeState::complete ? tr("done")
                          : figures.totalFloat
                              // To the hour: the card has it to the minute.
                              ? show::daysWithUnit(*figures.totalFloat / 60 * 60, calendar.dayMinutes())
                              : QString();
    texts.corner = field(m_choice.corner, slack);
    texts.foot = field(m_choice.foot, datesOf(figures, texts.milestone));
    texts.done = shareDone(figures, calendar);
    return texts;
}

void LogicView::paintPart(const QRect& part) {
    QPainter painter(&m_buffer);
    painter.setClipRect(part);
    painter.translate(-horizontalScrollBar()->value(), -verticalScrollBar()->value());
    painter.scale(m_zoom, m_zoom);
    LogicInk ink = this->ink();
    const ChartPoint from = chartPoint(part.topLeft());
    ink.area = QRectF(from.x, from.y, part.width() / m_zoom, part.height() / m_zoom);
    paintLogic(painter, *m_layout, ink);
}

/// What stays in sight is moved as it is; only what comes into sight is painted.
void LogicView::scrollContentsBy(int dx, int dy) {
    const qreal ratio = devicePixelRatioF();
    const QSize size = (QSizeF(viewport()->size()) * ratio).toSize();
    if (m_linkLine->isVisible()) m_linkLine->drop();
    m_axis->update();
    emit scrolled();
    viewport()->update();
    if (m_whole || m_buffer.size() != size || ratio != std::floor(ratio)) {
        m_whole = true;
        return;
    }
    QRegion fresh;
    m_buffer.scroll(int(dx * ratio), int(dy * ratio), QRect(QPoint(), size), &fresh);
    for (const QRect& one : fresh)
        paintPart(QRect(int(one.x() / ratio), int(one.y() / ratio), int(std::ceil(one.width() / ratio)),
                        int(std::ceil(one.height() / ratio))));
}

void LogicView::paintEvent(QPaintEvent*) {
    const qreal ratio = devicePixelRatioF();
    const QSize size = (QSizeF(viewport()->size()) * ratio).toSize();
    if (m_buffer.size() != size) {
        m_buffer = QPixmap(size);
        m_buffer.setDevicePixelRatio(ratio);
        m_whole = true;
    }
    if (std::exchange(m_whole, false)) paintPart(viewport()->rect());
    QPainter painter(viewport());
    painter.drawPixmap(0, 0, m_buffer);
    painter.setRenderHint(QPainter::Antialiasing);
    paintLaneNames(painter, *m_layout, ink(), verticalScrollBar()->value(), viewport()->height());
    paintOver(painter);
}

/// Below the box that is asked of: when it starts, and when it would but for what sets that.
void LogicView::paintAnswer(QPainter& painter) const {
    const Answer* answer = m_state.answer();
    const QRect box = answer ? rectOf(answer->subject) : QRect();
    const std::size_t at = answer ? m_document.programme().activities.indexOf(answer->subject) : 0;
    if (box.isEmpty() || m_zoom < 0.5 || at >= m_document.schedule().activities.size()) return;
    const ActivityFigures& figures = m_document.schedule().activities[at];
    if (figures.state != NodeState::notStarted) return;
    painter.setFont(boldened(secondaryFont()));
    const QString starts = show::weekdayDate(dateOf(figures.earlyStart));
    const QString other =
        answer->otherwise ? tr("%1 otherwise").arg(show::weekdayDate(dateOf(*answer->otherwise))) : QString();
    const int line = painter.fontMetrics().height();
    const int wide =
        std::max(painter.fontMetrics().horizontalAdvance(starts), painter.fontMetrics().horizontalAdvance(other));
    const QRect words(box.center().x() - wide / 2 - 4, box.bottom() + 6, wide + 8,
                      other.isEmpty() ? line + 2 : 2 * line + 2);
    painter.fillRect(words, theme().paper);
    painter.setPen(figures.critical ? theme().criticalText : theme().ink);
    painter.drawText(words, Qt::AlignHCenter | Qt::AlignTop, starts);
    painter.setFont(secondaryFont());
    painter.setPen(theme().nearText);
    painter.drawText(words, Qt::AlignHCenter | Qt::AlignBottom, other);
}

/// A link while it is drawn, and the loop that one would close.
void LogicView::paintOver(QPainter& painter) const {
    paintAnswer(painter);
    painter.setBrush(Qt::NoBrush);
    if (m_linkFrom) {
        const QRect from = rectOf(m_linkFrom);
        painter.setPen(QPen(theme().accent, 2));
        painter.drawLine(QPointF(from.right(), from.center().y()), m_linkTo);
        const LogicHit hit = hitAt(m_linkTo);
        if (hit.box != LogicHit::none) {
            const LogicBox& box = m_layout->boxes[hit.box];
            painter.drawRoundedRect(rectOf(box.activity).adjusted(-4, -4, 4, 4), 6, 6);
        }
    }
    const std::vector<ActivityId>& loop = m_linkLine->loop();
    if (loop.size() < 2 || !m_linkLine->isVisible()) return;
    QPolygonF way;
    painter.setPen(QPen(theme().critical, 2));
    for (const ActivityId id : loop)
        if (const QRect box = rectOf(id); !box.isEmpty()) {
            painter.drawRoundedRect(box.adjusted(-4, -4, 4, 4), 6, 6);
            way << box.center();
        }
    if (way.isEmpty()) return;
    way << way.front();
    painter.setPen(QPen(theme().critical, 1.6, Qt::DashLine));
    painter.drawPolyline(way);
}

void LogicView::paintAxisOn(QWidget& widget) const {
    QPainter painter(&widget);
    if (!m_layout->timeScaled) return;
    const Programme& programme = m_document.programme();
    const TimeScale scale{m_layout->scale.at(inSight().left() - m_layout->scaleX),
                          m_layout->scale.pixelsPerDay * m_zoom};
    const BarLayout contract =
        layoutBars({programme, m_document.schedule(), {}, 0, 0, scale, double(widget.width()), {}, {}, false, nullptr});
    AxisInk ink{theme(), double(widget.width()), {}, {}, {}};
    ink.ratePerDay = [&](const Fraction& rate) { return show::money(rate, programme.job.currency) + tr("/d"); };
    ink.pennant = [&](SectionId id) { return show::text(programme.sections.row(id)->key); };
    if (programme.job.dataDate) ink.dataDate = show::shortDate(dateOf(*programme.job.dataDate));
    const Preferences& prefer = preferences();
    paintAxis(painter,
              axisFor(scale, widget.width(), dateOf(programme.job.start),
                      {prefer.firstWeekday, prefer.weekNumbers == Preferences::WeekNumbers::iso, prefer.textSize}),
              contract, ink);
}

void LogicView::resizeEvent(QResizeEvent*) {
    m_axis->setGeometry(0, 0, viewport()->width(), m_axis->height());
    updateBars();
    presentWork();
    invalidate();
    emit scrolled();
}

void LogicView::showEvent(QShowEvent* event) {
    QAbstractScrollArea::showEvent(event);
    refresh();
}

LogicHit LogicView::hitAt(QPointF at) const {
    LogicHit hit = hitLogic(*m_layout, chartPoint(at), linkReach / m_zoom);
    if (hit.box != LogicHit::none) return hit;
    // Names of lanes are as large at every zoom, and lie over what is drawn.
    for (std::size_t i = 0; i < m_layout->lanes.size(); ++i) {
        const LogicLane& lane = m_layout->lanes[i];
        const double top = lane.y * m_zoom - verticalScrollBar()->value();
        const bool named = !lane.title.empty() && lane.height * m_zoom >= laneNameHeight;
        if (!named || at.y() < top || at.y() > top + laneNameHeight || at.x() > 24) continue;
        hit.lane = i;
        hit.link = LogicHit::none;
        hit.fold = true;
        return hit;
    }
    return hit;
}

void LogicView::mousePressEvent(QMouseEvent* event) {
    if (event->button() == Qt::MiddleButton) m_panned = event->position();
    if (event->button() != Qt::LeftButton) return;
    if (!m_linkLine->keep()) return; // what is refused is to be mended or dropped first
    const LogicHit hit = hitAt(event->position());
    m_pressed = event->position();
    if (hit.fold) {
        m_pressed.reset();
        const LogicLane& lane = m_layout->lanes[hit.lane];
        return setFolded(lane.group, !lane.folded);
    }
    if (hit.box != LogicHit::none) {
        const LogicBox& box = m_layout->boxes[hit.box];
        m_state.selectLink({});
        if (!box.activity) return;
        if (event->modifiers() & Qt::ControlModifier) {
            std::vector<ActivityId> ids = m_state.selection();
            if (std::erase(ids, box.activity) == 0) ids.push_back(box.activity);
            return m_state.select(ids, ids.empty() ? ActivityId{} : ids.back());
        }
        m_state.select(box.activity);
        if (hit.edge) {
            m_linkFrom = box.activity;
            m_linkTo = event->position();
        }
        return;
    }
    const LogicLink* link = hit.link == LogicHit::none ? nullptr : &m_layout->links[hit.link];
    const bool single = link && link->count == 1 && m_document.programme().links.row(link->link);
    m_state.selectLink(single ? link->link : LinkId{});
    if (single) emit told(chosenLinkText(m_document.programme(), link->link));
    if (!link) m_panned = event->position();
}

void LogicView::mouseMoveEvent(QMouseEvent* event) {
    if (m_panned && (event->buttons() & (Qt::LeftButton | Qt::MiddleButton))) {
        const QPointF by = event->position() - *m_panned;
        m_panned = event->position();
        viewport()->setCursor(Qt::ClosedHandCursor);
        horizontalScrollBar()->setValue(horizontalScrollBar()->value() - int(std::lround(by.x())));
        verticalScrollBar()->setValue(verticalScrollBar()->value() - int(std::lround(by.y())));
        return;
    }
    if (m_linkFrom && (event->buttons() & Qt::LeftButton)) {
        m_linkTo = event->position();
        return viewport()->update();
    }
    const LogicHit hit = hitAt(event->position());
    viewport()->setCursor(hit.edge                                                              ? Qt::CrossCursor
                          : hit.box != LogicHit::none || hit.link != LogicHit::none || hit.fold ? Qt::PointingHandCursor
                                                                                                : Qt::ArrowCursor);
}

void LogicView::mouseReleaseEvent(QMouseEvent* event) {
    m_panned.reset();
    const ActivityId from = std::exchange(m_linkFrom, ActivityId{});
    const auto pressed = std::exchange(m_pressed, {});
    viewport()->setCursor(Qt::ArrowCursor);
    if (!from || event->button() != Qt::LeftButton) return;
    viewport()->update();
    const LogicHit hit = hitAt(event->position());
    const bool moved = pressed && (event->position() - *pressed).manhattanLength() >= QApplication::startDragDistance();
    if (!moved || hit.box == LogicHit::none) return;
    const LogicBox& to = m_layout->boxes[hit.box];
    if (!to.activity)
        return emit refused(tr("A link leads to an activity: unfold %1 first.").arg(show::text(to.title)));
    if (to.activity == from) return;
    Link link;
    link.from = from;
    link.to = to.activity;
    m_linkLine->open(link, event->pos());
}

void LogicView::mouseDoubleClickEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return;
    m_linkFrom = {};
    m_pressed.reset();
    const LogicHit hit = hitAt(event->position());
    if (hit.fold) return;
    if (hit.box != LogicHit::none) {
        const LogicBox& box = m_layout->boxes[hit.box];
        if (!box.activity) return setFolded(box.group, false);
        return emit subjectWanted(box.activity);
    }
    if (hit.link != LogicHit::none && m_layout->links[hit.link].count == 1) {
        m_state.selectLink(m_layout->links[hit.link].link);
        editSelectedLink(event->pos());
    }
}

void LogicView::editSelectedLink(std::optional<QPoint> at) {
    const Link* link = m_document.programme().links.row(m_state.link());
    if (!link) return;
    if (!at)
        for (const LogicLink& one : m_layout->links)
            if (one.link == link->id && !one.points.empty()) at = onViewport(one.points.back());
    m_linkLine->open(*link, at.value_or(viewport()->rect().center()));
}

void LogicView::rename() {
    const Activity* activity = m_document.programme().activities.row(m_state.current());
    if (!activity || !m_layout->boxOf.contains(activity->id)) return;
    bring(activity->id);
    const QRect box = rectOf(activity->id);
    const QRect at(box.left(), box.center().y() - 14, std::max(190, box.width()), 28);
    m_name->open(show::text(activity->name), at, [this, id = activity->id](const QString& name) {
        const Activity* was = m_document.programme().activities.row(id);
        if (!was) return;
        const Outcome outcome =
            m_document.perform(tr("%1: name → %2").arg(show::text(was->key), name),
                               [&](Transaction& tx) { return setName(tx, id, name.toStdString()); });
        if (!outcome.ok()) emit refused(show::error(outcome.error()));
    });
}

void LogicView::wheelEvent(QWheelEvent* event) {
    if (event->modifiers() & Qt::ControlModifier) {
        setZoom(m_zoom * std::pow(1.0015, event->angleDelta().y()), event->position());
        event->accept();
    } else if (event->modifiers() & Qt::ShiftModifier) {
        horizontalScrollBar()->setValue(horizontalScrollBar()->value() - event->angleDelta().y());
        event->accept();
    } else {
        QAbstractScrollArea::wheelEvent(event);
    }
}

/// To the box that lies nearest in a direction.
void LogicView::walk(int key) {
    const auto here = m_layout->boxOf.find(m_state.current());
    if (here == m_layout->boxOf.end()) {
        for (const LogicRow& row : m_layout->rows)
            for (const std::size_t i : row.boxes)
                if (const ActivityId id = m_layout->boxes[i].activity) {
                    m_state.select(id);
                    return bring(id);
                }
        return;
    }
    const LogicBox& from = m_layout->boxes[here->second];
    const bool level = key == Qt::Key_Left || key == Qt::Key_Right;
    const double way = key == Qt::Key_Left || key == Qt::Key_Up ? -1 : 1;
    double least = 1e18;
    ActivityId to;
    for (const LogicBox& box : m_layout->boxes) {
        if (!box.activity || box.activity == from.activity) continue;
        const double dx = box.x - from.x, dy = box.y - from.y;
        const double along = way * (level ? dx : dy), aside = std::abs(level ? dy : dx);
        if (along <= 1) continue;
        if (const double far = along + 3 * aside; far < least) {
            least = far;
            to = box.activity;
        }
    }
    if (!to) return;
    m_state.select(to);
    bring(to);
}

void LogicView::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
    case Qt::Key_Escape:
        m_linkFrom = {};
        m_state.selectLink({});
        return viewport()->update();
    case Qt::Key_Delete: {
        const Outcome outcome = deleteChosenLink(m_document, m_state);
        if (!outcome.ok()) emit refused(show::error(outcome.error()));
        return;
    }
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (m_state.link()) return editSelectedLink();
        return emit subjectWanted(m_state.current());
    case Qt::Key_F2:
        return m_state.link() ? editSelectedLink() : rename();
    case Qt::Key_Left:
    case Qt::Key_Right:
    case Qt::Key_Up:
    case Qt::Key_Down:
        return walk(event->key());
    default:
        QAbstractScrollArea::keyPressEvent(event);
    }
}

/// What a menu is asked for on is selected first, unless it is among what is.
void LogicView::contextMenuEvent(QContextMenuEvent* event) {
    event->accept();
    if (event->reason() == QContextMenuEvent::Keyboard)
        return emit menuWanted(viewport()->mapToGlobal(viewport()->rect().center()), m_state.link());
    const LogicHit hit = hitAt(event->pos());
    const bool link = hit.link != LogicHit::none && m_layout->links[hit.link].count == 1;
    m_state.selectLink(link ? m_layout->links[hit.link].link : LinkId{});
    if (hit.box != LogicHit::none)
        if (const ActivityId id = m_layout->boxes[hit.box].activity; id && !m_state.isSelected(id)) m_state.select(id);
    const bool boxed = hit.box != LogicHit::none && m_layout->boxes[hit.box].activity;
    const std::size_t lane = hit.box != LogicHit::none ? m_layout->boxes[hit.box].lane : hit.lane;
    if (boxed || link || lane == LogicHit::none || m_layout->lanes[lane].around.empty())
        return emit menuWanted(event->globalPos(), m_state.link());
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("contextMenu"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    const LogicLane& at = m_layout->lanes[lane];
    for (auto group = at.around.rbegin(); group != at.around.rend(); ++group) {
        const bool folds = !(at.folded && group == at.around.rbegin());
        menu->addAction((folds ? tr("Fold %1 into one box") : tr("Unfold %1")).arg(show::text(group->second)), this,
                        [this, number = group->first, folds] { setFolded(number, folds); });
    }
    menu->popup(event->globalPos());
}

QString LogicView::tip(const LogicHit& hit) const {
    const Programme& programme = m_document.programme();
    if (hit.box != LogicHit::none) {
        const LogicBox& box = m_layout->boxes[hit.box];
        if (box.activity) return activityTip(programme, m_document.schedule(), box.activity);
        return tr("%1\na double click unfolds it").arg(show::text(box.title));
    }
    if (hit.link == LogicHit::none) return {};
    const LogicLink& link = m_layout->links[hit.link];
    return link.count == 1 ? linkTip(programme, link.link)
                           : tr("%1 between them").arg(show::countOf(qint64(link.count), "link", "links"));
}

bool LogicView::viewportEvent(QEvent* event) {
    if (event->type() != QEvent::ToolTip) return QAbstractScrollArea::viewportEvent(event);
    auto* help = static_cast<QHelpEvent*>(event);
    const QString text = tip(hitAt(help->pos()));
    if (text.isEmpty())
        QToolTip::hideText();
    else
        QToolTip::showText(help->globalPos(), text, viewport());
    return true;
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/programme/overview.h"

#include "app/base/look.h"
#include "chart/layout/bar_layout.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include <algorithm>
#include <cmath>
#include <utility>

namespace yarrin {

namespace {

constexpr double edge = 5;       ///< how near to an edge of the frame counts as the edge
constexpr double narrowest = 10; ///< a frame that can still be taken hold of

} // namespace

Overview::Overview(Document& document, ViewState& state, ActivityModel& rows, QWidget* parent)
    : QWidget(parent), m_document(document), m_state(state), m_rows(rows) {
    setObjectName(QStringLiteral("overview"));
    setAccessibleName(tr("Overview of the whole time"));
    setToolTip(tr("Drag the frame, or its edges; a click brings it there"));
    setFocusPolicy(Qt::ClickFocus);
    setMouseTracking(true);
    setFixedHeight(tall);
    connect(&m_document, &Document::changed, this, &Overview::forget);
    connect(&m_rows, &ActivityModel::rowsRebuilt, this, &Overview::forget);
    connect(&lookChanges(), &LookChanges::changed, this, &Overview::forget);
    connect(&m_state, &ViewState::timeChanged, this, qOverload<>(&QWidget::update));
}

void Overview::setReach(Instant first, Instant last, int chartWidth) {
    m_chartWidth = std::max(1, chartWidth);
    if (first == m_first && last == m_last) return update();
    m_first = first;
    m_last = last;
    forget();
}

void Overview::forget() {
    m_picture = {};
    update();
}

TimeScale Overview::scale() const {
    const double days = std::max(1.0, double(m_last - m_first) / double(minutesPerDay));
    return {m_first, std::max(1, width()) / days};
}

QRectF Overview::frame() const {
    const TimeScale whole = scale();
    const double left = whole.x(m_state.left());
    const double span = m_chartWidth / m_state.pixelsPerDay() * whole.pixelsPerDay;
    const double middle = left + span / 2, wide = std::max(span, narrowest);
    return {span < narrowest ? middle - wide / 2 : left, 0.5, wide, double(height()) - 1};
}

Overview::Grip Overview::gripAt(double x) const {
    const QRectF box = frame();
    if (std::abs(x - box.left()) <= edge) return Grip::left;
    if (std::abs(x - box.right()) <= edge) return Grip::right;
    return box.left() < x && x < box.right() ? Grip::frame : Grip::none;
}

/// Has the chart show what lies between two places of the strip.
void Overview::show(double left, double right) {
    const TimeScale whole = scale();
    const double days = std::max(right - left, 0.5) / whole.pixelsPerDay;
    const double ppd = std::clamp(m_chartWidth / days, leastPixelsPerDay, mostPixelsPerDay);
    m_state.setTime(whole.at(left), ppd);
}

const QPixmap& Overview::picture() const {
    if (!m_picture.isNull()) return m_picture;
    m_picture = QPixmap(size() * devicePixelRatioF());
    m_picture.setDevicePixelRatio(devicePixelRatioF());
    m_picture.fill(theme().panel);
    const TimeScale whole = scale();
    QPainter painter(&m_picture);
    const auto& figures = m_document.schedule().activities;
    const std::span<const ChartRow> rows = m_rows.rows();
    const double step = (height() - 6.0) / std::max<double>(1.0, double(rows.size()));
    // What is urgent lies over the rest, however the rows stand.
    for (const Tone layer : {Tone::complete, Tone::plain, Tone::nearCritical, Tone::critical})
        for (std::size_t i = 0; i < rows.size(); ++i) {
            if (rows[i].isGroup || rows[i].index >= figures.size()) continue;
            const ActivityFigures& one = figures[rows[i].index];
            const bool hammock = m_document.programme().activities[rows[i].index].kind == ActivityKind::hammock;
            if ((hammock ? Tone::complete : toneOf(one)) != layer) continue;
            const double x = whole.x(one.earlyStart);
            const QColor ink = hammock                       ? theme().hammock
                               : layer == Tone::critical     ? theme().critical
                               : layer == Tone::nearCritical ? theme().near
                               : layer == Tone::complete     ? theme().complete
                                                             : theme().activity;
            painter.fillRect(QRectF(x, 3 + double(i) * step, std::max(1.5, whole.x(one.earlyFinish) - x),
                                    std::clamp(step, 1.0, 2.5)),
                             ink);
        }
    for (const Section& section : m_document.programme().sections)
        painter.fillRect(QRectF(whole.x(startOf(section.completion + section.grantedDays + 1)), 0, 1, height()),
                         theme().contractDate);
    if (const auto& dataDate = m_document.programme().job.dataDate)
        painter.fillRect(QRectF(whole.x(*dataDate), 0, 1.6, height()), theme().accent);
    return m_picture;
}

void Overview::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.drawPixmap(0, 0, picture());
    const QRectF box = frame();
    QColor veil = theme().panel;
    veil.setAlpha(150);
    painter.fillRect(QRectF(0, 0, std::max(0.0, box.left()), height()), veil);
    painter.fillRect(QRectF(box.right(), 0, std::max(0.0, width() - box.right()), height()), veil);
    painter.setPen(theme().rule);
    painter.drawLine(0, 0, width(), 0);
    painter.setPen(QPen(theme().accent, hasFocus() ? 2 : 1.4));
    painter.drawRect(box.intersected(QRectF(0.5, 0.5, width() - 1.0, height() - 1.0)));
}

void Overview::resizeEvent(QResizeEvent*) {
    forget();
}

void Overview::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return;
    const double x = event->position().x();
    m_grip = gripAt(x);
    if (m_grip == Grip::none) {
        const double half = frame().width() / 2;
        m_state.setTime(scale().at(x - half), m_state.pixelsPerDay());
        m_grip = Grip::frame;
    }
    m_held = x - frame().left();
}

void Overview::mouseMoveEvent(QMouseEvent* event) {
    const double x = event->position().x();
    if (!(event->buttons() & Qt::LeftButton)) {
        const Grip grip = gripAt(x);
        setCursor(grip == Grip::frame  ? Qt::OpenHandCursor
                  : grip == Grip::none ? Qt::PointingHandCursor
                                       : Qt::SizeHorCursor);
        return;
    }
    const QRectF box = frame();
    if (m_grip == Grip::frame) m_state.setTime(scale().at(x - m_held), m_state.pixelsPerDay());
    if (m_grip == Grip::left) show(std::min(x, box.right() - 1), box.right());
    if (m_grip == Grip::right) show(box.left(), std::max(x, box.left() + 1));
}

void Overview::mouseReleaseEvent(QMouseEvent*) {
    m_grip = Grip::none;
}

void Overview::wheelEvent(QWheelEvent* event) {
    m_state.zoomAt(m_chartWidth / 2.0, std::pow(1.0015, event->angleDelta().y()));
    event->accept();
}

void Overview::keyPressEvent(QKeyEvent* event) {
    const QRectF box = frame();
    const double step = std::max(2.0, box.width() / 8);
    if (event->key() == Qt::Key_Left) return show(box.left() - step, box.right() - step);
    if (event->key() == Qt::Key_Right) return show(box.left() + step, box.right() + step);
    QWidget::keyPressEvent(event);
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/programme/overview.h"

#include "app/base/look.h"
#include "chart/layout/bar_layout.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include <algorithm>
#include <array>
#include <cmath>
#include <utility>

namespace yarrin {

namespace {

constexpr double graspWidth = 5; ///< how near to an edge of the frame counts as the edge
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
    if (std::abs(x - box.left()) <= graspWidth) return Grip::left;
    if (std::abs(x - box.right()) <= graspWidth) return Grip::right;
    return box.left() < x && x < box.right() ? Grip::frame : Grip::none;
}

/// Has the chart show what lies between two places of the strip.
void Overview::show(double left, double right) {
    const TimeScale whole = scale();
    const double days = std::max(right - left, 0.5) / whole.pixelsPerDay;
    const double ppd = std::clamp(m_chartWidth / days, leastPixelsPerDay, mostPixelsPerDay);
    m_state.setTime(whole.at(left), ppd);
}

namespace {

/// What of the activities that lie on one pixel shows: the most urgent, however the rows stand.
enum class Rank : unsigned char { none, complete, hammock, plain, near, critical };

Rank rankOf(const Activity& activity, const ActivityFigures& figures) {
    if (activity.kind == ActivityKind::hammock) return Rank::hammock;
    switch (toneOf(figures)) {
    case Tone::critical:
        return Rank::critical;
    case Tone::nearCritical:
        return Rank::near;
    case Tone::complete:
        return Rank::complete;
    default:
        return Rank::plain;
    }
}

} // namespace

/// Pixel by pixel, for there may be a hundred thousand bars on thirty lines.
QImage Overview::bars(const QSize& size, qreal ratio) const {
    const int wide = size.width(), high = size.height();
    std::vector<Rank> ranks(std::size_t(wide) * std::size_t(high), Rank::none);
    const TimeScale whole = scale();
    const auto& figures = m_document.schedule().activities;
    const std::span<const ChartRow> rows = m_rows.rows();
    const double edgeSpace = 3 * ratio;
    const double step = (high - 2 * edgeSpace) / std::max<double>(1.0, double(rows.size()));
    const int thick = std::max(1, int(std::lround(std::clamp(step, ratio, 2.5 * ratio))));
    for (std::size_t i = 0; i < rows.size(); ++i) {
        if (rows[i].isGroup || rows[i].index >= figures.size()) continue;
        const ActivityFigures& one = figures[rows[i].index];
        const Rank rank = rankOf(m_document.programme().activities[rows[i].index], one);
        const int from = std::clamp(int(whole.x(one.earlyStart) * ratio), 0, wide - 1);
        const int to = std::clamp(int(std::ceil(whole.x(one.earlyFinish) * ratio)), from + 1, wide);
        const int top = std::clamp(int(edgeSpace + double(i) * step), 0, high - 1);
        for (int y = top; y < std::min(top + thick, high); ++y)
            for (int x = from; x < to; ++x) {
                Rank& there = ranks[std::size_t(y) * std::size_t(wide) + std::size_t(x)];
                there = std::max(there, rank);
            }
    }
    const Theme& t = theme();
    const std::array<QRgb, 6> inks{t.panel.rgb(),    t.complete.rgb(), t.hammock.rgb(),
                                   t.activity.rgb(), t.near.rgb(),     t.critical.rgb()};
    QImage image(size, QImage::Format_RGB32);
    for (int y = 0; y < high; ++y) {
        auto* line = reinterpret_cast<QRgb*>(image.scanLine(y));
        for (int x = 0; x < wide; ++x)
            line[x] = inks[std::size_t(ranks[std::size_t(y) * std::size_t(wide) + std::size_t(x)])];
    }
    image.setDevicePixelRatio(ratio);
    return image;
}

const QPixmap& Overview::picture() const {
    if (!m_picture.isNull()) return m_picture;
    m_picture = QPixmap::fromImage(bars((QSizeF(size()) * devicePixelRatioF()).toSize(), devicePixelRatioF()));
    const TimeScale whole = scale();
    QPainter painter(&m_picture);
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

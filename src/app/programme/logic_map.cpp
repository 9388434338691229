// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/programme/logic_map.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/programme/logic_view.h"

#include <QMouseEvent>
#include <QPainter>

#include <algorithm>

namespace yarrin {

namespace {

constexpr int mapWide = 228, mapHigh = 132, head = 18, mapEdge = 4;

} // namespace

LogicMap::LogicMap(LogicView& view) : QWidget(view.viewport()), m_view(view) {
    setObjectName(QStringLiteral("logicMap"));
    setAccessibleName(tr("The whole network, small"));
    setToolTip(tr("Drag the frame; a click brings it there"));
    setCursor(Qt::PointingHandCursor);
    resize(scaled(mapWide), scaled(mapHigh));
    connect(&view, &LogicView::laidOut, this, &LogicMap::forget);
    connect(&view, &LogicView::zoomChanged, this, &LogicMap::place);
    connect(&view, &LogicView::scrolled, this, &LogicMap::place);
    place();
}

void LogicMap::setWanted(bool wanted) {
    m_wanted = wanted;
    place();
}

void LogicMap::forget() {
    m_picture = {};
    place();
}

/// In the corner, where all is not in sight anyhow.
void LogicMap::place() {
    const QRectF seen = m_view.inSight();
    const LogicLayout& layout = m_view.layout();
    const bool all = layout.width <= seen.width() + 1 && layout.height <= seen.height() + 1;
    const QSize room = m_view.viewport()->size();
    setVisible(m_wanted && !all && !layout.boxes.empty() && room.width() > 2 * width() && room.height() > 2 * height());
    move(room.width() - width() - 10, room.height() - height() - 10);
    update();
}

double LogicMap::scale() const {
    const LogicLayout& layout = m_view.layout();
    return std::min((width() - 2.0 * mapEdge) / std::max(1.0, layout.width),
                    (height() - head - 2.0 * mapEdge) / std::max(1.0, layout.height));
}

QPointF LogicMap::origin() const {
    const LogicLayout& layout = m_view.layout();
    return {(width() - layout.width * scale()) / 2,
            head + mapEdge + (height() - head - 2 * mapEdge - layout.height * scale()) / 2};
}

QRectF LogicMap::frame() const {
    const QRectF seen = m_view.inSight();
    const double by = scale();
    QRectF box(origin() + seen.topLeft() * by, seen.size() * by);
    // So small it can still be taken hold of.
    if (box.width() < 8) box.adjust(-(8 - box.width()) / 2, 0, (8 - box.width()) / 2, 0);
    if (box.height() < 8) box.adjust(0, -(8 - box.height()) / 2, 0, (8 - box.height()) / 2);
    return box;
}

void LogicMap::paintEvent(QPaintEvent*) {
    if (m_picture.isNull()) {
        const qreal ratio = devicePixelRatioF();
        m_picture = QPixmap((QSizeF(size()) * ratio).toSize());
        m_picture.setDevicePixelRatio(ratio);
        m_picture.fill(theme().field);
        QPainter painter(&m_picture);
        painter.translate(origin());
        painter.scale(scale(), scale());
        paintLogicSmall(painter, m_view.layout(), m_view.ink());
    }
    QPainter painter(this);
    painter.drawPixmap(0, 0, m_picture);
    painter.setFont(secondaryFont());
    painter.setPen(theme().muted);
    painter.drawText(QRect(8, 2, width() - 12, head), Qt::AlignLeft | Qt::AlignVCenter,
                     tr("all %1").arg(show::countOf(qint64(m_view.layout().boxOf.size()), "activity", "activities")));
    painter.setPen(theme().rule);
    painter.drawRect(QRectF(0.5, 0.5, width() - 1.0, height() - 1.0));
    painter.setPen(QPen(theme().accent, 1.6));
    painter.drawRect(frame().intersected(QRectF(1, 1, width() - 2.0, height() - 2.0)));
}

void LogicMap::mousePressEvent(QMouseEvent* event) {
    const QRectF box = frame();
    m_held = box.contains(event->position()) ? event->position() - box.center() : QPointF();
    mouseMoveEvent(event);
}

void LogicMap::mouseMoveEvent(QMouseEvent* event) {
    m_view.show((event->position() - m_held - origin()) / scale());
}

} // namespace yarrin

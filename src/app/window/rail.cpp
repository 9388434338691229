// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/rail.h"

#include "app/base/look.h"
#include "app/base/resource_drop.h"

#include <QDragEnterEvent>
#include <QDragLeaveEvent>
#include <QDragMoveEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

namespace yarrin {

Rail::Rail(std::vector<Entry> entries, QWidget* parent) : QWidget(parent), m_entries(std::move(entries)) {
    setObjectName(QStringLiteral("rail"));
    setAccessibleName(tr("Stages"));
    keepWidth(this, 76);
    setMouseTracking(true);
    setFocusPolicy(Qt::TabFocus);
    setAcceptDrops(true);
    m_resting.setSingleShot(true);
    m_resting.setInterval(350);
    connect(&m_resting, &QTimer::timeout, this, [this] {
        if (m_hover >= 0 && m_hover != m_current) emit opened(m_hover);
    });
}

void Rail::setCurrent(int index) {
    m_current = index;
    setAccessibleDescription(index < 0 ? QString() : m_entries[std::size_t(index)].title);
    update();
}

QRect Rail::entryRect(int index) const {
    return {6, 8 + index * 66, width() - 6, 60};
}

void Rail::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Theme& t = theme();
    painter.fillRect(rect(), t.rail);
    for (int i = 0; i < int(m_entries.size()); ++i) {
        const QRect box = entryRect(i);
        const bool current = i == m_current;
        if (current) {
            QPainterPath tab;
            tab.addRoundedRect(QRectF(box).adjusted(0, 0, 8, 0), 6, 6);
            painter.fillPath(tab, t.paper);
        }
        if (hasFocus() && (current || (m_current < 0 && i == 0))) {
            painter.setPen(QPen(t.accent, 2));
            painter.drawRoundedRect(QRectF(box).adjusted(2, 2, -4, -2), 5, 5);
        }
        QColor ink = current ? t.accent : (i == m_hover ? QColor(Qt::white) : t.railText);
        const QPixmap icon = linePixmap(m_entries[std::size_t(i)].icon, ink, 26, devicePixelRatioF());
        painter.drawPixmap(QPointF(box.center().x() - 14, box.top() + 8), icon);
        painter.setPen(current ? t.ink : ink);
        painter.setFont(current ? boldened(secondaryFont()) : secondaryFont());
        painter.drawText(box.adjusted(0, 36, -3, 0), Qt::AlignHCenter | Qt::AlignTop, m_entries[std::size_t(i)].title);
    }
}

int Rail::entryAt(const QPoint& at) const {
    for (int i = 0; i < int(m_entries.size()); ++i)
        if (entryRect(i).contains(at)) return i;
    return -1;
}

void Rail::mousePressEvent(QMouseEvent* event) {
    if (const int at = entryAt(event->pos()); at >= 0) emit chosen(at);
}

void Rail::mouseMoveEvent(QMouseEvent* event) {
    m_hover = entryAt(event->pos());
    update();
}

/// Nothing can be let go on the rail itself.
void Rail::dragEnterEvent(QDragEnterEvent* event) {
    if (!resourceIn(*event->mimeData()).isEmpty()) event->accept();
}

void Rail::dragMoveEvent(QDragMoveEvent* event) {
    const int at = entryAt(event->position().toPoint());
    if (at != m_hover) {
        m_hover = at;
        m_resting.start();
        update();
    }
    event->ignore();
}

void Rail::dragLeaveEvent(QDragLeaveEvent*) {
    m_resting.stop();
    m_hover = -1;
    update();
}

void Rail::leaveEvent(QEvent*) {
    m_hover = -1;
    update();
}

void Rail::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Down && m_current + 1 < int(m_entries.size()))
        emit chosen(m_current + 1);
    else if (event->key() == Qt::Key_Up && m_current > 0)
        emit chosen(m_current - 1);
    else
        QWidget::keyPressEvent(event);
}

} // namespace yarrin

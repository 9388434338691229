// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/table/frozen_columns.h"

#include "app/base/look.h"
#include "app/table/grid_delegate.h"
#include "app/table/grid_view.h"

#include <QApplication>
#include <QContextMenuEvent>
#include <QHeaderView>
#include <QMouseEvent>
#include <QPainter>
#include <QScrollBar>
#include <QSignalBlocker>

#include <utility>

namespace yarrin {

FrozenColumns::FrozenColumns(GridView& table, int count) : QTableView(&table), m_table(table), m_count(count) {
    setObjectName(QStringLiteral("frozenColumns"));
    setModel(table.model());
    setSelectionModel(table.selectionModel());
    setItemDelegate(new GridDelegate(this));
    setFocusProxy(&table);
    setFrameShape(NoFrame);
    setShowGrid(false);
    setWordWrap(table.wordWrap());
    setSelectionMode(table.selectionMode());
    setEditTriggers(NoEditTriggers);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setVerticalScrollMode(ScrollPerPixel);
    setAutoScroll(false);
    verticalHeader()->hide();
    verticalHeader()->setSectionResizeMode(QHeaderView::Fixed);
    verticalHeader()->setMinimumSectionSize(table.verticalHeader()->minimumSectionSize());
    verticalHeader()->setDefaultSectionSize(table.verticalHeader()->defaultSectionSize());
    horizontalHeader()->setSectionResizeMode(QHeaderView::Fixed);
    horizontalHeader()->setHighlightSections(false);
    horizontalHeader()->setDefaultAlignment(table.horizontalHeader()->defaultAlignment());
    horizontalHeader()->setSectionsClickable(true);
    horizontalHeader()->setSortIndicatorShown(true);
    horizontalHeader()->setSortIndicatorClearable(true);
    horizontalHeader()->setContextMenuPolicy(Qt::CustomContextMenu);
    connect(horizontalHeader(), &QHeaderView::sortIndicatorChanged, this,
            [this](int column, Qt::SortOrder order) { m_table.horizontalHeader()->setSortIndicator(column, order); });
    connect(horizontalHeader(), &QHeaderView::customContextMenuRequested, &m_table, [this](const QPoint& at) {
        emit m_table.horizontalHeader()->customContextMenuRequested(at); // the places are the same
    });
    connect(m_table.verticalScrollBar(), &QScrollBar::valueChanged, verticalScrollBar(), &QScrollBar::setValue);
    connect(m_table.horizontalScrollBar(), &QScrollBar::valueChanged, this, &FrozenColumns::follow);
    connect(m_table.horizontalHeader(), &QHeaderView::sectionResized, this, &FrozenColumns::follow);
    connect(model(), &QAbstractItemModel::modelReset, this, &FrozenColumns::follow, Qt::QueuedConnection);
    hide();
}

void FrozenColumns::setRowHeight(int height) {
    verticalHeader()->setDefaultSectionSize(height);
    setWordWrap(m_table.wordWrap());
}

void FrozenColumns::follow() {
    int wide = 0;
    for (int column = 0; column < m_count; ++column) wide += m_table.columnWidth(column);
    // Where they would leave nothing of the others, all scroll.
    const bool shown = m_table.horizontalScrollBar()->value() > 0 && wide + 60 < m_table.viewport()->width();
    if (shown) {
        for (int column = 0; column < model()->columnCount(); ++column) {
            setColumnHidden(column, column >= m_count);
            if (column < m_count) setColumnWidth(column, m_table.columnWidth(column));
        }
        const QSignalBlocker quiet(horizontalHeader());
        horizontalHeader()->setSortIndicator(m_table.horizontalHeader()->sortIndicatorSection(),
                                             m_table.horizontalHeader()->sortIndicatorOrder());
        horizontalHeader()->setFixedHeight(m_table.horizontalHeader()->height());
        setGeometry(0, 0, wide, m_table.horizontalHeader()->height() + m_table.viewport()->height());
        verticalScrollBar()->setValue(m_table.verticalScrollBar()->value());
    }
    setVisible(shown);
    if (shown) raise();
}

void FrozenColumns::mousePressEvent(QMouseEvent* event) {
    const QModelIndex at = indexAt(event->pos());
    if (at.isValid() && m_table.grid()->isHeading(at.row())) {
        const int arrow = 6 + 14 * m_table.grid()->depth(at.row());
        if (event->pos().x() >= arrow - 6 && event->pos().x() <= arrow + 14) {
            m_table.setCurrentIndex(at);
            m_table.grid()->toggleFold(at.row());
            return;
        }
    }
    m_holds =
        event->button() == Qt::LeftButton && event->modifiers() == Qt::NoModifier && m_table.takeHold(at, event->pos());
    if (!m_holds) QTableView::mousePressEvent(event);
}

void FrozenColumns::mouseMoveEvent(QMouseEvent* event) {
    if (!m_holds) return QTableView::mouseMoveEvent(event);
    QApplication::sendEvent(m_table.viewport(), event); // rows lie at the same heights
}

void FrozenColumns::mouseReleaseEvent(QMouseEvent* event) {
    if (!std::exchange(m_holds, false)) return QTableView::mouseReleaseEvent(event);
    QApplication::sendEvent(m_table.viewport(), event);
}

void FrozenColumns::mouseDoubleClickEvent(QMouseEvent* event) {
    const QModelIndex at = indexAt(event->pos());
    if (!at.isValid()) return;
    m_table.horizontalScrollBar()->setValue(0);
    m_table.setCurrentIndex(at);
    m_table.QAbstractItemView::edit(at);
}

void FrozenColumns::contextMenuEvent(QContextMenuEvent* event) {
    QContextMenuEvent there(event->reason(), m_table.viewport()->mapFromGlobal(event->globalPos()), event->globalPos(),
                            event->modifiers());
    QApplication::sendEvent(m_table.viewport(), &there);
}

void FrozenColumns::wheelEvent(QWheelEvent* event) {
    QApplication::sendEvent(m_table.viewport(), event);
}

void FrozenColumns::paintEvent(QPaintEvent* event) {
    QTableView::paintEvent(event);
    QPainter painter(viewport());
    painter.setPen(theme().rule);
    painter.drawLine(viewport()->width() - 1, 0, viewport()->width() - 1, viewport()->height());
}

} // namespace yarrin

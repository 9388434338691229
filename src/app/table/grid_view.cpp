// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/table/grid_view.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/table/frozen_columns.h"
#include "app/table/grid_delegate.h"
#include "edit/series.h"

#include <QApplication>
#include <QClipboard>
#include <QContextMenuEvent>
#include <QHeaderView>
#include <QKeyEvent>
#include <QMenu>
#include <QMetaMethod>
#include <QScrollBar>

#include <map>

namespace yarrin {

GridView::GridView(QWidget* parent) : QTableView(parent) {
    auto* delegate = new GridDelegate(this);
    setItemDelegate(delegate);
    connect(delegate, &GridDelegate::refused, this, &GridView::refused);
    verticalHeader()->hide();
    verticalHeader()->setSectionResizeMode(QHeaderView::Fixed);
    verticalHeader()->setDefaultSectionSize(rowHeight);
    horizontalHeader()->setHighlightSections(false);
    horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignBottom);
    setShowGrid(false);
    setWordWrap(false);
    setVerticalScrollMode(ScrollPerPixel);
    setHorizontalScrollMode(ScrollPerPixel);
    setSelectionMode(ExtendedSelection);
    setEditTriggers(DoubleClicked | EditKeyPressed | AnyKeyPressed);
    setCornerButtonEnabled(false);
    setTabKeyNavigation(true);
    setFrameShape(QFrame::NoFrame);
    horizontalHeader()->setSortIndicatorClearable(true);
}

void GridView::setModel(QAbstractItemModel* model) {
    QTableView::setModel(model);
    if (!grid() || !grid()->isSortable()) return;
    // The third click on a heading gives the rows their own order back.
    horizontalHeader()->setSectionsClickable(true);
    horizontalHeader()->setSortIndicatorShown(true);
    horizontalHeader()->setSortIndicator(-1, Qt::AscendingOrder);
    connect(horizontalHeader(), &QHeaderView::sortIndicatorChanged, model,
            [model](int column, Qt::SortOrder order) { model->sort(column, order); });
}

void GridView::setFrozenColumns(int count) {
    m_frozen = new FrozenColumns(*this, count);
}

void GridView::setRowsHeight(int height) {
    verticalHeader()->setDefaultSectionSize(height);
    setWordWrap(height > rowHeight);
    if (m_frozen) m_frozen->setRowHeight(height);
}

void GridView::scrollTo(const QModelIndex& index, ScrollHint hint) {
    const int sideways = horizontalScrollBar()->value();
    QTableView::scrollTo(index, hint);
    if (!m_frozen || !index.isValid()) return;
    // What stays in sight needs no scrolling, and what scrolls is not to end below it.
    if (index.column() < m_frozen->count() && m_frozen->isVisible() && state() != EditingState)
        horizontalScrollBar()->setValue(sideways);
    else if (const int hidden = m_frozen->covered() - columnViewportPosition(index.column());
             index.column() >= m_frozen->count() && hidden > 0)
        horizontalScrollBar()->setValue(horizontalScrollBar()->value() - hidden);
}

bool GridView::edit(const QModelIndex& index, EditTrigger trigger, QEvent* event) {
    if (m_frozen && index.isValid() && index.column() < m_frozen->count() && m_frozen->isVisible() &&
        (trigger & editTriggers() || trigger == AllEditTriggers))
        horizontalScrollBar()->setValue(0);
    return QTableView::edit(index, trigger, event);
}

void GridView::resizeEvent(QResizeEvent* event) {
    QTableView::resizeEvent(event);
    if (m_frozen) m_frozen->follow();
}

GridModel* GridView::grid() const {
    return static_cast<GridModel*>(model());
}

void GridView::report(const Outcome& outcome) {
    if (!outcome.ok()) emit refused(show::error(outcome.error()));
}

void GridView::copy() {
    if (!selectionModel() || selectionModel()->selectedIndexes().isEmpty()) return;
    int top = INT_MAX, bottom = -1, left = INT_MAX, right = -1;
    for (const QModelIndex& index : selectionModel()->selectedIndexes()) {
        top = std::min(top, index.row());
        bottom = std::max(bottom, index.row());
        left = std::min(left, index.column());
        right = std::max(right, index.column());
    }
    QStringList lines;
    for (int row = top; row <= bottom; ++row) {
        if (grid()->isHeading(row)) continue;
        QStringList cells;
        for (int column = left; column <= right; ++column) {
            if (isColumnHidden(column)) continue;
            QString cell = grid()->index(row, column).data(Qt::EditRole).toString();
            cell.replace(QLatin1Char('\t'), QLatin1Char(' ')).replace(QLatin1Char('\n'), QLatin1Char(' '));
            cells << cell;
        }
        lines << cells.join(QLatin1Char('\t'));
    }
    QApplication::clipboard()->setText(lines.join(QLatin1Char('\n')) + QLatin1Char('\n'));
}

void GridView::paste() {
    QString text = QApplication::clipboard()->text();
    text.remove(QLatin1Char('\r'));
    while (text.endsWith(QLatin1Char('\n'))) text.chop(1);
    const QModelIndex start = currentIndex();
    if (text.isEmpty() || (!start.isValid() && !(grid()->grows() && grid()->rowCount() == 0))) return;
    std::vector<GridModel::Entry> entries;
    std::vector<int> columns;
    for (int column = std::max(0, start.column()); column < grid()->columnCount(); ++column)
        if (!isColumnHidden(column)) columns.push_back(column);
    const QStringList lines = text.split(QLatin1Char('\n'));
    int row = std::max(0, start.row());
    for (const QString& line : lines) {
        while (row < grid()->rowCount() && grid()->isHeading(row)) ++row;
        if (row >= grid()->rowCount() && !grid()->grows()) {
            emit refused(tr("The pasted block has %1 rows, more than there are from here down. Nothing was pasted; add "
                            "rows first.")
                             .arg(lines.size()));
            return;
        }
        const QStringList cells = line.split(QLatin1Char('\t'));
        if (cells.size() > qsizetype(columns.size())) {
            emit refused(
                tr("The pasted block has %1 columns, but only %2 are left from here to the right. Nothing was pasted.")
                    .arg(cells.size())
                    .arg(columns.size()));
            return;
        }
        for (qsizetype i = 0; i < cells.size(); ++i)
            entries.push_back({row, columns[std::size_t(i)], cells[i].trimmed()});
        ++row;
    }
    report(grid()->take(entries, tr("%1 pasted").arg(show::countOf(lines.size(), "row", "rows"))));
}

void GridView::fillDown() {
    QModelIndexList cells = selectionModel()->selectedIndexes();
    std::sort(cells.begin(), cells.end(), [](const QModelIndex& a, const QModelIndex& b) {
        return std::pair(a.column(), a.row()) < std::pair(b.column(), b.row());
    });
    std::vector<GridModel::Entry> entries;
    int column = -1;
    QString text;
    for (const QModelIndex& cell : cells) {
        if (grid()->isHeading(cell.row())) continue;
        if (cell.column() != column) {
            column = cell.column();
            text = cell.data(Qt::EditRole).toString();
            continue;
        }
        if (grid()->takesValue(cell)) entries.push_back({cell.row(), column, text});
    }
    if (entries.empty()) {
        emit refused(tr("Select the cell to copy and the cells below it first."));
        return;
    }
    report(
        grid()->commit(entries, tr("Filled down over %1").arg(show::countOf(qint64(entries.size()), "cell", "cells"))));
}

void GridView::fillSeries() {
    std::map<int, std::vector<QModelIndex>> columns;
    for (const QModelIndex& cell : selectionModel()->selectedIndexes())
        if (!grid()->isHeading(cell.row()) && grid()->takesValue(cell)) columns[cell.column()].push_back(cell);
    std::vector<GridModel::Entry> entries;
    for (auto& [column, cells] : columns) {
        std::sort(cells.begin(), cells.end(),
                  [](const QModelIndex& a, const QModelIndex& b) { return a.row() < b.row(); });
        if (cells.size() < 2) continue;
        const auto words = [&](std::size_t at) { return cells[at].data(Qt::EditRole).toString().toStdString(); };
        const auto second = cells.size() > 2 && !words(1).empty() ? std::optional(words(1)) : std::nullopt;
        const std::vector<std::string> values = seriesFrom(words(0), second, cells.size());
        for (std::size_t i = 1; i < cells.size(); ++i)
            entries.push_back({cells[i].row(), column, show::text(values[i])});
    }
    if (entries.empty()) return emit refused(tr("Select the first cell and those below it that are to go on from it."));
    report(
        grid()->commit(entries, tr("Counted on over %1").arg(show::countOf(qint64(entries.size()), "cell", "cells"))));
}

void GridView::clearCells() {
    std::vector<GridModel::Entry> entries;
    for (const QModelIndex& cell : selectionModel()->selectedIndexes())
        if (!grid()->isHeading(cell.row()) && grid()->takesValue(cell))
            entries.push_back({cell.row(), cell.column(), {}});
    if (!entries.empty())
        report(grid()->commit(entries, tr("%1 cleared").arg(show::countOf(qint64(entries.size()), "cell", "cells"))));
}

QModelIndex GridView::nextToType(const QModelIndex& from, bool back) const {
    const QHeaderView& header = *horizontalHeader();
    int row = from.row(), place = header.visualIndex(from.column());
    const int columns = grid()->columnCount();
    while (row >= 0 && row < grid()->rowCount()) {
        place += back ? -1 : 1;
        if (place < 0 || place >= columns) {
            row += back ? -1 : 1;
            place = back ? columns : -1;
            continue;
        }
        const int column = header.logicalIndex(place);
        const QModelIndex at = grid()->index(row, column);
        if (grid()->isHeading(row) || isColumnHidden(column) || !grid()->takesValue(at)) continue;
        return at;
    }
    return {};
}

/// Tab goes on to the next cell that can be typed in, rather than to one that only follows.
void GridView::closeEditor(QWidget* editor, QAbstractItemDelegate::EndEditHint hint) {
    const bool on = hint == QAbstractItemDelegate::EditNextItem, back = hint == QAbstractItemDelegate::EditPreviousItem;
    const QModelIndex next = on || back ? nextToType(currentIndex(), back) : QModelIndex();
    QTableView::closeEditor(editor, on || back ? QAbstractItemDelegate::NoHint : hint);
    if (!next.isValid()) return;
    setCurrentIndex(next);
    scrollTo(next);
    edit(next);
}

void GridView::showOwnMenu(const QPoint& at) {
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("gridMenu"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    menu->addAction(tr("&Copy cells") + keyTold("Ctrl+C"), this, &GridView::copy);
    bool typed = false;
    for (const QModelIndex& cell : selectionModel()->selectedIndexes()) typed = typed || grid()->takesValue(cell);
    // Paste makes rows in an empty list.
    menu->addAction(tr("&Paste cells") + keyTold("Ctrl+V"), this, &GridView::paste)
        ->setEnabled(typed || grid()->grows());
    for (QAction* one : {menu->addAction(tr("&Fill down") + keyTold("Ctrl+D"), this, &GridView::fillDown),
                         menu->addAction(tr("C&lear") + keyTold("Backspace"), this, &GridView::clearCells)})
        one->setEnabled(typed);
    menu->addSeparator();
    if (isSignalConnected(QMetaMethod::fromSignal(&GridView::addRequested)))
        menu->addAction(tr("&Add a row") + keyTold("Insert"), this, &GridView::addRequested);
    if (!actions().isEmpty())
        menu->addActions(actions());
    else if (isSignalConnected(QMetaMethod::fromSignal(&GridView::deleteRequested)) && currentIndex().isValid())
        menu->addAction(tr("&Delete") + keyTold("Del"), this, &GridView::deleteRequested);
    menu->popup(at);
}

void GridView::contextMenuEvent(QContextMenuEvent* event) {
    const QPoint at = event->reason() == QContextMenuEvent::Keyboard
                          ? viewport()->mapToGlobal(visualRect(currentIndex()).bottomLeft())
                          : event->globalPos();
    if (isSignalConnected(QMetaMethod::fromSignal(&GridView::menuWanted)))
        emit menuWanted(at);
    else
        showOwnMenu(at);
    event->accept();
}

void GridView::keyPressEvent(QKeyEvent* event) {
    if (event->matches(QKeySequence::Copy)) return copy();
    if (event->matches(QKeySequence::Paste)) return paste();
    const QModelIndex at = currentIndex();
    const bool heading = at.isValid() && grid()->isHeading(at.row());
    switch (event->key()) {
    case Qt::Key_D:
        if (event->modifiers() == Qt::ControlModifier) return fillDown();
        break;
    case Qt::Key_Insert:
        emit addRequested();
        return;
    case Qt::Key_Delete:
        emit deleteRequested();
        return;
    case Qt::Key_Backspace:
        return clearCells();
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (heading)
            grid()->toggleFold(at.row());
        else if (at.isValid() && event->modifiers() == Qt::NoModifier) {
            QModelIndex below = at.sibling(at.row() + 1, at.column());
            if (below.isValid()) setCurrentIndex(below);
        }
        return;
    case Qt::Key_Tab:
    case Qt::Key_Backtab:
        if (const QModelIndex next = nextToType(at, event->key() == Qt::Key_Backtab); at.isValid() && next.isValid()) {
            setCurrentIndex(next);
            return;
        }
        break;
    case Qt::Key_Up:
    case Qt::Key_Down:
        if (event->modifiers() == Qt::AltModifier) {
            emit moveRowsRequested(event->key() == Qt::Key_Up ? -1 : 1);
            return;
        }
        break;
    case Qt::Key_Right:
    case Qt::Key_Left:
        if (event->modifiers() == Qt::AltModifier) {
            emit moveDepthRequested(event->key() == Qt::Key_Right);
            return;
        }
        if (heading && grid()->isFolded(at.row()) == (event->key() == Qt::Key_Right)) {
            grid()->toggleFold(at.row());
            return;
        }
        break;
    default:
        break;
    }
    QTableView::keyPressEvent(event);
}

void GridView::mousePressEvent(QMouseEvent* event) {
    const QModelIndex at = indexAt(event->pos());
    if (at.isValid() && grid()->isHeading(at.row())) {
        const int arrow = columnViewportPosition(0) + 6 + 14 * grid()->depth(at.row());
        if (event->pos().x() >= arrow - 6 && event->pos().x() <= arrow + 14) {
            setCurrentIndex(at);
            grid()->toggleFold(at.row());
            return;
        }
    }
    QTableView::mousePressEvent(event);
}

} // namespace yarrin

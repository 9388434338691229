// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/table/grid_model.h"

#include <QTableView>

namespace yarrin {

class FrozenColumns;
class GridDelegate;

/// A table that behaves as a spreadsheet does: blocks are selected, copied, pasted, filled down and typed over;
/// headings fold. Rows have one height, so that a chart beside it lines up.
class GridView : public QTableView {
    Q_OBJECT
public:
    using QTableView::edit;
    explicit GridView(QWidget* parent = nullptr);

    [[nodiscard]] GridModel* grid() const;
    void setModel(QAbstractItemModel* model) override;
    static constexpr int rowHeight = 26;
    /// The first columns stay in sight when the others scroll sideways. Once, after the model was set.
    void setFrozenColumns(int count);
    void setRowsHeight(int height);
    void scrollTo(const QModelIndex& index, ScrollHint hint = EnsureVisible) override;

    /// The selected cells as tab-separated text, to the clipboard.
    void copy();
    /// Pastes tab-separated text from the clipboard over cells, from the current one on.
    void paste();
    /// Gives the cells below in the selection what its first row holds.
    void fillDown();
    /// Goes on counting from the first of the selected cells of a column, by the step to the second where it has one.
    void fillSeries();
    /// Takes hold of a row at its first cell, where rows of this table are dragged and this one may be.
    [[nodiscard]] virtual bool takeHold(const QModelIndex&, const QPoint&) { return false; }
    void clearCells();

signals:
    void refused(const QString& reason);
    void deleteRequested();
    void addRequested();
    void moveDepthRequested(bool deeper);
    /// Alt+Up and Alt+Down.
    void moveRowsRequested(int step);
    void menuWanted(const QPoint& globalPos);

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    void closeEditor(QWidget* editor, QAbstractItemDelegate::EndEditHint hint) override;
    bool edit(const QModelIndex& index, EditTrigger trigger, QEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void report(const Outcome& outcome);
    /// What every table offers under the pointer, where nobody else does.
    void showOwnMenu(const QPoint& at);
    /// The next cell, or the one before, that can be typed in, row by row; none at the end.
    [[nodiscard]] QModelIndex nextToType(const QModelIndex& from, bool back) const;

    FrozenColumns* m_frozen = nullptr;
};

} // namespace yarrin

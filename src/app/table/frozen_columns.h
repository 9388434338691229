// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QTableView>

namespace yarrin {

class GridView;

/// The first columns of a table, which stay in sight while the others scroll sideways below them: another view on the
/// same model and selection, shown only while something lies under it. It is typed in by the table itself.
class FrozenColumns : public QTableView {
    Q_OBJECT
public:
    FrozenColumns(GridView& table, int count);

    [[nodiscard]] int count() const { return m_count; }
    /// As wide as the columns are, where they are shown; 0 where they are not.
    [[nodiscard]] int covered() const { return isVisible() ? width() : 0; }
    void follow();
    void setRowHeight(int height);

protected:
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void paintEvent(QPaintEvent* event) override;

private:
    GridView& m_table;
    int m_count;
    bool m_holds = false; ///< a row was taken hold of here; the table drags it
};

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/table/grid_model.h"

#include <QLineEdit>
#include <QPointer>
#include <QStyledItemDelegate>

class QCompleter;
class QStringListModel;

namespace yarrin {

class InlineMessage;

/// Paints cells and headings of a grid, and edits cells in a line: Enter commits and moves down, Tab to the right.
/// A text that is refused stays in the editor with the reason below it.
class GridDelegate : public QStyledItemDelegate {
    Q_OBJECT
public:
    explicit GridDelegate(QObject* parent);

    void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override;
    QWidget* createEditor(QWidget* parent, const QStyleOptionViewItem& option, const QModelIndex& index) const override;
    void setEditorData(QWidget* editor, const QModelIndex& index) const override;
    void setModelData(QWidget* editor, QAbstractItemModel* model, const QModelIndex& index) const override;
    void updateEditorGeometry(QWidget* editor, const QStyleOptionViewItem& option,
                              const QModelIndex& index) const override;
    bool eventFilter(QObject* object, QEvent* event) override;

signals:
    /// An editor was closed by leaving it and its text could not be taken.
    void refused(const QString& reason) const;

private:
    void paintHeading(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const;
    /// Commits what was typed: to its cell, or to all selected ones of its column.
    [[nodiscard]] Outcome take(QLineEdit* editor, bool all = false) const;
    void offer(QLineEdit* editor, const QModelIndex& index) const;
    /// Takes what was typed and closes the editor, as Enter or Tab does; where it is refused the editor stays.
    void leave(QLineEdit* editor, int key, bool all = false);

    mutable QPointer<InlineMessage> m_message;
    mutable QPersistentModelIndex m_editing;
    mutable QPointer<QLineEdit> m_editor;
};

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/preferences.h"
#include "core/base/result.h"
#include "edit/transaction.h"

#include <QAbstractTableModel>
#include <QString>
#include <QStringList>

namespace yarrin {

/// A table that a person edits as a spreadsheet. Cells are committed as text; a fault is returned in words and leaves
/// everything as it was. `GridView` and its delegate work on any model of this kind.
class GridModel : public QAbstractTableModel {
    Q_OBJECT
public:
    using QAbstractTableModel::QAbstractTableModel;

    /// How a cell's text is completed while it is typed.
    enum class Completion { none, choice, phrases };

    /// One cell to be given a text.
    struct Entry {
        int row;
        int column;
        QString text;
    };
    /// Commits several cells as one step; where one is refused, none changes and the error says which.
    [[nodiscard]] virtual Outcome commit(const std::vector<Entry>& entries, const QString& text) = 0;
    /// Commits what a person typed or pasted: their locale's figures are read in columns of figures.
    [[nodiscard]] Outcome take(std::vector<Entry> entries, const QString& text) {
        for (Entry& entry : entries) {
            const QModelIndex at = index(std::min(entry.row, rowCount() - 1), entry.column);
            if (!(at.data(Qt::TextAlignmentRole).toInt() & Qt::AlignRight)) continue;
            const auto figure = figureTyped(entry.text, at.data(Qt::EditRole).toString());
            if (!figure.ok()) return figure.errors();
            entry.text = *figure;
        }
        return commit(entries, text);
    }
    /// Whether rows can be sorted by a column, with `sort`.
    [[nodiscard]] virtual bool isSortable() const { return false; }
    /// Whether entries below the last row make new ones.
    [[nodiscard]] virtual bool grows() const { return false; }
    /// A heading that spans the columns, in place of cells.
    [[nodiscard]] virtual bool isHeading(int) const { return false; }
    [[nodiscard]] virtual bool isFolded(int) const { return false; }
    [[nodiscard]] virtual int depth(int) const { return 0; }
    virtual void toggleFold(int) {}
    /// What stands in a heading's row under a column, in place of the heading's own words: a sum.
    [[nodiscard]] virtual QString headingFigure(int, int) const { return {}; }
    [[nodiscard]] virtual Completion completion(int) const { return Completion::none; }
    /// What may be chosen in a cell, or completed in phrases: each with an explanation behind a tab.
    [[nodiscard]] virtual QStringList choices(const QModelIndex&) const { return {}; }
    /// Whether what is typed in a cell is its value: such cells are filled, cleared, and stopped at by Tab. What else
    /// can be typed in is a wish that is asked about.
    [[nodiscard]] virtual bool takesValue(const QModelIndex& index) const { return flags(index) & Qt::ItemIsEditable; }
    /// The stable name of a column, for tests and for remembering its width.
    [[nodiscard]] virtual QString columnName(int column) const = 0;
    [[nodiscard]] int columnOf(const QString& name) const {
        for (int i = 0; i < columnCount(); ++i)
            if (columnName(i) == name) return i;
        return -1;
    }
};

} // namespace yarrin

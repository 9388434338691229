// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/table/grid_model.h"

#include <functional>

namespace yarrin {

/// What a column shows of the i-th row of a list, and how a typed text changes it.
struct ListColumn {
    QString name;
    QString title;
    int width = 80;
    bool right = false;
    bool quiet = false;
    std::function<QString(std::size_t)> text;
    std::function<QString(std::size_t)> editText = {};                                 ///< none: as shown
    std::function<Outcome(Transaction*, std::size_t, const std::string&)> commit = {}; ///< none: cannot be edited
    std::function<QStringList()> choices = {};
    std::function<double(std::size_t)> figure = {}; ///< what it is sorted by, where not by its text
    std::function<bool(std::size_t)> marked = {};   ///< stands out
};

/// Where the rows are, and how they change. A list outside the document gets no transaction.
struct ListSource {
    std::function<std::size_t()> size;
    std::function<Outcome(const QString& text, const std::function<Outcome(Transaction*)>&)> perform;
    std::function<Outcome(Transaction*)> append = {}; ///< adds an empty row at the end; none: the list does not grow
    std::function<QString(std::size_t)> nameOf;       ///< for the text of a change
};

/// A plain list of rows as a table: sorted by any column, filtered by words, growing when more is pasted.
class ListModel : public GridModel {
    Q_OBJECT
public:
    ListModel(ListSource source, std::vector<ListColumn> columns, QObject* parent);

    /// To be called when the rows may have changed.
    void refresh();
    /// Shows only rows in which every word stands in some column.
    void setFilter(const QString& words);
    /// The row of the list that a row of the table shows, and the other way round (-1 where it is not shown).
    [[nodiscard]] std::size_t sourceRow(int row) const { return m_rows[std::size_t(row)]; }
    [[nodiscard]] int rowOf(std::size_t source) const;

    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;
    void sort(int column, Qt::SortOrder order) override;

    Outcome commit(const std::vector<Entry>& entries, const QString& text) override;
    bool isSortable() const override { return true; }
    bool grows() const override { return bool(m_source.append); }
    Completion completion(int column) const override;
    QStringList choices(const QModelIndex& index) const override;
    QString columnName(int column) const override { return m_columns[std::size_t(column)].name; }
    [[nodiscard]] int widthOf(int column) const { return m_columns[std::size_t(column)].width; }

private:
    [[nodiscard]] QString edited(std::size_t row, const ListColumn& column) const;
    [[nodiscard]] std::vector<std::size_t> arranged() const;

    ListSource m_source;
    std::vector<ListColumn> m_columns;
    std::vector<std::size_t> m_rows;
    QStringList m_words;
    int m_sorted = -1;
    Qt::SortOrder m_order = Qt::AscendingOrder;
};

} // namespace yarrin

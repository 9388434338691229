// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/first_steps.h"
#include "app/table/grid_view.h"
#include "app/table/list_model.h"

class QHBoxLayout;
class QLabel;
class QLineEdit;

namespace yarrin {

class Document;

/// Rows that are only shown.
[[nodiscard]] ListSource shownRows(std::function<std::size_t()> size);
/// Rows of a document, changed step by step.
[[nodiscard]] ListSource documentRows(Document& document, std::function<std::size_t()> size,
                                      std::function<QString(std::size_t)> nameOf);

/// A page in a scroll area that is as wide as that.
[[nodiscard]] QWidget* scrolledPage(QWidget* page, QWidget* parent);

/// A list with a filter over it and a line for its buttons: what every table of the build-up stands in.
class ListPage : public QWidget {
    Q_OBJECT
public:
    /// `name` is the object name of the table; the filter is called after it.
    ListPage(const QString& name, const QString& accessibleName, ListSource source, std::vector<ListColumn> columns,
             QWidget* parent = nullptr);

    [[nodiscard]] GridView& table() const { return *m_table; }
    [[nodiscard]] ListModel& model() const { return *m_model; }
    /// The line over the table, for buttons behind the filter.
    [[nodiscard]] QHBoxLayout& line() const { return *m_line; }
    /// Takes the line with the filter away, for lists of a few rows.
    void hideLine();
    /// What is said where the list is empty.
    void setEmptyText(const QString& text);
    /// A first step that is offered there, as FirstSteps has it.
    void offerFirst(const QString& text, const QStringList& way) { m_first->offer(text, way); }
    /// The column that takes what width is left over.
    void stretch(const QString& column);
    /// Lets rows be removed: by the Delete key and by the context menu, which calls it `text`.
    void letRemove(const QString& text, std::function<Outcome(std::size_t row)> remove);
    /// As tall as so many rows, or as its own within reason.
    void fitRows(int most = 12);
    void refresh();
    /// Rows of the list that are selected, in its order.
    [[nodiscard]] std::vector<std::size_t> selectedRows() const;
    /// Opens a cell for typing.
    void editCell(std::size_t source, const QString& column);

private:
    ListModel* m_model;
    GridView* m_table;
    QWidget* m_head;
    QHBoxLayout* m_line;
    QLabel* m_empty;
    FirstSteps* m_first;
};

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/table/list_page.h"

#include "app/base/document.h"
#include "app/base/format.h"
#include "app/base/look.h"
#include "core/base/worded.h"

#include <QAction>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QScrollArea>
#include <QVBoxLayout>

#include <set>

namespace yarrin {

ListSource shownRows(std::function<std::size_t()> size) {
    return {std::move(size),
            [](const QString&, const auto&) { return Outcome(inputError(worded("this list only shows"), {})); },
            {},
            [](std::size_t) { return QString(); }};
}

ListSource documentRows(Document& document, std::function<std::size_t()> size,
                        std::function<QString(std::size_t)> nameOf) {
    return {std::move(size),
            [&document](const QString& text, const auto& change) {
                return document.perform(text, [&](Transaction& tx) { return change(&tx); });
            },
            {},
            std::move(nameOf)};
}

QWidget* scrolledPage(QWidget* page, QWidget* parent) {
    auto* scroll = new QScrollArea(parent);
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    page->setProperty("ground", "paper");
    page->setAttribute(Qt::WA_StyledBackground);
    scroll->setWidget(page);
    return scroll;
}

ListPage::ListPage(const QString& name, const QString& accessibleName, ListSource source,
                   std::vector<ListColumn> columns, QWidget* parent)
    : QWidget(parent), m_model(new ListModel(std::move(source), std::move(columns), this)), m_table(new GridView(this)),
      m_head(new QWidget(this)), m_line(new QHBoxLayout(m_head)), m_empty(new QLabel(this)),
      m_first(new FirstSteps(this)) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    m_line->setContentsMargins(14, 0, 10, 6);
    auto* find = new QLineEdit(this);
    find->setObjectName(name + QStringLiteral("Filter"));
    find->setAccessibleName(tr("Show only rows with these words"));
    find->setPlaceholderText(tr("Only rows with…"));
    find->setClearButtonEnabled(true);
    find->setMaximumWidth(220);
    m_line->addWidget(find, 1);
    m_line->addStretch(1);
    layout->addWidget(m_head);
    m_empty->setWordWrap(true);
    m_empty->setContentsMargins(14, 4, 14, 8);
    m_empty->hide();
    layout->addWidget(m_empty);
    m_first->hide();
    layout->addWidget(m_first);
    m_table->setObjectName(name);
    m_table->setAccessibleName(accessibleName);
    m_table->setModel(m_model);
    m_table->horizontalHeader()->setFixedHeight(28);
    const auto widths = [this] {
        for (int i = 0; i < m_model->columnCount(); ++i)
            m_table->setColumnWidth(
                i, columnRoom(m_model->widthOf(i), m_model->headerData(i, Qt::Horizontal, Qt::DisplayRole).toString()));
    };
    widths();
    connect(&lookChanges(), &LookChanges::changed, this, widths);
    layout->addWidget(m_table, 1);
    connect(find, &QLineEdit::textChanged, m_model, &ListModel::setFilter);
}

void ListPage::setEmptyText(const QString& text) {
    m_empty->setText(text);
    refresh();
}

void ListPage::stretch(const QString& column) {
    m_table->horizontalHeader()->setSectionResizeMode(m_model->columnOf(column), QHeaderView::Stretch);
}

void ListPage::hideLine() {
    m_head->hide();
}

void ListPage::letRemove(const QString& text, std::function<Outcome(std::size_t row)> remove) {
    const auto go = [this, remove = std::move(remove)] {
        const auto rows = selectedRows();
        if (rows.empty()) return;
        const Outcome outcome = remove(rows.front());
        if (!outcome.ok()) emit m_table->refused(show::error(outcome.error()));
    };
    connect(m_table, &GridView::deleteRequested, this, go);
    auto* action = new QAction(text, m_table);
    action->setObjectName(m_table->objectName() + QStringLiteral("Remove"));
    connect(action, &QAction::triggered, this, go);
    m_table->addAction(action);
}

void ListPage::fitRows(int most) {
    const int rows = std::clamp(m_model->rowCount(), 0, most);
    const bool empty = m_model->rowCount() == 0 && !m_empty->text().isEmpty();
    m_table->setVisible(!empty);
    m_table->setFixedHeight(28 + GridView::rowHeight * std::max(1, rows) + 14);
}

void ListPage::refresh() {
    m_model->refresh();
    const bool none = m_model->rowCount() == 0;
    m_empty->setVisible(!m_empty->text().isEmpty() && none);
    // Where nothing can be done no first step is offered.
    m_first->setVisible(none && m_first->any() && isEnabled());
}

std::vector<std::size_t> ListPage::selectedRows() const {
    std::set<std::size_t> rows;
    for (const QModelIndex& index : m_table->selectionModel()->selectedIndexes())
        rows.insert(m_model->sourceRow(index.row()));
    return {rows.begin(), rows.end()};
}

void ListPage::editCell(std::size_t source, const QString& column) {
    const int row = m_model->rowOf(source);
    if (row < 0) return;
    const QModelIndex cell = m_model->index(row, m_model->columnOf(column));
    m_table->setFocus();
    m_table->setCurrentIndex(cell);
    m_table->scrollTo(cell);
    m_table->edit(cell);
}

} // namespace yarrin

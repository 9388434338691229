// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/table/list_model.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "core/base/worded.h"

#include <QCollator>

#include <numeric>

namespace yarrin {

ListModel::ListModel(ListSource source, std::vector<ListColumn> columns, QObject* parent)
    : GridModel(parent), m_source(std::move(source)), m_columns(std::move(columns)) {
    m_rows = arranged();
}

std::vector<std::size_t> ListModel::arranged() const {
    std::vector<std::size_t> rows(m_source.size());
    std::iota(rows.begin(), rows.end(), std::size_t(0));
    if (!m_words.isEmpty())
        std::erase_if(rows, [&](std::size_t row) {
            return !std::all_of(m_words.begin(), m_words.end(), [&](const QString& word) {
                return std::any_of(m_columns.begin(), m_columns.end(), [&](const ListColumn& column) {
                    return column.text(row).contains(word, Qt::CaseInsensitive);
                });
            });
        });
    if (m_sorted < 0) return rows;
    const ListColumn& by = m_columns[std::size_t(m_sorted)];
    const bool up = m_order == Qt::AscendingOrder;
    if (by.figure) {
        std::stable_sort(rows.begin(), rows.end(), [&](std::size_t a, std::size_t b) {
            return up ? by.figure(a) < by.figure(b) : by.figure(b) < by.figure(a);
        });
        return rows;
    }
    QCollator collator;
    collator.setNumericMode(true); // 2.9 before 2.10
    collator.setCaseSensitivity(Qt::CaseInsensitive);
    std::vector<QString> texts(m_source.size());
    for (const std::size_t row : rows) texts[row] = by.text(row);
    std::stable_sort(rows.begin(), rows.end(), [&](std::size_t a, std::size_t b) {
        return up ? collator.compare(texts[a], texts[b]) < 0 : collator.compare(texts[b], texts[a]) < 0;
    });
    return rows;
}

void ListModel::refresh() {
    std::vector<std::size_t> rows = arranged();
    if (rows == m_rows) {
        if (!m_rows.empty()) emit dataChanged(index(0, 0), index(rowCount() - 1, columnCount() - 1));
        return;
    }
    beginResetModel();
    m_rows = std::move(rows);
    endResetModel();
}

void ListModel::setFilter(const QString& words) {
    m_words = words.split(QLatin1Char(' '), Qt::SkipEmptyParts);
    refresh();
}

void ListModel::sort(int column, Qt::SortOrder order) {
    m_sorted = column;
    m_order = order;
    refresh();
}

int ListModel::rowOf(std::size_t source) const {
    const auto found = std::find(m_rows.begin(), m_rows.end(), source);
    return found == m_rows.end() ? -1 : int(found - m_rows.begin());
}

int ListModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : int(m_rows.size());
}
int ListModel::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : int(m_columns.size());
}

QString ListModel::edited(std::size_t row, const ListColumn& column) const {
    return column.editText ? column.editText(row) : column.text(row);
}

QVariant ListModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.row() >= rowCount()) return {};
    const std::size_t row = m_rows[std::size_t(index.row())];
    if (row >= m_source.size()) return {};
    const ListColumn& column = m_columns[std::size_t(index.column())];
    switch (role) {
    case Qt::DisplayRole:
    case Qt::AccessibleTextRole:
    case Qt::ToolTipRole:
        return column.text(row);
    case Qt::EditRole:
        return edited(row, column);
    case Qt::TextAlignmentRole:
        return int(column.right ? Qt::AlignRight : Qt::AlignLeft);
    case Qt::ForegroundRole:
        return column.marked && column.marked(row) ? theme().nearText : column.quiet ? theme().muted : theme().ink;
    case Qt::FontRole:
        return column.marked && column.marked(row) ? boldened(bodyFont()) : bodyFont();
    default:
        return {};
    }
}

QVariant ListModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal || section < 0 || section >= columnCount()) return {};
    const ListColumn& column = m_columns[std::size_t(section)];
    if (role == Qt::DisplayRole) return column.title;
    if (role == Qt::TextAlignmentRole) return int((column.right ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignBottom);
    return {};
}

Qt::ItemFlags ListModel::flags(const QModelIndex& index) const {
    if (!index.isValid()) return Qt::NoItemFlags;
    const Qt::ItemFlags flags = Qt::ItemIsEnabled | Qt::ItemIsSelectable;
    return m_columns[std::size_t(index.column())].commit ? flags | Qt::ItemIsEditable : flags;
}

bool ListModel::setData(const QModelIndex& index, const QVariant& value, int role) {
    return role == Qt::EditRole && index.isValid() &&
           commit({{index.row(), index.column(), value.toString()}}, {}).ok();
}

Outcome ListModel::commit(const std::vector<Entry>& entries, const QString& text) {
    if (entries.empty()) return done();
    struct Target {
        const Entry* entry;
        std::size_t row;
    };
    std::vector<Target> targets;
    std::size_t added = 0;
    for (const Entry& entry : entries) {
        const std::size_t beyond = entry.row < rowCount() ? 0 : std::size_t(entry.row - rowCount() + 1);
        added = std::max(added, beyond);
        targets.push_back({&entry, beyond == 0 ? m_rows[std::size_t(entry.row)] : m_source.size() + beyond - 1});
    }
    const auto& [first, firstRow] = targets.front();
    const ListColumn& firstColumn = m_columns[std::size_t(first->column)];
    const QString step =
        !text.isEmpty() ? text
        : first->text.isEmpty()
            ? tr("%1 %2 taken away").arg(m_source.nameOf(firstRow), show::within(firstColumn.title))
            : tr("%1 %2 → %3").arg(m_source.nameOf(firstRow), show::within(firstColumn.title), first->text);
    return m_source.perform(step, [&](Transaction* tx) -> Outcome {
        for (std::size_t i = 0; i < added; ++i) {
            if (!m_source.append) return inputError(worded("the table does not grow"), worded("paste fewer rows"));
            if (Outcome appended = m_source.append(tx); !appended.ok()) return appended;
        }
        for (const auto& [entry, row] : targets) {
            const ListColumn& column = m_columns[std::size_t(entry->column)];
            if (edited(row, column) == entry->text || column.text(row) == entry->text) continue;
            const std::string place =
                targets.size() > 1 ? (m_source.nameOf(row) + QStringLiteral(", ") + column.title).toStdString() : "";
            if (!column.commit)
                return Error{ErrorCode::input, place, worded("%1 cannot be typed here", column.title.toStdString()),
                             worded("it follows from other figures")};
            Outcome outcome = column.commit(tx, row, entry->text.toStdString());
            if (!outcome.ok()) {
                Error error = outcome.error();
                error.place = place;
                return error;
            }
        }
        return done();
    });
}

GridModel::Completion ListModel::completion(int column) const {
    return m_columns[std::size_t(column)].choices ? Completion::choice : Completion::none;
}

QStringList ListModel::choices(const QModelIndex& index) const {
    const ListColumn& column = m_columns[std::size_t(index.column())];
    return column.choices ? column.choices() : QStringList();
}

} // namespace yarrin

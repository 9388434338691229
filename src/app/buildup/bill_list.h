// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "core/quantity/bill.h"

#include <QAbstractListModel>
#include <QListView>

namespace yarrin {

/// The items of the bill under their groups, each with what of it is placed.
class BillListModel : public QAbstractListModel {
    Q_OBJECT
public:
    explicit BillListModel(Document& document, QObject* parent);

    struct Row {
        BillItemId item; ///< none: a heading
        QString heading;
        Placed placed;
    };
    void refresh();
    void setFilter(const QString& words);
    [[nodiscard]] const Row& row(int index) const { return m_rows[std::size_t(index)]; }
    [[nodiscard]] int rowOf(BillItemId id) const;
    /// Of all items, the share that is placed in full, in per cent; and how many items there are.
    [[nodiscard]] int placedShare() const { return m_share; }
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;

private:
    Document& m_document;
    std::vector<Row> m_rows;
    QString m_filter;
    int m_share = 0;
};

/// The list that shows it.
class BillList : public QListView {
    Q_OBJECT
public:
    explicit BillList(Document& document, QWidget* parent = nullptr);
    [[nodiscard]] BillListModel& items() const { return *m_model; }
    [[nodiscard]] BillItemId chosen() const;
    void choose(BillItemId id);

signals:
    void chosenChanged();

protected:
    void currentChanged(const QModelIndex& now, const QModelIndex& before) override;

private:
    BillListModel* m_model;
};

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/table/grid_model.h"
#include "edit/contract_edits.h"

namespace yarrin {

/// The sections of the contract as a grid.
class SectionModel : public GridModel {
    Q_OBJECT
public:
    SectionModel(Document& document, QObject* parent);

    [[nodiscard]] SectionId sectionAt(int row) const;

    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;
    Outcome commit(const std::vector<Entry>& entries, const QString& text) override;
    Completion completion(int column) const override;
    QStringList choices(const QModelIndex& index) const override;
    QString columnName(int column) const override;

private:
    [[nodiscard]] QString shown(const Section& section, int column, bool forEditing) const;

    Document& m_document;
    int m_count = 0;
};

} // namespace yarrin

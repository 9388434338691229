// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "edit/contract_edits.h"

#include <QWidget>

namespace yarrin {

class FieldEdit;
class ListPage;

/// Time-related cost: what hammocks cost a week and cost so far, and what head office costs.
class TimeCostPage : public QWidget {
    Q_OBJECT
public:
    explicit TimeCostPage(Document& document, QWidget* parent = nullptr);

    void present();

signals:
    void refused(const QString& text);

private:
    FieldEdit* field(const char* name, const QString& label, const QString& hint, JobSum which);
    void buildHammocks();
    [[nodiscard]] QString value(JobSum which) const;
    [[nodiscard]] const Activity* hammock(std::size_t row) const;

    Document& m_document;
    std::vector<ActivityId> m_hammocks;
    std::vector<FieldEdit*> m_fields;
    ListPage* m_list = nullptr;
};

} // namespace yarrin

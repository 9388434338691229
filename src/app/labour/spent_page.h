// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"

#include <QWidget>

namespace yarrin {

class Dialogs;
class EntryLine;
class ListPage;

/// What was really spent, by month and head, on an activity or on none: typed, or read from a table.
class SpentPage : public QWidget {
    Q_OBJECT
public:
    SpentPage(Document& document, Dialogs& dialogs, QWidget* parent = nullptr);

    void refresh();

signals:
    void refused(const QString& reason);
    void told(const QString& words);

private:
    void buildList();
    void readTable();
    [[nodiscard]] const CostEntry& at(std::size_t row) const { return m_document.programme().costs[row]; }
    [[nodiscard]] QString activityOf(const CostEntry& entry) const;

    Document& m_document;
    Dialogs& m_dialogs;
    ListPage* m_list = nullptr;
    EntryLine* m_entry = nullptr;
};

} // namespace yarrin

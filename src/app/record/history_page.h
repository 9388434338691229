// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"

#include <QWidget>

class QLabel;
class QLineEdit;
class QPushButton;

namespace yarrin {

class ListPage;

/// Every change there ever was, the last first: who, when and what, searched by words, and the way back to any of them.
class HistoryPage : public QWidget {
    Q_OBJECT
public:
    explicit HistoryPage(Document& document, QWidget* parent = nullptr);

    void refresh();
    [[nodiscard]] const std::vector<HistoryEntry>& entries() const { return m_entries; }

signals:
    void refused(const QString& text);
    /// The state after an entry is to be set against the present one.
    void compareWanted(std::int64_t entry);
    /// Changes are to be signed otherwise from now on.
    void authorTyped(const QString& name);

private:
    void buildSealLine();
    [[nodiscard]] const HistoryEntry* chosen() const;
    void goBack();
    void enableButtons();

    Document& m_document;
    std::vector<HistoryEntry> m_entries;
    ListPage* m_list;
    QLineEdit* m_author;
    QLabel* m_seal;
    QWidget* m_sealLine;
    QPushButton* m_back;
    QPushButton* m_compare;
};

} // namespace yarrin

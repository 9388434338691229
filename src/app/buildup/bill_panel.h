// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/output_book.h"
#include "app/base/view_state.h"

#include <QWidget>

class QLabel;
class QLineEdit;
class QPushButton;
class QVBoxLayout;

namespace yarrin {

class BillList;

/// The bill at the left of Build-up: what was billed, what of it is placed, and for the chosen item where it is placed,
/// what it could become, and which items of the output book might fit it.
class BillPanel : public QWidget {
    Q_OBJECT
public:
    BillPanel(Document& document, ViewState& state, OutputBook& book, QWidget* parent = nullptr);

    [[nodiscard]] BillList& list() const { return *m_list; }
    /// To be called when the panel comes into sight.
    void refresh();

signals:
    void refused(const QString& reason);
    void importWanted();
    void tableWanted();
    void reveal(ActivityId id);

private:
    void refreshDetail();
    void addPlacements(const BillItem& item);
    void addActions(const BillItem& item);
    void addSuggestions(const BillItem& item);
    void makeActivity(BillItemId id, const BookItem* book);
    void perform(const QString& text, const Document::Operation& operation);

    Document& m_document;
    ViewState& m_state;
    OutputBook& m_book;
    BillList* m_list;
    QLabel* m_count;
    QLabel* m_empty;
    QWidget* m_detail;
    QVBoxLayout* m_detailLayout;
    bool m_pending = false;
};

} // namespace yarrin

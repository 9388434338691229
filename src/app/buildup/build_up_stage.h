// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/output_book.h"
#include "app/base/view_state.h"
#include "app/window/stage.h"

class QLabel;
class QSettings;

namespace yarrin {

class TabRow;
class ActivityTable;
class BillPanel;
class Dialogs;
class ImportPage;
class LazyPages;
class ListPage;
class SequencePage;

/// The stage Build-up: where durations come from. The bill at the left; beside it the activities with quantity, output
/// and crews, or the bill as a table, the output book, the sequences, or a table that is being imported.
class BuildUpStage : public Stage {
    Q_OBJECT
public:
    BuildUpStage(Document& document, ViewState& state, OutputBook& book, Dialogs& dialogs, QSettings& settings,
                 QWidget* parent = nullptr);

    [[nodiscard]] ActivityTable& table() const { return *m_table; }
    [[nodiscard]] OutputBook& book() { return m_book; }
    NoticeBar& notice() override { return *m_notice; }
    void focusMain() override;

    enum class Page { activities, bill, book, sequences, import };
    void show(Page page);
    using QWidget::show;
    /// By its name on the command line; false where there is none of that name.
    void showNamed(const QString& name) override;
    void importBillFile();
    void importBillClipboard();
    void importSchedule();

signals:
    void reveal(ActivityId id);

protected:
    void showEvent(QShowEvent* event) override;

private:
    void addPages(QSettings& settings);
    QWidget* buildHead();
    QWidget* buildActivities();
    QWidget* buildBill();
    QWidget* buildBook();
    void buildBookButtons();
    void connectBookDeletes();
    void applyToSelection();
    void exportBook();
    void refresh();

    Document& m_document;
    ViewState& m_state;
    Dialogs& m_dialogs;
    OutputBook& m_book;
    std::vector<BookItem> m_changing; ///< the planner's book while a change of it is under way
    NoticeBar* m_notice;
    BillPanel* m_bill;
    LazyPages* m_pages;
    ActivityTable* m_table;
    ListPage* m_billPage = nullptr;
    ListPage* m_ownBook = nullptr;
    ListPage* m_jobBook = nullptr;
    ListPage* m_limits = nullptr;
    SequencePage* m_sequences = nullptr;
    ImportPage* m_import = nullptr;
    TabRow* m_tabs = nullptr;
    QLabel* m_count = nullptr;
    QLabel* m_empty = nullptr;
};

} // namespace yarrin

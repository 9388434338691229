// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/view_state.h"
#include "app/sheets/paper_sheet.h"
#include "app/window/stage.h"
#include "edit/sheet_edits.h"

#include <memory>

class QLabel;
class QListWidget;
class QPushButton;

namespace yarrin {

class Dialogs;
class SheetPreview;
class SheetSettings;

/// The stage Sheets: the sheets of the job, each as it will come out, and what it is to be.
class SheetsStage : public Stage {
    Q_OBJECT
public:
    SheetsStage(Document& document, ViewState& state, Dialogs& dialogs, QWidget* parent = nullptr);

    NoticeBar& notice() override { return *m_notice; }
    void focusMain() override;
    /// A sheet by its name.
    void chooseNamed(const QString& name) override;
    [[nodiscard]] SheetPreview& preview() const { return *m_preview; }
    [[nodiscard]] SheetId chosen() const { return m_chosen; }
    [[nodiscard]] bool isWorking() const override { return m_making.isRunning(); }

protected:
    void showEvent(QShowEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    [[nodiscard]] QWidget* buildList();
    [[nodiscard]] QWidget* buildMiddle();
    [[nodiscard]] QWidget* buildSettings();
    void refresh();
    void presentList();
    void presentSheet();
    void presentPage();
    void choose(SheetId id);
    void perform(const QString& words, const std::function<Outcome(Transaction&)>& act);
    void add();
    void showMenu(const QPoint& at);
    void save(const QString& filter, const QString& suffix);
    [[nodiscard]] QString remedies() const;
    void remedy(const QString& name);
    void print();
    void markOut();
    void copyPage();
    void copyTables();
    void saveAll();
    [[nodiscard]] const KeptSheet* sheet() const;

    Document& m_document;
    ViewState& m_state;
    Dialogs& m_dialogs;
    NoticeBar* m_notice;
    SheetId m_chosen;
    std::vector<SheetId> m_ids; ///< by row of the list
    QListWidget* m_list = nullptr;
    SheetPreview* m_preview = nullptr;
    SheetSettings* m_settings = nullptr;
    QLabel* m_page = nullptr;
    QPushButton *m_back = nullptr, *m_on = nullptr, *m_all = nullptr;
    std::vector<QPushButton*> m_sizes, m_saves, m_others; ///< others: of a report only
    std::shared_ptr<const PaperSheet> m_shown;
    Beside<std::shared_ptr<Result<std::shared_ptr<const PaperSheet>>>> m_making;
    bool m_stale = true, m_filling = false;
};

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/view_state.h"
#include "app/window/stage.h"

#include <vector>

class QStackedWidget;

namespace yarrin {

class TabRow;
class ComparePage;
class Dialogs;
class HistoryPage;
class RevisionPage;

/// The record of a programme: its history, its frozen revisions, and any two moments of it compared.
class RecordStage : public Stage {
    Q_OBJECT
public:
    RecordStage(Document& document, ViewState& state, Dialogs& dialogs, QWidget* parent = nullptr);

    enum class Page { history, revisions, compare };
    void show(Page page);
    void showNamed(const QString& name) override;
    void chooseNamed(const QString& key) override;
    [[nodiscard]] HistoryPage& history() const { return *m_history; }
    [[nodiscard]] RevisionPage& revisions() const { return *m_revisions; }
    [[nodiscard]] ComparePage& comparison() const { return *m_compare; }
    [[nodiscard]] NoticeBar& notice() override { return *m_notice; }
    void focusMain() override;
    [[nodiscard]] bool isWorking() const override;

signals:
    void reveal(ActivityId id);
    void chartWanted();

protected:
    void showEvent(QShowEvent* event) override;

private:
    void refresh();

    NoticeBar* m_notice;
    QStackedWidget* m_pages;
    HistoryPage* m_history;
    RevisionPage* m_revisions;
    ComparePage* m_compare;
    TabRow* m_tabs;
};

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/view_state.h"

#include <QWidget>

class QLabel;
class QPushButton;
class QStackedWidget;

namespace yarrin {

struct ListColumn;

class Dialogs;
class FieldEdit;
class ListPage;
class PromisePanel;
class TabRow;
class WeeksBoard;

/// Last week closed, this week promised, the next made ready: the board, what work lacks as a list, and firms.
class WeeksPage : public QWidget {
    Q_OBJECT
public:
    WeeksPage(Document& document, ViewState& state, Dialogs& dialogs, QWidget* parent = nullptr);

    void refresh();
    /// The week of a day; it is kept while the page lives.
    void showWeek(Date begins);
    [[nodiscard]] Date week() const { return m_week; }

signals:
    void refused(const QString& text);
    void reveal(yarrin::ActivityId id);

private:
    QWidget* buildLine();
    QWidget* buildBoard();
    void buildLacks();
    void buildFirms();
    QWidget* buildLists();
    void present();
    void commit();
    void saveForPhones(const std::string& of);
    void fillPhones();
    void formOut();
    void formIn();
    void showPromiseMenu(std::size_t index, const QPoint& at);
    void showChipMenu(ActivityId id, const QPoint& at);
    void toggleLack(ActivityId id, const QString& kind);
    void setKept(std::size_t index, const QString& word);
    bool perform(const QString& text, const std::function<Outcome(Transaction&)>& edit);
    [[nodiscard]] int weeks() const;

    Document& m_document;
    ViewState& m_state;
    Dialogs& m_dialogs;
    Date m_week;
    bool m_chosen = false; ///< a week by hand, not that of the data date
    TabRow* m_tabs = nullptr;
    QStackedWidget* m_pages = nullptr;
    QLabel* m_words = nullptr;
    QPushButton* m_ready = nullptr;
    QPushButton* m_commit = nullptr;
    QPushButton* m_today = nullptr;
    QPushButton* m_phones = nullptr;
    WeeksBoard* m_board = nullptr;
    PromisePanel* m_panel = nullptr;
    ListPage* m_lacks = nullptr;
    ListPage* m_firms = nullptr;
    std::vector<FieldEdit*> m_lists;
};

} // namespace yarrin

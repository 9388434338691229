// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/programme/places_view.h"

#include <QWidget>

class QHBoxLayout;
class QLabel;
class QLineEdit;
class QPushButton;
class QSplitter;
class QStackedWidget;
class QVBoxLayout;

namespace yarrin {

class BalancePanel;
class ListPage;
struct ListColumn;

/// Places against time with the line above it: which places, which quantities, what is drawn, what clashes; and below
/// it the lists of clashes and of the rules that they follow from.
class PlacesPage : public QWidget {
    Q_OBJECT
public:
    PlacesPage(Document& document, ViewState& state, QWidget* parent = nullptr);

    [[nodiscard]] PlacesView& view() const { return *m_view; }
    /// Leaves so much room at the left of the line, for the names of the stage's pages.
    void setRoom(int width);
    /// The line above, which stands beside those names.
    [[nodiscard]] QWidget& line() const { return *m_line; }
    enum class Below { nothing, clashes, rules, balance };
    void showBelow(Below what);
    [[nodiscard]] Below below() const { return m_below; }
    [[nodiscard]] ListPage& clashes() const { return *m_clashes; }
    [[nodiscard]] ListPage& rules() const { return *m_rules; }
    /// Whether the bars stand beside it, and how.
    enum class Bars { none, below, beside };
    [[nodiscard]] Bars bars() const { return m_bars; }

signals:
    void refused(const QString& text);
    void told(const QString& text);
    void barsWanted();

protected:
    void showEvent(QShowEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void buildLine();
    void arrangeLine();
    void buildClashes();
    void addClashButtons();
    [[nodiscard]] std::vector<ListColumn> ruleColumns();
    void buildRules();
    void buildChain();
    void fillWhere();
    void fillProfile();
    void fillDraw();
    void fillLook();
    void present();
    void presentClashes();
    void presentChain();
    void change(const std::function<void(PlacesChoice&)>& how);
    bool perform(const QString& text, const std::function<Outcome(Transaction&)>& edit);
    void keepChosenApart();
    void linkChosen(ChainOrder order);
    [[nodiscard]] const Clash* chosenClash() const;

    Document& m_document;
    ViewState& m_state;
    PlacesView* m_view;
    QWidget* m_line;
    QWidget* m_right = nullptr; ///< the end of the line
    QVBoxLayout* m_column = nullptr;
    QLineEdit* m_name = nullptr;
    QPushButton *m_where = nullptr, *m_profile = nullptr, *m_draw = nullptr, *m_look = nullptr, *m_apart = nullptr,
                *m_found = nullptr, *m_balanced = nullptr;
    QSplitter* m_splitter;
    QStackedWidget* m_lists;
    ListPage* m_clashes = nullptr;
    ListPage* m_rules = nullptr;
    BalancePanel* m_balance = nullptr;
    QWidget* m_chain;
    QHBoxLayout* m_chainLine;
    std::vector<ActivityId> m_chained; ///< what the line of lags tells of
    std::vector<Clash> m_told;         ///< in the list, those ahead first
    Below m_below = Below::nothing;
    Bars m_bars = Bars::none;
};

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/view_state.h"
#include "edit/compare.h"

#include <QWidget>

#include <set>

class QComboBox;
class QHBoxLayout;
class QLabel;
class QPushButton;

namespace yarrin {

class Dialogs;
class ListPage;

/// Two moments of the programme set side by side: what differs, by kind, as a table and on the chart.
class ComparePage : public QWidget {
    Q_OBJECT
public:
    ComparePage(Document& document, ViewState& state, Dialogs& dialogs, QWidget* parent = nullptr);

    void refresh();
    /// Sets a revision, an entry of the history or the beginning of the trial against now.
    void compareRevision(const QString& key);
    void compareEntry(std::int64_t entry);
    void compareTrial();
    [[nodiscard]] bool isWorking() const { return m_comparing.isRunning(); }
    [[nodiscard]] const std::vector<Difference>& differences() const { return m_differences; }

signals:
    void refused(const QString& text);
    void said(const QString& text);
    void reveal(ActivityId id);
    void outlineShown();

private:
    /// What can be chosen at either side.
    struct Side {
        enum class What { now, trial, revision, entry } what = What::now;
        std::int64_t number = 0;
        QString name;
        friend bool operator==(const Side& a, const Side& b) { return a.what == b.what && a.number == b.number; }
    };
    using Reader = std::function<Result<FrozenState>()>;
    struct Found {
        std::vector<Error> errors;
        std::vector<Difference> differences;
        std::optional<Outline> outline;
    };
    void fillSides();
    void choose(const Side& before);
    [[nodiscard]] Reader readerOf(const Side& side);
    void take(Found found);
    void compareNow();
    void arrange();
    void refreshFilters();
    void exportTable();
    void outline();
    [[nodiscard]] const Difference& at(std::size_t row) const { return m_differences[m_shown[row]]; }

    Document& m_document;
    ViewState& m_state;
    Dialogs& m_dialogs;
    std::vector<Side> m_sides;
    std::optional<Side> m_extra; ///< an entry of the history that was asked for
    QComboBox* m_before;
    QComboBox* m_after;
    QLabel* m_summary;
    QWidget* m_filters;
    ListPage* m_list;
    std::vector<Difference> m_differences;
    std::vector<std::size_t> m_shown;
    std::set<DifferenceKind> m_hidden;
    std::optional<Outline> m_outline;
    bool m_filling = false;
    QPushButton* m_stop;
    Beside<Found> m_comparing;
};

} // namespace yarrin

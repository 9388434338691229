// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/view_state.h"
#include "app/base/waiting.h"
#include "core/squeeze/squeeze.h"

#include <QWidget>

#include <array>
#include <map>
#include <memory>
#include <set>

class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;

namespace yarrin {

class ListPage;

/// Brings a section in: what it takes of each activity, every measure with what it wins and costs, the cheapest set;
/// what is chosen is tried as a trial.
class SqueezePage : public QWidget {
    Q_OBJECT
public:
    SqueezePage(Document& document, ViewState& state, QWidget* parent = nullptr);

    [[nodiscard]] bool isWorking() const { return m_working.isRunning() || m_sum.isRunning(); }
    /// What was found; null while nothing was.
    [[nodiscard]] const Squeeze* found() const { return m_found ? &*m_found->squeeze : nullptr; }
    [[nodiscard]] const std::set<std::size_t>& chosen() const { return m_chosen; }
    /// Looks again; done when the page comes into sight, too.
    void refresh();

signals:
    void revealWanted(ActivityId id);
    void refused(const QString& reason);
    void told(const QString& what);

protected:
    void showEvent(QShowEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    /// A squeeze with the programme and the dates that it looks into.
    struct Found {
        std::shared_ptr<const Programme> programme;
        std::shared_ptr<const Schedule> dates;
        std::optional<Squeeze> squeeze;
        std::optional<Error> fault;
    };
    struct Summed {
        SqueezeSet set;
        bool worked = false; ///< a set was looked for, not one that somebody chose
    };
    [[nodiscard]] QWidget* buildQuestion();
    [[nodiscard]] QWidget* buildWays();
    [[nodiscard]] QWidget* buildFoot();
    void buildOptions();
    void addMoneyColumns(std::vector<struct ListColumn>& columns);
    [[nodiscard]] Outcome typeCost(std::size_t option, const std::string& typed);
    void buildNeeds();
    void presentSections();
    void presentWords();
    void presentSum();
    void take(std::shared_ptr<Found> found);
    void toggle(std::size_t option);
    void sum(bool cheapest);
    void tryIt();
    void stop();
    [[nodiscard]] std::optional<SqueezeWays> ways();
    [[nodiscard]] const Section* section() const;
    [[nodiscard]] QString money(const Fine& sum) const;
    [[nodiscard]] const SqueezeOption& option(std::size_t at) const { return m_found->squeeze->options()[at]; }
    [[nodiscard]] Minutes dayOf(ActivityId id) const;

    Document& m_document;
    ViewState& m_state;
    std::shared_ptr<Found> m_found;
    std::vector<SqueezeNeed> m_needs;
    std::set<std::size_t> m_chosen;
    std::map<std::string, Decimal> m_costs; ///< typed, by the words of the measure
    std::optional<SqueezeSet> m_set;        ///< what is chosen, together
    bool m_worked = false;                  ///< and was worked out so
    QComboBox* m_section = nullptr;
    QLineEdit *m_by = nullptr, *m_crews = nullptr, *m_done = nullptr, *m_overtime = nullptr;
    QLabel *m_words = nullptr, *m_sumWords = nullptr, *m_sumMore = nullptr;
    QPushButton *m_stop = nullptr, *m_cheapest = nullptr, *m_none = nullptr, *m_try = nullptr;
    std::array<QPushButton*, squeezeKinds> m_kinds{};
    ListPage *m_options = nullptr, *m_needList = nullptr;
    bool m_stale = true, m_dateTyped = false, m_filling = false, m_stopped = false;
    Beside<std::shared_ptr<Found>> m_working;
    Beside<std::shared_ptr<Summed>> m_sum;
};

} // namespace yarrin

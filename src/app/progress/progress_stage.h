// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/agreed_plan.h"
#include "app/base/document.h"
#include "app/base/view_state.h"
#include "app/window/stage.h"
#include "edit/progress_edits.h"

#include <vector>

class QLabel;
class QStackedWidget;

namespace yarrin {

struct ListColumn;

class TabRow;
class FieldEdit;
class Dialogs;
class LinesPage;
class ListPage;
class UpdateLine;
class WeeksPage;

/// Where the programme is kept true against the site: the data date, and for every activity that it concerns when it
/// started, when it finished, what was done and what is left, against what was planned.
class ProgressStage : public Stage {
    Q_OBJECT
public:
    ProgressStage(Document& document, ViewState& state, Dialogs& dialogs, QWidget* parent = nullptr);

    /// Which activities are listed.
    enum class Show { due, inProgress, finished, all, lines, weeks };
    void show(Show which);
    [[nodiscard]] NoticeBar& notice() override { return *m_notice; }
    void focusMain() override;
    void showNamed(const QString& name) override;
    /// Opens the line in which a new update begins.
    void beginUpdate();
    [[nodiscard]] bool isWorking() const override;

signals:
    void reveal(ActivityId id);

protected:
    void showEvent(QShowEvent* event) override;

private:
    struct Row {
        std::size_t index; ///< of the activity in the programme
        Due due;
    };
    struct Plan {
        AgreedPlan agreed;
        std::unordered_map<ActivityId, std::pair<Instant, Instant>> dates;
    };
    QWidget* buildHead();
    void buildList();
    void addDates(std::vector<ListColumn>& columns);
    void addWork(std::vector<ListColumn>& columns);
    void refresh();
    /// Whether a plan is looked for, which presents itself when it is found.
    [[nodiscard]] bool findPlan();
    void present();
    void arrange();
    void forecast();
    void formOut();
    void formIn();
    [[nodiscard]] const Activity& at(std::size_t row) const;
    [[nodiscard]] const ActivityFigures& figuresAt(std::size_t row) const;
    [[nodiscard]] std::optional<std::pair<Instant, Instant>> planned(std::size_t row) const;
    [[nodiscard]] std::optional<Achieved> achieved(std::size_t row) const;

    Document& m_document;
    ViewState& m_state;
    Dialogs& m_dialogs;
    NoticeBar* m_notice;
    FieldEdit* m_dataDate = nullptr;
    QLabel* m_plan = nullptr;
    QLabel* m_count = nullptr;
    TabRow* m_tabs = nullptr;
    ListPage* m_list = nullptr;
    LinesPage* m_lines = nullptr;
    WeeksPage* m_weeks = nullptr;
    UpdateLine* m_update = nullptr;
    QStackedWidget* m_pages = nullptr;
    Show m_show = Show::due;
    std::vector<Row> m_rows;
    Plan m_planned;
    bool m_planStale = true;
    Beside<Plan> m_planning;
};

} // namespace yarrin

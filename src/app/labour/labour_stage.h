// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/view_state.h"
#include "app/labour/labour_findings.h"
#include "app/window/stage.h"
#include "core/labour/sum_curves.h"

class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QSplitter;
class QStackedWidget;

namespace yarrin {

class CostPage;
class DemandChart;
class DemandRows;
class Dialogs;
class LevelBand;
class RatesPage;
class SpentPage;
class ResourceList;
class TabRow;

/// Who and what the programme needs and when, set against what there is, and how less is needed at once.
class LabourStage : public Stage {
    Q_OBJECT
public:
    LabourStage(Document& document, ViewState& state, Dialogs& dialogs, QWidget* parent = nullptr);

    [[nodiscard]] NoticeBar& notice() override { return *m_notice; }
    void focusMain() override;
    enum class Page { demand, cost, spent, rates };
    void show(Page page);
    /// "demand", "cost", "spent" or "rates".
    void showNamed(const QString& name) override;
    /// A resource by its name.
    void chooseNamed(const QString& name) override;
    [[nodiscard]] bool isWorking() const override;
    [[nodiscard]] LabourFindings* findings() const { return m_findings.get(); }
    [[nodiscard]] DemandChart& chart() const { return *m_charts.front(); }
    /// One below the other, of the resources that are selected.
    [[nodiscard]] const std::vector<DemandChart*>& charts() const { return m_charts; }
    [[nodiscard]] DemandRows& rows() const { return *m_rows; }
    [[nodiscard]] ResourceList& list() const { return *m_list; }
    [[nodiscard]] LevelBand& band() const { return *m_band; }
    [[nodiscard]] CostPage& cost() const { return *m_cost; }

signals:
    void reveal(ActivityId id);

protected:
    void showEvent(QShowEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    [[nodiscard]] QWidget* buildList();
    [[nodiscard]] QWidget* buildHead();
    [[nodiscard]] QWidget* buildDemand();
    [[nodiscard]] Page page() const;
    void fillFields();
    void refresh();
    void presentList();
    void presentChart();
    void presentRows();
    void presentAfter();
    void presentOne(std::size_t chart, const ViewField& field);
    DemandChart* addChart();
    void daysChosen(DemandChart* chart);
    void findCurves();
    void presentCurves();

    Document& m_document;
    ViewState& m_state;
    NoticeBar* m_notice;
    TabRow* m_tabs = nullptr;
    QStackedWidget* m_pages = nullptr;
    QComboBox *m_by = nullptr, *m_stack = nullptr;
    QLineEdit* m_words = nullptr;
    TabRow* m_which = nullptr;
    QLabel* m_empty = nullptr;
    ResourceList* m_list = nullptr;
    std::vector<DemandChart*> m_charts;       ///< those that show; the first always does
    std::vector<const ResourceLine*> m_lines; ///< of each of them
    std::size_t m_active = 0;                 ///< in which days were chosen last
    QWidget* m_chartBox = nullptr;
    QSplitter* m_split = nullptr;
    QPushButton* m_sums = nullptr;
    LevelBand* m_band = nullptr;
    QLabel* m_span = nullptr;
    DemandRows* m_rows = nullptr;
    RatesPage* m_rates = nullptr;
    CostPage* m_cost = nullptr;
    SpentPage* m_spent = nullptr;
    QWidget* m_pane = nullptr;
    std::vector<std::string> m_fields; ///< names of what stacks may be made by
    std::shared_ptr<LabourFindings> m_findings;
    std::shared_ptr<LabourFindings> m_after; ///< as it would be after levelling
    bool m_stale = true;
    bool m_presenting = false;
    /// Sums of what shows, and what they are worked out from.
    struct Curves {
        std::shared_ptr<const SumsOfDemand> source;
        QString agreed;
        std::vector<SumCurves> list; ///< by chart
    };
    Curves m_curves;
    Beside<std::shared_ptr<LabourFindings>> m_working;
    Beside<Curves> m_summing;
};

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/view_state.h"
#include "app/labour/labour_findings.h"
#include "app/window/stage.h"

class QComboBox;
class QLabel;
class QLineEdit;
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
    [[nodiscard]] DemandChart& chart() const { return *m_chart; }
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
    DemandChart* m_chart = nullptr;
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
    Beside<std::shared_ptr<LabourFindings>> m_working;
};

} // namespace yarrin

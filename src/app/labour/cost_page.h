// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/agreed_plan.h"
#include "chart/layout/money_layout.h"
#include "core/labour/cash.h"
#include "core/labour/cost_table.h"
#include "store/cost_workbook.h"

#include <QWidget>

#include <memory>
#include <optional>

class QComboBox;
class QLabel;

namespace yarrin {

class Dialogs;
class ListPage;

/// Everything about money that the page shows, worked out beside the window.
struct CostFindings {
    std::shared_ptr<const Programme> programme;
    std::shared_ptr<const Schedule> schedule;
    AgreedPlan plan;
    Costs costs, planned;
    Values values;
    Cash cash;
    MoneyPicture picture;
};
[[nodiscard]] std::shared_ptr<CostFindings> findCosts(std::shared_ptr<const Programme> programme,
                                                      std::shared_ptr<const Schedule> schedule, AgreedPlan plan);

/// The same as the table that people make by hand, by months or by weeks from Monday.
[[nodiscard]] CostSchedule costSchedule(const CostFindings& found, bool weeks);

/// Cost, value and cash month by month against what was planned, and a table of them by group.
class CostPage : public QWidget {
    Q_OBJECT
public:
    CostPage(Document& document, Dialogs& dialogs, QWidget* parent = nullptr);

    void refresh();
    [[nodiscard]] bool isWorking() const { return m_working.isRunning(); }
    [[nodiscard]] const CostFindings* findings() const { return m_found.get(); }
    [[nodiscard]] const std::vector<CostRow>& rows() const { return m_rows; }
    [[nodiscard]] ListPage& table() const { return *m_table; }

signals:
    void refused(const QString& reason);
    void told(const QString& words);

private:
    class Chart;
    void buildTable();
    [[nodiscard]] QWidget* buildOut();
    void tableOut(bool weeks);
    void copyOut(bool weeks);
    void present();
    void showFigures();
    [[nodiscard]] QString money(const Fine& sum) const;
    [[nodiscard]] QString thousands(const Fine& sum) const;

    Document& m_document;
    Dialogs& m_dialogs;
    std::shared_ptr<CostFindings> m_found;
    std::vector<CostRow> m_rows;
    QLabel *m_figures, *m_words;
    QComboBox* m_group;
    Chart* m_chart;
    ListPage* m_table = nullptr;
    Beside<std::shared_ptr<CostFindings>> m_working;
};

} // namespace yarrin

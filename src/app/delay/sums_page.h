// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/delay/delay_study.h"
#include "core/contract/damages_lines.h"

#include <QWidget>

class QLabel;

namespace yarrin {

class ListPage;

/// Every sum of the exposure line by line, and what each step cost in time-related cost.
class SumsPage : public QWidget {
    Q_OBJECT
public:
    explicit SumsPage(Document& document, QWidget* parent = nullptr);

    void present(const DelayStudy::Findings* findings);

private:
    struct Row {
        Relief relief;
        DamagesLine line;
    };
    struct CostRow {
        QString stand, step, who, answers;
        Fraction before, after;
    };
    void buildDamages();
    void buildCosts();
    void buildPaid();
    void addCost(const DelayStudy::Findings& findings, const DelayStep& step, const Prolongation& cost);
    void showLists();
    void tellAccounts();
    void tellOverheads(const Overheads& overheads);

    Document& m_document;
    std::vector<Row> m_rows;
    std::vector<CostRow> m_costs;
    std::vector<PaidSum> m_sums;
    QLabel* m_total = nullptr;
    QLabel* m_costTotal = nullptr;
    QLabel* m_accounts = nullptr;
    QLabel* m_office = nullptr;
    ListPage* m_paid = nullptr;
    ListPage* m_damages = nullptr;
    ListPage* m_cost = nullptr;
};

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/delay/odds_study.h"
#include "core/contract/damages_lines.h"

#include <QWidget>

class QComboBox;
class QLabel;
class QPushButton;

namespace yarrin {

class DriversList;
class OddsChart;
class UncertainPanel;

/// How likely the dates and the damages are, in words first: what to put aside; when the sections may be complete; what
/// damages may come to; what drives that; and what is uncertain, which is edited here.
class OddsPage : public QWidget {
    Q_OBJECT
public:
    OddsPage(Document& document, OddsStudy& study, QWidget* parent = nullptr);

    void refresh();
    void chooseSection(SectionId id);

signals:
    void refused(const QString& text);
    void reveal(yarrin::ActivityId id);

private:
    QWidget* buildAnswer();
    QWidget* buildDates();
    QWidget* buildMoney();
    QWidget* buildRight();
    void present();
    void presentDates(const OddsStudy::Findings& found);
    void presentMoney(const OddsStudy::Findings& found);
    void presentState();
    void presentDrivers();
    void setSure(int thousandths);
    void tellColumn(qint64 from, qint64 to);
    void newSeed();
    void open(const OddsDriver& driver);
    [[nodiscard]] SectionId section() const;
    [[nodiscard]] const OddsOfDate* chosenDate(const Odds& odds) const;
    [[nodiscard]] QString emptyText() const;
    Outcome perform(const QString& text, const std::function<Outcome(Transaction&)>& edit);

    Document& m_document;
    OddsStudy& m_study;
    Relief m_relief = Relief::unrelieved;
    QLabel* m_question = nullptr;
    QLabel* m_sum = nullptr;
    QLabel* m_lines = nullptr;
    QLabel* m_state = nullptr;
    QPushButton* m_sure = nullptr;
    QPushButton* m_reliefs = nullptr;
    QPushButton* m_copy = nullptr;
    QPushButton* m_again = nullptr;
    QPushButton* m_seed = nullptr;
    QPushButton* m_stop = nullptr;
    QComboBox* m_section = nullptr;
    QLabel* m_dateWords = nullptr;
    OddsChart* m_dates = nullptr;
    OddsChart* m_money = nullptr;
    QLabel* m_sums = nullptr;
    QLabel* m_driverTitle = nullptr;
    DriversList* m_drivers = nullptr;
    UncertainPanel* m_uncertain = nullptr;
    bool m_filling = false;
};

} // namespace yarrin

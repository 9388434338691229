// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "core/weather/lost_days.h"
#include "edit/weather_edits.h"

#include <QWidget>

class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QSettings;

namespace yarrin {

struct ListColumn;

class Dialogs;
class ListPage;
class LostChart;
class RecordColumns;

/// Weather as evidence: records from tables or the simulated station, thresholds by calendar, what they cost month by
/// month against the allowance, how rare that is, and days beyond it as an event.
class WeatherPage : public QWidget {
    Q_OBJECT
public:
    WeatherPage(Document& document, Dialogs& dialogs, QSettings& settings, QWidget* parent = nullptr);

    void refresh();

signals:
    void refused(const QString& text);
    void told(const QString& text);

private:
    QWidget* buildHead();
    QWidget* buildTyping();
    void typeDay();
    void addTakes(ListColumn& lose, std::vector<ListColumn>& columns);
    void buildThresholds();
    void buildMonths();
    void presentMonths();
    void bring();
    /// Faults of the headings are mended in place.
    void bring(const Sheet& sheet, const QString& name, const WeatherColumns& columns);
    void makeUp();
    void addOne();
    void makeEvent(Risk risk);
    bool perform(const QString& text, const std::function<Outcome(Transaction&)>& edit);
    [[nodiscard]] CalendarId calendar() const;

    Document& m_document;
    Dialogs& m_dialogs;
    RecordColumns* m_columns;
    QLabel* m_words = nullptr;
    QPushButton* m_forget = nullptr;
    QComboBox* m_measure = nullptr;
    QLineEdit* m_day = nullptr;
    QLineEdit* m_figure = nullptr;
    QComboBox* m_calendar = nullptr;
    QPushButton* m_event = nullptr;
    LostChart* m_chart = nullptr;
    ListPage* m_thresholds = nullptr;
    ListPage* m_list = nullptr;
    std::vector<LostMonth> m_months; ///< in order
};

} // namespace yarrin

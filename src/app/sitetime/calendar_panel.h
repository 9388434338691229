// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"

#include <QScrollArea>

#include <set>

class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QVBoxLayout;

namespace yarrin {

class WeatherBars;

/// Everything about one calendar but its week and its days: what a day is, what the chosen days are, weather, holidays
/// and exceptions, and what uses it.
class CalendarPanel : public QScrollArea {
    Q_OBJECT
public:
    explicit CalendarPanel(Document& document, QWidget* parent = nullptr);

    void present(CalendarId id);
    void presentDays(const std::set<Date>& days);

    /// One step of work on the calendar shown; what is refused is said by the stage.
    using Edit = std::function<Outcome(Transaction&, CalendarId)>;

signals:
    void performWanted(const QString& step, const yarrin::CalendarPanel::Edit& edit);
    void refused(const QString& reason);
    void activitiesWanted(const std::vector<yarrin::ActivityId>& ids); ///< to be shown in the programme
    void calendarWanted(yarrin::CalendarId id);
    void datesWanted(yarrin::Date first, yarrin::Date last); ///< to be shown in the year

public:
    void makeDaysOff();
    void takeDaysBack();

private:
    QVBoxLayout* part(const QString& heading);
    void buildDay();
    void buildDays();
    void buildWeather();
    void buildExceptions();
    void buildUse();
    void refresh();
    void refreshDay(const ResolvedCalendar& resolved);
    void refreshDays();
    void refreshExceptions();
    void refreshUse();
    void addTyped();
    void perform(const QString& step, const Edit& edit) { emit performWanted(step, edit); }
    void daysWork(const DayWork& work);

    Document& m_document;
    CalendarId m_id;
    std::set<Date> m_days;
    QVBoxLayout* m_layout;
    QLabel* m_name;
    QLabel* m_origin;
    QLineEdit* m_hours = nullptr;
    QLabel* m_daysAWeek = nullptr;
    QLabel* m_dayWord = nullptr;
    QLabel* m_daysTitle = nullptr;
    QLabel* m_daysWord = nullptr;
    QLineEdit* m_dayName = nullptr;
    QCheckBox* m_yearly = nullptr;
    QLineEdit* m_dayTimes = nullptr;
    QWidget* m_daysPart = nullptr;
    WeatherBars* m_weather = nullptr;
    QLabel* m_weatherSum = nullptr;
    QVBoxLayout* m_exceptions = nullptr;
    QComboBox* m_kind = nullptr;
    QLineEdit* m_when = nullptr;
    QLineEdit* m_what = nullptr;
    QLabel* m_addFault = nullptr;
    QVBoxLayout* m_use = nullptr;
    QComboBox* m_base = nullptr;
    QPushButton* m_default = nullptr;
    std::vector<QWidget*> m_editing; ///< of no use on the built-in calendar
};

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/sitetime/calendar_panel.h"
#include "app/window/stage.h"

class QComboBox;
class QLabel;
class QPushButton;
class QSettings;
class QStackedWidget;

namespace yarrin {

class CalendarList;
class Dialogs;
class TabRow;
class WeatherPage;
class WeekChart;
class YearChart;

/// The stage Site time: the job's calendars, the standard week, the year and everything else about one of them.
class SiteTimeStage : public Stage {
    Q_OBJECT
public:
    SiteTimeStage(Document& document, Dialogs& dialogs, QSettings& settings, QWidget* parent = nullptr);

    NoticeBar& notice() override { return *m_notice; }
    void focusMain() override;
    void chooseNamed(const QString& key) override;
    /// "weather", or the calendars.
    void showNamed(const QString& name) override;
    [[nodiscard]] CalendarId current() const { return m_id; }
    void choose(CalendarId id);
    [[nodiscard]] WeekChart& week() const { return *m_week; }
    [[nodiscard]] YearChart& yearChart() const { return *m_year; }

signals:
    void activitiesWanted(const std::vector<yarrin::ActivityId>& ids);

protected:
    void showEvent(QShowEvent* event) override;

private:
    QWidget* buildList();
    QWidget* buildCentre();
    QWidget* buildDeletion();
    QWidget* legend();
    void refresh();
    void refreshAll();
    bool perform(const QString& step, const CalendarPanel::Edit& edit);
    void add(const QString& step, const std::function<Result<CalendarId>(Transaction&)>& make);
    void askDelete();
    void setDays(const std::vector<int>& weekdays, const DayWork& work, const QString& step);
    void copyMenu();
    void addHolidays(int region);
    void importDays();
    void exportDays();

    Document& m_document;
    Dialogs& m_dialogs;
    NoticeBar* m_notice;
    CalendarList* m_list;
    WeekChart* m_week;
    YearChart* m_year;
    CalendarPanel* m_panel;
    TabRow* m_tabs;
    QStackedWidget* m_pages;
    WeatherPage* m_weather;
    QLabel* m_title;
    QLabel* m_yearTitle;
    QPushButton* m_copy = nullptr;
    QPushButton* m_holidays = nullptr;
    QWidget* m_deletion = nullptr;
    QLabel* m_deletionWords = nullptr;
    QComboBox* m_replacement = nullptr;
    CalendarId m_id;
    bool m_stale = false;
};

} // namespace yarrin

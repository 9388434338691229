// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/delay/delay_study.h"
#include "app/delay/odds_study.h"
#include "app/window/dialogs.h"
#include "app/window/stage.h"

class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QSplitter;

namespace yarrin {

class CompletionChart;
class DisruptionPage;
class EventList;
class EventPage;
class ExposurePanel;
class LazyPages;
class OddsPage;
class RecoveryPage;
class SidePage;
class SumsPage;
class TabRow;

/// Where delay is recorded, analysed and counted: the register of events; how completion moved and what that exposes;
/// one event; every sum; time won back and what a recovery would save; disruption; how likely all of it is.
class DelayStage : public Stage {
    Q_OBJECT
public:
    DelayStage(Document& document, Dialogs& dialogs, Date today, OddsStudy& odds, QWidget* parent = nullptr);
    void setToday(Date today);

    enum class Page { course, side, event, sums, recovery, disruption, odds };
    void show(Page page);
    /// A page by its name on the command line.
    void showNamed(const QString& name) override;
    void chooseNamed(const QString& key) override { choose(key); }
    [[nodiscard]] bool isWorking() const override;
    /// Chooses an event by its id.
    void choose(const QString& key);
    /// Records a new event and opens it for typing.
    void addEvent();
    [[nodiscard]] DelayStudy& study() { return *m_study; }
    [[nodiscard]] NoticeBar& notice() override { return *m_notice; }
    void focusMain() override;

signals:
    void reveal(ActivityId id);

protected:
    void showEvent(QShowEvent* event) override;

private:
    QWidget* buildRegister();
    QWidget* buildCourse();
    void addPages();
    [[nodiscard]] bool shows(Page page) const;
    QWidget* buildCharts(QWidget* page);
    void refresh();
    void showFound();
    void deleteEvent(EventId id);
    void chooseEvent(EventId id);
    void showRunning();
    void tellSection();

    Document& m_document;
    Dialogs& m_dialogs;
    Date m_today;
    DelayStudy* m_study;
    OddsStudy& m_oddsStudy;
    QWidget* m_register = nullptr;
    QSplitter* m_split = nullptr;
    QList<int> m_sizes; ///< with the register, as they were when it made room
    NoticeBar* m_notice;
    EventList* m_events = nullptr;
    QLabel* m_empty = nullptr;
    QLineEdit* m_filter = nullptr;
    TabRow* m_tabs = nullptr;
    LazyPages* m_pages;
    QComboBox* m_section = nullptr;
    QComboBox* m_method = nullptr;
    QLabel* m_words = nullptr;
    QLabel* m_working = nullptr;
    QPushButton* m_stop = nullptr;
    CompletionChart* m_chart = nullptr;
    ExposurePanel* m_exposure = nullptr;
    EventPage* m_event = nullptr;
    SumsPage* m_sums = nullptr;
    RecoveryPage* m_recovery = nullptr;
    DisruptionPage* m_disruption = nullptr;
    SidePage* m_side = nullptr;
    OddsPage* m_odds = nullptr;
};

} // namespace yarrin

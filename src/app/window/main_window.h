// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/view_state.h"
#include "app/window/dialogs.h"

#include <QMainWindow>
#include <QTemporaryDir>

class QLabel;
class QSettings;
class QStackedWidget;
class QToolButton;

namespace yarrin {

class BuildUpStage;
class Card;
class ContractStage;
class DelayStage;
class FindField;
class ProgrammeStage;
class ProgressStage;
class Rail;
class RecordStage;
class RecordStrip;
class RipplePanel;
class ScopeStage;
class SiteTimeStage;
class Stage;
class Standing;
class ActivityTable;

/// The window: menu, context line, rail, stages, card and standing around one document. Settings and dialogs are given.
class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    MainWindow(QSettings& settings, Dialogs& dialogs, Date today);
    ~MainWindow() override;

    [[nodiscard]] Document& document() { return m_document; }
    [[nodiscard]] ViewState& viewState() { return m_state; }
    enum class Place { contract, siteTime, scope, buildUp, programme, progress, delay, record };
    void go(Place place);
    /// Where programmes without a name are kept, who is working and what the time is. What an ended program left behind
    /// there is offered.
    void setKeeping(Keeping keeping);
    /// Opens a file; what keeps it from being read is said in place and the open programme stays.
    bool openFile(const QString& path);
    /// Another day has begun: the clocks of notices go by it.
    void setToday(Date today);
    /// Opens the demo that ships with the application, as a programme not saved yet.
    void openDemo();

protected:
    void closeEvent(QCloseEvent* event) override;

private:
    QAction* action(const QString& name, const QString& text, const QKeySequence& shortcut, std::function<void()> run);
    void buildActions();
    void buildFileMenu();
    void buildEditMenu();
    void buildViewMenu();
    void buildActivityMenu();
    QWidget* buildContext();
    void refreshContext();
    void refreshTitle();
    void refreshRecent();
    void remember(const QString& path);
    bool mayLeave();
    bool save();
    void offerLeftBehind();
    void tellUnfinished();
    void toggleTrial();
    void outlineTrial();
    void outlineContract();
    bool saveAs();
    void exportJson();
    void exportTables();
    void say(const QString& text);
    void tell(const QString& text);
    void reveal(ActivityId id);
    void revealAll(const std::vector<ActivityId>& ids);
    /// Whether a stage is about activities, so that card and lens belong to it.
    [[nodiscard]] static bool showsActivities(Place place);
    void zoom(double factor);
    void setLens(int index);
    void nameLens();
    [[nodiscard]] ActivityTable& table();
    [[nodiscard]] Stage& stage();

    QSettings& m_settings;
    Dialogs& m_dialogs;
    Date m_today;
    Document m_document;
    ViewState m_state;
    Rail* m_rail;
    QStackedWidget* m_stack;
    ContractStage* m_contract;
    SiteTimeStage* m_siteTime;
    ScopeStage* m_scope;
    BuildUpStage* m_buildUp;
    ProgrammeStage* m_programme;
    ProgressStage* m_progress;
    DelayStage* m_delay;
    RecordStage* m_record;
    RecordStrip* m_strip;
    Card* m_card;
    Standing* m_standing;
    RipplePanel* m_ripple;
    FindField* m_find;
    QLabel* m_jobTitle;
    QLabel* m_jobState;
    QToolButton* m_lens;
    QToolButton* m_trialButton;
    QAction* m_undo = nullptr;
    QAction* m_redo = nullptr;
    QMenu* m_recent = nullptr;
    bool m_cardWanted = true;
    bool m_fitPending = true;
    bool m_trialOutlined = false;
    QTemporaryDir m_demoFolder; ///< for the demo, where nothing is kept
};

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/base/preferences.h"
#include "app/base/view_state.h"
#include "app/window/dialogs.h"
#include "app/window/stage.h"
#include "core/portfolio/awaited_now.h"

#include <QMainWindow>
#include <QPointer>
#include <QTemporaryDir>

#include <array>
#include <memory>

class QLabel;
class QSettings;
class QStackedWidget;
class QToolButton;

namespace yarrin {

class Card;
class FindField;
class FirstLook;
class LensPane;
class LongWork;
class OutputBook;
class ProgrammeStage;
class Rail;
class RecordStrip;
class RipplePanel;
class OddsStudy;
class Standing;
class StateLine;
class ActivityTable;

/// The window: menu, context line, rail, stages, card and standing around one document. Settings and dialogs are given.
class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    MainWindow(QSettings& settings, Dialogs& dialogs, Date today);
    ~MainWindow() override;

    [[nodiscard]] Document& document() { return m_document; }
    [[nodiscard]] ViewState& viewState() { return m_state; }
    enum class Place {
        contract,
        siteTime,
        scope,
        buildUp,
        programme,
        labour,
        progress,
        delay,
        sheets,
        record,
        preferences,
        guide,
        start,
        portfolio
    };
    static constexpr std::size_t placeCount = std::size_t(Place::portfolio) + 1;
    void go(Place place);
    /// Goes to a stage, a page of it and a row by their names on the command line: "build-up/book"; the programme where
    /// there is no such stage.
    void goNamed(const QString& place, const QString& row);
    /// Looks through a lens of the job or one that ships; says so where there is none of this name.
    void chooseLens(const std::string& name);
    /// Where programmes without a name are kept, who is working and what the time is. What an ended program left behind
    /// there is offered.
    void setKeeping(Keeping keeping);
    /// Has each stage tell what it is for, until that was read.
    void showFirstLooks();
    /// Whether the stage in sight, or the card, still works something out.
    [[nodiscard]] bool isWorking();
    /// Opens a file; what keeps it from being read is said in place and the open programme stays.
    /// Puts table and bars on paper, as the lens shows them; what was written.
    [[nodiscard]] Result<QStringList> writeSheet(const QString& path, const struct SheetPaper& paper);
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
    void buildChartActions(QMenu& menu);
    void buildZoomActions(QMenu& menu);
    void buildWeeksAction(QMenu& menu);
    void buildWayActions(QMenu& menu);
    void buildMeetingActions(QMenu& menu);
    void setMeeting(bool on);
    /// Another window on the programme, on another screen where there is one.
    void openAnother();
    void goOn(int by);
    void buildHelpMenu();
    [[nodiscard]] class StartPage* makeStartPage();
    [[nodiscard]] class PortfolioStage* makePortfolio();
    /// Jobs of late and what was left unsaved, as they are now.
    void fillStartPage();
    void beginNew(const Programme& job);
    void beginLike();
    /// Reads a building model's plan and shows it on the start page, to be taken or left.
    void importPlan(const QString& path, std::optional<std::size_t> schedule = {});
    void takePlanInto(const Programme& plan, const QString& name);
    /// A milestone of another job for the selected activity to wait for.
    void askAwaited();
    void openAwaitedPicker(ActivityId id, std::vector<Awaited> offers, const QString& none);
    /// How other jobs have what is waited for; where nobody asked, only what moved or cannot be read is told.
    void lookAtAwaited(bool asked);
    void tellAwaited(const std::vector<AwaitedNow>& list, bool asked);
    /// The guide, at the page for where one is.
    void openGuide();
    /// All keys of the menus, in Markdown.
    [[nodiscard]] QString keysText() const;
    /// A stage, and what was chosen there.
    struct Spot {
        Place place = Place::programme;
        ActivityId activity;
        friend bool operator==(const Spot&, const Spot&) = default;
    };
    void leaveSpot();
    void travel(std::vector<Spot>& from, std::vector<Spot>& to);
    /// To the next activity that drives the chosen one, or that it drives.
    void goAlong(bool onward);
    void goToHit(int step);
    /// Opens the picker of what the chosen activity is to wait for or lead to, of a hammock what it begins or ends at.
    void pickLinks(bool lead);
    void buildActivityMenu();
    /// Moving, copying, linking whole rows.
    void buildRowActions(QMenu& menu);
    /// Shows actions of the menu bar, by their names, where the pointer is; "-" parts them.
    QMenu* showMenu(const QPoint& at, const QStringList& names);
    void addAnchorActions(QMenu& menu);
    void showRowMenu(const QPoint& at);
    void askSheet();
    void showChartMenu(const QPoint& at, LinkId link);
    QWidget* buildContext();
    QMenu* buildLensMenu();
    void refreshContext();
    void refreshTitle();
    void refreshRecent();
    void remember(const QString& path);
    bool mayLeave();
    bool mayDrop();
    /// Keeps how the window stands for the job in it; has it stand so again.
    void rememberJob();
    [[nodiscard]] Place placeOfJob() const;
    void recallJob();
    void partAsKept(Stage& stage);
    bool save();
    void offerLeftBehind();
    void tellUnfinished();
    void toggleTrial();
    void outlineTrial();
    void outlineContract();
    bool saveAs();
    /// Saves, and has the paths to other jobs go on from the folder that it is saved in.
    [[nodiscard]] Outcome saveAt(const QString& path);
    void exportForOthers();
    void exportTables();
    [[nodiscard]] class GridView* shownGrid();
    void saveShownTable();
    void copyShownTable();
    void copyPicture();
    void say(const QString& text);
    void tell(const QString& text);
    void reveal(ActivityId id);
    void revealAll(const std::vector<ActivityId>& ids);
    void zoom(double factor);
    void prefer(const Preferences& wanted);
    /// Everything that shows dates, figures or spans shows them anew.
    void takePreferences();
    void setLens(Lens lens);
    [[nodiscard]] const KeptLens* keptLens(const std::string& name) const;
    void nameLens();
    void buildLensActions(QMenu& menu);
    void connectLensPane();
    void showLensPane(bool shown);
    [[nodiscard]] ActivityTable& table();
    /// The stage in sight, and any of them, built where it was not.
    [[nodiscard]] Stage& stage();
    [[nodiscard]] Stage& stageAt(Place place);
    template <typename Kind> [[nodiscard]] Kind& stageAs(Place place) { return static_cast<Kind&>(stageAt(place)); }
    [[nodiscard]] Stage* makeStage(Place place);
    [[nodiscard]] Stage* makePage(Place place);
    [[nodiscard]] ProgrammeStage& programmeStage();
    [[nodiscard]] OutputBook& book();

    QSettings& m_settings;
    Dialogs& m_dialogs;
    Date m_today;
    Document m_document;
    ViewState m_state;
    Rail* m_rail;
    QStackedWidget* m_stack;
    std::array<Stage*, placeCount> m_stages{}; ///< by place; those that nobody went to yet are not built
    std::unique_ptr<OutputBook> m_book;        ///< read when it is first needed
    RecordStrip* m_strip;
    class GuidedJob* m_guided = nullptr;
    FirstLook* m_firstLook;
    Card* m_card;
    LensPane* m_lensPane;
    OddsStudy* m_odds;
    Standing* m_standing;
    RipplePanel* m_ripple;
    LongWork* m_longWork;
    std::vector<QPointer<class AnotherWindow>> m_others; ///< each deletes itself when it is closed
    Beside<std::shared_ptr<const std::vector<AwaitedNow>>> m_awaited;
    QString m_planPath;                                ///< of the building model that the start page shows
    Beside<std::shared_ptr<const Schedule>> m_planned; ///< the contract programme, for the outline
    FindField* m_find;
    QLabel* m_jobTitle;
    StateLine* m_jobState;
    QToolButton* m_lens;
    QToolButton* m_trialButton;
    QAction* m_undo = nullptr;
    QAction* m_redo = nullptr;
    QMenu* m_recent = nullptr;
    std::vector<Spot> m_back; ///< where one was, the last one last
    std::vector<Spot> m_ahead;
    bool m_travelling = false;
    bool m_cardWanted = true;
    bool m_meeting = false;
    std::pair<int, Qt::WindowStates> m_beforeMeeting; ///< larger words, and how the window stood
    bool m_fitPending = true;
    bool m_trialOutlined = false;
    QTemporaryDir m_demoFolder; ///< for the demo, where nothing is kept
};

} // namespace yarrin

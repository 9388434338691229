// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/format.h"
#include "app/base/look.h"
#include "app/buildup/build_up_stage.h"
#include "app/card/card.h"
#include "app/delay/delay_stage.h"
#include "app/lens/lens_pane.h"
#include "app/programme/bar_chart_view.h"
#include "app/programme/link_line.h"
#include "app/programme/logic_view.h"
#include "app/programme/programme_stage.h"
#include "app/progress/progress_stage.h"
#include "app/record/record_stage.h"
#include "app/record/revision_page.h"
#include "app/table/activity_table.h"
#include "app/table/table_export.h"
#include "app/window/find_field.h"
#include "app/window/main_window.h"
#include "app/window/stages.h"
#include "chart/layout/rows.h"
#include "edit/link_edits.h"
#include "store/workbook.h"

#include <QApplication>
#include <QMenuBar>
#include <QSettings>
#include <QStackedWidget>
#include <QTimer>

namespace yarrin {

QAction* MainWindow::action(const QString& name, const QString& text, const QKeySequence& shortcut,
                            std::function<void()> run) {
    auto* made = new QAction(text, this);
    made->setObjectName(name);
    made->setShortcut(shortcut);
    connect(made, &QAction::triggered, this, std::move(run));
    return made;
}

void MainWindow::buildActions() {
    buildFileMenu();
    buildEditMenu();
    buildViewMenu();
    buildActivityMenu();
    buildHelpMenu();
    QList<QAction*> commands;
    for (QAction* menu : menuBar()->actions())
        for (QAction* one : menu->menu()->actions())
            if (!one->isSeparator() && !one->menu()) commands << one;
    m_find->setCommands(commands);
}

void MainWindow::buildFileMenu() {
    QMenu* menu = menuBar()->addMenu(tr("&File"));
    menu->addAction(action(QStringLiteral("fileNew"), tr("&New…"), QKeySequence::New, [this] {
        go(Place::start);
        stageAt(Place::start).showNamed(QStringLiteral("new"));
    }));
    menu->addAction(
        action(QStringLiteral("startPage"), tr("S&tart page"), QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_N), [this] {
            go(Place::start);
            stageAt(Place::start).showNamed({});
        }));
    menu->addAction(action(QStringLiteral("fileOpen"), tr("&Open…"), QKeySequence::Open, [this] {
        if (!mayLeave()) return;
        const QString path = m_dialogs.fileToOpen(this, {});
        if (!path.isEmpty()) openFile(path);
    }));
    menu->addAction(action(QStringLiteral("openPortfolio"), tr("Se&veral jobs side by side"), {},
                           [this] { go(Place::portfolio); }));
    m_recent = menu->addMenu(tr("Open &recent"));
    refreshRecent();
    menu->addAction(action(QStringLiteral("importBill"), tr("Import a &bill…"), {}, [this] {
        go(Place::buildUp);
        stageAs<BuildUpStage>(Place::buildUp).importBillFile();
    }));
    menu->addAction(action(QStringLiteral("importSchedule"), tr("Import a s&chedule from a table…"), {}, [this] {
        go(Place::buildUp);
        stageAs<BuildUpStage>(Place::buildUp).importSchedule();
    }));
    menu->addAction(action(QStringLiteral("importPlan"), tr("Import the plan of a building &model…"), {}, [this] {
        const QString path = m_dialogs.fileToImport(this, tr("Plan of a building model"), tr("IFC files (*.ifc)"));
        if (!path.isEmpty()) importPlan(path);
    }));
    menu->addSeparator();
    menu->addAction(action(QStringLiteral("fileSave"), tr("&Save"), QKeySequence::Save, [this] { save(); }));
    menu->addAction(action(QStringLiteral("fileSaveAs"), tr("Save &as…"),
                           QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_S), [this] { saveAs(); }));
    menu->addAction(action(QStringLiteral("fileRecord"), tr("&History, revisions, comparison"),
                           QKeySequence(Qt::CTRL | Qt::Key_H), [this] { go(Place::record); }));
    menu->addAction(action(QStringLiteral("fileFreeze"), tr("&Freeze a revision…"), {}, [this] {
        go(Place::record);
        stageAs<RecordStage>(Place::record).show(RecordStage::Page::revisions);
        stageAs<RecordStage>(Place::record).revisions().beginFreeze();
    }));
    menu->addAction(action(QStringLiteral("fileExport"), tr("&Export for others…"), {}, [this] { exportForOthers(); }));
    menu->addAction(action(QStringLiteral("saveSheet"), tr("Put table and bars on &paper…"), QKeySequence::Print,
                           [this] { askSheet(); }));
    menu->addAction(action(QStringLiteral("exportTable"), tr("Export activities and bill as a &workbook…"), {},
                           [this] { exportTables(); }));
    menu->addAction(
        action(QStringLiteral("saveShownTable"), tr("Save the &table that shows…"), {}, [this] { saveShownTable(); }));
    menu->addSeparator();
    menu->addAction(
        action(QStringLiteral("fileQuit"), tr("&Quit"), QKeySequence(Qt::CTRL | Qt::Key_Q), [this] { close(); }));
}

void MainWindow::buildEditMenu() {
    QMenu* menu = menuBar()->addMenu(tr("&Edit"));
    m_undo = action(QStringLiteral("editUndo"), tr("&Undo"), QKeySequence(Qt::CTRL | Qt::Key_Z),
                    [this] { m_document.undo(); });
    m_redo = action(QStringLiteral("editRedo"), tr("&Redo"), QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Z),
                    [this] { m_document.redo(); });
    menu->addActions({m_undo, m_redo});
    menu->addAction(action(QStringLiteral("editTrial"), tr("&Trial"), QKeySequence(Qt::CTRL | Qt::Key_T),
                           [this] { toggleTrial(); }));
    menu->addSeparator();
    // The tables take these keys themselves, so that a line being typed in keeps its own copy and paste.
    const auto inTable = [](const QString& text, const char* key) {
        return text + QLatin1Char('\t') + QLatin1String(key);
    };
    menu->addAction(
        action(QStringLiteral("editCopy"), inTable(tr("&Copy cells"), "Ctrl+C"), {}, [this] { table().copy(); }));
    menu->addAction(
        action(QStringLiteral("copyShownTable"), tr("Copy the whole ta&ble"), {}, [this] { copyShownTable(); }));
    menu->addAction(action(QStringLiteral("copyPicture"), tr("Copy as a pict&ure"), {}, [this] { copyPicture(); }));
    menu->addAction(
        action(QStringLiteral("editPaste"), inTable(tr("&Paste cells"), "Ctrl+V"), {}, [this] { table().paste(); }));
    menu->addAction(action(QStringLiteral("editFillDown"), inTable(tr("Fill &down"), "Ctrl+D"), {},
                           [this] { table().fillDown(); }));
    menu->addAction(action(QStringLiteral("editFillSeries"), tr("Count &on down"),
                           QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_D), [this] { table().fillSeries(); }));
    menu->addAction(action(QStringLiteral("editForAll"), tr("One &value for all selected…"),
                           QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_G), [this] { table().askForAll(); }));
    menu->addAction(action(QStringLiteral("selectShown"), tr("Select all that sho&w"),
                           QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_A), [this] { table().selectShown(); }));
    menu->addSeparator();
    menu->addAction(action(QStringLiteral("editFind"), tr("&Go to…"), QKeySequence(Qt::CTRL | Qt::Key_K), [this] {
        m_find->setFocus(Qt::ShortcutFocusReason);
        m_find->selectAll();
    }));
    buildWayActions(*menu);
}

void MainWindow::buildViewMenu() {
    QMenu* menu = menuBar()->addMenu(tr("&View"));
    for (const StageInfo& info : stages)
        if (info.number > 0)
            menu->addAction(action(QStringLiteral("stage%1").arg(info.number), tr(info.entry),
                                   QKeySequence(int(Qt::ALT) | (int(Qt::Key_0) + info.number)),
                                   [this, to = info.place] { go(to); }));
    menu->addSeparator();
    buildMeetingActions(*menu);
    menu->addSeparator();
    buildZoomActions(*menu);
    buildWeeksAction(*menu);
    menu->addSeparator();
    buildChartActions(*menu);
    buildLensActions(*menu);
    QAction* card = action(QStringLiteral("showCard"), tr("Ca&rd"), QKeySequence(Qt::CTRL | Qt::Key_B), [this] {
        m_cardWanted = !m_cardWanted;
        showLensPane(false); // they stand in one place
    });
    card->setCheckable(true);
    card->setChecked(true);
    menu->addAction(card);
    menu->addSeparator();
    menu->addAction(action(QStringLiteral("unfoldAll"), tr("&Unfold all groups"),
                           QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Plus), [this] { m_state.foldAll({}); }));
    menu->addAction(action(QStringLiteral("foldAll"), tr("&Fold all groups"),
                           QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Minus), [this] {
                               std::vector<std::uint32_t> groups;
                               for (const ChartRow& row : programmeStage().table().activities().rows())
                                   if (row.isGroup) groups.push_back(row.group);
                               m_state.foldAll(groups);
                           }));
    menu->addSeparator();
    QAction* dark = action(QStringLiteral("darkLook"), tr("&Dark"), {}, [this] {
        Preferences wanted = preferences();
        wanted.look = theme().dark ? Preferences::Look::light : Preferences::Look::dark;
        prefer(wanted);
    });
    dark->setCheckable(true);
    const auto worn = [this, dark] {
        dark->setChecked(theme().dark);
        m_undo->setIcon(lineIcon(QStringLiteral("undo"), theme().ink));
        m_redo->setIcon(lineIcon(QStringLiteral("redo"), theme().ink));
    };
    connect(&lookChanges(), &LookChanges::changed, this, worn);
    worn();
    menu->addAction(dark);
    menu->addAction(action(QStringLiteral("preferences"), tr("&Preferences…"),
                           QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_P), [this] { go(Place::preferences); }));
}

/// What of the chart shows.
void MainWindow::buildChartActions(QMenu& menu) {
    QAction* links = action(QStringLiteral("showLinks"), tr("&Links on the chart"), QKeySequence(Qt::CTRL | Qt::Key_L),
                            [this] { programmeStage().chart().setShowsLinks(!programmeStage().chart().showsLinks()); });
    links->setCheckable(true);
    links->setChecked(true);
    menu.addAction(links);
    QAction* overview = action(QStringLiteral("showOverview"), tr("Ov&erview below the chart"), {},
                               [this] { programmeStage().setShowsOverview(!programmeStage().showsOverview()); });
    overview->setCheckable(true);
    overview->setChecked(true);
    menu.addAction(overview);
    menu.addAction(action(QStringLiteral("checkSoundness"), tr("Check &soundness"), QKeySequence(Qt::Key_F8), [this] {
        go(Place::programme);
        programmeStage().show(ProgrammeStage::Page::soundness);
    }));
    menu.addAction(action(QStringLiteral("showLogic"), tr("Lo&gic"), QKeySequence(Qt::Key_F7), [this] {
        go(Place::programme);
        programmeStage().show(ProgrammeStage::Page::logic);
    }));
    menu.addAction(action(QStringLiteral("showPlaces"), tr("&Places"), QKeySequence(Qt::Key_F12), [this] {
        go(Place::programme);
        programmeStage().show(ProgrammeStage::Page::places);
    }));
    menu.addAction(action(QStringLiteral("whyThenAsked"), tr("&Why then?"), QKeySequence(Qt::Key_F9), [this] {
        if (m_stack->currentIndex() != int(Place::programme)) go(Place::programme);
        const ProgrammeStage::Page page = programmeStage().page();
        if (page != ProgrammeStage::Page::bars && page != ProgrammeStage::Page::logic)
            programmeStage().show(ProgrammeStage::Page::bars);
        programmeStage().toggleQuestion();
    }));
    menu.addAction(action(QStringLiteral("showSqueeze"), tr("Bring a section &in"), QKeySequence(Qt::Key_F6), [this] {
        go(Place::programme);
        programmeStage().show(ProgrammeStage::Page::squeeze);
    }));
    menu.addAction(action(QStringLiteral("hideOutline"), tr("No &outline below the bars"), {},
                          [this] { m_state.setOutline({}); }));
    QAction* narrow = action(
        QStringLiteral("narrowTable"), tr("Ids and &names only"), QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_B),
        [this] { programmeStage().setTableNarrow(findChild<QAction*>(QStringLiteral("narrowTable"))->isChecked()); });
    narrow->setCheckable(true);
    menu.addAction(narrow);
}

void MainWindow::buildZoomActions(QMenu& menu) {
    menu.addAction(
        action(QStringLiteral("zoomIn"), tr("Zoom &in"), QKeySequence(Qt::CTRL | Qt::Key_Plus), [this] { zoom(1.4); }));
    menu.actions().last()->setShortcuts(
        {QKeySequence(Qt::CTRL | Qt::Key_Plus), QKeySequence(Qt::CTRL | Qt::Key_Equal)});
    menu.addAction(action(QStringLiteral("zoomOut"), tr("Zoom &out"), QKeySequence(Qt::CTRL | Qt::Key_Minus),
                          [this] { zoom(1 / 1.4); }));
    menu.addAction(action(QStringLiteral("zoomFit"), tr("&Whole programme"), QKeySequence(Qt::CTRL | Qt::Key_0),
                          [this] { programmeStage().fit(); }));
    menu.addAction(action(QStringLiteral("zoomSelection"), tr("Zoom to the &selected"),
                          QKeySequence(Qt::CTRL | Qt::Key_9), [this] {
                              if (m_stack->currentIndex() != int(Place::programme)) go(Place::programme);
                              // Of a heading, what lies below it.
                              if (table().activities().isHeading(table().currentIndex().row())) table().selectGroup();
                              // A chart that is shown for the first time fits the whole programme first.
                              QTimer::singleShot(0, this, [this] { programmeStage().fitSelection(); });
                          }));
}

void MainWindow::buildWeeksAction(QMenu& menu) {
    menu.addAction(action(QStringLiteral("zoomWeeks"), tr("Zoom to the next si&x weeks"),
                          QKeySequence(Qt::CTRL | Qt::Key_8), [this] {
                              if (m_stack->currentIndex() != int(Place::programme)) go(Place::programme);
                              QTimer::singleShot(0, this, [this] { programmeStage().chart().fitWeeks(6); });
                          }));
}

void MainWindow::buildActivityMenu() {
    QMenu* menu = menuBar()->addMenu(tr("&Activity"));
    menu->addAction(action(QStringLiteral("addTask"), tr("Add an &activity below") + keyTold("Insert"), {},
                           [this] { table().addActivity(ActivityKind::task); }));
    menu->addAction(action(QStringLiteral("addSeveral"), tr("Add &several…"),
                           QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Insert), [this] { table().askSeveral(); }));
    menu->addAction(action(QStringLiteral("addFinishMilestone"), tr("Add a &milestone below"),
                           QKeySequence(Qt::CTRL | Qt::Key_M),
                           [this] { table().addActivity(ActivityKind::finishMilestone); }));
    menu->addAction(action(QStringLiteral("addHammock"), tr("Add a &hammock over it"),
                           QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_M),
                           [this] { table().addActivity(ActivityKind::hammock); }));
    menu->addAction(action(QStringLiteral("addGroup"), tr("Add a &group"), QKeySequence(Qt::CTRL | Qt::Key_G),
                           [this] { table().addGroup(); }));
    menu->addAction(action(QStringLiteral("recordEvent"), tr("Record an &event of delay"),
                           QKeySequence(Qt::CTRL | Qt::Key_E), [this] {
                               go(Place::delay);
                               stageAs<DelayStage>(Place::delay).addEvent();
                           }));
    menu->addAction(
        action(QStringLiteral("newUpdate"), tr("Begin a new &update"), QKeySequence(Qt::CTRL | Qt::Key_U), [this] {
            go(Place::progress);
            stageAs<ProgressStage>(Place::progress).beginUpdate();
        }));
    menu->addSeparator();
    buildRowActions(*menu);
    menu->addAction(action(QStringLiteral("moveIn"), tr("Move a level &in") + keyTold("Alt+Right"), {},
                           [this] { table().moveDepth(true); }));
    menu->addAction(action(QStringLiteral("moveOut"), tr("Move a level &out") + keyTold("Alt+Left"), {},
                           [this] { table().moveDepth(false); }));
    menu->addSeparator();
    menu->addAction(action(QStringLiteral("deleteActivity"), tr("&Delete") + keyTold("Del"), {},
                           [this] { table().deleteSelected(); }));
}

void MainWindow::buildRowActions(QMenu& menu) {
    const auto key = [](Qt::Key one) { return QKeySequence(Qt::CTRL | Qt::SHIFT | one); };
    menu.addAction(action(QStringLiteral("duplicateRows"), tr("D&uplicate"), key(Qt::Key_D),
                          [this] { table().duplicateSelected(); }));
    menu.addAction(action(QStringLiteral("duplicateElsewhere"), tr("Duplicate to other lo&cations…"), {},
                          [this] { table().askElsewhere(); }));
    menu.addAction(action(QStringLiteral("copyRows"), tr("&Copy activities"), key(Qt::Key_C),
                          [this] { table().copyActivities(); }));
    menu.addAction(
        action(QStringLiteral("cutRows"), tr("Cut activities"), key(Qt::Key_X), [this] { table().cutActivities(); }));
    menu.addAction(action(QStringLiteral("pasteRows"), tr("&Paste activities below"), key(Qt::Key_V),
                          [this] { table().pasteActivities(); }));
    menu.addAction(action(QStringLiteral("chainRows"), tr("&Link the selected in their order"), key(Qt::Key_L),
                          [this] { table().chainSelected(); }));
    menu.addAction(action(QStringLiteral("pickWaits"), tr("It &waits for…"), QKeySequence(Qt::CTRL | Qt::Key_J),
                          [this] { pickLinks(true); }));
    menu.addAction(
        action(QStringLiteral("pickLeads"), tr("It leads &to…"), key(Qt::Key_J), [this] { pickLinks(false); }));
    menu.addAction(
        action(QStringLiteral("pickAwaited"), tr("It waits for another j&ob…"), {}, [this] { askAwaited(); }));
    menu.addAction(
        action(QStringLiteral("lookAtAwaited"), tr("Dates o&f other jobs"), {}, [this] { lookAtAwaited(true); }));
    menu.addAction(action(QStringLiteral("cutBar"), tr("Cut the &bar: let it rest here"), {},
                          [this] { programmeStage().chart().cutBar(); }));
    menu.addAction(action(QStringLiteral("closeGap"), tr("&Join the parts of the bar"), {},
                          [this] { programmeStage().chart().closeGap(); }));
    menu.addSeparator();
    menu.addAction(
        action(QStringLiteral("selectGroup"), tr("Select the whole g&roup"), {}, [this] { table().selectGroup(); }));
    menu.addAction(action(QStringLiteral("selectPath"), tr("Select the dri&ving path"), {},
                          [this] { table().selectDrivingPath(); }));
    menu.addSeparator();
    menu.addAction(
        action(QStringLiteral("moveUp"), tr("Move u&p") + keyTold("Alt+Up"), {}, [this] { table().moveRows(-1); }));
    menu.addAction(action(QStringLiteral("moveDown"), tr("Move do&wn") + keyTold("Alt+Down"), {},
                          [this] { table().moveRows(1); }));
}

QMenu* MainWindow::showMenu(const QPoint& at, const QStringList& names) {
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("contextMenu"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    for (const QString& name : names) {
        if (name == QLatin1String("-"))
            menu->addSeparator();
        else if (auto* one = findChild<QAction*>(name))
            menu->addAction(one);
    }
    menu->popup(at);
    return menu;
}

/// Of a hammock, what it hangs from can be taken away.
void MainWindow::addAnchorActions(QMenu& menu) {
    const Activity* hammock = m_document.programme().activities.row(m_state.current());
    if (!hammock || hammock->kind != ActivityKind::hammock) return;
    menu.addSeparator();
    for (const End side : {End::start, End::finish})
        for (const Anchor& anchor : side == End::start ? hammock->from : hammock->to) {
            const QString key = show::text(m_document.programme().activities.row(anchor.activity)->key);
            const QString words =
                side == End::start ? tr("No longer begin at %1").arg(key) : tr("No longer end at %1").arg(key);
            menu.addAction(words, this, [this, words, id = hammock->id, side, at = anchor.activity] {
                const Outcome outcome =
                    m_document.perform(words, [&](Transaction& tx) { return removeAnchor(tx, id, side, at); });
                if (!outcome.ok()) say(show::error(outcome.error()));
            });
        }
    menu.addAction(tr("&Begin at…"), this, [this] { pickLinks(true); });
    menu.addAction(tr("&End at…"), this, [this] { pickLinks(false); });
}

void MainWindow::showRowMenu(const QPoint& at) {
    const int row = table().currentIndex().row();
    QStringList names;
    if (row >= 0 && table().activities().isHeading(row))
        names << QStringLiteral("addTask") << QStringLiteral("addGroup") << QStringLiteral("pasteRows")
              << QStringLiteral("-") << QStringLiteral("selectGroup") << QStringLiteral("foldAll")
              << QStringLiteral("unfoldAll") << QStringLiteral("-");
    else
        names << QStringLiteral("addTask") << QStringLiteral("addFinishMilestone") << QStringLiteral("addHammock")
              << QStringLiteral("-") << QStringLiteral("editCopy") << QStringLiteral("editPaste")
              << QStringLiteral("editFillDown") << QStringLiteral("editFillSeries") << QStringLiteral("editForAll")
              << QStringLiteral("-") << QStringLiteral("duplicateRows") << QStringLiteral("duplicateElsewhere")
              << QStringLiteral("cutRows") << QStringLiteral("copyRows") << QStringLiteral("pasteRows")
              << QStringLiteral("chainRows") << QStringLiteral("pickWaits") << QStringLiteral("pickLeads")
              << QStringLiteral("-") << QStringLiteral("whyThenAsked") << QStringLiteral("selectGroup")
              << QStringLiteral("selectPath") << QStringLiteral("zoomSelection") << QStringLiteral("-")
              << QStringLiteral("moveUp") << QStringLiteral("moveDown");
    names << QStringLiteral("moveIn") << QStringLiteral("moveOut") << QStringLiteral("-")
          << QStringLiteral("deleteActivity");
    showMenu(at, names);
}

void MainWindow::showChartMenu(const QPoint& at, LinkId id) {
    const Link* link = m_document.programme().links.row(id);
    if (!link) {
        const bool bars = programmeStage().page() == ProgrammeStage::Page::bars;
        QStringList names;
        if (m_state.current())
            names << QStringLiteral("whyThenAsked") << QStringLiteral("selectPath") << QStringLiteral("zoomSelection")
                  << QStringLiteral("chainRows") << QStringLiteral("pickWaits") << QStringLiteral("pickLeads")
                  << QStringLiteral("duplicateRows") << QStringLiteral("-");
        if (m_state.current() && bars)
            names << QStringLiteral("cutBar") << QStringLiteral("closeGap") << QStringLiteral("-");
        names << QStringLiteral("zoomIn") << QStringLiteral("zoomOut") << QStringLiteral("zoomFit");
        if (bars) names << QStringLiteral("-") << QStringLiteral("showLinks");
        if (m_state.current()) names << QStringLiteral("-") << QStringLiteral("deleteActivity");
        return addAnchorActions(*showMenu(at, names));
    }
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("contextMenu"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    for (const ActivityId end : {link->from, link->to})
        menu->addAction(tr("Go to %1").arg(show::text(m_document.programme().activities.row(end)->key)), this,
                        [this, end] { reveal(end); });
    menu->addSeparator();
    menu->addAction(tr("&Type and lag…"), this, [this] { programmeStage().editSelectedLink(); });
    const auto carryOut = [this](Outcome (*act)(Document&, ViewState&)) {
        return [this, act] {
            if (const Outcome outcome = act(m_document, m_state); !outcome.ok()) say(show::error(outcome.error()));
        };
    };
    menu->addAction(tr("&Reverse the link"), this, carryOut(reverseChosenLink));
    menu->addAction(tr("&Delete the link"), this, carryOut(deleteChosenLink));
    menu->popup(at);
}

/// The activities with what their durations come from, and the bill, for people who live in spreadsheets.
void MainWindow::exportTables() {
    const QString path =
        m_dialogs.fileToSave(this, tr("Export as a workbook"), m_document.displayName() + QStringLiteral(".xlsx"),
                             tr("Workbooks (*.xlsx);;Text tables (*.csv)"));
    if (path.isEmpty()) return;
    const std::vector<Sheet> sheets = tablesOf(m_document.programme(), m_document.schedule());
    const Outcome outcome = writeWorkbook(sheets, path.toStdString());
    QStringList places{path};
    if (path.endsWith(QLatin1String(".csv"), Qt::CaseInsensitive))
        for (std::size_t i = 1; i < sheets.size(); ++i)
            places << show::text(textTableFor(path.toStdString(), sheets, i).string());
    if (!outcome.ok()) return say(tr("Not exported. %1").arg(show::error(outcome.error())));
    tell(tr("Exported to %1.").arg(places.join(tr(" and "))));
}

} // namespace yarrin

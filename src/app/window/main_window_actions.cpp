// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/format.h"
#include "app/base/look.h"
#include "app/buildup/build_up_stage.h"
#include "app/card/card.h"
#include "app/delay/delay_stage.h"
#include "app/programme/bar_chart_view.h"
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
#include "store/workbook.h"

#include <QApplication>
#include <QMenuBar>
#include <QSettings>

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
    QMenu* help = menuBar()->addMenu(tr("&Help"));
    help->addAction(action(QStringLiteral("openDemo"), tr("Open the &demo"), {}, [this] {
        if (mayLeave()) openDemo();
    }));
    help->addAction(action(QStringLiteral("about"), tr("&About Yarrin"), {}, [this] { m_dialogs.about(this); }));
    QList<QAction*> commands;
    for (QAction* menu : menuBar()->actions())
        for (QAction* one : menu->menu()->actions())
            if (!one->isSeparator() && !one->menu()) commands << one;
    m_find->setCommands(commands);
}

void MainWindow::buildFileMenu() {
    QMenu* menu = menuBar()->addMenu(tr("&File"));
    menu->addAction(action(QStringLiteral("fileNew"), tr("&New"), QKeySequence::New, [this] {
        if (mayLeave()) m_document.replace(Document::blank(m_today), {});
    }));
    menu->addAction(action(QStringLiteral("fileOpen"), tr("&Open…"), QKeySequence::Open, [this] {
        if (!mayLeave()) return;
        const QString path = m_dialogs.fileToOpen(this, {});
        if (!path.isEmpty()) openFile(path);
    }));
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
    menu->addAction(action(QStringLiteral("fileExport"), tr("&Export as JSON…"), {}, [this] { exportJson(); }));
    menu->addAction(action(QStringLiteral("exportTable"), tr("Export activities and bill as a &workbook…"), {},
                           [this] { exportTables(); }));
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
        action(QStringLiteral("editPaste"), inTable(tr("&Paste cells"), "Ctrl+V"), {}, [this] { table().paste(); }));
    menu->addAction(action(QStringLiteral("editFillDown"), inTable(tr("Fill &down"), "Ctrl+D"), {},
                           [this] { table().fillDown(); }));
    menu->addSeparator();
    menu->addAction(action(QStringLiteral("editFind"), tr("&Go to…"), QKeySequence(Qt::CTRL | Qt::Key_K), [this] {
        m_find->setFocus(Qt::ShortcutFocusReason);
        m_find->selectAll();
    }));
}

void MainWindow::buildViewMenu() {
    QMenu* menu = menuBar()->addMenu(tr("&View"));
    for (const StageInfo& info : stages)
        if (info.number > 0)
            menu->addAction(action(QStringLiteral("stage%1").arg(info.number), tr(info.entry),
                                   QKeySequence(int(Qt::ALT) | (int(Qt::Key_0) + info.number)),
                                   [this, to = info.place] { go(to); }));
    menu->addSeparator();
    menu->addAction(
        action(QStringLiteral("zoomIn"), tr("Zoom &in"), QKeySequence(Qt::CTRL | Qt::Key_Plus), [this] { zoom(1.4); }));
    menu->actions().last()->setShortcuts(
        {QKeySequence(Qt::CTRL | Qt::Key_Plus), QKeySequence(Qt::CTRL | Qt::Key_Equal)});
    menu->addAction(action(QStringLiteral("zoomOut"), tr("Zoom &out"), QKeySequence(Qt::CTRL | Qt::Key_Minus),
                           [this] { zoom(1 / 1.4); }));
    menu->addAction(action(QStringLiteral("zoomFit"), tr("&Whole programme"), QKeySequence(Qt::CTRL | Qt::Key_0),
                           [this] { programmeStage().chart().fit(); }));
    menu->addSeparator();
    QAction* links = action(QStringLiteral("showLinks"), tr("&Links on the chart"), QKeySequence(Qt::CTRL | Qt::Key_L),
                            [this] { programmeStage().chart().setShowsLinks(!programmeStage().chart().showsLinks()); });
    links->setCheckable(true);
    links->setChecked(true);
    menu->addAction(links);
    menu->addAction(action(QStringLiteral("hideOutline"), tr("No &outline below the bars"), {},
                           [this] { m_state.setOutline({}); }));
    QAction* card = action(QStringLiteral("showCard"), tr("Ca&rd"), QKeySequence(Qt::CTRL | Qt::Key_B), [this] {
        m_cardWanted = !m_cardWanted;
        m_card->setVisible(m_cardWanted && infoOf(Place(m_stack->currentIndex())).aboutActivities);
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
        m_settings.setValue(QStringLiteral("dark"), !theme().dark);
        applyLook(*qApp, !theme().dark);
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
}

void MainWindow::buildActivityMenu() {
    QMenu* menu = menuBar()->addMenu(tr("&Activity"));
    menu->addAction(action(QStringLiteral("addTask"), tr("Add an &activity below") + QStringLiteral("\tInsert"), {},
                           [this] { table().addActivity(ActivityKind::task); }));
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
    menu->addAction(action(QStringLiteral("moveIn"), tr("Move a level &in") + QStringLiteral("\tAlt+Right"), {},
                           [this] { table().moveDepth(true); }));
    menu->addAction(action(QStringLiteral("moveOut"), tr("Move a level &out") + QStringLiteral("\tAlt+Left"), {},
                           [this] { table().moveDepth(false); }));
    menu->addSeparator();
    menu->addAction(action(QStringLiteral("deleteActivity"), tr("&Delete") + QStringLiteral("\tDel"), {},
                           [this] { table().deleteSelected(); }));
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

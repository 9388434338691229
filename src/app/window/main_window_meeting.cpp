// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The window on a wall: all of the screen, larger words, nothing beside the work, and keys from view to view.
#include "app/lens/lens_pane.h"
#include "app/programme/bar_chart_view.h"
#include "app/programme/programme_stage.h"
#include "app/table/activity_table.h"
#include "app/window/another_window.h"
#include "app/window/main_window.h"
#include "app/window/rail.h"
#include "app/window/stages.h"
#include "app/window/standing.h"

#include <QApplication>
#include <QMenuBar>
#include <QScreen>
#include <QStackedWidget>
#include <QTimer>

#include <algorithm>

namespace yarrin {

void MainWindow::buildMeetingActions(QMenu& menu) {
    QAction* meeting = action(QStringLiteral("meeting"), tr("&Full screen, for a meeting"), QKeySequence(Qt::Key_F11),
                              [this] { setMeeting(!m_meeting); });
    meeting->setCheckable(true);
    menu.addAction(meeting);
    menu.addAction(action(QStringLiteral("anotherWindow"), tr("Another &window on the programme"),
                          QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_W), [this] { openAnother(); }));
    menu.addAction(action(QStringLiteral("nextStage"), tr("Ne&xt stage"), QKeySequence(Qt::CTRL | Qt::Key_PageDown),
                          [this] { goOn(1); }));
    menu.addAction(action(QStringLiteral("previousStage"), tr("Pre&vious stage"),
                          QKeySequence(Qt::CTRL | Qt::Key_PageUp), [this] { goOn(-1); }));
}

/// To the stage below or above on the rail, round its ends.
void MainWindow::goOn(int by) {
    std::vector<Place> all;
    for (const StageInfo& info : stages)
        if (info.icon) all.push_back(info.place);
    const auto here = std::find(all.begin(), all.end(), placeOfJob());
    const auto count = int(all.size()), at = here == all.end() ? 0 : int(here - all.begin());
    go(all[std::size_t((at + by + count) % count)]);
}

void MainWindow::openAnother() {
    QList<QAction*> keys;
    for (const char* name :
         {"editUndo", "editRedo", "fileSave", "chainRows", "duplicateRows", "showLinks", "zoomSelection"})
        keys << findChild<QAction*>(QLatin1String(name));
    auto* other = new AnotherWindow(m_document, m_state, keys);
    std::erase_if(m_others, [](const auto& one) { return !one; });
    m_others.emplace_back(other);
    ProgrammeStage& stage = other->stage();
    stage.chart().setOdds(*m_odds);
    connect(&stage, &ProgrammeStage::previewed, m_standing, &Standing::preview);
    connect(&stage.table(), &GridView::menuWanted, this, &MainWindow::showRowMenu);
    connect(&stage.chart(), &BarChartView::menuWanted, this, &MainWindow::showChartMenu);
    connect(&stage, &ProgrammeStage::logicMenuWanted, this, &MainWindow::showChartMenu);
    // What is seen here is not seen twice.
    const bool bars = placeOfJob() == Place::programme && programmeStage().page() == ProgrammeStage::Page::bars;
    stage.show(bars && !m_document.programme().locations.empty() ? ProgrammeStage::Page::places
               : bars                                            ? ProgrammeStage::Page::logic
                                                                 : ProgrammeStage::Page::bars);
    other->resize(size());
    const QScreen* own = screen();
    for (const QScreen* one : QGuiApplication::screens())
        if (one != own) {
            other->setGeometry(one->availableGeometry().adjusted(40, 40, -40, -40));
            break;
        }
    other->show();
    stage.focusMain();
    // A chart that shows for the first time fits its time, which would be that of this window too.
    QTimer::singleShot(0, other,
                       [this, left = m_state.left(), zoom = m_state.pixelsPerDay()] { m_state.setTime(left, zoom); });
}

void MainWindow::setMeeting(bool on) {
    if (on == m_meeting) return;
    m_meeting = on;
    findChild<QAction*>(QStringLiteral("meeting"))->setChecked(on);
    // Hidden, its keys would do nothing any more.
    menuBar()->setMaximumHeight(on ? 0 : QWIDGETSIZE_MAX);
    m_rail->setVisible(!on);
    findChild<QWidget*>(QStringLiteral("contextLine"))->setVisible(!on);
    if (on) {
        m_lensPane->hide();
        m_beforeMeeting = {preferences().textSize, windowState()};
        setWindowState(windowState() | Qt::WindowFullScreen);
    } else {
        setWindowState(m_beforeMeeting.second);
    }
    Preferences wanted = preferences();
    constexpr int larger = 2;
    wanted.textSize = on ? std::min(Preferences::mostText, wanted.textSize + larger) : m_beforeMeeting.first;
    wearPreferences(*qApp, wanted);
    go(Place(m_stack->currentIndex())); // the card comes and goes with it
    if (on) tell(tr("F11 leaves the full screen; Ctrl+Page Down and Up go from stage to stage."));
}

} // namespace yarrin

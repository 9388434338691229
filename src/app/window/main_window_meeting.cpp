// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The window on a wall: all of the screen, larger words, nothing beside the work, and keys from view to view.
#include "app/lens/lens_pane.h"
#include "app/window/main_window.h"
#include "app/window/rail.h"
#include "app/window/stages.h"

#include <QApplication>
#include <QMenuBar>
#include <QStackedWidget>

#include <algorithm>

namespace yarrin {

void MainWindow::buildMeetingActions(QMenu& menu) {
    QAction* meeting = action(QStringLiteral("meeting"), tr("&Full screen, for a meeting"), QKeySequence(Qt::Key_F11),
                              [this] { setMeeting(!m_meeting); });
    meeting->setCheckable(true);
    menu.addAction(meeting);
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
    constexpr int larger = 2, largest = 3;
    wanted.textSize = on ? std::min(largest, wanted.textSize + larger) : m_beforeMeeting.first;
    wearPreferences(*qApp, wanted);
    go(Place(m_stack->currentIndex())); // the card comes and goes with it
    if (on) tell(tr("F11 leaves the full screen; Ctrl+Page Down and Up go from stage to stage."));
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Ways through the programme: along what drives what, and back to where one was.
#include "app/base/format.h"
#include "app/table/activity_table.h"
#include "app/window/main_window.h"
#include "app/window/stages.h"
#include "core/network/why.h"

#include <QMenu>
#include <QScopedValueRollback>
#include <QStackedWidget>

namespace yarrin {

namespace {

constexpr std::size_t longestWay = 200;

} // namespace

void MainWindow::buildWayActions(QMenu& menu) {
    menu.addAction(action(QStringLiteral("goDriver"), tr("To what dr&ives it"), QKeySequence(Qt::CTRL | Qt::Key_Comma),
                          [this] { goAlong(false); }));
    menu.addAction(action(QStringLiteral("goDriven"), tr("To what it dri&ves"), QKeySequence(Qt::CTRL | Qt::Key_Period),
                          [this] { goAlong(true); }));
    menu.addAction(action(QStringLiteral("goBack"), tr("&Back to where you were"),
                          QKeySequence(Qt::CTRL | Qt::Key_BracketLeft), [this] { travel(m_back, m_ahead); }));
    menu.addAction(action(QStringLiteral("goAhead"), tr("&On again"), QKeySequence(Qt::CTRL | Qt::Key_BracketRight),
                          [this] { travel(m_ahead, m_back); }));
}

/// Where one leaves from, so that one can come back; what lay ahead is another way now.
void MainWindow::leaveSpot() {
    if (m_travelling) return;
    const Spot here{Place(m_stack->currentIndex()), m_state.current()};
    if (m_back.empty() || m_back.back() != here) m_back.push_back(here);
    if (m_back.size() > longestWay) m_back.erase(m_back.begin());
    m_ahead.clear();
}

void MainWindow::travel(std::vector<Spot>& from, std::vector<Spot>& to) {
    const QScopedValueRollback travelling(m_travelling, true);
    const Spot here{Place(m_stack->currentIndex()), m_state.current()};
    const auto gone = [&](const Spot& spot) {
        return spot == here || (spot.activity && !m_document.programme().activities.row(spot.activity));
    };
    while (!from.empty() && gone(from.back())) from.pop_back();
    if (from.empty())
        return tell(&from == &m_back ? tr("There is nothing to go back to.") : tr("You are where you were last."));
    const Spot spot = from.back();
    from.pop_back();
    to.push_back(here);
    go(spot.place);
    if (!spot.activity)
        m_state.clearSelection();
    else if (infoOf(spot.place).aboutActivities)
        reveal(spot.activity);
    else
        m_state.select(spot.activity);
}

void MainWindow::goAlong(bool onward) {
    const ActivityId id = m_state.current();
    const Activity* activity = m_document.programme().activities.row(id);
    if (!activity || activity->kind == ActivityKind::hammock || m_document.schedule().activities.empty())
        return say(tr("Select an activity that links lead to; a hammock follows from others."));
    const Why why = explain(m_document.programme(), m_document.schedule(), id);
    const std::vector<ActivityId>& chain = onward ? why.chainOn : why.chainBack;
    if (chain.size() < 2)
        return tell(onward ? tr("%1 drives nothing else.").arg(show::text(activity->key))
                           : tr("Nothing else drives %1.").arg(show::text(activity->key)));
    reveal(onward ? chain[1] : chain[chain.size() - 2]);
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Ways through the programme: along what drives what, and back to where one was.
#include "app/base/format.h"
#include "app/card/link_rows.h"
#include "app/table/activity_table.h"
#include "app/window/find_field.h"
#include "app/window/main_window.h"
#include "app/window/stages.h"
#include "core/base/text.h"
#include "core/network/why.h"

#include <QMenu>
#include <QScopedValueRollback>
#include <QStackedWidget>

namespace yarrin {

namespace {

constexpr std::size_t longestWay = 200;

} // namespace

void MainWindow::buildWayActions(QMenu& menu) {
    menu.addAction(
        action(QStringLiteral("goNextHit"), tr("Next &hit"), QKeySequence(Qt::Key_F3), [this] { goToHit(1); }));
    menu.addAction(action(QStringLiteral("goLastHit"), tr("Hit bef&ore"), QKeySequence(Qt::SHIFT | Qt::Key_F3),
                          [this] { goToHit(-1); }));
    menu.addAction(action(QStringLiteral("goDriver"), tr("To what dr&ives it"), QKeySequence(Qt::CTRL | Qt::Key_Comma),
                          [this] { goAlong(false); }));
    menu.addAction(action(QStringLiteral("goDriven"), tr("To what it dri&ves"), QKeySequence(Qt::CTRL | Qt::Key_Period),
                          [this] { goAlong(true); }));
    menu.addAction(action(QStringLiteral("goBack"), tr("&Back to where you were"),
                          QKeySequence(Qt::CTRL | Qt::Key_BracketLeft), [this] { travel(m_back, m_ahead); }));
    menu.addAction(action(QStringLiteral("goAhead"), tr("&On again"), QKeySequence(Qt::CTRL | Qt::Key_BracketRight),
                          [this] { travel(m_ahead, m_back); }));
}

/// Rows that say what was looked for last, one after the other as they stand, round and round.
void MainWindow::goToHit(int step) {
    const std::vector<std::string> words = listed(lowered(m_find->sought().toStdString()), ' ');
    if (words.empty()) return m_find->setFocus();
    const ActivityModel& model = table().activities();
    std::vector<ActivityId> hits;
    std::size_t at = 0, before = 0; // hits up to the chosen row, and whether it is one
    const int current = model.rowOf(m_state.current());
    for (int row = 0; row < model.rowCount(); ++row) {
        const ActivityId id = model.activityAt(row);
        if (!id || !saysWords(m_document.programme(), *m_document.programme().activities.row(id), words)) continue;
        before += row < current ? 1 : 0;
        at += row <= current ? 1 : 0;
        hits.push_back(id);
    }
    if (hits.empty()) return tell(tr("No row says “%1”.").arg(m_find->sought()));
    const std::size_t count = hits.size();
    const std::size_t hit = step > 0 ? at % count : (before + count - 1) % count;
    reveal(hits[hit]);
    tell(tr("“%1”: %2 of %3").arg(m_find->sought()).arg(qint64(hit + 1)).arg(qint64(count)));
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

void MainWindow::pickLinks(bool lead) {
    const Activity* activity = m_document.programme().activities.row(m_state.current());
    if (!activity) return say(tr("Select an activity first: links are picked for it."));
    using List = LinkRows::List;
    const List list = activity->kind == ActivityKind::hammock ? (lead ? List::from : List::to)
                                                              : (lead ? List::waitsFor : List::leadsTo);
    auto* picker = new Picker(m_document, LinkRows::ask(m_document, activity->id, list), this);
    picker->openAt(stage().mapToGlobal(QPoint(stage().width() / 3, 90)));
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

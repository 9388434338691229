// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Where an activity is done: its place, its own range of chainage, and which way it goes.
#include "app/base/format.h"
#include "app/base/look.h"
#include "app/card/card.h"
#include "core/places/track.h"
#include "edit/awaited_edits.h"
#include "edit/location_edits.h"
#include "edit/place_edits.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace yarrin {

void Card::where(const Activity& activity, const ActivityFigures& figures) {
    const Programme& programme = m_document.programme();
    if (activity.kind != ActivityKind::task || programme.locations.empty()) return;
    heading(tr("Where"));
    const QString key = show::text(activity.key);
    const Location* at = programme.locations.row(activity.location);
    field("cardPlace", tr("Place"), at ? show::text(at->name.empty() ? at->key : at->name) : QString(), tr("nowhere"),
          130, [this, id = activity.id, key](const QString& text) {
              act(tr("%1 at %2").arg(key, text.trimmed().isEmpty() ? tr("no place") : text),
                  [&](Transaction& tx) { return setLocation(tx, id, text.toStdString()); });
          });
    const auto around = stretchOf(programme, activity.location);
    if (!around) return;
    field("cardRange", tr("Range, m"),
          activity.stretchOfWork ? show::text(stretchText(*activity.stretchOfWork)) : QString(),
          show::text(stretchText(*around)), 110, [this, id = activity.id, key](const QString& text) {
              act(tr("%1 goes %2").arg(key, text.trimmed().isEmpty() ? tr("over all of its place") : text),
                  [&](Transaction& tx) { return setStretch(tx, id, text.toStdString()); });
          });
    const auto stretch = stretchOf(programme, activity);
    if (!stretch) return;
    auto* row = new QHBoxLayout;
    auto* label = new QLabel(tr("Goes"), m_owner);
    setInk(label, Ink::muted);
    auto* box = new QComboBox(m_owner);
    box->setObjectName(QStringLiteral("cardTravel"));
    box->setAccessibleName(tr("Which way it goes"));
    box->addItems({tr("as its run goes"), tr("stands"), tr("up the chainage"), tr("down the chainage"),
                   tr("from both ends"), tr("from the middle")});
    box->setCurrentIndex(int(activity.travel));
    connect(box, &QComboBox::activated, this, [this, id = activity.id, key, box](int index) {
        act(tr("%1 goes: %2").arg(key, box->itemText(index)),
            [&](Transaction& tx) { return setTravel(tx, id, Travel(index)); });
    });
    row->addWidget(label);
    row->addStretch(1);
    row->addWidget(box);
    m_into->addLayout(row);
    if (!moves(activity.travel)) return;
    const Minutes day = m_document.schedule().calendarOf(figures).dayMinutes();
    if (figures.duration > 0 && day > 0) {
        const double rate =
            (stretch->to.toDouble() - stretch->from.toDouble()) * double(day) / double(figures.duration);
        pair(tr("Rate"), tr("%1 m a day").arg(QString::number(rate, 'f', rate < 10 ? 1 : 0)), true);
    }
    const BillItem* pace = programme.bill.row(activity.pace);
    field("cardPace", tr("Pace of item"), pace ? show::text(pace->key) : QString(), tr("even"), 92,
          [this, id = activity.id, key](const QString& text) {
              act(tr("%1 follows the quantities of %2").arg(key, text.trimmed().isEmpty() ? tr("none") : text),
                  [&](Transaction& tx) { return setPace(tx, id, text.toStdString()); });
          });
}

/// What it waits for in another job, or the way to such a thing.
void Card::awaited(const Activity& activity) {
    if (!activity.awaited) {
        if (activity.actualStart || activity.actualFinish) return;
        auto* pick = quietButton(tr("Another job…"), "cardAwait", m_owner);
        pick->setToolTip(tr("Wait for a milestone of another job"));
        connect(pick, &QPushButton::clicked, this, &Card::awaitedWanted);
        return m_into->addWidget(pick, 0, Qt::AlignLeft);
    }
    const Awaited& from = *activity.awaited;
    auto* row = new QHBoxLayout;
    auto* name = new QLabel(tr("%1, %2").arg(show::text(nameOf(from)), show::date(completionDate(from.at))), m_owner);
    name->setObjectName(QStringLiteral("cardAwaited"));
    name->setTextFormat(Qt::PlainText);
    name->setWordWrap(true);
    name->setToolTip(show::text(from.file));
    auto* off = quietButton(QStringLiteral("×"), "cardAwaitedOff", m_owner);
    off->setAccessibleName(tr("Wait for %1 no longer").arg(show::text(nameOf(from))));
    off->setToolTip(off->accessibleName());
    off->setFixedWidth(18);
    off->setProperty("tight", true);
    connect(off, &QPushButton::clicked, this,
            [this, id = activity.id, key = show::text(activity.key), other = show::text(nameOf(from))] {
                act(tr("%1 no longer waits for %2").arg(key, other),
                    [&](Transaction& tx) { return setAwaited(tx, id, {}); });
            });
    row->addWidget(name, 1);
    row->addWidget(off, 0, Qt::AlignTop);
    m_into->addLayout(row);
    if (from.before && from.changed)
        words(tr("It was %1 until %2.").arg(show::date(completionDate(*from.before)), show::date(*from.changed)));
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What an activity needs beside its crews, what it costs besides, and what levelling did to it.
#include "app/base/format.h"
#include "app/base/look.h"
#include "app/card/card.h"
#include "core/labour/levelling.h"
#include "core/model/resource_book.h"
#include "edit/labour_edits.h"

#include <QPushButton>
#include <QVBoxLayout>

namespace yarrin {

void Card::labour(const Activity& activity, const ActivityFigures& figures) {
    heading(tr("Needs"));
    const Programme& programme = m_document.programme();
    const QString key = show::text(activity.key);
    if (activity.kind == ActivityKind::task) {
        // Crews and the materials of what is placed on it count by themselves.
        const ResourceBook book(programme);
        Activity crews = activity;
        crews.needs.clear();
        for (const ResourceUse& use : book.usesOf(crews))
            for (const auto& [figure, unit] :
                 {std::pair{&use.number, std::string()}, std::pair{&use.quantity, book[use.resource].unit}})
                if (const auto rounded = figure->rounded(3); rounded && rounded->sign() > 0)
                    pair(show::text(book[use.resource].name),
                         (show::number(*rounded) + QLatin1Char(' ') + show::text(unit)).trimmed());
    }
    if (!isMilestone(activity.kind))
        field("cardNeeds", tr("Also"), show::text(needsText(programme, activity.needs)),
              tr("2 Fixer; 0.5 Crane; 41 t Rebar"), 176, [this, id = activity.id, key](const QString& text) {
                  act(tr("%1 needs %2").arg(key, text.trimmed().isEmpty() ? tr("nothing more") : text),
                      [&](Transaction& tx) { return setNeeds(tx, id, text.toStdString()); });
              });
    field("cardSums", tr("Sums"), show::text(lumpSumsText(activity)), tr("12000 plant at start: crane"), 176,
          [this, id = activity.id, key](const QString& text) {
              act(tr("%1 sums → %2").arg(key, text),
                  [&](Transaction& tx) { return setLumpSums(tx, id, text.toStdString()); });
          });
    if (!heldByLevelling(activity) || figures.state != NodeState::notStarted) return;
    const Minutes delay =
        levellingDelay(programme, m_document.schedule(), m_document.lookup().into(activity.id), activity.id);
    pair(tr("Held by levelling"), show::daysWithUnit(delay, m_document.schedule().calendarOf(figures).dayMinutes()),
         true);
    auto* off = quietButton(tr("Take it off"), "cardLevelOff", m_owner);
    m_into->addWidget(off, 0, Qt::AlignLeft);
    connect(off, &QPushButton::clicked, this, [this, id = activity.id, key] {
        const std::vector<ActivityId> one{id};
        act(tr("%1 no longer held by levelling").arg(key), [&](Transaction& tx) { return clearLevelling(tx, one); });
    });
}

} // namespace yarrin

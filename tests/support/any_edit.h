// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/phrases.h"
#include "edit/activity_edits.h"
#include "edit/breakdown_edits.h"
#include "edit/contract_edits.h"
#include "edit/event_edits.h"
#include "edit/link_edits.h"
#include "support/anybody.h"
#include "support/builder.h"

#include <random>

namespace yarrin::test {

/// One random operation of those that a person has.
inline Outcome anyEdit(Transaction& tx, std::mt19937& random) {
    const auto below = [&](std::size_t limit) { return std::size_t(random()) % std::max<std::size_t>(1, limit); };
    const Programme& p = tx.programme();
    const ActivityId id = p.activities.empty() ? ActivityId{} : p.activities[below(p.activities.size())].id;
    switch (below(24)) {
    case 17:
    case 18:
    case 19:
    case 20:
    case 21:
    case 22:
    case 23: {
        // Bill, book, sequences, calendars, progress and all the rest, as far as the rules take it.
        if (const Outcome did = anybody(tx, random, Manners::good); !did.ok()) return did;
        const auto faults = faultsOf(p, touchedBy(tx.edit()));
        return faults.empty() ? done() : Outcome(faults);
    }
    case 0: {
        const auto added = addActivity(tx, static_cast<ActivityKind>(below(4)), id, {}, "Added");
        return added.ok() ? done() : Outcome(added.errors());
    }
    case 1:
        return removeActivities(tx, std::array{id});
    case 2:
        return setDuration(tx, id, std::to_string(below(40)) + "d");
    case 3:
        return setKey(tx, id, "K" + std::to_string(below(40)));
    case 4:
        return setMeasureField(tx, id, static_cast<MeasureField>(below(5)), std::to_string(below(30)));
    case 5:
        return setWaitsFor(tx, id, p.activities[below(p.activities.size())].key + " +2d");
    case 6: {
        const auto added =
            addLink(tx, {{}, id, p.activities[below(p.activities.size())].id, static_cast<LinkType>(below(4)), 60, {}});
        return added.ok() ? done() : Outcome(added.errors());
    }
    case 7:
        return setCalendar(tx, id, Builder::six);
    case 8:
        return setConstraint(tx, id,
                             Constraint{static_cast<ConstraintType>(below(6)), {startOf(dateOf(p.job.start)), true}});
    case 9: {
        const auto group = addGroup(tx, {}, "Group");
        return group.ok() ? setBreakdown(tx, id, *group) : Outcome(group.errors());
    }
    case 10: {
        const auto into = indentActivities(tx, std::array{id});
        return into.ok() ? done() : Outcome(into.errors());
    }
    case 11: {
        const auto section = addSection(tx);
        return section.ok() ? setSectionField(tx, *section, SectionField::milestone, p.activities[0].key)
                            : Outcome(section.errors());
    }
    case 12:
        return p.breakdown.empty() ? done() : removeGroup(tx, p.breakdown[below(p.breakdown.size())].id);
    case 13: {
        const auto event = addEvent(tx, dateOf(p.job.start) + int(below(30)));
        if (!event.ok()) return event.errors();
        const Outcome set =
            setEventField(tx, *event, EventField::effects,
                          p.activities.row(id)->kind == ActivityKind::task
                              ? quotedKey(p.activities.row(id)->key) + " stopped 2027-03-08 to 2027-03-10"
                              : std::string());
        return set.ok() && !p.sections.empty()
                   ? setEventDays(tx, *event, p.sections[0].id, EventDay::claimed, std::to_string(below(20)))
                   : set;
    }
    case 14: {
        if (p.events.empty()) return done();
        const auto added = addToFragment(tx, p.events[below(p.events.size())].id, id);
        return added.ok() ? done() : Outcome(added.errors());
    }
    case 15:
        if (p.events.empty()) return done();
        return below(3) == 0 ? removeEvent(tx, p.events[below(p.events.size())].id)
                             : setInForecast(tx, p.events[below(p.events.size())].id, below(2) == 0);
    default:
        return setTitle(tx, "Title " + std::to_string(below(100)));
    }
}

} // namespace yarrin::test

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/early_bounds.h"

#include "core/base/natural_order.h"
#include "core/network/effects.h"
#include "core/network/link_bound.h"

#include <algorithm>

namespace yarrin {

std::vector<EarlyBound> earlyBounds(const Programme& programme, const Schedule& schedule, const Activity& activity,
                                    std::span<const LinkId> into) {
    std::vector<EarlyBound> list;
    const WorkCalendar& own = schedule.calendarOf(schedule.activities[programme.activities.indexOf(activity.id)]);
    LinkBounds bounds(programme, schedule);
    for (const LinkId id : into) {
        const Link& link = *programme.links.row(id);
        if (schedule.activities[programme.activities.indexOf(link.from)].aside) continue;
        list.push_back({{CauseKind::link, link.id, link.from, {}, bounds.onSuccessor(link), {}},
                        link.type == LinkType::fs || link.type == LinkType::ss});
    }
    std::sort(list.begin(), list.end(), [&](const EarlyBound& a, const EarlyBound& b) {
        if (a.cause.activity == b.cause.activity)
            return programme.links.row(a.cause.link)->type < programme.links.row(b.cause.link)->type;
        return standsBefore(programme.activities.row(a.cause.activity)->key,
                            programme.activities.row(b.cause.activity)->key);
    });
    if (activity.constraint) {
        const ConstraintType type = activity.constraint->type;
        const bool ofStart = boundsStart(type);
        const Instant at =
            boundOf(activity.constraint->date, ofStart || activity.kind == ActivityKind::startMilestone, own);
        if (type != ConstraintType::startNotAfter && type != ConstraintType::finishNotAfter)
            list.push_back({{CauseKind::constraint, {}, {}, {}, at, {}}, ofStart});
    }
    if (activity.levelledFrom && activity.kind == ActivityKind::task)
        list.push_back({{CauseKind::levelling, {}, {}, {}, *activity.levelledFrom, {}}, true});
    if (activity.awaited) list.push_back({{CauseKind::awaited, {}, {}, {}, activity.awaited->at, {}}, true});
    if (const auto access = accessOf(ActingEffects(programme).on(activity.id)))
        list.push_back(
            {{CauseKind::access, {}, {}, {}, boundOf({startOf(access->first), true}, true, own), access->second},
             true});
    return list;
}

} // namespace yarrin

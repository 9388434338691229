// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/bar_edits.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "edit/link_edits.h"
#include "edit/progress_edits.h"

#include <algorithm>

namespace yarrin {

namespace {

DayUnit unitOf(const Programme& programme, const Activity& activity) {
    return dayUnitOf(programme, calendarOf(programme, activity));
}

/// The work of a task as the measure gives it, else as typed.
Minutes workOf(const Programme& programme, const Activity& activity) {
    if (activity.measure)
        if (const auto measured = durationOf(*activity.measure, unitOf(programme, activity).dayMinutes);
            measured.ok() && *measured)
            return **measured;
    return activity.duration.value_or(0);
}

Outcome putPause(const Programme& programme, Activity& activity, Minutes after, Minutes rest) {
    if (activity.kind != ActivityKind::task) return inputError(worded("only work can rest"), worded("cut a task"));
    if (after <= 0 || after >= workOf(programme, activity))
        return inputError(
            worded("%1 cannot be cut there", activity.key),
            worded("cut it within its work of %1", spanText(workOf(programme, activity), unitOf(programme, activity))));
    std::erase_if(activity.pauses, [&](const Pause& pause) { return pause.after == after; });
    if (rest > 0) activity.pauses.push_back({after, rest});
    std::sort(activity.pauses.begin(), activity.pauses.end(),
              [](const Pause& a, const Pause& b) { return a.after < b.after; });
    return done();
}

} // namespace

Outcome stretchTo(Transaction& tx, ActivityId id, Minutes minutes, Solved follows) {
    const Activity* activity = tx.programme().activities.row(id);
    if (!activity) return inputError(worded("the activity is no longer there"));
    if (activity->kind != ActivityKind::task)
        return inputError(worded("%1 has no work to be stretched", activity->key));
    if (activity->actualFinish)
        return inputError(worded("%1 is done", activity->key), worded("its dates are in Progress"));
    const std::string text = spanText(minutes, unitOf(tx.programme(), *activity));
    if (activity->actualStart) return setRemaining(tx, id, text);
    if (minutes <= 0) return inputError(worded("work takes some time"), worded("stretch it to an hour at least"));
    if (calendarOf(tx.programme(), *activity) == continuousCalendar) {
        // Its days are calendar days, which phrases write otherwise.
        Activity changed = *activity;
        if (!changed.measure || !changed.measure->crews) {
            changed.duration = minutes;
            tx.set(std::move(changed));
            return done();
        }
    }
    return activity->measure && activity->measure->crews ? solveFor(tx, id, follows, text) : setDuration(tx, id, text);
}

Outcome setPause(Transaction& tx, ActivityId id, Minutes after, Minutes rest) {
    const Activity* row = tx.programme().activities.row(id);
    if (!row) return inputError(worded("the activity is no longer there"));
    Activity activity = *row;
    if (Outcome put = putPause(tx.programme(), activity, after, rest); !put.ok()) return put;
    tx.set(std::move(activity));
    return done();
}

Outcome setPauses(Transaction& tx, ActivityId id, std::string_view text) {
    const Activity* row = tx.programme().activities.row(id);
    if (!row) return inputError(worded("the activity is no longer there"));
    Activity activity = *row;
    activity.pauses.clear();
    const DayUnit unit = unitOf(tx.programme(), activity);
    for (const std::string& part : listed(std::string(text), ';')) {
        const auto at = part.find("after");
        if (at == std::string::npos)
            return inputError(worded("\"%1\" does not say when it rests", part), worded("write it as 2d after 3d"));
        const auto rest = parseSpan(trimmed(part.substr(0, at)), unit),
                   after = parseSpan(trimmed(part.substr(at + 5)), unit);
        for (const auto* span : {&rest, &after})
            if (!span->ok()) return span->errors();
        if (rest->minutes <= 0)
            return inputError(worded("a rest takes some time"), worded("leave it out where there is none"));
        for (const Pause& other : activity.pauses)
            if (other.after == after->minutes)
                return inputError(worded("it rests twice after %1", spanText(after->minutes, unit)),
                                  worded("add the two up"));
        if (Outcome put = putPause(tx.programme(), activity, after->minutes, rest->minutes); !put.ok()) return put;
    }
    tx.set(std::move(activity));
    return done();
}

Outcome addToLag(Transaction& tx, LinkId id, Minutes minutes) {
    const Link* row = tx.programme().links.row(id);
    if (!row) return inputError(worded("the link is no longer there"));
    Link link = *row;
    link.lag += minutes;
    return setLink(tx, link);
}

Result<ActivityId> drawActivity(Transaction& tx, ActivityKind kind, ActivityId below, BreakdownId group,
                                const std::string& name, Date start, Minutes minutes, const NewWork& as) {
    auto id = addActivity(tx, kind, below, group, name, as);
    if (!id.ok()) return id;
    if (kind == ActivityKind::task)
        if (Outcome sized = stretchTo(tx, *id, minutes); !sized.ok()) return sized.errors();
    const Outcome held = setConstraint(tx, *id, Constraint{ConstraintType::startNotBefore, {startOf(start), true}});
    if (!held.ok()) return held.errors();
    return id;
}

} // namespace yarrin

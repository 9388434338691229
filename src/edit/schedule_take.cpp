// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/schedule_take.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/model/describe/texts.h"
#include "core/model/phrases.h"
#include "core/model/resource_book.h"
#include "core/network/schedule.h"
#include "core/quantity/figures.h"
#include "edit/activity_edits.h"
#include "edit/breakdown_edits.h"
#include "edit/labour_edits.h"
#include "edit/link_edits.h"
#include "edit/progress_edits.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <unordered_map>
#include <unordered_set>

namespace yarrin {

namespace {

/// Links are held against forming a loop together: one by one that costs a walk over the network each.
Outcome withoutLoop(const Programme& programme, const ScheduleReading& reading, const std::vector<ActivityId>& made) {
    const std::vector<ActivityId> loop = loopIn(programme);
    if (loop.empty()) return done();
    std::size_t last = 0;
    std::string names;
    for (const ActivityId id : loop) {
        const auto row = std::find(made.begin(), made.end(), id) - made.begin();
        if (row < std::ssize(made)) last = std::max(last, static_cast<std::size_t>(row));
        names += programme.activities.row(id)->key + " → ";
    }
    names += programme.activities.row(loop.front())->key;
    return Error{ErrorCode::input, worded("row %1", reading.rows[last].row), worded("links form a loop: %1", names),
                 worded("remove one of them from the table")};
}

/// Groups by the one that they lie in and their name.
class Groups {
public:
    explicit Groups(const Programme& programme) {
        for (const BreakdownNode& node : programme.breakdown) {
            m_inside.emplace(std::pair(node.parent, node.name), node.id);
            m_named.emplace(node.name, node.id);
        }
    }
    /// The last of a path from the top, made where there is none; a single name means the first of that name.
    Result<BreakdownId> at(Transaction& tx, const std::vector<std::string>& path) {
        if (path.size() == 1)
            if (const auto known = m_named.find(path[0]); known != m_named.end()) return known->second;
        BreakdownId in;
        for (const std::string& name : path) {
            BreakdownId& inside = m_inside[{in, name}];
            if (!inside) {
                const auto added = addChildGroup(tx, in, name);
                if (!added.ok()) return added.errors();
                inside = *added;
                m_named.emplace(name, inside);
            }
            in = inside;
        }
        return in;
    }

private:
    std::map<std::pair<BreakdownId, std::string>, BreakdownId> m_inside;
    std::unordered_map<std::string, BreakdownId> m_named;
};

/// Resources that rows name and the job has not, in the order in which they come; those of a quantity ("2 t Rebar") are
/// there already or are refused with their row.
Outcome addResources(Transaction& tx, const ScheduleReading& reading) {
    std::unordered_set<std::string> known;
    const ResourceBook book(tx.programme());
    for (const KnownResource& one : book.all()) known.insert(lowered(one.resource.name));
    for (const ScheduleRow& row : reading.rows)
        for (const std::string& part : listed(row.needs, ';')) {
            const std::string name = part.substr(std::min(part.size(), part.find(' ') + 1));
            const std::string behindUnit = name.substr(std::min(name.size(), name.find(' ') + 1));
            if (name.empty() || known.contains(lowered(behindUnit)) || !known.insert(lowered(name)).second) continue;
            if (const auto added = addResource(tx, name); !added.ok()) return added.errors();
        }
    return done();
}

/// What a row says of an activity that it makes or changes, without its links.
Outcome fill(Transaction& tx, Activity& activity, const ScheduleRow& row, Groups& groups) {
    activity.name = row.name;
    activity.kind = row.kind;
    // Where a quantity gives the duration, it goes on doing so.
    const bool measured = activity.measure && activity.measure->crews;
    if (row.kind == ActivityKind::task && row.hasDuration && !measured) activity.duration = row.duration;
    for (std::size_t i = 0; i < row.texts.size(); ++i)
        if (!row.texts[i].empty()) activity.*activityTexts()[i].member = row.texts[i];
    if (row.groups.empty()) return done();
    const auto group = groups.at(tx, row.groups);
    if (!group.ok()) return group.errors();
    activity.breakdown = *group;
    return done();
}

Outcome progress(Transaction& tx, ActivityId id, const ScheduleRow& row) {
    if (!row.done) return done();
    if (Outcome begun = setActual(tx, id, Actual::start, isoDate(*row.begun)); !begun.ok()) return begun;
    const Activity& activity = *tx.programme().activities.row(id);
    if (row.ended) return isMilestone(activity.kind) ? done() : setActual(tx, id, Actual::finish, isoDate(*row.ended));
    if (activity.kind != ActivityKind::task) return done();
    Minutes whole = activity.duration.value_or(row.duration);
    if (activity.measure) {
        const DayUnit unit = dayUnitOf(tx.programme(), calendarOf(tx.programme(), activity));
        if (const auto measured = durationOf(*activity.measure, unit.dayMinutes); measured.ok() && *measured)
            whole = **measured;
    }
    Activity left = activity;
    left.actualFinish.reset();
    left.remaining = Minutes(std::llround(double(whole) * (1 - *row.done)));
    tx.set(left);
    return done();
}

} // namespace

Outcome importSchedule(Transaction& tx, const ScheduleReading& reading, CalendarId calendar) {
    if (reading.rows.empty()) return inputError(worded("no row can be taken over"));
    std::unordered_set<std::string> taken;
    for (const Activity& activity : tx.programme().activities) taken.insert(activity.key);
    for (const ScheduleRow& row : reading.rows)
        if (row.is ? !tx.programme().activities.row(row.is) : !taken.insert(row.key).second)
            return inputError(worded("the id %1 has been taken, or is gone, since the table was read", row.key),
                              worded("read it again"));
    Groups groups(tx.programme());
    std::vector<ActivityId> made;
    const auto atRow = [](Error error, const ScheduleRow& row) {
        error.place = worded("row %1", row.row);
        return error;
    };
    for (const ScheduleRow& row : reading.rows) {
        Activity activity;
        if (row.is) {
            activity = *tx.programme().activities.row(row.is);
        } else {
            activity.id = tx.programme().activities.freshId();
            activity.key = row.key;
            if (calendar != tx.programme().job.defaultCalendar) activity.calendar = calendar;
        }
        if (Outcome filled = fill(tx, activity, row, groups); !filled.ok()) return atRow(filled.error(), row);
        made.push_back(activity.id);
        if (row.is)
            tx.set(std::move(activity));
        else
            tx.append(std::move(activity));
    }
    if (Outcome added = addResources(tx, reading); !added.ok()) return added;
    for (std::size_t i = 0; i < made.size(); ++i) {
        const ScheduleRow& row = reading.rows[i];
        Outcome outcome = done();
        if (!row.links.empty() || (row.is && reading.saysLinks))
            outcome = setWaitsFor(tx, made[i], row.links, Loops::later);
        if (outcome.ok() && !row.needs.empty()) outcome = setNeeds(tx, made[i], row.needs);
        if (outcome.ok()) outcome = progress(tx, made[i], row);
        if (!outcome.ok()) return atRow(outcome.error(), row);
    }
    return withoutLoop(tx.programme(), reading, made);
}

void tellChanges(ScheduleReading& reading, const Programme& programme, CalendarId calendar) {
    std::unordered_set<ActivityId> there;
    bool needs = false;
    for (const ScheduleRow& row : reading.rows) {
        if (row.is) there.insert(row.is);
        needs = needs || !row.needs.empty();
    }
    if (there.empty() && !needs) return;
    Programme after = programme;
    Transaction tx(after);
    if (const Outcome taken = importSchedule(tx, reading, calendar); !taken.ok()) {
        const std::string& place = taken.error().place;
        const auto number = place.starts_with("row ") ? Decimal::parse(place.substr(4)) : std::nullopt;
        reading.faults.insert(reading.faults.begin(),
                              {number ? std::size_t(number->mantissa()) : 0, taken.error().what});
        return;
    }
    for (std::size_t i = programme.resources.size(); i < after.resources.size(); ++i)
        reading.newResources.push_back(after.resources[i].name);
    const Schedule was = schedule(programme), becomes = schedule(after);
    if (!was.ok() || !becomes.ok()) return;
    std::unordered_set<ActivityId> other;
    for (Difference& one : compare({programme, was}, {after, becomes}, MatchBy::identity)) {
        // Dates that follow are told when it is done; what is changed is told now.
        if (!there.contains(one.activity) || one.kind == DifferenceKind::date || one.kind == DifferenceKind::floats ||
            one.kind == DifferenceKind::critical || one.kind == DifferenceKind::events)
            continue;
        other.insert(one.activity);
        reading.changes.push_back(std::move(one));
    }
    for (const ActivityId id : there) {
        const Activity &a = *programme.activities.row(id), &b = *after.activities.row(id);
        if (!(a == b)) other.insert(id);
    }
    reading.changed = other.size();
    reading.same = there.size() - other.size();
}

} // namespace yarrin

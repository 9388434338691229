// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/calculation.h"

#include "core/model/resource_book.h"
#include "core/network/effects.h"

#include <algorithm>

namespace yarrin {

namespace {

constexpr std::size_t mostChanges = 64;

/// Whether two states of an activity differ only in what the network does not know, or knows as work. All else, and
/// whatever fields come, counts as known to it.
bool sameButForWork(const Activity& before, const Activity& after) {
    Activity as = before;
    as.name = after.name;
    as.notes = after.notes;
    as.responsible = after.responsible;
    as.breakdown = after.breakdown;
    as.location = after.location;
    as.bookItem = after.bookItem;
    as.costPerWeek = after.costPerWeek;
    as.codes = after.codes;
    as.lumpSums = after.lumpSums;
    as.section = after.section;
    as.duration = after.duration;
    as.measure = after.measure;
    return as == after;
}

/// The work of a task without pauses and effects; nothing where the compiler would have something to say of it.
std::optional<Minutes> plainWork(const Activity& activity, Minutes dayMinutes) {
    if (!activity.measure) return activity.duration.value_or(0);
    const auto measured = durationOf(*activity.measure, dayMinutes);
    if (!measured.ok()) return {};
    if (!*measured) return activity.duration.value_or(0);
    if (activity.duration && *activity.duration != **measured) return {};
    return **measured;
}

} // namespace

Schedule Calculation::whole(const Programme& programme) {
    forget();
    m_kept.emplace(compile(programme, m_cache));
    Schedule schedule = scheduleOf(programme, *m_kept, m_runner);
    // What cannot be calculated is compiled again when it is mended.
    if (!schedule.ok()) forget();
    m_programme = &programme;
    return schedule;
}

Schedule Calculation::after(const Programme& programme, std::span<const ChangedActivity> changes) {
    // Looking at each change costs a walk over events and problems: of many it is more than compiling.
    if (!m_kept || m_programme != &programme || changes.size() > mostChanges) return whole(programme);
    for (const ChangedActivity& change : changes)
        if (!put(programme, change)) return whole(programme);
    ++m_reused;
    Schedule schedule = scheduleOf(programme, *m_kept, m_runner);
    if (!schedule.ok()) forget();
    return schedule;
}

/// False where the change reaches further than the work of a task that has not begun.
bool Calculation::put(const Programme& programme, const ChangedActivity& change) {
    const Activity &before = *change.before, &after = *change.after;
    if (!sameButForWork(before, after)) return false;
    // Another crew may need what works to another calendar.
    if (before.bookItem != after.bookItem && BindingCalendars(programme).any()) return false;
    if (before.duration == after.duration && before.measure == after.measure) return true;
    const std::size_t index = programme.activities.indexOf(after.id);
    Network& net = m_kept->network;
    if (index >= net.nodeOf.size() || net.nodeOf[index] == Network::noNode) return false;
    const Node& node = net.nodes[net.nodeOf[index]];
    if (node.id != after.id || node.kind != NodeKind::task || node.state != NodeState::notStarted) return false;
    if (after.kind != ActivityKind::task || !after.pauses.empty() || after.actualStart || after.actualFinish ||
        standsAside(programme, after) || !ActingEffects(programme).on(after.id).empty())
        return false;
    const bool told = std::any_of(m_kept->problems.begin(), m_kept->problems.end(),
                                  [&](const Problem& problem) { return problem.where == after.key; });
    const auto work = plainWork(after, m_kept->calendars.calendars()[node.calendar]->dayMinutes());
    // Work of nothing is a milestone to the network, and what was told of the activity may no longer hold.
    if (told || !work || *work <= 0 || net.duration[index] <= 0) return false;
    net.work[net.nodeOf[index]] = net.duration[index] = *work;
    return true;
}

} // namespace yarrin

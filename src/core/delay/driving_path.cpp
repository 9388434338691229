// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/delay/driving_path.h"

#include "core/network/link_bound.h"

#include <algorithm>
#include <unordered_map>
#include <unordered_set>

namespace yarrin {

std::vector<ActivityId> drivingPath(const Programme& programme, const Schedule& schedule, ActivityId to) {
    std::unordered_map<ActivityId, std::vector<std::size_t>> into;
    for (std::size_t i = 0; i < programme.links.size(); ++i) into[programme.links[i].to].push_back(i);
    const auto figures = [&](ActivityId id) -> const ActivityFigures& {
        return schedule.activities[programme.activities.indexOf(id)];
    };
    LinkBounds bounds(programme, schedule);
    std::vector<ActivityId> path{to};
    std::unordered_set<ActivityId> seen{to};
    for (;;) {
        const ActivityFigures& at = figures(path.back());
        ActivityId best;
        bool bestDrives = false;
        Instant latest = farPast;
        // What stands still at the data date waits for nothing any more, but did.
        const WorkCalendar& own = schedule.calendarOf(at);
        const auto& dataDate = programme.job.dataDate;
        const bool still =
            dataDate && at.state == NodeState::notStarted && own.worked(at.earlyStart) == own.worked(*dataDate);
        for (const std::size_t i : into[path.back()]) {
            const Link& link = programme.links[i];
            const ActivityFigures& from = figures(link.from);
            if (from.aside || seen.contains(link.from)) continue;
            if (!schedule.driving[i] && at.state == NodeState::notStarted && !still) continue;
            // What has started was held up by what it waited for last; what began against its links was not. Sites
            // report days, so what ended on the day on which the next began was waited for.
            const bool drives = schedule.driving[i];
            const Instant bound = bounds.onSuccessor(link);
            const bool ofStart = link.type == LinkType::fs || link.type == LinkType::ss;
            const Instant met = ofStart ? at.earlyStart : at.earlyFinish;
            const bool waited = dateOf(bound) <= dateOf(met);
            if (!drives && !waited) continue;
            if (best && (bestDrives > drives || (bestDrives == drives && bound <= latest))) continue;
            best = link.from;
            bestDrives = drives;
            latest = bound;
        }
        if (!best) break;
        path.push_back(best);
        seen.insert(best);
    }
    std::reverse(path.begin(), path.end());
    return path;
}

} // namespace yarrin

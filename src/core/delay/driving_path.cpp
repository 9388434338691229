// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/delay/driving_path.h"

#include "core/network/link_bound.h"

#include <algorithm>
#include <unordered_map>
#include <unordered_set>

namespace yarrin {

namespace {

class PathFinder {
public:
    PathFinder(const Programme& programme, const Schedule& schedule, int nearDays, std::size_t most)
        : m_programme(programme), m_schedule(schedule), m_bounds(programme, schedule), m_near(nearDays), m_most(most) {
        for (std::size_t i = 0; i < programme.links.size(); ++i) m_into[programme.links[i].to].push_back(i);
    }

    std::vector<std::vector<ActivityId>> run(ActivityId to) {
        m_open.push_back({to});
        while (!m_open.empty() && m_done.size() < m_most) {
            std::vector<ActivityId> path = std::move(m_open.back());
            m_open.pop_back();
            extend(std::move(path));
        }
        std::sort(m_done.begin(), m_done.end(), [this](const auto& a, const auto& b) {
            return std::lexicographical_compare(a.rbegin(), a.rend(), b.rbegin(), b.rend(),
                                                [this](auto x, auto y) { return keyOf(x) < keyOf(y); });
        });
        return std::move(m_done);
    }

private:
    /// A predecessor that may have ended the wait.
    struct Candidate {
        ActivityId from;
        bool drives;
        Instant bound;
    };
    [[nodiscard]] const std::string& keyOf(ActivityId id) const { return m_programme.activities.row(id)->key; }
    [[nodiscard]] const ActivityFigures& figures(ActivityId id) const {
        return m_schedule.activities[m_programme.activities.indexOf(id)];
    }

    void extend(std::vector<ActivityId> path) {
        for (;;) {
            const std::vector<ActivityId> back = before(path);
            if (back.empty()) break;
            // What waits is tried later, the last by its key first, so that the first is gone on with.
            for (std::size_t i = back.size(); i-- > 1;) {
                if (m_open.size() + m_done.size() >= m_most) continue;
                m_open.push_back(path);
                m_open.back().push_back(back[i]);
            }
            path.push_back(back.front());
        }
        std::reverse(path.begin(), path.end());
        m_done.push_back(std::move(path));
    }

    std::vector<ActivityId> before(const std::vector<ActivityId>& path) {
        const ActivityFigures& at = figures(path.back());
        // What stands still at the data date waits for nothing any more, but did.
        const WorkCalendar& own = m_schedule.calendarOf(at);
        const auto& dataDate = m_programme.job.dataDate;
        const bool still =
            dataDate && at.state == NodeState::notStarted && own.worked(at.earlyStart) == own.worked(*dataDate);
        std::vector<Candidate> found;
        for (const std::size_t i : m_into[path.back()]) {
            const Link& link = m_programme.links[i];
            if (figures(link.from).aside || std::find(path.begin(), path.end(), link.from) != path.end()) continue;
            const bool drives = m_schedule.driving[i];
            if (!drives && at.state == NodeState::notStarted && !still) continue;
            // What has started was held up by what it waited for last; what began against its links was not. Sites
            // report days, so what ended on the day on which the next began was waited for.
            const Instant bound = m_bounds.onSuccessor(link);
            const bool ofStart = link.type == LinkType::fs || link.type == LinkType::ss;
            if (!drives && dateOf(bound) > dateOf(ofStart ? at.earlyStart : at.earlyFinish)) continue;
            found.push_back({link.from, drives, bound});
        }
        return lastOf(std::move(found));
    }

    /// Those that ended the wait: driving ones before others, the latest, and what lies near it; by key.
    std::vector<ActivityId> lastOf(std::vector<Candidate> found) const {
        const bool drives = std::any_of(found.begin(), found.end(), [](const Candidate& c) { return c.drives; });
        Instant latest = farPast;
        for (const Candidate& c : found)
            if (c.drives == drives) latest = std::max(latest, c.bound);
        std::vector<ActivityId> list;
        for (const Candidate& c : found) {
            if (m_near == 0 && c.drives != drives) continue;
            const bool alike = c.drives && drives ? true : dateOf(c.bound) == dateOf(latest);
            if (!alike && dateOf(latest) - dateOf(c.bound) > m_near) continue;
            if (std::find(list.begin(), list.end(), c.from) == list.end()) list.push_back(c.from);
        }
        std::sort(list.begin(), list.end(), [this](ActivityId a, ActivityId b) { return keyOf(a) < keyOf(b); });
        return list;
    }

    const Programme& m_programme;
    const Schedule& m_schedule;
    LinkBounds m_bounds;
    int m_near;
    std::size_t m_most;
    std::unordered_map<ActivityId, std::vector<std::size_t>> m_into;
    std::vector<std::vector<ActivityId>> m_open, m_done;
};

} // namespace

std::vector<std::vector<ActivityId>> drivingPaths(const Programme& programme, const Schedule& schedule, ActivityId to,
                                                  int nearDays, std::size_t most) {
    return PathFinder(programme, schedule, nearDays, most).run(to);
}

std::vector<ActivityId> drivingPath(const Programme& programme, const Schedule& schedule, ActivityId to) {
    return drivingPaths(programme, schedule, to, 0, 1).front();
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/float_paths.h"

#include "core/network/network.h"
#include "core/network/passes.h"

#include <algorithm>
#include <queue>
#include <tuple>

namespace yarrin {

namespace {

/// Dijkstra's search backwards over the slacks of links. Links without slack lengthen the path at hand, the others
/// wait as beginnings of further ones; so paths come out in the order of their slack.
class PathFinder {
public:
    PathFinder(const Programme& programme, const Schedule& schedule)
        : m_programme(programme), m_schedule(schedule), m_net(compile(programme, m_cache).network),
          m_taken(m_net.nodes.size(), false) {}

    std::vector<FloatPath> run(std::size_t to, std::size_t atMost) {
        std::vector<FloatPath> paths;
        const std::uint32_t node = m_net.nodeOf[to];
        if (node == Network::noNode || atMost == 0) return paths;
        paths.push_back(pathEndingAt(node, 0));
        while (paths.size() < atMost && !m_open.empty()) {
            const Candidate best = m_open.top();
            m_open.pop();
            const std::uint32_t from = m_net.links[best.link].from;
            if (m_taken[from]) continue;
            paths.push_back(pathEndingAt(from, best.slack));
            const Link& link = m_programme.links[m_net.linkOf[best.link]];
            paths.back().joinsBy = link.id;
            paths.back().joins = link.to;
        }
        return paths;
    }

private:
    struct Candidate {
        Minutes slack;
        std::uint32_t row;  ///< among the programme's links, so that ties fall alike every time
        std::uint32_t link; ///< of the network
        friend bool operator<(const Candidate& a, const Candidate& b) {
            return std::tie(a.slack, a.row) > std::tie(b.slack, b.row); // the queue wants the least on top
        }
    };

    FloatPath pathEndingAt(std::uint32_t node, Minutes slack) {
        FloatPath path;
        path.slack = slack;
        for (;;) {
            m_taken[node] = true;
            path.activities.push_back(m_programme.activities[m_net.nodes[node].activity].id);
            std::uint32_t next = Network::noNode;
            std::uint32_t row = 0;
            for (auto at = m_net.firstInto[node]; at < m_net.firstInto[node + 1]; ++at) {
                const NetLink& link = m_net.links[at];
                if (m_taken[link.from]) continue;
                const Minutes more = slackOf(node, link);
                if (more == 0 && (next == Network::noNode || m_net.linkOf[at] < row)) {
                    next = link.from;
                    row = m_net.linkOf[at];
                }
                m_open.push({slack + more, m_net.linkOf[at], at});
            }
            if (next == Network::noNode) break;
            node = next;
        }
        std::reverse(path.activities.begin(), path.activities.end());
        return path;
    }

    /// How much of the successor's work time lies between where the link bounds it and where it stands.
    [[nodiscard]] Minutes slackOf(std::uint32_t successor, const NetLink& link) const {
        const ActivityFigures& from = m_schedule.activities[m_net.nodes[link.from].activity];
        const ActivityFigures& to = m_schedule.activities[m_net.nodes[successor].activity];
        const bool leavesStart = link.type == LinkType::ss || link.type == LinkType::sf;
        const bool entersStart = link.type == LinkType::fs || link.type == LinkType::ss;
        Instant bound = leavesStart ? from.earlyStart : from.earlyFinish;
        if (link.lag != 0) bound = m_net.calendars[link.calendar]->shift(bound, link.lag);
        const WorkCalendar& own = *m_net.calendars[m_net.nodes[successor].calendar];
        const Instant stands = entersStart ? to.remainingStart.value_or(to.earlyStart) : to.earlyFinish;
        return std::max<Minutes>(0, own.worked(stands) - own.worked(bound));
    }

    const Programme& m_programme;
    const Schedule& m_schedule;
    CalendarCache m_cache;
    const Network m_net;
    std::vector<bool> m_taken;
    std::priority_queue<Candidate> m_open;
};

} // namespace

std::vector<FloatPath> floatPathsTo(const Programme& programme, const Schedule& schedule, ActivityId to,
                                    std::size_t atMost) {
    return PathFinder(programme, schedule).run(programme.activities.indexOf(to), atMost);
}

} // namespace yarrin

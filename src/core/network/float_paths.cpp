// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/float_paths.h"

#include "core/network/network.h"
#include "core/network/passes.h"

#include <algorithm>
#include <numeric>
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
          m_taken(m_net.nodes.size(), false), m_rank(m_net.nodes.size()) {
        std::vector<std::uint32_t> byKey(m_net.nodes.size());
        std::iota(byKey.begin(), byKey.end(), 0u);
        std::sort(byKey.begin(), byKey.end(), [&](std::uint32_t a, std::uint32_t b) {
            return programme.activities[m_net.nodes[a].activity].key <
                   programme.activities[m_net.nodes[b].activity].key;
        });
        for (std::uint32_t i = 0; i < byKey.size(); ++i) m_rank[byKey[i]] = i;
    }

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
        std::uint64_t
            rank; ///< by the ids at both ends and its type, so that ties fall alike whatever the order of rows
        std::uint32_t link; ///< of the network
        friend bool operator<(const Candidate& a, const Candidate& b) {
            return std::tie(a.slack, a.rank) > std::tie(b.slack, b.rank); // the queue wants the least on top
        }
    };

    FloatPath pathEndingAt(std::uint32_t node, Minutes slack) {
        FloatPath path;
        path.slack = slack;
        for (;;) {
            m_taken[node] = true;
            path.activities.push_back(m_programme.activities[m_net.nodes[node].activity].id);
            std::uint32_t next = Network::noNode;
            std::uint64_t rank = 0;
            for (auto at = m_net.firstInto[node]; at < m_net.firstInto[node + 1]; ++at) {
                const NetLink& link = m_net.links[at];
                if (m_taken[link.from]) continue;
                const Minutes more = slackOf(node, link);
                const std::uint64_t own = (std::uint64_t(m_rank[link.from]) << 32U | std::uint64_t(m_rank[node]) << 2U |
                                           std::uint64_t(link.type));
                if (more == 0 && (next == Network::noNode || own < rank)) {
                    next = link.from;
                    rank = own;
                }
                m_open.push({slack + more, own, at});
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
    std::vector<std::uint32_t> m_rank; ///< of nodes, by their ids
    std::priority_queue<Candidate> m_open;
};

} // namespace

std::vector<FloatPath> floatPathsTo(const Programme& programme, const Schedule& schedule, ActivityId to,
                                    std::size_t atMost) {
    return PathFinder(programme, schedule).run(programme.activities.indexOf(to), atMost);
}

} // namespace yarrin

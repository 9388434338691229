// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/work.h"
#include "core/soundness/soundness.h"

#include <algorithm>

namespace yarrin {

namespace {

/// Starts and finishes as points, with an edge where one cannot come before the other.
class Points {
public:
    Points(const Programme& programme, const Schedule& schedule) : m_programme(programme), m_schedule(schedule) {
        const std::size_t count = programme.activities.size() * 2;
        m_out.resize(count);
        m_in.assign(count, 0);
        for (std::uint32_t i = 0; i < programme.activities.size(); ++i)
            if (!schedule.activities[i].aside) edge(2 * i, 2 * i + 1);
        for (const Link& link : programme.links)
            if (counts(link) && link.lag >= 0) edge(fromOf(link), toOf(link));
        rank();
    }

    [[nodiscard]] bool counts(const Link& link) const {
        return !m_schedule.activities[at(link.from)].aside && !m_schedule.activities[at(link.to)].aside;
    }
    [[nodiscard]] std::uint32_t fromOf(const Link& link) const {
        return 2 * at(link.from) + (link.type == LinkType::fs || link.type == LinkType::ff ? 1 : 0);
    }
    [[nodiscard]] std::uint32_t toOf(const Link& link) const {
        return 2 * at(link.to) + (link.type == LinkType::ff || link.type == LinkType::sf ? 1 : 0);
    }

    /// Whether a chain of at least two edges, or one of another kind than the link itself, leads from point to point
    /// through work that has not started.
    [[nodiscard]] bool leads(std::uint32_t from, std::uint32_t to, bool direct) {
        ++m_stamp;
        std::vector<std::uint32_t> open;
        const auto visit = [&](std::uint32_t point) {
            if (m_rank[point] > m_rank[to] || m_seen[point] == m_stamp) return;
            m_seen[point] = m_stamp;
            open.push_back(point);
        };
        for (const std::uint32_t next : m_out[from])
            if (next != to || !direct) visit(next);
        while (!open.empty()) {
            const std::uint32_t point = open.back();
            open.pop_back();
            if (point == to) return true;
            // Through work in hand or done nothing is sure to hold: it may have gone on out of sequence.
            if (point / 2 != from / 2 && point / 2 != to / 2 &&
                m_schedule.activities[point / 2].state != NodeState::notStarted)
                continue;
            for (const std::uint32_t next : m_out[point]) visit(next);
        }
        return false;
    }

private:
    [[nodiscard]] std::uint32_t at(ActivityId id) const { return std::uint32_t(m_programme.activities.indexOf(id)); }
    void edge(std::uint32_t from, std::uint32_t to) {
        m_out[from].push_back(to);
        ++m_in[to];
    }
    /// A place for each point behind all that come before it.
    void rank() {
        m_rank.assign(m_out.size(), 0);
        m_seen.assign(m_out.size(), 0);
        std::vector<std::uint32_t> ready;
        for (std::uint32_t point = 0; point < m_out.size(); ++point)
            if (m_in[point] == 0) ready.push_back(point);
        while (!ready.empty()) {
            const std::uint32_t point = ready.back();
            ready.pop_back();
            for (const std::uint32_t next : m_out[point]) {
                m_rank[next] = std::max(m_rank[next], m_rank[point] + 1);
                if (--m_in[next] == 0) ready.push_back(next);
            }
        }
    }

    const Programme& m_programme;
    const Schedule& m_schedule;
    std::vector<std::vector<std::uint32_t>> m_out;
    std::vector<std::uint32_t> m_in, m_rank, m_seen;
    std::uint32_t m_stamp = 0;
};

} // namespace

std::vector<LinkId> redundantLinks(const Programme& programme, const Schedule& schedule) {
    std::vector<LinkId> found;
    Points points(programme, schedule);
    for (const Link& link : programme.links) {
        if (link.lag > 0 || !points.counts(link)) continue;
        if (!workGoesOn()) return found;
        if (points.leads(points.fromOf(link), points.toOf(link), link.lag == 0)) found.push_back(link.id);
    }
    return found;
}

} // namespace yarrin

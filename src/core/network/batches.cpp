// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/batches.h"

namespace yarrin {

Batches::Batches(const Network& network) {
    const auto count = static_cast<std::uint32_t>(network.nodes.size());
    std::vector<std::uint32_t> batchOf(count);
    for (std::uint32_t i = 0; i < count; ++i) {
        const Node& node = network.nodes[i];
        bool joins = node.plain && !m_batches.empty() && m_batches.back().plain &&
                     m_batches.back().calendar == node.calendar && i - m_batches.back().first < largestBatch;
        for (auto at = network.firstInto[i]; joins && at < network.firstInto[i + 1]; ++at)
            joins = network.links[at].from < m_batches.back().first;
        if (joins)
            m_batches.back().last = i + 1;
        else
            m_batches.push_back({i, i + 1, node.calendar, node.plain});
        batchOf[i] = std::uint32_t(m_batches.size() - 1);
        m_mostLinks =
            std::max<std::size_t>(m_mostLinks, network.firstInto[i + 1] - network.firstInto[m_batches.back().first]);
    }
    m_batches.push_back({count, count, 0, false});
    findCarried(network, batchOf);
}

void Batches::findCarried(const Network& network, const std::vector<std::uint32_t>& batchOf) {
    const auto count = static_cast<std::uint32_t>(network.nodes.size());
    for (const NetLink& link : network.links)
        if (link.way == LinkWay::carried) ++m_batches[batchOf[link.from] + 1].firstCarried;
    for (std::size_t b = 1; b < m_batches.size(); ++b) m_batches[b].firstCarried += m_batches[b - 1].firstCarried;
    m_carried.resize(m_batches.back().firstCarried);
    std::vector<std::uint32_t> next(m_batches.size());
    for (std::size_t b = 0; b < m_batches.size(); ++b) next[b] = m_batches[b].firstCarried;
    for (std::uint32_t i = 0; i < count; ++i)
        for (auto at = network.firstInto[i]; at < network.firstInto[i + 1]; ++at) {
            const NetLink& link = network.links[at];
            if (link.way != LinkWay::carried) continue;
            const std::uint32_t batch = batchOf[link.from];
            m_carried[next[batch]++] = {at,
                                        i,
                                        link.from + (leavesStart(link.type) ? 0 : count),
                                        i + (entersStart(link.type) ? 0 : count),
                                        link.lag,
                                        link.from - m_batches[batch].first,
                                        leavesStart(link.type)};
        }
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/batches.h"

namespace yarrin {

Batches::Batches(const Network& network) : m_ends(network.nodes.size()) {
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
            m_batches.push_back({i, i + 1, node.calendar, node.plain, std::uint32_t(m_held.size())});
        if (node.finishLinksInto) m_held.push_back(i - m_batches.back().first);
        batchOf[i] = std::uint32_t(m_batches.size() - 1);
        m_mostLinks =
            std::max<std::size_t>(m_mostLinks, network.firstInto[i + 1] - network.firstInto[m_batches.back().first]);
    }
    m_batches.push_back({count, count, 0, false, std::uint32_t(m_held.size())});
    flatten(network);
    findLagged(network, batchOf);
}

void Batches::flatten(const Network& network) {
    m_forward.resize(network.links.size());
    m_back.resize(network.links.size());
    for (const Batch& batch : list())
        for (std::uint32_t i = batch.first; i < batch.last; ++i)
            for (auto at = network.firstInto[i]; at < network.firstInto[i + 1]; ++at) {
                const NetLink& link = network.links[at];
                const bool direct = link.way == LinkWay::direct;
                const std::uint32_t left = m_ends.leftBy(link);
                m_forward[at] = {direct ? left : m_ends.boundOf(at),
                                 i - batch.first + (entersStart(link.type) ? 0 : largestBatch)};
                m_back[at] = {m_ends.enteredBy(link.type, i), direct ? left : m_ends.nowhere()};
            }
}

void Batches::findLagged(const Network& network, const std::vector<std::uint32_t>& batchOf) {
    for (const NetLink& link : network.links) {
        if (link.way != LinkWay::direct) ++m_batches[batchOf[link.from] + 1].firstLagged;
        if (link.way == LinkWay::carried) ++m_batches[batchOf[link.from]].carried;
    }
    for (const Batch& batch : m_batches) m_mostCarried = std::max<std::size_t>(m_mostCarried, batch.carried);
    for (std::size_t b = 1; b < m_batches.size(); ++b) m_batches[b].firstLagged += m_batches[b - 1].firstLagged;
    m_lagged.resize(m_batches.back().firstLagged);
    std::vector<std::pair<std::uint32_t, std::uint32_t>> next; // carried, others
    for (const Batch& batch : m_batches) next.emplace_back(batch.firstLagged, batch.firstLagged + batch.carried);
    for (std::uint32_t i = 0; i < m_ends.count; ++i)
        for (auto at = network.firstInto[i]; at < network.firstInto[i + 1]; ++at) {
            const NetLink& link = network.links[at];
            if (link.way == LinkWay::direct) continue;
            const std::uint32_t batch = batchOf[link.from];
            auto& [carried, other] = next[batch];
            m_lagged[link.way == LinkWay::carried ? carried++ : other++] = {at,
                                                                            i,
                                                                            m_ends.leftBy(link),
                                                                            m_ends.enteredBy(link.type, i),
                                                                            link.lag,
                                                                            link.from - m_batches[batch].first,
                                                                            leavesStart(link.type)};
        }
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/network.h"

#include <algorithm>
#include <span>

namespace yarrin {

[[nodiscard]] constexpr bool leavesStart(LinkType type) {
    return type == LinkType::ss || type == LinkType::sf;
}
[[nodiscard]] constexpr bool entersStart(LinkType type) {
    return type == LinkType::fs || type == LinkType::ss;
}

/// Plain nodes of one calendar of which none comes before another, or any one node.
struct Batch {
    std::uint32_t first;
    std::uint32_t last; ///< one behind
    std::uint16_t calendar;
    bool plain;
    std::uint32_t firstCarried = 0; ///< the first of its carried links; its last end where the next one's start
    [[nodiscard]] int count() const { return int(last - first); }
    /// Fewer are quicker one by one.
    [[nodiscard]] bool atOnce() const { return count() > 2; }
    /// As many as are looked up at once.
    [[nodiscard]] int padded() const { return (count() + DayTable::lanes - 1) & ~(DayTable::lanes - 1); }
};
inline constexpr std::uint32_t largestBatch = 64;
static_assert(largestBatch % DayTable::lanes == 0);

/// One figure of each node of a batch. Not cleared: what is behind the last repeats the first.
struct alignas(64) Lanes {
    DayTable::Lane at[largestBatch];
    Lanes() { at[0] = 0; }
    void take(const DayTable::Lane* from, const Batch& batch) {
        std::copy_n(from, batch.count(), at);
        pad(batch);
    }
    void pad(const Batch& batch) { std::fill(at + batch.count(), at + batch.padded(), at[0]); }
    void give(DayTable::Lane* to, const Batch& batch) const { std::copy_n(at, batch.count(), to); }
};

/// A link that is carried, seen from the batch that it leaves.
struct Carried {
    std::uint32_t link;      ///< index among the network's
    std::uint32_t successor; ///< node
    std::uint32_t left;      ///< where what it leaves stands in a list of starts and then finishes
    std::uint32_t entered;   ///< and what it enters
    DayTable::Lane lag;
    std::uint32_t place; ///< of its predecessor in the batch
    bool leavesStart;
};

/// The nodes of a network in batches, in its order.
class Batches {
public:
    explicit Batches(const Network& network);

    [[nodiscard]] std::span<const Batch> list() const { return std::span(m_batches).first(m_batches.size() - 1); }
    /// The carried links that leave a batch of the list.
    [[nodiscard]] std::span<const Carried> carriedOf(const Batch& batch) const {
        return std::span(m_carried).subspan(batch.firstCarried, (&batch + 1)->firstCarried - batch.firstCarried);
    }
    /// How many links lead into one batch, at most.
    [[nodiscard]] std::size_t mostLinks() const { return m_mostLinks; }

private:
    void findCarried(const Network& network, const std::vector<std::uint32_t>& batchOf);

    std::vector<Batch> m_batches; ///< and one more, that only tells where the links of the last one end
    std::vector<Carried> m_carried;
    std::size_t m_mostLinks = 0;
};

} // namespace yarrin

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
    std::uint32_t firstHeld =
        0; ///< the first of its nodes to whose finish links lead; they end where the next one's start
    std::uint32_t firstLagged = 0; ///< the first of the lagged links that leave it; they end where the next one's start
    std::uint32_t carried = 0;     ///< how many of them are carried
    [[nodiscard]] int count() const { return int(last - first); }
    /// Fewer are quicker one by one.
    [[nodiscard]] bool atOnce() const { return count() > 2; }
    /// As many as are looked up at once.
    [[nodiscard]] int padded() const { return (count() + DayTable::lanes - 1) & ~(DayTable::lanes - 1); }
};
static_assert(largestBatch % DayTable::lanes == 0);

/// Calls a function with 0 up to padded() - 1, in steps of a fixed length that the compiler does side by side.
template <typename Function> void eachPadded(const Batch& batch, const Function& function) {
    for (int block = 0; block < batch.padded(); block += DayTable::lanes)
        for (int k = 0; k < DayTable::lanes; ++k) function(block + k);
}

/// One figure of each node of a batch. Not cleared: what is behind the last repeats the first.
struct alignas(64) Lanes {
    DayTable::Lane at[largestBatch];
    Lanes() { at[0] = 0; }
    void fill(DayTable::Lane value, const Batch& batch) {
        eachPadded(batch, [&](int k) { at[k] = value; });
    }
    void pad(const Batch& batch) { std::fill(at + batch.count(), at + batch.padded(), at[0]); }
    void give(DayTable::Lane* to, const Batch& batch) const { std::copy_n(at, batch.count(), to); }
    /// Writes over what is behind the batch too, which is worked out later.
    void giveAhead(DayTable::Lane* to, const Batch& batch) const {
        eachPadded(batch, [&](int k) { to[k] = at[k]; });
    }
};

/// Of the starts and of the finishes of a batch.
struct BothLanes {
    Lanes both[2];
    Lanes& starts = both[0];
    Lanes& finishes = both[1];
    /// By places of BoundBy.
    [[nodiscard]] DayTable::Lane& of(std::uint32_t place) {
        return both[place / largestBatch].at[place % largestBatch];
    }
};

/// Where the ends of nodes stand in a list: all starts, then all finishes, then the bounds of links that have a lag.
/// Room is left between them, so that whole lanes can be written.
struct NodeEnds {
    std::uint32_t count = 0; ///< of nodes
    std::uint32_t stride = 0;
    explicit NodeEnds(std::size_t nodes) : count(static_cast<std::uint32_t>(nodes)), stride(count + largestBatch) {}
    [[nodiscard]] std::uint32_t startOf(std::uint32_t node) const { return node; }
    [[nodiscard]] std::uint32_t finishOf(std::uint32_t node) const { return stride + node; }
    [[nodiscard]] std::uint32_t boundOf(std::uint32_t link) const { return size() + link; }
    /// How long a list of starts and finishes is.
    [[nodiscard]] std::uint32_t size() const { return 2 * stride; }
    /// An end of no node.
    [[nodiscard]] std::uint32_t nowhere() const { return stride - 1; }
    [[nodiscard]] std::uint32_t leftBy(const NetLink& link) const {
        return leavesStart(link.type) ? startOf(link.from) : finishOf(link.from);
    }
    [[nodiscard]] std::uint32_t enteredBy(LinkType type, std::uint32_t node) const {
        return entersStart(type) ? startOf(node) : finishOf(node);
    }
};

/// A link into a batch, as the sweep forward reads it without asking what it is.
struct BoundBy {
    std::uint32_t bound; ///< where in a list of NodeEnds what bounds its successor stands
    std::uint32_t place; ///< of its successor in the batch; of a finish, behind the places of all starts
};
/// And as the sweep back does.
struct Tells {
    std::uint32_t entered; ///< where what it enters stands
    std::uint32_t left;    ///< where what it limits stands: nowhere() if its lag is in the way
};

/// A link with a lag, seen from the batch that it leaves. Those that are carried come first.
struct Lagged {
    std::uint32_t link;      ///< index among the network's
    std::uint32_t successor; ///< node
    std::uint32_t left;      ///< where in a list of NodeEnds what it leaves stands
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
    /// The places in a batch of the nodes to whose finish links lead.
    [[nodiscard]] std::span<const std::uint32_t> heldIn(const Batch& batch) const {
        return std::span(m_held).subspan(batch.firstHeld, (&batch + 1)->firstHeld - batch.firstHeld);
    }
    /// The links with a lag that leave a batch of the list: those that are carried, and the others.
    [[nodiscard]] std::span<const Lagged> carriedOf(const Batch& batch) const {
        return std::span(m_lagged).subspan(batch.firstLagged, batch.carried);
    }
    [[nodiscard]] std::span<const Lagged> othersOf(const Batch& batch) const {
        const std::uint32_t first = batch.firstLagged + batch.carried;
        return std::span(m_lagged).subspan(first, (&batch + 1)->firstLagged - first);
    }
    /// By the links of the network.
    [[nodiscard]] const std::vector<BoundBy>& forward() const { return m_forward; }
    [[nodiscard]] const std::vector<Tells>& back() const { return m_back; }
    [[nodiscard]] const NodeEnds& ends() const { return m_ends; }
    /// How many links lead into one batch, at most.
    [[nodiscard]] std::size_t mostLinks() const { return m_mostLinks; }
    /// How many carried links leave one batch, at most.
    [[nodiscard]] std::size_t mostCarried() const { return m_mostCarried; }

private:
    void flatten(const Network& network);
    void findLagged(const Network& network, const std::vector<std::uint32_t>& batchOf);

    NodeEnds m_ends;
    std::vector<Batch> m_batches; ///< and one more, that only tells where the links of the last one end
    std::vector<BoundBy> m_forward;
    std::vector<Tells> m_back;
    std::vector<Lagged> m_lagged;
    std::vector<std::uint32_t> m_held;
    std::size_t m_mostLinks = 0;
    std::size_t m_mostCarried = 0;
};

} // namespace yarrin

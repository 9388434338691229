// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/network.h"

#include <memory>
#include <optional>
#include <span>

namespace yarrin {

/// What the passes found. Instants and working minutes fit into 32 bits (1900 to 2200 are 158 million minutes), which
/// halves what the passes read and write. The first four hold what concerns the starts of all nodes, and from
/// `stride` on what concerns their finishes; complete nodes have no float and hold 0.
struct PassResult {
    using Lane = WorkCalendar::Lane;
    std::size_t stride = 0;
    std::vector<Lane> early;     ///< of work in progress the start of what remains; actual where complete
    std::vector<Lane> earlyWork; ///< work of the node's own calendar before it, and so on
    std::vector<Lane> limit;     ///< XS of docs/engine.md section 4; then XF, but only where links lead to a finish
    std::vector<Lane> limitWork;
    std::vector<Lane> totalFloat;
    std::vector<Lane> freeFloat;
    std::vector<std::uint8_t> driving; ///< per link of the network
    std::vector<std::uint8_t> onLongestPath;
    Instant programmeFinish;
    /// A node that would need a date beyond its calendar, and that calendar; the figures are not to be used then.
    struct Beyond {
        std::uint32_t node;
        std::uint16_t calendar;
    };
    std::optional<Beyond> beyond;

    [[nodiscard]] Instant start(std::size_t node) const { return Instant{early[node]}; }
    [[nodiscard]] Instant finish(std::size_t node) const { return Instant{early[stride + node]}; }
};

/// The forward and backward pass, floats, driving links, the longest path and the moves of activities that go as late
/// as possible: docs/engine.md sections 3, 4 and 7. Keeps its buffers from one run to the next, so that running one
/// network many times (simulation, levelling) allocates nothing. The network must outlive it; one thread at a time.
class PassRunner {
public:
    explicit PassRunner(const Network& network);
    ~PassRunner();
    PassRunner(const PassRunner&) = delete;
    PassRunner& operator=(const PassRunner&) = delete;

    /// `work` stands in place of the network's own amounts of work, per node. The required finish, where there is one,
    /// is what late dates are worked out from. The result is good until the next run.
    const PassResult& run(std::span<const Minutes> work, std::optional<Instant> requiredFinish);
    /// From now on another calendar stands in place of one of the network's; it must live as long as it does. Bounds of
    /// nodes are read from the network in each run, and may be changed between two of them unless a node is plain.
    void use(std::uint16_t index, const WorkCalendar& calendar);

private:
    class Passes;
    std::unique_ptr<Passes> m_passes;
};

/// One run by itself.
[[nodiscard]] PassResult runPasses(const Network& network, std::span<const Minutes> work,
                                   std::optional<Instant> requiredFinish);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/network.h"

#include <memory>
#include <optional>
#include <span>

namespace yarrin {

/// Where one node stands. It fills a line of a processor's cache, the part that neighbours ask for first.
struct alignas(64) NodeFigures {
    Instant start;       ///< early start, of work in progress that of what remains; actual where complete
    Instant finish;      ///< early finish; actual where complete
    Instant startLimit;  ///< XS of docs/engine.md section 4; of a complete node of no use, like all below but floats
    Instant finishLimit; ///< XF, or an instant with as much work before it
    Minutes startWork;   ///< work of the node's own calendar before the start, and so on
    Minutes finishWork;
    Minutes startLimitWork;
    Minutes finishLimitWork;
};

/// What the passes found, per node of the network; complete nodes have no float and hold 0.
struct PassResult {
    std::vector<NodeFigures> nodes;
    std::vector<Minutes> totalFloat;
    std::vector<Minutes> freeFloat;
    std::vector<std::uint8_t> driving; ///< per link of the network
    std::vector<std::uint8_t> onLongestPath;
    Instant programmeFinish;
    /// A node that would need a date beyond its calendar, and that calendar; the figures are not to be used then.
    struct Beyond {
        std::uint32_t node;
        std::uint16_t calendar;
    };
    std::optional<Beyond> beyond;
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

private:
    class Passes;
    std::unique_ptr<Passes> m_passes;
};

/// One run by itself.
[[nodiscard]] PassResult runPasses(const Network& network, std::span<const Minutes> work,
                                   std::optional<Instant> requiredFinish);

} // namespace yarrin

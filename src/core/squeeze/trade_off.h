// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <utility>
#include <vector>

namespace yarrin {

/// A network of work and the choices that make it shorter, for the cheapest set of them that reaches a date (Kelley
/// 1961, with choices that are taken whole or not at all). All times are minutes on one line.
struct TradeOff {
    /// A piece of work: it starts no earlier than `earliest` and takes `length`.
    struct Node {
        double earliest = 0, length = 0;
    };
    /// The later one starts or finishes no earlier than `gap` after the start or finish of the earlier one.
    struct Arc {
        std::size_t from = 0, to = 0;
        bool fromStart = false, toFinish = false;
        double gap = 0;
    };
    /// What could be done. By how much it makes work shorter, arcs looser, and starts free to be earlier.
    struct Choice {
        double cost = 0;
        std::vector<std::pair<std::size_t, double>> shortens, loosens, frees;
    };
    std::vector<Node> nodes;
    std::vector<Arc> arcs;
    std::vector<Choice> choices;
    std::vector<std::vector<std::size_t>> either; ///< of the choices of such a list, one at most
    std::size_t last = 0;                         ///< the node whose finish counts
};

/// A set of choices.
struct Chosen {
    bool reaches = false; ///< the date, by the plan's own figures
    bool proved = false;  ///< that no other is cheaper, within the time there was
    std::vector<bool> taken;
    double cost = 0, finish = 0;
};

/// The cheapest set that lets the last node finish by a time: a mixed-integer programme, solved by GLPK for so many
/// seconds at most. Where none does, the set with the earliest finish, and `reaches` is false.
[[nodiscard]] Chosen cheapestSet(const TradeOff& plan, double by, double seconds);
/// When the last node finishes with a set of choices: the longest path.
[[nodiscard]] double finishWith(const TradeOff& plan, const std::vector<bool>& taken);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <cstdint>
#include <utility>
#include <vector>

namespace yarrin {

/// A directed graph of nodes 0 … count-1, without edges from a node to itself.
struct LayerGraph {
    std::size_t count = 0;
    std::vector<std::pair<std::uint32_t, std::uint32_t>> edges;
    /// Of each node: nodes of one layer stand by their bands first. Empty: all in one.
    std::vector<int> bands = {};
};

/// Where the nodes of a layered drawing stand.
struct Layers {
    std::vector<int> layer; ///< of each node, from 0 on; edges lead to higher ones but where they close a loop
    std::vector<std::vector<int>> order; ///< nodes of each layer from the top; what only passes is left out
    std::vector<int> place;              ///< of each node within its layer, with what passes counted
    std::size_t crossings = 0;           ///< of edges between neighbouring layers, long ones passing through each
};

/// The layers of a graph by its longest paths, each node then as near to its neighbours as they let it. The order of
/// edges decides nothing; of loops the edge back to a node that is still open when all are walked through in order of
/// their numbers leads backwards.
[[nodiscard]] std::vector<int> layersOf(const LayerGraph& graph);

/// A drawing with few crossings, in the manner of Sugiyama, Tagawa and Toda (1981) with the weighted medians and the
/// transpositions of Gansner, Koutsofios, North and Vo (1993): long edges are cut at each layer that they pass, then
/// layers are ordered by their neighbours, to and fro. Where very many would have to be cut, the longest are left out
/// of the ordering. Stops early, with the best so far, where the work was stopped.
[[nodiscard]] Layers layered(const LayerGraph& graph);

} // namespace yarrin

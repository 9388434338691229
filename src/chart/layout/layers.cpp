// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/layout/layers.h"

#include "core/base/work.h"

#include <glpk.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <numeric>
#include <utility>

namespace yarrin {

namespace {

using Edges = std::vector<std::pair<std::uint32_t, std::uint32_t>>;
using Lists = std::vector<std::vector<std::uint32_t>>;

constexpr std::size_t mostPassing = 300'000; ///< pieces of long edges that the ordering takes along
constexpr std::size_t mostExact = 2000;      ///< nodes that are laid in the very shortest layers
constexpr std::size_t many = 20'000;         ///< with so many nodes and pieces, the ordering is content sooner

Lists listsOf(std::size_t count, const Edges& edges, bool into) {
    Lists lists(count);
    for (const auto& [from, to] : edges) lists[into ? to : from].push_back(into ? from : to);
    for (auto& list : lists) std::sort(list.begin(), list.end());
    return lists;
}

/// The edges with those turned round that close a loop.
Edges withoutLoops(const LayerGraph& graph) {
    const Lists out = listsOf(graph.count, graph.edges, false);
    std::vector<char> state(graph.count, 0); // 1 while open, 2 when done
    Edges edges;
    edges.reserve(graph.edges.size());
    std::vector<std::pair<std::uint32_t, std::size_t>> stack;
    std::vector<char> entered(graph.count, 0);
    for (const auto& [from, to] : graph.edges) entered[to] = 1;
    const auto walk = [&](std::uint32_t root) {
        if (state[root]) return;
        stack.emplace_back(root, 0);
        state[root] = 1;
        while (!stack.empty()) {
            auto& [node, next] = stack.back();
            if (next == out[node].size()) {
                state[node] = 2;
                stack.pop_back();
                continue;
            }
            const std::uint32_t from = node, to = out[node][next++];
            if (state[to] == 1) {
                edges.emplace_back(to, from);
                continue;
            }
            edges.emplace_back(from, to);
            if (!state[to]) {
                state[to] = 1;
                stack.emplace_back(to, 0);
            }
        }
    };
    for (std::uint32_t node = 0; node < graph.count; ++node)
        if (!entered[node]) walk(node);
    for (std::uint32_t node = 0; node < graph.count; ++node) walk(node);
    return edges;
}

/// The layers with the least length of all edges together: a linear programme whose corners are whole numbers.
void shorten(std::size_t count, const Edges& edges, std::vector<int>& layer) {
    if (edges.empty()) return;
    glp_term_out(GLP_OFF);
    glp_prob* lp = glp_create_prob();
    glp_set_obj_dir(lp, GLP_MIN);
    glp_add_cols(lp, int(count));
    glp_add_rows(lp, int(edges.size()));
    std::vector<double> weight(count, 0);
    for (std::size_t i = 0; i < edges.size(); ++i) {
        const auto [from, to] = edges[i];
        const std::array<int, 3> columns{0, int(from) + 1, int(to) + 1};
        const std::array<double, 3> factors{0, -1, 1};
        glp_set_mat_row(lp, int(i) + 1, 2, columns.data(), factors.data());
        glp_set_row_bnds(lp, int(i) + 1, GLP_LO, 1, 0);
        weight[from] -= 1;
        weight[to] += 1;
    }
    for (std::size_t i = 0; i < count; ++i) {
        glp_set_obj_coef(lp, int(i) + 1, weight[i]);
        glp_set_col_bnds(lp, int(i) + 1, GLP_LO, 0, 0);
    }
    glp_smcp options;
    glp_init_smcp(&options);
    options.msg_lev = GLP_MSG_OFF;
    options.meth = GLP_DUALP;
    options.tm_lim = 1000;
    if (glp_simplex(lp, &options) == 0 && glp_get_status(lp) == GLP_OPT)
        for (std::size_t i = 0; i < count; ++i) layer[i] = int(std::lround(glp_get_col_prim(lp, int(i) + 1)));
    glp_delete_prob(lp);
}

std::vector<int> layersOf(std::size_t count, const Edges& edges) {
    const Lists out = listsOf(count, edges, false), in = listsOf(count, edges, true);
    std::vector<int> layer(count, 0), open(count, 0);
    std::vector<std::uint32_t> order;
    order.reserve(count);
    for (std::uint32_t node = 0; node < count; ++node) {
        open[node] = int(in[node].size());
        if (open[node] == 0) order.push_back(node);
    }
    for (std::size_t i = 0; i < order.size(); ++i)
        for (const std::uint32_t to : out[order[i]]) {
            layer[to] = std::max(layer[to], layer[order[i]] + 1);
            if (--open[to] == 0) order.push_back(to);
        }
    // As near to its neighbours as they let it: what has more behind it than before it goes on, and the other way.
    constexpr int rounds = 8;
    for (int round = 0; round < rounds; ++round) {
        bool moved = false;
        const auto settle = [&](std::uint32_t node) {
            if (in[node].empty() && out[node].empty()) return;
            int least = 0, most = layer[node];
            for (const std::uint32_t from : in[node]) least = std::max(least, layer[from] + 1);
            if (!out[node].empty()) {
                most = layer[out[node].front()] - 1;
                for (const std::uint32_t to : out[node]) most = std::min(most, layer[to] - 1);
            }
            const int wanted = out[node].size() > in[node].size()   ? most
                               : out[node].size() < in[node].size() ? least
                                                                    : layer[node];
            moved = moved || wanted != layer[node];
            layer[node] = wanted;
        };
        for (auto node = order.rbegin(); node != order.rend(); ++node) settle(*node);
        for (const std::uint32_t node : order) settle(node);
        if (!moved) break;
    }
    if (count <= mostExact) shorten(count, edges, layer);
    const int first = count == 0 ? 0 : *std::min_element(layer.begin(), layer.end());
    for (int& one : layer) one -= first;
    return layer;
}

/// Orders the nodes of the layers, and with them the pieces of edges that pass.
class Ordering {
public:
    Ordering(const LayerGraph& graph, const Edges& edges, std::vector<int> layer)
        : m_real(graph.count), m_layer(std::move(layer)), m_bands(graph.bands) {
        m_bands.resize(m_real, 0);
        cut(edges);
        m_in = Lists(m_layer.size());
        m_out = Lists(m_layer.size());
        for (const auto& [from, to] : m_pieces) {
            m_out[from].push_back(to);
            m_in[to].push_back(from);
        }
        m_place.resize(m_layer.size());
    }

    Layers run() {
        // From both ends, for each finds what the other does not; then on from the best of them, the other way about.
        const bool large = m_layer.size() > many;
        const std::size_t begins = large ? 1 : 8, mostSweeps = large ? 8 : 120, patience = large ? 3 : 40;
        for (std::size_t one = 0; one < begins; ++one) {
            if (one < 4)
                begin(one % 2 == 0);
            else
                takeBest();
            keepIfBetter();
            std::size_t idle = 0;
            for (std::size_t sweep = 0; sweep < mostSweeps && idle < patience && m_least > 0; ++sweep) {
                if (!workGoesOn(one * mostSweeps + sweep, begins * mostSweeps)) break;
                // Of equals now the first, now the last goes above, which leads out of dead ends.
                const std::size_t turn = sweep + (one < 4 ? 0 : one - 3);
                m_means = one == 2 || one == 3 || one == 5 || one == 7;
                medians(turn % 2 == 0, turn % 4 >= 2);
                transpose(turn % 4 >= 2);
                idle = keepIfBetter() ? 0 : idle + 1;
            }
            if (large) continue;
            takeBest();
            sift();
            keepIfBetter();
        }
        takeBest();
        Layers found{std::move(m_layer), std::vector<std::vector<int>>(m_order.size()), {}, m_least};
        found.layer.resize(m_real);
        for (std::size_t i = 0; i < m_order.size(); ++i)
            for (const std::uint32_t node : m_order[i])
                if (node < m_real) found.order[i].push_back(int(node));
        found.place.assign(m_place.begin(), m_place.begin() + std::ptrdiff_t(m_real));
        return found;
    }

private:
    void cut(const Edges& edges) {
        // The longest that fits: so many edges of a length, from the shortest on.
        std::vector<std::size_t> ofLength(m_layer.size() + 2, 0);
        for (const auto& [from, to] : edges) ++ofLength[std::size_t(m_layer[to] - m_layer[from])];
        std::size_t longest = 1, used = 0;
        for (; longest < ofLength.size(); ++longest)
            if ((used += ofLength[longest] * (longest - 1)) > mostPassing) break;
        for (const auto& [from, to] : edges) {
            const int length = m_layer[to] - m_layer[from];
            if (std::size_t(length) >= longest && length > 1) continue;
            std::uint32_t at = from;
            for (int layer = m_layer[from] + 1; layer < m_layer[to]; ++layer) {
                const auto passing = std::uint32_t(m_layer.size());
                m_layer.push_back(layer);
                m_bands.push_back(m_bands[to]);
                m_pieces.emplace_back(at, passing);
                at = passing;
            }
            m_pieces.emplace_back(at, to);
        }
    }

    bool keepIfBetter() {
        const std::size_t now = crossings();
        if (!m_best.empty() && now >= m_least) return false;
        m_least = now;
        m_best = m_order;
        return true;
    }

    void takeBest() {
        m_order = m_best;
        placeAll();
    }

    /// Depth first, so that what belongs together begins together.
    void begin(bool fromStart) {
        const Lists &before = fromStart ? m_in : m_out, &behind = fromStart ? m_out : m_in;
        m_order.assign(m_layer.empty() ? 0 : std::size_t(*std::max_element(m_layer.begin(), m_layer.end())) + 1, {});
        std::vector<char> seen(m_layer.size(), 0);
        std::vector<std::uint32_t> stack;
        for (std::uint32_t root = 0; root < m_real; ++root) {
            if (seen[root] || !before[root].empty()) continue;
            stack.push_back(root);
            while (!stack.empty()) {
                const std::uint32_t node = stack.back();
                stack.pop_back();
                if (std::exchange(seen[node], 1)) continue;
                m_order[std::size_t(m_layer[node])].push_back(node);
                for (auto to = behind[node].rbegin(); to != behind[node].rend(); ++to)
                    if (!seen[*to]) stack.push_back(*to);
            }
        }
        for (auto& layer : m_order)
            std::stable_sort(layer.begin(), layer.end(),
                             [&](std::uint32_t a, std::uint32_t b) { return m_bands[a] < m_bands[b]; });
        placeAll();
    }

    void placeAll() {
        for (const auto& layer : m_order)
            for (std::size_t i = 0; i < layer.size(); ++i) m_place[layer[i]] = int(i);
    }

    /// The weighted median of the places of its neighbours; -1 where it has none.
    [[nodiscard]] double median(const std::vector<std::uint32_t>& neighbours) {
        m_scratch.clear();
        for (const std::uint32_t node : neighbours) m_scratch.push_back(m_place[node]);
        if (m_scratch.empty()) return -1;
        if (m_means) return std::accumulate(m_scratch.begin(), m_scratch.end(), 0.0) / double(m_scratch.size());
        std::sort(m_scratch.begin(), m_scratch.end());
        const std::size_t middle = m_scratch.size() / 2;
        if (m_scratch.size() % 2 == 1) return m_scratch[middle];
        if (m_scratch.size() == 2) return (m_scratch[0] + m_scratch[1]) / 2.0;
        const double left = m_scratch[middle - 1] - m_scratch.front();
        const double right = m_scratch.back() - m_scratch[middle];
        if (left + right == 0) return m_scratch[middle];
        return (m_scratch[middle - 1] * right + m_scratch[middle] * left) / (left + right);
    }

    void medians(bool down, bool lastAbove) {
        const std::size_t count = m_order.size();
        for (std::size_t step = 1; step < count; ++step) {
            auto& layer = m_order[down ? step : count - 1 - step];
            // What has no neighbour there keeps its place; the others are ordered among themselves.
            m_keys.clear();
            for (const std::uint32_t node : layer) m_keys.emplace_back(median(down ? m_in[node] : m_out[node]), node);
            std::vector<std::pair<double, std::uint32_t>> moving;
            for (const auto& key : m_keys)
                if (key.first >= 0) moving.push_back(key);
            if (lastAbove) std::reverse(moving.begin(), moving.end());
            std::stable_sort(moving.begin(), moving.end(),
                             [](const auto& a, const auto& b) { return a.first < b.first; });
            std::size_t next = 0;
            for (std::size_t i = 0; i < layer.size(); ++i)
                layer[i] = m_keys[i].first < 0 ? m_keys[i].second : moving[next++].second;
            std::stable_sort(layer.begin(), layer.end(),
                             [&](std::uint32_t a, std::uint32_t b) { return m_bands[a] < m_bands[b]; });
            for (std::size_t i = 0; i < layer.size(); ++i) m_place[layer[i]] = int(i);
        }
    }

    /// Crossings of the edges of two neighbours of a layer, if `a` stands above `b`, less those if it stands below.
    [[nodiscard]] static long gain(const std::vector<int>& a, const std::vector<int>& b) {
        long above = 0, below = 0;
        std::size_t less = 0, atMost = 0;
        for (const int x : a) {
            while (less < b.size() && b[less] < x) ++less;
            while (atMost < b.size() && b[atMost] <= x) ++atMost;
            above += long(less);
            below += long(b.size() - atMost);
        }
        return above - below;
    }
    void placesOf(const std::vector<std::uint32_t>& nodes, std::vector<int>& into) const {
        into.clear();
        for (const std::uint32_t node : nodes) into.push_back(m_place[node]);
        std::sort(into.begin(), into.end());
    }

    void transpose(bool equalsToo) {
        std::vector<int> aIn, aOut, bIn, bOut;
        const int rounds = m_layer.size() > many ? 2 : 12;
        std::vector<char> stale(m_order.size(), 1);
        for (int round = 0; round < rounds; ++round) {
            bool better = false;
            for (std::size_t at = 0; at < m_order.size(); ++at) {
                if (!std::exchange(stale[at], 0)) continue;
                auto& layer = m_order[at];
                bool changed = false;
                for (std::size_t i = 0; i + 1 < layer.size(); ++i) {
                    const std::uint32_t a = layer[i], b = layer[i + 1];
                    if (m_bands[a] != m_bands[b]) continue;
                    placesOf(m_in[a], aIn), placesOf(m_in[b], bIn);
                    placesOf(m_out[a], aOut), placesOf(m_out[b], bOut);
                    const long won = gain(aIn, bIn) + gain(aOut, bOut);
                    if (won < 0 || (won == 0 && !(equalsToo && round < 3))) continue;
                    std::swap(layer[i], layer[i + 1]);
                    std::swap(m_place[a], m_place[b]);
                    changed = true;
                }
                if (!changed) continue;
                better = true;
                stale[at] = 1;
                if (at > 0) stale[at - 1] = 1;
                if (at + 1 < stale.size()) stale[at + 1] = 1;
            }
            if (!better) break;
        }
    }

    /// Each node is moved past its neighbours in the layer to where it is crossed least (sifting, Matuszewski,
    /// Schönfeld and Molitor 1999).
    void sift() {
        std::vector<int> aIn, aOut, bIn, bOut;
        bool better = true;
        for (int round = 0; better && round < 8 && workGoesOn(); ++round) {
            better = false;
            for (auto& layer : m_order) {
                const std::vector<std::uint32_t> nodes = layer;
                for (const std::uint32_t node : nodes) {
                    placesOf(m_in[node], aIn), placesOf(m_out[node], aOut);
                    const auto from = std::size_t(m_place[node]);
                    std::size_t to = from;
                    long best = 0;
                    // Past each of those below, then each of those above.
                    for (const int step : {1, -1}) {
                        long won = 0;
                        for (std::size_t at = from + std::size_t(step); at < layer.size(); at += std::size_t(step)) {
                            const std::uint32_t other = layer[at];
                            if (m_bands[other] != m_bands[node]) break;
                            placesOf(m_in[other], bIn), placesOf(m_out[other], bOut);
                            won += step > 0 ? gain(aIn, bIn) + gain(aOut, bOut) : gain(bIn, aIn) + gain(bOut, aOut);
                            if (won <= best) continue;
                            best = won;
                            to = at;
                        }
                    }
                    if (to == from) continue;
                    better = true;
                    layer.erase(layer.begin() + std::ptrdiff_t(from));
                    layer.insert(layer.begin() + std::ptrdiff_t(to), node);
                    for (std::size_t i = 0; i < layer.size(); ++i) m_place[layer[i]] = int(i);
                }
            }
        }
    }

    /// By a tree of counts over the places of the next layer (Barth, Jünger and Mutzel 2002).
    [[nodiscard]] std::size_t crossings() {
        std::size_t sum = 0;
        std::vector<int> ends;
        std::vector<std::size_t> tree;
        for (std::size_t at = 0; at + 1 < m_order.size(); ++at) {
            const std::size_t width = m_order[at + 1].size();
            tree.assign(width + 1, 0);
            std::size_t put = 0;
            for (const std::uint32_t node : m_order[at]) {
                placesOf(m_out[node], ends);
                for (const int end : ends) {
                    std::size_t before = 0;
                    for (auto i = std::size_t(end) + 1; i > 0; i &= i - 1) before += tree[i];
                    sum += put - before;
                }
                for (const int end : ends)
                    for (auto i = std::size_t(end) + 1; i <= width; i += i & (~i + 1)) ++tree[i];
                put += ends.size();
            }
        }
        return sum;
    }

    std::size_t m_real;
    std::vector<int> m_layer, m_bands, m_place;
    Edges m_pieces;
    Lists m_in, m_out;
    std::vector<std::vector<std::uint32_t>> m_order, m_best;
    std::size_t m_least = 0;
    bool m_means = false; ///< in place of medians, which finds another way out
    std::vector<int> m_scratch;
    std::vector<std::pair<double, std::uint32_t>> m_keys;
};

} // namespace

std::vector<int> layersOf(const LayerGraph& graph) {
    return layersOf(graph.count, withoutLoops(graph));
}

Layers layered(const LayerGraph& graph) {
    const Edges edges = withoutLoops(graph);
    return Ordering(graph, edges, layersOf(graph.count, edges)).run();
}

} // namespace yarrin

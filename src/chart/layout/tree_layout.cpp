// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/layout/tree_layout.h"

#include <algorithm>

namespace yarrin {

namespace {

constexpr double boxWidth = 180;
constexpr double boxHeight = 56;
constexpr double leafHeight = 22;
constexpr double gapAcross = 16;
constexpr double gapDown = 34;
constexpr double gapStacked = 10;
constexpr double indent = 22;

class TreePlacer {
public:
    TreePlacer(std::vector<TreeItem>& items, TreeArrangement arrangement, std::size_t columns)
        : m_items(items), m_arrangement(arrangement), m_columns(columns), m_children(items.size()) {
        for (std::size_t i = 0; i < items.size(); ++i)
            if (items[i].parent >= 0) m_children[static_cast<std::size_t>(items[i].parent)].push_back(i);
        for (std::size_t i = items.size(); i-- > 0;) {
            items[i].hidden = items[i].folded ? below(i) : 0;
        }
    }

    TreeLayout run() {
        double x = 0;
        for (std::size_t i = 0; i < m_items.size(); ++i)
            if (m_items[i].parent < 0) x = place(i, x, 0, 0) + gapAcross;
        for (const TreeBox& box : m_layout.boxes) {
            m_layout.width = std::max(m_layout.width, box.box.x + box.box.width);
            m_layout.height = std::max(m_layout.height, box.box.y + box.box.height);
        }
        return std::move(m_layout);
    }

private:
    [[nodiscard]] int below(std::size_t i) const {
        int count = 0;
        for (const std::size_t child : m_children[i]) count += 1 + below(child);
        return count;
    }
    [[nodiscard]] bool stacks(int depth) const {
        return m_arrangement == TreeArrangement::outline || (m_arrangement == TreeArrangement::stacked && depth > 0);
    }
    [[nodiscard]] double heightOf(std::size_t i) const { return m_items[i].leaf ? leafHeight : boxHeight; }

    /// Puts an item and all below it with their left edge at x; returns their right edge.
    double place(std::size_t i, double x, double y, int depth) {
        const std::size_t at = m_layout.boxes.size();
        m_layout.boxes.push_back({i, {x, y, boxWidth, heightOf(i)}});
        if (m_items[i].folded || m_children[i].empty()) return x + boxWidth;
        // Activities always stand in a stack: they are many and have nothing below them.
        const bool leaves = std::all_of(m_children[i].begin(), m_children[i].end(),
                                        [&](std::size_t child) { return m_items[child].leaf; });
        return stacks(depth) || leaves ? stack(i, at, depth) : spread(i, at, x, y, depth);
    }

    /// Children side by side. Those of the top stand in rows where they are more than the columns; a trunk at the left
    /// leads to the rows below the first.
    double spread(std::size_t i, std::size_t at, double x, double y, int depth) {
        const auto& children = m_children[i];
        const bool wraps = depth == 0 && children.size() > m_columns;
        const std::size_t columns = wraps ? m_columns : children.size();
        const double left = wraps ? x + gapAcross : x;
        const double foot = y + boxHeight;
        const double firstBar = foot + gapDown / 2;
        double top = foot + gapDown;
        double right = x;
        double middle = 0;
        for (std::size_t first = 0; first < children.size(); first += columns) {
            double next = left;
            std::vector<double> centres;
            const std::size_t before = m_layout.boxes.size();
            for (std::size_t c = first; c < std::min(first + columns, children.size()); ++c) {
                const std::size_t box = m_layout.boxes.size();
                const double end = place(children[c], next, top, depth + 1);
                centres.push_back(m_layout.boxes[box].box.x + boxWidth / 2);
                next = end + gapAcross;
            }
            right = std::max(right, next - gapAcross);
            const double bar = top - gapDown / 2;
            if (first == 0) middle = (centres.front() + centres.back()) / 2;
            if (first == 0 && !wraps) {
                if (centres.size() > 1) m_layout.lines.push_back({centres.front(), bar, centres.back(), bar});
            } else {
                m_layout.lines.push_back({x, bar, centres.back(), bar});
                if (first > 0) m_layout.lines.push_back({x, firstBar, x, bar});
            }
            for (const double centre : centres) m_layout.lines.push_back({centre, bar, centre, top});
            for (std::size_t box = before; box < m_layout.boxes.size(); ++box)
                top = std::max(top, m_layout.boxes[box].box.y + m_layout.boxes[box].box.height + gapDown);
        }
        Box& own = m_layout.boxes[at].box;
        own.x = middle - boxWidth / 2;
        m_layout.lines.push_back({middle, foot, middle, firstBar});
        return std::max(right, own.x + boxWidth);
    }

    double stack(std::size_t i, std::size_t at, int depth) {
        const Box own = m_layout.boxes[at].box;
        double right = own.x + boxWidth;
        double last = own.y + own.height;
        for (const std::size_t child : m_children[i]) {
            const double top = bottom() + (m_items[child].leaf ? gapStacked / 2 : gapStacked);
            right = std::max(right, place(child, own.x + indent, top, depth + 1));
            last = top + heightOf(child) / 2;
            m_layout.lines.push_back({own.x + indent / 2, last, own.x + indent, last});
        }
        m_layout.lines.push_back({own.x + indent / 2, own.y + own.height, own.x + indent / 2, last});
        return right;
    }

    /// Of the stack at hand: everything placed since its top item stands above.
    [[nodiscard]] double bottom() const { return m_layout.boxes.back().box.y + m_layout.boxes.back().box.height; }

    std::vector<TreeItem>& m_items;
    TreeArrangement m_arrangement;
    std::size_t m_columns;
    std::vector<std::vector<std::size_t>> m_children;
    TreeLayout m_layout;
};

} // namespace

TreeLayout layOutTree(std::vector<TreeItem>& items, TreeArrangement arrangement, std::size_t columns) {
    return TreePlacer(items, arrangement, std::max<std::size_t>(1, columns)).run();
}

TreeLayout layOutTreeFor(std::vector<TreeItem>& items, TreeArrangement arrangement, double width, double height) {
    TreeLayout best = layOutTree(items, arrangement);
    const auto fits = [&](const TreeLayout& layout) {
        return std::min({1.0, width / std::max(1.0, layout.width), height / std::max(1.0, layout.height)});
    };
    std::size_t top = 0;
    for (const TreeItem& item : items)
        top += item.parent >= 0 && items[static_cast<std::size_t>(item.parent)].parent < 0 ? 1 : 0;
    for (std::size_t columns = std::min<std::size_t>(top, 40); columns-- > 2;) {
        TreeLayout other = layOutTree(items, arrangement, columns);
        if (fits(other) > fits(best) + 0.01) best = std::move(other);
    }
    return best;
}

const TreeBox* TreeLayout::at(double x, double y) const {
    for (const TreeBox& box : boxes)
        if (box.box.contains(x, y)) return &box;
    return nullptr;
}

const TreeBox* TreeLayout::of(std::uint32_t id, const std::vector<TreeItem>& items) const {
    for (const TreeBox& box : boxes)
        if (items[box.item].id == id && !items[box.item].leaf) return &box;
    return nullptr;
}

std::optional<TreeLanding> landingAt(const TreeLayout& layout, const std::vector<TreeItem>& items,
                                     TreeArrangement arrangement, double x, double y) {
    // A little beside a box counts as beside it.
    const TreeBox* hit = nullptr;
    for (const TreeBox& one : layout.boxes) {
        const Box& b = one.box;
        if (!items[one.item].leaf && Box{b.x - 7, b.y - 4, b.width + 14, b.height + 8}.contains(x, y)) hit = &one;
    }
    if (!hit) return {};
    const TreeItem& item = items[hit->item];
    if (item.parent < 0) return TreeLanding{hit->item, TreeLanding::Side::inside};
    const bool top = items[static_cast<std::size_t>(item.parent)].parent < 0;
    const bool sideways = arrangement == TreeArrangement::across || (arrangement == TreeArrangement::stacked && top);
    const double share = sideways ? (x - hit->box.x) / hit->box.width : (y - hit->box.y) / hit->box.height;
    if (share < 0.25) return TreeLanding{hit->item, TreeLanding::Side::before};
    if (share > 0.75) return TreeLanding{hit->item, TreeLanding::Side::after};
    return TreeLanding{hit->item, TreeLanding::Side::inside};
}

} // namespace yarrin

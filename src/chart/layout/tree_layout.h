// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/week_layout.h"

#include <cstddef>
#include <cstdint>
#include <optional>
#include <string>
#include <vector>

namespace yarrin {

/// A box of a tree as it comes in: parents stand before their children, who follow in order.
struct TreeItem {
    std::uint32_t id = 0; ///< of what it stands for; 0 for the whole
    int parent = -1;      ///< index of another item
    bool folded = false;  ///< what is below does not show
    bool leaf = false;    ///< an activity: a line, not a box
    std::string code, name, figures;
    int hidden = 0; ///< items below it that folding hides; filled in by the layout
};

enum class TreeArrangement { across, stacked, outline };

struct TreeBox {
    std::size_t item = 0;
    Box box;
};
struct TreeLine {
    double x0, y0, x1, y1;
};

/// Boxes and the lines between them, in pixels at a zoom of 1.
struct TreeLayout {
    std::vector<TreeBox> boxes;
    std::vector<TreeLine> lines;
    double width = 0;
    double height = 0;

    [[nodiscard]] const TreeBox* at(double x, double y) const;
    [[nodiscard]] const TreeBox* of(std::uint32_t id, const std::vector<TreeItem>& items) const;
};

/// Across: children side by side under their parent. Stacked: those of the whole side by side, all others one below the
/// other. Outline: all one below the other. No two boxes overlap, and a parent stands over its children.
/// Where the whole has more children side by side than there are columns, they stand in rows.
[[nodiscard]] TreeLayout layOutTree(std::vector<TreeItem>& items, TreeArrangement arrangement,
                                    std::size_t columns = static_cast<std::size_t>(-1));
/// The same with as many columns as show it largest on a page of this size.
[[nodiscard]] TreeLayout layOutTreeFor(std::vector<TreeItem>& items, TreeArrangement arrangement, double width,
                                       double height);

/// Where a box dragged to a point would land.
struct TreeLanding {
    enum class Side { before, after, inside };
    std::size_t item = 0;
    Side side = Side::inside;
};
[[nodiscard]] std::optional<TreeLanding> landingAt(const TreeLayout& layout, const std::vector<TreeItem>& items,
                                                   TreeArrangement arrangement, double x, double y);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/tree_layout.h"
#include "chart/paint/theme.h"

#include <QPainter>

namespace yarrin {

struct TreeInk {
    const Theme& theme;
    std::optional<std::size_t> chosen;  ///< item
    std::optional<TreeLanding> landing; ///< where what is dragged would land
    std::optional<std::size_t> dragged; ///< item
    bool sideways = false;              ///< landing before and after is left and right
    bool focused = false;
    QRectF seen = {}; ///< what is painted, in the layout's units; empty: all
};
void paintTree(QPainter& painter, const TreeLayout& layout, const std::vector<TreeItem>& items, const TreeInk& ink);

} // namespace yarrin

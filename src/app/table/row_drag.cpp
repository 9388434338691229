// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/table/row_drag.h"

#include <algorithm>

namespace yarrin {

RowDrop dropAt(const ActivityModel& model, int y, int rowHeight) {
    RowDrop drop;
    const int count = model.rowCount();
    if (count == 0) return drop;
    const int row = std::clamp(y / rowHeight, 0, count - 1);
    const bool heading = model.isHeading(row);
    // On a heading they become the first of the group; elsewhere they come above or below the row.
    drop.below = heading || y >= count * rowHeight || y % rowHeight >= rowHeight / 2;
    drop.line = row + (drop.below ? 1 : 0);
    if (heading) {
        const bool next = row + 1 < count && !model.isHeading(row + 1) && !model.isFolded(row);
        if (next) drop.beside = model.activityAt(row + 1);
        drop.below = !next;
    } else {
        drop.beside = model.activityAt(row);
    }
    int depth = heading ? model.depth(row) + 1 : model.depth(row);
    std::vector<std::size_t> levels;
    for (int at = row; at >= 0 && depth > 0; --at) {
        if (!model.isHeading(at) || model.depth(at) >= depth) continue;
        depth = model.depth(at);
        // The innermost of a tree counts.
        const std::size_t level = model.rows()[std::size_t(at)].level;
        if (std::find(levels.begin(), levels.end(), level) != levels.end()) continue;
        levels.push_back(level);
        drop.headings.insert(drop.headings.begin(), at);
    }
    return drop;
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/table/activity_model.h"

#include <QPoint>

namespace yarrin {

/// Rows that are dragged by their ids: where they would come to stand, and the groups that they would belong to there.
struct RowDrop {
    int line = -1;             ///< the row above which they come; the number of rows for the end
    ActivityId beside;         ///< the activity that they come next to; none in an empty group
    bool below = true;         ///< below it, or above
    std::vector<int> headings; ///< of the groups around the place, from the outermost in, one a level
};

/// Where rows would come that are let go at a height of a table's rows.
[[nodiscard]] RowDrop dropAt(const ActivityModel& model, int y, int rowHeight);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/calculation.h"
#include "edit/transaction.h"

namespace yarrin {

/// What follows from a programme after an edit of it, the one that was made since the last calculation.
[[nodiscard]] inline Schedule recalculated(Calculation& calculation, const Programme& programme, const Edit& edit) {
    std::vector<ChangedActivity> changes;
    for (const Change& change : edit.changes) {
        const auto* one = std::get_if<RowChange<Activity>>(&change);
        if (!one || !one->before || !one->after) return calculation.whole(programme);
        // Of several changes of one activity the last stands in the programme.
        changes.push_back({&*one->before, &*one->after});
    }
    return calculation.after(programme, changes);
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/cost_edits.h"

#include "core/base/worded.h"
#include "edit/typed.h"

namespace yarrin {

namespace {

Outcome setCost(Transaction& tx, ActivityId id, std::optional<Decimal> Activity::*cost, std::string_view text) {
    const Activity* row = tx.programme().activities.row(id);
    if (!row) return inputError(worded("the activity is no longer there"));
    if (row->kind != ActivityKind::hammock)
        return inputError(worded("%1 is no hammock", row->key), worded("time-related cost is entered of hammocks"));
    Activity activity = *row;
    if (Fault fault = readSum(activity.*cost, text, worded("a cost"))) return *fault;
    tx.set(std::move(activity));
    return done();
}

} // namespace

Outcome setCostPerWeek(Transaction& tx, ActivityId id, std::string_view text) {
    return setCost(tx, id, &Activity::costPerWeek, text);
}
Outcome setCostToDate(Transaction& tx, ActivityId id, std::string_view text) {
    return setCost(tx, id, &Activity::costToDate, text);
}

} // namespace yarrin

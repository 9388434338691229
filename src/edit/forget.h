// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/describe/references.h"
#include "edit/transaction.h"

#include <span>
#include <unordered_set>

namespace yarrin {

/// Takes away what names rows that are about to go, as it is described: rows that stand on them go too, and what named
/// those; others forget them. Fields that an operation of its own decides about are left to it.
template <typename Id> void forget(Transaction& tx, std::span<const Id> ids) {
    const std::unordered_set<Id> going(ids.begin(), ids.end());
    forEachRowType([&]<typename Row>(Row*) {
        using RowId = decltype(Row::id);
        std::vector<RowId> follows;
        std::vector<Row> changed;
        for (const Row& row : tableOf<Row>(tx.programme())) {
            if constexpr (std::is_same_v<RowId, Id>)
                if (going.contains(row.id)) continue;
            if (!describe::names<Row, Id>(row, going)) continue;
            Row left = row;
            if (describe::forgetIn<Id>(left, going))
                follows.push_back(row.id);
            else
                changed.push_back(std::move(left));
        }
        for (Row& row : changed) tx.set(std::move(row));
        if (follows.empty()) return;
        if constexpr (!std::is_same_v<RowId, Id>) forget<RowId>(tx, follows);
        tx.eraseAll<Row>(follows);
    });
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/forget.h"

#include "core/model/describe/references.h"

#include <unordered_set>

namespace yarrin {

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

template void forget(Transaction&, std::span<const CalendarId>);
template void forget(Transaction&, std::span<const BreakdownId>);
template void forget(Transaction&, std::span<const LocationId>);
template void forget(Transaction&, std::span<const ActivityId>);
template void forget(Transaction&, std::span<const SectionId>);
template void forget(Transaction&, std::span<const EventId>);
template void forget(Transaction&, std::span<const BookItemId>);
template void forget(Transaction&, std::span<const BillItemId>);
template void forget(Transaction&, std::span<const CodeId>);
template void forget(Transaction&, std::span<const ResourceId>);
template void forget(Transaction&, std::span<const SequenceId>);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/forget.h"

#include "core/model/describe/references.h"

#include <vector>

namespace yarrin {

namespace {

using describe::Going;
using describe::Left;

/// Adds the rows of a table that cannot stand without those that go; true where any came.
template <typename Row> bool follow(const Programme& programme, Going& going) {
    bool any = false;
    for (const Row& row : tableOf<Row>(programme))
        if (!going.contains(row.id) && describe::leftOf(row, going) == Left::nothing) any = going.add(row.id) || any;
    return any;
}

template <typename Row> void clear(Transaction& tx, const Going& going) {
    std::vector<Row> changed;
    for (const Row& row : tableOf<Row>(tx.programme()))
        if (!going.contains(row.id) && describe::leftOf(row, going) == Left::changed) {
            changed.push_back(row);
            describe::forgetIn(changed.back(), going);
        }
    for (Row& row : changed) tx.set(std::move(row));
}

/// Those that the caller takes away himself stay for him.
template <typename Row> void eraseFollowers(Transaction& tx, const Going& going, const Going& asked) {
    std::vector<decltype(Row::id)> followers;
    for (const Row& row : tableOf<Row>(tx.programme()))
        if (going.contains(row.id) && !asked.contains(row.id)) followers.push_back(row.id);
    if (!followers.empty()) tx.eraseAll<Row>(followers);
}

void forgetAll(Transaction& tx, const Going& asked) {
    Going going = asked;
    bool more = true;
    while (more) {
        more = false;
        forEachRowType([&]<typename Row>(Row*) { more = follow<Row>(tx.programme(), going) || more; });
    }
    forEachRowType([&]<typename Row>(Row*) { clear<Row>(tx, going); });
    forEachRowType([&]<typename Row>(Row*) { eraseFollowers<Row>(tx, going, asked); });
}

} // namespace

template <typename Id> void forget(Transaction& tx, std::span<const Id> ids) {
    Going asked;
    for (const Id id : ids) asked.add(id);
    forgetAll(tx, asked);
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

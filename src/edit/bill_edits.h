// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/quantity/bill.h"
#include "edit/transaction.h"

#include <span>

namespace yarrin {

/// Adds an empty item below another one, or at the end.
[[nodiscard]] Result<BillItemId> addBillItem(Transaction& tx, BillItemId below);
enum class BillField { key, description, unit, quantity, rate, location, breakdown, materials };
/// A field as typed. Refused: less than is placed already, another unit while something is placed.
[[nodiscard]] Outcome setBillField(Transaction& tx, BillItemId id, BillField field, std::string_view text);
/// Removes items; what activities do of them is theirs alone then.
[[nodiscard]] Outcome removeBillItems(Transaction& tx, std::span<const BillItemId> ids);

/// Makes an activity do so much of an item, in the item's unit; 0 takes it off. More than is left is refused. The
/// activity's own quantity follows, in its unit, where it was what its items gave it.
[[nodiscard]] Outcome allocate(Transaction& tx, BillItemId item, ActivityId activity, const Decimal& quantity);
/// Shares what is left of an item among activities in proportion to the lengths of their locations, equally where
/// those are not known.
[[nodiscard]] Outcome shareAmong(Transaction& tx, BillItemId item, std::span<const ActivityId> activities);
/// An activity that does all that is left of an item.
[[nodiscard]] Result<ActivityId> activityFrom(Transaction& tx, BillItemId item);

/// The job's own copy of an item of the output book; one with its number that is there already stays as it is.
[[nodiscard]] Result<BookItemId> copyToJob(Transaction& tx, BookItem item);
/// Gives an activity the output and crew of an item; its quantity is turned into the item's unit.
[[nodiscard]] Outcome applyBook(Transaction& tx, ActivityId activity, BookItemId item);
/// The same by the item's name or number, among the job's copies; empty text leaves the output and forgets the item.
[[nodiscard]] Outcome setBookItem(Transaction& tx, ActivityId activity, const std::string& name);
enum class BookField { key, name, group, unit, output, hours, crew, source, note };
/// A field of an item as typed, wherever the item is kept; it stays as it was where that is refused.
[[nodiscard]] Outcome changeBookItem(BookItem& item, BookField field, std::string_view text);
[[nodiscard]] std::string bookFieldText(const BookItem& item, BookField field);
/// The same of the job's own copy. Activities whose output is still the item's follow.
[[nodiscard]] Outcome setBookField(Transaction& tx, BookItemId id, BookField field, std::string_view text);
/// Removes a copy that nothing uses.
[[nodiscard]] Outcome removeBookItem(Transaction& tx, BookItemId id);

/// Learning on repeated units as typed: "90 %", or nothing. `unitNumber` none leaves it.
[[nodiscard]] Outcome setLearning(Transaction& tx, ActivityId id, std::string_view rate, std::optional<int> unitNumber);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/transaction.h"

#include <string_view>

namespace yarrin {

/// Records of time that was won back, and measured miles. Texts are as typed; an empty one takes a value away.

[[nodiscard]] Result<AccelerationId> addAcceleration(Transaction& tx, Date on);
[[nodiscard]] Outcome removeAcceleration(Transaction& tx, AccelerationId id);
enum class WonField {
    key,
    title,
    by, ///< by its word, as how
    how,
    from,
    to,
    cost,
    won,        ///< "S1 6; S2 3": calendar days by section
    activities, ///< ids with semicolons between them
    note,
};
[[nodiscard]] Outcome setWonField(Transaction& tx, AccelerationId id, WonField field, std::string_view text);
[[nodiscard]] std::string wonText(const Programme& programme, const Acceleration& record);

[[nodiscard]] Result<MileId> addMile(Transaction& tx);
[[nodiscard]] Outcome removeMile(Transaction& tx, MileId id);
enum class MileField { key, title, event, item, quietFrom, quietTo, hurtFrom, hurtTo, costPerHour, note };
/// Event and item by the ids that people see.
[[nodiscard]] Outcome setMileField(Transaction& tx, MileId id, MileField field, std::string_view text);
/// One of its two spans as a whole.
[[nodiscard]] Outcome setMileSpan(Transaction& tx, MileId id, bool hurt, Date from, Date to);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/sheet.h"
#include "core/network/schedule.h"
#include "edit/transaction.h"

#include <span>
#include <utility>

namespace yarrin {

/// A form to fill in on site: a line for each activity with what was planned and what is known; empty where it is to be
/// filled in. `planned` gives start and finish by activity, in the order of `ids`.
[[nodiscard]] Sheet progressForm(const Programme& programme, const Schedule& schedule, std::span<const ActivityId> ids,
                                 std::span<const std::pair<Instant, Instant>> planned);

/// What a form brought.
struct FormCount {
    std::size_t rows = 0;    ///< activities found
    std::size_t changed = 0; ///< activities that are other ones now
};
/// Enters what a filled-in form says, columns found by their headings (ID, Started, Finished, Done, Days left); empty
/// cells leave what is there. Dates are those of the form or of a spreadsheet. All of it or nothing: every entry that
/// cannot be is an error with its row and column.
[[nodiscard]] Result<FormCount> applyProgressForm(Transaction& tx, const Sheet& sheet);

} // namespace yarrin

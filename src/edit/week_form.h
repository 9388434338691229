// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/sheet.h"
#include "edit/transaction.h"

namespace yarrin {

/// A form for the site: a line for each promise of a committed week, of a firm or a trade where one is named, with what
/// is known of it; Kept, Reason, Done and Note are to be filled in.
[[nodiscard]] Sheet weekForm(const Programme& programme, Date begins, std::string_view of);
/// Enters what a filled-in form says of a week: kept is "yes", "no", "in part" or "withdrawn"; empty cells leave what
/// is there. All of it or nothing: what cannot be is an error with its row and column. How many promises it spoke of.
[[nodiscard]] Result<std::size_t> applyWeekForm(Transaction& tx, Date begins, const Sheet& sheet);

} // namespace yarrin

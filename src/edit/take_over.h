// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/transaction.h"

namespace yarrin {

/// Brings the plan of another programme into this one, below a group of a name: its breakdown, activities, links,
/// resources by their names, and the calendars that it works to. Ids that are taken get a number behind them. Work that
/// nothing leads to starts no earlier than there. An error where it has progress beyond this job's data date.
[[nodiscard]] Outcome takeOver(Transaction& tx, const Programme& other, const std::string& under);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/reports/facts.h"
#include "app/reports/report.h"

namespace yarrin {

/// The weeks ahead: a lane for each firm, then the work as a table by trade; of one trade or firm where the sheet is of
/// that.
[[nodiscard]] Outcome weeksSheet(Report& report, const std::shared_ptr<const SheetFacts>& facts);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/reports/facts.h"
#include "app/reports/report.h"

namespace yarrin {

/// Places against time, of all places or of the branch that the sheet is of, and what clashes ahead of the data date.
[[nodiscard]] Outcome placesSheet(Report& report, const std::shared_ptr<const SheetFacts>& facts);

} // namespace yarrin

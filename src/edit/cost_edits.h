// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/transaction.h"

#include <string_view>

namespace yarrin {

/// What a hammock costs a week, and what it really cost up to the data date; an empty text takes it away.
[[nodiscard]] Outcome setCostPerWeek(Transaction& tx, ActivityId id, std::string_view text);
[[nodiscard]] Outcome setCostToDate(Transaction& tx, ActivityId id, std::string_view text);

} // namespace yarrin

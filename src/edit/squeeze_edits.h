// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/squeeze/measures.h"
#include "edit/transaction.h"

#include <span>

namespace yarrin {

/// Takes measures that bring a section in. Refused as any edit of its kind is, and where what a measure changes is
/// gone.
[[nodiscard]] Outcome takeMeasures(Transaction& tx, std::span<const SqueezeMeasure> measures);

} // namespace yarrin

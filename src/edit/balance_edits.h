// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/places/balance.h"
#include "edit/transaction.h"

namespace yarrin {

/// Gives each trade of a sequence whole crews with which it keeps up with the one that sets the pace, or with the one
/// of a step, where that is not 0; what has begun stays as it is. The steps of the sequence have them too.
[[nodiscard]] Outcome matchCrews(Transaction& tx, SequenceId sequence, int paceStep = 0);
/// Holds the first unit of each trade, as levelling does, so that its crews never wait, trade by trade; what has begun
/// stays. Refused where
/// the programme cannot be calculated.
[[nodiscard]] Outcome startWithoutWaiting(Transaction& tx, SequenceId sequence);
/// Takes such holds back: each trade starts as early as it can.
[[nodiscard]] Outcome startEarly(Transaction& tx, SequenceId sequence);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/transaction.h"

/// How laid-out units keep to their sequence; only the edits of sequences use it.
namespace yarrin {

/// The step of that number; null where there is none.
[[nodiscard]] const SequenceStep* stepOf(const Sequence& sequence, int number);

/// What an activity of a unit is by its sequence alone. Its id, place and progress are its own.
[[nodiscard]] Activity asLaidOut(const Programme& programme, const Sequence& sequence, const SequenceStep& step,
                                 const LaidOut& unit, const Decimal& quantity);

/// Makes the activity of one step of a unit and notes it there; its quantity is taken from the step's bill item.
[[nodiscard]] Result<ActivityId> layStep(Transaction& tx, const Sequence& sequence, int step, LaidOutId unit,
                                         const Decimal& quantity);

/// Takes every unit from what a sequence was to what it is now. Of an activity, what still was as the sequence had it
/// follows; what was altered by hand stays. Links likewise: one that was deleted stays away, one that was added stays.
[[nodiscard]] Outcome follow(Transaction& tx, const Sequence& before, const Sequence& after);

} // namespace yarrin

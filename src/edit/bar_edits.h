// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/activity_edits.h"

#include <string>
#include <string_view>

namespace yarrin {

/// What a hand does to a bar: stretched, cut, pulled apart, moved along what drives it, drawn anew. Each either does
/// the whole of what its name says within the transaction, or returns the reason in words.

/// Gives work another length, in minutes of its calendar; of measured work `follows` is what is worked out of it, crews
/// in whole numbers. Of work in hand it is the work left. Refused: of what is done, of milestones and hammocks.
[[nodiscard]] Outcome stretchTo(Transaction& tx, ActivityId id, Minutes minutes, Solved follows = Solved::crews);
/// Has work rest for `rest` minutes of its calendar after `after` minutes of it, in place of the rest that it has
/// there; with no rest the parts join.
[[nodiscard]] Outcome setPause(Transaction& tx, ActivityId id, Minutes after, Minutes rest);
/// The rests of an activity as typed: "2d after 3d; 1d after 6d"; empty takes all away.
[[nodiscard]] Outcome setPauses(Transaction& tx, ActivityId id, std::string_view text);
/// Adds to the lag of a link, in minutes of the calendar that its lag runs on.
[[nodiscard]] Outcome addToLag(Transaction& tx, LinkId id, Minutes minutes);
/// Adds an activity of so much work (a milestone of none) below a row, held at a day.
[[nodiscard]] Result<ActivityId> drawActivity(Transaction& tx, ActivityKind kind, ActivityId below, BreakdownId group,
                                              const std::string& name, Date start, Minutes minutes,
                                              const NewWork& as = {});

} // namespace yarrin

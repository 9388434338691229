// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"

namespace yarrin {

/// Whether an event does anything to the programme: effects, or a fragment.
[[nodiscard]] bool hasEffect(const Programme& programme, const DelayEvent& event);

/// The event as a programme records it, where it counts there and does anything; else null.
[[nodiscard]] const DelayEvent* countingIn(const Programme& programme, EventId event);

/// Puts an event as `source` describes it into another stand of the same job, so that it counts: its effects, and its
/// fragment as it was planned, without what was done of it. What it held of that event goes; effects on and links to
/// activities that it does not have are left out.
void putIn(Programme& programme, const Programme& source, EventId id);

/// An event with what of its effects, named activities and sections a programme knows.
[[nodiscard]] DelayEvent describedHere(const Programme& programme, DelayEvent event);

/// Makes an event of a programme not count.
void switchOff(Programme& programme, EventId id);

/// Activities that an event delays: those of its effects, those that follow its fragment, those the planner named.
[[nodiscard]] std::vector<ActivityId> delayedBy(const Programme& programme, const DelayEvent& event);

} // namespace yarrin

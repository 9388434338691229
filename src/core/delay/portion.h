// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/delay/state.h"

namespace yarrin {

/// An event as a stand describes it, to be put into an earlier one.
struct Incoming {
    EventId event;
    const Programme* source = nullptr; ///< whose record describes it
    std::optional<Date> until = {};    ///< only what lies before this day of it; none: all
};

/// The part of an event's days that lies before a day; 1 where it has no end, or no beginning.
[[nodiscard]] Fraction partBefore(const DelayEvent& event, Date until);

/// A stand with its events cut to its data date: what has not begun is off, stops end with it, of added work and of
/// changed quantities there is the part of the event's days. From stated remaining work goes what its own record adds
/// after it: docs/engine.md section 11.
[[nodiscard]] Programme cutToDataDate(const AnalysisState& stand);

/// Puts an event into a stand. What a stand with work in hand does not hold of an
/// event that had begun is taken to be in the work left. `tooOld` tells that access was withheld from a start which the
/// stand has before the event began: it then does the days from its beginning only.
void bringInto(Programme& stand, CalendarCache& cache, const Incoming& incoming, bool* tooOld = nullptr);
/// The same into a copy; nothing where that changes nothing.
[[nodiscard]] std::optional<Programme> bring(const Programme& base, CalendarCache& cache, const Incoming& incoming,
                                             bool* tooOld = nullptr);

} // namespace yarrin

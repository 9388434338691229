// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/time/work_calendar.h"

namespace yarrin {

/// Where a node lies, early or late, and the work of its calendar before its ends.
struct Span {
    Instant start;
    Instant finish;
    Minutes startWork = 0;
    Minutes finishWork = 0;
};

// How dates bend what the work alone would give: docs/engine.md sections 3 and 4, rule 2.

/// A finish may be held back beyond where the work alone would end; false where it is not.
[[nodiscard]] inline bool hold(Span& out, const WorkCalendar& own, Minutes n, Instant finish, bool stretch) {
    const Instant held = own.up(finish);
    if (held <= out.finish) return false;
    out.finish = held;
    out.finishWork = own.worked(finish); // up() crosses no work
    if (stretch) return true;
    out.startWork = out.finishWork - n;
    out.start = own.startOfMinute(out.startWork);
    return true;
}

/// The limit of a finish with as much work before it, where that of its start is what counts.
[[nodiscard]] inline Instant pulled(const WorkCalendar& own, Minutes work, Instant last) {
    const Instant end = own.startOfMinute(work);
    return end <= last ? end : own.endOfMinute(work);
}

/// The start may be limited to earlier than where the finish's limit alone would put it.
inline void pull(Span& out, const WorkCalendar& own, Minutes n, Instant start, Instant finish, bool stretch) {
    const Instant held = own.downStart(start);
    if (held >= out.start) return;
    out.start = held;
    out.startWork = own.worked(held);
    if (stretch) return;
    out.finishWork = out.startWork + n;
    out.finish = pulled(own, out.finishWork, own.down(finish));
}

} // namespace yarrin

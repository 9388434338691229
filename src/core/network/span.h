// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/network.h"
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

/// Where n minutes of work lie that start no earlier than one instant and finish no earlier than another: section 3,
/// rules 2 and 3. Work in progress of which nothing is left stands where its bounds put it, as a finish milestone does.
[[nodiscard]] inline Span placedAt(NodeKind kind, bool stretch, const WorkCalendar& own, Minutes n, Instant start,
                                   Instant finish) {
    Span out;
    if (kind != NodeKind::task || n == 0) {
        const Instant at = std::max(start, finish);
        out.startWork = out.finishWork = own.worked(at);
        out.start = out.finish = kind == NodeKind::startMilestone ? own.startOfMinute(out.startWork) : at;
        return out;
    }
    const WorkCalendar::Place from = own.placeOf(start);
    out.start = from.start;
    out.startWork = from.worked;
    out.finishWork = from.worked + n;
    out.finish = own.endOfMinute(out.finishWork);
    if (finish > out.finish) (void)hold(out, own, n, finish, stretch);
    return out;
}

} // namespace yarrin

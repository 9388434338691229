// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"

#include <vector>

namespace yarrin {

/// What can set an early or a late date of an activity.
enum class CauseKind {
    programmeStart,
    dataDate,
    link, ///< a link from (early) or to (late) another activity
    constraint,
    calendarGap,     ///< after one of the others, the calendar had no work until then
    programmeFinish, ///< late dates: nothing follows, the end of the programme holds it
    requiredFinish,
    contractDate, ///< late dates of a section's milestone
    actual,       ///< it has started, or is complete
    levelling,    ///< levelling lets it start no earlier
    access,       ///< an event of delay gives access no earlier
    awaited,      ///< a milestone of another job
};

struct Cause {
    CauseKind kind = CauseKind::programmeStart;
    LinkId link;         ///< of a link
    ActivityId activity; ///< at its other end
    SectionId section;   ///< of a contract date
    Instant at;          ///< the instant that it asks for
    EventId event = {};  ///< of an access
};

/// Why one activity stands where it does.
struct Why {
    std::vector<Cause> start;          ///< what set its early start and finish, all that do so alike
    std::vector<Cause> late;           ///< what set its late ones
    std::vector<ActivityId> chainBack; ///< driving activities back to where the chain begins, that one first, it last
    std::vector<ActivityId> chainOn;   ///< it first, then what it drives on to the finish, where it does
};

/// Explains a calculated programme; the activity must be in it and no hammock.
[[nodiscard]] Why explain(const Programme& programme, const Schedule& schedule, ActivityId id);

} // namespace yarrin

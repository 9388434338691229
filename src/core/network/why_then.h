// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/calculation.h"
#include "core/network/float_paths.h"
#include "core/network/why.h"

#include <memory>
#include <optional>
#include <span>
#include <utility>
#include <vector>

namespace yarrin {

/// Where an activity would start if what sets its start did not, and what would set it then.
struct Otherwise {
    Instant start;
    Minutes earlier = 0;       ///< working time of its calendar
    std::vector<Cause> causes; ///< all that would do so alike; none where only the programme's start or data date would
};
/// Of an activity that has not started and whose start something other than the programme's start or the data date
/// sets; of a hammock none.
[[nodiscard]] std::optional<Otherwise> otherwise(const Programme& programme, const Schedule& schedule, ActivityId id);

/// What a later activity does to sections and to the finish.
struct DelayEffect {
    std::vector<std::pair<SectionId, int>> sections; ///< days later, of those that move
    int finish = 0;                                  ///< days later
};

/// Calculates what a delay of one activity after the other does, each on its own. The programme must have been
/// calculated without errors, and its dates must outlive it.
class DelayTrials {
public:
    DelayTrials(const Programme& programme, const Schedule& schedule);

    /// With the activity starting so many of its days later than it does or, where it has started, with so much more
    /// left to do. Of what is complete or stands aside, and of a hammock, nothing moves.
    [[nodiscard]] DelayEffect of(ActivityId id, int days);

private:
    Programme m_programme;
    const Schedule& m_schedule;
    CalendarCache m_cache;
    CompiledProgramme m_compiled;
    std::unique_ptr<PassRunner> m_runner;
};

/// Activities beside the driving path to another one that would change it if they were so many days of its calendar
/// later: those on paths that lie less than that behind, by their slack, then as people count.
struct NearPath {
    int days = 0;
    std::vector<ActivityId> activities;
};
[[nodiscard]] std::vector<NearPath> nearPathsTo(const Programme& programme, const Schedule& schedule, ActivityId to,
                                                std::span<const int> days);

/// A path to a section's milestone that would have to take less time for the section to be complete by a day.
struct Shortening {
    Minutes needed = 0; ///< working time of the milestone's calendar
    FloatPath path;
};
/// What it takes for a section to be complete by a day: each path whose slack is less than what is missing, by that
/// difference, the most critical first; finished paths cannot be made shorter and are left out. Each stands by itself:
/// what is saved where two have gone together counts for both. Nothing where it is complete by then. An error where the
/// section has no milestone or is complete already, or the day lies before the data date.
[[nodiscard]] Result<std::vector<Shortening>> whatItTakes(const Programme& programme, const Schedule& schedule,
                                                          SectionId section, Date wanted);

/// The last to finish, of several a milestone, then the first as people count; none of an empty programme.
[[nodiscard]] ActivityId lastActivity(const Programme& programme, const Schedule& schedule);

} // namespace yarrin

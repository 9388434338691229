// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"

#include <vector>

namespace yarrin {

/// A chain of driving links that leads to the chosen activity, or joins a more critical chain on the way to it.
struct FloatPath {
    /// How far any of its activities can finish (or, over a link from its start, start) later before the chosen one
    /// moves, as far as this path goes: the slacks of the links passed, each in working minutes of the successor's
    /// calendar. 0 is the path that drives.
    Minutes slack = 0;
    std::vector<ActivityId> activities; ///< in the order of the work; the first path ends with the chosen activity
    LinkId joinsBy;                     ///< the link into the path that it joins; none of the first
    ActivityId joins;                   ///< the activity at its far end
};

/// The most critical paths to an activity, at most so many, the most critical first; each holds only activities that
/// no earlier one has. Hammocks have none. The slack of a path is the least over all ways to the chosen activity.
[[nodiscard]] std::vector<FloatPath> floatPathsTo(const Programme& programme, const Schedule& schedule, ActivityId to,
                                                  std::size_t atMost);

} // namespace yarrin

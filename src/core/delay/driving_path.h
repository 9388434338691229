// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"

#include <vector>

namespace yarrin {

/// The ways that drove an activity, each from where its chain begins to the activity: back by driving links; through
/// work that has started, and what stands still at the data date, by the link that ended its wait last. Where several
/// ended it alike, or within `nearDays` calendar days, there is a way by each, in the order of ids that people see, up
/// to `most`.
[[nodiscard]] std::vector<std::vector<ActivityId>> drivingPaths(const Programme& programme, const Schedule& schedule,
                                                                ActivityId to, int nearDays = 0, std::size_t most = 16);
/// The first of them.
[[nodiscard]] std::vector<ActivityId> drivingPath(const Programme& programme, const Schedule& schedule, ActivityId to);

} // namespace yarrin

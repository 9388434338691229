// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/lookup.h"
#include "core/network/schedule.h"

namespace yarrin {

/// The milestone that an open end could lead to: that of the section named on it, else of the section due first that
/// work of its own group leads to, else the section due last; never one that leads to it, and none where no section
/// has a milestone.
[[nodiscard]] ActivityId milestoneFor(const Programme& programme, const Schedule& schedule, const Lookup& lookup,
                                      const Activity& activity);

/// What may wait for an activity whose float is out of line: the first work, not started, that begins when it is
/// through or later at its location, else in its group, and that it does not lead to already; of equals by the id.
[[nodiscard]] ActivityId followerFor(const Programme& programme, const Schedule& schedule, const Lookup& lookup,
                                     ActivityId id);

/// Of an activity with negative float: the one on its way that must keep a date which holds it, found by following what
/// sets its late dates; none where that is no activity's.
[[nodiscard]] ActivityId sourceOfLateness(const Programme& programme, const Schedule& schedule, const Lookup& lookup,
                                          ActivityId id);

} // namespace yarrin

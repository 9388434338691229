// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"

#include <vector>

namespace yarrin {

/// What drove an activity, from where the chain begins to it: driving links, and through work that has started the
/// predecessor whose link ended its wait last (docs/engine.md section 11).
[[nodiscard]] std::vector<ActivityId> drivingPath(const Programme& programme, const Schedule& schedule, ActivityId to);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/soundness/soundness.h"

#include <vector>

namespace yarrin {

/// Whether an activity counts where logic and float are measured: no hammock, not complete, not aside.
[[nodiscard]] bool countsInMeasures(const Activity& activity, const ActivityFigures& figures);

/// The fourteen measures in their order, from what was found; findings that are set aside count, since a measure that
/// leaves things out is another measure.
[[nodiscard]] std::vector<SoundnessMeasure> measuresOf(const Programme& programme, const Schedule& schedule,
                                                       const AgreedDates& agreed, const std::vector<Finding>& findings);

} // namespace yarrin

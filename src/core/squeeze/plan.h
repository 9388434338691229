// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/squeeze/measures.h"
#include "core/squeeze/trade_off.h"

#include <span>
#include <utility>
#include <vector>

namespace yarrin {

/// From when to when an activity still takes time.
[[nodiscard]] inline std::pair<Instant, Instant> stillTo(const ActivityFigures& figures) {
    return {figures.remainingStart.value_or(figures.earlyStart), figures.earlyFinish};
}
/// The instant from which a trade-off counts its minutes.
[[nodiscard]] inline Instant originOf(const Programme& programme) {
    return programme.job.dataDate.value_or(programme.job.start);
}

/// What a measure changes, of a programme calculated without and with it.
[[nodiscard]] SqueezeChange changeBy(const Programme& programme, const Schedule& schedule, const Programme& with,
                                     const Schedule& dates, const SqueezeMeasure& measure);

/// The network of what lies near a milestone, with measures as its choices, without their costs. Lengths and gaps are
/// elapsed time as the calendars make it today, and a measure changes them by what it changes alone; so a set found on
/// it has to be held against a calculation.
[[nodiscard]] TradeOff planOf(const Programme& programme, const Schedule& schedule, std::span<const ActivityId> near,
                              ActivityId milestone, int missingDays,
                              std::span<const std::pair<const SqueezeMeasure*, SqueezeChange>> measures);

} // namespace yarrin

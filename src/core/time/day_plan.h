// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/time/calendar.h"

#include <cstdint>
#include <vector>

namespace yarrin {

/// What decides how a day works.
struct DayCause {
    enum class Kind : std::uint8_t { week, exception, weather };
    Kind kind = Kind::week;
    std::uint32_t exception = 0; ///< index among the resolved calendar's
    bool substitute = false;     ///< the exception's rule moved the holiday here
};

/// A run of consecutive days of a calendar with rules, tides and weather written out.
struct DayPlan {
    std::vector<DayWork> patterns;           ///< what a day may work
    std::vector<std::uint32_t> patternOfDay; ///< per day
    std::vector<DayCause> causeOfDay;        ///< per day
    [[nodiscard]] const DayWork& workOf(std::size_t day) const { return patterns[patternOfDay[day]]; }
};

/// Writes out `count` days from `firstDay` (days from 1970-01-01). Without `dated`, exceptions that hold on dates of
/// one year only do not count.
[[nodiscard]] DayPlan planDays(const ResolvedCalendar& calendar, std::int64_t firstDay, std::int64_t count,
                               bool dated = true);

/// What works between 00:00 and 24:00 of a day: its own spells and what the day before carries past midnight.
[[nodiscard]] DayWork workWithin(const DayWork& before, const DayWork& own);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"

#include <string>
#include <vector>

namespace yarrin {

/// How far one activity moved: calendar days, later is positive.
struct Moved {
    ActivityId activity;
    int startDays = 0;
    int finishDays = 0;
};

struct SectionMoved {
    SectionId section;
    int days = 0; ///< of its forecast, later is positive
};

/// What a change did to the dates: the ripple that the standing tells of.
struct Ripple {
    std::vector<Moved> moved; ///< activities whose start or finish is another instant, in the programme's order
    std::vector<SectionMoved> sections; ///< only those that moved
    std::size_t newlyCritical = 0;
    std::size_t noLongerCritical = 0;
    Exposure before;
    Exposure after;
};

[[nodiscard]] Ripple rippleBetween(const Schedule& before, const Schedule& after);

} // namespace yarrin

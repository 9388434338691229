// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"

#include <string>
#include <vector>

namespace yarrin {

/// The first day of the week in which a day lies: weeks begin on the job's first weekday, Monday unless set.
[[nodiscard]] Date weekBegin(const Job& job, Date day);
/// The contract week that begins on a day: week 1 holds the programme's start.
[[nodiscard]] int weekNumber(const Job& job, Date begins);

inline constexpr int usualWeeksAhead = 6;

/// An activity in the weeks ahead.
struct WeekRow {
    ActivityId activity;
    std::string trade, firm; ///< empty where none is known
    bool overdue = false;    ///< it should have begun, or ended, before the week of the data date
    std::vector<int> days;   ///< days with work in each week
};
/// Work that starts or goes on in so many weeks from a day's week on, milestones too, and what is overdue: by trade in
/// the order of its code, then by start and id, whatever the order of rows.
[[nodiscard]] std::vector<WeekRow> weeksAhead(const Programme& programme, const Schedule& dates, Date from, int weeks);
/// The value of the code of trades that an activity carries; empty where it has none.
[[nodiscard]] std::string tradeOf(const Programme& programme, const Activity& activity);
/// Who does an activity: whom it names as responsible, else the firm that has its trade, of several the first by name.
[[nodiscard]] std::string firmOf(const Programme& programme, const Activity& activity);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"

#include <map>
#include <string>
#include <vector>

namespace yarrin {

/// Promises of a week, or of several: those that were made when it was committed. What was added later is told apart.
struct PromiseCount {
    int promised = 0, kept = 0, open = 0, later = 0;
    /// Share of promises kept; none where none were promised. Kept in part, withdrawn or not answered yet is not kept.
    [[nodiscard]] std::optional<double> share() const;
    void add(const Promise& promise);
    friend bool operator==(const PromiseCount&, const PromiseCount&) = default;
};
[[nodiscard]] PromiseCount countOf(const Week& week);

/// What a stretch of weeks says: all together, week by week, by trade and by firm, and reasons ranked.
struct PromiseRecord {
    PromiseCount all;
    std::vector<std::pair<Date, PromiseCount>> weeks;                ///< in order
    std::vector<std::pair<std::string, PromiseCount>> trades, firms; ///< the worst first, then by name
    std::vector<std::pair<std::string, int>> reasons;                ///< the most frequent first, then by name
};
/// Of the last so many committed weeks that begin no later than a day.
[[nodiscard]] PromiseRecord promiseRecord(const Programme& programme, Date upTo, int weeks);

/// What an activity still lacks on a day, in the order of the job's list.
[[nodiscard]] std::vector<Lack> lackingOn(const Programme& programme, ActivityId activity);
/// The day by which something is wanted: as said, else the activity's start.
[[nodiscard]] std::optional<Date> wantedBy(const Programme& programme, const Schedule& dates, const Lack& lack);
/// The week that begins on a day; null where it was not committed.
[[nodiscard]] const Week* weekOf(const Programme& programme, Date begins);
/// What can be promised of a week: what works in it, milestones left out; the days of it in that week.
[[nodiscard]] std::optional<std::pair<Date, Date>> daysIn(const Programme& programme, const Schedule& dates,
                                                          ActivityId activity, Date begins);

} // namespace yarrin

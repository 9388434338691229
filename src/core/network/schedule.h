// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/contract/damages.h"
#include "core/network/network.h"

#include <algorithm>
#include <memory>
#include <optional>
#include <vector>

namespace yarrin {

/// The dates and floats of one activity. What does not exist is empty: late dates of a complete activity, for one.
/// Durations and floats are working minutes of the activity's calendar.
struct ActivityFigures {
    ActivityId id;
    std::uint16_t calendar = 0; ///< index among the schedule's calendars
    NodeState state = NodeState::notStarted;
    bool critical = false;
    bool nearCritical = false; ///< and not critical
    bool onLongestPath = false;
    bool aside = false; ///< of a fragment that does not count: where its work would lie, without floats
    Instant earlyStart;
    Instant earlyFinish;
    Minutes duration = 0;
    std::optional<Instant> lateStart; ///< of an activity in progress, that of the work left
    std::optional<Instant> lateFinish;
    std::optional<Instant> remainingStart; ///< only in progress
    std::optional<Minutes> totalFloat;
    std::optional<Minutes> freeFloat;
    friend bool operator==(const ActivityFigures&, const ActivityFigures&) = default;
};

/// The calendar days from a start to a finish, both included: 00:00 of a start belongs to that day, of a finish to the
/// day before.
struct DaySpan {
    Date first;
    Date last;
    [[nodiscard]] int count() const { return std::max(0, last - first + 1); }
};
[[nodiscard]] inline DaySpan daysOf(const ActivityFigures& figures) {
    return {dateOf(figures.earlyStart), completionDate(figures.earlyFinish)};
}
/// What a hammock costs over its days on hire: docs/engine.md section 12.
[[nodiscard]] Fraction hireCost(const Activity& hammock, const ActivityFigures& figures);

/// Everything that follows from a programme: immutable, shared by every view. Activities, links and sections stand in
/// the programme's order. Where `errors` is not empty there are no dates.
struct Schedule {
    std::vector<Error> errors;
    std::vector<Problem> problems;
    std::vector<ActivityFigures> activities;
    std::vector<bool> driving; ///< per link
    std::vector<SectionFigures> sections;
    Exposure damages;
    std::optional<Instant> programmeFinish;
    std::optional<Instant> latestStart;
    std::vector<std::shared_ptr<const WorkCalendar>> calendars;

    [[nodiscard]] bool ok() const { return errors.empty(); }
    [[nodiscard]] const WorkCalendar& calendarOf(const ActivityFigures& figures) const {
        return *calendars[figures.calendar];
    }
};

/// Calculates a programme whole. Pure: the cache only saves compiling calendars again.
[[nodiscard]] Schedule schedule(const Programme& programme, CalendarCache& cache);
[[nodiscard]] Schedule schedule(const Programme& programme);

} // namespace yarrin

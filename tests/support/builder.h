// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"

#include <functional>
#include <string>

namespace yarrin::test {

/// Makes small programmes in a few words: calendars five (8 h) and six (10 h), activities by key, links by keys.
class Builder {
public:
    /// Starts on Monday 1 March 2027 at eight, on the calendar `five`.
    Builder();
    /// A task on the default calendar, its duration in days of eight hours.
    Builder& task(const std::string& key, int days);
    Builder& add(Activity activity);
    Builder& milestone(const std::string& key, ActivityKind kind = ActivityKind::finishMilestone);
    Builder& link(const std::string& from, const std::string& to, LinkType type = LinkType::fs, Minutes lag = 0,
                  LagCalendar calendar = LagCalendar::standard);
    Builder& constrain(const std::string& key, ConstraintType type, const std::string& date);
    /// A location by its key, with chainage in whole metres where `to` is greater than `from`.
    Builder& place(const std::string& key, const std::string& parent, int from = 0, int to = 0);
    [[nodiscard]] LocationId at(const std::string& key) const;
    Builder& section(const std::string& key, const std::string& milestone, const std::string& completion, int rate);
    Builder& change(const std::string& key, const std::function<void(Activity&)>& apply);

    /// Nine activities, A to I, of Hendrickson & Au, Project Management for Construction, ch. 10 (from memory): thirty
    /// days, critical A, C, F and I.
    Builder& nineActivities();

    /// A010 is 40 m3 at 10 a day, four days; A020 follows with three days; then a milestone M.
    Builder& quay();

    Programme programme;
    static constexpr CalendarId five{1};
    static constexpr CalendarId six{2};
    [[nodiscard]] ActivityId id(const std::string& key) const;
};

/// The figures of one activity.
[[nodiscard]] const ActivityFigures& of(const Programme& programme, const Schedule& schedule, const std::string& key);
/// "2027-03-01T08:00 2027-03-05T17:00": early start and finish of an activity.
[[nodiscard]] std::string dates(const Programme& programme, const Schedule& schedule, const std::string& key);
[[nodiscard]] std::string lateDates(const Programme& programme, const Schedule& schedule, const std::string& key);

} // namespace yarrin::test

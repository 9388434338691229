// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"

#include <memory>

namespace yarrin {

/// Where the links of a calculated programme bound the activities at their ends, with lags on the calendars that the
/// calculation used, suspensions included (docs/engine.md section 2). Programme and schedule must outlive it.
class LinkBounds {
public:
    LinkBounds(const Programme& programme, const Schedule& schedule) : m_programme(programme), m_schedule(schedule) {}

    /// The instant that a link asks of its successor.
    [[nodiscard]] Instant onSuccessor(const Link& link);
    /// The instant that a link asks of its predecessor; its successor must have late dates.
    [[nodiscard]] Instant onPredecessor(const Link& link);

private:
    [[nodiscard]] const ActivityFigures& figuresOf(ActivityId id) const {
        return m_schedule.activities[m_programme.activities.indexOf(id)];
    }
    /// The calendar of a link's lag; none where every minute counts.
    [[nodiscard]] const WorkCalendar* calendarOf(const Link& link);

    const Programme& m_programme;
    const Schedule& m_schedule;
    std::shared_ptr<const WorkCalendar> m_standard; ///< the programme's own, once it was asked for
};

} // namespace yarrin

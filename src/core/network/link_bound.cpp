// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/link_bound.h"

namespace yarrin {

const WorkCalendar* LinkBounds::calendarOf(const Link& link) {
    const LagCalendar which =
        link.lagCalendar == LagCalendar::standard ? m_programme.job.lagCalendar : link.lagCalendar;
    if (which == LagCalendar::continuous) return nullptr;
    if (which == LagCalendar::successor) return &m_schedule.calendarOf(figuresOf(link.to));
    if (which != LagCalendar::programme) return &m_schedule.calendarOf(figuresOf(link.from));
    if (!m_standard) {
        auto definition = resolve(m_programme.calendars.rows(), m_programme.job.defaultCalendar);
        for (const auto& calendar : m_schedule.calendars)
            if (definition.ok() && calendar->definition() == *definition) m_standard = calendar;
        const Date start = dateOf(m_programme.job.start);
        if (!m_standard)
            m_standard = std::make_shared<WorkCalendar>(definition.ok() ? std::move(definition).value() : continuous(),
                                                        start, start + 3650);
    }
    return m_standard.get();
}

Instant LinkBounds::onSuccessor(const Link& link) {
    const bool leavesStart = link.type == LinkType::ss || link.type == LinkType::sf;
    const ActivityFigures& from = figuresOf(link.from);
    const Instant at = leavesStart ? from.earlyStart : from.earlyFinish;
    if (link.lag == 0) return at;
    const WorkCalendar* lag = calendarOf(link);
    return lag ? lag->shift(at, link.lag) : at + link.lag;
}

Instant LinkBounds::onPredecessor(const Link& link) {
    const bool entersStart = link.type == LinkType::fs || link.type == LinkType::ss;
    const ActivityFigures& to = figuresOf(link.to);
    const Instant at = entersStart ? *to.lateStart : *to.lateFinish;
    if (link.lag == 0) return at;
    const WorkCalendar* lag = calendarOf(link);
    return lag ? lag->unshift(at, link.lag) : at + -link.lag;
}

} // namespace yarrin

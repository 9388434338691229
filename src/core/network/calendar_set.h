// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"
#include "core/time/work_calendar.h"

#include <map>
#include <memory>
#include <tuple>
#include <unordered_map>
#include <vector>

namespace yarrin {

/// Compiled calendars kept from one calculation to the next, so that an edit does not compile them again. Not
/// shared between threads; losing it changes no figure.
class CalendarCache {
public:
    /// The compiled form of this calendar, compiled now if no equal one with a window from `from` to `to` is kept.
    [[nodiscard]] std::shared_ptr<const WorkCalendar> compiled(CalendarId id, ResolvedCalendar definition, Date from,
                                                               Date to);

private:
    std::unordered_map<CalendarId, std::shared_ptr<const WorkCalendar>> m_kept;
};

/// The calendars of one programme, compiled when first asked for.
class CalendarSet {
public:
    CalendarSet(const Programme& programme, CalendarCache& cache) : m_programme(programme), m_cache(cache) {}

    /// The index of a calendar in `calendars()`; errors (no work in 50 years, a circle) are gathered in `errors()`.
    [[nodiscard]] std::uint16_t indexOf(CalendarId id);
    /// The same calendar without the work of these stretches of days, and only while others work too.
    [[nodiscard]] std::uint16_t narrowed(CalendarId id, const std::vector<std::pair<Date, Date>>& stretches,
                                         const std::vector<CalendarId>& meets);
    [[nodiscard]] const std::vector<std::shared_ptr<const WorkCalendar>>& calendars() const { return m_calendars; }
    [[nodiscard]] const std::vector<Error>& errors() const { return m_errors; }

private:
    std::uint16_t add(CalendarId keptAs, Result<ResolvedCalendar> definition);

    using Narrowing = std::tuple<CalendarId, std::vector<std::pair<Date, Date>>, std::vector<CalendarId>>;
    const Programme& m_programme;
    CalendarCache& m_cache;
    std::map<Narrowing, std::uint16_t> m_narrowed;
    std::unordered_map<CalendarId, std::uint16_t> m_index;
    CalendarId m_lastId;
    std::uint16_t m_lastIndex = 0;
    std::vector<std::shared_ptr<const WorkCalendar>> m_calendars;
    std::vector<Error> m_errors;
};

} // namespace yarrin

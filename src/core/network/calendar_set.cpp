// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/calendar_set.h"

#include "core/base/worded.h"

#include <algorithm>

namespace yarrin {

namespace {

Date yearsFrom(Date date, int years) {
    const auto day = yearMonthDay(date);
    return dateFrom(std::clamp(day.year + years, firstYear, lastYear), day.month, std::min(day.day, 28u));
}

} // namespace

std::shared_ptr<const WorkCalendar> CalendarCache::compiled(CalendarId id, ResolvedCalendar definition, Date from,
                                                            Date to) {
    auto& kept = m_kept[id];
    if (!kept || !kept->covers(from, to) || kept->definition() != definition)
        kept = std::make_shared<WorkCalendar>(std::move(definition), from, to);
    return kept;
}

std::uint16_t CalendarSet::indexOf(CalendarId id) {
    if (!id) id = m_programme.job.defaultCalendar;
    if (id == m_lastId) return m_lastIndex;
    const auto [place, isNew] = m_index.try_emplace(id, static_cast<std::uint16_t>(m_calendars.size()));
    m_lastId = id;
    m_lastIndex = place->second;
    if (!isNew) return m_lastIndex;

    return add(id, resolve(m_programme.calendars.rows(), id));
}

std::uint16_t CalendarSet::add(CalendarId keptAs, Result<ResolvedCalendar> definition) {
    const Date start = dateOf(m_programme.job.start);
    if (!definition.ok()) m_errors.push_back(definition.error());
    m_calendars.push_back(m_cache.compiled(keptAs, definition.ok() ? std::move(definition).value() : continuous(),
                                           yearsFrom(start, -10), yearsFrom(start, 60)));
    const WorkCalendar& calendar = *m_calendars.back();
    if (calendar.worked(startOf(yearsFrom(start, 50))) == calendar.worked(m_programme.job.start))
        m_errors.push_back({ErrorCode::programme, worded("calendar %1", calendar.definition().key),
                            worded("it has no working time in the 50 years after the programme's start"),
                            worded("give it working hours or choose another calendar")});
    return static_cast<std::uint16_t>(m_calendars.size() - 1);
}

std::uint16_t CalendarSet::narrowed(CalendarId id, const std::vector<std::pair<Date, Date>>& stretches,
                                    const std::vector<CalendarId>& meets) {
    if (!id) id = m_programme.job.defaultCalendar;
    const auto known = m_narrowed.find({id, stretches, meets});
    if (known != m_narrowed.end()) return known->second;
    auto definition = resolve(m_programme.calendars.rows(), id);
    if (definition.ok())
        for (const auto& [from, to] : stretches)
            (*definition).exceptions.push_back({from, to, false, {}, "suspended", {}, {}});
    for (const CalendarId other : meets) {
        auto theirs = resolve(m_programme.calendars.rows(), other);
        if (!definition.ok() || !theirs.ok()) continue; // told where that calendar is asked for by itself
        (*definition).key += worded(" where it meets %1", theirs->key);
        (*definition).meets.push_back(std::move(theirs).value());
    }
    // No calendar of a programme has an id so high: the cache keeps one for each place in this list.
    const CalendarId place{0xf0000000u + static_cast<std::uint32_t>(m_narrowed.size())};
    const std::uint16_t index = add(place, std::move(definition));
    m_narrowed.emplace(Narrowing{id, stretches, meets}, index);
    return index;
}

} // namespace yarrin

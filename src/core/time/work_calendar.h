// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/time/calendar.h"

#include <cstdint>
#include <memory>
#include <mutex>
#include <vector>

namespace yarrin {

/// Beyond these no date is written; a function that would need more work than the calendar has returns one of them.
inline const Instant farPast = startOf(dateFrom(firstYear, 1, 1));
inline const Instant farFuture = startOf(dateFrom(lastYear, 12, 31)) + minutesPerDay;
[[nodiscard]] inline bool isBeyond(Instant t) {
    return t <= farPast || t >= farFuture;
}

/// A run of consecutive days with the working minutes counted up, and look-ups both ways.
class DayTable {
public:
    /// `patternOfDay[i]` is the pattern of day firstDay + i; a day's spells past midnight reach into the next.
    /// `carried` is the pattern of the day before the first.
    DayTable(std::int64_t firstDay, const std::vector<std::uint16_t>& patternOfDay, std::uint16_t carried,
             const std::vector<DayWork>& patterns);

    [[nodiscard]] std::int64_t firstDay() const { return m_firstDay; }
    [[nodiscard]] std::int64_t dayCount() const { return static_cast<std::int64_t>(m_shape.size()); }
    [[nodiscard]] Minutes total() const { return m_before.back(); }
    /// Working minutes from the first day up to minute `minute` counted from the start of the first day.
    [[nodiscard]] Minutes workedUpTo(Minutes minute) const;
    /// Where working minute n - 1 ends, 0 < n <= total, in minutes from the start of the first day.
    [[nodiscard]] Minutes endOf(Minutes n) const;
    /// Where working minute n starts, 0 <= n < total.
    [[nodiscard]] Minutes startOf(Minutes n) const;

private:
    struct Run {
        int from;
        int to;
        int before; ///< working minutes of the day before this run
    };
    [[nodiscard]] std::size_t dayOf(Minutes n) const;

    std::int64_t m_firstDay;
    std::vector<Minutes> m_before;         ///< per day, and one more with the total
    std::vector<std::uint16_t> m_shape;    ///< per day, which of the shapes
    std::vector<std::uint32_t> m_hint;     ///< a day at or before the one that holds working minute i * hintStep
    std::vector<std::uint32_t> m_firstRun; ///< per shape, and one more
    std::vector<Run> m_runs;
    static constexpr Minutes hintStep = 256;
};

/// A calendar compiled for the passes: every function of docs/engine.md section 1 in constant time. Immutable and
/// shared between threads. Days within the window come from a table; before and after it the calendar repeats every
/// 400 years (every week where nothing is yearly), so there is no horizon but the years that can be written.
class WorkCalendar {
public:
    /// The window holds every dated exception and at least from `from` to `to`.
    WorkCalendar(ResolvedCalendar calendar, Date from, Date to);

    [[nodiscard]] const ResolvedCalendar& definition() const { return m_calendar; }
    [[nodiscard]] Minutes dayMinutes() const { return m_calendar.dayMinutes; }
    [[nodiscard]] bool covers(Date from, Date to) const;

    /// W: working minutes from a fixed origin up to t; never decreasing.
    [[nodiscard]] Minutes worked(Instant t) const;
    /// S: the latest t with worked(t) = n, farFuture where there is none.
    [[nodiscard]] Instant startOfMinute(Minutes n) const;
    /// F: the earliest t with worked(t) = n, farPast where there is none.
    [[nodiscard]] Instant endOfMinute(Minutes n) const;

    [[nodiscard]] bool worksBefore(Instant t) const { return worked(t) != worked(t - 1); }
    [[nodiscard]] bool worksAfter(Instant t) const { return worked(t + 1) != worked(t); }
    [[nodiscard]] Instant upStart(Instant t) const { return startOfMinute(worked(t)); }
    [[nodiscard]] Instant up(Instant t) const { return worksBefore(t) || worksAfter(t) ? t : upStart(t); }
    [[nodiscard]] Instant downStart(Instant t) const { return worksAfter(t) ? t : endOfMinute(worked(t)) - 1; }
    [[nodiscard]] Instant down(Instant t) const { return worksBefore(t) || worksAfter(t) ? t : endOfMinute(worked(t)); }
    [[nodiscard]] Instant shift(Instant t, Minutes lag) const { return lag == 0 ? t : endOfMinute(worked(t) + lag); }
    [[nodiscard]] Instant unshift(Instant t, Minutes lag) const {
        return lag == 0 ? t : startOfMinute(worked(t) - lag);
    }
    [[nodiscard]] bool worksOn(Date date) const { return worked(startOf(date + 1)) != worked(startOf(date)); }

private:
    struct Cycle {
        DayTable table;
        Minutes length; ///< in minutes
        [[nodiscard]] Minutes worked(Minutes minute) const;
    };
    [[nodiscard]] const Cycle& cycle() const;
    [[nodiscard]] std::vector<std::uint16_t> patternsOf(std::int64_t firstDay, std::int64_t count, bool dated) const;
    [[nodiscard]] Minutes beyond(Minutes from, Minutes to) const;

    ResolvedCalendar m_calendar;
    std::vector<DayWork> m_patterns; ///< the week's seven, then one per exception
    std::unique_ptr<const DayTable> m_window;
    Minutes m_windowStart = 0;
    Minutes m_windowEnd = 0;
    mutable std::once_flag m_cycleOnce; ///< built when a date outside the window is first asked for
    mutable std::unique_ptr<const Cycle> m_cycle;
};

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/time/calendar.h"

#include <algorithm>
#include <chrono>
#include <cstdint>
#include <memory>
#include <mutex>
#include <vector>

namespace yarrin {

/// Beyond these no date is written; a function that would need more work than the calendar has returns one of them.
inline constexpr Instant farPast{
    minutesPerDay * std::chrono::sys_days{std::chrono::year{firstYear} / 1 / 1}.time_since_epoch().count()};
inline constexpr Instant farFuture{
    minutesPerDay * (std::chrono::sys_days{std::chrono::year{lastYear} / 12 / 31}.time_since_epoch().count() + 1)};
[[nodiscard]] constexpr bool isBeyond(Instant t) {
    return t <= farPast || t >= farFuture;
}

/// A run of consecutive days with the working minutes counted up, and look-ups both ways. Minutes are counted from
/// the start of its first day. It is what the passes spend their time in: days without work are left out, so that a
/// look-up is two loads and a few comparisons.
class DayTable {
public:
    DayTable() = default;
    /// `patternOfDay[i]` is the pattern of day firstDay + i; a day's spells past midnight reach into the next.
    /// `carried` is the pattern of the day before the first.
    DayTable(std::int64_t firstDay, const std::vector<std::uint32_t>& patternOfDay, std::uint32_t carried,
             const std::vector<DayWork>& patterns);

    [[nodiscard]] std::int64_t firstDay() const { return m_firstDay; }
    [[nodiscard]] Minutes total() const { return m_total; }

    /// Working minutes from the first day up to minute `minute`, which lies within the table or at its end.
    [[nodiscard]] Minutes workedUpTo(Minutes minute) const {
        const WorkDay& day = m_workDays[m_workDayFrom[std::uint32_t(minute) / std::uint32_t(minutesPerDay)]];
        return day.before + restOf(day, int(minute) - day.start);
    }
    /// Where working minute n starts, 0 <= n < total.
    [[nodiscard]] Minutes startOf(Minutes n) const {
        const WorkDay& day = workDayOf(n);
        return day.start + minuteOf(day, int(n) - day.before);
    }
    /// Where working minute n - 1 ends, 0 < n <= total.
    [[nodiscard]] Minutes endOf(Minutes n) const { return startOf(n - 1) + 1; }

    /// The working minutes up to an instant, where the last of them ends and where the next one starts.
    struct Place {
        Minutes worked; ///< where this is 0 or the total, the others are of no use
        Minutes end;
        Minutes start;
    };
    [[nodiscard]] Place placeOf(Minutes minute) const {
        const WorkDay* day = &m_workDays[m_workDayFrom[std::uint32_t(minute) / std::uint32_t(minutesPerDay)]];
        const int rest = restOf(*day, int(minute) - day->start);
        const Minutes worked = day->before + rest;
        if (rest == day[1].before - day->before)
            return {worked, day->start + endOf(*day), day[1].start + minuteOf(day[1], 0)};
        const Minutes start = day->start + minuteOf(*day, rest);
        if (rest == 0) return {worked, worked == 0 ? 0 : day[-1].start + endOf(day[-1]), start};
        return {worked, day->start + minuteOf(*day, rest - 1) + 1, start};
    }

    /// Whether the functions for several places at once may be asked: days have at most two runs of work each, and
    /// none of them is shorter than an hour, and all of them span less than 2000 years.
    [[nodiscard]] bool even() const { return m_even; }
    /// Several look-ups at once, of `count` values, a multiple of `lanes`: the same steps for each without a jump, so
    /// that the compiler does them side by side. Instants are minutes from where the table starts at `origin`. False
    /// where one lies outside of the table (or, of a place, no work lies before or behind it); then nothing of what was
    /// written is of use.
    static constexpr int lanes = 8;
    using Lane = std::int32_t;
    [[nodiscard]] bool placesOf(int count, Lane origin, const Lane* t, Lane* worked, Lane* end, Lane* start) const;
    [[nodiscard]] bool workedUpTo(int count, Lane origin, const Lane* t, Lane* worked) const;
    [[nodiscard]] bool startsOf(int count, Lane origin, const Lane* n, Lane* start) const;

private:
    /// A day that has work. The first two runs of work stand here, an only one followed by an empty one; of a day with
    /// more, the second's length is `many` and they stand in m_manyRuns.
    struct WorkDay {
        std::int32_t before;   ///< working minutes before this day
        std::int32_t start;    ///< 00:00 of the day
        std::uint32_t runs[2]; ///< minute of the day at which it starts, and above 16 bits how long it is
    };
    using Runs = std::vector<Spell>;
    static constexpr int many = 0xffff;
    [[nodiscard]] static int from(std::uint32_t run) { return int(run & 0xffff); }
    [[nodiscard]] static int length(std::uint32_t run) { return int(run >> 16); }

    /// std::clamp(value, 0, most) without a jump, which way it goes nobody can foretell.
    [[nodiscard]] static int within(int value, int most) {
        value &= ~(value >> 31);
        return most + ((value - most) & ((value - most) >> 31));
    }
    /// How much of a day's work lies before its minute `minute`, which may be before or after the day.
    [[nodiscard]] int restOf(const WorkDay& day, int minute) const {
        if (length(day.runs[1]) == many) return restOfMany(day, minute);
        return within(minute - from(day.runs[0]), length(day.runs[0])) +
               within(minute - from(day.runs[1]), length(day.runs[1]));
    }
    /// The minute of the day at which its working minute `rest` starts.
    [[nodiscard]] int minuteOf(const WorkDay& day, int rest) const {
        if (length(day.runs[1]) == many) return minuteOfMany(day, rest);
        const int first = length(day.runs[0]);
        const int pause = rest >= first ? from(day.runs[1]) - from(day.runs[0]) - first : 0;
        return from(day.runs[0]) + rest + pause;
    }
    [[nodiscard]] const Runs& manyRunsOf(const WorkDay& day) const { return m_manyRuns[day.runs[0]]; }
    /// The minute of the day at which its work ends.
    [[nodiscard]] int endOf(const WorkDay& day) const {
        return length(day.runs[1]) == many ? manyRunsOf(day).back().to : from(day.runs[1]) + length(day.runs[1]);
    }
    [[nodiscard]] int restOfMany(const WorkDay& day, int minute) const;
    [[nodiscard]] int minuteOfMany(const WorkDay& day, int rest) const;
    [[nodiscard]] const WorkDay& workDayOf(Minutes n) const {
        const WorkDay* day = &m_workDays[m_hint[std::size_t(n) >> m_hintShift]];
        day += n >= day[1].before; // mostly at most one day further, and no guessing which
        while (n >= day[1].before) ++day;
        return *day;
    }

    std::int64_t m_firstDay = 0;
    Minutes m_total = 0;
    std::vector<WorkDay> m_workDays;          ///< and two more with the total, so that the next of any can be read
    std::vector<std::uint32_t> m_workDayFrom; ///< per day and one more: the first work day from it on
    std::vector<std::uint32_t> m_hint;        ///< the work day that holds working minute i << m_hintShift
    std::vector<Runs> m_manyRuns;
    int m_hintShift = 0;
    bool m_even = false;
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
    [[nodiscard]] Minutes worked(Instant t) const {
        const Minutes minute = t.minutes - m_windowStart;
        return inWindow(minute) ? m_window.workedUpTo(minute) : workedOutside(t);
    }
    /// S: the latest t with worked(t) = n, farFuture where there is none.
    [[nodiscard]] Instant startOfMinute(Minutes n) const {
        if (n >= 0 && n < m_window.total()) return Instant{m_windowStart + m_window.startOf(n)};
        return startOutside(n);
    }
    /// F: the earliest t with worked(t) = n, farPast where there is none.
    [[nodiscard]] Instant endOfMinute(Minutes n) const {
        if (n > 0 && n <= m_window.total()) return Instant{m_windowStart + m_window.endOf(n)};
        const Instant start = startOutside(n - 1);
        return isBeyond(start) ? start : start + 1;
    }
    /// worked(t), and with n that: endOfMinute(n) and startOfMinute(n).
    struct Place {
        Minutes worked;
        Instant end;
        Instant start;
    };
    [[nodiscard]] Place placeOf(Instant t) const {
        const Minutes minute = t.minutes - m_windowStart;
        if (inWindow(minute)) {
            const DayTable::Place place = m_window.placeOf(minute);
            if (place.worked > 0 && place.worked < m_window.total())
                return {place.worked, Instant{m_windowStart + place.end}, Instant{m_windowStart + place.start}};
        }
        const Minutes n = worked(t);
        return {n, endOfMinute(n), startOfMinute(n)};
    }

    /// Several look-ups at once, of instants and work as 32-bit numbers; `count` is a multiple of DayTable::lanes.
    /// False where the table at hand does not serve all of them: then each has to be asked for by itself.
    using Lane = DayTable::Lane;
    [[nodiscard]] bool placesOf(int count, const Lane* t, Lane* worked, Lane* end, Lane* start) const {
        return m_window.even() && m_window.placesOf(count, Lane(m_windowStart), t, worked, end, start);
    }
    [[nodiscard]] bool worked(int count, const Lane* t, Lane* work) const {
        return m_window.even() && m_window.workedUpTo(count, Lane(m_windowStart), t, work);
    }
    [[nodiscard]] bool startsOfMinutes(int count, const Lane* n, Lane* start) const {
        return m_window.even() && m_window.startsOf(count, Lane(m_windowStart), n, start);
    }

    [[nodiscard]] Instant upStart(Instant t) const { return startOfMinute(worked(t)); }
    // The minute before t works where work ends at t, the one after it where work starts there.
    [[nodiscard]] Instant up(Instant t) const {
        const Place place = placeOf(t);
        return place.end == t ? t : place.start;
    }
    [[nodiscard]] Instant downStart(Instant t) const {
        const Place place = placeOf(t);
        return place.start == t ? t : place.end - 1;
    }
    [[nodiscard]] Instant down(Instant t) const {
        const Place place = placeOf(t);
        return place.start == t ? t : place.end;
    }
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
    [[nodiscard]] bool inWindow(Minutes minute) const { return std::uint64_t(minute) <= std::uint64_t(m_windowLength); }
    [[nodiscard]] Minutes workedOutside(Instant t) const;
    [[nodiscard]] Instant startOutside(Minutes n) const;
    /// Easter does not come round after 400 years: a table of some centuries about the window, behind which the cycle's
    /// Easters stand in.
    struct Wide {
        DayTable table;
        Minutes start;
        Minutes end;
    };
    [[nodiscard]] const Wide& wide() const;
    [[nodiscard]] const Cycle& cycle() const;
    [[nodiscard]] DayTable tableOf(std::int64_t firstDay, std::int64_t count, bool dated) const;
    [[nodiscard]] Minutes beyond(Minutes from, Minutes to) const;

    ResolvedCalendar m_calendar;
    DayTable m_window;
    Minutes m_windowStart = 0;
    Minutes m_windowLength = 0;
    bool m_hasEaster = false;
    mutable std::once_flag m_wideOnce; ///< built when a date outside the window is first asked for
    mutable std::unique_ptr<Wide> m_wide;
    mutable std::once_flag m_cycleOnce; ///< built when a date outside the window is first asked for
    mutable std::unique_ptr<const Cycle> m_cycle;
};

} // namespace yarrin

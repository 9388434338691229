// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Look-ups of several places at once. The loops have no jumps and a fixed length inside, so that the compiler turns
// them into instructions that do eight at a time; where the processor has instructions that fetch from eight places,
// a second form of each function is chosen when the program starts.
#include "core/time/work_calendar.h"

#if defined(__x86_64__) && defined(__gnu_linux__) && !defined(__clang__) && !defined(__SANITIZE_ADDRESS__)
#define YARRIN_SIDE_BY_SIDE __attribute__((target_clones("avx2", "default"), optimize("O3")))
#else
#define YARRIN_SIDE_BY_SIDE
#endif
// What is written never is what is looked up in.
#if defined(__GNUC__) && !defined(__clang__)
#define YARRIN_NO_ALIAS _Pragma("GCC ivdep")
#else
#define YARRIN_NO_ALIAS
#endif

namespace yarrin {

YARRIN_SIDE_BY_SIDE
bool DayTable::placesOf(int count, Lane origin, const Lane* t, Lane* worked, Lane* end, Lane* start) const {
    const WorkDay* const days = m_workDays.data();
    const std::uint32_t* const dayFrom = m_workDayFrom.data();
    const auto last = Lane(m_workDayFrom.size() - 1) * Lane(minutesPerDay);
    const auto total = Lane(m_total);
    Lane outside = 0;
    for (int block = 0; block < count; block += lanes) {
        YARRIN_NO_ALIAS
        for (int k = 0; k < lanes; ++k) {
            const auto asked = Lane(std::uint32_t(t[block + k]) - std::uint32_t(origin));
            const Lane minute = within(asked, last);
            const auto at = Lane(dayFrom[std::uint32_t(minute) / std::uint32_t(minutesPerDay)]);
            const Lane before = days[at].before;
            const Lane midnight = days[at].start;
            const auto first = Lane(days[at].runs[0]);
            const auto second = Lane(days[at].runs[1]);
            const Lane fromFirst = first & 0xffff, ofFirst = first >> 16;
            const Lane fromSecond = second & 0xffff, ofSecond = second >> 16;
            const Lane ofDay = minute - midnight;
            const Lane rest = within(ofDay - fromFirst, ofFirst) + within(ofDay - fromSecond, ofSecond);
            // Of what lies before the day and behind it, where work ends and starts.
            const Lane prior = at > 0 ? at - 1 : 0;
            const auto priorSecond = Lane(days[prior].runs[1]);
            const Lane priorEnd = days[prior].start + (priorSecond & 0xffff) + (priorSecond >> 16);
            const Lane nextStart = days[at + 1].start + Lane(days[at + 1].runs[0] & 0xffff);
            const Lane pauseBefore = rest > ofFirst ? fromSecond - fromFirst - ofFirst : 0;
            const Lane pauseBehind = rest >= ofFirst ? fromSecond - fromFirst - ofFirst : 0;
            const Lane here = midnight + fromFirst + rest;
            worked[block + k] = before + rest;
            end[block + k] = origin + (rest == 0 ? priorEnd : here + pauseBefore);
            start[block + k] = origin + (rest == ofFirst + ofSecond ? nextStart : here + pauseBehind);
            outside |= Lane(asked != minute) | Lane(before + rest <= 0) | Lane(before + rest >= total);
        }
    }
    return outside == 0;
}

YARRIN_SIDE_BY_SIDE
bool DayTable::workedUpTo(int count, Lane origin, const Lane* t, Lane* worked) const {
    const WorkDay* const days = m_workDays.data();
    const std::uint32_t* const dayFrom = m_workDayFrom.data();
    const auto last = Lane(m_workDayFrom.size() - 1) * Lane(minutesPerDay);
    Lane outside = 0;
    for (int block = 0; block < count; block += lanes) {
        YARRIN_NO_ALIAS
        for (int k = 0; k < lanes; ++k) {
            const auto asked = Lane(std::uint32_t(t[block + k]) - std::uint32_t(origin));
            const Lane minute = within(asked, last);
            const auto at = Lane(dayFrom[std::uint32_t(minute) / std::uint32_t(minutesPerDay)]);
            const auto first = Lane(days[at].runs[0]);
            const auto second = Lane(days[at].runs[1]);
            const Lane ofDay = minute - days[at].start;
            worked[block + k] = days[at].before + within(ofDay - (first & 0xffff), first >> 16) +
                                within(ofDay - (second & 0xffff), second >> 16);
            outside |= Lane(asked != minute);
        }
    }
    return outside == 0;
}

YARRIN_SIDE_BY_SIDE
bool DayTable::startsOf(int count, Lane origin, const Lane* n, Lane* start) const {
    const WorkDay* const days = m_workDays.data();
    const std::uint32_t* const hint = m_hint.data();
    const auto last = Lane(m_total) - 1;
    const int shift = m_hintShift;
    if (last < 0) return false;
    Lane outside = 0;
    for (int block = 0; block < count; block += lanes) {
        YARRIN_NO_ALIAS
        for (int k = 0; k < lanes; ++k) {
            const Lane asked = n[block + k];
            const Lane minute = within(asked, last);
            const auto hinted = Lane(hint[minute >> shift]);
            const Lane at = hinted + Lane(minute >= days[hinted + 1].before);
            const auto first = Lane(days[at].runs[0]);
            const auto second = Lane(days[at].runs[1]);
            const Lane fromFirst = first & 0xffff, ofFirst = first >> 16;
            const Lane rest = minute - days[at].before;
            const Lane pause = rest >= ofFirst ? (second & 0xffff) - fromFirst - ofFirst : 0;
            start[block + k] = origin + days[at].start + fromFirst + rest + pause;
            outside |= Lane(asked != minute);
        }
    }
    return outside == 0;
}

} // namespace yarrin

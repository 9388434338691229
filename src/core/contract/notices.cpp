// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/contract/notices.h"

#include <algorithm>

namespace yarrin {

namespace {

NoticeClock clock(const std::optional<Date>& from, const std::optional<int>& days, const std::optional<Date>& given,
                  Date today) {
    using State = NoticeClock::State;
    NoticeClock clock;
    if (!from || !days) {
        if (given) clock.state = State::given;
        return clock;
    }
    clock.due = *from + *days;
    clock.daysLeft = *clock.due - today;
    if (given)
        clock.state = *given > *clock.due ? State::late : State::given;
    else
        clock.state = clock.daysLeft < 0 ? State::lapsed : (clock.daysLeft == 0 ? State::today : State::running);
    return clock;
}

} // namespace

NoticeClock noticeClock(const Job& job, const DelayEvent& event, Date today) {
    if (event.risk == Risk::contractor) return {};
    if (!event.noticeGiven && event.state != EventState::noticed) return {}; // settled without its day being kept
    return clock(event.known, job.noticeDays, event.noticeGiven, today);
}

NoticeClock particularsClock(const Job& job, const DelayEvent& event, Date today) {
    if (event.risk == Risk::contractor) return {};
    if (!event.particularsGiven && event.state != EventState::noticed && event.state != EventState::notified) return {};
    return clock(event.noticeGiven, job.particularsDays, event.particularsGiven, today);
}

Date clockDay(const Job& job, Date today) {
    return job.dataDate ? std::max(dateOf(*job.dataDate), today) : today;
}

std::vector<NoticeDue> noticesDue(const Programme& programme, Date today, int within) {
    std::vector<NoticeDue> list;
    for (const DelayEvent& event : programme.events)
        for (const bool particulars : {false, true}) {
            const NoticeClock one =
                particulars ? particularsClock(programme.job, event, today) : noticeClock(programme.job, event, today);
            using State = NoticeClock::State;
            const bool urgent = one.state == State::lapsed || one.state == State::today ||
                                (one.state == State::running && one.daysLeft <= within);
            if (urgent) list.push_back({event.id, particulars, one});
        }
    std::stable_sort(list.begin(), list.end(),
                     [](const NoticeDue& a, const NoticeDue& b) { return a.clock.daysLeft < b.clock.daysLeft; });
    return list;
}

} // namespace yarrin

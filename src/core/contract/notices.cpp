// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/contract/notices.h"

#include <algorithm>
#include <tuple>

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
    const std::optional<Date>& from = job.particularsFrom == ParticularsFrom::awareness ? event.known
                                      : job.particularsFrom == ParticularsFrom::end     ? event.to
                                                                                        : event.noticeGiven;
    return clock(from, job.particularsDays, event.particularsGiven, today);
}

NoticeClock updateClock(const Job& job, const DelayEvent& event, Date today) {
    const bool lasts = !event.to || *event.to >= today;
    if (event.risk == Risk::contractor || !isOpen(event) || !event.noticeGiven || !lasts) return {};
    Date last = std::max(*event.noticeGiven, event.particularsGiven.value_or(*event.noticeGiven));
    for (const EventUpdate& update : event.updates) last = std::max(last, update.date);
    return clock(last, job.updateDays, {}, today);
}

NoticeClock clockOf(Duty duty, const Job& job, const DelayEvent& event, Date today) {
    return duty == Duty::notice        ? noticeClock(job, event, today)
           : duty == Duty::particulars ? particularsClock(job, event, today)
                                       : updateClock(job, event, today);
}

Date clockDay(const Job& job, Date today) {
    return job.dataDate ? std::max(dateOf(*job.dataDate), today) : today;
}

std::vector<NoticeDue> noticesDue(const Programme& programme, Date today, int within) {
    std::vector<NoticeDue> list;
    for (const DelayEvent& event : programme.events)
        for (const Duty duty : duties) {
            const NoticeClock one = clockOf(duty, programme.job, event, today);
            using State = NoticeClock::State;
            const bool urgent = one.state == State::lapsed || one.state == State::today ||
                                (one.state == State::running && one.daysLeft <= within);
            if (urgent) list.push_back({event.id, duty, one});
        }
    const auto key = [&](const NoticeDue& one) -> const std::string& { return programme.events.row(one.event)->key; };
    std::sort(list.begin(), list.end(), [&](const NoticeDue& a, const NoticeDue& b) {
        return std::tie(a.clock.daysLeft, key(a), a.duty) < std::tie(b.clock.daysLeft, key(b), b.duty);
    });
    return list;
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/weeks/promises.h"

#include <algorithm>

namespace yarrin {

std::optional<double> PromiseCount::share() const {
    if (promised == 0) return {};
    return double(kept) / double(promised);
}

void PromiseCount::add(const Promise& promise) {
    if (promise.later) {
        ++later;
        return;
    }
    ++promised;
    kept += promise.kept == Kept::kept;
    open += promise.kept == Kept::open;
}

PromiseCount countOf(const Week& week) {
    PromiseCount count;
    for (const Promise& promise : week.promises) count.add(promise);
    return count;
}

namespace {

using Counts = std::vector<std::pair<std::string, PromiseCount>>;

Counts ranked(const std::map<std::string, PromiseCount>& counts) {
    Counts list;
    for (const auto& one : counts)
        if (one.second.promised > 0) list.push_back(one);
    std::stable_sort(list.begin(), list.end(),
                     [](const auto& a, const auto& b) { return *a.second.share() < *b.second.share(); });
    return list;
}

} // namespace

PromiseRecord promiseRecord(const Programme& programme, Date upTo, int weeks) {
    std::vector<const Week*> chosen;
    for (const Week& week : programme.weeks)
        if (week.begins <= upTo) chosen.push_back(&week);
    std::sort(chosen.begin(), chosen.end(), [](const Week* a, const Week* b) { return a->begins < b->begins; });
    if (chosen.size() > std::size_t(weeks)) chosen.erase(chosen.begin(), chosen.end() - weeks);
    PromiseRecord record;
    std::map<std::string, PromiseCount> trades, firms;
    std::map<std::string, int> reasons;
    for (const Week* week : chosen) {
        record.weeks.emplace_back(week->begins, countOf(*week));
        for (const Promise& promise : week->promises) {
            record.all.add(promise);
            trades[promise.trade].add(promise);
            firms[promise.firm].add(promise);
            const bool broken = promise.kept == Kept::notKept || promise.kept == Kept::inPart;
            if (!promise.later && broken && !promise.reason.empty()) ++reasons[promise.reason];
        }
    }
    record.trades = ranked(trades);
    record.firms = ranked(firms);
    record.reasons.assign(reasons.begin(), reasons.end());
    std::stable_sort(record.reasons.begin(), record.reasons.end(),
                     [](const auto& a, const auto& b) { return a.second > b.second; });
    return record;
}

std::vector<Lack> lackingOn(const Programme& programme, ActivityId activity) {
    std::vector<Lack> lacking;
    for (const Lack& lack : programme.lacks)
        if (lack.activity == activity && !lack.readyOn) lacking.push_back(lack);
    const auto words = wordsOf(programme, WordList::lacking);
    const auto place = [&](const Lack& lack) {
        return std::find(words.begin(), words.end(), lack.kind) - words.begin();
    };
    std::sort(lacking.begin(), lacking.end(), [&](const Lack& a, const Lack& b) {
        return std::tuple(place(a), a.what, a.id) < std::tuple(place(b), b.what, b.id);
    });
    return lacking;
}

std::optional<Date> wantedBy(const Programme& programme, const Schedule& dates, const Lack& lack) {
    if (lack.wanted) return lack.wanted;
    const std::size_t at = programme.activities.indexOf(lack.activity);
    if (at >= dates.activities.size()) return {};
    return dateOf(dates.activities[at].earlyStart);
}

const Week* weekOf(const Programme& programme, Date begins) {
    for (const Week& week : programme.weeks)
        if (week.begins == begins) return &week;
    return nullptr;
}

std::optional<std::pair<Date, Date>> daysIn(const Programme& programme, const Schedule& dates, ActivityId id,
                                            Date begins) {
    const std::size_t at = programme.activities.indexOf(id);
    if (at >= dates.activities.size() || programme.activities[at].kind != ActivityKind::task) return {};
    const ActivityFigures& figures = dates.activities[at];
    if (figures.aside || figures.state == NodeState::complete) return {};
    const Instant start = figures.remainingStart.value_or(figures.earlyStart);
    const WorkCalendar& own = dates.calendarOf(figures);
    std::optional<std::pair<Date, Date>> days;
    for (Date day = begins; day < begins + 7; day = day + 1) {
        const Instant a = std::max(startOf(day), start), b = std::min(startOf(day + 1), figures.earlyFinish);
        if (a >= b || own.worked(b) <= own.worked(a)) continue;
        if (!days) days = {day, day};
        days->second = day;
    }
    return days;
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/labour/levelling.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/base/work.h"
#include "core/delay/prolongation.h"
#include "core/labour/level_ways.h"
#include "core/model/lookup.h"
#include "core/network/early_bounds.h"

#include <algorithm>

namespace yarrin {

namespace {

/// The programme with nothing held by levelling.
Programme fromNone(const Programme& programme) {
    Programme none = programme;
    for (std::size_t i = 0; i < programme.activities.size(); ++i) {
        if (!heldByLevelling(programme.activities[i])) continue;
        Activity activity = programme.activities[i];
        takeOffLevelling(activity);
        none.activities.replace(i, std::move(activity));
    }
    return none;
}

Result<std::vector<std::size_t>> chosen(const ResourceBook& book, const LevelOptions& options) {
    std::vector<std::size_t> places;
    for (const std::string& name : options.resources) {
        const std::size_t at = book.find(name);
        if (at == ResourceBook::none) return inputError(worded("there is no resource %1", name));
        places.push_back(at);
    }
    if (options.resources.empty()) {
        for (std::size_t r = 0; r < book.size(); ++r)
            if (!book[r].supply.empty()) places.push_back(r);
        if (places.empty() && options.way == LevelWay::insideFloat)
            for (std::size_t r = 0; r < book.size(); ++r) places.push_back(r);
    }
    std::sort(places.begin(), places.end(), [&](std::size_t a, std::size_t b) { return book[a].name < book[b].name; });
    places.erase(std::unique(places.begin(), places.end()), places.end());
    return places;
}

/// What must not get worse inside float.
bool nothingLater(const Programme& programme, const Schedule& before, const Schedule& after) {
    if (!after.ok()) return false;
    Instant last = before.programmeFinish.value_or(farFuture);
    if (programme.job.lateDatesFrom == LateDatesFrom::contract)
        for (const Section& section : programme.sections)
            last = std::max(last, startOf(section.completion + section.grantedDays + 1));
    if (after.programmeFinish && *after.programmeFinish > last) return false;
    for (std::size_t i = 0; i < before.sections.size(); ++i)
        if (before.sections[i].forecast && *before.sections[i].forecast < *after.sections[i].forecast) return false;
    for (std::size_t i = 0; i < before.activities.size(); ++i) {
        const Activity& activity = programme.activities[i];
        const ActivityFigures &a = before.activities[i], &b = after.activities[i];
        const Minutes allowed = std::min<Minutes>(a.totalFloat.value_or(0), 0);
        if (b.totalFloat.value_or(0) < allowed) return false;
        if (activity.deadline) {
            const Instant due = boundOf(*activity.deadline, false, before.calendarOf(a));
            if (b.earlyFinish > std::max(due, a.earlyFinish)) return false;
        }
        if (hireCost(activity, a) < hireCost(activity, b)) return false;
    }
    return true;
}

std::vector<Pause> splitsOf(const Activity& activity) {
    std::vector<Pause> splits = activity.pauses;
    std::erase_if(splits, [](const Pause& pause) { return !pause.levelled; });
    return splits;
}

/// Each resource that was levelled, before and after; and what is over by work that stays.
class Telling {
public:
    Telling(const Programme& before, const Schedule& dates, const std::vector<std::size_t>& resources)
        : m_programme(before), m_dates(dates), m_resources(resources) {}

    void peaks(const Programme& programme, const Schedule& dates, bool after, LevelResult& result) const {
        Demand demand(programme, dates);
        result.peaks.resize(m_resources.size());
        Fraction excess;
        for (std::size_t k = 0; k < m_resources.size(); ++k) {
            const auto days = demand.days(m_resources[k]);
            const DemandSum sum = sumOf(days);
            LevelPeak& peak = result.peaks[k];
            peak.resource = demand.book()[m_resources[k]].name;
            (after ? peak.after : peak.before) = sum.peak;
            (after ? peak.daysOverAfter : peak.daysOverBefore) = sum.daysOver;
            excess = excess + sum.excessHours;
            if (!after) continue;
            for (const DemandRow& row : days) {
                if (row.excess.sign() == 0) continue;
                for (const DemandPart& part : demand.at(m_resources[k], row.from)) {
                    const ActivityId id = programme.activities[part.activity].id;
                    const bool known = std::any_of(result.left.begin(), result.left.end(), [&](const LevelLeft& left) {
                        return left.activity == id && left.resource == peak.resource;
                    });
                    if (!known) result.left.push_back({id, peak.resource, row.from});
                }
            }
        }
        (after ? result.excessAfter : result.excessBefore) = excess;
    }

    void dates(const Schedule& now, bool after, const Programme& programme, LevelResult& result) const {
        (after ? result.sectionsAfter : result.sectionsBefore) = now.sections;
        (after ? result.finishAfter : result.finishBefore) = now.programmeFinish;
        (after ? result.damagesAfter : result.damagesBefore) = now.damages;
        (after ? result.timeCostAfter : result.timeCostBefore) = timeCost(programme, now);
    }

    /// What is held, and what stands later because of it.
    void moves(const Programme& held, const Schedule& now, LevelResult& result) const {
        const Lookup lookup(held);
        for (std::size_t i = 0; i < held.activities.size(); ++i) {
            const Activity& activity = held.activities[i];
            const Instant before = m_dates.activities[i].earlyStart, after = now.activities[i].earlyStart;
            if (activity.levelledFrom)
                result.moves.push_back({activity.id, levellingDelay(held, now, lookup.into(activity.id), activity.id),
                                        before, after, splitsOf(activity)});
            else if (before < after && activity.kind == ActivityKind::task)
                result.pushed.push_back(activity.id);
        }
    }

private:
    const Programme& m_programme;
    const Schedule& m_dates;
    const std::vector<std::size_t>& m_resources;
};

Programme holding(const Programme& programme, std::span<const Held> held) {
    Programme out = programme;
    for (const Held& one : held) {
        const std::size_t at = out.activities.indexOf(one.activity);
        Activity activity = out.activities[at];
        holdByLevelling(activity, {activity.id, 0, {}, one.from, one.pauses});
        out.activities.replace(at, std::move(activity));
    }
    return out;
}

/// As many of the first of what is held as leave everything where it must stay: all of them, unless something came
/// together that each alone would not have done.
std::vector<Held> asFarAsNothingMoves(const Programme& programme, const Schedule& before, std::vector<Held> held) {
    CalendarCache cache;
    const auto good = [&](std::size_t count) {
        const Programme with = holding(programme, std::span(held).first(count));
        return nothingLater(programme, before, schedule(with, cache));
    };
    std::size_t low = 0, high = held.size();
    if (good(high)) return held;
    while (low < high) {
        const std::size_t middle = (low + high + 1) / 2;
        if (good(middle))
            low = middle;
        else
            high = middle - 1;
    }
    held.resize(low);
    return held;
}

} // namespace

Result<LevelResult> level(const Programme& programme, const LevelOptions& options) {
    const Programme none = fromNone(programme);
    const ResourceBook book(none);
    const auto resources = chosen(book, options);
    if (!resources.ok()) return resources.errors();
    CalendarCache cache;
    const Schedule before = schedule(none, cache);
    if (!before.ok()) return before.errors;
    LevelResult result;
    std::vector<Held> held;
    if (!resources->empty()) {
        if (options.way == LevelWay::insideFloat) {
            const FloatLevelling found = levelInsideFloat(none, *resources, book, options);
            held = asFarAsNothingMoves(none, before, found.held);
            result.roughnessBefore = found.before;
            result.roughnessAfter = found.after;
        } else {
            auto found = levelWithinSupply(none, *resources, book, options);
            if (!found.ok()) return found.errors();
            held = std::move(*found);
        }
    }
    if (!workGoesOn()) return inputError(worded("it was stopped"));
    const Programme with = holding(none, held);
    const Schedule after = schedule(with, cache);
    if (!after.ok()) return after.errors;
    const Telling telling(none, before, *resources);
    telling.peaks(none, before, false, result);
    telling.peaks(with, after, true, result);
    telling.dates(before, false, none, result);
    telling.dates(after, true, with, result);
    telling.moves(with, after, result);
    return result;
}

Programme levelled(const Programme& programme, const LevelResult& result) {
    std::vector<Held> held;
    for (const LevelMove& move : result.moves) held.push_back({move.activity, move.to, move.pauses});
    return holding(fromNone(programme), held);
}

void holdByLevelling(Activity& activity, const LevelMove& move) {
    activity.levelledFrom = move.to;
    if (move.pauses.empty()) return;
    activity.pauses.insert(activity.pauses.end(), move.pauses.begin(), move.pauses.end());
    std::stable_sort(activity.pauses.begin(), activity.pauses.end(),
                     [](const Pause& a, const Pause& b) { return a.after < b.after; });
}

void takeOffLevelling(Activity& activity) {
    activity.levelledFrom.reset();
    std::erase_if(activity.pauses, [](const Pause& pause) { return pause.levelled; });
}

Minutes levellingDelay(const Programme& programme, const Schedule& schedule, std::span<const LinkId> into,
                       ActivityId id) {
    const std::size_t at = programme.activities.indexOf(id);
    const Activity& activity = programme.activities[at];
    const ActivityFigures& f = schedule.activities[at];
    if (!activity.levelledFrom || f.state != NodeState::notStarted || f.aside) return 0;
    const WorkCalendar& own = schedule.calendarOf(f);
    Instant start = std::max(programme.job.start, programme.job.dataDate.value_or(programme.job.start)),
            finish = farPast;
    for (const EarlyBound& bound : earlyBounds(programme, schedule, activity, into)) {
        if (bound.cause.kind == CauseKind::levelling) continue;
        Instant& latest = bound.ofStart ? start : finish;
        latest = std::max(latest, bound.cause.at);
    }
    // The work and its pauses are as long wherever it lies.
    const Minutes n = own.worked(f.earlyFinish) - own.worked(f.earlyStart);
    const Span without = placedAt(NodeKind::task, activity.stretch, own, n, start, finish);
    return std::max<Minutes>(0, own.worked(f.earlyStart) - without.startWork);
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/delay/portion.h"

#include "core/delay/insertion.h"
#include "core/network/effects.h"

#include <algorithm>

namespace yarrin {

namespace {

bool addsWork(const Effect& effect) {
    return effect.kind == EffectKind::addedWork || effect.kind == EffectKind::quantity ||
           effect.kind == EffectKind::output;
}

/// Whether what is left of an activity was stated, so that what began before the data date is in that figure.
bool statesRemaining(const Activity& activity) {
    return activity.actualStart && activity.remaining && !activity.actualFinish;
}

Minutes dayMinutesOf(const Programme& programme, const Activity& activity, CalendarCache& cache) {
    CalendarSet calendars(programme, cache);
    return calendars.calendars()[calendars.indexOf(calendarOf(programme, activity))]->dayMinutes();
}

/// Minutes that an event's effects on an activity add to its work, with those of earlier ones in.
Minutes addedBy(const Programme& programme, const Activity& activity, EventId event, CalendarCache& cache) {
    const ActingEffects acting(programme);
    std::vector<ActingEffect> with, without;
    for (const ActingEffect& one : acting.on(activity.id)) {
        with.push_back(one);
        if (one.event->id != event) without.push_back(one);
    }
    const Minutes day = dayMinutesOf(programme, activity, cache);
    return affectedDuration(activity, with, day) - affectedDuration(activity, without, day);
}

Minutes partOf(Minutes whole, const Fraction& part) {
    const auto minutes = (Fraction(whole) * part).rounded(0);
    return minutes ? minutes->mantissa() : whole;
}

/// An event as far as it lies before a day, in a programme that has it whole.
DelayEvent cut(const Programme& programme, DelayEvent event, Date until, CalendarCache& cache) {
    const Fraction part = partBefore(event, until);
    const bool whole = part == Fraction(1);
    std::vector<Effect> kept;
    for (Effect effect : event.effects) {
        if (effect.kind == EffectKind::suspension) {
            if (effect.from && *effect.from >= until) continue;
            if (effect.to) effect.to = std::min(*effect.to, until + -1);
        } else if (effect.kind == EffectKind::access) {
            if (effect.from) effect.from = std::min(*effect.from, until);
        } else if (!whole) {
            const Activity* activity = programme.activities.row(effect.activity);
            if (!activity) continue;
            // A change of quantity or output is the work that it adds.
            effect.work = partOf(addsWork(effect) && effect.kind != EffectKind::addedWork
                                     ? addedBy(programme, *activity, event.id, cache)
                                     : effect.work,
                                 part);
            effect.kind = EffectKind::addedWork;
            effect.value.reset();
        }
        kept.push_back(effect);
    }
    event.effects = std::move(kept);
    return event;
}

void replaceEvent(Programme& programme, DelayEvent event) {
    const std::size_t index = programme.events.indexOf(event.id);
    programme.events.replace(index, std::move(event));
}

void addRemaining(Programme& programme, ActivityId id, Minutes more) {
    const std::size_t index = programme.activities.indexOf(id);
    Activity row = programme.activities[index];
    row.remaining = std::max<Minutes>(0, *row.remaining + more);
    programme.activities.replace(index, std::move(row));
}

bool begunBefore(const DelayEvent& event, const std::optional<Instant>& dataDate) {
    return event.from && dataDate && startOf(*event.from) < *dataDate;
}

/// Whether two programmes have the same work of an event, whatever was done of it.
bool sameFragment(const Programme& a, const Programme& b, EventId event) {
    const auto works = [&](const Programme& programme) {
        std::vector<std::tuple<std::uint32_t, std::optional<Minutes>, std::optional<Measure>>> list;
        for (const Activity& row : programme.activities)
            if (row.event == event) list.emplace_back(row.id.value, row.duration, row.measure);
        std::sort(list.begin(), list.end(),
                  [](const auto& x, const auto& y) { return std::get<0>(x) < std::get<0>(y); });
        return list;
    };
    return works(a) == works(b);
}

/// Access is withheld for the days from the later of the event's beginning and the start that the work would otherwise
/// have had.
void withhold(Programme& programme, CalendarCache& cache, DelayEvent& event, bool* tooOld) {
    if (!event.from || std::none_of(event.effects.begin(), event.effects.end(),
                                    [](const Effect& e) { return e.kind == EffectKind::access; }))
        return;
    Programme without = programme;
    switchOff(without, event.id);
    const AnalysisState before(std::move(without), cache);
    if (!before.figures().ok()) return;
    for (Effect& effect : event.effects) {
        if (effect.kind != EffectKind::access || !effect.from) continue;
        const Date start = dateOf(before.of(effect.activity).earlyStart);
        if (start >= *event.from || *effect.from <= start) continue;
        if (tooOld) *tooOld = true;
        effect.from = start + std::max(0, *effect.from - *event.from);
    }
}

} // namespace

Fraction partBefore(const DelayEvent& event, Date until) {
    if (!event.from || !event.to || *event.to < *event.from || *event.to < until) return Fraction(1);
    const int days = *event.to - *event.from + 1;
    return Fraction(std::clamp(until - *event.from, 0, days)) / Fraction(days);
}

Programme cutToDataDate(const AnalysisState& stand) {
    Programme cutting = stand.programme();
    if (!cutting.job.dataDate) return cutting;
    CalendarCache cache;
    const Date until = dateOf(*cutting.job.dataDate);
    for (const DelayEvent& event : stand.programme().events) {
        if (!event.inForecast || !hasEffect(stand.programme(), event)) continue;
        if (event.from && *event.from >= until) {
            switchOff(cutting, event.id);
            continue;
        }
        DelayEvent now = cut(stand.programme(), event, until, cache);
        const bool begun = begunBefore(event, cutting.job.dataDate);
        std::vector<std::pair<ActivityId, Minutes>> less;
        for (const Effect& effect : event.effects) {
            const Activity* activity = stand.programme().activities.row(effect.activity);
            if (begun && addsWork(effect) && activity && statesRemaining(*activity))
                less.emplace_back(activity->id, addedBy(stand.programme(), *activity, event.id, cache));
        }
        replaceEvent(cutting, std::move(now));
        std::sort(less.begin(), less.end(), [](const auto& a, const auto& b) { return a.first.value < b.first.value; });
        less.erase(std::unique(less.begin(), less.end()), less.end());
        for (const auto& [id, whole] : less)
            addRemaining(cutting, id, addedBy(cutting, *cutting.activities.row(id), event.id, cache) - whole);
    }
    return cutting;
}

void bringInto(Programme& stand, CalendarCache& cache, const Incoming& incoming, bool* tooOld) {
    const DelayEvent* counting = countingIn(stand, incoming.event);
    const bool holds = counting != nullptr;
    std::vector<ActivityId> touched;
    const auto touch = [&](const DelayEvent& event) {
        for (const Effect& effect : event.effects) {
            const Activity* activity = addsWork(effect) ? stand.activities.row(effect.activity) : nullptr;
            if (activity && statesRemaining(*activity) &&
                std::find(touched.begin(), touched.end(), activity->id) == touched.end())
                touched.push_back(activity->id);
        }
    };
    const DelayEvent& described = *incoming.source->events.row(incoming.event);
    const bool begun = begunBefore(described, stand.job.dataDate);
    if (holds && begun) {
        touch(*counting);
        touch(described);
    }
    std::vector<Minutes> had;
    had.reserve(touched.size());
    for (const ActivityId id : touched) had.push_back(addedBy(stand, *stand.activities.row(id), incoming.event, cache));

    if (holds && sameFragment(stand, *incoming.source, incoming.event))
        replaceEvent(stand, describedHere(stand, described));
    else
        putIn(stand, *incoming.source, incoming.event);
    DelayEvent event = *stand.events.row(incoming.event);
    event.inForecast = true;
    if (incoming.until) event = cut(*incoming.source, std::move(event), *incoming.until, cache);
    // What a stand says of work in hand it says of everything that had begun.
    if (begun && !holds)
        std::erase_if(event.effects, [&](const Effect& effect) {
            const Activity* activity = stand.activities.row(effect.activity);
            return !activity || activity->actualStart;
        });
    replaceEvent(stand, event);
    withhold(stand, cache, event, tooOld);
    replaceEvent(stand, event);
    for (std::size_t i = 0; i < touched.size(); ++i) {
        const Minutes more = addedBy(stand, *stand.activities.row(touched[i]), event.id, cache) - had[i];
        if (more != 0) addRemaining(stand, touched[i], more);
    }
}

std::optional<Programme> bring(const Programme& base, CalendarCache& cache, const Incoming& incoming, bool* tooOld) {
    Programme with = base;
    bringInto(with, cache, incoming, tooOld);
    if (with == base) return {};
    return with;
}

} // namespace yarrin

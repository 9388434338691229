// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/labour/working_time.h"

#include "core/network/effects.h"

#include <algorithm>

namespace yarrin {

namespace {

Minutes minutesIn(const WorkCalendar& calendar, const std::vector<WorkRun>& runs) {
    Minutes sum = 0;
    for (const WorkRun& run : runs) sum += calendar.worked(run.to) - calendar.worked(run.from);
    return sum;
}

void put(std::vector<WorkRun>& runs, Instant from, Instant to) {
    if (from < to) runs.push_back({from, to});
}

/// Works out the spans of one programme at early or at late dates.
class Spans {
public:
    Spans(const Programme& programme, const Schedule& schedule, bool late)
        : m_programme(programme), m_schedule(schedule), m_effects(programme), m_late(late) {}

    std::vector<WorkSpan> run() {
        std::vector<WorkSpan> spans;
        spans.reserve(m_programme.activities.size());
        for (std::size_t i = 0; i < m_programme.activities.size(); ++i) spans.push_back(one(i));
        return spans;
    }

private:
    WorkSpan one(std::size_t i) {
        const Activity& activity = m_programme.activities[i];
        const ActivityFigures& f = m_schedule.activities[i];
        WorkSpan span;
        span.activity = static_cast<std::uint32_t>(i);
        span.calendar = &m_schedule.calendarOf(f);
        const bool moved = m_late && f.lateStart && f.lateFinish && f.state != NodeState::complete;
        Instant start = f.earlyStart, finish = f.earlyFinish;
        if (f.state == NodeState::inProgress) start = f.remainingStart.value_or(start);
        if (moved) {
            start = *f.lateStart;
            finish = *f.lateFinish;
        }
        const Instant known = m_programme.job.dataDate.value_or(f.earlyStart);
        span.pastAt = m_programme.job.dataDate ? known : f.earlyFinish;
        span.aheadAt = start;
        if (f.aside) return span;
        if (activity.kind == ActivityKind::hammock) {
            hammock(span, start, finish);
        } else if (f.state == NodeState::complete) {
            put(span.past, f.earlyStart, f.earlyFinish);
            span.done = 1;
            span.pastAt = f.earlyFinish;
        } else {
            if (f.state == NodeState::inProgress) put(span.past, f.earlyStart, known);
            if (activity.kind == ActivityKind::task) ahead(span, activity, f, start, finish);
        }
        span.pastMinutes = minutesIn(*span.calendar, span.past);
        span.aheadMinutes = minutesIn(*span.calendar, span.ahead);
        if (activity.kind == ActivityKind::hammock) {
            const Minutes all = span.pastMinutes + span.aheadMinutes;
            span.done = all > 0 ? Fraction(span.pastMinutes) / Fraction(all) : Fraction(0);
        } else if (f.state == NodeState::inProgress) {
            span.done = doneShare(activity, f, m_effects.on(activity.id));
        }
        return span;
    }

    void hammock(WorkSpan& span, Instant start, Instant finish) {
        const auto& dataDate = m_programme.job.dataDate;
        const Instant cut = dataDate ? std::clamp(*dataDate, start, std::max(start, finish)) : start;
        put(span.past, start, cut);
        put(span.ahead, cut, finish);
    }

    /// The work ahead with its pauses: after so much work it rests so long, on its own calendar.
    void ahead(WorkSpan& span, const Activity& activity, const ActivityFigures& f, Instant start, Instant finish) {
        const WorkCalendar& calendar = *span.calendar;
        const Minutes left = f.state == NodeState::inProgress
                                 ? std::min(activity.remaining.value_or(f.duration), f.duration)
                                 : f.duration;
        const Minutes done = f.duration - left;
        std::vector<Pause> pauses;
        Minutes rest = 0;
        for (const Pause& pause : activity.pauses)
            if (pause.after > 0 && pause.after < f.duration && (done == 0 || pause.after > done)) {
                pauses.push_back(pause);
                rest += pause.rest;
            }
        std::stable_sort(pauses.begin(), pauses.end(),
                         [](const Pause& a, const Pause& b) { return a.after < b.after; });
        const Minutes all = calendar.worked(finish) - calendar.worked(start) - rest;
        if (activity.stretch && all > left && left > 0) span.pace = Fraction(left) / Fraction(all);
        Minutes at = calendar.worked(start), worked = done;
        Instant from = start;
        for (const Pause& pause : pauses) {
            at += pause.after - worked;
            worked = pause.after;
            put(span.ahead, from, std::min(calendar.endOfMinute(at), finish));
            at += pause.rest;
            from = calendar.startOfMinute(at);
        }
        put(span.ahead, from, finish);
    }

    const Programme& m_programme;
    const Schedule& m_schedule;
    ActingEffects m_effects;
    bool m_late;
};

} // namespace

std::vector<WorkSpan> workSpans(const Programme& programme, const Schedule& schedule) {
    return Spans(programme, schedule, false).run();
}

std::vector<WorkSpan> lateSpans(const Programme& programme, const Schedule& schedule) {
    return Spans(programme, schedule, true).run();
}

Fraction doneShare(const Activity& activity, const ActivityFigures& figures, const std::vector<ActingEffect>& effects) {
    if (figures.state == NodeState::complete) return figures.aside ? 0 : 1;
    if (figures.state == NodeState::notStarted || figures.duration <= 0) return 0;
    const auto measure = affectedMeasure(activity, effects);
    if (activity.quantityDone && measure && measure->quantity.sign() > 0) {
        const Fraction share = Fraction(*activity.quantityDone) / Fraction(measure->quantity);
        return Fraction(1) < share ? Fraction(1) : share;
    }
    const Minutes left = std::clamp<Minutes>(activity.remaining.value_or(figures.duration), 0, figures.duration);
    return Fraction(figures.duration - left) / Fraction(figures.duration);
}

const std::vector<WorkRun>& WorkSpells::of(const WorkCalendar& calendar) {
    const auto [place, isNew] = m_spells.try_emplace(&calendar);
    std::vector<WorkRun>& spells = place->second;
    if (!isNew) return spells;
    for (Instant at = calendar.upStart(m_from); at < m_to && !isBeyond(at);) {
        // The latest end up to which every minute works, looked for day by day.
        const Minutes before = calendar.worked(at);
        Instant end = at;
        for (;;) {
            const Instant dayEnd = std::min(startOf(dateOf(end) + 1), m_to);
            if (calendar.worked(dayEnd) - before == dayEnd - at && dayEnd < m_to) {
                end = dayEnd;
                continue;
            }
            Minutes low = 0, high = dayEnd - end;
            while (low < high) {
                const Minutes middle = (low + high + 1) / 2;
                if (calendar.worked(end + middle) - before == (end + middle) - at)
                    low = middle;
                else
                    high = middle - 1;
            }
            end = end + low;
            break;
        }
        if (end <= at) break;
        spells.push_back({at, end});
        at = end >= m_to ? m_to : calendar.upStart(end);
    }
    return spells;
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Own slips that no event tells, beside the events of a window: docs/engine.md section 11.
#include "core/delay/as_built.h"
#include "core/delay/insertion.h"

#include <algorithm>

namespace yarrin {

void Analyst::findSlips() {
    for (std::size_t k = 1; k <= last() && !stopped(); ++k) slipsIn(k);
}

void Analyst::slipsIn(std::size_t window) {
    const AnalysisState &before = m_cut[window - 1], &after = m_cut[window];
    const auto &since = before.programme().job.dataDate, &until = after.programme().job.dataDate;
    // Between two stands of one data date no time passed in which anything could slip.
    if (!until || since == until) return;
    const auto entitledIn = [&](SectionId section) {
        std::vector<EventId> events;
        for (const DelayStep& step : m_out.steps) {
            const StepFigures* f = step.window == window ? step.of(section) : nullptr;
            if (!f || f->entitled <= 0) continue;
            const auto add = [&](EventId id) {
                const DelayEvent* event = now().events.row(id);
                if (event && event->risk != Risk::contractor &&
                    std::find(events.begin(), events.end(), id) == events.end())
                    events.push_back(id);
            };
            if (step.kind == DelayStep::Kind::event) add(step.event);
            for (const EventId id : step.together) add(id);
        }
        return events;
    };
    if (std::all_of(m_sections.begin(), m_sections.end(), [&](SectionId s) { return entitledIn(s).empty(); })) return;

    const AnalysisState built(asBuilt(after).programme, m_cache);
    if (!built.figures().ok()) return;
    Programme without = built.programme();
    // What came before this window, and goes on in it, stays.
    for (const DelayEvent* event : m_events)
        if (begunIn(*event, window) && !countingIn(before.programme(), event->id)) switchOff(without, event->id);
    const AnalysisState own(std::move(without), m_cache);
    if (!own.figures().ok()) return;
    for (const SectionId section : m_sections) {
        OwnSlip slip;
        slip.window = window;
        slip.section = section;
        slip.end = dateOf(*until);
        slip.events = entitledIn(section);
        if (slip.events.empty()) continue;
        const int shorter = *built.completion(section) - *own.completion(section);
        slip.days = *after.completion(section) - *before.completion(section) - shorter;
        for (const DelayStep& step : m_out.steps)
            if (step.window == window && step.kind == DelayStep::Kind::progress)
                if (const StepFigures* f = step.of(section)) slip.told += std::max(0, f->moved());
        slip.beside = slip.days - slip.told;
        if (slip.beside <= 0) continue;
        for (const SlipMark& mark : now().sections.row(section)->slips)
            if (mark.window == slip.end) slip.mark = mark;
        takeForSlip(slip);
        m_out.slips.push_back(std::move(slip));
    }
}

/// Marked as concurrent it takes the money of as many of the window's paid days, the last event's first, as nobody
/// knows when it began; not marked it is flagged.
void Analyst::takeForSlip(OwnSlip& slip) {
    if (!slip.mark) {
        std::string keys;
        for (const EventId id : slip.events) keys += (keys.empty() ? "" : ", ") + now().events.row(id)->key;
        m_out.flags.push_back(
            {DelayFlag::Kind::unrecorded, slip.events.front(), slip.window,
             wordedCount("own slip of %1 day in %2 beside %3 up to %4 is open: nobody said whether it is concurrent, "
                         "pacing or neither",
                         "own slip of %1 days in %2 beside %3 up to %4 is open: nobody said whether it is concurrent, "
                         "pacing or neither",
                         slip.beside, now().sections.row(slip.section)->key, keys, m_out.stands[slip.window]),
             slip.section});
        return;
    }
    if (slip.mark->is != SlipIs::concurrent) return;
    int left = slip.beside;
    for (auto step = m_out.steps.rbegin(); step != m_out.steps.rend() && left > 0; ++step) {
        if (step->window != slip.window) continue;
        for (StepFigures& f : step->sections) {
            if (f.section != slip.section || f.compensable <= 0) continue;
            const int days = std::min(left, f.compensable);
            f.compensable -= days;
            f.concurrent = std::min(f.entitled, f.concurrent + days);
            slip.taken += days;
            left -= days;
        }
    }
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/delay/analysis.h"

#include "core/delay/driving_path.h"
#include "core/delay/insertion.h"
#include "core/delay/prolongation.h"
#include "core/delay/state.h"

#include <algorithm>
#include <array>

namespace yarrin {

const DelayMethodText& textOf(DelayMethod method) {
    static constexpr std::array<DelayMethodText, delayMethods> texts{{
        {"impacted-as-planned", "Impacted as planned",
         "Each event is put into the contract programme, one after the other; what completion moves is its delay.",
         "Looks ahead from what was planned: it does not see how the work really went, nor concurrency."},
        {"time-impact", "Time impact, update by update",
         "Each event is put into the update that was current when it began, before and after; what is left up to the "
         "next update is our own progress.",
         "Rests on the updates: each must have been true on its data date, and its work left sensible."},
        {"windows", "Windows on the driving path",
         "From update to update, what each activity on the path that drove completion slipped or gained, and which "
         "event touched it.",
         "Sees the driving path only; a delay that was nearly as long on another path shows as float."},
        {"as-planned-as-built", "As planned against as built",
         "The path that drove completion as built, activity by activity, against the contract programme.",
         "One look over the whole job: the path may have changed on the way, and nothing is calculated in between."},
        {"collapsed-as-built", "Collapsed as built",
         "The job as built and forecast, without the events of the employer and of nobody, put back one after the "
         "other: "
         "but for each, completion would have been so much earlier.",
         "Takes the work as it was done without them too; where our own delay ran beside an event, that event shows "
         "little or nothing."},
    }};
    return texts[static_cast<std::size_t>(method)];
}

const StepFigures* DelayStep::of(SectionId section) const {
    for (const StepFigures& one : sections)
        if (one.section == section) return &one;
    return nullptr;
}

std::optional<Date> AnalysisState::completion(SectionId section) const {
    const Section* row = m_programme.sections.row(section);
    const std::size_t index = row ? m_programme.activities.indexOf(row->milestone) : m_programme.activities.none;
    if (index == m_programme.activities.none || !m_schedule.ok()) return {};
    return completionDate(m_schedule.activities[index].earlyFinish);
}

std::vector<std::string> AnalysisState::chain(SectionId section) const {
    std::vector<std::string> keys;
    for (const ActivityId id : drivingPath(m_programme, m_schedule, m_programme.sections.row(section)->milestone))
        if (of(id).state != NodeState::complete) keys.push_back(m_programme.activities.row(id)->key);
    return keys;
}

Analyst::Analyst(DelayMethod method, std::span<const Stand> stands, std::stop_token stop) : m_stop(std::move(stop)) {
    m_out.method = method;
    for (const Stand& stand : stands) {
        m_out.stands.push_back(stand.name);
        m_states.emplace_back(stand.programme, m_cache);
        for (Error error : m_states.back().figures().errors) {
            error.place = stand.name + (error.place.empty() ? "" : ": " + error.place);
            m_out.errors.push_back(std::move(error));
        }
        if (stopped()) return;
    }
    if (!m_out.errors.empty() || m_states.empty()) return;
    for (const Section& section : now().sections) {
        const bool everywhere = std::all_of(m_states.begin(), m_states.end(), [&](const AnalysisState& state) {
            return state.completion(section.id).has_value();
        });
        if (everywhere)
            m_sections.push_back(section.id);
        else
            m_out.notes.push_back("section " + section.key + " has no completion milestone in every stand");
    }
    for (const DelayEvent& event : now().events) {
        if (!hasEffect(now(), event))
            m_out.notes.push_back(event.key + " has no effect in the programme and is left out");
        else if (!event.inForecast || windowOf(event) == 0)
            m_out.notes.push_back(event.key + " is switched off and is left out");
        else
            m_events.push_back(&event);
    }
    std::stable_sort(m_events.begin(), m_events.end(), [](const DelayEvent* a, const DelayEvent* b) {
        return a->from.value_or(Date{}) < b->from.value_or(Date{});
    });
    for (const DelayEvent* event : m_events) m_windows.push_back(windowOf(*event));
}

std::size_t Analyst::windowOf(const DelayEvent& event) const {
    for (std::size_t k = 1; k < m_states.size(); ++k) {
        const Programme& stand = m_states[k].programme();
        const DelayEvent* held = stand.events.row(event.id);
        if (held && held->inForecast && hasEffect(stand, *held)) return k;
        if (event.from && stand.job.dataDate && *stand.job.dataDate > startOf(*event.from)) return k;
    }
    return 0;
}

std::vector<const DelayEvent*> Analyst::inWindow(std::size_t window) const {
    std::vector<const DelayEvent*> list;
    for (std::size_t i = 0; i < m_events.size(); ++i)
        if (m_windows[i] == window) list.push_back(m_events[i]);
    return list;
}

/// Whether two events were at work on the same days; one that has no end lasts.
bool Analyst::overlap(const DelayEvent& a, const DelayEvent& b) const {
    const auto begins = [](const DelayEvent& e) { return e.from.value_or(Date{}); };
    const auto before = [&](const DelayEvent& x, const DelayEvent& y) { return x.to && *x.to < begins(y); };
    return !before(a, b) && !before(b, a);
}

/// Days by which an event moves completion, by section, when it is put into this state; none where that, or the state
/// itself, cannot be calculated.
std::optional<std::vector<int>> Analyst::gains(const AnalysisState& before, EventId event) {
    Programme with = before.programme();
    putIn(with, now(), event);
    const AnalysisState after(std::move(with), m_cache);
    if (!before.figures().ok() || !after.figures().ok()) return {};
    return movesBetween(before, after);
}

std::vector<int> Analyst::movesBetween(const AnalysisState& before, const AnalysisState& after) const {
    std::vector<int> days;
    for (const SectionId section : m_sections) {
        const auto was = before.completion(section), is = after.completion(section);
        days.push_back(was && is ? *is - *was : 0);
    }
    return days;
}

void Analyst::addStep(DelayStep step, const AnalysisState& before, const AnalysisState& after) {
    for (const SectionId section : m_sections) {
        StepFigures* figures = nullptr;
        for (StepFigures& one : step.sections)
            if (one.section == section) figures = &one;
        if (!figures) figures = &step.sections.emplace_back();
        figures->section = section;
        figures->before = before.completion(section).value_or(Date{});
        figures->after = after.completion(section).value_or(figures->before);
        figures->chainBefore = before.chain(section);
        figures->chainAfter = after.chain(section);
    }
    step.timeCostBefore = timeCost(before.programme(), before.figures());
    step.timeCostAfter = timeCost(after.programme(), after.figures());
    m_out.steps.push_back(std::move(step));
}

void Analyst::addProgress(DelayStep::Kind kind, std::size_t window, const AnalysisState& before,
                          const AnalysisState& after) {
    const bool moved = std::any_of(m_sections.begin(), m_sections.end(), [&](SectionId section) {
        return before.completion(section) != after.completion(section);
    });
    const bool costs =
        !(timeCost(before.programme(), before.figures()) == timeCost(after.programme(), after.figures()));
    if (!moved && !costs) return;
    DelayStep step;
    step.kind = kind;
    step.window = window;
    addStep(std::move(step), before, after);
}

void Analyst::noteFloat(DelayStep& step, const AnalysisState& before, const AnalysisState& after,
                        const DelayEvent& event) const {
    const auto delayed = delayedBy(after.programme(), *after.programme().events.row(event.id));
    for (const ActivityId id : delayed) {
        if (!before.programme().activities.row(id) || !after.programme().activities.row(id)) continue;
        const ActivityFigures &was = before.of(id), &is = after.of(id);
        if (!was.totalFloat || !is.totalFloat) continue;
        step.floatBefore = static_cast<int>(*was.totalFloat / before.figures().calendarOf(was).dayMinutes());
        step.floatAfter = static_cast<int>(*is.totalFloat / after.figures().calendarOf(is).dayMinutes());
        return;
    }
    if (delayed.empty())
        step.note = "none of the activities it delays was there yet";
    else
        step.note = "what it delays was finished by then";
}

AnalysisState Analyst::insertAll(const AnalysisState& base, const std::vector<const DelayEvent*>& events,
                                 std::size_t window, bool concurrency) {
    AnalysisState state = base;
    for (std::size_t i = 0; i < events.size() && !stopped(); ++i) {
        const DelayEvent& event = *events[i];
        Programme with = state.programme();
        putIn(with, now(), event.id);
        AnalysisState after(std::move(with), m_cache);
        if (!after.figures().ok()) {
            // Logic that was changed since may close a loop with a fragment.
            m_out.notes.push_back(event.key + " cannot be put into " + m_out.stands[concurrency ? window - 1 : 0] +
                                  " and is left out there: " + after.figures().errors.front().sentence());
            continue;
        }
        DelayStep step;
        step.event = event.id;
        step.window = window;
        noteFloat(step, state, after, event);
        // The other side's delays on the same days: without them, what it would entitle to; with them, what it adds.
        const bool own = event.risk == Risk::contractor;
        const auto isBeside = [&](const DelayEvent& other) {
            return concurrency && &other != &event && (other.risk == Risk::contractor) != own && overlap(event, other);
        };
        Programme without = base.programme(), all = base.programme();
        bool beneath = false;
        // Of those that came in earlier the base holds what is still to come of them.
        for (std::size_t j = 0; j < m_events.size(); ++j) {
            const DelayEvent* there = base.programme().events.row(m_events[j]->id);
            if (m_windows[j] >= window || !there || !there->inForecast || !isBeside(*m_events[j])) continue;
            switchOff(without, m_events[j]->id);
            beneath = true;
        }
        for (std::size_t j = 0; j < events.size(); ++j) {
            const bool beside = isBeside(*events[j]);
            beneath = beneath || beside;
            if (j < i || beside) putIn(all, now(), events[j]->id);
            if (j < i && !beside) putIn(without, now(), events[j]->id);
        }
        const std::vector<int> moved = movesBetween(state, after);
        const auto gained = [&](const AnalysisState& in) { return gains(in, event.id).value_or(moved); };
        const std::vector<int> free = beneath ? gained(AnalysisState(std::move(without), m_cache)) : moved;
        const std::vector<int> added = beneath ? gained(AnalysisState(std::move(all), m_cache)) : moved;
        const std::vector<int> alone = i == 0 ? moved : gained(base);
        for (std::size_t s = 0; s < m_sections.size(); ++s) {
            // Float that our own delay used up before is gone: who comes second moves completion, and is answered for.
            const int most = std::max({0, free[s], moved[s]});
            step.sections.push_back(
                {m_sections[s], {}, {}, own ? 0 : most, std::clamp(free[s] - added[s], 0, most), alone[s], {}, {}});
        }
        addStep(std::move(step), state, after);
        state = std::move(after);
    }
    return state;
}

void Analyst::impactedAsPlanned() {
    const AnalysisState impacted = insertAll(m_states.front(), m_events, m_states.size() - 1, false);
    if (!stopped()) addProgress(DelayStep::Kind::unseen, m_states.size() - 1, impacted, m_states.back());
}

void Analyst::timeImpact() {
    for (std::size_t k = 1; k < m_states.size() && !stopped(); ++k) {
        const AnalysisState reached = insertAll(m_states[k - 1], inWindow(k), k, true);
        addProgress(DelayStep::Kind::progress, k, reached, m_states[k]);
    }
}

DelayAnalysis Analyst::run() {
    if (m_states.size() < 2 && m_out.errors.empty() && !stopped())
        m_out.errors.push_back(inputError("there is nothing to compare the forecast with",
                                          "freeze a revision and make it the contract programme"));
    if (!m_out.errors.empty() || stopped()) return std::move(m_out);
    switch (m_out.method) {
    case DelayMethod::impactedAsPlanned:
        impactedAsPlanned();
        break;
    case DelayMethod::timeImpact:
        timeImpact();
        break;
    case DelayMethod::windows:
        for (std::size_t k = 1; k < m_states.size() && !stopped(); ++k) windows(k - 1, k);
        break;
    case DelayMethod::asPlannedAsBuilt:
        windows(0, m_states.size() - 1);
        break;
    case DelayMethod::collapsedAsBuilt:
        collapsed();
        break;
    }
    if (stopped()) m_out.steps.clear();
    return std::move(m_out);
}

DelayAnalysis analyse(DelayMethod method, std::span<const Stand> stands, std::stop_token stop) {
    return Analyst(method, stands, std::move(stop)).run();
}

DelayShares sharesOf(const DelayAnalysis& analysis, const Programme& now, SectionId section) {
    DelayShares shares;
    for (const DelayStep& step : analysis.steps) {
        const StepFigures* figures = step.of(section);
        if (!figures) continue;
        const int moved = figures->moved();
        const DelayEvent* event = step.kind == DelayStep::Kind::event ? now.events.row(step.event) : nullptr;
        if (moved < 0)
            shares.recovered += moved;
        else if (event && event->risk == Risk::employer)
            shares.employer += moved;
        else if (event && event->risk == Risk::neutral)
            shares.neutral += moved;
        else
            shares.own += moved;
        shares.entitled += figures->entitled;
        if (event && event->risk != Risk::contractor) shares.concurrent += figures->concurrent;
    }
    return shares;
}

} // namespace yarrin

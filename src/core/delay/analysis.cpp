// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/delay/analysis.h"

#include "core/base/worded.h"
#include "core/delay/driving_path.h"
#include "core/delay/insertion.h"
#include "core/delay/portion.h"
#include "core/delay/prolongation.h"
#include "core/delay/state.h"

#include <algorithm>
#include <array>
#include <tuple>

namespace yarrin {

const DelayMethodText& textOf(DelayMethod method) {
    static constexpr std::array<DelayMethodText, delayMethods> texts{{
        {"impacted-as-planned", toWord("Impacted as planned"),
         toWord(
             "Each event is put into the contract programme, one after the other; what completion moves is its delay."),
         toWord("Looks ahead from what was planned: it does not see how the work really went, nor concurrency.")},
        {"time-impact", toWord("Time impact, update by update"),
         toWord("Each event is put into the update that was current when it began, before and after; what is left up "
                "to the "
                "next update is our own progress."),
         toWord("Rests on the updates: each must have been true on its data date, and its work left sensible.")},
        {"windows", toWord("Windows on the driving path"),
         toWord(
             "From update to update, what each activity on the path that drove completion slipped or gained, and which "
             "event touched it."),
         toWord("Sees the driving path only; a delay that was nearly as long on another path shows as float.")},
        {"as-planned-as-built", toWord("As planned against as built"),
         toWord("The path that drove completion as built, activity by activity, against the contract programme."),
         toWord("One look over the whole job: the path may have changed on the way, and nothing is calculated in "
                "between.")},
        {"collapsed-as-built", toWord("Collapsed as built"),
         toWord(
             "The job as built and forecast, without the events of the employer and of nobody, put back one after the "
             "other: "
             "but for each, completion would have been so much earlier."),
         toWord("Takes the work as it was done without them too; where our own delay ran beside an event, that event "
                "shows "
                "little or nothing.")},
    }};
    return texts[static_cast<std::size_t>(method)];
}

std::string_view textOf(ConcurrencyRule rule) {
    static constexpr std::array<std::string_view, 3> texts{
        toWord("time, not money: an own delay beside it takes no time from an employer's event, but the money"),
        toWord("effective cause: of two that would each have held completion, the days are those of the one that began "
               "first"),
        toWord("apportioned: days that both would have cost are shared by what each would have moved alone")};
    return texts[static_cast<std::size_t>(rule)];
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

Analyst::Analyst(DelayMethod method, std::span<const Stand> stands, std::stop_token stop, const DelayRules& rules)
    : m_stop(std::move(stop)) {
    m_out.method = method;
    if (!stands.empty()) {
        m_out.rule = rules.concurrency.value_or(stands.back().programme.job.concurrency);
        m_out.nearDays = rules.nearDays.value_or(stands.back().programme.job.nearDays);
    }
    calculateStands(stands);
    if (!m_out.errors.empty() || m_states.empty() || stopped()) return;
    chooseSections();
    chooseEvents();
}

void Analyst::calculateStands(std::span<const Stand> stands) {
    for (const Stand& stand : stands) {
        m_out.stands.push_back(stand.name);
        for (const std::string& ignored : stand.ignored) m_out.notes.push_back(ignored);
        m_states.emplace_back(stand.programme, m_cache);
        for (Error error : m_states.back().figures().errors) {
            error.place = stand.name + (error.place.empty() ? "" : ": " + error.place);
            m_out.errors.push_back(std::move(error));
        }
        if (stopped()) return;
    }
}

void Analyst::chooseSections() {
    for (const Section& section : now().sections) {
        const bool everywhere = std::all_of(m_states.begin(), m_states.end(), [&](const AnalysisState& state) {
            return state.completion(section.id).has_value();
        });
        if (everywhere)
            m_sections.push_back(section.id);
        else
            m_out.notes.push_back(worded("section %1 has no completion milestone in every stand", section.key));
    }
}

void Analyst::chooseEvents() {
    const Programme& plan = m_states.front().programme();
    for (const DelayEvent& event : now().events) {
        if (!hasEffect(now(), event)) {
            m_out.notes.push_back(worded("%1 has no effect in the programme and is left out", event.key));
        } else if (!event.inForecast) {
            m_out.notes.push_back(worded("%1 is switched off and is left out", event.key));
        } else {
            m_events.push_back(&event);
            if (countingIn(plan, event.id))
                flag(DelayFlag::Kind::baseline, event.id, 0,
                     worded("%1 is in the %2 already", event.key, m_out.stands.front()));
        }
    }
    // By beginning, then first known; of one day by what people call them.
    std::sort(m_events.begin(), m_events.end(), [](const DelayEvent* a, const DelayEvent* b) {
        const auto day = [](const std::optional<Date>& date) { return date.value_or(Date{}); };
        return std::tuple(day(a->from), day(a->known), a->key) < std::tuple(day(b->from), day(b->known), b->key);
    });
}

void Analyst::flag(DelayFlag::Kind kind, EventId event, std::size_t window, std::string text) {
    const auto same = [&](const DelayFlag& f) { return f.kind == kind && f.event == event && f.text == text; };
    if (std::none_of(m_out.flags.begin(), m_out.flags.end(), same))
        m_out.flags.push_back({kind, event, window, std::move(text)});
}

std::optional<Date> Analyst::untilOf(std::size_t stand) const {
    const auto& dataDate = m_states[stand].programme().job.dataDate;
    return stand < last() && dataDate ? std::optional(dateOf(*dataDate)) : std::nullopt;
}

bool Analyst::begunIn(const DelayEvent& event, std::size_t window) const {
    const auto until = untilOf(window);
    if (!until) return true;
    if (event.from) return *event.from < *until;
    // Nobody says when it began: with the first stand that has it.
    for (std::size_t k = 0; k <= window; ++k)
        if (countingIn(m_states[k].programme(), event.id)) return true;
    return false;
}

/// As the stand at the window's end describes it, or the next one behind that which does.
Incoming Analyst::incoming(const DelayEvent& event, std::size_t window) const {
    for (std::size_t k = window; k < last(); ++k) {
        const Programme& stand = m_states[k].programme();
        if (countingIn(stand, event.id)) return {event.id, &stand, untilOf(window)};
    }
    return {event.id, &now(), untilOf(window)};
}

std::vector<EventGroup> Analyst::groupsOf(const std::vector<const DelayEvent*>& events) const {
    std::vector<EventGroup> groups;
    for (const DelayEvent* event : events) {
        if (groups.empty() || !event->from || groups.back().front()->from != event->from) groups.emplace_back();
        groups.back().push_back(event);
    }
    return groups;
}

void Analyst::cutStands() {
    m_cut.push_back(m_states.front());
    for (std::size_t k = 1; k < last() && !stopped(); ++k) {
        const Programme& stand = m_states[k].programme();
        Programme cut = cutToDataDate(m_states[k]);
        for (const DelayEvent* event : m_events) {
            if (!begunIn(*event, k) || countingIn(stand, event->id)) continue;
            const auto with = bring(cut, m_cache, incoming(*event, k));
            flag(DelayFlag::Kind::missing, event->id, k,
                 with ? worded("%1 had begun by %2, which does not hold it: it is put in there", event->key,
                               m_out.stands[k])
                      : worded("%1 had begun by %2, which does not hold it: it is taken to be in the work left there",
                               event->key, m_out.stands[k]));
            if (with) cut = *with;
        }
        m_cut.emplace_back(std::move(cut), m_cache);
        if (!m_cut.back().figures().ok()) m_cut.back() = m_states[k];
    }
    m_cut.push_back(m_states.back());
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

/// In working days of the calendar that the activity has without the event, so that a stop, which takes days out of it,
/// does not change what a day of float is.
void Analyst::noteFloat(DelayStep& step, const AnalysisState& before, const AnalysisState& after,
                        const DelayEvent& event) const {
    const auto delayed = delayedBy(after.programme(), *after.programme().events.row(event.id));
    for (const ActivityId id : delayed) {
        if (!before.programme().activities.row(id) || !after.programme().activities.row(id)) continue;
        const ActivityFigures &was = before.of(id), &is = after.of(id);
        if (!was.totalFloat || !is.totalFloat) continue;
        const WorkCalendar& own = before.figures().calendarOf(was);
        const auto slack = [&](const ActivityFigures& f) {
            return f.lateFinish ? own.worked(*f.lateFinish) - own.worked(f.earlyFinish) : *f.totalFloat;
        };
        step.floatBefore = static_cast<int>(slack(was) / own.dayMinutes());
        step.floatAfter = static_cast<int>(slack(is) / own.dayMinutes());
        return;
    }
    if (delayed.empty())
        step.note = worded("none of the activities it delays was there yet");
    else
        step.note = worded("what it delays was finished by then");
}

DelayAnalysis Analyst::run() {
    if (m_states.size() < 2 && m_out.errors.empty() && !stopped())
        m_out.errors.push_back(inputError(worded("there is nothing to compare the forecast with"),
                                          worded("freeze a revision and make it the contract programme")));
    if (!m_out.errors.empty() || stopped()) return std::move(m_out);
    switch (m_out.method) {
    case DelayMethod::impactedAsPlanned:
        impactedAsPlanned();
        break;
    case DelayMethod::timeImpact:
        timeImpact();
        findSlips();
        break;
    case DelayMethod::windows:
        cutStands();
        for (std::size_t k = 1; k < m_states.size() && !stopped(); ++k) windows(k - 1, k);
        break;
    case DelayMethod::asPlannedAsBuilt:
        windows(0, m_states.size() - 1);
        break;
    case DelayMethod::collapsedAsBuilt:
        collapsed();
        break;
    }
    if (stopped()) {
        m_out.steps.clear();
        m_out.slips.clear();
    }
    return std::move(m_out);
}

DelayAnalysis analyse(DelayMethod method, std::span<const Stand> stands, std::stop_token stop,
                      const DelayRules& rules) {
    return Analyst(method, stands, std::move(stop), rules).run();
}

EventDaysFound daysOf(const DelayAnalysis& analysis, EventId event, SectionId section) {
    EventDaysFound found;
    for (const DelayStep& step : analysis.steps) {
        const StepFigures* figures = step.of(section);
        const bool own = step.kind == DelayStep::Kind::event && step.event == event;
        const bool shared = std::find(step.together.begin(), step.together.end(), event) != step.together.end();
        if (!figures || (!own && !shared)) continue;
        (own ? found.moved : found.common) += figures->moved();
        found.entitled += figures->entitled;
        found.concurrent += figures->concurrent;
        found.compensable += figures->compensable;
    }
    return found;
}

DelayShares sharesOf(const DelayAnalysis& analysis, const Programme& now, SectionId section) {
    DelayShares shares;
    for (const DelayStep& step : analysis.steps) {
        const StepFigures* figures = step.of(section);
        if (!figures) continue;
        const int moved = figures->moved();
        const DelayEvent* event = step.kind == DelayStep::Kind::event ? now.events.row(step.event) : nullptr;
        if (moved < 0) {
            shares.recovered += moved;
            if (event && event->risk == Risk::employer) shares.credit += moved;
        } else if (step.kind == DelayStep::Kind::common) {
            shares.common += moved;
        } else if (event && event->risk != Risk::contractor) {
            (event->risk == Risk::employer ? shares.employer : shares.neutral) += moved;
        } else {
            shares.own += moved;
        }
        shares.entitled += figures->entitled;
        shares.compensable += figures->compensable;
        if (figures->entitled > 0) shares.concurrent += figures->concurrent;
    }
    return shares;
}

} // namespace yarrin

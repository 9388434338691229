// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/delay/analysis.h"
#include "core/network/schedule.h"

namespace yarrin {

/// A programme that was calculated in the course of an analysis, with what steps need of it.
class AnalysisState {
public:
    AnalysisState(Programme programme, CalendarCache& cache)
        : m_programme(std::move(programme)), m_schedule(schedule(m_programme, cache)) {}

    [[nodiscard]] const Programme& programme() const { return m_programme; }
    [[nodiscard]] const Schedule& figures() const { return m_schedule; }
    [[nodiscard]] const ActivityFigures& of(ActivityId id) const {
        return m_schedule.activities[m_programme.activities.indexOf(id)];
    }
    /// Forecast completion of a section; none without a milestone, or where the programme cannot be calculated.
    [[nodiscard]] std::optional<Date> completion(SectionId section) const;
    /// Keys of what drives its completion, finished work left out.
    [[nodiscard]] std::vector<std::string> chain(SectionId section) const;

private:
    Programme m_programme;
    Schedule m_schedule;
};

/// What all methods share: the stands calculated, the sections that all of them have, the events in their order.
class Analyst {
public:
    Analyst(DelayMethod method, std::span<const Stand> stands, std::stop_token stop);

    [[nodiscard]] DelayAnalysis run();

private:
    /// The stand before which an event comes in: the first that has it in its forecast, or whose data date lies after
    /// its beginning; 0 where it is in none.
    [[nodiscard]] std::size_t windowOf(const DelayEvent& event) const;
    [[nodiscard]] const Programme& now() const { return m_states.back().programme(); }
    [[nodiscard]] std::vector<const DelayEvent*> inWindow(std::size_t window) const;
    [[nodiscard]] bool stopped() const { return m_stop.stop_requested(); }
    [[nodiscard]] bool overlap(const DelayEvent& a, const DelayEvent& b) const;

    void impactedAsPlanned();
    void timeImpact();
    void windows(std::size_t from, std::size_t to);
    struct WindowShares;
    [[nodiscard]] std::vector<const DelayEvent*> eventsBetween(std::size_t from, std::size_t to) const;
    void followPath(std::size_t from, std::size_t to, SectionId section, const std::vector<const DelayEvent*>& events,
                    WindowShares& into);
    void collapsed();

    /// Puts the events of one window in, one after the other, and returns where that leads.
    AnalysisState insertAll(const AnalysisState& base, const std::vector<const DelayEvent*>& events, std::size_t window,
                            bool concurrency);
    [[nodiscard]] std::optional<std::vector<int>> gains(const AnalysisState& before, EventId event);
    [[nodiscard]] std::vector<int> movesBetween(const AnalysisState& before, const AnalysisState& after) const;
    void addStep(DelayStep step, const AnalysisState& before, const AnalysisState& after);
    void addProgress(DelayStep::Kind kind, std::size_t window, const AnalysisState& before, const AnalysisState& after);
    void noteFloat(DelayStep& step, const AnalysisState& before, const AnalysisState& after,
                   const DelayEvent& event) const;

    CalendarCache m_cache;
    std::vector<AnalysisState> m_states;
    std::vector<SectionId> m_sections;
    std::vector<const DelayEvent*> m_events; ///< of the last stand that have an effect, in order of time
    std::vector<std::size_t> m_windows;      ///< of each
    std::stop_token m_stop;
    DelayAnalysis m_out;
};

} // namespace yarrin

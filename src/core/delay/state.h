// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/delay/analysis.h"
#include "core/network/schedule.h"

namespace yarrin {

struct Incoming;

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

/// Events that began on one day: they come in together.
using EventGroup = std::vector<const DelayEvent*>;

/// What all methods share: the stands calculated, the sections that all of them have, the events in their order.
class Analyst {
public:
    Analyst(DelayMethod method, std::span<const Stand> stands, std::stop_token stop, const DelayRules& rules);

    [[nodiscard]] DelayAnalysis run();

private:
    friend class WindowInsertion;

    [[nodiscard]] const Programme& now() const { return m_states.back().programme(); }
    [[nodiscard]] bool stopped() const { return m_stop.stop_requested(); }
    [[nodiscard]] std::size_t last() const { return m_states.size() - 1; }
    void calculateStands(std::span<const Stand> stands);
    void chooseSections();
    void chooseEvents();

    /// The stands between the first and the last, cut to their data dates, with what they miss: docs/engine.md section
    /// 11.
    void cutStands();
    /// Where a window ends: a stand cut to its data date, or the last one whole.
    [[nodiscard]] const AnalysisState& cutState(std::size_t stand) const {
        return m_cut.empty() ? m_states[stand] : m_cut[stand];
    }
    /// Before the data date of a stand; none for the last one.
    [[nodiscard]] std::optional<Date> untilOf(std::size_t stand) const;
    /// Whether an event has begun by the end of a window.
    [[nodiscard]] bool begunIn(const DelayEvent& event, std::size_t window) const;
    [[nodiscard]] Incoming incoming(const DelayEvent& event, std::size_t window) const;
    [[nodiscard]] std::vector<EventGroup> groupsOf(const std::vector<const DelayEvent*>& events) const;

    void impactedAsPlanned();
    void timeImpact();
    /// Own slips that nobody recorded, beside the events of each window: docs/engine.md section 11.
    void findSlips();
    void slipsIn(std::size_t window);
    void takeForSlip(OwnSlip& slip);
    void flagOld(const std::vector<const DelayEvent*>& events, std::size_t stand, std::size_t window);
    void windows(std::size_t from, std::size_t to);
    struct WindowShares;
    struct PathWalk;
    [[nodiscard]] std::vector<const DelayEvent*> eventsBetween(std::size_t from, std::size_t to);
    void followPaths(std::size_t from, std::size_t to, SectionId section, const std::vector<const DelayEvent*>& events,
                     WindowShares& into);
    void followPath(PathWalk& walk, const std::vector<ActivityId>& path);
    void stepOnPath(PathWalk& walk, ActivityId id);
    void collapsed();

    void addStep(DelayStep step, const AnalysisState& before, const AnalysisState& after);
    void addProgress(DelayStep::Kind kind, std::size_t window, const AnalysisState& before, const AnalysisState& after);
    void noteFloat(DelayStep& step, const AnalysisState& before, const AnalysisState& after,
                   const DelayEvent& event) const;
    void flag(DelayFlag::Kind kind, EventId event, std::size_t window, std::string text);

    CalendarCache m_cache;
    std::vector<AnalysisState> m_states;
    std::vector<AnalysisState> m_cut;
    std::vector<SectionId> m_sections;
    std::vector<const DelayEvent*> m_events; ///< of the last stand that have an effect, in order of time
    std::stop_token m_stop;
    DelayAnalysis m_out;
};

} // namespace yarrin

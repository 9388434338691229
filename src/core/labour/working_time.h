// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"

#include <cstdint>
#include <unordered_map>
#include <utility>
#include <vector>

namespace yarrin {

/// A stretch [from, to) in which an activity works whenever its calendar does.
struct WorkRun {
    Instant from;
    Instant to;
};

enum class AtDates { early, late };

/// When an activity works: docs/engine.md section 14. Between its runs it rests.
struct WorkSpan {
    std::uint32_t activity = 0; ///< place in the programme
    const WorkCalendar* calendar = nullptr;
    std::vector<WorkRun> past; ///< of what was done before the data date
    std::vector<WorkRun> ahead;
    Minutes pastMinutes = 0; ///< of work in them
    Minutes aheadMinutes = 0;
    Fraction pace = 1; ///< of stretched work ahead, its work by the span that it is spread over
    Fraction done;     ///< share of a quantity that lies before the data date
    Instant pastAt;    ///< where what was done stands that has no minutes
    Instant aheadAt;   ///< and what is left
};

/// Of every activity, in the programme's order; those that stand aside do not work. Milestones have neither runs nor
/// minutes. The schedule must have been calculated without errors; spans point into its calendars.
[[nodiscard]] std::vector<WorkSpan> workSpans(const Programme& programme, const Schedule& schedule);

/// The same at the late dates; what is complete or has none stays where it is.
[[nodiscard]] std::vector<WorkSpan> lateSpans(const Programme& programme, const Schedule& schedule);

/// The share of an activity's work that is done, 0 to 1: by quantity where one is entered, else by what is left.
struct ActingEffect;
[[nodiscard]] Fraction doneShare(const Activity& activity, const ActivityFigures& figures,
                                 const std::vector<ActingEffect>& effects);

/// Unbroken runs of work of calendars, found once for a stretch of time.
class WorkSpells {
public:
    WorkSpells(Instant from, Instant to) : m_from(from), m_to(to) {}
    /// In order, [from, to) each, cut to the stretch.
    [[nodiscard]] const std::vector<WorkRun>& of(const WorkCalendar& calendar);

    /// Calls with each unbroken stretch of work in a run: function(from, to).
    template <typename Function>
    void within(const WorkCalendar& calendar, const WorkRun& run, const Function& function) {
        const auto& spells = of(calendar);
        auto at = std::upper_bound(spells.begin(), spells.end(), run.from,
                                   [](Instant t, const WorkRun& spell) { return t < spell.to; });
        for (; at != spells.end() && at->from < run.to; ++at)
            function(std::max(at->from, run.from), std::min(at->to, run.to));
    }

private:
    Instant m_from, m_to;
    std::unordered_map<const WorkCalendar*, std::vector<WorkRun>> m_spells;
};

} // namespace yarrin

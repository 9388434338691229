// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"
#include "core/model/words.h"

#include <span>
#include <stop_token>
#include <string>
#include <utility>
#include <vector>

namespace yarrin {

/// The published ways to tell what moved completion, docs/engine.md section 11: SCL Delay and Disruption Protocol, 2nd
/// edition 2017; AACE 29R-03; ASCE/CI 67-17 (from memory).
enum class DelayMethod { impactedAsPlanned, timeImpact, windows, asPlannedAsBuilt, collapsedAsBuilt };
inline constexpr std::size_t delayMethods = 5;

/// What a method is called, does, and cannot tell, a line each.
struct DelayMethodText {
    std::string_view word; ///< on the command line
    std::string_view name;
    std::string_view steps;
    std::string_view limits;
};
[[nodiscard]] const DelayMethodText& textOf(DelayMethod method);
/// A rule of concurrency in a line.
[[nodiscard]] std::string_view textOf(ConcurrencyRule rule);

/// A programme as it stood: first the contract programme, then the updates by data date, last what is forecast now. All
/// share the identities of one file.
struct Stand {
    std::string name;
    Programme programme;
    std::vector<std::string> ignored = {}; ///< what is no stand though it might be one, and why: kept with the first
};

/// What one step did to one section. Days are calendar days between completion dates.
struct StepFigures {
    SectionId section;
    Date before;
    Date after;
    int entitled = 0;    ///< to an extension of time: employer's risk and nobody's
    int concurrent = 0;  ///< of these (of an own delay: of its days), such as the other side's delay answers for too
    int alone = 0;       ///< what the event would have moved without any other
    int compensable = 0; ///< of the days entitled to, those that are paid
    std::vector<std::string> chainBefore; ///< keys of the activities that drove completion, from the data date on
    std::vector<std::string> chainAfter;

    [[nodiscard]] int moved() const { return after - before; }
};

struct DelayStep {
    enum class Kind {
        event,
        common,   ///< what events that began on one day, or lie on paths that drive alike, moved together
        progress, ///< own progress and re-planning between two stands, or its gain
        unseen,   ///< what this method does not explain
    };
    Kind kind = Kind::event;
    EventId event;
    std::vector<EventId> together = {}; ///< of common days: whose they are, by key
    std::size_t window = 0;             ///< the stand that it leads to
    std::vector<StepFigures> sections;  ///< of the last stand, those with a milestone in all stands
    Fraction timeCostBefore; ///< of hammocks, over the whole works; equal where a method does not calculate between
    Fraction timeCostAfter;
    std::optional<int> floatBefore; ///< whole days of the first delayed activity, where it is not finished
    std::optional<int> floatAfter;
    std::string note; ///< what a reader should know of it: float used up, work that was not there yet
    std::optional<std::pair<Date, Date>> felt; ///< days on which an employer's event was felt, both included

    [[nodiscard]] const StepFigures* of(SectionId section) const;
};

/// What the other side would point at: where a result hangs on a rule, a tie or a thin record.
struct DelayFlag {
    enum class Kind {
        tie,          ///< events began on one day
        nearPath,     ///< paths drove alike
        aboveMoved,   ///< entitled to more than it moved
        aboveTaken,   ///< modelled longer than the work really took
        tooOld,       ///< the stand did not know yet what stood when the event began
        missing,      ///< an update does not hold an event that had begun
        sameDayTurns, ///< one day's difference in the beginning would change all
        baseline,     ///< in the contract programme already
        unrecorded,   ///< an own slip beside an employer's delay that nobody took for anything
    };
    Kind kind = Kind::tie;
    EventId event;
    std::size_t window = 0;
    std::string text;
    SectionId section = {}; ///< of a slip
};

template <> struct Words<DelayFlag::Kind> {
    static constexpr std::string_view list[] = {
        "tie",     "near_path",      "above_moved", "above_taken",    "stand_too_old",
        "missing", "same_day_turns", "in_baseline", "unrecorded_slip"};
};

/// An own slip of one window and section that no event tells: what the later stand, as built and without what came in
/// that window, moves completion. As far as it is more than what is told as own progress it lay beside the events.
struct OwnSlip {
    std::size_t window = 0;
    SectionId section;
    Date end;       ///< data date of the later stand, by which it is marked
    int days = 0;   ///< slipped
    int told = 0;   ///< of them as own progress
    int beside = 0; ///< beside employer's and nobody's events that are entitled to time
    std::vector<EventId> events;
    std::optional<SlipMark> mark;
    int taken = 0; ///< paid days that it took, marked as concurrent
};

struct DelayAnalysis {
    DelayMethod method = DelayMethod::timeImpact;
    ConcurrencyRule rule = ConcurrencyRule::timeNotMoney; ///< by which entitled and concurrent days were found
    int nearDays = 0;                                     ///< paths so near counted as driving
    std::vector<std::string> stands;
    std::vector<DelayStep> steps; ///< for each section their movements add up to that from the first stand to the last
    std::vector<Error> errors;    ///< a stand that cannot be calculated; then there are no steps
    std::vector<std::string> notes; ///< events that were left out, and why
    std::vector<DelayFlag> flags;
    std::vector<OwnSlip> slips; ///< of time impact only
};

/// Rules that stand in place of those kept with the job.
struct DelayRules {
    std::optional<ConcurrencyRule> concurrency;
    std::optional<int> nearDays;
};

/// Runs a method. At least the contract programme and what is forecast now are wanted; the last stand tells of the
/// events. A run that is asked to stop returns without steps.
[[nodiscard]] DelayAnalysis analyse(DelayMethod method, std::span<const Stand> stands, std::stop_token stop = {},
                                    const DelayRules& rules = {});

/// What one event comes to in one section over all windows, common days included.
struct EventDaysFound {
    int moved = 0;  ///< by itself
    int common = 0; ///< and with others
    int entitled = 0;
    int concurrent = 0;
    int compensable = 0;
};
[[nodiscard]] EventDaysFound daysOf(const DelayAnalysis& analysis, EventId event, SectionId section);

/// Days by party over all steps of one section.
struct DelayShares {
    int employer = 0;
    int neutral = 0;
    int own = 0;
    int common = 0;    ///< of both sides together
    int recovered = 0; ///< not positive
    int credit = 0;    ///< of it, what an employer's event made shorter: an omission; not positive
    int entitled = 0;
    int concurrent = 0; ///< of what the employer's and neutral events entitle to
    int compensable = 0;
};
[[nodiscard]] DelayShares sharesOf(const DelayAnalysis& analysis, const Programme& now, SectionId section);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"

#include <span>
#include <stop_token>
#include <string>
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

/// A programme as it stood: first the contract programme, then the updates by data date, last what is forecast now. All
/// share the identities of one file.
struct Stand {
    std::string name;
    Programme programme;
};

/// What one step did to one section. Days are calendar days between completion dates.
struct StepFigures {
    SectionId section;
    Date before;
    Date after;
    int entitled = 0; ///< to an extension of time: employer's risk and nobody's
    int concurrent =
        0;         ///< of these (of an own delay: of its days), critical in the same days as the other side's delay
    int alone = 0; ///< what the event would have moved without any other
    std::vector<std::string> chainBefore; ///< keys of the activities that drove completion, from the data date on
    std::vector<std::string> chainAfter;

    [[nodiscard]] int moved() const { return after - before; }
};

struct DelayStep {
    enum class Kind {
        event,
        progress, ///< own progress and re-planning between two stands, or its gain
        unseen,   ///< what this method does not explain
    };
    Kind kind = Kind::event;
    EventId event;
    std::size_t window = 0;            ///< the stand that it leads to
    std::vector<StepFigures> sections; ///< of the last stand, those with a milestone in all stands
    Fraction timeCostBefore; ///< of hammocks, over the whole works; equal where a method does not calculate between
    Fraction timeCostAfter;
    std::optional<int> floatBefore; ///< whole days of the first delayed activity, where it is not finished
    std::optional<int> floatAfter;
    std::string note; ///< what a reader should know of it: float used up, work that was not there yet

    [[nodiscard]] const StepFigures* of(SectionId section) const;
};

struct DelayAnalysis {
    DelayMethod method = DelayMethod::timeImpact;
    std::vector<std::string> stands;
    std::vector<DelayStep> steps; ///< for each section their movements add up to that from the first stand to the last
    std::vector<Error> errors;    ///< a stand that cannot be calculated; then there are no steps
    std::vector<std::string> notes; ///< events that were left out, and why
};

/// Runs a method. At least the contract programme and what is forecast now are wanted; the last stand tells of the
/// events. A run that is asked to stop returns without steps.
[[nodiscard]] DelayAnalysis analyse(DelayMethod method, std::span<const Stand> stands, std::stop_token stop = {});

/// Days by party over all steps of one section.
struct DelayShares {
    int employer = 0;
    int neutral = 0;
    int own = 0;
    int recovered = 0; ///< not positive
    int entitled = 0;
    int concurrent = 0; ///< of what the employer's and neutral events entitle to
};
[[nodiscard]] DelayShares sharesOf(const DelayAnalysis& analysis, const Programme& now, SectionId section);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/phrases.h"
#include "edit/transaction.h"

#include <span>

namespace yarrin {

[[nodiscard]] Result<SequenceId> addSequence(Transaction& tx, const std::string& name);
/// Removes a sequence; what it was laid out as stays, as ordinary activities.
[[nodiscard]] Outcome removeSequence(Transaction& tx, SequenceId id);
[[nodiscard]] Outcome renameSequence(Transaction& tx, SequenceId id, const std::string& name);
/// How the ids of its activities are made: "B2{step}{unit}", "{location}-{step}"; {unit:2} has at least two digits.
[[nodiscard]] Outcome setIdPattern(Transaction& tx, SequenceId id, const std::string& pattern);

/// Adds a step behind another one (at the end where 0); every unit gets its activity.
[[nodiscard]] Result<int> addStep(Transaction& tx, SequenceId id, int after, const std::string& name);
/// Removes a step; its activities go too where nobody altered them, the others stay as ordinary ones.
[[nodiscard]] Outcome removeStep(Transaction& tx, SequenceId id, int step);
enum class StepField { name, book, bill, duration, crews, factor, calendar, learning, links, unitLinks, notes };
/// A field of a step as typed; units follow. `links` are what it waits for inside its unit, `unitLinks` in the unit
/// before, as phrases that name steps by their numbers: "1; with 2 +2d".
[[nodiscard]] Outcome setStepField(Transaction& tx, SequenceId id, int step, StepField field, std::string_view text);
[[nodiscard]] std::string stepFieldText(const Programme& programme, const Sequence& sequence, const SequenceStep& step,
                                        StepField field);

/// Where a sequence is to be laid out, and how much of each step there is, in the order of the steps.
struct UnitToLay {
    LocationId location;
    std::vector<Decimal> quantities; ///< in the unit of the step's book item, else of its bill item
};
/// What each location would get of each step's bill item, by the lengths of the locations or equally.
[[nodiscard]] std::vector<UnitToLay> proposedUnits(const Programme& programme, SequenceId id,
                                                   std::span<const LocationId> locations);
/// Lays a sequence out: activities with ids, breakdown, links, notes and their share of the bill. Each unit gets a
/// group of its own below `parent` where `groupEach`.
[[nodiscard]] Result<std::vector<ActivityId>> layOut(Transaction& tx, SequenceId id, std::span<const UnitToLay> units,
                                                     BreakdownId parent, bool groupEach);

/// A laid-out activity that was altered by hand: what was altered keeps its value when the sequence changes.
struct ByHand {
    ActivityId activity; ///< none where the activity was deleted
    SequenceId sequence;
    int unit = 0;
    int step = 0;
    std::vector<std::string> what; ///< in words: "crews", "deleted"
};
[[nodiscard]] std::vector<ByHand> byHandOf(const Programme& programme);
/// Gives altered activities back what their sequence says.
[[nodiscard]] Outcome followAgain(Transaction& tx, std::span<const ActivityId> ids);

/// The id that a pattern makes.
[[nodiscard]] std::string idFromPattern(const std::string& pattern, int unit, std::size_t step,
                                        const std::string& location);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/labour/demand.h"

#include <optional>
#include <string>
#include <vector>

namespace yarrin {

enum class LevelWay {
    insideFloat,  ///< no section and no finish moves
    withinSupply, ///< no more is needed than there is
};

/// What is levelled, and how: docs/engine.md section 17.
struct LevelOptions {
    LevelWay way = LevelWay::insideFloat;
    std::vector<std::string> resources; ///< by id or name; none: all that have a supply, else all
    std::optional<Date> from;           ///< nothing before it moves
    std::vector<ActivityId> leave;      ///< work that stays where it is
    bool wholeDays = true;              ///< work is put to where a day of its calendar begins
    bool split = false;                 ///< within supply, work may rest for whole days between days of work
    std::vector<ActivityId> first;      ///< within supply, what has the resources before others, and what leads to it
};

/// Work that levelling lets start no earlier.
struct LevelMove {
    ActivityId activity;
    Minutes delay = 0;         ///< working minutes from where it would stand without
    Instant from;              ///< its start before
    Instant to;                ///< its start now, and what holds it
    std::vector<Pause> pauses; ///< where it was split
};

struct LevelPeak {
    std::string resource;
    Fraction before, after;
    int daysOverBefore = 0, daysOverAfter = 0;
};

/// Work that was left although it needs more than there is.
struct LevelLeft {
    ActivityId activity;
    std::string resource;
    Date day; ///< the first on which it is over
};

/// What levelling proposes. Nothing is changed by it.
struct LevelResult {
    std::vector<LevelMove> moves;                   ///< in the programme's order
    std::vector<ActivityId> pushed;                 ///< that stand later because what they wait for does
    std::vector<LevelPeak> peaks;                   ///< of each resource that was levelled
    Fraction excessBefore, excessAfter;             ///< hours above supply, of all of these together
    double roughnessBefore = 0, roughnessAfter = 0; ///< squares of daily demand in units of its mean, summed
    std::vector<LevelLeft> left;
    std::vector<SectionFigures> sectionsBefore, sectionsAfter;
    std::optional<Instant> finishBefore, finishAfter;
    Exposure damagesBefore, damagesAfter;
    Fraction timeCostBefore, timeCostAfter;
};

/// Levels a programme, beginning from none: what levelling held before is taken off first. An error where it cannot be
/// calculated, a resource is not known, or work needs more than there will ever be: with the activity, the resource and
/// the greatest supply. The same on every run and any number of cores; asks `workGoesOn`, and ends as an error where
/// not.
[[nodiscard]] Result<LevelResult> level(const Programme& programme, const LevelOptions& options);

/// The programme with a proposal in it.
[[nodiscard]] Programme levelled(const Programme& programme, const LevelResult& result);

/// Puts one move on an activity, and takes off whatever levelling put on it.
void holdByLevelling(Activity& activity, const LevelMove& move);
void takeOffLevelling(Activity& activity);

/// The working minutes by which levelling holds an activity behind where it would stand without; 0 where it does not.
[[nodiscard]] Minutes levellingDelay(const Programme& programme, const Schedule& schedule, std::span<const LinkId> into,
                                     ActivityId id);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"
#include "core/odds/spread.h"

#include <map>
#include <optional>
#include <set>
#include <string>
#include <vector>

namespace yarrin {

/// How what is left of the work may come out, and what else may come: docs/engine.md section 21.
struct Uncertainty {
    std::vector<std::optional<Spread>> spreads; ///< per activity of the programme; none: certain
    std::vector<std::uint32_t> groups; ///< per activity: those of one number come out alike; empty: each its own
    double alike = 0.3;                ///< correlation of two of one group, 0 to 1
    double alikeAll = 0.15;            ///< of any two of the job, at most that
    std::vector<SpreadRuleId> rules;   ///< per activity: by which rule; empty or none: by none
    std::map<std::uint32_t, std::string> groupNames; ///< of those with a value of the code
    bool risks = false;                              ///< those of the register may strike
    std::set<RiskId> held;                           ///< these never do; others of their group keep their chances
    OddsWeather weather = OddsWeather::none;         ///< none: calendars lose what they do every year
    std::vector<std::string> notes;                  ///< what there is to say of it
};

/// Of the whole job: its rules, its register, its weather. An error where a rule cannot be for an activity.
[[nodiscard]] Result<Uncertainty> uncertaintyOf(const Programme& programme);
/// The same factors for all work, in groups by the values of a code where the job has it, else each activity its own.
[[nodiscard]] Uncertainty uncertaintyOfAll(const Programme& programme, const Spread& spread, std::string_view code);
/// For what a rule is: "all work", "trade Marine", "item C01", "at Z1", "B430".
[[nodiscard]] std::string ruleText(const Programme& programme, const SpreadRule& rule);
/// The rule that counts for an activity, or null.
[[nodiscard]] const SpreadRule* ruleFor(const Programme& programme, const Activity& activity);
/// Factors of the work left of an activity by a rule. An error where there are none.
[[nodiscard]] Result<Spread> spreadOf(const Programme& programme, const Activity& activity, const SpreadRule& rule);
/// Whether a job says anything of what may come otherwise.
[[nodiscard]] bool saysOdds(const Programme& programme);

/// The likeliest by itself: what is held is certain to be that.
[[nodiscard]] Spread heldAt(const Spread& spread);

/// How outputs came out so far: factors of the planned work, from work that is complete.
struct Learnt {
    std::size_t samples = 0;
    Decimal low, likely, high; ///< factors passed one time in ten, one in two and nine in ten
};
/// From work with a measure, of a value of the code of trades where one is named. Days on which events of delay or
/// recorded weather stopped it are left out. None where fewer than five are complete.
[[nodiscard]] std::optional<Learnt> learnSpread(const Programme& programme, std::string_view trade);

} // namespace yarrin

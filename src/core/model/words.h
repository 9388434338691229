// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"

#include <optional>
#include <string_view>

namespace yarrin {

/// The words by which files and the command line name the values of an enumeration, in the order of its values.
template <typename Enum> struct Words;

template <> struct Words<ActivityKind> {
    static constexpr std::string_view list[] = {"task", "start_milestone", "finish_milestone", "hammock"};
};
template <> struct Words<LinkType> { static constexpr std::string_view list[] = {"FS", "SS", "FF", "SF"}; };
template <> struct Words<LagCalendar> {
    static constexpr std::string_view list[] = {"standard", "predecessor", "successor", "programme", "continuous"};
};
template <> struct Words<ConstraintType> {
    static constexpr std::string_view list[] = {"start_not_before",  "start_not_after",  "start_on",
                                                "finish_not_before", "finish_not_after", "finish_on"};
};
template <> struct Words<End> { static constexpr std::string_view list[] = {"start", "finish"}; };
template <> struct Words<OutOfSequence> { static constexpr std::string_view list[] = {"wait", "carry_on"}; };
template <> struct Words<LateDatesFrom> {
    static constexpr std::string_view list[] = {"programme_finish", "contract"};
};
template <> struct Words<ConcurrencyRule> {
    static constexpr std::string_view list[] = {"time_not_money", "effective_cause", "apportioned"};
};
template <> struct Words<Risk> { static constexpr std::string_view list[] = {"employer", "contractor", "neutral"}; };
template <> struct Words<EventState> {
    static constexpr std::string_view list[] = {"noticed", "notified", "claimed", "granted", "refused"};
};
template <> struct Words<EffectKind> {
    static constexpr std::string_view list[] = {"added_work", "suspension", "quantity", "output", "access"};
};
template <> struct Words<DamagesPer> { static constexpr std::string_view list[] = {"day", "week"}; };
template <> struct Words<PartRule> {
    static constexpr std::string_view list[] = {"pro_rata", "whole_only", "round_up"};
};
template <> struct Words<DeductionKind> { static constexpr std::string_view list[] = {"levied", "paid", "repaid"}; };
template <> struct Words<SlipIs> { static constexpr std::string_view list[] = {"concurrent", "pacing", "neither"}; };
template <> struct Words<ClaimStep> {
    static constexpr std::string_view list[] = {"claimed", "assessed", "interim", "granted", "refused", "disputed"};
};
template <> struct Words<ParticularsFrom> {
    static constexpr std::string_view list[] = {"notice", "awareness", "end"};
};
template <> struct Words<WonBy> { static constexpr std::string_view list[] = {"contractor", "employer"}; };
template <> struct Words<WonHow> { static constexpr std::string_view list[] = {"bought", "replanned"}; };
template <> struct Words<RoundTo> { static constexpr std::string_view list[] = {"day", "half_day", "hour", "none"}; };

template <> struct Words<ResourceKind> {
    static constexpr std::string_view list[] = {"trade", "plant", "material", "subcontract", "other"};
};
template <> struct Words<RatePer> { static constexpr std::string_view list[] = {"hour", "day", "unit"}; };
template <> struct Words<CostHead> {
    static constexpr std::string_view list[] = {"labour", "plant", "materials", "subcontract", "time-related", "other"};
};
template <> struct Words<SpreadAt> { static constexpr std::string_view list[] = {"even", "start", "finish"}; };
template <> struct Words<ApplyEvery> { static constexpr std::string_view list[] = {"month", "fortnight"}; };
template <> struct Words<SheetView> {
    static constexpr std::string_view list[] = {"bars",   "logic",      "scope",     "calendars", "demand", "cash",
                                                "lines",  "completion", "exposure",  "soundness", "odds",   "weeks",
                                                "places", "narrative",  "statement", "report"};
};
template <> struct Words<ReportPart> {
    static constexpr std::string_view list[] = {"words",    "standing", "moved",     "sections",    "exposure", "lines",
                                                "events",   "next",     "soundness", "cash",        "odds",     "facts",
                                                "fragment", "steps",    "money",     "assumptions", "record"};
};

template <> struct Words<Travel> {
    static constexpr std::string_view list[] = {"by_itself", "stands", "up", "down", "from_ends", "from_middle"};
};
template <> struct Words<SpreadShape> {
    static constexpr std::string_view list[] = {"triangular", "pert", "uniform", "two_point"};
};
template <> struct Words<SpreadIn> { static constexpr std::string_view list[] = {"factor", "work", "output"}; };
template <> struct Words<OddsWeather> { static constexpr std::string_view list[] = {"records", "allowance", "none"}; };
template <> struct Words<WordList> { static constexpr std::string_view list[] = {"lacking", "why_not"}; };
template <> struct Words<Kept> {
    static constexpr std::string_view list[] = {"open", "kept", "in_part", "not_kept", "withdrawn"};
};

template <typename Enum> [[nodiscard]] constexpr std::string_view wordOf(Enum value) {
    return Words<Enum>::list[static_cast<std::size_t>(value)];
}

template <typename Enum> [[nodiscard]] constexpr std::optional<Enum> fromWord(std::string_view word) {
    std::size_t index = 0;
    for (const std::string_view listed : Words<Enum>::list) {
        if (listed == word) return static_cast<Enum>(index);
        ++index;
    }
    return {};
}

} // namespace yarrin

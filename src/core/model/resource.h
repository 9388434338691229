// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/decimal.h"
#include "core/base/ids.h"
#include "core/base/result.h"
#include "core/time/instant.h"

#include <optional>
#include <string>
#include <vector>

namespace yarrin {

enum class ResourceKind { trade, plant, material, subcontract, other };
/// What a rate is for: an hour or a day of work, or a unit of a quantity.
enum class RatePer { hour, day, unit };
/// Under which cost is gathered and paid.
enum class CostHead { labour, plant, materials, subcontract, timeRelated, other };
inline constexpr std::size_t costHeads = 6;

/// A rate in force from the start of a date until the next one.
struct RateFrom {
    Date from;
    Decimal rate;
    friend bool operator==(const RateFrom&, const RateFrom&) = default;
};
/// What the site has from the start of a date until the next one.
struct SupplyFrom {
    Date from;
    Decimal number;
    friend bool operator==(const SupplyFrom&, const SupplyFrom&) = default;
};

/// A trade, a plant, a material, a subcontract or another cost: docs/engine.md section 14. Crews call it by its name,
/// whatever the capitals.
struct Resource {
    ResourceId id;
    std::string key;  ///< unique
    std::string name; ///< unique, whatever the capitals
    ResourceKind kind = ResourceKind::trade;
    std::string unit;            ///< in which it is counted
    std::optional<Decimal> rate; ///< before the first of `rates`, in the contract's currency
    RatePer ratePer = RatePer::hour;
    std::vector<RateFrom> rates;    ///< later rates, by date
    std::optional<CostHead> head;   ///< none: that of its kind
    CalendarId calendar;            ///< none: it works when the activity does
    bool binds = false;             ///< work that needs it waits for its calendar
    bool onHire = false;            ///< a hammock pays for it: it is demanded and costs nothing
    std::vector<SupplyFrom> supply; ///< by date; before the first none is known, which is no limit
    friend bool operator==(const Resource&, const Resource&) = default;
};

/// What an activity needs of a resource beside its crews: a number while it works, or a quantity over its work.
struct Need {
    ResourceId resource;
    std::optional<Decimal> number;
    std::optional<Decimal> quantity; ///< in the resource's unit
    friend bool operator==(const Need&, const Need&) = default;
};

enum class SpreadAt { even, start, finish };

/// Money that an activity costs whatever it needs.
struct LumpSum {
    CostHead head = CostHead::other;
    Decimal amount;
    SpreadAt at = SpreadAt::even;
    std::string note;
    friend bool operator==(const LumpSum&, const LumpSum&) = default;
};

/// A calendar month.
struct Month {
    Date first; ///< its first day
    friend auto operator<=>(Month, Month) = default;
};
[[nodiscard]] Month monthOf(Date date);
[[nodiscard]] Month next(Month month);
/// "2027-03"; nothing where there is no such month.
[[nodiscard]] std::optional<Month> parseMonth(std::string_view text);
[[nodiscard]] std::string monthText(Month month);

/// What was really spent in a month under a head, on one activity or without saying on which.
struct CostEntry {
    CostEntryId id;
    Month month;
    CostHead head = CostHead::labour;
    ActivityId activity;
    Decimal amount;
    friend bool operator==(const CostEntry&, const CostEntry&) = default;
};

/// How often the work is valued and applied for.
enum class ApplyEvery { month, fortnight };

/// Why a resource cannot be: no name, a rate a unit without a unit, dates out of order, a calendar that it waits for
/// and does not have.
[[nodiscard]] std::optional<Error> faultOf(const Resource& resource);
/// Why this cannot be needed of a resource: nothing of it, less than nothing, a number where it is priced by quantity.
[[nodiscard]] std::optional<Error> faultOf(const Need& need, const Resource& resource);

/// The head that a resource's cost comes under.
[[nodiscard]] CostHead headOf(const Resource& resource);
/// Whether a kind is needed in quantities over the work: materials, always.
[[nodiscard]] inline bool inQuantities(ResourceKind kind) {
    return kind == ResourceKind::material;
}

} // namespace yarrin

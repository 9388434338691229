// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/sheet.h"
#include "core/labour/levelling.h"
#include "core/model/resource_book.h"
#include "edit/transaction.h"

#include <span>
#include <string>
#include <string_view>

namespace yarrin {

/// Adds a resource of this name; an error where there is one. A name that crews use already becomes a row.
[[nodiscard]] Result<ResourceId> addResource(Transaction& tx, std::string_view name);
/// The row of a name, whatever its capitals: made where only crews or limits of older files know it, an error where
/// nobody does. With the first row, limits of older files become supply.
[[nodiscard]] Result<ResourceId> resourceNamed(Transaction& tx, std::string_view name);
/// Removes resources with what activities need of them. Crews that use the name go on using it, unpriced.
[[nodiscard]] Outcome removeResources(Transaction& tx, std::span<const ResourceId> ids);

enum class ResourceField { key, name, kind, unit, rate, ratePer, rates, head, calendar, binds, onHire, supply };
/// One field as it is typed or chosen. A rate may say what it is for: "33.50", "33.50 an hour", "380/day", "84/t".
/// Later rates and supply are steps: "6 from 2026-09-21; 9 from 2027-02-08". A name is changed in crews too.
[[nodiscard]] Outcome setResourceField(Transaction& tx, ResourceId id, ResourceField field, std::string_view text);
/// The text that setResourceField reads back.
[[nodiscard]] std::string resourceText(const Programme& programme, const Resource& resource, ResourceField field);
/// From a day on the site has so many, until the next step; an empty number takes the step of that day away.
[[nodiscard]] Outcome setSupplyFrom(Transaction& tx, ResourceId id, Date from, std::string_view number);

/// What the site has of a trade or plant as one figure from the programme's start on; empty: none is known. An error
/// where its supply changes by dates.
[[nodiscard]] Outcome setSupply(Transaction& tx, std::string_view name, std::string_view number);

/// "2 Fixer; 0.5 Jack-up crane; 41.2 t Rebar": what is typed of an activity's own needs. Names that only crews use
/// become resources. Quantities may come in another unit of the same kind.
[[nodiscard]] Result<std::vector<Need>> parseNeeds(Transaction& tx, std::string_view text);
/// "1.05 m3 Concrete; 0.12 t Rebar": what a unit of a bill item takes, in quantities only.
[[nodiscard]] Result<std::vector<Need>> parseMaterials(Transaction& tx, std::string_view text);
/// Puts these in place of an activity's needs; empty text takes them away.
[[nodiscard]] Outcome setNeeds(Transaction& tx, ActivityId activity, std::string_view text);
/// Adds a need to activities, or raises the one that they have: what dragging a resource onto bars does.
[[nodiscard]] Outcome assignResource(Transaction& tx, std::span<const ActivityId> activities, ResourceId resource,
                                     const Decimal& amount);
/// The same as it is typed: "2", "1,5", of a resource by its name, which becomes a row where only crews use it.
[[nodiscard]] Outcome assignByName(Transaction& tx, std::span<const ActivityId> activities, std::string_view resource,
                                   std::string_view amount);

/// "12000 plant at start: crane on site; 500 other": lump sums of an activity, by head, spread evenly unless it says
/// "at start" or "at finish".
[[nodiscard]] Outcome setLumpSums(Transaction& tx, ActivityId activity, std::string_view text);
/// The section under which an activity's money is retained, by its id; empty is the one that it leads to.
[[nodiscard]] Outcome setActivitySection(Transaction& tx, ActivityId activity, std::string_view key);

/// Holds what a proposal holds, and nothing else that was held before.
[[nodiscard]] Outcome setLevelling(Transaction& tx, const LevelResult& result);
/// What levelling holds, taken off: of these activities.
[[nodiscard]] Outcome clearLevelling(Transaction& tx, std::span<const ActivityId> activities);
/// Of all.
[[nodiscard]] Outcome clearAllLevelling(Transaction& tx);

enum class TermField {
    applyEvery,
    daysToPay,
    retention,
    defectsDays,
    financeRate,
    payLabour,
    payPlant,
    payMaterials,
    paySubcontract,
    payTimeRelated,
    payOther,
};
/// A term of payment as typed: a choice, calendar days, or a share in per cent; empty takes it away.
[[nodiscard]] Outcome setTerm(Transaction& tx, TermField field, std::string_view text);

/// Cost to date: so much in a month ("2027-02", "Feb 2027") under a head, on an activity or none. An entry of the same
/// month, head and activity is replaced; an empty amount takes it away.
[[nodiscard]] Outcome setCostEntry(Transaction& tx, std::string_view month, CostHead head, ActivityId activity,
                                   std::string_view amount);
/// The same with head and activity as typed: a head by its word, an activity by its id, empty for none.
[[nodiscard]] Outcome setCostEntryTyped(Transaction& tx, std::string_view month, std::string_view head,
                                        std::string_view activity, std::string_view amount);
/// Takes entries over from a table with columns headed Month, Head, Activity (where there is one) and Sum, Amount or
/// Cost; entries of one month, head and activity are added up. How many there are; a fault names its row, and nothing
/// is taken then.
[[nodiscard]] Result<int> readCosts(Transaction& tx, const Sheet& sheet);
[[nodiscard]] Outcome removeCostEntries(Transaction& tx, std::span<const CostEntryId> ids);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/decimal.h"
#include "core/base/ids.h"
#include "core/base/result.h"
#include "core/model/resource.h"
#include "core/time/instant.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace yarrin {

enum class LinkType { fs, ss, ff, sf };
/// On which calendar a lag runs; `standard` leaves it to the programme's option.
enum class LagCalendar { standard, predecessor, successor, programme, continuous };

/// So many of one trade or plant in a crew; a part where it is shared: "0.5 jack-up crane".
struct CrewMember {
    std::string name;
    Decimal count = 1;
    friend bool operator==(const CrewMember&, const CrewMember&) = default;
};
using Crew = std::vector<CrewMember>;

/// "4 steel fixers; 0.5 crane", as it is typed and kept in files; an error where a count cannot be.
[[nodiscard]] std::string crewText(const Crew& crew);
[[nodiscard]] Result<Crew> parseCrew(std::string_view text);

/// A work item of the output book: what one crew does of it. Either output counts, as in a Measure.
struct BookItem {
    BookItemId id;
    std::string key; ///< its number in the book, unique
    std::string name;
    std::string group; ///< under which it stands in the book: "Concrete"
    std::string unit;
    std::optional<Decimal> outputPerCrewDay;
    std::optional<Decimal> hoursPerUnit;
    Crew crew;
    std::string source; ///< where the figure is from
    std::string note;
    friend bool operator==(const BookItem&, const BookItem&) = default;
};
/// Why an item of the book cannot be: no name, a unit that is not known, an output of nothing, both outputs.
[[nodiscard]] std::optional<Error> faultOf(const BookItem& item);

/// A measured item of the bill of quantities.
struct BillItem {
    BillItemId id;
    std::string key; ///< its number in the bill, unique
    std::string description;
    std::string unit;
    Decimal quantity;
    LocationId location;
    BreakdownId breakdown;
    std::optional<Decimal> rate; ///< a unit, in the contract's currency
    std::vector<Need> materials; ///< quantities that a unit of it takes, of whichever activity does it
    friend bool operator==(const BillItem&, const BillItem&) = default;
};

struct Programme;
/// Why a bill item cannot be: its quantity out of bounds, materials that are no quantities.
[[nodiscard]] std::optional<Error> faultOf(const Programme& programme, const BillItem& item);

/// So much of a bill item is done by an activity.
struct Allocation {
    AllocationId id;
    BillItemId item;
    ActivityId activity;
    Decimal quantity; ///< in the item's unit, more than 0
    friend bool operator==(const Allocation&, const Allocation&) = default;
};

/// What the site has of a trade or a plant, as older files say it: the supply of the resource of that name, from the
/// programme's start on.
struct Limit {
    LimitId id;
    std::string key; ///< the name by which crews call it
    Decimal available;
    friend bool operator==(const Limit&, const Limit&) = default;
};

/// One step of a trade sequence: an activity of every unit that it is laid out over.
struct SequenceStep {
    int number = 0;   ///< never changes and names the step in links; unique within the sequence, from 1
    std::string name; ///< the activity's, before the location's
    BookItemId book;
    BillItemId bill;                 ///< what the quantities are taken from
    std::optional<Minutes> duration; ///< of a step that has no output
    std::optional<Decimal> crews;
    Decimal factor = 1;
    CalendarId calendar;
    std::optional<Decimal> learningRate; ///< in per cent
    std::string notes;
    friend bool operator==(const SequenceStep&, const SequenceStep&) = default;
};

/// A link between steps, within a unit or from a unit to the next one laid out, which keeps a crew going.
struct StepLink {
    int from = 0;
    int to = 0;
    LinkType type = LinkType::fs;
    Minutes lag = 0;
    LagCalendar lagCalendar = LagCalendar::standard;
    bool toNextUnit = false;
    friend bool operator==(const StepLink&, const StepLink&) = default;
};

/// A trade sequence that can be laid out over locations.
struct Sequence {
    SequenceId id;
    std::string key; ///< its name, unique
    std::string idPattern = "A{unit}{step}0";
    std::vector<SequenceStep> steps;
    std::vector<StepLink> links;
    friend bool operator==(const Sequence&, const Sequence&) = default;
};

/// What a step became in one unit.
struct LaidOutStep {
    int step = 0;
    ActivityId activity; ///< none where somebody deleted it; it stays away then
    Decimal quantity;
    friend bool operator==(const LaidOutStep&, const LaidOutStep&) = default;
};

/// A unit: a sequence laid out over one location. The units of a sequence follow each other in the table's order.
struct LaidOut {
    LaidOutId id;
    SequenceId sequence;
    LocationId location;
    BreakdownId breakdown;
    int unit = 1; ///< counts from 1 over all units of the sequence
    std::vector<LaidOutStep> steps;
    friend bool operator==(const LaidOut&, const LaidOut&) = default;
};

} // namespace yarrin

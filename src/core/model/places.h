// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/decimal.h"
#include "core/base/ids.h"
#include "core/base/result.h"
#include "core/model/build_up.h"

#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace yarrin {

/// Which way work goes along the chainage of its place.
enum class Travel {
    byItself, ///< as the pieces of its run follow each other; without a run it stands
    stands,   ///< is in all of its place at once
    up,
    down,
    fromEnds,   ///< two halves towards the middle
    fromMiddle, ///< two halves towards the ends
};
[[nodiscard]] inline bool moves(Travel travel) {
    return travel != Travel::byItself && travel != Travel::stands;
}

/// A stretch of chainage, in metres: `from` is the lesser.
struct Stretch {
    Decimal from, to;
    friend bool operator==(const Stretch&, const Stretch&) = default;
};

/// A kind of work: of an item of the output book, or that carries a code's value; of neither, all work.
struct WorkKind {
    BookItemId item;
    CodeId code;
    std::string value;
    friend bool operator==(const WorkKind&, const WorkKind&) = default;
};

/// What two kinds of work owe each other in one place: they may be there together, or keep days or metres apart,
/// whichever comes first.
struct PlaceRule {
    PlaceRuleId id;
    BookItemId item, otherItem; ///< the two kinds, each as a WorkKind
    CodeId code, otherCode;
    std::string value, otherValue;
    LocationId location; ///< and what lies inside it, in which the rule counts; none: everywhere
    bool together = false;
    std::optional<Decimal> days;                 ///< between the end of the one and the start of the other in a place,
    LagCalendar daysOf = LagCalendar::successor; ///< of whose calendar: continuous ones are days of 24 hours
    std::optional<Decimal> metres;               ///< between the two at any instant
    std::string note;
    friend bool operator==(const PlaceRule&, const PlaceRule&) = default;
};
[[nodiscard]] WorkKind oneKind(const PlaceRule& rule);
[[nodiscard]] WorkKind otherKind(const PlaceRule& rule);

struct Programme;
struct Activity;
struct Location;
/// The chainage that a location, or the nearest one around it that has any, takes up; none where there is none.
[[nodiscard]] std::optional<Stretch> stretchOf(const Programme& programme, LocationId location);
/// The chainage of an activity: its own, else that of its location itself.
[[nodiscard]] std::optional<Stretch> stretchOf(const Programme& programme, const Activity& activity);

/// Whether work is of a kind.
[[nodiscard]] bool isOf(const Activity& activity, const WorkKind& kind);
/// "Rock armour" or "trade Fixer" or "all work".
[[nodiscard]] std::string nameOf(const Programme& programme, const WorkKind& kind);

/// Why an activity cannot have the place that it has: a range outside its location, a direction without a range.
[[nodiscard]] std::optional<Error> faultOfPlace(const Programme& programme, const Activity& activity);
/// Takes back what of an activity's own range and direction its location, or its kind, does not allow.
void fitPlace(const Programme& programme, Activity& activity);
/// Why a rule cannot be: nothing asked, both, out of bounds, a value that its code does not have.
[[nodiscard]] std::optional<Error> faultOf(const PlaceRule& rule, const Programme& programme);
/// The same of all of a job, and of activities whose location changed: where, and why.
[[nodiscard]] std::vector<std::pair<std::string, Error>> faultsOfPlaces(const Programme& programme);

inline constexpr std::size_t longestPlaceNote = 400;

} // namespace yarrin

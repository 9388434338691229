// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/location_edits.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/quantity/figures.h"
#include "edit/activity_edits.h"
#include "edit/place_edits.h"
#include "edit/typed.h"

#include <algorithm>
#include <unordered_set>

namespace yarrin {

namespace {

Error locationGone() {
    return inputError(worded("the location is no longer there"));
}
constexpr std::int64_t mostPieces = 500;

bool isBelow(const Programme& programme, LocationId id, LocationId above) {
    for (const Location* row = programme.locations.row(id); row; row = programme.locations.row(row->parent))
        if (row->id == above) return true;
    return false;
}

Result<LocationId> insertLocation(Transaction& tx, std::size_t index, LocationId parent, const std::string& name) {
    if (trimmedView(name).empty()) return inputError(worded("a location needs a name"));
    Location location;
    location.id = tx.programme().locations.freshId();
    location.key = freshKey(tx.programme().locations, "L");
    location.name = trimmed(name);
    location.parent = parent;
    const LocationId id = location.id;
    tx.insert(index, std::move(location));
    return id;
}

} // namespace

Result<LocationId> addLocation(Transaction& tx, LocationId after, const std::string& name) {
    const auto& locations = tx.programme().locations;
    const std::size_t index = locations.indexOf(after);
    if (index == locations.none) return insertLocation(tx, locations.size(), {}, name);
    return insertLocation(tx, index + 1, locations[index].parent, name);
}

Result<LocationId> addChildLocation(Transaction& tx, LocationId parent, const std::string& name) {
    if (parent && !tx.programme().locations.row(parent)) return locationGone();
    return insertLocation(tx, tx.programme().locations.size(), parent, name);
}

Outcome renameLocation(Transaction& tx, LocationId id, const std::string& name) {
    const Location* row = tx.programme().locations.row(id);
    if (!row) return locationGone();
    if (trimmedView(name).empty()) return inputError(worded("a location needs a name"));
    Location location = *row;
    location.name = trimmed(name);
    tx.set(std::move(location));
    return done();
}

Outcome setLocationKey(Transaction& tx, LocationId id, const std::string& key) {
    const Location* row = tx.programme().locations.row(id);
    if (!row) return locationGone();
    Location location = *row;
    location.key = trimmed(key);
    if (location.key.empty()) return inputError(worded("an id cannot be empty"));
    for (const Location& other : tx.programme().locations)
        if (other.key == location.key && other.id != id)
            return inputError(worded("the id %1 is taken by %2", location.key, other.name),
                              worded("choose another one"));
    tx.set(std::move(location));
    return done();
}

std::string chainageText(const Location& location) {
    if (!location.fromChainage && !location.toChainage) return {};
    return (location.fromChainage ? location.fromChainage->text() : "?") + " – " +
           (location.toChainage ? location.toChainage->text() : "?");
}

Outcome setChainage(Transaction& tx, LocationId id, const std::string& text) {
    const Location* row = tx.programme().locations.row(id);
    if (!row) return locationGone();
    Location location = *row;
    location.fromChainage.reset();
    location.toChainage.reset();
    const auto stretch = parseStretch(text);
    if (!stretch.ok()) return stretch.errors();
    if (*stretch) {
        location.fromChainage = (*stretch)->from;
        location.toChainage = (*stretch)->to;
    }
    tx.set(std::move(location));
    return done();
}

Outcome moveLocation(Transaction& tx, LocationId id, LocationId target, Landing landing) {
    const Programme& programme = tx.programme();
    const Location* row = programme.locations.row(id);
    const Location* there = programme.locations.row(target);
    if (!row || !there) return locationGone();
    if (isBelow(programme, target, id)) return inputError(worded("a location cannot go into itself"));
    Location location = *row;
    location.parent = landing == Landing::inside ? target : there->parent;
    tx.erase<Location>(id);
    const std::size_t at = programme.locations.indexOf(target);
    tx.insert(landing == Landing::inside   ? programme.locations.size()
              : landing == Landing::before ? at
                                           : at + 1,
              std::move(location));
    return done();
}

Result<std::vector<LocationId>> divideLocation(Transaction& tx, LocationId id, const std::string& length) {
    const Location* row = tx.programme().locations.row(id);
    if (!row) return locationGone();
    if (!row->fromChainage || !row->toChainage)
        return inputError(worded("%1 has no chainages to divide", row->name), worded("type them first: \"0 – 620\""));
    const Location whole = *row;
    auto step =
        parseFigure(trimmed(length).ends_with("m") ? trimmed(length).substr(0, trimmed(length).size() - 1) : length);
    if (!step.ok()) return step.errors();
    if (step->sign() <= 0) return inputError(worded("a part needs a length of more than 0"));
    const Fraction from(*whole.fromChainage), to(*whole.toChainage), each(*step);
    const auto parts = ((to - from) / each).ceil();
    if (!parts || *parts > mostPieces)
        return inputError(worded("that would make more than %1 parts", mostPieces), worded("type a greater length"));
    if (*parts < 2) return inputError(worded("%1 is no longer than that", whole.name), worded("type a smaller length"));
    std::vector<LocationId> made;
    for (std::int64_t i = 0; i < *parts; ++i) {
        const auto start = exactly(from + each * Fraction(i));
        const Fraction reach = from + each * Fraction(i + 1);
        const auto end = exactly(to < reach ? to : reach);
        if (!start || !end) return inputError(worded("the chainages are out of all bounds"));
        const auto child = addChildLocation(tx, id, "ch " + start->text() + "–" + end->text());
        if (!child.ok()) return child.errors();
        Location location = *tx.programme().locations.row(*child);
        location.fromChainage = *start;
        location.toChainage = *end;
        tx.set(std::move(location));
        made.push_back(*child);
    }
    return made;
}

Outcome removeLocation(Transaction& tx, LocationId id) {
    const Location* row = tx.programme().locations.row(id);
    if (!row) return locationGone();
    const LocationId parent = row->parent;
    const auto moveUp = [&](auto rows) {
        for (auto& one : rows) {
            if (one.location != id) continue;
            one.location = parent;
            if constexpr (std::is_same_v<std::decay_t<decltype(one)>, Activity>) fitPlace(tx.programme(), one);
            tx.set(std::move(one));
        }
    };
    moveUp(std::vector(tx.programme().activities.rows()));
    moveUp(std::vector(tx.programme().bill.rows()));
    moveUp(std::vector(tx.programme().laidOut.rows()));
    for (Location child : std::vector(tx.programme().locations.rows())) {
        if (child.parent != id) continue;
        child.parent = parent;
        tx.set(std::move(child));
    }
    tx.erase<Location>(id);
    return done();
}

Outcome setLocation(Transaction& tx, ActivityId id, const std::string& name) {
    const Activity* row = tx.programme().activities.row(id);
    if (!row) return inputError(worded("the activity is no longer there"));
    const std::string typed = trimmed(name);
    Activity activity = *row;
    activity.location = {};
    for (const Location& location : tx.programme().locations)
        if (location.name == typed || location.key == typed) activity.location = location.id;
    if (!activity.location && !typed.empty())
        return inputError(worded("there is no location \"%1\"", typed), worded("make it in Scope first"));
    fitPlace(tx.programme(), activity);
    tx.set(std::move(activity));
    return done();
}

} // namespace yarrin

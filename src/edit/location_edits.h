// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/breakdown_edits.h"
#include "edit/transaction.h"

namespace yarrin {

/// Adds a location below `after` as its sibling, or at the end of the top level where none is given.
[[nodiscard]] Result<LocationId> addLocation(Transaction& tx, LocationId after, const std::string& name);
[[nodiscard]] Result<LocationId> addChildLocation(Transaction& tx, LocationId parent, const std::string& name);
[[nodiscard]] Outcome renameLocation(Transaction& tx, LocationId id, const std::string& name);
/// The short id by which columns and patterns call a location.
[[nodiscard]] Outcome setLocationKey(Transaction& tx, LocationId id, const std::string& key);
/// From where to where along the works, as typed: "0 – 62", "1+250 to 1+300", or nothing.
[[nodiscard]] Outcome setChainage(Transaction& tx, LocationId id, const std::string& text);
[[nodiscard]] std::string chainageText(const Location& location);
/// Moves a location with all below it; into itself, or below itself, is refused.
[[nodiscard]] Outcome moveLocation(Transaction& tx, LocationId id, LocationId target, Landing landing);
/// Parts a location with chainages into children of so many metres, the last one shorter where it must be.
[[nodiscard]] Result<std::vector<LocationId>> divideLocation(Transaction& tx, LocationId id, const std::string& length);
/// Removes a location; what is in it moves up to its parent.
[[nodiscard]] Outcome removeLocation(Transaction& tx, LocationId id);

/// Where an activity is done, by the location's name or id; empty text for nowhere.
[[nodiscard]] Outcome setLocation(Transaction& tx, ActivityId id, const std::string& name);

} // namespace yarrin

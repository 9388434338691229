// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/places.h"
#include "edit/transaction.h"

#include <optional>
#include <span>
#include <string>
#include <string_view>

namespace yarrin {

/// A range of chainage as typed: "0 – 62", "1+250 to 1+300"; nothing for none.
[[nodiscard]] Result<std::optional<Stretch>> parseStretch(std::string_view text);
[[nodiscard]] std::string stretchText(const Stretch& stretch);

/// An activity's own range, inside its location's; nothing takes it away, and with it a direction that has no other.
[[nodiscard]] Outcome setStretch(Transaction& tx, ActivityId id, std::string_view text);
/// Which way it goes, by its word.
[[nodiscard]] Outcome setTravel(Transaction& tx, ActivityId id, Travel travel);
/// Its pace follows the quantities of a bill item by place; nothing: its own.
[[nodiscard]] Outcome setPace(Transaction& tx, ActivityId id, std::string_view billItem);

/// A kind of work as typed: "item C01", a code and its value ("trade Fixer"), "all work".
[[nodiscard]] Result<WorkKind> workKindFrom(const Programme& programme, std::string_view text);
[[nodiscard]] std::string workKindText(const Programme& programme, const WorkKind& kind);

enum class PlaceRuleField { one, other, location, together, days, daysOf, metres, note };
/// A rule for all work, which may not be together: to be narrowed.
[[nodiscard]] Result<PlaceRuleId> addPlaceRule(Transaction& tx);
[[nodiscard]] Outcome setPlaceRuleField(Transaction& tx, PlaceRuleId id, PlaceRuleField field, std::string_view text);
[[nodiscard]] std::string placeRuleText(const Programme& programme, const PlaceRule& rule, PlaceRuleField field);
[[nodiscard]] Outcome removePlaceRules(Transaction& tx, std::span<const PlaceRuleId> ids);

} // namespace yarrin

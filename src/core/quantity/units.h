// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/decimal.h"
#include "core/base/result.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace yarrin {

/// The units of measurement that are known, as they are written in files: "m3", "t", "no".
[[nodiscard]] const std::vector<std::string>& knownUnits();
/// The written form of a unit as people type it ("m³", "nr", "Tonnes"); an error that lists the units where it is
/// not known. Empty text is no unit.
[[nodiscard]] Result<std::string> unitFromText(std::string_view text);
/// How a unit is shown: "m³" for "m3".
[[nodiscard]] std::string unitSymbol(std::string_view unit);

/// How many of unit `to` one of unit `from` is: 1000 from m3 to l. Nothing where they are of different kinds; a unit
/// is always one of itself, also an unknown one.
[[nodiscard]] std::optional<Fraction> unitsIn(std::string_view from, std::string_view to);
/// A quantity in another unit of its kind, exactly or to nine decimals; an error names both units where it cannot be.
[[nodiscard]] Result<Decimal> converted(const Decimal& quantity, std::string_view from, std::string_view to);

} // namespace yarrin

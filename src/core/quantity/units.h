// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"

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

} // namespace yarrin

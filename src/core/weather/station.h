// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"

#include <cstdint>
#include <vector>

namespace yarrin {

/// A weather station that ships in place of a real one: wind, gusts, rain, swell and the lowest temperature of each
/// day, with seasons and spells of several days. All of it is made up, and its months say so. The same seed gives the
/// same days, whichever are asked for: docs/engine.md section 22.
[[nodiscard]] std::vector<WeatherMonth> stationMonths(std::uint64_t seed, Month from, Month to);

} // namespace yarrin

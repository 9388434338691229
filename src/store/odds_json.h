// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/odds/simulation.h"

#include <string>

namespace yarrin {

/// What a simulation found, docs/cli.md.
[[nodiscard]] std::string oddsToJson(const Programme& programme, const Odds& odds, std::uint64_t seed,
                                     const std::optional<std::vector<OddsDriver>>& drivers = {});

} // namespace yarrin

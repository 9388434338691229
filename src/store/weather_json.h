// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/weather/lost_days.h"

#include <string>
#include <vector>

namespace yarrin {

/// Recorded months by calendar, as `yarrin-cli weather --json` tells them: docs/cli.md.
[[nodiscard]] std::string weatherToJson(const Programme& programme, const WeatherRecord& record,
                                        const std::vector<std::string>& notes);

} // namespace yarrin

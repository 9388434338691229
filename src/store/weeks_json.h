// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/weeks/look_ahead.h"

#include <string>
#include <vector>

namespace yarrin {

/// The weeks ahead, as `yarrin-cli weeks --json` tells them: docs/cli.md.
[[nodiscard]] std::string weeksToJson(const Programme& programme, const Schedule& dates,
                                      const std::vector<WeekRow>& rows, Date first);

} // namespace yarrin

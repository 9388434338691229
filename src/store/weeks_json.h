// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/weeks/look_ahead.h"
#include "core/weeks/promises.h"
#include "store/calendar_files.h"

#include <string>
#include <vector>

namespace yarrin {

/// The weeks ahead, as `yarrin-cli weeks --json` tells them: docs/cli.md.
[[nodiscard]] std::string weeksToJson(const Programme& programme, const Schedule& dates,
                                      const std::vector<WeekRow>& rows, Date first);

/// The same for phones: what a trade or a firm does in these weeks, or all where none is named.
[[nodiscard]] std::vector<DayEntry> weekDays(const Programme& programme, const Schedule& dates,
                                             const std::vector<WeekRow>& rows, Date first, std::string_view of);

} // namespace yarrin

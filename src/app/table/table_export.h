// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/sheet.h"
#include "core/network/schedule.h"

namespace yarrin {

/// Activities (dates, floats, links, build-up) and the bill (placed and left), as sheets of a workbook.
[[nodiscard]] std::vector<Sheet> tablesOf(const Programme& programme, const Schedule& schedule);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/logic_layout.h"

namespace yarrin {

/// Places the columns of a layout whose boxes have their rows, and draws its links: level between the rows and upright
/// between the columns, never through a box where boxes stand in columns. Links to one box share their ways.
void routeLinks(LogicLayout& layout, const LogicMetrics& metrics);

} // namespace yarrin

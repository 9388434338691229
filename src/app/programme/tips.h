// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"

#include <QString>

namespace yarrin {

/// What bars and boxes tell under the pointer: of a link what waits for what, of an activity its dates and float, and
/// what holds it, last. Empty where there is nothing of that id.
[[nodiscard]] QString linkTip(const Programme& programme, LinkId id);
[[nodiscard]] QString activityTip(const Programme& programme, const Schedule& schedule, ActivityId id);

} // namespace yarrin

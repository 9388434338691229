// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/time/calendar.h"

namespace yarrin {

/// The calendar itself and those that it must meet, one after the other.
template <typename Function> void forEachPart(const ResolvedCalendar& calendar, const Function& function) {
    function(calendar);
    for (const ResolvedCalendar& other : calendar.meets) forEachPart(other, function);
}

} // namespace yarrin

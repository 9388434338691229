// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/table_import.h"

namespace yarrin {

/// Works out what a schedule that was read would change of activities that are there, and which resources it brings:
/// by taking it over into a copy. What cannot be taken over is said as a fault of its row.
void tellChanges(ScheduleReading& reading, const Programme& programme, CalendarId calendar);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/time/calendar.h"
#include "store/step.h"

#include <functional>
#include <string>

namespace yarrin::ifc {

/// Told what was not understood, at which row.
using Notes = std::function<void(const StepRow& row, const std::string& what)>;

/// ISO 8601 as building models have it: "2027-03-01T08:00:00", with or without seconds, parts of them and a zone, which
/// is left out, as times of a site are local; nothing where it is none.
[[nodiscard]] std::optional<Instant> momentIn(const StepValue& value);
[[nodiscard]] std::optional<Date> dateIn(const StepValue& value);

/// Week and exceptions of an IFCWORKCALENDAR: what its working times give less what its times of exception take, day
/// by day where either has dates. A calendar without working times works all the time, as the standard has it. Key,
/// name and the length of a day are the caller's.
[[nodiscard]] Calendar calendarOf(const StepFile& file, const StepRow& row, const Notes& notes);

} // namespace yarrin::ifc

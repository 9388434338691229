// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"

namespace yarrin {

/// A programme of so many activities with eight calendars, about 1.8 links each, groups of twenty and some measures;
/// the same every time.
[[nodiscard]] Programme largeProgramme(int activities);

} // namespace yarrin

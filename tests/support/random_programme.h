// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"

#include <random>

namespace yarrin::test {

struct RandomShape {
    int activities = 12;
    double linksPerActivity = 1.8;
    bool calendars = true; ///< several calendars, else everything on `continuous`
    bool constraints = true;
    bool leads = true;
    bool otherTypes = true; ///< SS, FF and SF beside FS
    bool milestones = true;
};

/// A programme without loops, the same for the same seed.
[[nodiscard]] Programme randomProgramme(std::uint32_t seed, const RandomShape& shape);

} // namespace yarrin::test

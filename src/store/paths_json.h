// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/float_paths.h"
#include "core/network/why_then.h"

#include <string>

namespace yarrin {

/// Paths to an activity, as `paths --json` prints them: docs/cli.md.
[[nodiscard]] std::string pathsToJson(const Programme& programme, const Schedule& dates, ActivityId to,
                                      const std::vector<FloatPath>& paths, const std::vector<NearPath>& near,
                                      const std::vector<Shortening>* needed);

} // namespace yarrin

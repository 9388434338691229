// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/contract/notices.h"
#include "core/delay/exposure_report.h"
#include "core/network/schedule.h"

#include <string>
#include <vector>

namespace yarrin {

/// What the command line prints of exposure and of delay analyses with --json (docs/cli.md).
[[nodiscard]] std::string exposureToJson(const Programme& programme, const Schedule& schedule,
                                         const ExposureReport& report, const std::vector<NoticeDue>& due);
[[nodiscard]] std::string analysisToJson(const DelayAnalysis& analysis, const Programme& now);

} // namespace yarrin

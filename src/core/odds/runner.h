// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/odds/run_plan.h"

#include <atomic>
#include <stop_token>
#include <vector>

namespace yarrin {

/// What one run found; integers only.
struct Run {
    std::int64_t finish = 0; ///< day of the programme's completion
    std::vector<std::int64_t> sections;
    std::vector<int> hired; ///< days of each hammock of the plan
};

/// What runs shall keep beside their dates, each as large as said where it is not empty.
struct KeptRuns {
    std::vector<Run> runs;                          ///< complete ones, from the first on
    std::vector<std::atomic<std::uint32_t>> onPath; ///< by node: runs in which it lies on the longest path from the
                                                    ///< finish; then the same of each section's milestone
    std::vector<float> draws;                       ///< what was drawn, activity by activity
    std::vector<std::int32_t> finishes;             ///< day of completion, node by node, of the first `keptFinishes`
    std::uint32_t keptFinishes = 0;
};

/// Takes as many runs, on so many threads. Stopped, it has those up to the last that was begun. False where a date
/// would lie beyond what calendars know. `done` counts along.
[[nodiscard]] bool takeRuns(const RunPlan& plan, std::uint32_t runs, unsigned threads, std::stop_token stop,
                            KeptRuns& kept, std::atomic<std::uint32_t>* done = nullptr);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/portfolio/summary.h"

#include <functional>
#include <optional>
#include <string>
#include <vector>

namespace yarrin {

/// What an activity waits for in another job, and how that job's file has it now.
struct AwaitedNow {
    enum class Is {
        same,
        moved,   ///< reached on another day or hour than this job has it
        missing, ///< the other job has no such milestone any more, or it takes no part
        undated, ///< the other job cannot be calculated
        unread   ///< there is no such file, or it is no job
    };
    ActivityId activity;
    Awaited kept; ///< as this job has it
    Is is = Is::same;
    JobSummary::Milestone now; ///< where it is the same or moved
    std::string job;           ///< the other job's title now; empty where it was not read
    std::string fault;         ///< why it was not read
    /// The days by which it moved; negative when it is earlier.
    [[nodiscard]] int days() const;
};

/// Of everything that waits for other jobs, by the order of the activities. `summary` is asked once for each file.
[[nodiscard]] std::vector<AwaitedNow> awaitedNow(const Programme& programme,
                                                 const std::function<Result<JobSummary>(const std::string&)>& summary);

} // namespace yarrin

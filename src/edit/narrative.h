// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/odds/simulation.h"
#include "edit/compare.h"

namespace yarrin {

/// Figures by which people judge whether a network can be believed (common practice): what hangs loose, what is forced.
struct NetworkCounts {
    std::size_t activities = 0;    ///< but hammocks
    std::size_t noPredecessor = 0; ///< that could wait for something: the first one counts too
    std::size_t noSuccessor = 0;
    std::size_t links = 0;
    std::size_t finishToStart = 0;
    std::size_t leads = 0; ///< negative lags
    std::size_t constraints = 0;
    std::size_t critical = 0;
    std::size_t negativeFloat = 0;
    std::size_t measured = 0; ///< durations that come of quantities, among tasks
    std::size_t tasks = 0;
};
[[nodiscard]] NetworkCounts networkCountsOf(const Calculated& calculated);

/// The skeleton of a narrative in Markdown, filled from the facts; what only a person knows stands in angle brackets.
/// `previous` is what it is compared with, `previousName` what that is called; `odds` of the same programme, where they
/// are known, tell how sure each forecast is.
[[nodiscard]] std::string draftNarrative(const Calculated& now, const Calculated* previous,
                                         const std::string& previousName, const Odds* odds = nullptr);

} // namespace yarrin

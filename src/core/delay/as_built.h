// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/delay/state.h"

#include <vector>

namespace yarrin {

/// A stand as a programme without progress that gives the same dates, so that they follow from logic again: durations
/// as they were and are expected, lags as long as the waits really were. What events did stays theirs, so that it can
/// be taken out: docs/engine.md section 11.
struct BuiltJob {
    Programme programme;
    /// Events whose modelled work was cut to what their activity took beyond its planned work, and by how many minutes.
    struct Cut {
        EventId event;
        ActivityId activity;
        Minutes modelled, taken;
    };
    std::vector<Cut> cuts;
};
[[nodiscard]] BuiltJob asBuilt(const AnalysisState& stand);

} // namespace yarrin

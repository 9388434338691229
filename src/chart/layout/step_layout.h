// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/contract/damages.h"
#include "core/delay/analysis.h"

#include <optional>
#include <string>
#include <vector>

namespace yarrin {

/// Who carries a step, which is how it is coloured; a label says it too.
enum class Carrier { employer, neutral, own, common, recovered, unseen };

/// One step of the chart of how completion moved: from one date to the next.
struct StepRow {
    std::size_t step = 0; ///< index among the analysis' steps
    std::string heading;  ///< the stand that it leads to, at the first step of each
    Carrier carrier = Carrier::own;
    EventId event;
    std::vector<EventId> together; ///< of common days
    int days = 0;                  ///< moved; not 0 unless it is only concurrent
    int concurrent = 0;    ///< critical in the same days as the other side's; of an own delay hatched, at the bar's end
    double x0 = 0, x1 = 0; ///< from where completion was to where it went; x1 is left of x0 where days were gained
    double hatch0 = 0, hatch1 = 0;
    double y = 0, height = 0;
    double linkY0 = 0, linkY1 = 0; ///< the dotted line from the row above, at x0
};

struct StepMark {
    double x = 0;
    Date date;
};

/// The stepped chart of one section in pixels.
struct StepLayout {
    std::vector<StepRow> rows;
    std::vector<StepMark> ticks;
    StepMark contract;                ///< completion as planned at first, a diamond in the first row
    StepMark forecast;                ///< in the last row
    std::optional<StepMark> granted;  ///< completion as extended
    std::optional<StepMark> assessed; ///< and with what is assessed on open events
    double firstY = 0, lastY = 0, height = 0;
    double left = 0, right = 0; ///< where dates are drawn
};

struct StepMetrics {
    double labelWidth = 150;
    double rowHeight = 23;
    double barHeight = 11;
    double top = 30;    ///< the axis
    double after = 190; ///< room for words behind the last bar
};

/// Lays the steps of an analysis out for a section within a width. Steps that neither moved it nor ran beside another
/// delay are left out. Nothing where the analysis has no figures for the section.
[[nodiscard]] std::optional<StepLayout> layoutSteps(const DelayAnalysis& analysis, const Programme& now,
                                                    const SectionFigures& section, double width,
                                                    const StepMetrics& metrics = {});

} // namespace yarrin

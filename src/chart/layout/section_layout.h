// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/time_scale.h"
#include "core/contract/damages_account.h"

#include <vector>

namespace yarrin {

/// A place of a section's line: a date at an x.
struct SectionMark {
    double x = 0;
    Date date;
};
/// A grant that moved the completion date.
struct GrantMark {
    double x0 = 0, x1 = 0;
    Extension extension;
};

/// One section on the chart: its date, how that was moved, the forecast, and damages as they grow between.
struct SectionLine {
    SectionId section;
    double y = 0, height = 0; ///< of its band; the line lies at the foot of what grows
    double base = 0;
    SectionMark contract, extended;
    std::optional<SectionMark> forecast; ///< up to when it is late: taken over, or forecast
    bool takenOver = false;
    std::vector<GrantMark> grants;
    std::vector<std::pair<double, double>> growth; ///< of damages: points from the extended date on, x and y
    Fraction sum;
    int daysLate = 0;
};

struct SectionLayout {
    std::vector<SectionLine> lines;
    std::vector<AxisCell> months;
    std::optional<double> dataDate;
    double left = 0, right = 0, height = 0, axis = 0; ///< where time lies; the foot of the axis
};

struct SectionMetrics {
    double left = 170, right = 150, axis = 22, band = 48, growth = 22;
};

/// Lays the sections of a programme out over the time of their dates. What grows is drawn to one scale of money.
[[nodiscard]] SectionLayout layoutSections(const Programme& programme, const std::vector<SectionFigures>& sections,
                                           double width, const SectionMetrics& metrics = {});

} // namespace yarrin

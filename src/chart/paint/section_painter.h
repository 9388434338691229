// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/section_layout.h"
#include "chart/paint/theme.h"

#include <QPainter>

#include <functional>

namespace yarrin {

/// How the chart of sections is painted and worded.
struct SectionInk {
    const Theme& theme;
    std::function<QString(const SectionLine&)> name;   ///< "S1 Berth"
    std::function<QString(const SectionLine&)> detail; ///< below it
    std::function<QString(const SectionLine&)> result; ///< behind the line: "24 d late, £192,000"
    std::function<QString(Date)> date;
};
void paintSections(QPainter& painter, const SectionLayout& layout, const SectionInk& ink);

} // namespace yarrin

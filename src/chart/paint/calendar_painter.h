// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/year_layout.h"
#include "chart/paint/theme.h"

#include <QPainter>

#include <set>

namespace yarrin {

/// What is special about a week at the moment: the chosen spell, and days that come from the calendar below.
struct WeekInk {
    const Theme& theme;
    std::array<bool, 7> inherited{};
    int chosenDay = -1;
    std::optional<std::size_t> chosenSpell;
    bool dragging = false; ///< the chosen spell's times stand beside it
    bool focused = false;
};
void paintWeek(QPainter& painter, const WeekLayout& layout, const std::array<DayWork, 7>& week, const WeekInk& ink);

struct YearInk {
    const Theme& theme;
    const std::set<Date>& chosen;
    std::optional<Date> current; ///< where the keyboard is
    std::optional<Date> today;
};
void paintYear(QPainter& painter, const YearLayout& layout, const YearInk& ink);
/// One day's cell, also for the legend.
void paintDay(QPainter& painter, const QRectF& box, DayTone tone, bool fromBase, const Theme& theme);

/// A week in a few pixels: a column a day, the hours that work filled.
void paintWeekSign(QPainter& painter, const QRectF& box, const std::array<DayWork, 7>& week, const QColor& ink,
                   const QColor& ground);

} // namespace yarrin

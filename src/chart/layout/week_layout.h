// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/time/calendar.h"

#include <array>
#include <optional>
#include <vector>

namespace yarrin {

struct Box {
    double x = 0;
    double y = 0;
    double width = 0;
    double height = 0;
    [[nodiscard]] bool contains(double px, double py) const {
        return px >= x && px < x + width && py >= y && py < y + height;
    }
};

/// A working spell as drawn: whole within its day, or the part that runs on into the next day.
struct SpellShape {
    int weekday = 0; ///< the day that it belongs to
    std::size_t spell = 0;
    Box box;
    bool carried = false; ///< the part past midnight
};

/// Where on a spell a point lies.
enum class SpellPart { none, start, body, end };
struct WeekHit {
    int weekday = -1; ///< the column, -1 beside them
    int minute = 0;   ///< of the day, snapped
    SpellPart part = SpellPart::none;
    int spellDay = 0; ///< of a spell
    std::size_t spell = 0;
};

/// The standard week as seven columns of hours, in pixels: column heads above, hours at the left.
struct WeekLayout {
    Box area; ///< of the columns
    double columnWidth = 0;
    std::vector<SpellShape> spells;

    [[nodiscard]] double y(int minute) const { return area.y + area.height * minute / double(minutesPerDay); }
    [[nodiscard]] double x(int weekday) const { return area.x + columnWidth * weekday; }
    [[nodiscard]] WeekHit at(double px, double py) const;
    /// The minute at a height, snapped to quarters of an hour; below the column it runs on into the next day.
    [[nodiscard]] int minuteAt(double py) const;
};

inline constexpr int snapMinutes = 15;

[[nodiscard]] WeekLayout layOutWeek(const std::array<DayWork, 7>& week, double width, double height);

/// What a day becomes where one of its spells is dragged: with `part` body it moves, else that end follows. Spells that
/// would meet push nothing: the dragged one stops at its neighbours, and is at least one snap long.
[[nodiscard]] DayWork dragged(const DayWork& work, std::size_t spell, SpellPart part, int byMinutes);
/// The day with a new spell between two minutes, in order; none where it would overlap another.
[[nodiscard]] std::optional<DayWork> withSpell(const DayWork& work, int from, int to);

} // namespace yarrin

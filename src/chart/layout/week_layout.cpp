// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/layout/week_layout.h"

#include <algorithm>
#include <cmath>

namespace yarrin {

namespace {

constexpr double headHeight = 22;
constexpr double hoursWidth = 36;
constexpr double gap = 5; ///< between a spell and the lines of its column
constexpr double grip = 6;
constexpr int dayLong = int(minutesPerDay);

} // namespace

WeekLayout layOutWeek(const std::array<DayWork, 7>& week, double width, double height) {
    WeekLayout layout;
    layout.area = {hoursWidth, headHeight, std::max(70.0, width - hoursWidth), std::max(48.0, height - headHeight - 8)};
    layout.columnWidth = layout.area.width / 7;
    for (int weekday = 0; weekday < 7; ++weekday) {
        const DayWork& work = week[std::size_t(weekday)];
        for (std::size_t i = 0; i < work.size(); ++i) {
            const auto box = [&](int column, int from, int to) {
                return Box{layout.x(column) + gap, layout.y(from), layout.columnWidth - 2 * gap,
                           layout.y(to) - layout.y(from)};
            };
            layout.spells.push_back({weekday, i, box(weekday, work[i].from, std::min(work[i].to, dayLong)), false});
            if (work[i].to > dayLong)
                layout.spells.push_back({weekday, i, box((weekday + 1) % 7, 0, work[i].to - dayLong), true});
        }
    }
    return layout;
}

int WeekLayout::minuteAt(double py) const {
    const double minute = (py - area.y) / area.height * double(dayLong);
    return std::clamp(int(std::lround(minute / snapMinutes)) * snapMinutes, 0, 2 * dayLong);
}

WeekHit WeekLayout::at(double px, double py) const {
    WeekHit hit;
    if (px >= area.x && px < area.x + area.width && py >= area.y && py <= area.y + area.height)
        hit.weekday = std::min(6, int((px - area.x) / columnWidth));
    hit.minute = std::min(minuteAt(py), dayLong);
    for (const SpellShape& shape : spells) {
        const Box& b = shape.box;
        if (px < b.x || px >= b.x + b.width || py < b.y - grip / 2 || py > b.y + b.height + grip / 2) continue;
        hit.spellDay = shape.weekday;
        hit.spell = shape.spell;
        const bool grips = b.height >= 3 * grip;
        const bool ends = shape.carried || std::abs(b.y + b.height - (area.y + area.height)) > 0.5;
        if (!shape.carried && py <= b.y + (grips ? grip : grip / 2))
            hit.part = SpellPart::start;
        else if (py >= b.y + b.height - (grips ? grip : grip / 2) && ends)
            hit.part = SpellPart::end;
        else
            hit.part = SpellPart::body;
    }
    return hit;
}

DayWork dragged(const DayWork& work, std::size_t index, SpellPart part, int by) {
    DayWork changed = work;
    Spell& spell = changed[index];
    const int least = index > 0 ? changed[index - 1].to : 0;
    const int most = index + 1 < changed.size() ? changed[index + 1].from : 2 * dayLong;
    if (part == SpellPart::start) {
        spell.from = std::clamp(spell.from + by, least, std::min(spell.to - snapMinutes, dayLong - snapMinutes));
    } else if (part == SpellPart::end) {
        spell.to = std::clamp(spell.to + by, spell.from + snapMinutes, std::max(most, spell.from + snapMinutes));
    } else {
        const int lowest = least - spell.from;
        const int highest = std::min(most - spell.to, dayLong - snapMinutes - spell.from);
        by = std::clamp(by, std::min(lowest, 0), std::max(highest, 0));
        spell = {spell.from + by, spell.to + by};
    }
    return changed;
}

std::optional<DayWork> withSpell(const DayWork& work, int from, int to) {
    if (from > to) std::swap(from, to);
    if (to - from < snapMinutes || from >= dayLong) return {};
    DayWork changed = work;
    changed.push_back({from, to});
    std::sort(changed.begin(), changed.end(), [](const Spell& a, const Spell& b) { return a.from < b.from; });
    if (faultOf(changed)) return {};
    return changed;
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/ripple.h"

#include <unordered_map>

namespace yarrin {

Ripple rippleBetween(const Schedule& before, const Schedule& after) {
    Ripple ripple;
    ripple.before = before.damages;
    ripple.after = after.damages;
    if (!before.ok() || !after.ok()) return ripple;
    std::unordered_map<ActivityId, std::size_t> places; // only filled where the order changed
    for (std::size_t i = 0; i < after.activities.size(); ++i) {
        const ActivityFigures& now = after.activities[i];
        const ActivityFigures* then = nullptr;
        if (i < before.activities.size() && before.activities[i].id == now.id) {
            then = &before.activities[i];
        } else {
            if (places.empty())
                for (std::size_t j = 0; j < before.activities.size(); ++j) places.emplace(before.activities[j].id, j);
            if (const auto found = places.find(now.id); found != places.end()) then = &before.activities[found->second];
        }
        if (!then) continue;
        ripple.newlyCritical += now.critical && !then->critical ? 1 : 0;
        ripple.noLongerCritical += !now.critical && then->critical ? 1 : 0;
        if (now.earlyStart == then->earlyStart && now.earlyFinish == then->earlyFinish) continue;
        ripple.moved.push_back({now.id, dateOf(now.earlyStart) - dateOf(then->earlyStart),
                                completionDate(now.earlyFinish) - completionDate(then->earlyFinish)});
    }
    for (const SectionFigures& now : after.sections)
        for (const SectionFigures& then : before.sections)
            if (now.section == then.section && now.forecast && then.forecast && *now.forecast != *then.forecast)
                ripple.sections.push_back({now.section, *now.forecast - *then.forecast});
    return ripple;
}

} // namespace yarrin

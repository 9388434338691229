// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"

#include <string>
#include <unordered_map>
#include <utility>
#include <vector>

namespace yarrin {

/// One effect on an activity, with the event that has it.
struct ActingEffect {
    const DelayEvent* event;
    const Effect* effect;
};

/// What the events that count in the forecast do to each activity, in the order of the events' dates, so that the later
/// instruction counts: docs/engine.md section 10. The order of rows decides nothing. Points into the programme.
class ActingEffects {
public:
    explicit ActingEffects(const Programme& programme);

    [[nodiscard]] bool empty() const { return m_effects.empty(); }
    /// Empty where nothing acts on the activity.
    [[nodiscard]] const std::vector<ActingEffect>& on(ActivityId id) const;
    /// Events of one day that give an activity different quantities or outputs: "E03 and E04 give it ...". Empty where
    /// there are none.
    [[nodiscard]] std::string contradiction(ActivityId id) const;

private:
    std::unordered_map<ActivityId, std::vector<ActingEffect>> m_effects;
};

/// Stretches of days without work.
using Stretches = std::vector<std::pair<Date, Date>>;
[[nodiscard]] Stretches suspensionsOf(const std::vector<ActingEffect>& effects);

/// The measure with the quantity and the output that effects give it.
[[nodiscard]] std::optional<Measure> affectedMeasure(const Activity& activity,
                                                     const std::vector<ActingEffect>& effects);
/// Minutes of work that effects add.
[[nodiscard]] Minutes addedWork(const std::vector<ActingEffect>& effects);
/// The whole duration with what effects make of it.
[[nodiscard]] Minutes affectedDuration(const Activity& activity, const std::vector<ActingEffect>& effects,
                                       Minutes dayMinutes);
/// The first day on which it may start, where an effect says so.
[[nodiscard]] std::optional<std::pair<Date, EventId>> accessOf(const std::vector<ActingEffect>& effects);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/effects.h"

namespace yarrin {

ActingEffects::ActingEffects(const Programme& programme) {
    for (const DelayEvent& event : programme.events)
        if (event.inForecast)
            for (const Effect& effect : event.effects) m_effects[effect.activity].push_back({&event, &effect});
}

const std::vector<ActingEffect>& ActingEffects::on(ActivityId id) const {
    static const std::vector<ActingEffect> none;
    const auto found = m_effects.find(id);
    return found == m_effects.end() ? none : found->second;
}

Stretches suspensionsOf(const std::vector<ActingEffect>& effects) {
    Stretches list;
    for (const auto& [event, effect] : effects)
        if (effect->kind == EffectKind::suspension && effect->from && effect->to)
            list.emplace_back(*effect->from, *effect->to);
    return list;
}

std::optional<Measure> affectedMeasure(const Activity& activity, const std::vector<ActingEffect>& effects) {
    std::optional<Measure> measure = activity.measure;
    if (!measure) return measure;
    for (const auto& [event, effect] : effects) {
        if (!effect->value) continue;
        if (effect->kind == EffectKind::quantity) measure->quantity = *effect->value;
        if (effect->kind != EffectKind::output) continue;
        measure->outputPerCrewDay = *effect->value;
        measure->hoursPerUnit.reset();
    }
    return measure;
}

Minutes addedWork(const std::vector<ActingEffect>& effects) {
    Minutes sum = 0;
    for (const auto& [event, effect] : effects)
        if (effect->kind == EffectKind::addedWork) sum += effect->work;
    return sum;
}

std::optional<std::pair<Date, EventId>> accessOf(const std::vector<ActingEffect>& effects) {
    std::optional<std::pair<Date, EventId>> last;
    for (const auto& [event, effect] : effects)
        if (effect->kind == EffectKind::access && effect->from && (!last || *effect->from > last->first))
            last = {*effect->from, event->id};
    return last;
}

} // namespace yarrin

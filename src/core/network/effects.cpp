// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/effects.h"

#include <algorithm>

namespace yarrin {

namespace {

bool ofMeasure(const ActingEffect& one) {
    return one.effect->value && (one.effect->kind == EffectKind::quantity || one.effect->kind == EffectKind::output);
}

/// By the event's beginning, then when it was first known; of one day what makes the work longer counts last, so that
/// nothing hangs on the order of rows.
bool actsBefore(const ActingEffect& a, const ActingEffect& b) {
    const auto day = [](const std::optional<Date>& date) { return date.value_or(Date{}); };
    if (a.event->from != b.event->from) return day(a.event->from) < day(b.event->from);
    if (a.event->known != b.event->known) return day(a.event->known) < day(b.event->known);
    if (a.effect->kind != b.effect->kind) return a.effect->kind < b.effect->kind;
    if (ofMeasure(a) && ofMeasure(b) && *a.effect->value != *b.effect->value)
        return (*a.effect->value < *b.effect->value) == (a.effect->kind == EffectKind::quantity);
    return a.event->key < b.event->key;
}

} // namespace

ActingEffects::ActingEffects(const Programme& programme) {
    for (const DelayEvent& event : programme.events)
        if (event.inForecast)
            for (const Effect& effect : event.effects) m_effects[effect.activity].push_back({&event, &effect});
    for (auto& [id, effects] : m_effects) std::sort(effects.begin(), effects.end(), actsBefore);
}

const std::vector<ActingEffect>& ActingEffects::on(ActivityId id) const {
    static const std::vector<ActingEffect> none;
    const auto found = m_effects.find(id);
    return found == m_effects.end() ? none : found->second;
}

std::string ActingEffects::contradiction(ActivityId id) const {
    const auto& effects = on(id);
    for (std::size_t i = 1; i < effects.size(); ++i) {
        const ActingEffect &one = effects[i - 1], &other = effects[i];
        if (!ofMeasure(one) || !ofMeasure(other) || one.effect->kind != other.effect->kind) continue;
        if (one.event->from != other.event->from || one.event->known != other.event->known) continue;
        if (*one.effect->value == *other.effect->value) continue;
        const auto [first, second] = std::minmax(one.event->key, other.event->key);
        return one.effect->kind == EffectKind::quantity
                   ? worded("events %1 and %2 begin on one day and give it different quantities; %3 counts, which "
                            "makes it longer",
                            first, second, other.event->key)
                   : worded("events %1 and %2 begin on one day and give it different outputs; %3 counts, which makes "
                            "it longer",
                            first, second, other.event->key);
    }
    return {};
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

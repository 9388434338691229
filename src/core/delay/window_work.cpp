// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/delay/window_work.h"

#include "core/delay/insertion.h"

#include <algorithm>

namespace yarrin {

std::optional<AnalysisState> WindowWork::state(const Mix& mix, std::vector<EventId>* tooOld) const {
    Programme programme = m_stand.programme();
    for (const std::uint32_t id : mix.off) switchOff(programme, EventId{id});
    for (const Incoming& one : m_incoming) {
        if (!mix.in.contains(one.event.value)) continue;
        bool old = false;
        if (auto with = bring(programme, m_cache, one, &old)) programme = std::move(*with);
        if (old && tooOld) tooOld->push_back(one.event);
    }
    AnalysisState reached(std::move(programme), m_cache);
    if (!reached.figures().ok()) return {};
    return reached;
}

const std::vector<int>& WindowWork::moved(const Mix& mix) {
    const auto known = m_moved.find(mix);
    if (known != m_moved.end()) return known->second;
    std::vector<int> days;
    if (const auto reached = state(mix))
        for (const SectionId section : m_sections) {
            const auto was = m_stand.completion(section), is = reached->completion(section);
            days.push_back(was && is ? *is - *was : 0);
        }
    return m_moved.emplace(mix, std::move(days)).first->second;
}

std::vector<int> WindowWork::gain(const Mix& mix, const Ids& more) {
    Mix with = mix;
    for (const std::uint32_t id : more) {
        with.in.insert(id);
        with.off.erase(id);
    }
    const std::vector<int> before = moved(mix), after = moved(with);
    std::vector<int> days(m_sections.size(), 0);
    if (before.size() == days.size() && after.size() == days.size())
        for (std::size_t s = 0; s < days.size(); ++s) days[s] = after[s] - before[s];
    return days;
}

bool WindowWork::changes(EventId event) const {
    for (const Incoming& one : m_incoming)
        if (one.event == event) return bring(m_stand.programme(), m_cache, one).has_value();
    return false;
}

std::optional<std::pair<Date, Date>> WindowWork::felt(const DelayEvent& event) {
    const auto known = m_felt.find(event.id.value);
    if (known != m_felt.end()) return known->second;
    std::optional<std::pair<Date, Date>> days;
    const auto with = state({{event.id.value}}), without = state({{}, {event.id.value}});
    if (with && without && with->programme().events.row(event.id)) {
        std::optional<Date> first, last;
        for (const ActivityId id : delayedBy(with->programme(), *with->programme().events.row(event.id))) {
            if (!without->programme().activities.row(id)) continue;
            const ActivityFigures &free = without->of(id), &held = with->of(id);
            if (free.aside || held.aside) continue;
            const Date begins = dateOf(free.earlyStart), ends = dateOf(held.earlyFinish + -1);
            first = first ? std::min(*first, begins) : begins;
            last = last ? std::max(*last, ends) : ends;
        }
        if (first) days = {std::max(*first, event.from.value_or(*first)), *last};
        if (days && days->second < days->first) days.reset();
    }
    m_felt.emplace(event.id.value, days);
    return days;
}

} // namespace yarrin

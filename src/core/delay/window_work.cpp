// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/delay/window_work.h"

#include "core/delay/insertion.h"

#include <algorithm>

namespace yarrin {

std::optional<AnalysisState> WindowWork::state(const Mix& mix, std::vector<EventId>* tooOld) {
    Programme programme = m_stand.programme();
    for (const std::uint32_t id : mix.off) switchOff(programme, EventId{id});
    for (const Incoming& one : m_incoming) {
        if (!mix.in.contains(one.event.value)) continue;
        bool old = false;
        bringInto(programme, m_cache, one, &old);
        if (old && tooOld) tooOld->push_back(one.event);
    }
    AnalysisState reached(std::move(programme), m_cache);
    std::vector<int>& days = m_moved[mix];
    days.clear();
    if (!reached.figures().ok()) return {};
    for (const SectionId section : m_sections) {
        const auto was = m_stand.completion(section), is = reached.completion(section);
        days.push_back(was && is ? *is - *was : 0);
    }
    return reached;
}

const std::vector<int>& WindowWork::moved(const Mix& mix) {
    if (mix == Mix{}) return m_moved.try_emplace(mix, m_sections.size(), 0).first->second;
    if (!m_moved.contains(mix)) (void)state(mix);
    return m_moved[mix];
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

std::optional<std::pair<Date, Date>> WindowWork::felt(const DelayEvent& event) {
    const auto known = m_felt.find(event.id.value);
    if (known != m_felt.end()) return known->second;
    std::optional<std::pair<Date, Date>> days;
    // What the stand does not have need not be taken out of it, nor put in what does not come.
    const bool comes =
        std::any_of(m_incoming.begin(), m_incoming.end(), [&](const Incoming& one) { return one.event == event.id; });
    const auto put = comes ? state({{event.id.value}}) : std::nullopt;
    const auto taken = countingIn(m_stand.programme(), event.id) ? state({{}, {event.id.value}}) : std::nullopt;
    const AnalysisState *with = comes ? (put ? &*put : nullptr) : &m_stand, *without = taken ? &*taken : &m_stand;
    if (with && with->programme().events.row(event.id)) {
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

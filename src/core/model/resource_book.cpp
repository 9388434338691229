// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/model/resource_book.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/model/words.h"

#include <algorithm>
#include <map>

namespace yarrin {

namespace {

/// What is in force on a day of a list of steps by date.
template <typename Steps> auto stepOn(const Steps& steps, Date day) {
    auto at =
        std::upper_bound(steps.begin(), steps.end(), day, [](Date date, const auto& step) { return date < step.from; });
    return at == steps.begin() ? steps.end() : std::prev(at);
}

std::string folded(std::string_view name) {
    return lowered(trimmed(name));
}

} // namespace

ResourceBook::ResourceBook(const Programme& programme) : m_programme(programme) {
    for (const Resource& row : programme.resources) add(row, true);
    std::map<std::string, std::string> implied; // by the name in small letters
    const auto imply = [&](const std::string& name) {
        std::string key = folded(name);
        if (key.empty() || m_byName.contains(key)) return;
        // Of several spellings the first of the alphabet, so that the order of rows decides nothing.
        const auto [at, isNew] = implied.try_emplace(std::move(key), trimmed(name));
        if (!isNew) at->second = std::min(at->second, trimmed(name));
    };
    for (const BookItem& item : programme.book)
        for (const CrewMember& member : item.crew) imply(member.name);
    for (const Limit& limit : programme.limits) imply(limit.key);
    for (const auto& [key, name] : implied) {
        Resource resource;
        resource.key = resource.name = name;
        add(std::move(resource), false);
    }
    for (const Allocation& allocation : programme.allocations)
        if (const BillItem* item = programme.bill.row(allocation.item); item && !item->materials.empty())
            m_placed[allocation.activity].push_back(&allocation);
    for (const Limit& limit : programme.limits) {
        Resource& resource = m_all[named(limit.key)].resource;
        const SupplyFrom supply{dateOf(programme.job.start), limit.available};
        if (resource.supply.empty())
            resource.supply.push_back(supply);
        else if (!m_all[named(limit.key)].declared) // two spellings of one name: the lower counts
            resource.supply.front().number = std::min(resource.supply.front().number, supply.number);
    }
}

std::size_t ResourceBook::add(Resource resource, bool declared) {
    const std::size_t at = m_all.size();
    m_byName.try_emplace(folded(resource.name), at);
    if (resource.id) m_byId.emplace(resource.id, at);
    m_all.push_back({std::move(resource), declared});
    return at;
}

std::size_t ResourceBook::named(std::string_view name) const {
    const auto found = m_byName.find(folded(name));
    return found == m_byName.end() ? none : found->second;
}

std::size_t ResourceBook::of(ResourceId id) const {
    const auto found = m_byId.find(id);
    return found == m_byId.end() ? none : found->second;
}

std::size_t ResourceBook::find(std::string_view text) const {
    for (std::size_t i = 0; i < m_all.size(); ++i)
        if (m_all[i].resource.key == trimmed(text)) return i;
    return named(text);
}

std::vector<ResourceUse> ResourceBook::usesOf(const Activity& activity) const {
    std::vector<ResourceUse> uses;
    if (isMilestone(activity.kind)) return uses;
    const auto use = [&](std::size_t resource) -> ResourceUse& {
        const auto at =
            std::find_if(uses.begin(), uses.end(), [&](const ResourceUse& u) { return u.resource == resource; });
        return at != uses.end() ? *at : uses.emplace_back(ResourceUse{resource, {}, {}});
    };
    if (const BookItem* item = m_programme.book.row(activity.bookItem); item && activity.kind == ActivityKind::task) {
        const Fraction crews = activity.measure && activity.measure->crews ? Fraction(*activity.measure->crews) : 1;
        for (const CrewMember& member : item->crew)
            if (const std::size_t at = named(member.name); at != none)
                use(at).number = use(at).number + crews * Fraction(member.count);
    }
    const auto add = [&](const std::vector<Need>& needs, const Fraction& times) {
        for (const Need& need : needs) {
            const std::size_t at = of(need.resource);
            if (at == none) continue;
            ResourceUse& one = use(at);
            if (need.number) one.number = one.number + times * Fraction(*need.number);
            if (need.quantity) one.quantity = one.quantity + times * Fraction(*need.quantity);
        }
    };
    if (const auto placed = m_placed.find(activity.id); placed != m_placed.end())
        for (const Allocation* part : placed->second)
            add(m_programme.bill.row(part->item)->materials, Fraction(part->quantity));
    add(activity.needs, 1);
    std::sort(uses.begin(), uses.end(),
              [](const ResourceUse& a, const ResourceUse& b) { return a.resource < b.resource; });
    return uses;
}

BindingCalendars::BindingCalendars(const Programme& programme) : m_programme(programme) {
    for (const Resource& resource : programme.resources)
        if (resource.binds && resource.calendar) {
            m_book.emplace(programme);
            return;
        }
}

std::vector<CalendarId> BindingCalendars::waitsOf(const Activity& activity) const {
    std::vector<CalendarId> list;
    if (!m_book) return list;
    for (const ResourceUse& use : m_book->usesOf(activity)) {
        const Resource& resource = (*m_book)[use.resource];
        if (resource.binds && resource.calendar && resource.calendar != continuousCalendar &&
            resource.calendar != calendarOf(m_programme, activity))
            list.push_back(resource.calendar);
    }
    std::sort(list.begin(), list.end());
    list.erase(std::unique(list.begin(), list.end()), list.end());
    return list;
}

bool heldByLevelling(const Activity& activity) {
    return activity.levelledFrom || std::any_of(activity.pauses.begin(), activity.pauses.end(),
                                                [](const Pause& pause) { return pause.levelled; });
}

std::optional<Decimal> supplyOn(const Resource& resource, Date day) {
    const auto step = stepOn(resource.supply, day);
    return step == resource.supply.end() ? std::nullopt : std::optional(step->number);
}

std::optional<Decimal> mostSupply(const Resource& resource, Date from) {
    std::optional<Decimal> most = supplyOn(resource, from);
    if (!most) return {};
    for (const SupplyFrom& step : resource.supply)
        if (step.from > from) most = std::max(*most, step.number);
    return most;
}

std::optional<Decimal> mostSupplyOf(const Programme& programme, std::string_view name) {
    const std::string wanted = folded(name);
    std::optional<Decimal> most;
    for (const Resource& resource : programme.resources)
        if (folded(resource.name) == wanted)
            for (const SupplyFrom& step : resource.supply) most = std::max(most.value_or(step.number), step.number);
    if (most) return most;
    for (const Limit& limit : programme.limits)
        if (folded(limit.key) == wanted) most = std::min(most.value_or(limit.available), limit.available);
    return most;
}

std::optional<Decimal> rateOn(const Resource& resource, Date day) {
    const auto step = stepOn(resource.rates, day);
    return step == resource.rates.end() ? resource.rate : std::optional(step->rate);
}

std::string needsText(const Programme& programme, const std::vector<Need>& needs) {
    std::string text;
    for (const Need& need : needs) {
        const Resource* resource = programme.resources.row(need.resource);
        if (!resource) continue;
        if (!text.empty()) text += "; ";
        text += (need.number ? *need.number : need.quantity.value_or(Decimal(0))).text() + " ";
        if (need.quantity && !resource->unit.empty()) text += resource->unit + " ";
        text += resource->name;
    }
    return text;
}

std::string lumpSumsText(const Activity& activity) {
    std::string text;
    for (const LumpSum& sum : activity.lumpSums) {
        if (!text.empty()) text += "; ";
        text += sum.amount.text() + " " + std::string(wordOf(sum.head));
        if (sum.at != SpreadAt::even) text += worded(" at %1", std::string(wordOf(sum.at)));
        if (!sum.note.empty()) text += ": " + sum.note;
    }
    return text;
}

} // namespace yarrin

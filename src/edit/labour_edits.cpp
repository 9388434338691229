// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/labour_edits.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/model/words.h"
#include "core/quantity/units.h"
#include "core/time/typed_date.h"
#include "edit/activity_edits.h"
#include "edit/forget.h"
#include "edit/typed.h"

#include <algorithm>
#include <unordered_set>

namespace yarrin {

namespace {

Error resourceGone() {
    return inputError(worded("the resource is no longer there"));
}
Error activityIsGone() {
    return inputError(worded("the activity is no longer there"));
}

/// Limits of older files become supply of rows; a limit goes with it.
void takeLimitsOver(Transaction& tx) {
    if (tx.programme().limits.empty()) return;
    const ResourceBook book(tx.programme());
    std::vector<Resource> rows;
    for (const Limit& limit : tx.programme().limits) {
        const Resource& known = book[book.named(limit.key)];
        const bool there =
            std::any_of(rows.begin(), rows.end(), [&](const Resource& r) { return r.name == known.name; });
        if (!there) rows.push_back(known);
    }
    std::vector<LimitId> limits;
    for (const Limit& limit : tx.programme().limits) limits.push_back(limit.id);
    for (Resource& row : rows) {
        if (row.id) {
            tx.set(std::move(row));
            continue;
        }
        row.id = tx.programme().resources.freshId();
        tx.append(std::move(row));
    }
    tx.eraseAll<Limit>(limits);
}

std::string freshResourceKey(const Programme& programme, const std::string& name) {
    if (!isTaken(programme.resources, name)) return name;
    for (int n = 2;; ++n)
        if (std::string key = name + " " + std::to_string(n); !isTaken(programme.resources, key)) return key;
}

Outcome put(Transaction& tx, Resource resource) {
    if (auto fault = faultOf(resource)) return *fault;
    // What activities need of it must still make sense.
    for (const Activity& activity : tx.programme().activities)
        for (const Need& need : activity.needs)
            if (need.resource == resource.id)
                if (auto fault = faultOf(need, resource))
                    return inputError(worded("%1 needs it otherwise: %2", activity.key, fault->what), fault->todo);
    for (const BillItem& item : tx.programme().bill)
        for (const Need& need : item.materials)
            if (need.resource == resource.id)
                if (auto fault = faultOf(need, resource))
                    return inputError(worded("item %1 takes it otherwise: %2", item.key, fault->what), fault->todo);
    tx.set(std::move(resource));
    return done();
}

/// Splits "6 from 2026-09-21" into its figure and its date.
struct TypedStep {
    Date from;
    Decimal value;
};
Result<std::vector<TypedStep>> parseSteps(std::string_view text) {
    std::vector<TypedStep> steps;
    for (const std::string& part : listed(text, ';')) {
        const std::size_t at = part.find(" from ");
        if (at == std::string::npos)
            return inputError(worded("\"%1\" does not say from when", part),
                              worded("write it as \"6 from 21 Sep 2026\""));
        const auto value = parseFigure(part.substr(0, at));
        if (!value.ok()) return value.errors();
        TypedStep step{{}, *value};
        if (auto fault = readDay(step.from, part.substr(at + 6))) return *fault;
        steps.push_back(step);
    }
    return steps;
}

template <typename Steps, typename Member> std::string stepsText(const Steps& steps, Member value) {
    std::string text;
    for (const auto& step : steps)
        text += (text.empty() ? "" : "; ") + (step.*value).text() + " from " + isoDate(step.from);
    return text;
}

/// "380 a day", "84/t", "33.50": what a rate is for may follow it.
Fault readRate(Resource& resource, std::string_view typed) {
    std::string text = trimmed(typed), figure = text, per;
    for (const std::string_view between : {"/", " an ", " a ", " per "})
        if (const std::size_t at = text.find(between); at != std::string::npos) {
            figure = trimmed(text.substr(0, at));
            per = trimmed(text.substr(at + between.size()));
            break;
        }
    std::optional<Decimal> rate;
    if (auto fault = readSum(rate, figure, worded("a rate"))) return fault;
    resource.rate = rate;
    if (per.empty()) return {};
    if (per == "h" || per == "hour")
        resource.ratePer = RatePer::hour;
    else if (per == "d" || per == "day")
        resource.ratePer = RatePer::day;
    else {
        const auto unit = unitFromText(per);
        if (!unit.ok())
            return inputError(worded("\"%1\" is no unit", per), worded("write it as 33.50/h, 380/day or 84/t"));
        if (!resource.unit.empty() && resource.unit != *unit)
            return inputError(worded("it is counted in %1", resource.unit), worded("price it by that"));
        resource.unit = *unit;
        resource.ratePer = RatePer::unit;
    }
    return {};
}

/// Crews follow the name of what they are made up of.
void renameInCrews(Transaction& tx, const std::string& before, const std::string& after) {
    std::vector<BookItem> changed;
    for (const BookItem& item : tx.programme().book) {
        BookItem row = item;
        for (CrewMember& member : row.crew)
            if (lowered(trimmed(member.name)) == lowered(trimmed(before))) member.name = after;
        if (row.crew != item.crew) changed.push_back(std::move(row));
    }
    for (BookItem& row : changed) tx.set(std::move(row));
}

Fault rename(Transaction& tx, Resource& resource, std::string_view text) {
    const std::string name = trimmed(text);
    const ResourceBook book(tx.programme());
    const std::size_t other = book.named(name);
    if (other != ResourceBook::none && lowered(name) != lowered(resource.name))
        return inputError(worded("there is a resource %1 already", book[other].name),
                          worded("one name is one resource"));
    renameInCrews(tx, resource.name, name);
    if (resource.key == resource.name && !isTaken(tx.programme().resources, name)) resource.key = name;
    resource.name = name;
    return {};
}

Fault chooseCalendar(Transaction& tx, Resource& resource, std::string_view key) {
    resource.calendar = {};
    if (key.empty()) {
        resource.binds = false;
        return {};
    }
    if (key == "continuous") resource.calendar = continuousCalendar;
    for (const Calendar& calendar : tx.programme().calendars)
        if (calendar.key == key) resource.calendar = calendar.id;
    if (!resource.calendar) return inputError(worded("there is no calendar %1", key));
    return {};
}

Fault setStep(Resource& resource, ResourceField field, std::string_view text) {
    const auto steps = parseSteps(text);
    if (!steps.ok()) return steps.error();
    if (field == ResourceField::rates) {
        resource.rates.clear();
        for (const TypedStep& step : *steps) resource.rates.push_back({step.from, step.value});
    } else {
        resource.supply.clear();
        for (const TypedStep& step : *steps) resource.supply.push_back({step.from, step.value});
    }
    return {};
}

Fault apply(Transaction& tx, Resource& resource, ResourceField field, std::string_view text) {
    switch (field) {
    case ResourceField::key:
        return takeKey(tx.programme().resources, resource, trimmedView(text));
    case ResourceField::name:
        return rename(tx, resource, text);
    case ResourceField::kind: {
        const RatePer usual = resource.ratePer;
        if (auto fault = choose(resource.kind, text)) return fault;
        if (inQuantities(resource.kind)) resource.ratePer = RatePer::unit;
        if (usual == RatePer::unit && (resource.kind == ResourceKind::trade || resource.kind == ResourceKind::plant))
            resource.ratePer = RatePer::hour;
        return {};
    }
    case ResourceField::unit: {
        resource.unit = trimmed(text);
        if (const auto known = unitFromText(resource.unit); known.ok() && !resource.unit.empty())
            resource.unit = *known;
        return {};
    }
    case ResourceField::rate:
        return readRate(resource, text);
    case ResourceField::ratePer:
        return choose(resource.ratePer, text);
    case ResourceField::rates:
    case ResourceField::supply:
        return setStep(resource, field, text);
    case ResourceField::head:
        if (text.empty()) {
            resource.head.reset();
            return {};
        }
        return choose(resource.head.emplace(), text);
    case ResourceField::calendar:
        return chooseCalendar(tx, resource, trimmedView(text));
    case ResourceField::binds:
        resource.binds = text == "yes";
        return {};
    case ResourceField::onHire:
        resource.onHire = text == "yes";
        return {};
    }
    return {};
}

/// What follows the figure of a need: a name, or a unit and a name.
Result<Need> parseNeed(Transaction& tx, const std::string& part) {
    const std::size_t space = part.find(' ');
    const auto figure = parseFigure(part.substr(0, space));
    const Decimal amount = figure.ok() ? *figure : Decimal(1);
    std::string name = figure.ok() ? (space == std::string::npos ? "" : trimmed(part.substr(space))) : part;
    if (name.empty()) return inputError(worded("\"%1\" names no resource", part), worded("write it as \"2 Fixer\""));
    std::string unit;
    const ResourceBook book(tx.programme());
    if (book.named(name) == ResourceBook::none)
        if (const std::size_t end = name.find(' '); end != std::string::npos) {
            unit = name.substr(0, end);
            if (book.named(name.substr(end)) != ResourceBook::none)
                name = trimmed(name.substr(end));
            else
                unit.clear();
        }
    const auto id = resourceNamed(tx, name);
    if (!id.ok()) return id.errors();
    const Resource& resource = *tx.programme().resources.row(*id);
    Need need{*id, {}, {}};
    const bool priced = resource.rate || !resource.rates.empty();
    if (inQuantities(resource.kind) || (priced && resource.ratePer == RatePer::unit) || !unit.empty()) {
        Fraction quantity = amount;
        if (!unit.empty()) {
            const auto typed = unitFromText(unit);
            const auto factor = typed.ok() ? unitsIn(*typed, resource.unit) : std::nullopt;
            if (unit != resource.unit && !factor)
                return inputError(worded("%1 is counted in %2, not in %3", resource.name,
                                         resource.unit.empty() ? worded("no unit") : resource.unit, unit),
                                  worded("type the quantity in its unit"));
            if (factor) quantity = quantity * *factor;
        }
        need.quantity = quantity.rounded(9);
        if (!need.quantity) return inputError(worded("\"%1\" has too many digits", part));
    } else {
        need.number = amount;
    }
    if (auto fault = faultOf(need, resource)) return *fault;
    return need;
}

} // namespace

Result<ResourceId> addResource(Transaction& tx, std::string_view typed) {
    const std::string name = trimmed(typed);
    if (name.empty()) return inputError(worded("a resource needs a name"));
    takeLimitsOver(tx);
    for (const Resource& row : tx.programme().resources)
        if (lowered(row.name) == lowered(name))
            return inputError(worded("there is a resource %1 already", row.name), worded("one name is one resource"));
    Resource resource;
    resource.id = tx.programme().resources.freshId();
    resource.key = freshResourceKey(tx.programme(), name);
    resource.name = name;
    if (auto fault = faultOf(resource)) return *fault;
    const ResourceId id = resource.id;
    tx.append(std::move(resource));
    return id;
}

Result<ResourceId> resourceNamed(Transaction& tx, std::string_view typed) {
    takeLimitsOver(tx);
    const ResourceBook book(tx.programme());
    const std::size_t at = book.named(typed);
    if (at == ResourceBook::none) {
        std::string like;
        const std::string wanted = lowered(trimmed(typed));
        for (const KnownResource& known : book.all())
            if (like.empty() && wanted.size() >= 3 && lowered(known.resource.name).find(wanted) != std::string::npos)
                like = known.resource.name;
        return inputError(worded("there is no resource %1", trimmed(typed)),
                          like.empty() ? worded("add it in Labour first") : worded("did you mean %1?", like));
    }
    if (book.all()[at].declared) return book[at].id;
    Resource row = book[at];
    row.id = tx.programme().resources.freshId();
    row.key = freshResourceKey(tx.programme(), row.name);
    const ResourceId id = row.id;
    tx.append(std::move(row));
    return id;
}

Outcome removeResources(Transaction& tx, std::span<const ResourceId> ids) {
    for (const ResourceId id : ids)
        if (!tx.programme().resources.row(id)) return resourceGone();
    forget<ResourceId>(tx, ids);
    tx.eraseAll<Resource>(ids);
    return done();
}

Outcome setResourceField(Transaction& tx, ResourceId id, ResourceField field, std::string_view text) {
    takeLimitsOver(tx);
    const Resource* row = tx.programme().resources.row(id);
    if (!row) return resourceGone();
    Resource resource = *row;
    if (Fault fault = apply(tx, resource, field, text)) return *fault;
    return put(tx, std::move(resource));
}

std::string resourceText(const Programme& programme, const Resource& resource, ResourceField field) {
    switch (field) {
    case ResourceField::key:
        return resource.key;
    case ResourceField::name:
        return resource.name;
    case ResourceField::kind:
        return std::string(wordOf(resource.kind));
    case ResourceField::unit:
        return resource.unit;
    case ResourceField::rate:
        return resource.rate ? resource.rate->text() : std::string();
    case ResourceField::ratePer:
        return std::string(wordOf(resource.ratePer));
    case ResourceField::rates:
        return stepsText(resource.rates, &RateFrom::rate);
    case ResourceField::supply:
        return stepsText(resource.supply, &SupplyFrom::number);
    case ResourceField::head:
        return resource.head ? std::string(wordOf(*resource.head)) : std::string();
    case ResourceField::calendar: {
        if (resource.calendar == continuousCalendar) return "continuous";
        const Calendar* calendar = programme.calendars.row(resource.calendar);
        return calendar ? calendar->key : std::string();
    }
    case ResourceField::binds:
        return resource.binds ? "yes" : "no";
    case ResourceField::onHire:
        return resource.onHire ? "yes" : "no";
    }
    return {};
}

Outcome setSupplyFrom(Transaction& tx, ResourceId id, Date from, std::string_view number) {
    takeLimitsOver(tx);
    const Resource* row = tx.programme().resources.row(id);
    if (!row) return resourceGone();
    Resource resource = *row;
    std::erase_if(resource.supply, [&](const SupplyFrom& step) { return step.from == from; });
    if (!trimmedView(number).empty()) {
        const auto value = parseFigure(number);
        if (!value.ok()) return value.errors();
        const auto at = std::find_if(resource.supply.begin(), resource.supply.end(),
                                     [&](const SupplyFrom& step) { return from < step.from; });
        resource.supply.insert(at, {from, *value});
    }
    return put(tx, std::move(resource));
}

Outcome setSupply(Transaction& tx, std::string_view name, std::string_view number) {
    const auto id = resourceNamed(tx, name);
    if (!id.ok()) return id.errors();
    Resource resource = *tx.programme().resources.row(*id);
    if (resource.supply.size() > 1)
        return inputError(worded("the supply of %1 changes by dates", resource.name), worded("change it in Labour"));
    const Date from = resource.supply.empty() ? dateOf(tx.programme().job.start) : resource.supply.front().from;
    resource.supply.clear();
    if (!trimmedView(number).empty()) {
        const auto value = parseFigure(number);
        if (!value.ok()) return value.errors();
        resource.supply.push_back({from, *value});
    }
    return put(tx, std::move(resource));
}

Result<std::vector<Need>> parseNeeds(Transaction& tx, std::string_view text) {
    std::vector<Need> needs;
    for (const std::string& part : listed(text, ';')) {
        auto need = parseNeed(tx, part);
        if (!need.ok()) return need.errors();
        for (const Need& other : needs)
            if (other.resource == need->resource)
                return inputError(worded("%1 stands twice", tx.programme().resources.row(other.resource)->name),
                                  worded("type what is needed of it once"));
        needs.push_back(*need);
    }
    return needs;
}

Result<std::vector<Need>> parseMaterials(Transaction& tx, std::string_view text) {
    auto needs = parseNeeds(tx, text);
    if (!needs.ok()) return needs;
    for (const Need& need : *needs)
        if (!need.quantity) {
            const std::string name = tx.programme().resources.row(need.resource)->name;
            return inputError(worded("%1 is counted in numbers and cannot be taken by the unit of an item", name),
                              worded("make it a material, or type it as a need of the activity"));
        }
    return needs;
}

Outcome setNeeds(Transaction& tx, ActivityId id, std::string_view text) {
    const Activity* row = tx.programme().activities.row(id);
    if (!row) return activityIsGone();
    if (isMilestone(row->kind) && !trimmedView(text).empty())
        return inputError(worded("%1 is a milestone and has no time in which it could need anything", row->key),
                          worded("give it a sum of money"));
    auto needs = parseNeeds(tx, text);
    if (!needs.ok()) return needs.errors();
    Activity activity = *tx.programme().activities.row(id);
    activity.needs = std::move(*needs);
    tx.set(std::move(activity));
    return done();
}

Outcome assignResource(Transaction& tx, std::span<const ActivityId> activities, ResourceId id, const Decimal& amount) {
    const Resource* resource = tx.programme().resources.row(id);
    if (!resource) return resourceGone();
    Need added{id, amount, {}};
    if (inQuantities(resource->kind) ||
        ((resource->rate || !resource->rates.empty()) && resource->ratePer == RatePer::unit))
        std::swap(added.number, added.quantity);
    if (auto fault = faultOf(added, *resource)) return *fault;
    for (const ActivityId one : activities) {
        const Activity* row = tx.programme().activities.row(one);
        if (!row) return activityIsGone();
        if (isMilestone(row->kind))
            return inputError(worded("%1 is a milestone and has no time in which it could need anything", row->key),
                              worded("drop it on work, or give the milestone a sum of money"));
        Activity activity = *row;
        const auto same = std::find_if(activity.needs.begin(), activity.needs.end(),
                                       [&](const Need& need) { return need.resource == id; });
        if (same == activity.needs.end()) {
            activity.needs.push_back(added);
        } else {
            auto& value = same->number ? *same->number : *same->quantity;
            const auto sum = (Fraction(value) + Fraction(amount)).rounded(9);
            if (!sum) return inputError(worded("the figure has too many digits"));
            value = *sum;
            if (auto fault = faultOf(*same, *resource)) return *fault;
        }
        tx.set(std::move(activity));
    }
    return done();
}

Outcome assignByName(Transaction& tx, std::span<const ActivityId> activities, std::string_view resource,
                     std::string_view amount) {
    const auto figure = parseFigure(amount);
    if (!figure.ok()) return figure.errors();
    const auto id = resourceNamed(tx, resource);
    if (!id.ok()) return id.errors();
    return assignResource(tx, activities, *id, *figure);
}

Outcome setLumpSums(Transaction& tx, ActivityId id, std::string_view text) {
    const Activity* row = tx.programme().activities.row(id);
    if (!row) return activityIsGone();
    Activity activity = *row;
    activity.lumpSums.clear();
    for (const std::string& part : listed(text, ';')) {
        LumpSum one;
        const std::size_t colon = part.find(':');
        if (colon != std::string::npos) one.note = trimmed(part.substr(colon + 1));
        std::string words = trimmed(part.substr(0, colon));
        for (const auto& [ending, at] : {std::pair{std::string(" at start"), SpreadAt::start},
                                         std::pair{std::string(" at finish"), SpreadAt::finish}})
            if (words.ends_with(ending)) {
                one.at = at;
                words = trimmed(words.substr(0, words.size() - std::string_view(ending).size()));
            }
        const std::size_t space = words.rfind(' ');
        const std::string head = space == std::string::npos ? "" : words.substr(space + 1);
        if (const auto known = fromWord<CostHead>(lowered(head))) {
            one.head = *known;
            words = trimmed(words.substr(0, space));
        }
        std::optional<Decimal> amount;
        if (auto fault = readSum(amount, words, worded("a lump sum"))) return *fault;
        if (!amount)
            return inputError(worded("\"%1\" says no sum", part),
                              worded("write it as \"12000 plant at start: crane on site\""));
        one.amount = *amount;
        activity.lumpSums.push_back(std::move(one));
    }
    tx.set(std::move(activity));
    return done();
}

Outcome setActivitySection(Transaction& tx, ActivityId id, std::string_view key) {
    const Activity* row = tx.programme().activities.row(id);
    if (!row) return activityIsGone();
    Activity activity = *row;
    activity.section = {};
    const std::string wanted = trimmed(key);
    for (const Section& section : tx.programme().sections)
        if (section.key == wanted) activity.section = section.id;
    if (!wanted.empty() && !activity.section) return inputError(worded("there is no section %1", wanted));
    tx.set(std::move(activity));
    return done();
}

Outcome clearLevelling(Transaction& tx, std::span<const ActivityId> activities) {
    for (const ActivityId id : activities) {
        const Activity* row = tx.programme().activities.row(id);
        if (!row) return activityIsGone();
        if (!heldByLevelling(*row)) continue;
        Activity activity = *row;
        takeOffLevelling(activity);
        tx.set(std::move(activity));
    }
    return done();
}

Outcome setLevelling(Transaction& tx, const LevelResult& result) {
    if (auto none = clearAllLevelling(tx); !none.ok()) return none;
    for (const LevelMove& move : result.moves) {
        const Activity* row = tx.programme().activities.row(move.activity);
        if (!row) return activityIsGone();
        Activity activity = *row;
        holdByLevelling(activity, move);
        tx.set(std::move(activity));
    }
    return done();
}

Outcome clearAllLevelling(Transaction& tx) {
    std::vector<ActivityId> held;
    for (const Activity& activity : tx.programme().activities)
        if (heldByLevelling(activity)) held.push_back(activity.id);
    return clearLevelling(tx, held);
}

} // namespace yarrin

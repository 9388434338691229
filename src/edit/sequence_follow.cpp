// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/sequence_follow.h"

#include "core/base/worded.h"
#include "core/quantity/bill.h"
#include "core/quantity/units.h"
#include "edit/activity_edits.h"
#include "edit/bill_edits.h"
#include "edit/link_edits.h"
#include "edit/sequence_edits.h"

#include <algorithm>
#include <map>

namespace yarrin {

const SequenceStep* stepOf(const Sequence& sequence, int number) {
    const auto found = std::find_if(sequence.steps.begin(), sequence.steps.end(),
                                    [&](const SequenceStep& step) { return step.number == number; });
    return found == sequence.steps.end() ? nullptr : &*found;
}

namespace {

/// One thing that an activity takes from its sequence: whether two activities agree in it, and how one takes it over.
struct Aspect {
    const char* name;
    bool (*same)(const Activity&, const Activity&);
    void (*take)(Activity&, const Activity&);
};

/// An aspect that is a member of the measure; activities without one agree only with others without one.
template <auto... Members> constexpr bool sameMeasure(const Activity& a, const Activity& b) {
    if (!a.measure || !b.measure) return !a.measure && !b.measure;
    return ((*a.measure.*Members == *b.measure.*Members) && ...);
}
template <auto... Members> void takeMeasure(Activity& a, const Activity& b) {
    if (!b.measure) {
        a.measure.reset();
        return;
    }
    if (!a.measure) a.measure = *b.measure;
    ((*a.measure.*Members = *b.measure.*Members), ...);
}
template <auto Member> bool same(const Activity& a, const Activity& b) {
    return a.*Member == b.*Member;
}
template <auto Member> void take(Activity& a, const Activity& b) {
    a.*Member = b.*Member;
}

constexpr Aspect aspects[] = {
    {toWord("name"), same<&Activity::name>, take<&Activity::name>},
    {toWord("calendar"), same<&Activity::calendar>, take<&Activity::calendar>},
    {toWord("book item"), same<&Activity::bookItem>, take<&Activity::bookItem>},
    {toWord("quantity"), sameMeasure<&Measure::quantity, &Measure::unit>,
     takeMeasure<&Measure::quantity, &Measure::unit>},
    {toWord("output"), sameMeasure<&Measure::outputPerCrewDay, &Measure::hoursPerUnit>,
     takeMeasure<&Measure::outputPerCrewDay, &Measure::hoursPerUnit>},
    {toWord("crews"), sameMeasure<&Measure::crews>, takeMeasure<&Measure::crews>},
    {toWord("factor"), sameMeasure<&Measure::factor>, takeMeasure<&Measure::factor>},
    {toWord("learning"), sameMeasure<&Measure::learningRate, &Measure::unitNumber>,
     takeMeasure<&Measure::learningRate, &Measure::unitNumber>},
    {toWord("duration"), same<&Activity::duration>, take<&Activity::duration>},
    {toWord("notes"), same<&Activity::notes>, take<&Activity::notes>},
};

Outcome placeFromBill(Transaction& tx, const SequenceStep& step, ActivityId activity, const Decimal& quantity,
                      const std::string& unit) {
    const BillItem* item = tx.programme().bill.row(step.bill);
    if (!item || quantity.sign() <= 0 || !unitsIn(unit, item->unit)) return done();
    const auto amount = converted(quantity, unit, item->unit);
    if (!amount.ok()) return amount.errors();
    // The quantity is stated by the unit already, so that only the allocation is to be noted.
    const Activity laid = *tx.programme().activities.row(activity);
    if (const Outcome placed = allocate(tx, step.bill, activity, *amount); !placed.ok()) return placed;
    tx.set(laid);
    return done();
}

using Ends = std::tuple<ActivityId, ActivityId, LinkType>;
using Span = std::pair<Minutes, LagCalendar>;

/// The links that a sequence asks for between the activities of its units.
std::map<Ends, Span> linksOf(const Programme& programme, const Sequence& sequence) {
    std::vector<const LaidOut*> units;
    for (const LaidOut& unit : programme.laidOut)
        if (unit.sequence == sequence.id) units.push_back(&unit);
    std::sort(units.begin(), units.end(), [](const LaidOut* a, const LaidOut* b) { return a->unit < b->unit; });
    const auto activity = [](const LaidOut& unit, int step) {
        for (const LaidOutStep& one : unit.steps)
            if (one.step == step) return one.activity;
        return ActivityId{};
    };
    std::map<Ends, Span> links;
    for (std::size_t i = 0; i < units.size(); ++i)
        for (const StepLink& link : sequence.links) {
            if (link.toNextUnit && i == 0) continue;
            const ActivityId from = activity(*units[link.toNextUnit ? i - 1 : i], link.from);
            const ActivityId to = activity(*units[i], link.to);
            if (from && to && from != to) links[{from, to, link.type}] = {link.lag, link.lagCalendar};
        }
    return links;
}

Outcome followLinks(Transaction& tx, const std::map<Ends, Span>& before, const std::map<Ends, Span>& after) {
    std::map<Ends, Link> there;
    for (const Link& link : tx.programme().links) there.emplace(Ends{link.from, link.to, link.type}, link);
    for (const auto& [ends, span] : before) {
        const auto actual = there.find(ends);
        if (actual == there.end() || Span{actual->second.lag, actual->second.lagCalendar} != span) continue;
        const auto wanted = after.find(ends);
        Link link = actual->second;
        if (wanted == after.end()) {
            tx.erase<Link>(link.id);
        } else {
            link.lag = wanted->second.first;
            link.lagCalendar = wanted->second.second;
            tx.set(link);
        }
    }
    for (const auto& [ends, span] : after) {
        if (before.contains(ends) || there.contains(ends)) continue;
        Link link;
        std::tie(link.from, link.to, link.type) = ends;
        std::tie(link.lag, link.lagCalendar) = span;
        if (const auto added = addLink(tx, link); !added.ok()) return added.errors();
    }
    return done();
}

} // namespace

Activity asLaidOut(const Programme& programme, const Sequence& sequence, const SequenceStep& step, const LaidOut& unit,
                   const Decimal& quantity) {
    Activity activity;
    const Location* place = programme.locations.row(unit.location);
    activity.name = step.name + ", " + (place ? place->name : sequence.key + " " + std::to_string(unit.unit));
    activity.calendar = step.calendar;
    activity.notes = step.notes;
    const BookItem* book = programme.book.row(step.book);
    const BillItem* bill = programme.bill.row(step.bill);
    if (!book && !bill) {
        activity.duration = step.duration.value_or(0);
        return activity;
    }
    Measure measure;
    measure.quantity = quantity;
    measure.unit = book && !book->unit.empty() ? book->unit : bill ? bill->unit : std::string();
    measure.factor = step.factor;
    measure.learningRate = step.learningRate;
    measure.unitNumber = unit.unit;
    if (book) {
        activity.bookItem = book->id;
        measure.outputPerCrewDay = book->outputPerCrewDay;
        measure.hoursPerUnit = book->hoursPerUnit;
        measure.crews = step.crews.value_or(Decimal(1));
    }
    activity.measure = std::move(measure);
    if (!book || (!book->outputPerCrewDay && !book->hoursPerUnit)) activity.duration = step.duration.value_or(0);
    return activity;
}

Result<ActivityId> layStep(Transaction& tx, const Sequence& sequence, int number, LaidOutId unitId,
                           const Decimal& quantity) {
    const SequenceStep& step = *stepOf(sequence, number);
    const LaidOut unit = *tx.programme().laidOut.row(unitId);
    const Programme& programme = tx.programme();
    Activity activity = asLaidOut(programme, sequence, step, unit, quantity);
    activity.id = programme.activities.freshId();
    activity.breakdown = unit.breakdown;
    activity.location = unit.location;
    const Location* place = programme.locations.row(unit.location);
    std::size_t position = 1;
    while (sequence.steps[position - 1].number != number) ++position;
    const std::string key = idFromPattern(sequence.idPattern, unit.unit, position, place ? place->key : "");
    const auto taken = [&](const std::string& wanted) {
        return std::any_of(programme.activities.begin(), programme.activities.end(),
                           [&](const Activity& other) { return other.key == wanted; });
    };
    activity.key = key.empty() || taken(key) ? freeKey(programme, key) : key;
    const ActivityId id = activity.id;
    const std::string unitOfMeasure = activity.measure ? activity.measure->unit : "";
    // Behind the unit's other activities, else behind all that there is.
    std::size_t index = programme.activities.size();
    for (const LaidOutStep& other : unit.steps)
        if (const std::size_t at = programme.activities.indexOf(other.activity); at != programme.activities.none)
            index = at + 1;
    tx.insert(index, std::move(activity));
    LaidOut noted = unit;
    std::erase_if(noted.steps, [&](const LaidOutStep& other) { return other.step == number; });
    noted.steps.push_back({number, id, quantity});
    tx.set(std::move(noted));
    if (const Outcome placed = placeFromBill(tx, step, id, quantity, unitOfMeasure); !placed.ok())
        return placed.errors();
    return id;
}

Outcome follow(Transaction& tx, const Sequence& before, const Sequence& after) {
    const Programme& programme = tx.programme();
    const auto linksBefore = linksOf(programme, before);
    for (const LaidOut& unit : std::vector(programme.laidOut.rows())) {
        if (unit.sequence != after.id) continue;
        std::vector<ActivityId> going;
        LaidOut kept = unit;
        std::erase_if(kept.steps, [&](const LaidOutStep& step) { return !stepOf(after, step.step); });
        for (const LaidOutStep& step : unit.steps) {
            const Activity* row = programme.activities.row(step.activity);
            const SequenceStep* was = stepOf(before, step.step);
            const SequenceStep* is = stepOf(after, step.step);
            if (!row || !was) continue;
            const Activity expected = asLaidOut(programme, before, *was, unit, step.quantity);
            if (!is) {
                const bool untouched = !row->actualStart && !row->actualFinish &&
                                       std::all_of(std::begin(aspects), std::end(aspects),
                                                   [&](const Aspect& aspect) { return aspect.same(*row, expected); });
                if (untouched) going.push_back(row->id);
                continue;
            }
            const Activity wanted = asLaidOut(programme, after, *is, unit, step.quantity);
            Activity activity = *row;
            for (const Aspect& aspect : aspects)
                if (aspect.same(*row, expected) && !aspect.same(expected, wanted)) aspect.take(activity, wanted);
            tx.set(std::move(activity));
        }
        tx.set(kept);
        if (const Outcome removed = removeActivities(tx, going); !removed.ok()) return removed;
        for (const SequenceStep& step : after.steps)
            if (!stepOf(before, step.number)) {
                const auto added = layStep(tx, after, step.number, unit.id, Decimal(0));
                if (!added.ok()) return added.errors();
            }
    }
    return followLinks(tx, linksBefore, linksOf(programme, after));
}

std::vector<ByHand> byHandOf(const Programme& programme) {
    std::vector<ByHand> all;
    for (const LaidOut& unit : programme.laidOut) {
        const Sequence* sequence = programme.sequences.row(unit.sequence);
        if (!sequence) continue;
        for (const LaidOutStep& laid : unit.steps) {
            const SequenceStep* step = stepOf(*sequence, laid.step);
            if (!step) continue;
            ByHand one{laid.activity, unit.sequence, unit.unit, laid.step, {}};
            if (const Activity* activity = programme.activities.row(laid.activity)) {
                const Activity expected = asLaidOut(programme, *sequence, *step, unit, laid.quantity);
                for (const Aspect& aspect : aspects)
                    if (!aspect.same(*activity, expected)) one.what.emplace_back(aspect.name);
            } else {
                one.what.emplace_back("deleted");
            }
            if (!one.what.empty()) all.push_back(std::move(one));
        }
    }
    return all;
}

Outcome followAgain(Transaction& tx, std::span<const ActivityId> ids) {
    const Programme& programme = tx.programme();
    for (const LaidOut& unit : std::vector(programme.laidOut.rows())) {
        const Sequence* sequence = programme.sequences.row(unit.sequence);
        for (const LaidOutStep& laid : unit.steps) {
            const SequenceStep* step = sequence ? stepOf(*sequence, laid.step) : nullptr;
            const Activity* row = programme.activities.row(laid.activity);
            if (!step || !row || std::find(ids.begin(), ids.end(), laid.activity) == ids.end()) continue;
            Activity activity = *row;
            const Activity expected = asLaidOut(programme, *sequence, *step, unit, laid.quantity);
            for (const Aspect& aspect : aspects) aspect.take(activity, expected);
            tx.set(std::move(activity));
        }
    }
    return done();
}

} // namespace yarrin

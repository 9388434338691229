// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/model/words.h"
#include "store/ifc_calendar.h"
#include "store/ifc_reading.h"
#include "store/ifc_words.h"

#include <algorithm>
#include <map>

namespace yarrin::ifc {

namespace {

Resource resourceIn(Reading& reading, const StepRow& row) {
    Resource one;
    const auto type = std::find(resourceTypes.begin(), resourceTypes.end(), row.type);
    one.kind = type == resourceTypes.end() ? ResourceKind::other : ResourceKind(type - resourceTypes.begin());
    if (reading.own) one.unit = row.at(6).text;
    for (const StepValue& item : row.at(8).items) {
        const StepRow* cost = reading.file.row(item.reference);
        if (!cost || cost->type != "IFCCOSTVALUE") continue;
        const auto sum = Decimal::fromDouble(cost->at(2).bare().number);
        if (!sum || sum->sign() < 0) continue;
        const auto per = fromWord<RatePer>(cost->at(0).text);
        if (!per) reading.note(*cost, worded("that \"%1\" costs so much is taken for an hour", one.name));
        one.ratePer = per.value_or(RatePer::hour);
        if (const auto from = dateIn(cost->at(4)))
            one.rates.push_back({*from, *sum});
        else
            one.rate = *sum;
    }
    std::sort(one.rates.begin(), one.rates.end(), [](const RateFrom& a, const RateFrom& b) { return a.from < b.from; });
    if (one.ratePer == RatePer::unit && one.unit.empty()) one.unit = "no";
    return one;
}

void need(Reading& reading, const StepRow& use, ActivityId id, ResourceId resource) {
    Activity activity = *reading.programme.activities.row(id);
    if (isMilestone(activity.kind)) return;
    Need one{resource, {}, {}};
    const StepRow *usage = reading.file.row(use.at(7).reference), *quantity = reading.file.row(use.at(9).reference);
    if (quantity) one.quantity = Decimal::fromDouble(quantity->at(3).bare().number);
    if (!one.quantity) {
        const double number =
            usage && usage->type == "IFCRESOURCETIME" && usage->at(4).bare().kind == StepValue::Kind::number
                ? usage->at(4).bare().number
                : 1;
        one.number = Decimal::fromDouble(number);
    }
    if (const auto fault = faultOf(one, *reading.programme.resources.row(resource))) {
        reading.note(use, worded("%1; it is left out", fault->what));
        return;
    }
    for (const Need& other : activity.needs)
        if (other.resource == resource) {
            reading.note(use, worded("the task needs it twice; the first counts"));
            return;
        }
    activity.needs.push_back(one);
    reading.put(activity);
}

} // namespace

void readResources(Reading& reading) {
    std::map<std::string, ResourceId> byName;
    std::unordered_map<std::uint64_t, ResourceId> ids;
    std::set<std::string> keys;
    std::size_t made = 0;
    for (const StepRow& row : reading.file.rows) {
        if (!isResource(row) || reading.above.contains(row.number) || (reading.own && row.at(4).text == madeUp))
            continue;
        Resource one = resourceIn(reading, row);
        one.key = keyFrom(row, 5, "R", keys, made);
        one.name = nameFrom(row, one.key);
        ResourceId& known = byName[lowered(one.name)];
        if (!known) {
            known = one.id = reading.programme.resources.freshId();
            reading.programme.resources.append(std::move(one));
        }
        ids[row.number] = known;
    }
    reading.each("IFCRELASSIGNSTOPROCESS", [&](const StepRow& row) {
        const auto activity = reading.activities.find(row.at(6).reference);
        if (activity == reading.activities.end()) return;
        for (const StepValue& item : row.at(4).items) {
            const StepRow* use = reading.file.row(item.reference);
            if (!use || !isResource(*use)) continue;
            auto id = ids.find(use->number);
            if (const auto above = reading.above.find(use->number); above != reading.above.end())
                id = ids.find(above->second);
            if (id != ids.end()) need(reading, *use, activity->second, id->second);
        }
    });
}

void readCosts(Reading& reading) {
    reading.each("IFCRELASSIGNSTOCONTROL", [&](const StepRow& row) {
        const StepRow* item = reading.file.row(row.at(6).reference);
        if (!item || item->type != "IFCCOSTITEM") return;
        for (const StepValue& of : row.at(4).items) {
            const auto found = reading.activities.find(of.reference);
            if (found == reading.activities.end()) continue;
            Activity activity = *reading.programme.activities.row(found->second);
            for (const StepValue& value : item->at(7).items) {
                const StepRow* cost = reading.file.row(value.reference);
                const auto sum = cost ? Decimal::fromDouble(cost->at(2).bare().number) : std::nullopt;
                if (!sum || cost->type != "IFCCOSTVALUE") continue;
                if (cost->at(0).text == perWeek && activity.kind == ActivityKind::hammock)
                    activity.costPerWeek = *sum;
                else
                    activity.lumpSums.push_back({fromWord<CostHead>(cost->at(6).text).value_or(CostHead::other), *sum,
                                                 fromWord<SpreadAt>(cost->at(0).text).value_or(SpreadAt::even),
                                                 item->at(2).text});
            }
            reading.put(activity);
        }
    });
}

} // namespace yarrin::ifc

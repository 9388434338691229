// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/model/places.h"

#include "core/base/worded.h"
#include "core/model/describe/references.h"

#include <algorithm>

namespace yarrin {

WorkKind oneKind(const PlaceRule& rule) {
    return {rule.item, rule.code, rule.value};
}

WorkKind otherKind(const PlaceRule& rule) {
    return {rule.otherItem, rule.otherCode, rule.otherValue};
}

std::optional<Stretch> stretchOf(const Programme& programme, LocationId location) {
    std::size_t left = programme.locations.size() + 1;
    for (const Location* one = programme.locations.row(location); one && left-- > 0;
         one = programme.locations.row(one->parent))
        if (one->fromChainage && one->toChainage) return Stretch{*one->fromChainage, *one->toChainage};
    return {};
}

std::optional<Stretch> stretchOf(const Programme& programme, const Activity& activity) {
    if (activity.stretchOfWork) return activity.stretchOfWork;
    const Location* at = programme.locations.row(activity.location);
    if (!at || !at->fromChainage || !at->toChainage || !(*at->fromChainage < *at->toChainage)) return {};
    return Stretch{*at->fromChainage, *at->toChainage};
}

bool isOf(const Activity& activity, const WorkKind& kind) {
    if (kind.item) return activity.bookItem == kind.item;
    if (!kind.code) return true;
    return std::any_of(activity.codes.begin(), activity.codes.end(),
                       [&](const CodeMark& mark) { return mark.code == kind.code && mark.value == kind.value; });
}

std::string nameOf(const Programme& programme, const WorkKind& kind) {
    if (const BookItem* item = programme.book.row(kind.item)) return item->name;
    if (const Code* code = programme.codes.row(kind.code)) return code->key + " " + kind.value;
    return worded("all work");
}

std::optional<Error> faultOfPlace(const Programme& programme, const Activity& activity) {
    if (activity.stretchOfWork) {
        const Stretch& own = *activity.stretchOfWork;
        if (!(own.from < own.to))
            return inputError(worded("its range runs from %1 to %2", own.from.text(), own.to.text()),
                              worded("a range runs from the smaller chainage to the larger one"));
        const auto around = stretchOf(programme, activity.location);
        if (!around)
            return inputError(worded("it has a range of chainage, and its location has none"),
                              worded("give the location its chainage, or take the range away"));
        if (own.from < around->from || around->to < own.to)
            return inputError(worded("its range %1 to %2 leaves its location, which is %3 to %4", own.from.text(),
                                     own.to.text(), around->from.text(), around->to.text()),
                              worded("shorten the range, or choose the location around it"));
    }
    if (moves(activity.travel)) {
        if (activity.kind != ActivityKind::task)
            return inputError(worded("it has a direction, and only a task moves on"));
        if (!stretchOf(programme, activity))
            return inputError(worded("it has a direction, and no range to go along"),
                              worded("type its range, or a location with chainage"));
    }
    return {};
}

void fitPlace(const Programme& programme, Activity& activity) {
    if (!faultOfPlace(programme, activity)) return;
    const Travel travel = std::exchange(activity.travel, Travel::byItself);
    if (faultOfPlace(programme, activity)) activity.stretchOfWork.reset();
    activity.travel = travel;
    if (faultOfPlace(programme, activity)) activity.travel = Travel::byItself;
}

namespace {

std::optional<Error> faultOfKind(const WorkKind& kind, const Programme& programme) {
    if (kind.item && kind.code)
        return inputError(worded("a kind of work is an item of the book or a code's value, not both"));
    if (!kind.code) {
        if (!kind.value.empty()) return inputError(worded("the value %1 is of no code", kind.value));
        return {};
    }
    const Code* code = programme.codes.row(kind.code);
    if (code && std::none_of(code->values.begin(), code->values.end(),
                             [&](const CodeValue& value) { return value.name == kind.value; }))
        return inputError(worded("the code %1 has no value \"%2\"", code->key, kind.value),
                          worded("add it to the code's values"));
    return {};
}

} // namespace

std::optional<Error> faultOf(const PlaceRule& rule, const Programme& programme) {
    std::optional<Error> fault;
    describe::forEachDangling(programme, rule, [&](const std::string& what) { fault = inputError(what); });
    if (!fault) fault = faultOfKind(oneKind(rule), programme);
    if (!fault) fault = faultOfKind(otherKind(rule), programme);
    if (fault) return fault;
    if (rule.together && (rule.days || rule.metres))
        return inputError(worded("two kinds of work may be together or keep apart, not both"));
    if (!rule.together && !rule.days && !rule.metres)
        return inputError(worded("it says neither how far two kinds of work keep apart nor that they may be together"),
                          worded("give days or metres"));
    if (rule.days && (rule.days->sign() <= 0 || *rule.days > Decimal(1000)))
        return inputError(worded("days apart are more than 0 and at most 1,000"));
    if (rule.metres && (rule.metres->sign() <= 0 || *rule.metres > Decimal(100'000)))
        return inputError(worded("metres apart are more than 0 and at most 100,000"));
    if (rule.daysOf != LagCalendar::successor && rule.daysOf != LagCalendar::predecessor &&
        rule.daysOf != LagCalendar::continuous)
        return inputError(worded("days apart are of the work before, of the work behind or of 24 hours"));
    if (rule.note.size() > longestPlaceNote) return inputError(worded("its note has more than 400 characters"));
    return {};
}

std::vector<std::pair<std::string, Error>> faultsOfPlaces(const Programme& programme) {
    std::vector<std::pair<std::string, Error>> faults;
    for (const PlaceRule& rule : programme.placeRules)
        if (auto fault = faultOf(rule, programme))
            faults.emplace_back(
                worded("rule for %1 and %2", nameOf(programme, oneKind(rule)), nameOf(programme, otherKind(rule))),
                std::move(*fault));
    return faults;
}

} // namespace yarrin

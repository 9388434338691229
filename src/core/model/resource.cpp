// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/model/resource.h"

#include "core/base/worded.h"

namespace yarrin {

Month monthOf(Date date) {
    return {date + -int(yearMonthDay(date).day - 1)};
}

Month next(Month month) {
    return monthOf(month.first + 31);
}

std::optional<Month> parseMonth(std::string_view text) {
    if (text.size() != 7) return {};
    const auto first = parseDate(std::string(text) + "-01");
    return first ? std::optional(Month{*first}) : std::nullopt;
}

std::string monthText(Month month) {
    return isoDate(month.first).substr(0, 7);
}

namespace {

const Decimal mostOfAnything = 1'000'000'000'000;

bool outOfBounds(const std::optional<Decimal>& value) {
    return value && (value->sign() < 0 || *value > mostOfAnything);
}

std::optional<Error> fault(std::string what, std::string todo) {
    return Error{ErrorCode::input, {}, std::move(what), std::move(todo)};
}

template <typename Steps> bool inOrder(const Steps& steps) {
    for (std::size_t i = 1; i < steps.size(); ++i)
        if (!(steps[i - 1].from < steps[i].from)) return false;
    return true;
}

} // namespace

std::optional<Error> faultOf(const Resource& resource) {
    if (resource.name.empty()) return fault(worded("it has no name"), worded("give it one"));
    if (resource.name.find(';') != std::string::npos)
        return fault(worded("a semicolon stands between resources and cannot stand in a name"), worded("leave it out"));
    if (outOfBounds(resource.rate))
        return fault(worded("its rate is out of all bounds"), worded("type a rate of 0 or more"));
    for (const RateFrom& one : resource.rates)
        if (outOfBounds(one.rate))
            return fault(worded("a later rate is out of all bounds"), worded("type a rate of 0 or more"));
    for (const SupplyFrom& one : resource.supply)
        if (outOfBounds(one.number))
            return fault(worded("a supply is out of all bounds"), worded("type a number of 0 or more"));
    if (!inOrder(resource.rates))
        return fault(worded("its later rates are out of order"), worded("put the dates in their order"));
    if (!inOrder(resource.supply))
        return fault(worded("its supply is out of order"), worded("put the dates in their order"));
    const bool priced = resource.rate || !resource.rates.empty();
    if (priced && resource.ratePer == RatePer::unit && resource.unit.empty())
        return fault(worded("it has a rate a unit but no unit"), worded("say what it is counted in: t, m3, no"));
    if (priced && resource.kind == ResourceKind::material && resource.ratePer != RatePer::unit)
        return fault(worded("material is priced by its unit"), worded("choose a rate a unit"));
    if (priced && resource.ratePer == RatePer::unit &&
        (resource.kind == ResourceKind::trade || resource.kind == ResourceKind::plant))
        return fault(worded("people and plant are priced by the hour or the day"),
                     worded("choose a rate an hour or a day"));
    if (resource.binds && !resource.calendar)
        return fault(worded("work cannot wait for a calendar that it does not have"),
                     worded("choose its calendar first"));
    return {};
}

std::optional<Error> faultOf(const Need& need, const Resource& resource) {
    if (need.number.has_value() == need.quantity.has_value())
        return fault(worded("what it needs of %1 is not said", resource.name), worded("type a number or a quantity"));
    const Decimal& value = need.number ? *need.number : *need.quantity;
    if (value.sign() <= 0 || value > mostOfAnything)
        return fault(worded("what it needs of %1 must be more than 0", resource.name),
                     worded("type 2, or 0.5 for a part"));
    const bool numbered = resource.kind == ResourceKind::trade || resource.kind == ResourceKind::plant;
    if (need.quantity && numbered)
        return fault(worded("%1 is counted in numbers at work, not in a quantity", resource.name),
                     worded("type how many of them"));
    const bool priced = resource.rate || !resource.rates.empty();
    const bool byUnit = resource.kind == ResourceKind::material || (priced && resource.ratePer == RatePer::unit);
    if (need.number && byUnit)
        return fault(worded("%1 is used in quantities", resource.name),
                     worded("type a quantity with its unit: 12 %1", resource.unit));
    if (need.quantity && !numbered && priced && resource.ratePer != RatePer::unit)
        return fault(worded("%1 is priced by time, which a quantity has not", resource.name),
                     worded("type how many of them are at work"));
    return {};
}

CostHead headOf(const Resource& resource) {
    if (resource.head) return *resource.head;
    switch (resource.kind) {
    case ResourceKind::trade:
        return CostHead::labour;
    case ResourceKind::plant:
        return CostHead::plant;
    case ResourceKind::material:
        return CostHead::materials;
    case ResourceKind::subcontract:
        return CostHead::subcontract;
    case ResourceKind::other:
        break;
    }
    return CostHead::other;
}

} // namespace yarrin

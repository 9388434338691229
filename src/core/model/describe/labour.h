// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/describe/field.h"
#include "core/model/programme.h"

/// Resources, what is needed of them, and money.
namespace yarrin::describe {

template <> struct Described<RateFrom> {
    static constexpr std::tuple fields{field(&RateFrom::from, "from").column("from_date").needed().always(),
                                       field(&RateFrom::rate, "rate").needed().always()};
};

template <> struct Described<SupplyFrom> {
    static constexpr std::tuple fields{field(&SupplyFrom::from, "from").column("from_date").needed().always(),
                                       field(&SupplyFrom::number, "number").needed().always()};
};

template <> struct Described<Resource> {
    static constexpr std::string_view table = "resource", list = "resources";
    static constexpr int since = 11;
    static constexpr std::tuple fields{field(&Resource::key, "id").column("key").needed().always(),
                                       field(&Resource::name, "name").needed().always(),
                                       field(&Resource::kind, "kind").always(),
                                       field(&Resource::unit, "unit"),
                                       field(&Resource::rate, "rate"),
                                       field(&Resource::ratePer, "rate_per"),
                                       field(&Resource::rates, "rates").in({"resource_rate", "resource"}),
                                       field(&Resource::head, "head"),
                                       field(&Resource::calendar, "calendar").gone(WhenGone::byAnEdit),
                                       field(&Resource::binds, "binds"),
                                       field(&Resource::onHire, "on_hire"),
                                       field(&Resource::supply, "supply").in({"resource_supply", "resource"})};
};

template <> struct Described<Need> {
    static constexpr std::tuple fields{field(&Need::resource, "resource").needed().always().gone(WhenGone::goesToo),
                                       field(&Need::number, "number"), field(&Need::quantity, "quantity")};
};

template <> struct Described<LumpSum> {
    static constexpr std::tuple fields{
        field(&LumpSum::head, "head").always(), field(&LumpSum::amount, "amount").needed().always(),
        field(&LumpSum::at, "at").column("spread_at").always(), field(&LumpSum::note, "note")};
};

template <> struct Described<CostEntry> {
    static constexpr std::string_view table = "cost_entry", list = "cost_to_date";
    static constexpr int since = 11;
    static constexpr std::tuple fields{field(&CostEntry::month, "month").needed().always(),
                                       field(&CostEntry::head, "head").needed().always(),
                                       field(&CostEntry::activity, "activity").gone(WhenGone::goesToo),
                                       field(&CostEntry::amount, "amount").needed().always()};
};

} // namespace yarrin::describe

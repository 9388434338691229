// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/describe/described.h"

#include <algorithm>

namespace yarrin::describe {

/// The newest version of the native schema that anything described of a type came with.
template <typename Row> constexpr int newestOf() {
    int newest = tableSince<Row>();
    forEachField<Row>([&](const auto& field) {
        using Value = typename std::decay_t<decltype(field)>::Value;
        newest = std::max(newest, field.sinceVersion);
        if constexpr (IsGroup<Value>::value)
            newest = std::max(newest, newestOf<typename Value::value_type>());
        else if constexpr (IsList<Value>::value)
            if constexpr (IsDescribed<typename Value::value_type>)
                newest = std::max(newest, newestOf<typename Value::value_type>());
    });
    return newest;
}

constexpr int newestVersion() {
    return std::max({newestOf<Job>(),
                     newestOf<Calendar>(),
                     newestOf<BreakdownNode>(),
                     newestOf<Location>(),
                     newestOf<Activity>(),
                     newestOf<Link>(),
                     newestOf<Section>(),
                     newestOf<DelayEvent>(),
                     newestOf<BookItem>(),
                     newestOf<BillItem>(),
                     newestOf<Allocation>(),
                     newestOf<Limit>(),
                     newestOf<Sequence>(),
                     newestOf<LaidOut>(),
                     newestOf<Acceleration>(),
                     newestOf<MeasuredMile>(),
                     newestOf<Code>(),
                     newestOf<KeptLens>(),
                     newestOf<Resource>(),
                     newestOf<CostEntry>(),
                     newestOf<SoundnessLimit>(),
                     newestOf<SetAside>(),
                     newestOf<KeptSheet>(),
                     newestOf<SpreadRule>(),
                     newestOf<RegisteredRisk>(),
                     newestOf<WeatherMonth>(),
                     newestOf<Threshold>(),
                     newestOf<Firm>(),
                     newestOf<ListWord>(),
                     newestOf<Lack>(),
                     newestOf<Week>()});
}

} // namespace yarrin::describe

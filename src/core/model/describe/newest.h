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
#define YARRIN_NEWEST(Row, member) newestOf<Row>(),
    return std::max({YARRIN_TABLES(YARRIN_NEWEST) newestOf<Job>()});
#undef YARRIN_NEWEST
}

} // namespace yarrin::describe

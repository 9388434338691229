// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/describe/described.h"
#include "core/model/words.h"

#include <array>
#include <optional>
#include <string>

/// How the value of a field stands in a column of a native file.
namespace yarrin {

/// Lists stand in tables of their own, and so does a calendar's week; lists that people write as one text do not.
template <typename Value>
inline constexpr bool inOwnTable = std::is_same_v<Value, decltype(Calendar::week)> ||
                                   (describe::IsList<Value>::value && !std::is_same_v<Value, Crew> &&
                                    !std::is_same_v<Value, DayWork>);

/// What is bound for a value: ids as numbers (none as null, the continuous calendar, which has no row, as -1), choices
/// by their words, texts in words of their own as those words; all else as it is.
template <typename Value> auto stored(const Value& value) {
    if constexpr (describe::IsId<Value>::value) {
        std::optional<std::int64_t> number;
        if (value) number = value.value;
        if constexpr (std::is_same_v<Value, CalendarId>)
            if (value == continuousCalendar) number = -1;
        return number;
    } else if constexpr (std::is_enum_v<Value>) {
        return wordOf(value);
    } else if constexpr (std::is_same_v<Value, Month>) {
        return monthText(value);
    } else if constexpr (std::is_same_v<Value, DayWork>) {
        return dayWorkText(value);
    } else if constexpr (std::is_same_v<Value, Crew>) {
        return crewText(value);
    } else if constexpr (std::is_same_v<Value, std::array<int, 12>>) {
        return weatherText(value);
    } else if constexpr (std::is_same_v<Value, HolidayRule>) {
        return ruleText(value);
    } else if constexpr (std::is_same_v<Value, TideWindow>) {
        return tideText(value);
    } else if constexpr (describe::IsOptional<Value>::value) {
        return value ? std::optional(stored(*value)) : std::nullopt;
    } else {
        return value;
    }
}

/// Calls with the name of each column that fields of a described type have in a version of the schema.
template <typename Row, typename Function> void forEachColumn(int version, const Function& function) {
    describe::forEachField<Row>([&](const auto& field) {
        using Value = typename std::decay_t<decltype(field)>::Value;
        if (field.sinceVersion > version) return;
        if constexpr (inOwnTable<Value>)
            return;
        else if constexpr (describe::IsGroup<Value>::value)
            forEachColumn<typename Value::value_type>(version, function);
        else
            function(field.columnName);
    });
}

/// "key, name, …" of a described type, or the only column of a list of plain values.
template <typename Row> std::string columnsOf(int version, std::string_view plain = {}) {
    std::string list(plain);
    if constexpr (describe::IsDescribed<Row>)
        forEachColumn<Row>(version, [&](std::string_view name) {
            if (!list.empty()) list += ", ";
            list += name;
        });
    return list;
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/describe/references.h"
#include "core/model/words.h"

#include <algorithm>
#include <string>

namespace yarrin::describe {

/// "rate 500, from day 15": what a described value says, in the words of its description; for comparison and history.
template <typename Value> std::string said(const Programme& programme, const Value& value) {
    if constexpr (IsId<Value>::value) {
        if constexpr (std::is_same_v<Value, CalendarId>)
            if (value == continuousCalendar) return "continuous";
        const auto* row = value ? tableFor<Value>(programme).row(value) : nullptr;
        return row ? row->key : "none";
    } else if constexpr (std::is_same_v<Value, bool>) {
        return value ? "yes" : "no";
    } else if constexpr (std::is_integral_v<Value>) {
        return std::to_string(value);
    } else if constexpr (std::is_enum_v<Value>) {
        std::string word(wordOf(value));
        std::replace(word.begin(), word.end(), '_', ' ');
        return word;
    } else if constexpr (std::is_same_v<Value, std::string>) {
        return value;
    } else if constexpr (std::is_same_v<Value, Decimal>) {
        return value.text();
    } else if constexpr (std::is_same_v<Value, Date>) {
        return isoDate(value);
    } else if constexpr (std::is_same_v<Value, Month>) {
        return monthText(value);
    } else if constexpr (std::is_same_v<Value, Instant>) {
        return isoInstant(value);
    } else if constexpr (IsOptional<Value>::value) {
        return value ? said(programme, *value) : "none";
    } else if constexpr (IsList<Value>::value) {
        std::string text;
        for (const auto& one : value) text += (text.empty() ? "" : "; ") + said(programme, one);
        return text.empty() ? "none" : text;
    } else {
        std::string text;
        forEachField<Value>([&](const auto& field) {
            const std::string one = said(programme, value.*field.member);
            if (!one.empty()) text += (text.empty() ? "" : ", ") + std::string(field.name) + " " + one;
        });
        std::replace(text.begin(), text.end(), '_', ' ');
        return text;
    }
}

/// Calls with every field of which two rows say different things: function(words, before, after).
template <typename Row, typename Function>
void forEachDifference(const Programme& before, const Row& then, const Programme& after, const Row& now,
                       const Function& function) {
    forEachField<Row>([&](const auto& field) {
        const std::string was = said(before, then.*field.member), is = said(after, now.*field.member);
        if (was == is) return;
        std::string words(field.name);
        std::replace(words.begin(), words.end(), '_', ' ');
        function(words, was, is);
    });
}

} // namespace yarrin::describe

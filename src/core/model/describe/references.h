// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/worded.h"
#include "core/model/describe/described.h"

#include <algorithm>
#include <typeindex>
#include <unordered_map>
#include <unordered_set>

namespace yarrin::describe {

/// The table that an id names a row of.
template <typename Id> const auto& tableFor(const Programme& p) {
    if constexpr (std::is_same_v<Id, CalendarId>)
        return p.calendars;
    else if constexpr (std::is_same_v<Id, BreakdownId>)
        return p.breakdown;
    else if constexpr (std::is_same_v<Id, LocationId>)
        return p.locations;
    else if constexpr (std::is_same_v<Id, ActivityId>)
        return p.activities;
    else if constexpr (std::is_same_v<Id, SectionId>)
        return p.sections;
    else if constexpr (std::is_same_v<Id, EventId>)
        return p.events;
    else if constexpr (std::is_same_v<Id, BookItemId>)
        return p.book;
    else if constexpr (std::is_same_v<Id, BillItemId>)
        return p.bill;
    else if constexpr (std::is_same_v<Id, CodeId>)
        return p.codes;
    else if constexpr (std::is_same_v<Id, ResourceId>)
        return p.resources;
    else
        return p.sequences;
}

/// Calls with each id that a row names, in its groups and lists too: function(field, id).
template <typename Row, typename Function> void forEachReference(const Row& row, const Function& function) {
    forEachField<Row>([&](const auto& field) {
        using Value = typename std::decay_t<decltype(field)>::Value;
        const Value& value = row.*field.member;
        if constexpr (IsId<Value>::value) {
            function(field, value);
        } else if constexpr (IsGroup<Value>::value) {
            if (value) forEachReference(*value, function);
        } else if constexpr (IsList<Value>::value) {
            if constexpr (IsId<typename Value::value_type>::value)
                for (const auto id : value) function(field, id);
            else if constexpr (IsDescribed<typename Value::value_type>)
                for (const auto& part : value) forEachReference(part, function);
        }
    });
}

/// What is wrong where a field names a row of a kind that is not there.
[[nodiscard]] Worded danglingWords(std::string_view field, const char* kind);

/// Calls with what is wrong, in words, where a row names what is not in the programme, or nothing where it must.
template <typename Row, typename Function>
void forEachDangling(const Programme& programme, const Row& row, const Function& function) {
    forEachReference(row, [&](const auto& field, auto id) {
        using Id = decltype(id);
        if constexpr (std::is_same_v<Id, CalendarId>)
            if (id == continuousCalendar) return;
        if (id ? tableFor<Id>(programme).row(id) != nullptr : !field.mustBe) return;
        function(danglingWords(field.name, kindOf<Id>.data()));
    });
}

/// Rows that go, of any kind.
class Going {
public:
    /// False where it goes already.
    template <typename Id> bool add(Id id) { return m_ids[typeid(Id)].insert(id.value).second; }
    template <typename Id> [[nodiscard]] bool contains(Id id) const {
        const auto found = m_ids.find(typeid(Id));
        return found != m_ids.end() && found->second.contains(id.value);
    }

private:
    std::unordered_map<std::type_index, std::unordered_set<std::uint32_t>> m_ids;
};

/// What of a row names rows that go, where no operation of its own decides: nothing, what is cleared, or what it
/// cannot stand without.
enum class Left { asItIs, changed, nothing };
template <typename Row> Left leftOf(const Row& row, const Going& going) {
    Left left = Left::asItIs;
    forEachReference(row, [&](const auto& field, auto id) {
        if (field.whenGone == WhenGone::byAnEdit || !going.contains(id)) return;
        // A part that stands on what goes is taken out of its list; the row stands.
        using Owner = typename std::decay_t<decltype(field)>::Row;
        const bool goes = std::is_same_v<Owner, Row> && field.whenGone == WhenGone::goesToo;
        left = std::max(left, goes ? Left::nothing : Left::changed);
    });
    return left;
}

/// Makes a row, or a part of one, forget rows that go: what names them is cleared, parts that stand on them go. True
/// where it cannot stand without them.
template <typename Row> bool forgetIn(Row& row, const Going& going) {
    bool goes = false;
    forEachField<Row>([&](const auto& field) {
        using Value = typename std::decay_t<decltype(field)>::Value;
        Value& value = row.*field.member;
        if constexpr (IsId<Value>::value) {
            if (field.whenGone == WhenGone::byAnEdit || !going.contains(value)) return;
            if (field.whenGone == WhenGone::goesToo)
                goes = true;
            else
                value = {};
        } else if constexpr (IsList<Value>::value) {
            using Part = typename Value::value_type;
            if constexpr (IsId<Part>::value)
                std::erase_if(value, [&](Part id) { return going.contains(id); });
            else if constexpr (IsDescribed<Part>)
                std::erase_if(value, [&](Part& part) { return forgetIn(part, going); });
        }
    });
    return goes;
}

} // namespace yarrin::describe

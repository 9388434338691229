// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/describe/references.h"
#include "edit/transaction.h"
#include "store/json_object.h"

#include <array>
#include <string>
#include <tuple>

/// How described rows and their values stand in the open text format: for the readers and writers of this folder only.
namespace yarrin::json {

using Out = nlohmann::ordered_json;

inline constexpr std::array<const char*, 7> weekdayKeys{"mon", "tue", "wed", "thu", "fri", "sat", "sun"};

/// Rows by the ids that people gave them, for every kind of row that others name.
class AllKeys {
public:
    template <typename Id> [[nodiscard]] Keys<Id>& of() { return std::get<Keys<Id>>(m_keys); }

private:
    std::tuple<Keys<CalendarId>, Keys<BreakdownId>, Keys<LocationId>, Keys<ActivityId>, Keys<SectionId>, Keys<EventId>,
               Keys<BookItemId>, Keys<BillItemId>, Keys<SequenceId>, Keys<CodeId>, Keys<ResourceId>>
        m_keys;
};

// ---- writing

[[nodiscard]] Out number(const std::optional<Decimal>& value);
[[nodiscard]] Out spells(const DayWork& work);
[[nodiscard]] Out valueJson(const Programme& programme, const decltype(Calendar::week)& week);
[[nodiscard]] Out valueJson(const Programme& programme, const std::vector<CalendarException>& exceptions);
[[nodiscard]] Out valueJson(const Programme& programme, const std::vector<EventDays>& days);

template <typename Row> Out rowJson(const Programme& programme, const Row& row);

/// A value as files write it: null where it says nothing, rows by their ids, choices by their words.
template <typename Value> Out valueJson(const Programme& programme, const Value& value) {
    if constexpr (describe::IsId<Value>::value) {
        if constexpr (std::is_same_v<Value, CalendarId>)
            if (value == continuousCalendar) return "continuous";
        const auto* row = describe::tableFor<Value>(programme).row(value);
        return row ? Out(row->key) : Out(nullptr);
    } else if constexpr (std::is_same_v<Value, LagCalendar>) {
        return value == LagCalendar::standard ? Out(nullptr) : Out(wordOf(value));
    } else if constexpr (std::is_enum_v<Value>) {
        return wordOf(value);
    } else if constexpr (std::is_same_v<Value, Decimal>) {
        return number(value);
    } else if constexpr (std::is_same_v<Value, Date>) {
        return isoDate(value);
    } else if constexpr (std::is_same_v<Value, Month>) {
        return monthText(value);
    } else if constexpr (std::is_same_v<Value, Instant>) {
        return isoInstant(value);
    } else if constexpr (std::is_same_v<Value, DateOrInstant>) {
        return isoText(value);
    } else if constexpr (describe::IsOptional<Value>::value) {
        return value ? valueJson(programme, *value) : Out(nullptr);
    } else if constexpr (describe::IsList<Value>::value) {
        Out list = Out::array();
        for (const auto& one : value) list.push_back(valueJson(programme, one));
        return list;
    } else if constexpr (describe::IsDescribed<Value>) {
        return rowJson(programme, value);
    } else {
        return value;
    }
}

void putMember(Out& json, std::string_view name, Out&& value);

template <typename Row, typename Field>
void putField(Out& json, const Programme& programme, const Row& row, const Row& blank, const Field& field) {
    const auto& value = row.*field.member;
    if (field.writtenWhen == describe::Written::always || !(value == blank.*field.member))
        putMember(json, field.name, valueJson(programme, value));
}

template <typename Row> void putFields(Out& json, const Programme& programme, const Row& row) {
    [[maybe_unused]] static const Row blank{};
    describe::forEachField<Row>([&](const auto& field) { putField(json, programme, row, blank, field); });
}

template <typename Row> Out rowJson(const Programme& programme, const Row& row) {
    Out json = Out::object();
    putFields(json, programme, row);
    return json;
}

// ---- reading

void readWeek(Object& object, const char* key, decltype(Calendar::week)& week);
void readExceptions(Object& object, const char* key, std::vector<CalendarException>& exceptions);
void readWeather(Object& object, const char* key, std::optional<std::array<int, 12>>& weather);
void readDays(Object& object, const char* key, std::vector<EventDays>& days, AllKeys& keys);

void mustHave(Object& object, const char* key);

template <typename Row> void readRow(Object& object, Row& row, AllKeys& keys);

/// Takes a member of an object; a value that is not there stays as it is.
template <typename Value> void readValue(Object& object, const char* key, Value& value, AllKeys& keys) {
    using describe::IsDescribed, describe::IsGroup, describe::IsId, describe::IsList;
    if constexpr (IsId<Value>::value) {
        if (object.member(key)) value = keys.of<Value>().find(object, key, describe::kindOf<Value>.data());
    } else if constexpr (std::is_same_v<Value, std::string>) {
        object.text(key, value);
    } else if constexpr (std::is_same_v<Value, std::optional<std::string>>) {
        object.optionalText(key, value);
    } else if constexpr (std::is_same_v<Value, bool>) {
        object.flag(key, value);
    } else if constexpr (std::is_enum_v<Value> || std::is_same_v<Value, std::optional<CostHead>>) {
        object.choice(key, value);
    } else if constexpr (requires { object.whole(key, value); }) {
        object.whole(key, value);
    } else if constexpr (requires { object.decimal(key, value); }) {
        object.decimal(key, value);
    } else if constexpr (requires { object.date(key, value); }) {
        object.date(key, value);
    } else if constexpr (requires { object.instant(key, value); }) {
        object.instant(key, value);
    } else if constexpr (requires { object.dateOrInstant(key, value); }) {
        object.dateOrInstant(key, value);
    } else if constexpr (std::is_same_v<Value, Date> || std::is_same_v<Value, Instant> ||
                         std::is_same_v<Value, DateOrInstant> || std::is_same_v<Value, Month>) {
        std::optional<Value> got;
        readValue(object, key, got, keys);
        if (got) value = *got;
    } else if constexpr (IsGroup<Value>::value) {
        object.read(key, [&](const Json& json, const std::string& where) {
            Object group(json, where, object.faults());
            readRow(group, value.emplace(), keys);
            group.finish();
        });
    } else if constexpr (std::is_same_v<Value, std::vector<std::string>>) {
        object.texts(key, value);
    } else if constexpr (std::is_same_v<Value, decltype(Calendar::week)>) {
        readWeek(object, key, value);
    } else if constexpr (std::is_same_v<Value, decltype(Calendar::exceptions)>) {
        readExceptions(object, key, value);
    } else if constexpr (std::is_same_v<Value, decltype(Calendar::weather)>) {
        readWeather(object, key, value);
    } else if constexpr (std::is_same_v<Value, decltype(DelayEvent::sectionDays)>) {
        readDays(object, key, value, keys);
    } else if constexpr (IsId<typename Value::value_type>::value) {
        std::vector<std::string> names;
        object.texts(key, names);
        using Id = typename Value::value_type;
        for (const std::string& name : names)
            if (const Id id = keys.of<Id>().named(object, key, name, describe::kindOf<Id>.data())) value.push_back(id);
    } else {
        object.objects(key, [&](Object& item) {
            auto& one = value.emplace_back();
            // A hammock's finish hangs from finishes unless it is said otherwise.
            if constexpr (std::is_same_v<Value, std::vector<Anchor>>)
                if (std::string_view(key) == "to") one.end = End::finish;
            readRow(item, one, keys);
        });
    }
}

template <typename Row, typename Field> void readField(Object& object, Row& row, const Field& field, AllKeys& keys) {
    const char* key = field.name.data(); // a literal, ended by a null
    readValue(object, key, row.*field.member, keys);
    if (field.mustBe) mustHave(object, key);
}

template <typename Row> void readRow(Object& object, Row& row, AllKeys& keys) {
    describe::forEachField<Row>([&](const auto& field) { readField(object, row, field, keys); });
}

} // namespace yarrin::json

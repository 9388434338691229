// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/words.h"
#include "store/json_text.h"

#include <nlohmann/json.hpp>

#include <set>
#include <unordered_map>

/// How parts of the open text format are read: for the readers of this folder only.
namespace yarrin::json {

using Json = nlohmann::json;

inline constexpr Minutes largestNumber = 1'000'000'000'000;

class Faults {
public:
    void file(const std::string& place, std::string what, std::string todo = {}) {
        add({ErrorCode::file, place, std::move(what), std::move(todo)});
    }
    void programme(const std::string& place, std::string what) {
        add({ErrorCode::programme, place, std::move(what), {}});
    }
    [[nodiscard]] std::vector<Error>& list() { return m_list; }

private:
    void add(Error error) {
        if (m_list.size() < 100) m_list.push_back(std::move(error)); // nobody reads more
    }
    std::vector<Error> m_list;
};

/// One object of the file: hands out its members by key, knows where it stands, and finds keys nobody asked for.
class Object {
public:
    Object(const Json& json, std::string place, Faults& faults)
        : m_json(json), m_place(std::move(place)), m_faults(faults) {
        if (!m_json.is_object()) m_faults.file(m_place, "an object is expected here");
    }
    ~Object() = default;
    Object(const Object&) = delete;
    Object& operator=(const Object&) = delete;

    /// The member, or none where it is missing or null.
    const Json* member(const char* key) {
        m_known.insert(key);
        if (!m_json.is_object()) return nullptr;
        const auto found = m_json.find(key);
        return found == m_json.end() || found->is_null() ? nullptr : &*found;
    }
    [[nodiscard]] std::string at(const char* key) const { return m_place.empty() ? key : m_place + "." + key; }
    [[nodiscard]] const std::string& place() const { return m_place; }
    Faults& faults() { return m_faults; }

    template <typename Read> void read(const char* key, Read take) {
        if (const Json* value = member(key)) take(*value, at(key));
    }
    void text(const char* key, std::string& value, bool required = false) {
        const Json* found = member(key);
        if (!found && required) m_faults.file(at(key), "it is missing");
        if (!found) return;
        if (found->is_string())
            value = found->get<std::string>();
        else
            m_faults.file(at(key), "a text is expected here");
    }
    void optionalText(const char* key, std::optional<std::string>& value) {
        std::string got;
        const bool there = member(key) != nullptr;
        text(key, got);
        if (there) value = got;
    }
    void texts(const char* key, std::vector<std::string>& values) {
        read(key, [&](const Json& json, const std::string& where) {
            if (!json.is_array()) return m_faults.file(where, "a list is expected here");
            for (std::size_t i = 0; i < json.size(); ++i)
                if (json[i].is_string())
                    values.push_back(json[i].get<std::string>());
                else
                    m_faults.file(where + "[" + std::to_string(i) + "]", "a text is expected here");
        });
    }
    void flag(const char* key, bool& value) {
        read(key, [&](const Json& json, const std::string& where) {
            if (json.is_boolean())
                value = json.get<bool>();
            else
                m_faults.file(where, "true or false is expected here");
        });
    }
    void whole(const char* key, std::optional<Minutes>& value) {
        read(key, [&](const Json& json, const std::string& where) {
            if (!isNumber(json)) return m_faults.file(where, "a whole number is expected here");
            const auto size = decimalOf(json);
            if (!size || *size > Decimal(largestNumber) || *size < Decimal(-largestNumber))
                return m_faults.file(where, "the number is out of all bounds");
            if (size->scale() != 0) return m_faults.file(where, "a whole number is expected here");
            value = size->mantissa();
        });
    }
    void whole(const char* key, Minutes& value) {
        std::optional<Minutes> got;
        whole(key, got);
        if (got) value = *got;
    }
    void whole(const char* key, std::optional<int>& value) {
        if (!member(key)) return;
        int got = 0;
        whole(key, got);
        value = got;
    }
    void whole(const char* key, int& value) {
        Minutes got = value;
        whole(key, got);
        if (got > 1'000'000 || got < -1'000'000)
            m_faults.file(at(key), "the number is out of all bounds");
        else
            value = static_cast<int>(got);
    }
    void decimal(const char* key, std::optional<Decimal>& value) {
        read(key, [&](const Json& json, const std::string& where) {
            if (!isNumber(json)) return m_faults.file(where, "a number is expected here");
            const auto got = decimalOf(json);
            if (!got) return m_faults.file(where, "the number is out of all bounds");
            value = got;
        });
    }
    void decimal(const char* key, Decimal& value) {
        std::optional<Decimal> got;
        decimal(key, got);
        if (got) value = *got;
    }
    template <typename Enum> void choice(const char* key, Enum& value) {
        std::string word;
        text(key, word);
        if (word.empty()) return;
        if (const auto chosen = fromWord<Enum>(word); chosen && word != "standard")
            value = *chosen;
        else
            m_faults.file(at(key), "\"" + word + "\" is not one of " + allWords<Enum>());
    }
    template <typename Enum> void choice(const char* key, std::optional<Enum>& value) {
        if (member(key)) choice(key, value.emplace());
    }
    void instant(const char* key, std::optional<Instant>& value) {
        parsed(key, value, parseInstant, "a date and time like 2027-03-01T08:00");
    }
    void date(const char* key, std::optional<Date>& value) { parsed(key, value, parseDate, "a date like 2027-03-01"); }
    void date(const char* key, std::optional<Month>& value) { parsed(key, value, parseMonth, "a month like 2027-03"); }
    void dateOrInstant(const char* key, std::optional<DateOrInstant>& value) {
        parsed(key, value, parseDateOrInstant, "a date like 2027-03-01 or 2027-03-01T08:00");
    }
    /// Calls with every element of an array, as an object.
    template <typename Each> void objects(const char* key, Each each) {
        read(key, [&](const Json& json, const std::string& where) {
            if (!json.is_array()) return m_faults.file(where, "a list is expected here");
            for (std::size_t i = 0; i < json.size(); ++i) {
                Object object(json[i], where + "[" + std::to_string(i) + "]", m_faults);
                each(object);
                object.finish();
            }
        });
    }
    /// Reports keys that nobody asked for; to be called when everything was read.
    void finish() {
        if (!m_json.is_object()) return;
        for (const auto& [key, value] : m_json.items())
            if (!m_known.contains(key))
                m_faults.file(m_place.empty() ? key : m_place + "." + key, "the key \"" + key + "\" is not known",
                              "remove or correct it");
    }

private:
    template <typename Enum> static std::string allWords() {
        std::string list;
        for (const std::string_view word : Words<Enum>::list)
            if (word != "standard") list += (list.empty() ? "" : ", ") + std::string(word);
        return list;
    }
    template <typename Value, typename Parse>
    void parsed(const char* key, std::optional<Value>& value, Parse parse, const char* form) {
        std::string word;
        const bool there = member(key) != nullptr;
        text(key, word);
        if (!there) return;
        if (auto got = parse(word))
            value = *got;
        else
            m_faults.file(at(key), "\"" + word + "\" is not " + form + " that exists");
    }

    const Json& m_json;
    std::string m_place;
    Faults& m_faults;
    std::set<std::string, std::less<>> m_known;
};

/// Ids as people know them, to the ids of rows.
template <typename Id> class Keys {
public:
    /// False where the key is taken.
    bool add(const std::string& key, Id id) { return m_ids.try_emplace(key, id).second; }
    /// The row that a member names; a fault where there is none of that name.
    Id find(Object& object, const char* member, const char* kind) const {
        std::string key;
        object.text(member, key);
        return key.empty() ? Id{} : named(object, member, key, kind);
    }
    Id named(Object& object, const char* member, const std::string& key, const char* kind) const {
        const auto found = m_ids.find(key);
        if (found != m_ids.end()) return found->second;
        object.faults().programme(object.at(member), std::string("there is no ") + kind + " " + key);
        return {};
    }

private:
    std::unordered_map<std::string, Id> m_ids;
};

} // namespace yarrin::json

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/model/describe/references.h"
#include "core/model/programme.h"

#include <algorithm>
#include <string_view>
#include <unordered_set>

namespace yarrin {

/// Gathers what is wrong with a programme, with the rules that rows of any kind keep.
class FaultGatherer {
public:
    explicit FaultGatherer(const Programme& programme) : m_programme(programme) {}

    void add(Worded place, Worded what, Worded todo = {}) {
        m_faults.push_back({ErrorCode::programme, std::move(place), std::move(what), std::move(todo)});
    }
    void take(Error fault) { m_faults.push_back(std::move(fault)); }
    void add(Worded place, Error fault) { add(std::move(place), std::move(fault.what), std::move(fault.todo)); }

    template <typename Rows> void uniqueKeys(const Rows& rows, const Worded& kind) {
        std::unordered_set<std::string_view> seen;
        seen.reserve(rows.size());
        for (const auto& row : rows) {
            if (row.key.empty()) add(kind, worded("an id is empty"), worded("give it one"));
            if (!seen.insert(row.key).second)
                add(std::string(kind) + " " + row.key, worded("the id is used twice"),
                    worded("give one of them another id"));
        }
    }

    /// The same for a few rows that were added or renamed.
    template <typename Rows, typename Ids> void uniqueAmong(const Rows& rows, const Ids& ids, const Worded& kind) {
        if (ids.size() > 16) return uniqueKeys(rows, kind);
        for (const auto id : ids) {
            const auto* one = rows.row(id);
            if (!one) continue;
            if (one->key.empty()) add(kind, worded("an id is empty"), worded("give it one"));
            const auto twin = std::find_if(rows.begin(), rows.end(),
                                           [&](const auto& row) { return row.id != id && row.key == one->key; });
            if (twin != rows.end())
                add(std::string(kind) + " " + one->key, worded("the id is used twice"),
                    worded("give one of them another id"));
        }
    }

    template <typename Rows> void few(const Rows& rows, const Worded& kind) {
        if (rows.size() > mostRows) add(kind, worded("there are %1 of them, more than a million", rows.size()));
        for (const auto& row : rows) sound(row.id, kind);
    }
    /// Every row has a number of its own, and a name of its own where rows of its kind have names.
    template <typename Row, typename Id> void named(const Table<Row, Id>& rows) {
        const std::string kind = kindOfRow<Row>();
        few(rows, kind.c_str());
        if constexpr (requires(const Row& row) { row.key; }) uniqueKeys(rows, kind.c_str());
    }
    template <typename Row> static std::string kindOfRow() {
        std::string kind(describe::Described<Row>::table);
        std::replace(kind.begin(), kind.end(), '_', ' ');
        return kind;
    }
    template <typename Id> void sound(Id id, const Worded& kind) {
        if (id.value < 1 || id.value > largestId)
            add(kind, worded("there is no number left for another row"),
                worded("export the programme as JSON and go on with that"));
    }

    /// What a row names must be there.
    template <typename Row> void references(const Row& row, const std::string& place) {
        describe::forEachDangling(m_programme, row, [&](const std::string& what) { add(place, what); });
    }
    /// Texts that people edit in tables.
    template <typename Row> void texts(const Row& row, const std::string& place) {
        describe::forEachField<Row>([&](const auto& field) {
            if constexpr (std::is_same_v<typename std::decay_t<decltype(field)>::Value, std::string>)
                if (field.longest > 0 && (row.*field.member).size() > field.longest)
                    add(place, worded("its %1 has more than %2 characters", field.name, field.longest));
        });
    }

    /// Dates that can be written, in a row and in its parts.
    template <typename Row> void dates(const Row& row, const std::string& place) {
        describe::forEachField<Row>([&](const auto& field) {
            using Value = typename std::decay_t<decltype(field)>::Value;
            const Value& value = row.*field.member;
            if constexpr (std::is_same_v<Value, Date>)
                date(value, place, field.name);
            else if constexpr (std::is_same_v<Value, std::optional<Date>>)
                date(value.value_or(Date{}), place, field.name);
            else if constexpr (std::is_same_v<Value, Instant>)
                date(dateOf(value), place, field.name);
            else if constexpr (std::is_same_v<Value, std::optional<Instant>>)
                date(dateOf(value.value_or(Instant{})), place, field.name);
            else if constexpr (describe::IsList<Value>::value)
                if constexpr (describe::IsDescribed<typename Value::value_type>)
                    for (const auto& part : value) dates(part, place);
        });
    }
    void date(Date date, const std::string& place, std::string_view name) {
        static const Date first = dateFrom(firstYear, 1, 1), last = dateFrom(lastYear, 12, 31);
        if (date < first || date > last)
            add(place, worded("the date that it names as %1 lies outside the years 1 to 9999", name));
    }
    void days(int count, const std::string& place, const char* what) {
        if (count < 0 || count > 36500) add(place, worded("%1 is out of all bounds", worded(what)));
    }
    void sum(const std::optional<Decimal>& sum, const std::string& place, const char* what) {
        if (sum && (sum->sign() < 0 || *sum > Decimal(1'000'000'000'000)))
            add(place, worded("%1 is out of all bounds", worded(what)));
    }
    void share(const std::optional<Decimal>& share, const std::string& place, const char* what) {
        if (share && (share->sign() < 0 || *share > Decimal(1)))
            add(place, worded("%1 is no share of it", worded(what)));
    }

    /// Parents that lead back to a row are reported once per row.
    template <typename Rows> void noCircles(const Rows& rows, const Worded& kind) {
        for (const auto& row : rows) {
            auto parent = row.parent;
            int steps = 0;
            while (parent && parent != row.id && steps++ <= deepestTree) {
                const auto* above = rows.row(parent);
                if (!above) add(std::string(kind) + " " + row.key, worded("its parent is not in the programme"));
                parent = above ? above->parent : decltype(parent){};
            }
            if (parent == row.id) add(std::string(kind) + " " + row.key, worded("it is its own parent through others"));
            if (steps > deepestTree)
                return add(std::string(kind) + " " + row.key, worded("it stands more than %1 levels deep", deepestTree),
                           worded("move it further out"));
        }
    }

    [[nodiscard]] std::vector<Error> take() { return std::move(m_faults); }

protected:
    const Programme& m_programme;

private:
    std::vector<Error> m_faults;
};

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/identities.h"

#include "core/model/describe/references.h"
#include "core/model/words.h"
#include "edit/transaction.h"

#include <map>
#include <typeindex>
#include <unordered_map>

namespace yarrin {

namespace {

using describe::IsDescribed;
using describe::IsGroup;
using describe::IsId;
using describe::IsList;

/// What a number became, for each kind of row.
class Numbers {
public:
    template <typename Id> void put(Id from, Id to) { of<Id>()[from.value] = to.value; }
    template <typename Id> [[nodiscard]] Id now(Id id) {
        const auto& known = of<Id>();
        const auto found = known.find(id.value);
        return found == known.end() ? id : Id{found->second};
    }

private:
    template <typename Id> std::unordered_map<std::uint32_t, std::uint32_t>& of() { return m_kept[typeid(Id)]; }
    std::unordered_map<std::type_index, std::unordered_map<std::uint32_t, std::uint32_t>> m_kept;
};

/// Puts the new numbers into all that a row, or a part of one, names.
template <typename Row> void renumber(Row& row, Numbers& numbers) {
    describe::forEachField<Row>([&](const auto& field) {
        using Value = typename std::decay_t<decltype(field)>::Value;
        Value& value = row.*field.member;
        if constexpr (IsId<Value>::value) {
            value = numbers.now(value);
        } else if constexpr (IsGroup<Value>::value) {
            if (value) renumber(*value, numbers);
        } else if constexpr (IsList<Value>::value) {
            if constexpr (IsId<typename Value::value_type>::value)
                for (auto& id : value) id = numbers.now(id);
            else if constexpr (IsDescribed<typename Value::value_type>)
                for (auto& part : value) renumber(part, numbers);
        }
    });
}

template <typename Row> constexpr bool hasKey = requires(const Row& row) {
    row.key;
};

/// What a row without an id of its own is known by: the rows that it names, and what kind of link it is.
template <typename Row> std::string knownBy(const Programme& programme, const Row& row) {
    std::string text;
    describe::forEachReference(row, [&](const auto& field, auto id) {
        (void)field;
        if constexpr (requires { describe::tableFor<decltype(id)>(programme).row(id)->key; }) {
            const auto* named = describe::tableFor<decltype(id)>(programme).row(id);
            text += named ? named->key : std::string();
        }
        text += '\n';
    });
    if constexpr (std::is_same_v<Row, Link>) text += wordOf(row.type);
    return text;
}

template <typename Row> std::string nameOf(const Programme& programme, const Row& row) {
    if constexpr (hasKey<Row>)
        return row.key;
    else
        return knownBy(programme, row);
}

} // namespace

Programme identifiedAs(const Programme& incoming, const Programme& other) {
    Programme out = incoming;
    Numbers numbers;
    forEachRowType([&]<typename Row>(Row*) {
        using Id = decltype(Row::id);
        const auto& there = tableOf<Row>(const_cast<Programme&>(other));
        std::map<std::string, std::vector<Id>> known; // of one name the first is matched first
        for (const Row& row : there) known[nameOf(other, row)].push_back(row.id);
        std::map<std::string, std::size_t> used;
        std::uint32_t next = there.highest();
        for (const Row& row : tableOf<Row>(out)) {
            const std::string name = nameOf(incoming, row);
            const auto found = known.find(name);
            const std::size_t turn = used[name]++;
            numbers.put(row.id, found != known.end() && turn < found->second.size() ? found->second[turn] : Id{++next});
        }
    });
    renumber(out.job, numbers);
    forEachRowType([&]<typename Row>(Row*) {
        auto& table = tableOf<Row>(out);
        std::vector<Row> rows = table.take();
        for (Row& row : rows) {
            renumber(row, numbers);
            row.id = numbers.now(row.id);
        }
        table.assign(std::move(rows));
        table.reserve(tableOf<Row>(const_cast<Programme&>(other)).highest());
    });
    return out;
}

} // namespace yarrin

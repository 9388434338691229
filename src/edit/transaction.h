// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/lookup.h"
#include "core/model/programme.h"

#include <algorithm>
#include <optional>
#include <span>
#include <string>
#include <type_traits>
#include <variant>
#include <vector>

namespace yarrin {

/// One row before and after: without `before` it is added at `index`, without `after` removed from there.
template <typename Row> struct RowChange {
    std::size_t index = 0;
    std::optional<Row> before;
    std::optional<Row> after;
};

struct JobChange {
    Job before;
    Job after;
};

using Change = std::variant<JobChange, RowChange<Calendar>, RowChange<BreakdownNode>, RowChange<Location>,
                            RowChange<Activity>, RowChange<Link>, RowChange<Section>, RowChange<DelayEvent>,
                            RowChange<BookItem>, RowChange<BillItem>, RowChange<Allocation>, RowChange<Limit>,
                            RowChange<Sequence>, RowChange<LaidOut>, RowChange<Acceleration>, RowChange<MeasuredMile>,
                            RowChange<Code>, RowChange<KeptLens>, RowChange<Resource>, RowChange<CostEntry>,
                            RowChange<SoundnessLimit>, RowChange<SetAside>, RowChange<KeptSheet>, RowChange<SpreadRule>,
                            RowChange<RegisteredRisk>, RowChange<WeatherMonth>, RowChange<Threshold>, RowChange<Firm>,
                            RowChange<ListWord>, RowChange<Lack>, RowChange<Week>, RowChange<PlaceRule>>;

/// One step that a person took, as a value: undo, redo, the journal and the comparison of programmes stand on it.
struct Edit {
    std::string text; ///< in the planner's words: "B221 crews 1 → 2"
    std::vector<Change> changes;
    // Long to compile, so once only.
    Edit();
    Edit(std::string words, std::vector<Change> what);
    Edit(const Edit& other);
    Edit(Edit&& other) noexcept;
    Edit& operator=(const Edit& other);
    Edit& operator=(Edit&& other) noexcept;
    ~Edit();
};

/// The edit that takes this one back.
[[nodiscard]] Edit inverse(const Edit& edit);
/// Applies an edit to the programme it was made for, and to the lookup of that programme where there is one.
void apply(Programme& programme, const Edit& edit, Lookup* lookup = nullptr);

/// What an edit touches of a programme, for the rules that a programme must keep.
[[nodiscard]] Touched touchedBy(const Edit& edit);

/// The table of a programme that holds rows of this type.
template <typename Row> auto& tableOf(Programme& programme);
#define YARRIN_TABLE_OF(Row, member)                                                                                   \
    template <> inline auto& tableOf<Row>(Programme & programme) {                                                     \
        return programme.member;                                                                                       \
    }
YARRIN_TABLES(YARRIN_TABLE_OF)
#undef YARRIN_TABLE_OF

template <typename Row> const auto& tableOf(const Programme& programme) {
    return tableOf<Row>(const_cast<Programme&>(programme));
}

/// Calls a function once for each type of row, with a null pointer of that type.
template <typename Function> void forEachRowType(const Function& function) {
    const auto all = [&]<typename... Rows>(std::variant<JobChange, RowChange<Rows>...>*) {
        (function(static_cast<Rows*>(nullptr)), ...);
    };
    all(static_cast<Change*>(nullptr));
}

/// What leads from one state of a programme to another: rows of one id are the same row. Applied to the first, it gives
/// the second.
[[nodiscard]] Edit differenceBetween(const Programme& from, const Programme& to, std::string text);

/// Changes a programme row by row and records what it did. Unless it is committed, its end takes everything back,
/// so an operation that fails half way leaves nothing behind.
class Transaction {
public:
    /// A lookup that the owner of the programme keeps is kept up with it; else one is made when it is asked for.
    explicit Transaction(Programme& programme, Lookup* lookup = nullptr) : m_programme(programme), m_lookup(lookup) {}
    ~Transaction();
    Transaction(const Transaction&) = delete;
    Transaction& operator=(const Transaction&) = delete;

    [[nodiscard]] const Programme& programme() const { return m_programme; }
    [[nodiscard]] bool empty() const { return m_edit.changes.empty(); }
    [[nodiscard]] const Lookup& lookup();
    /// What was done so far.
    [[nodiscard]] const Edit& edit() const { return m_edit; }

    /// Puts a row in place of the one with its id; nothing is recorded where they are equal.
    template <typename Row> void set(Row row);
    template <typename Row> void insert(std::size_t index, Row row);
    template <typename Row> void append(Row row) {
        const std::size_t index = tableOf<Row>(m_programme).size();
        insert(index, std::move(row));
    }
    /// Adds rows at one go: each with the place that it has afterwards, the first first.
    template <typename Row> void insertAll(std::vector<std::pair<std::size_t, Row>> rows);
    template <typename Row, typename Id> void erase(Id id) { eraseAll<Row>(std::span(&id, 1)); }
    /// Removes rows at one go; each id once.
    template <typename Row, typename Ids> void eraseAll(const Ids& ids) {
        const auto& table = tableOf<Row>(m_programme);
        std::vector<std::size_t> places;
        places.reserve(std::size(ids));
        for (const auto id : ids) places.push_back(table.indexOf(id));
        eraseAt<Row>(std::move(places));
    }
    void setJob(Job job);

    /// Ends the transaction and hands over what it did; nothing where nothing changed.
    [[nodiscard]] std::optional<Edit> commit(std::string text);
    void rollBack();

private:
    template <typename Row> void eraseAt(std::vector<std::size_t> places);
    template <typename Row> void look(const Row* before, const Row* after);

    Programme& m_programme;
    Edit m_edit;
    std::optional<Lookup> m_own;
    Lookup* m_lookup;
};

#define YARRIN_ONCE(Row, member)                                                                                       \
    extern template void Transaction::set<Row>(Row);                                                                   \
    extern template void Transaction::insert<Row>(std::size_t, Row);                                                   \
    extern template void Transaction::insertAll<Row>(std::vector<std::pair<std::size_t, Row>>);                        \
    extern template void Transaction::eraseAt<Row>(std::vector<std::size_t>);
YARRIN_TABLES(YARRIN_ONCE)
#undef YARRIN_ONCE

} // namespace yarrin

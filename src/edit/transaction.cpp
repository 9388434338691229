// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/transaction.h"

#include <algorithm>

namespace yarrin {

namespace {

/// Applies changes one after the other; a run of rows of one table that go, the last first, or that come, the first
/// first, is taken at one go, because each alone costs a walk over the table.
class Applying {
public:
    Applying(Programme& programme, const std::vector<Change>& changes, Lookup* lookup)
        : m_programme(programme), m_changes(changes), m_lookup(lookup) {}

    void run() {
        while (m_at < m_changes.size()) std::visit([this](const auto& change) { one(change); }, m_changes[m_at]);
    }

private:
    void one(const JobChange& change) {
        m_programme.job = change.after;
        ++m_at;
    }

    template <typename Row> void one(const RowChange<Row>& change) {
        auto& table = tableOf<Row>(m_programme);
        if (change.before && change.after) {
            looked(change);
            table.replace(change.index, *change.after);
            ++m_at;
        } else if (change.after) {
            std::vector<std::pair<std::size_t, Row>> coming;
            for (const auto* next = &change; next; next = further<Row>(false, next->index)) {
                looked(*next);
                coming.emplace_back(next->index, *next->after);
                ++m_at;
            }
            if (coming.size() == 1)
                table.insert(change.index, std::move(coming.front().second));
            else
                table.insertAll(std::move(coming));
        } else {
            std::vector<std::size_t> going;
            for (const auto* next = &change; next; next = further<Row>(true, next->index)) {
                looked(*next);
                going.push_back(next->index);
                ++m_at;
            }
            if (going.size() == 1)
                table.erase(change.index);
            else
                table.eraseFromBack(going);
        }
    }

    /// The next change where it goes on with a run.
    template <typename Row> const RowChange<Row>* further(bool goes, std::size_t index) const {
        if (m_at >= m_changes.size()) return nullptr;
        const auto* next = std::get_if<RowChange<Row>>(&m_changes[m_at]);
        if (!next || next->before.has_value() != goes || next->after.has_value() == goes) return nullptr;
        return (goes ? next->index < index : next->index > index) ? next : nullptr;
    }

    template <typename Row> void looked(const RowChange<Row>& change) {
        if constexpr (std::is_same_v<Row, Activity> || std::is_same_v<Row, Link>)
            if (m_lookup)
                m_lookup->changed(change.before ? &*change.before : nullptr, change.after ? &*change.after : nullptr);
    }

    Programme& m_programme;
    const std::vector<Change>& m_changes;
    Lookup* m_lookup;
    std::size_t m_at = 0;
};

Change inverted(const JobChange& change) {
    return JobChange{change.after, change.before};
}

template <typename Row> Change inverted(const RowChange<Row>& change) {
    return RowChange<Row>{change.index, change.after, change.before};
}

} // namespace

Touched touchedBy(const Edit& edit) {
    Touched touched;
    const auto look = [&]<typename Row>(const RowChange<Row>& change) {
        touched.whole = touched.whole || !change.after;
        if (!change.after) return;
        if constexpr (std::is_same_v<Row, Calendar>) touched.calendars = true;
        if constexpr (std::is_same_v<Row, BreakdownNode> || std::is_same_v<Row, Location>) touched.trees = true;
        if constexpr (std::is_same_v<Row, Section> || std::is_same_v<Row, DelayEvent> ||
                      std::is_same_v<Row, Acceleration> || std::is_same_v<Row, MeasuredMile>)
            touched.contract = true;
        if constexpr (std::is_same_v<Row, BookItem> || std::is_same_v<Row, BillItem> ||
                      std::is_same_v<Row, Allocation> || std::is_same_v<Row, Limit> || std::is_same_v<Row, Sequence> ||
                      std::is_same_v<Row, LaidOut>)
            touched.buildUp = true;
        if constexpr (std::is_same_v<Row, Code>) touched.whole = true; // activities carry its values
        if constexpr (std::is_same_v<Row, KeptLens> || std::is_same_v<Row, KeptSheet>) touched.lenses = true;
        if constexpr (std::is_same_v<Row, CostEntry>) touched.labour = true;
        if constexpr (std::is_same_v<Row, SpreadRule> || std::is_same_v<Row, RegisteredRisk> ||
                      std::is_same_v<Row, WeatherMonth> || std::is_same_v<Row, Threshold> ||
                      std::is_same_v<Row, Firm> || std::is_same_v<Row, ListWord> || std::is_same_v<Row, Lack> ||
                      std::is_same_v<Row, Week> || std::is_same_v<Row, PlaceRule>)
            touched.ahead = true;
        if constexpr (std::is_same_v<Row, SoundnessLimit> || std::is_same_v<Row, SetAside>) touched.soundness = true;
        if constexpr (std::is_same_v<Row, Resource>) touched.whole = true; // needs of activities hang on its kind
        if constexpr (std::is_same_v<Row, Link>) touched.links.push_back(change.after->id);
        if constexpr (std::is_same_v<Row, Activity>) {
            touched.activities.push_back(change.after->id);
            if (!change.before || change.before->key != change.after->key) touched.named.push_back(change.after->id);
            if (change.before && change.before->kind != change.after->kind) touched.whole = true;
        }
    };
    for (const Change& change : edit.changes) {
        if (std::holds_alternative<JobChange>(change)) touched.job = true;
        forEachRowType([&]<typename Row>(Row*) {
            if (const auto* one = std::get_if<RowChange<Row>>(&change)) look(*one);
        });
    }
    return touched;
}

Edit inverse(const Edit& edit) {
    Edit back{edit.text, {}};
    back.changes.reserve(edit.changes.size());
    for (auto change = edit.changes.rbegin(); change != edit.changes.rend(); ++change)
        back.changes.push_back(std::visit([](const auto& one) { return inverted(one); }, *change));
    return back;
}

void apply(Programme& programme, const Edit& edit, Lookup* lookup) {
    Applying(programme, edit.changes, lookup).run();
}

namespace {

/// The longest ascending choice of a sequence of places: by its positions.
std::vector<std::size_t> longestAscending(const std::vector<std::size_t>& places) {
    std::vector<std::size_t> ends; // of the choices of each length, the one that ends lowest
    std::vector<std::size_t> before(places.size());
    for (std::size_t i = 0; i < places.size(); ++i) {
        const auto at = std::lower_bound(ends.begin(), ends.end(), places[i],
                                         [&](std::size_t end, std::size_t place) { return places[end] < place; });
        before[i] = at == ends.begin() ? i : *std::prev(at);
        if (at == ends.end())
            ends.push_back(i);
        else
            *at = i;
    }
    std::vector<std::size_t> chosen(ends.size());
    std::size_t at = ends.empty() ? 0 : ends.back();
    for (std::size_t i = chosen.size(); i-- > 0; at = before[at]) chosen[i] = at;
    return chosen;
}

/// As few rows as can be are taken out and put in where the order is another.
template <typename Row> void difference(Transaction& tx, const Programme& to) {
    const auto& wanted = tableOf<Row>(to);
    const auto& table = tableOf<Row>(tx.programme());
    if (table == wanted) return;
    std::vector<std::size_t> places, positions; // of rows that both have: before, and after
    for (std::size_t i = 0; i < wanted.size(); ++i)
        if (const std::size_t place = table.indexOf(wanted[i].id); place != table.none) {
            places.push_back(place);
            positions.push_back(i);
        }
    std::vector<bool> stays(table.size(), false), stood(wanted.size(), false);
    for (const std::size_t chosen : longestAscending(places)) {
        stays[places[chosen]] = true;
        stood[positions[chosen]] = true;
    }
    std::vector<decltype(Row::id)> going;
    for (std::size_t i = 0; i < table.size(); ++i)
        if (!stays[i]) going.push_back(table[i].id);
    if (!going.empty()) tx.eraseAll<Row>(going);
    std::vector<std::pair<std::size_t, Row>> coming;
    for (std::size_t i = 0; i < wanted.size(); ++i) {
        if (stood[i])
            tx.set(wanted[i]);
        else
            coming.emplace_back(i, wanted[i]);
    }
    if (!coming.empty()) tx.insertAll(std::move(coming));
}

} // namespace

Edit differenceBetween(const Programme& from, const Programme& to, std::string text) {
    Programme copy = from;
    Transaction tx(copy);
    tx.setJob(to.job);
    forEachRowType([&]<typename Row>(Row*) { difference<Row>(tx, to); });
    auto edit = tx.commit(text);
    return edit ? std::move(*edit) : Edit{std::move(text), {}};
}

Edit::Edit() = default;
Edit::Edit(std::string words, std::vector<Change> what) : text(std::move(words)), changes(std::move(what)) {}
Edit::Edit(const Edit& other) = default;
Edit::Edit(Edit&& other) noexcept = default;
Edit& Edit::operator=(const Edit& other) = default;
Edit& Edit::operator=(Edit&& other) noexcept = default;
Edit::~Edit() = default;

Transaction::~Transaction() {
    rollBack();
}

template <typename Row> void Transaction::look(const Row* before, const Row* after) {
    if constexpr (std::is_same_v<Row, Activity> || std::is_same_v<Row, Link>)
        if (m_lookup) m_lookup->changed(before, after);
}

template <typename Row> void Transaction::set(Row row) {
    auto& table = tableOf<Row>(m_programme);
    const std::size_t index = table.indexOf(row.id);
    if (table[index] == row) return;
    m_edit.changes.push_back(RowChange<Row>{index, table[index], row});
    look(&table[index], &row);
    table.replace(index, std::move(row));
}

template <typename Row> void Transaction::insert(std::size_t index, Row row) {
    m_edit.changes.push_back(RowChange<Row>{index, {}, row});
    look<Row>(nullptr, &row);
    tableOf<Row>(m_programme).insert(index, std::move(row));
}

template <typename Row> void Transaction::insertAll(std::vector<std::pair<std::size_t, Row>> rows) {
    for (const auto& [place, row] : rows) {
        m_edit.changes.push_back(RowChange<Row>{place, {}, row});
        look<Row>(nullptr, &row);
    }
    tableOf<Row>(m_programme).insertAll(std::move(rows));
}

template <typename Row> void Transaction::eraseAt(std::vector<std::size_t> places) {
    auto& table = tableOf<Row>(m_programme);
    std::sort(places.rbegin(), places.rend());
    for (const std::size_t place : places) {
        m_edit.changes.push_back(RowChange<Row>{place, table[place], {}});
        look<Row>(&table[place], nullptr);
    }
    if (places.size() == 1)
        table.erase(places.front());
    else if (!places.empty())
        table.eraseFromBack(places);
}

const Lookup& Transaction::lookup() {
    if (!m_lookup) m_lookup = &m_own.emplace(m_programme);
    return *m_lookup;
}

void Transaction::rollBack() {
    apply(m_programme, inverse(m_edit), m_lookup);
    m_edit.changes.clear();
}

void Transaction::setJob(Job job) {
    if (job == m_programme.job) return;
    m_edit.changes.push_back(JobChange{m_programme.job, job});
    m_programme.job = std::move(job);
}

std::optional<Edit> Transaction::commit(std::string text) {
    if (empty()) return {};
    m_edit.text = std::move(text);
    return std::exchange(m_edit, {});
}

#define YARRIN_HERE(Row, member)                                                                                       \
    template void Transaction::set<Row>(Row);                                                                          \
    template void Transaction::insert<Row>(std::size_t, Row);                                                          \
    template void Transaction::insertAll<Row>(std::vector<std::pair<std::size_t, Row>>);                               \
    template void Transaction::eraseAt<Row>(std::vector<std::size_t>);
YARRIN_TABLES(YARRIN_HERE)
#undef YARRIN_HERE

} // namespace yarrin

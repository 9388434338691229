// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/transaction.h"

#include <algorithm>

namespace yarrin {

namespace {

void applyChange(Programme& programme, const JobChange& change) {
    programme.job = change.after;
}

template <typename Row> void applyChange(Programme& programme, const RowChange<Row>& change) {
    auto& table = tableOf<Row>(programme);
    if (!change.before)
        table.insert(change.index, *change.after);
    else if (!change.after)
        table.erase(change.index);
    else
        table.replace(change.index, *change.after);
}

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
        if constexpr (std::is_same_v<Row, Section> || std::is_same_v<Row, DelayEvent>) touched.contract = true;
        if constexpr (std::is_same_v<Row, BookItem> || std::is_same_v<Row, BillItem> ||
                      std::is_same_v<Row, Allocation> || std::is_same_v<Row, Limit> || std::is_same_v<Row, Sequence> ||
                      std::is_same_v<Row, LaidOut>)
            touched.buildUp = true;
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

void apply(Programme& programme, const Edit& edit) {
    for (const Change& change : edit.changes) std::visit([&](const auto& one) { applyChange(programme, one); }, change);
}

namespace {

template <typename Row> void difference(Transaction& tx, const Programme& to) {
    const auto& wanted = tableOf<Row>(to);
    const auto& table = tableOf<Row>(tx.programme());
    if (table == wanted) return;
    for (std::size_t i = table.size(); i-- > 0;)
        if (!wanted.row(table[i].id)) tx.erase<Row>(table[i].id);
    for (std::size_t i = 0; i < wanted.size(); ++i) {
        if (i < table.size() && table[i].id == wanted[i].id) {
            tx.set(wanted[i]);
            continue;
        }
        if (table.row(wanted[i].id)) tx.erase<Row>(wanted[i].id); // it stands elsewhere
        tx.insert(i, wanted[i]);
    }
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

Transaction::~Transaction() {
    rollBack();
}

void Transaction::rollBack() {
    apply(m_programme, inverse(m_edit));
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

} // namespace yarrin

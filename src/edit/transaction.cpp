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

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/table/activity_table.h"

#include "app/base/format.h"
#include "edit/activity_edits.h"
#include "edit/breakdown_edits.h"

#include <QHeaderView>
#include <QItemSelection>
#include <QScopedValueRollback>
#include <QScrollBar>

namespace yarrin {

ActivityTable::ActivityTable(Document& document, ViewState& state, std::vector<ActivityColumn> columns, bool tasksOnly,
                             QWidget* parent)
    : GridView(parent), m_document(document), m_state(state),
      m_model(new ActivityModel(document, state, std::move(columns), tasksOnly, this)) {
    setModel(m_model);
    for (int i = 0; i < m_model->columnCount(); ++i) setColumnWidth(i, m_model->columns()[std::size_t(i)].width);
    horizontalHeader()->setSectionsMovable(true);
    connect(selectionModel(), &QItemSelectionModel::selectionChanged, this, &ActivityTable::takeSelection);
    connect(selectionModel(), &QItemSelectionModel::currentChanged, this, &ActivityTable::takeSelection);
    connect(m_model, &ActivityModel::rowsRebuilt, this, &ActivityTable::showSelection);
    connect(&m_state, &ViewState::selectionChanged, this, &ActivityTable::showSelection);
    connect(&m_state, &ViewState::rowsChanged, this, [this] {
        const QSignalBlocker quiet(horizontalHeader()); // the lens was changed elsewhere, or by this very header
        horizontalHeader()->setSortIndicator(m_model->sortedColumn(),
                                             m_state.lens().descending ? Qt::DescendingOrder : Qt::AscendingOrder);
    });
    connect(this, &GridView::deleteRequested, this, &ActivityTable::deleteSelected);
    connect(this, &GridView::addRequested, this, [this] { addActivity(ActivityKind::task); });
    connect(this, &GridView::moveDepthRequested, this, &ActivityTable::moveDepth);
}

void ActivityTable::takeSelection() {
    if (m_syncing) return;
    QScopedValueRollback guard(m_syncing, true);
    std::vector<ActivityId> ids;
    int last = -1;
    QList<int> rows;
    for (const QItemSelectionRange& range : selectionModel()->selection())
        for (int row = range.top(); row <= range.bottom(); ++row) rows << row;
    std::sort(rows.begin(), rows.end());
    for (const int row : rows) {
        if (row == last) continue;
        last = row;
        if (const ActivityId id = m_model->activityAt(row)) ids.push_back(id);
    }
    const ActivityId current = m_model->activityAt(currentIndex().row());
    if (ids.empty() && current) ids.push_back(current);
    m_state.select(std::move(ids), current);
    viewport()->update();
}

void ActivityTable::showSelection() {
    viewport()->update();
    if (m_syncing) return;
    QScopedValueRollback guard(m_syncing, true);
    const int column = std::max(0, currentIndex().column());
    QItemSelection selection;
    for (const ActivityId id : m_state.selection())
        if (const int row = m_model->rowOf(id); row >= 0)
            selection.select(m_model->index(row, column), m_model->index(row, column));
    const int current = m_model->rowOf(m_state.current());
    // What was chosen elsewhere is brought into sight row by row; the columns stay where they were.
    const int sideways = horizontalScrollBar()->value();
    if (current >= 0) selectionModel()->setCurrentIndex(m_model->index(current, column), QItemSelectionModel::NoUpdate);
    selectionModel()->select(selection, QItemSelectionModel::ClearAndSelect);
    if (current >= 0) scrollTo(m_model->index(current, column));
    horizontalScrollBar()->setValue(sideways);
}

void ActivityTable::perform(const QString& text, const Document::Operation& operation) {
    const Outcome outcome = m_document.perform(text, operation);
    if (!outcome.ok()) emit refused(show::error(outcome.error()));
}

void ActivityTable::reveal(ActivityId id) {
    const Activity* activity = m_document.programme().activities.row(id);
    if (!activity) return;
    if (m_model->rowOf(id) < 0) {
        Lens lens = m_state.lens();
        lens.filter = RowFilter::all;
        lens.words.clear();
        m_state.setLens(lens);
        for (const auto group : std::vector<std::uint32_t>(m_state.folded().begin(), m_state.folded().end()))
            m_state.setFolded(group, false);
    }
    m_state.select(id);
}

void ActivityTable::editName(ActivityId id) {
    const int row = m_model->rowOf(id);
    if (row < 0) return;
    const QModelIndex cell = m_model->index(row, m_model->columnOf(QStringLiteral("name")));
    setFocus();
    setCurrentIndex(cell);
    scrollTo(cell);
    edit(cell);
}

void ActivityTable::addActivity(ActivityKind kind) {
    const QModelIndex at = currentIndex();
    const ActivityId below = m_model->activityAt(at.row());
    const Activity* row = m_document.programme().activities.row(below);
    const BreakdownId group = row ? row->breakdown : m_model->groupAt(at.row());
    QString name = tr("New activity");
    if (kind == ActivityKind::hammock) name = tr("New hammock");
    if (isMilestone(kind)) name = tr("New milestone");
    ActivityId added;
    perform(tr("%1 added").arg(name), [&](Transaction& tx) -> Outcome {
        const auto id = yarrin::addActivity(tx, kind, below, group, name.toStdString());
        if (!id.ok()) return id.errors();
        added = *id;
        return done();
    });
    if (!added) return;
    reveal(added);
    editName(added);
}

void ActivityTable::addGroup() {
    const ActivityId at = m_model->activityAt(currentIndex().row());
    const Activity* row = m_document.programme().activities.row(at);
    const BreakdownId after = row ? row->breakdown : m_model->groupAt(currentIndex().row());
    BreakdownId added;
    perform(tr("Group added"), [&](Transaction& tx) -> Outcome {
        const auto id = yarrin::addGroup(tx, after, tr("New group").toStdString());
        if (!id.ok()) return id.errors();
        added = *id;
        return done();
    });
    for (int i = 0; i < m_model->rowCount(); ++i)
        if (added && m_model->groupAt(i) == added) {
            setCurrentIndex(m_model->index(i, 0));
            scrollTo(m_model->index(i, 0));
            edit(m_model->index(i, 0));
        }
}

void ActivityTable::deleteSelected() {
    const BreakdownId group = m_model->groupAt(currentIndex().row());
    if (group) {
        const auto* node = m_document.programme().breakdown.row(group);
        const QString name = show::text(node->name);
        emit question(tr("Delete the group “%1”? What is in it moves up one level.").arg(name), tr("Delete"),
                      [this, group, name] {
                          perform(tr("Group “%1” deleted").arg(name),
                                  [group](Transaction& tx) { return removeGroup(tx, group); });
                      });
        return;
    }
    const std::vector<ActivityId> ids = m_state.selection();
    if (ids.empty()) return;
    const Activity* first = m_document.programme().activities.row(ids.front());
    const QString what = ids.size() == 1 ? show::text(first->key + " " + first->name)
                                         : show::countOf(qint64(ids.size()), "activity", "activities");
    const auto remove = [this, ids, what] {
        perform(tr("%1 deleted").arg(what), [ids](Transaction& tx) { return removeActivities(tx, ids); });
    };
    QStringList dependents;
    for (const std::string& one : dependentsOf(m_document.programme(), ids)) dependents << show::text(one);
    if (dependents.isEmpty())
        remove();
    else
        emit question(tr("Deleting %1 also takes away %2.").arg(what, dependents.join(tr(", "))), tr("Delete"), remove);
}

void ActivityTable::moveDepth(bool deeper) {
    if (const BreakdownId group = m_model->groupAt(currentIndex().row())) {
        perform(deeper ? tr("Group moved in") : tr("Group moved out"),
                [=](Transaction& tx) { return deeper ? indentGroup(tx, group) : outdentGroup(tx, group); });
        for (int i = 0; i < m_model->rowCount(); ++i)
            if (m_model->groupAt(i) == group) setCurrentIndex(m_model->index(i, 0));
        return;
    }
    const std::vector<ActivityId> ids = m_state.selection();
    if (ids.empty()) return;
    const QString what = show::countOf(qint64(ids.size()), "activity", "activities");
    perform(deeper ? tr("%1 moved into a subgroup").arg(what) : tr("%1 moved up a level").arg(what),
            [&](Transaction& tx) -> Outcome {
                if (!deeper) return outdentActivities(tx, ids);
                const auto into = indentActivities(tx, ids);
                return into.ok() ? done() : Outcome(into.errors());
            });
}

} // namespace yarrin

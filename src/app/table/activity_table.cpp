// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/table/activity_table.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/preferences.h"
#include "app/table/column_menu.h"
#include "core/model/phrases.h"
#include "core/network/why.h"
#include "edit/activity_edits.h"
#include "edit/bar_edits.h"
#include "edit/breakdown_edits.h"
#include "edit/link_edits.h"
#include "edit/row_edits.h"
#include "edit/sorting_edits.h"
#include "store/json.h"

#include <QApplication>
#include <QClipboard>
#include <QHeaderView>
#include <QItemSelection>
#include <QKeyEvent>
#include <QMimeData>
#include <QMouseEvent>
#include <QPainter>
#include <QScopedValueRollback>
#include <QScrollBar>

namespace yarrin {

namespace {

constexpr auto activitiesFormat = "application/x-yarrin-activities+json";

/// Weeks and hours are longer than days.
int roomForSpans(const QString& column) {
    const bool spans = column == QLatin1String("days") || column == QLatin1String("float");
    return spans && preferences().spans != Preferences::Spans::days ? 26 : 0;
}

/// A lens has widths for text of the usual size and spans in days, so that it looks alike to everybody.
int shownWidth(const ActivityColumn& column) {
    return columnRoom(column.width + roomForSpans(column.name), column.title);
}
int keptWidth(const QString& column, int width) {
    return std::max(20, (width * 100 + scaled(100) / 2) / scaled(100) - roomForSpans(column));
}

} // namespace

ActivityTable::ActivityTable(Document& document, ViewState& state, bool buildUp, QWidget* parent)
    : GridView(parent), m_document(document), m_state(state),
      m_model(new ActivityModel(document, state, buildUp, this)) {
    setModel(m_model);
    setFrozenColumns(2);
    horizontalHeader()->setSectionsMovable(true);
    applyLens();
    connect(selectionModel(), &QItemSelectionModel::selectionChanged, this, &ActivityTable::takeSelection);
    connect(selectionModel(), &QItemSelectionModel::currentChanged, this, &ActivityTable::takeSelection);
    connect(m_model, &ActivityModel::rowsRebuilt, this, &ActivityTable::showSelection);
    connect(m_model, &ActivityModel::columnsRebuilt, this, [this] {
        applyLens();
        showSelection();
    });
    connect(&m_state, &ViewState::lensChanged, this, &ActivityTable::applyLens);
    connect(&m_state, &ViewState::selectionChanged, this, &ActivityTable::showSelection);
    connect(&m_state, &ViewState::rowsChanged, this, [this] {
        const QSignalBlocker quiet(horizontalHeader()); // the lens was changed elsewhere, or by this very header
        const auto& order = m_state.lens().order;
        horizontalHeader()->setSortIndicator(
            m_model->sortedColumn(), !order.empty() && order.front().down ? Qt::DescendingOrder : Qt::AscendingOrder);
    });
    connect(this, &GridView::deleteRequested, this, &ActivityTable::deleteSelected);
    connect(this, &GridView::addRequested, this, [this] { addActivity(ActivityKind::task); });
    connect(this, &GridView::moveDepthRequested, this, &ActivityTable::moveDepth);
    connect(this, &GridView::moveRowsRequested, this, &ActivityTable::moveRows);
    connect(m_model, &ActivityModel::holdWanted, this, &ActivityTable::askToHold);
    connect(m_model, &ActivityModel::newValuesWanted, this,
            [this](const QStringList& values, const std::function<Outcome()>& add) {
                emit question(tr("Not known yet: %1. Add it?", "", int(values.size())).arg(values.join(tr(", "))),
                              tr("Add"), [this, add] {
                                  if (const Outcome done = add(); !done.ok()) emit refused(show::error(done.error()));
                              });
            });
    horizontalHeader()->setContextMenuPolicy(Qt::CustomContextMenu);
    connect(horizontalHeader(), &QHeaderView::customContextMenuRequested, this,
            [this](const QPoint& at) { showColumnMenu(*this, m_document, m_state, at); });
    connect(&lookChanges(), &LookChanges::changed, this, &ActivityTable::applyLens);
    // Widths and places of columns go into the lens when the hand rests.
    m_headerTimer.setSingleShot(true);
    m_headerTimer.setInterval(120);
    connect(&m_headerTimer, &QTimer::timeout, this, &ActivityTable::takeColumns);
    const auto byHand = [this] {
        if (!m_applying) m_headerTimer.start();
    };
    connect(horizontalHeader(), &QHeaderView::sectionResized, this, byHand);
    connect(horizontalHeader(), &QHeaderView::sectionMoved, this, byHand);
}

/// Gives columns and rows the sizes that the lens says.
void ActivityTable::applyLens() {
    const QScopedValueRollback guard(m_applying, true);
    QHeaderView& header = *horizontalHeader();
    for (int i = 0; i < m_model->columnCount(); ++i) {
        if (const int at = header.visualIndex(i); at != i) header.moveSection(at, i);
        const int width = shownWidth(m_model->columns()[std::size_t(i)]);
        if (columnWidth(i) != width) setColumnWidth(i, width);
    }
    if (verticalHeader()->defaultSectionSize() != m_state.rowHeight()) setRowsHeight(m_state.rowHeight());
}

std::vector<LensColumn> ActivityTable::shownColumns() const {
    const Lens& lens = m_state.lens();
    std::vector<LensColumn> columns = m_model->isBuildUp() ? lens.buildUpColumns : lens.columns;
    if (columns.empty())
        for (const ActivityColumn& one : m_model->columns()) columns.push_back({one.name.toStdString()});
    return columns;
}

void ActivityTable::setColumns(std::vector<LensColumn> columns) {
    Lens lens = m_state.lens();
    (m_model->isBuildUp() ? lens.buildUpColumns : lens.columns) = std::move(columns);
    m_state.setLens(lens);
}

void ActivityTable::takeColumns() {
    const std::vector<LensColumn> known = shownColumns();
    const QHeaderView& header = *horizontalHeader();
    std::vector<LensColumn> columns;
    const auto drawn = [&](int column) { return keptWidth(m_model->columnName(column), columnWidth(column)); };
    // Id and name stay in front.
    for (const int first : {0, 1}) columns.push_back({m_model->columnName(first).toStdString(), drawn(first)});
    for (int place = 0; place < m_model->columnCount(); ++place) {
        const int column = header.logicalIndex(place);
        if (column >= 2) columns.push_back({m_model->columnName(column).toStdString(), drawn(column)});
    }
    for (LensColumn& one : columns)
        for (const LensColumn& before : known)
            if (before.field == one.field) one.decimals = before.decimals;
    setColumns(std::move(columns));
    applyLens(); // a column that was dragged in front of the name goes back
}

void ActivityTable::showColumn(const QString& name, const QString& after) {
    std::vector<LensColumn> columns = shownColumns();
    const auto place = [&](const QString& of) {
        return std::find_if(columns.begin(), columns.end(),
                            [&](const LensColumn& one) { return one.field == of.toStdString(); });
    };
    if (place(name) != columns.end()) return;
    const auto at = place(after);
    columns.insert(at == columns.end() ? at : at + 1, LensColumn{name.toStdString()});
    setColumns(std::move(columns));
}

void ActivityTable::hideColumn(const QString& name) {
    std::vector<LensColumn> columns = shownColumns();
    std::erase_if(columns, [&](const LensColumn& one) { return one.field == name.toStdString(); });
    // A lens without columns has those of the table, so id and name are named.
    if (columns.empty()) columns = {{"id"}, {"name"}};
    setColumns(std::move(columns));
}

void ActivityTable::setDecimals(const QString& name, std::optional<int> decimals) {
    std::vector<LensColumn> columns = shownColumns();
    for (LensColumn& one : columns)
        if (one.field == name.toStdString()) one.decimals = decimals;
    setColumns(std::move(columns));
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

bool ActivityTable::perform(const QString& text, const Document::Operation& operation) {
    const Outcome outcome = m_document.perform(text, operation);
    if (!outcome.ok()) emit refused(show::error(outcome.error()));
    return outcome.ok();
}

/// Does what makes rows, and selects them.
Outcome ActivityTable::makeRows(const QString& text, const RowsMaker& operation) {
    std::vector<ActivityId> made;
    const Outcome outcome = m_document.perform(text, [&](Transaction& tx) -> Outcome {
        auto rows = operation(tx);
        if (!rows.ok()) return rows.errors();
        made = std::move(*rows);
        return done();
    });
    if (!outcome.ok() || made.empty()) return outcome;
    reveal(made.front());
    m_state.select(made, made.front());
    return outcome;
}

void ActivityTable::performRows(const QString& text, const RowsMaker& operation) {
    if (const Outcome outcome = makeRows(text, operation); !outcome.ok()) emit refused(show::error(outcome.error()));
}

std::vector<ActivityId> ActivityTable::chosen() const {
    std::vector<ActivityId> ids = m_state.selection();
    std::erase_if(ids, [this](ActivityId id) { return m_model->rowOf(id) < 0; });
    std::sort(ids.begin(), ids.end(),
              [this](ActivityId a, ActivityId b) { return m_model->rowOf(a) < m_model->rowOf(b); });
    return ids;
}

void ActivityTable::reveal(ActivityId id) {
    const Activity* activity = m_document.programme().activities.row(id);
    if (!activity) return;
    if (m_model->rowOf(id) < 0) {
        Lens lens = m_state.lens();
        lens.filter.clear();
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
    // A hammock spans all that is selected, from the first start to the last finish.
    QStringList spanned;
    for (const ActivityId id : chosen())
        if (const Activity& one = *m_document.programme().activities.row(id); one.kind != ActivityKind::hammock)
            spanned << show::text(quotedKey(one.key));
    perform(tr("%1 added").arg(name), [&](Transaction& tx) -> Outcome {
        const auto id = yarrin::addActivity(tx, kind, below, group, name.toStdString(), newWork());
        if (!id.ok()) return id.errors();
        added = *id;
        if (kind != ActivityKind::hammock || spanned.size() < 2) return done();
        const std::string over = spanned.join(QStringLiteral("; ")).toStdString();
        const Outcome hung = setAnchors(tx, *id, End::start, over);
        return hung.ok() ? setAnchors(tx, *id, End::finish, over) : hung;
    });
    if (!added) return;
    reveal(added);
    editName(added);
}

void ActivityTable::addDrawn(ActivityKind kind, int row, Date start, Minutes work) {
    row = std::min(row, m_model->rowCount() - 1);
    const ActivityId below = m_model->activityAt(row);
    const Activity* above = m_document.programme().activities.row(below);
    const BreakdownId group = above ? above->breakdown : m_model->groupAt(row);
    const QString name = isMilestone(kind) ? tr("New milestone") : tr("New activity");
    ActivityId added;
    perform(tr("%1 drawn from %2").arg(name, show::date(start)), [&](Transaction& tx) -> Outcome {
        const auto id = drawActivity(tx, kind, below, group, name.toStdString(), start, work, newWork());
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

void ActivityTable::moveRows(int step) {
    if (!m_state.lens().showsOwnOrder())
        return emit refused(tr("Rows are moved where all of them stand in their own order. Choose the lens “By "
                               "breakdown” without words, and click the sorted heading until its arrow goes."));
    const std::vector<ActivityId> ids = chosen();
    if (ids.empty()) return;
    const QString what = show::countOf(qint64(ids.size()), "activity", "activities");
    if (perform(step < 0 ? tr("%1 moved up").arg(what) : tr("%1 moved down").arg(what),
                [&](Transaction& tx) { return moveActivities(tx, ids, step); }))
        m_state.select(ids, m_state.current());
}

void ActivityTable::duplicateSelected() {
    const std::vector<ActivityId> ids = chosen();
    if (ids.empty()) return emit refused(tr("Select the activities to duplicate first."));
    performRows(tr("%1 duplicated").arg(show::countOf(qint64(ids.size()), "activity", "activities")),
                [&](Transaction& tx) { return duplicateActivities(tx, ids); });
}

void ActivityTable::chainSelected() {
    const std::vector<ActivityId> ids = chosen();
    perform(tr("%1 chained").arg(show::countOf(qint64(ids.size()), "activity", "activities")),
            [&](Transaction& tx) { return chainActivities(tx, ids); });
}

void ActivityTable::copyActivities() {
    const std::vector<ActivityId> ids = chosen();
    if (ids.empty()) return emit refused(tr("Select the activities to copy first."));
    QStringList lines;
    for (const ActivityId id : ids) {
        const Activity& activity = *m_document.programme().activities.row(id);
        lines << show::text(activity.key) + QLatin1Char('\t') + show::text(activity.name);
    }
    auto* copied = new QMimeData; // the clipboard's from here on
    copied->setText(lines.join(QLatin1Char('\n')) + QLatin1Char('\n'));
    copied->setData(QLatin1String(activitiesFormat),
                    QByteArray::fromStdString(programmeToJson(takenAlone(m_document.programme(), ids))));
    QApplication::clipboard()->setMimeData(copied);
}

void ActivityTable::cutActivities() {
    if (chosen().empty()) return emit refused(tr("Select the activities to cut first."));
    copyActivities();
    deleteSelected();
}

void ActivityTable::pasteActivities() {
    const QMimeData* copied = QApplication::clipboard()->mimeData();
    if (!copied || !copied->hasFormat(QLatin1String(activitiesFormat)))
        return emit refused(tr("There are no activities on the clipboard. Copy some first; cells are pasted with "
                               "Ctrl+V."));
    const auto taken = programmeFromJson(copied->data(QLatin1String(activitiesFormat)).toStdString());
    if (!taken.ok()) return emit refused(tr("Not pasted. %1").arg(show::error(taken.error())));
    const ActivityId below = m_model->activityAt(currentIndex().row());
    const Activity* row = m_document.programme().activities.row(below);
    const BreakdownId group = row ? row->breakdown : m_model->groupAt(currentIndex().row());
    performRows(tr("%1 pasted").arg(show::countOf(qint64(taken->activities.size()), "activity", "activities")),
                [&](Transaction& tx) { return putActivities(tx, *taken, below, group); });
}

void ActivityTable::selectGroup() {
    int row = currentIndex().row();
    if (row < 0) return;
    int heading = row;
    while (heading >= 0 && !m_model->isHeading(heading)) --heading;
    const int depth = heading >= 0 ? m_model->depth(heading) : -1;
    std::vector<ActivityId> ids;
    for (int at = heading + 1; at < m_model->rowCount(); ++at) {
        if (m_model->isHeading(at) && m_model->depth(at) <= depth) break;
        if (const ActivityId id = m_model->activityAt(at)) ids.push_back(id);
    }
    if (!ids.empty()) m_state.select(ids, m_state.current() ? m_state.current() : ids.front());
}

void ActivityTable::selectShown() {
    std::vector<ActivityId> ids;
    for (int row = 0; row < m_model->rowCount(); ++row)
        if (const ActivityId id = m_model->activityAt(row)) ids.push_back(id);
    if (ids.empty()) return emit refused(tr("No activity shows."));
    m_state.select(ids, m_state.isSelected(m_state.current()) ? m_state.current() : ids.front());
}

void ActivityTable::selectDrivingPath() {
    const ActivityId id = m_state.current();
    const Activity* activity = m_document.programme().activities.row(id);
    if (!activity || activity->kind == ActivityKind::hammock || m_document.schedule().activities.empty())
        return emit refused(tr("Select an activity that links lead to; a hammock follows from others."));
    const Why why = explain(m_document.programme(), m_document.schedule(), id);
    std::vector<ActivityId> ids = why.chainBack;
    if (!why.chainOn.empty()) ids.insert(ids.end(), why.chainOn.begin() + 1, why.chainOn.end());
    m_state.select(ids, id);
}

void ActivityTable::mousePressEvent(QMouseEvent* event) {
    m_state.selectLink({}); // also where the row was chosen before
    if (event->button() == Qt::LeftButton && event->modifiers() == Qt::NoModifier &&
        takeHold(indexAt(event->pos()), event->pos()))
        return;
    GridView::mousePressEvent(event);
}

/// Selected rows are taken hold of by their ids.
bool ActivityTable::takeHold(const QModelIndex& at, const QPoint& pos) {
    const ActivityId id = at.isValid() && at.column() == 0 ? m_model->activityAt(at.row()) : ActivityId{};
    if (!id || !m_state.isSelected(id)) return false;
    m_grip = pos;
    return true;
}

void ActivityTable::mouseMoveEvent(QMouseEvent* event) {
    if (!m_grip) return GridView::mouseMoveEvent(event);
    if (!m_drop && (event->pos() - *m_grip).manhattanLength() < QApplication::startDragDistance()) return;
    // Near the edges the rows run on.
    const int edge = m_state.rowHeight();
    if (event->pos().y() < edge) verticalScrollBar()->setValue(verticalScrollBar()->value() - edge / 2);
    if (event->pos().y() > viewport()->height() - edge)
        verticalScrollBar()->setValue(verticalScrollBar()->value() + edge / 2);
    m_drop = dropAt(*m_model, std::max(0, event->pos().y() + verticalScrollBar()->value()), m_state.rowHeight());
    viewport()->setCursor(Qt::ClosedHandCursor);
    viewport()->update();
}

void ActivityTable::mouseReleaseEvent(QMouseEvent* event) {
    if (!m_grip) return GridView::mouseReleaseEvent(event);
    const QPoint grip = *std::exchange(m_grip, {});
    const auto at = std::exchange(m_drop, {});
    viewport()->unsetCursor();
    viewport()->update();
    if (at) return drop(*at);
    // Nothing was dragged: it was a click on one of the selected.
    setCurrentIndex(m_model->index(rowAt(grip.y()), 0));
}

/// The id of a selected row is typed in as others are, though a press on it takes hold of the row.
void ActivityTable::mouseDoubleClickEvent(QMouseEvent* event) {
    const QModelIndex at = indexAt(event->pos());
    if (event->button() != Qt::LeftButton || !at.isValid() || at.column() != 0 || m_model->isHeading(at.row()))
        return GridView::mouseDoubleClickEvent(event);
    m_grip.reset();
    setCurrentIndex(at);
    edit(at);
}

void ActivityTable::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape && m_grip) {
        m_grip.reset();
        m_drop.reset();
        viewport()->unsetCursor();
        viewport()->update();
        return;
    }
    GridView::keyPressEvent(event);
}

void ActivityTable::paintEvent(QPaintEvent* event) {
    GridView::paintEvent(event);
    if (!m_drop) return;
    QPainter painter(viewport());
    const int y = m_drop->line * m_state.rowHeight() - verticalScrollBar()->value();
    painter.setPen(QPen(theme().accent, 2));
    painter.drawLine(0, y, viewport()->width(), y);
}

void ActivityTable::drop(const RowDrop& at) {
    const std::vector<ActivityId> ids = chosen();
    if (ids.empty() || std::find(ids.begin(), ids.end(), at.beside) != ids.end()) return;
    const Lens& lens = m_state.lens();
    std::vector<GroupValue> groups;
    QString into;
    for (const int row : at.headings) {
        const ChartRow& heading = m_model->rows()[std::size_t(row)];
        if (heading.level >= lens.groups.size()) continue;
        groups.push_back({lens.groups[heading.level].field, heading.title, heading.node});
        into = m_model->index(row, 0).data().toString();
    }
    const QString what = show::countOf(qint64(ids.size()), "activity", "activities");
    const bool moves = lens.showsOwnOrder() && at.beside;
    perform(into.isEmpty() ? tr("%1 moved").arg(what) : tr("%1 moved into “%2”").arg(what, into),
            [&](Transaction& tx) -> Outcome {
                // What they belong to already stays, so that a row may be moved within months too.
                for (const GroupValue& group : groups) {
                    std::vector<ActivityId> others;
                    for (const ActivityId id : ids)
                        if (!m_model->belongs(id, group.field, at.beside)) others.push_back(id);
                    if (Outcome sorted = sortInto(tx, others, group); !sorted.ok()) return sorted;
                }
                return moves ? placeActivities(tx, ids, at.beside, at.below) : done();
            });
    m_state.select(ids, m_state.current());
}

void ActivityTable::askToHold(ActivityId id, const Constraint& constraint) {
    const Activity& activity = *m_document.programme().activities.row(id);
    const QString what = show::text(activity.key), words = constraintText(constraint);
    emit question(tr("%1 begins when its links let it. Hold it: %2?").arg(what, words), tr("Hold it"),
                  [this, id, constraint, what, words] {
                      perform(tr("%1 held: %2").arg(what, words),
                              [&](Transaction& tx) { return setConstraint(tx, id, constraint); });
                  });
}

} // namespace yarrin

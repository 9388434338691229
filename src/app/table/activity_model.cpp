// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/table/activity_model.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/preferences.h"
#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/quantity/units.h"
#include "edit/activity_edits.h"
#include "edit/breakdown_edits.h"
#include "edit/contract_edits.h"
#include "edit/sequence_edits.h"
#include "edit/sorting_edits.h"

#include <map>

namespace yarrin {

ActivityModel::ActivityModel(Document& document, ViewState& state, bool buildUp, QObject* parent)
    : GridModel(parent), m_document(document), m_state(state), m_buildUp(buildUp) {
    connect(&m_document, &Document::changed, this, [this] {
        refresh(); // first, so that no view asks for rows that are gone when the columns come anew
        refreshColumns();
    });
    connect(&m_state, &ViewState::lensChanged, this, &ActivityModel::refreshColumns);
    connect(&m_state, &ViewState::rowsChanged, this, &ActivityModel::refresh);
    // Fields may tell of what is outlined.
    connect(&m_state, &ViewState::outlineChanged, this, &ActivityModel::refresh);
    connect(&m_state, &ViewState::answerChanged, this, [this] {
        if (!m_rows.empty()) emit dataChanged(index(0, 0), index(rowCount() - 1, columnCount() - 1));
    });
    refreshColumns();
    refresh();
}

const FieldContext& ActivityModel::context() const {
    if (!m_context || m_contextAt != m_document.generation()) {
        m_context.emplace(m_document.programme(), m_document.schedule(), &m_document.lookup(),
                          m_state.outline() ? &m_state.outline()->spans : nullptr);
        m_contextAt = m_document.generation();
    }
    return *m_context;
}

void ActivityModel::refreshColumns() {
    std::vector<ActivityColumn> columns = columnsFor(m_document.programme(), m_state.lens(), m_buildUp);
    const bool same = std::equal(columns.begin(), columns.end(), m_columns.begin(), m_columns.end(),
                                 [](const ActivityColumn& a, const ActivityColumn& b) {
                                     return a.name == b.name && a.title == b.title && a.code == b.code;
                                 });
    if (same) {
        m_columns = std::move(columns);
        return;
    }
    beginResetModel();
    m_columns = std::move(columns);
    m_hasDriver = std::any_of(m_columns.begin(), m_columns.end(),
                              [](const ActivityColumn& column) { return column.name == QLatin1String("driven"); });
    endResetModel();
    emit columnsRebuilt();
}

void ActivityModel::refresh() {
    Lens lens = m_state.lens();
    lens.tasksOnly = m_buildUp;
    m_context.reset(); // the outline may be another one
    m_sums.clear();
    // Of an answer that stands alone nothing is folded away.
    const Answer* alone = m_state.answer() && m_state.answer()->alone ? m_state.answer() : nullptr;
    std::vector<ChartRow> rows =
        rowsFor(context(), lens, alone ? std::unordered_set<std::uint32_t>() : m_state.folded());
    if (alone) leaveOnly(rows, [alone](ActivityId id) { return alone->tells(id); });
    const bool same = rows.size() == m_rows.size() &&
                      std::equal(rows.begin(), rows.end(), m_rows.begin(), [](const ChartRow& a, const ChartRow& b) {
                          return a.isGroup == b.isGroup && a.activity == b.activity && a.group == b.group;
                      });
    if (same) {
        m_rows = std::move(rows);
        if (!m_rows.empty()) emit dataChanged(index(0, 0), index(rowCount() - 1, columnCount() - 1));
        return;
    }
    beginResetModel();
    m_rows = std::move(rows);
    m_places.clear();
    for (std::size_t i = 0; i < m_rows.size(); ++i)
        if (!m_rows[i].isGroup) m_places.emplace(m_rows[i].activity, static_cast<int>(i));
    endResetModel();
    emit rowsRebuilt();
}

int ActivityModel::rowOf(ActivityId id) const {
    const auto found = m_places.find(id);
    return found == m_places.end() ? -1 : found->second;
}

ActivityId ActivityModel::activityAt(int row) const {
    return row >= 0 && row < rowCount() ? m_rows[static_cast<std::size_t>(row)].activity : ActivityId{};
}

BreakdownId ActivityModel::groupAt(int row) const {
    if (row < 0 || row >= rowCount()) return {};
    const ChartRow& at = m_rows[static_cast<std::size_t>(row)];
    const auto& groups = m_state.lens().groups;
    return at.isGroup && at.level < groups.size() && groups[at.level].field == "breakdown" ? BreakdownId{at.node}
                                                                                           : BreakdownId{};
}

bool ActivityModel::belongs(ActivityId id, const std::string& field, ActivityId beside) const {
    const auto known = fieldNamed(m_document.programme(), field);
    const std::size_t a = m_document.programme().activities.indexOf(id);
    const std::size_t b = m_document.programme().activities.indexOf(beside);
    const std::size_t count = m_document.programme().activities.size();
    return known && a < count && b < count &&
           compareValues(known->value(context(), a), known->value(context(), b)) == 0;
}

int ActivityModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_rows.size());
}
int ActivityModel::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_columns.size());
}

/// Whether a column says what was altered by hand; it is worked out once for each change, when first asked for.
bool ActivityModel::tellsByHand() const {
    if (!m_hasDriver) return false;
    if (m_byHandAt != m_document.generation()) {
        m_byHandAt = m_document.generation();
        m_byHand.clear();
        for (ByHand& one : byHandOf(m_document.programme()))
            if (one.activity) m_byHand.emplace(one.activity, std::move(one.what));
    }
    return true;
}

ActivityCell ActivityModel::cell(const ChartRow& row) const {
    const Schedule& schedule = m_document.schedule();
    const auto byHand = tellsByHand() ? m_byHand.find(row.activity) : m_byHand.end();
    return {m_document.programme(),
            m_document.lookup(),
            schedule,
            m_document.programme().activities[row.index],
            row.index < schedule.activities.size() ? &schedule.activities[row.index] : nullptr,
            byHand == m_byHand.end() ? nullptr : &byHand->second,
            &context(),
            row.index};
}

QString ActivityModel::groupTitle(const ChartRow& row) const {
    if (!row.title.empty()) return show::text(row.title);
    const auto& groups = m_state.lens().groups;
    const std::string field = row.level < groups.size() ? groups[row.level].field : std::string();
    if (field == "location") return tr("No location");
    if (field == "breakdown") return tr("Not in the breakdown");
    const auto known = fieldNamed(m_document.programme(), field);
    return known ? tr("Without “%1”").arg(show::text(known->label)) : QString();
}

/// " · sequence Dolphin, laid out 4 times", where a group holds what one sequence was laid out as.
QString ActivityModel::sequenceWords(const ChartRow& row) const {
    if (!m_hasDriver || !m_state.lens().byBreakdown() || row.node == 0) return {};
    SequenceId sequence;
    int times = 0;
    for (const LaidOut& unit : m_document.programme().laidOut) {
        if (unit.breakdown != BreakdownId{row.node}) continue;
        if (times > 0 && unit.sequence != sequence) return {};
        sequence = unit.sequence;
        ++times;
    }
    const Sequence* one = m_document.programme().sequences.row(sequence);
    return one ? tr(" · sequence %1, laid out %2")
                     .arg(show::text(one->key), times == 1 ? tr("once") : tr("%1 times").arg(times))
               : QString();
}

QVariant ActivityModel::headingData(const QModelIndex& index, int role) const {
    const ChartRow& row = m_rows[static_cast<std::size_t>(index.row())];
    switch (role) {
    case Qt::DisplayRole:
    case Qt::EditRole:
    case Qt::AccessibleTextRole:
        return index.column() == 0 ? QVariant(groupTitle(row)) : QVariant();
    case Qt::StatusTipRole:
        if (!row.start) return tr("empty");
        return tr("%1 · %2 – %3")
                   .arg(show::countOf(qint64(row.count), "activity", "activities"), show::startDate(*row.start),
                        show::finishDate(*row.finish)) +
               sequenceWords(row);
    default:
        return {};
    }
}

/// Whether this column's value differs from what the sequence says.
bool ActivityModel::isAltered(const ActivityCell& at, const ActivityColumn& column) {
    return at.byHand && std::find(at.byHand->begin(), at.byHand->end(), column.verb.toStdString()) != at.byHand->end();
}

QVariant ActivityModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.row() >= rowCount()) return {};
    const ChartRow& row = m_rows[static_cast<std::size_t>(index.row())];
    if (row.isGroup) return headingData(index, role);
    const ActivityColumn& column = m_columns[static_cast<std::size_t>(index.column())];
    const ActivityCell at = cell(row);
    switch (role) {
    case Qt::DisplayRole:
    case Qt::AccessibleTextRole:
        return column.text(at);
    case Qt::ToolTipRole:
        return column.text(at);
    case Qt::EditRole:
        return column.editText ? column.editText(at) : column.text(at);
    case Qt::TextAlignmentRole:
        return int(column.right ? Qt::AlignRight : Qt::AlignLeft);
    case Qt::UserRole:
        return m_state.isSelected(row.activity);
    case Qt::ForegroundRole:
        if (const Answer* answer = m_state.answer(); answer && !answer->tells(row.activity))
            return mixed(theme().paper, theme().muted, 0.6);
        if (column.name == QLatin1String("float") && at.figures) {
            if (at.figures->critical) return theme().criticalText;
            if (at.figures->nearCritical) return theme().nearText;
            if (at.figures->state == NodeState::complete) return theme().muted;
        }
        if (isAltered(at, column)) return theme().nearText;
        return column.quiet ? theme().muted : theme().ink;
    case Qt::FontRole:
        if (isAltered(at, column) || column.emphatic ||
            (column.name == QLatin1String("float") && at.figures && at.figures->critical))
            return boldened(bodyFont());
        return bodyFont();
    default:
        return {};
    }
}

QVariant ActivityModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal || section < 0 || section >= columnCount()) return {};
    const ActivityColumn& column = m_columns[static_cast<std::size_t>(section)];
    if (role == Qt::DisplayRole) return column.title;
    if (role == Qt::TextAlignmentRole) return int((column.right ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignBottom);
    return {};
}

Qt::ItemFlags ActivityModel::flags(const QModelIndex& index) const {
    if (!index.isValid()) return Qt::NoItemFlags;
    Qt::ItemFlags flags = Qt::ItemIsEnabled | Qt::ItemIsSelectable;
    const ChartRow& row = m_rows[static_cast<std::size_t>(index.row())];
    if (row.isGroup) return groupAt(index.row()) && index.column() == 0 ? flags | Qt::ItemIsEditable : flags;
    const ActivityColumn& column = m_columns[static_cast<std::size_t>(index.column())];
    if (takesValue(index) || mayHold(row, column)) flags |= Qt::ItemIsEditable;
    return flags;
}

bool ActivityModel::takesValue(const QModelIndex& index) const {
    const ChartRow& row = m_rows[static_cast<std::size_t>(index.row())];
    if (row.isGroup) return false;
    const ActivityColumn& column = m_columns[static_cast<std::size_t>(index.column())];
    return column.commit && (!column.editable || column.editable(cell(row)));
}

bool ActivityModel::setData(const QModelIndex& index, const QVariant& value, int role) {
    return role == Qt::EditRole && index.isValid() &&
           commit({{index.row(), index.column(), value.toString()}}, {}).ok();
}

QString ActivityModel::stepText(const Entry& entry) const {
    const ChartRow& row = m_rows[static_cast<std::size_t>(entry.row)];
    if (row.isGroup) return tr("Group renamed “%1”").arg(entry.text);
    const ActivityColumn& column = m_columns[static_cast<std::size_t>(entry.column)];
    const ActivityCell at = cell(row);
    const QString key = show::text(at.activity.key);
    const QString before = column.editText ? column.editText(at) : column.text(at);
    // The days typed are a wish: whole crews may do it sooner.
    if (column.name == QLatin1String("days") && at.activity.measure && at.activity.measure->crews)
        return tr("%1 crews solved for %2").arg(key, entry.text);
    if (column.name == QLatin1String("name")) return tr("%1 renamed “%2”").arg(key, entry.text);
    if (entry.text.trimmed().isEmpty()) return tr("%1 %2 %3 taken away").arg(key, column.verb, before);
    if (before.isEmpty()) return tr("%1 %2 %3").arg(key, column.verb, entry.text);
    return tr("%1 %2 %3 → %4").arg(key, column.verb, before, entry.text);
}

/// Entries below the last row get activities of their own, below the last one and in its group.
Outcome ActivityModel::addRows(Transaction& tx, const std::vector<Entry>& entries, std::vector<Target>& targets) const {
    std::map<int, ActivityId> added;
    ActivityId below = m_rows.empty() ? ActivityId{} : m_rows.back().activity;
    for (std::size_t i = 0; i < entries.size(); ++i) {
        if (entries[i].row < rowCount()) continue;
        if (auto [at, isNew] = added.try_emplace(entries[i].row); isNew) {
            const Activity* above = tx.programme().activities.row(below);
            const auto made = addActivity(tx, ActivityKind::task, below, above ? above->breakdown : BreakdownId{},
                                          tr("New activity").toStdString(), newWork());
            if (!made.ok()) return made.errors();
            below = at->second = *made;
        }
        targets[i].row.activity = added[entries[i].row];
        targets[i].row.index = tx.programme().activities.indexOf(targets[i].row.activity);
    }
    return done();
}

/// What has not begun, and is no hammock, can be held.
bool ActivityModel::mayHold(const ChartRow& row, const ActivityColumn& column) const {
    const Activity& activity = m_document.programme().activities[row.index];
    return column.holds && activity.kind != ActivityKind::hammock && !activity.actualStart && !activity.actualFinish;
}

Outcome ActivityModel::wishFor(const Entry& entry) {
    const ChartRow& row = m_rows[static_cast<std::size_t>(entry.row)];
    const ActivityColumn& column = m_columns[static_cast<std::size_t>(entry.column)];
    if (!mayHold(row, column))
        return inputError(worded("it has begun, or follows from others"), worded("its date cannot be typed"));
    if (entry.text.trimmed().isEmpty() || entry.text == column.text(cell(row))) return done();
    const auto date = parseTypedDate(entry.text.toStdString());
    if (!date.ok()) return date.error();
    emit holdWanted(row.activity, Constraint{*column.holds, {startOf(*date), true}});
    return done();
}

Outcome ActivityModel::commit(const std::vector<Entry>& entries, const QString& text) {
    if (entries.empty()) return done();
    if (entries.size() == 1 && entries.front().row < rowCount() && !isHeading(entries.front().row) &&
        m_columns[std::size_t(entries.front().column)].holds)
        return wishFor(entries.front());
    const auto coming = newValues(entries);
    if (coming.empty()) return enter(entries, text, {});
    QStringList words;
    for (const auto& [code, value] : coming)
        words << tr("“%1” to %2").arg(show::text(value), show::text(m_document.programme().codes.row(code)->key));
    emit newValuesWanted(words, [this, entries, text, coming] { return enter(entries, text, coming); });
    return done();
}

std::vector<std::pair<CodeId, std::string>> ActivityModel::newValues(const std::vector<Entry>& entries) const {
    std::vector<std::pair<CodeId, std::string>> coming;
    for (const Entry& entry : entries) {
        const auto& code = m_columns[std::size_t(entry.column)].code;
        const std::string value = trimmed(entry.text.toStdString());
        const Code* row = code ? m_document.programme().codes.row(*code) : nullptr;
        if (!row || value.empty() || valueMeant(*row, value)) continue;
        const auto known = [&](const auto& one) { return one.first == *code && lowered(one.second) == lowered(value); };
        if (std::none_of(coming.begin(), coming.end(), known)) coming.emplace_back(*code, value);
    }
    return coming;
}

/// Ids that change places in one step do not stand in each other's way.
void ActivityModel::clearKeys(Transaction& tx, const std::vector<Target>& targets) const {
    std::vector<std::pair<ActivityId, std::string>> changing;
    for (const auto& [entry, row] : targets)
        if (!row.isGroup && m_columns[std::size_t(entry.column)].name == QLatin1String("id")) {
            const Activity* activity = tx.programme().activities.row(row.activity);
            if (activity && activity->key != entry.text.toStdString())
                changing.emplace_back(row.activity, activity->key);
        }
    if (changing.size() < 2) return;
    for (std::size_t i = 0; i < changing.size(); ++i) {
        Activity activity = *tx.programme().activities.row(changing[i].first);
        activity.key = "\x01" + std::to_string(i);
        tx.set(std::move(activity));
    }
}

Outcome ActivityModel::enter(const std::vector<Entry>& entries, const QString& text,
                             const std::vector<std::pair<CodeId, std::string>>& coming) {
    // Rows may be rebuilt by what an entry does, so they are looked up before.
    std::vector<Target> targets;
    targets.reserve(entries.size());
    for (const Entry& entry : entries)
        targets.push_back({entry, entry.row < rowCount() ? m_rows[static_cast<std::size_t>(entry.row)] : ChartRow{}});
    return m_document.perform(text.isEmpty() ? stepText(entries.front()) : text, [&](Transaction& tx) -> Outcome {
        for (const auto& [code, value] : coming)
            if (Outcome added = addCodeValue(tx, code, value); !added.ok()) return added;
        if (Outcome grown = addRows(tx, entries, targets); !grown.ok()) return grown;
        clearKeys(tx, targets);
        for (const auto& [entry, row] : targets) {
            if (row.isGroup) {
                Outcome renamed = renameGroup(tx, BreakdownId{row.node}, entry.text.toStdString());
                if (!renamed.ok()) return renamed;
                continue;
            }
            const ActivityColumn& column = m_columns[static_cast<std::size_t>(entry.column)];
            const Activity& activity = *tx.programme().activities.row(row.activity);
            const ActivityCell at{tx.programme(), tx.lookup(), m_document.schedule(), activity,
                                  row.index < m_document.schedule().activities.size()
                                      ? &m_document.schedule().activities[row.index]
                                      : nullptr};
            const QString place =
                targets.size() > 1 ? show::text(activity.key) + QStringLiteral(", ") + column.title : QString();
            const bool same = (column.editText ? column.editText(at) : column.text(at)) == entry.text;
            if (same) continue;
            if (!column.commit || (column.editable && !column.editable(at)))
                return Error{ErrorCode::input, place.toStdString(),
                             worded("\"%1\" cannot be typed here", column.title.toStdString()),
                             worded("it follows from other figures")};
            Outcome outcome = column.commit(tx, row.activity, entry.text.toStdString());
            if (!outcome.ok()) {
                Error error = outcome.error();
                error.place = place.toStdString();
                return error;
            }
        }
        return done();
    });
}

void ActivityModel::sort(int column, Qt::SortOrder order) {
    Lens lens = m_state.lens();
    lens.order.clear();
    if (column >= 0 && fieldNamed(m_document.programme(), fieldOf(column)))
        lens.order.push_back({fieldOf(column), order == Qt::DescendingOrder});
    m_state.setLens(lens);
}

/// What the lens knows a column by.
std::string ActivityModel::fieldOf(int column) const {
    const std::string name = columnName(column).toStdString();
    return name == "place" ? "location" : name;
}

int ActivityModel::sortedColumn() const {
    if (m_state.lens().order.empty()) return -1;
    for (int column = 0; column < columnCount(); ++column)
        if (fieldOf(column) == m_state.lens().order.front().field) return column;
    return -1;
}

bool ActivityModel::isHeading(int row) const {
    return row >= 0 && row < rowCount() && m_rows[static_cast<std::size_t>(row)].isGroup;
}
bool ActivityModel::isFolded(int row) const {
    return isHeading(row) && m_rows[static_cast<std::size_t>(row)].folded;
}
int ActivityModel::depth(int row) const {
    return m_rows[static_cast<std::size_t>(row)].depth;
}

void ActivityModel::toggleFold(int row) {
    if (isHeading(row)) m_state.setFolded(m_rows[static_cast<std::size_t>(row)].group, !isFolded(row));
}

/// Quantities of one unit, and costs; what does not add up says nothing.
QString ActivityModel::headingFigure(int row, int column) const {
    const ChartRow& at = m_rows[std::size_t(row)];
    if (at.inside.empty()) return {};
    const auto known = m_sums.find({row, column});
    if (known != m_sums.end()) return known->second;
    QString& sum = m_sums[{row, column}];
    const std::string field = fieldOf(column);
    const bool quantity = field == "quantity" || field == "quantity_done";
    if (!quantity && field != "cost_per_week" && field != "cost_to_date") return sum;
    const auto of = fieldNamed(m_document.programme(), field);
    Fraction total;
    std::optional<std::string> unit;
    bool any = false;
    for (const std::size_t index : at.inside) {
        const FieldValue value = of->value(context(), index);
        const auto* figure = std::get_if<Decimal>(&value);
        if (!figure) continue;
        const auto& measure = m_document.programme().activities[index].measure;
        const std::string its = quantity && measure ? measure->unit : std::string();
        if (unit.value_or(its) != its) return sum;
        unit = its;
        total = total + Fraction(*figure);
        any = true;
    }
    const auto rounded = total.rounded(4);
    if (any && rounded) sum = (show::number(*rounded) + QLatin1Char(' ') + show::text(unitSymbol(*unit))).trimmed();
    return sum;
}

GridModel::Completion ActivityModel::completion(int column) const {
    return m_columns[static_cast<std::size_t>(column)].completion;
}

QStringList ActivityModel::choices(const QModelIndex& index) const {
    const ActivityColumn& column = m_columns[static_cast<std::size_t>(index.column())];
    return column.choices && !isHeading(index.row()) ? column.choices(m_document.programme()) : QStringList();
}

QString ActivityModel::columnName(int column) const {
    return m_columns[static_cast<std::size_t>(column)].name;
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/buildup/sequence_page.h"

#include "app/base/first_steps.h"
#include "app/base/format.h"
#include "app/base/look.h"
#include "app/buildup/build_up_lists.h"
#include "app/buildup/trade_menu.h"
#include "app/table/activity_columns.h"
#include "app/table/list_page.h"
#include "core/base/worded.h"
#include "core/model/codes.h"
#include "core/quantity/units.h"
#include "edit/activity_edits.h"
#include "edit/bill_edits.h"

#include <QCheckBox>
#include <QComboBox>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPushButton>
#include <QSplitter>
#include <QTreeWidget>
#include <QVBoxLayout>

#include <functional>
#include <unordered_set>

namespace yarrin {

namespace {

/// What an item of the tree of places stands for, and whether it is meant without what lies in it.
constexpr int placeRole = Qt::UserRole, itselfRole = Qt::UserRole + 1;

using show::text;

struct StepText {
    const char* name;
    const char* title;
    int width;
    bool right;
    StepField field;
};
constexpr StepText stepTexts[] = {{"name", toWord("Step"), 118, false, StepField::name},
                                  {"links", toWord("Waits for"), 156, false, StepField::links},
                                  {"unitLinks", toWord("In the unit before"), 120, false, StepField::unitLinks},
                                  {"book", toWord("Output book"), 158, false, StepField::book},
                                  {"crews", toWord("Crews"), 48, true, StepField::crews},
                                  {"factor", toWord("Factor"), 50, true, StepField::factor},
                                  {"duration", toWord("Duration"), 66, true, StepField::duration},
                                  {"bill", toWord("From the bill"), 160, false, StepField::bill},
                                  {"calendar", toWord("Works to"), 130, false, StepField::calendar},
                                  {"learning", toWord("Learning"), 66, true, StepField::learning},
                                  {"notes", toWord("Notes"), 150, false, StepField::notes}};

} // namespace

SequencePage::SequencePage(Document& document, OutputBook& book, QWidget* parent)
    : QWidget(parent), m_document(document), m_book(book), m_names(new QComboBox(this)), m_pattern(new QLineEdit(this)),
      m_remove(quietButton(tr("Remove"), "sequenceRemove", this)), m_steps(nullptr), m_laid(new QLabel(this)),
      m_byHand(new QWidget(this)), m_places(new QTreeWidget(this)), m_quantityPart(new QWidget(this)),
      m_group(new QComboBox(this)), m_groupEach(new QCheckBox(tr("A group for each"), this)),
      m_lay(new QPushButton(tr("Lay out"), this)) {
    setObjectName(QStringLiteral("sequencePage"));
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(buildHead());
    auto* parts = new QSplitter(Qt::Vertical, this);
    parts->setObjectName(QStringLiteral("sequenceSplitter"));
    parts->addWidget(buildSteps());
    parts->addWidget(buildUnits());
    parts->setStretchFactor(0, 1);
    parts->setStretchFactor(1, 1);
    parts->setChildrenCollapsible(false);
    parts->setHandleWidth(1);
    layout->addWidget(parts, 1);
    connect(&m_document, &Document::changed, this, [this] {
        if (isVisible()) refresh();
    });
    refresh();
}

QWidget* SequencePage::buildHead() {
    auto* head = new QWidget(this);
    auto* line = new QHBoxLayout(head);
    line->setContentsMargins(14, 0, 10, 6);
    m_names->setObjectName(QStringLiteral("sequenceNames"));
    m_names->setAccessibleName(tr("Sequence"));
    m_names->setEditable(true);
    m_names->lineEdit()->setAccessibleName(m_names->accessibleName());
    m_names->setInsertPolicy(QComboBox::NoInsert);
    m_names->setMinimumWidth(170);
    m_pattern->setObjectName(QStringLiteral("sequencePattern"));
    m_pattern->setAccessibleName(tr("How ids are made"));
    keepWidth(m_pattern, 130);
    m_pattern->setToolTip(
        tr("{unit}, {step} and {location} stand for their numbers; {unit:2} has at least two digits"));
    auto* add = quietButton(tr("New"), "sequenceAdd", head);
    add->setToolTip(tr("New sequence"));
    auto* trades = tradeButton(head, [this](const TradeSequence& trade) { addForTrade(trade); });
    auto* step = quietButton(tr("Add a step"), "sequenceAddStep", head);
    auto* label = new QLabel(tr("Ids"), head);
    label->setProperty("quiet", true);
    line->addWidget(m_names);
    line->addSpacing(8);
    line->addWidget(label);
    line->addWidget(m_pattern);
    line->addStretch(1);
    line->addWidget(step);
    line->addWidget(trades);
    line->addWidget(add);
    line->addWidget(m_remove);
    connect(m_names, &QComboBox::activated, this,
            [this](int index) { choose(SequenceId{m_names->itemData(index).toUInt()}); });
    connect(m_names->lineEdit(), &QLineEdit::editingFinished, this, &SequencePage::rename);
    connect(m_pattern, &QLineEdit::editingFinished, this, &SequencePage::takePattern);
    connect(add, &QPushButton::clicked, this, &SequencePage::addNew);
    connect(step, &QPushButton::clicked, this, &SequencePage::addOneStep);
    connect(m_remove, &QPushButton::clicked, this, &SequencePage::askToRemove);
    return head;
}

void SequencePage::rename() {
    const Sequence* at = sequence();
    const QString typed = m_names->lineEdit()->text();
    if (m_filling || !at || typed == text(at->key) || m_names->findText(typed) >= 0) return;
    perform(tr("Sequence renamed “%1”").arg(typed),
            [&](Transaction& tx) { return renameSequence(tx, m_chosen, typed.toStdString()); });
    refresh();
}

void SequencePage::takePattern() {
    const Sequence* at = sequence();
    if (m_filling || !at || m_pattern->text() == text(at->idPattern)) return;
    perform(tr("%1 ids %2").arg(text(at->key), m_pattern->text()),
            [&](Transaction& tx) { return setIdPattern(tx, m_chosen, m_pattern->text().toStdString()); });
    refresh();
}

void SequencePage::addNew() {
    SequenceId made;
    perform(tr("Sequence added"), [&](Transaction& tx) -> Outcome {
        const auto added = addSequence(tx, tr("New sequence").toStdString());
        if (!added.ok()) return added.errors();
        made = *added;
        const auto first = addStep(tx, made, 0, tr("First step").toStdString());
        return first.ok() ? done() : Outcome(first.errors());
    });
    if (made) choose(made);
}

void SequencePage::addForTrade(const TradeSequence& trade) {
    SequenceId made;
    perform(tr("Sequence added: %1").arg(show::text(trade.name)), [&](Transaction& tx) -> Outcome {
        const auto added = addTradeSequence(tx, trade, m_book.items());
        if (!added.ok()) return added.errors();
        made = *added;
        return done();
    });
    if (made) choose(made);
}

void SequencePage::addOneStep() {
    if (!sequence()) return;
    int number = 0;
    perform(tr("Step added"), [&](Transaction& tx) -> Outcome {
        const auto added = addStep(tx, m_chosen, 0, tr("New step").toStdString());
        if (!added.ok()) return added.errors();
        number = *added;
        return done();
    });
    if (number > 0) m_steps->editCell(sequence()->steps.size() - 1, QStringLiteral("name"));
}

void SequencePage::askToRemove() {
    const Sequence* at = sequence();
    if (!at) return;
    emit question(
        tr("Remove the sequence “%1”? What it was laid out as stays, as ordinary activities.").arg(text(at->key)),
        tr("Remove"), [this, id = at->id, name = text(at->key)] {
            perform(tr("Sequence “%1” removed").arg(name), [id](Transaction& tx) { return removeSequence(tx, id); });
        });
}

const Sequence* SequencePage::sequence() const {
    return m_document.programme().sequences.row(m_chosen);
}

const SequenceStep* SequencePage::stepAt(std::size_t row) const {
    const Sequence* at = sequence();
    return at && row < at->steps.size() ? &at->steps[row] : nullptr;
}

ListColumn SequencePage::stepColumn(const char* name, const char* title, int width, bool right, StepField field) {
    ListColumn column;
    column.name = QLatin1String(name);
    column.title = show::words(title);
    column.width = width;
    column.right = right;
    column.text = [this, field](std::size_t row) {
        const SequenceStep* step = stepAt(row);
        if (!step) return QString();
        if (field == StepField::factor) return step->book ? show::twoDecimals(step->factor) : QString();
        return text(stepFieldText(m_document.programme(), *sequence(), *step, field));
    };
    column.commit = [this, field](Transaction* tx, std::size_t row, const std::string& typed) -> Outcome {
        const Sequence* of = tx->programme().sequences.row(m_chosen);
        if (!of || row >= of->steps.size()) return inputError(worded("the step is no longer there"));
        // What only stands in the planner's book comes into the job with its first use.
        if (field == StepField::book)
            for (const BookItem& item : m_book.items())
                if (item.name == typed || item.key == typed)
                    if (const auto copy = copyToJob(*tx, item); !copy.ok()) return copy.errors();
        return setStepField(*tx, m_chosen, of->steps[row].number, field, typed);
    };
    if (field == StepField::book)
        column.choices = [this] {
            QStringList names;
            for (const BookItem& item : m_document.programme().book) names << text(item.name);
            for (const BookItem& item : m_book.items())
                if (!names.contains(text(item.name))) names << text(item.name);
            return names;
        };
    if (field == StepField::bill)
        column.choices = [this] {
            QStringList names;
            for (const BillItem& item : m_document.programme().bill) names << text(item.key + " " + item.description);
            return names;
        };
    if (field == StepField::calendar) column.choices = [this] { return calendarChoices(m_document.programme()); };
    return column;
}

QWidget* SequencePage::buildSteps() {
    std::vector<ListColumn> columns;
    ListColumn number;
    number.name = number.title = tr("No.");
    number.width = 34;
    number.quiet = true;
    number.text = [this](std::size_t row) { return stepAt(row) ? QString::number(stepAt(row)->number) : QString(); };
    columns.push_back(std::move(number));
    for (const StepText& at : stepTexts) columns.push_back(stepColumn(at.name, at.title, at.width, at.right, at.field));
    ListSource source = documentSource(
        m_document, [this] { return sequence() ? sequence()->steps.size() : 0; },
        [this](Transaction& tx) -> Outcome {
            const auto added = addStep(tx, m_chosen, 0, tr("New step").toStdString());
            return added.ok() ? done() : Outcome(added.errors());
        },
        [this](std::size_t row) {
            const SequenceStep* step = stepAt(row);
            return sequence() && step ? text(sequence()->key + ", " + step->name) : QString();
        });
    m_steps = new ListPage(QStringLiteral("sequenceSteps"), tr("Steps of the sequence"), std::move(source),
                           std::move(columns), this);
    m_steps->hideLine();
    m_steps->setEmptyText(
        tr("A sequence is the steps of one trade after another that come again at every location: sockets, "
           "cap, fenders. Take one for a trade, or make a new one."));
    m_steps->offerFirst(tr("Take one for a trade"), {QStringLiteral("sequenceTrades")});
    m_steps->offerFirst(tr("Make a new one"), {QStringLiteral("sequenceAdd")});
    connect(&m_steps->table(), &GridView::refused, this, &SequencePage::refused);
    connect(&m_steps->table(), &GridView::addRequested, this,
            [this] { findChild<QPushButton*>(QStringLiteral("sequenceAddStep"))->click(); });
    connect(&m_steps->table(), &GridView::deleteRequested, this, [this] {
        const auto rows = m_steps->selectedRows();
        const SequenceStep* step = rows.empty() ? nullptr : stepAt(rows.front());
        if (!step) return;
        emit question(tr("Delete the step “%1”, and its activities where nobody altered them?").arg(text(step->name)),
                      tr("Delete"), [this, number = step->number, name = text(step->name)] {
                          perform(tr("Step “%1” deleted").arg(name),
                                  [&](Transaction& tx) { return removeStep(tx, m_chosen, number); });
                      });
    });
    return m_steps;
}

void SequencePage::offerItself(const QPoint& at) {
    QTreeWidgetItem* item = m_places->itemAt(at);
    if (!item) item = m_places->currentItem(); // from the keyboard
    const Location* place =
        item ? m_document.programme().locations.row(LocationId{item->data(0, placeRole).toUInt()}) : nullptr;
    if (!place || item->childCount() == 0) return;
    QMenu menu(this);
    QAction* itself = menu.addAction(tr("Lay it out over %1 itself").arg(text(place->name)));
    itself->setObjectName(QStringLiteral("sequenceItself"));
    itself->setCheckable(true);
    itself->setChecked(item->data(0, itselfRole).toBool());
    if (!menu.exec(m_places->viewport()->mapToGlobal(at))) return;
    m_filling = true;
    meanItself(*item, itself->isChecked());
    m_filling = false;
    takeChecked();
}

QWidget* SequencePage::buildUnits() {
    auto* part = new QWidget(this);
    m_unitPart = part;
    part->setObjectName(QStringLiteral("sequenceUnits"));
    part->setAttribute(Qt::WA_StyledBackground);
    auto* layout = new QVBoxLayout(part);
    layout->setContentsMargins(14, 8, 10, 8);
    m_laid->setObjectName(QStringLiteral("sequenceLaid"));
    m_laid->setWordWrap(true);
    layout->addWidget(m_laid);
    layout->addWidget(m_byHand);
    m_byHand->setLayout(new QVBoxLayout);
    m_byHand->layout()->setContentsMargins(0, 0, 0, 0);
    auto* title = new QLabel(tr("Lay it out over"), part);
    title->setFont(boldened(bodyFont()));
    layout->addWidget(title);
    auto* columns = new QHBoxLayout;
    m_places->setObjectName(QStringLiteral("sequencePlaces"));
    m_places->setAccessibleName(tr("Locations to lay it out over"));
    m_places->setHeaderHidden(true);
    m_places->setMaximumWidth(210);
    m_places->setFrameShape(QFrame::NoFrame);
    columns->addWidget(m_places);
    m_quantityPart->setLayout(new QVBoxLayout);
    m_quantityPart->layout()->setContentsMargins(0, 0, 0, 0);
    columns->addWidget(m_quantityPart, 1);
    layout->addLayout(columns, 1);
    auto* line = new QHBoxLayout;
    auto* label = new QLabel(tr("In the group"), part);
    label->setProperty("quiet", true);
    m_group->setObjectName(QStringLiteral("sequenceGroup"));
    m_group->setAccessibleName(tr("Group that the activities go into"));
    m_groupEach->setObjectName(QStringLiteral("sequenceGroupEach"));
    m_groupEach->setChecked(true);
    m_lay->setObjectName(QStringLiteral("sequenceLay"));
    line->addWidget(label);
    line->addWidget(m_group);
    line->addWidget(m_groupEach);
    line->addStretch(1);
    line->addWidget(m_lay);
    layout->addLayout(line);
    connect(m_places, &QTreeWidget::itemChanged, this, [this] {
        if (!m_filling) takeChecked();
    });
    m_places->setContextMenuPolicy(Qt::CustomContextMenu);
    connect(m_places, &QTreeWidget::customContextMenuRequested, this, &SequencePage::offerItself);
    connect(m_lay, &QPushButton::clicked, this, &SequencePage::layOutNow);
    return part;
}

void SequencePage::chooseOf(ActivityId activity) {
    for (const LaidOut& unit : m_document.programme().laidOut)
        for (const LaidOutStep& step : unit.steps)
            if (step.activity == activity && activity && unit.sequence != m_chosen) return choose(unit.sequence);
}

void SequencePage::choose(SequenceId id) {
    m_chosen = id;
    m_units.clear();
    refresh();
}

void SequencePage::refresh() {
    const Programme& p = m_document.programme();
    if (!p.sequences.row(m_chosen)) {
        m_chosen = p.sequences.empty() ? SequenceId{} : p.sequences[0].id;
        m_units.clear();
    }
    std::erase_if(m_units, [&](const UnitToLay& unit) { return !p.locations.row(unit.location); });
    m_filling = true;
    m_names->clear();
    for (const Sequence& one : p.sequences) m_names->addItem(text(one.key), one.id.value);
    m_names->setCurrentIndex(m_names->findData(m_chosen.value));
    const Sequence* at = sequence();
    m_pattern->setText(at ? text(at->idPattern) : QString());
    for (QWidget* one : std::initializer_list<QWidget*>{m_names, m_pattern, m_remove}) one->setEnabled(at != nullptr);
    const QVariant group = m_group->currentData();
    m_group->clear();
    m_group->addItem(tr("top level"), 0u);
    const auto codes = breakdownCodes(p);
    for (std::size_t i = 0; i < p.breakdown.size(); ++i)
        m_group->addItem(text(codes[i] + " " + p.breakdown[i].name), p.breakdown[i].id.value);
    m_group->setCurrentIndex(std::max(0, m_group->findData(group)));
    m_filling = false;
    m_unitPart->setVisible(at != nullptr);
    m_steps->refresh();
    refreshUnits();
    refreshPlaces();
    proposeQuantities();
}

/// What it was laid out over, and what of that was altered by hand.
void SequencePage::refreshUnits() {
    const Programme& p = m_document.programme();
    clearLayout(m_byHand->layout());
    qint64 units = 0, activities = 0;
    for (const LaidOut& unit : p.laidOut) {
        if (unit.sequence != m_chosen) continue;
        ++units;
        for (const LaidOutStep& step : unit.steps) activities += step.activity ? 1 : 0;
    }
    std::vector<ByHand> byHand = byHandOf(p);
    std::erase_if(byHand, [this](const ByHand& one) { return one.sequence != m_chosen; });
    QString words = units == 0 ? tr("Not laid out yet.")
                               : tr("Laid out %1, as %2.")
                                     .arg(units == 1 ? tr("once") : tr("%1 times").arg(units),
                                          show::countOf(activities, "activity", "activities"));
    if (units > 0)
        words += byHand.empty() ? tr(" All follow the sequence.")
                                : tr(" Altered by hand, and kept when the sequence changes:");
    m_laid->setText(words);
    std::vector<ActivityId> altered;
    QStringList lines;
    for (const ByHand& one : byHand) {
        QStringList what;
        for (const std::string& aspect : one.what) what << show::words(aspect);
        const Activity* activity = p.activities.row(one.activity);
        if (activity) altered.push_back(one.activity);
        lines << (activity ? text(activity->key + " " + activity->name)
                           : tr("unit %1, step %2").arg(one.unit).arg(one.step)) +
                     QStringLiteral(": ") + what.join(tr(", "));
    }
    m_byHand->setVisible(!lines.isEmpty());
    if (lines.isEmpty()) return;
    const int most = 4;
    QString listed = lines.mid(0, most).join(QLatin1Char('\n'));
    if (lines.size() > most) listed += tr("\nand %1 more").arg(lines.size() - most);
    auto* list = new QLabel(listed, m_byHand);
    list->setObjectName(QStringLiteral("sequenceByHand"));
    setInk(list, Ink::near);
    m_byHand->layout()->addWidget(list);
    if (altered.empty()) return;
    auto* again = quietButton(tr("Make them follow again"), "sequenceFollow", m_byHand);
    m_byHand->layout()->addWidget(again);
    m_byHand->layout()->setAlignment(again, Qt::AlignLeft);
    connect(again, &QPushButton::clicked, this, [this, altered] {
        perform(
            tr("%1 follow their sequence again").arg(show::countOf(qint64(altered.size()), "activity", "activities")),
            [&](Transaction& tx) { return followAgain(tx, altered); });
    });
}

void SequencePage::meanItself(QTreeWidgetItem& item, bool itself) {
    item.setData(0, itselfRole, itself);
    const Location* place = m_document.programme().locations.row(LocationId{item.data(0, placeRole).toUInt()});
    if (place) item.setText(0, itself ? tr("%1 · itself").arg(text(place->name)) : text(place->name));
}

void SequencePage::refreshPlaces() {
    const Programme& p = m_document.programme();
    std::unordered_set<LocationId> laid, checked;
    for (const LaidOut& unit : p.laidOut)
        if (unit.sequence == m_chosen) laid.insert(unit.location);
    for (const UnitToLay& unit : m_units) checked.insert(unit.location);
    m_filling = true;
    m_places->clear();
    const std::function<void(LocationId, QTreeWidgetItem*)> add = [&](LocationId parent, QTreeWidgetItem* under) {
        for (const Location& one : p.locations) {
            if (one.parent != parent) continue;
            auto* item = new QTreeWidgetItem({text(one.name)});
            item->setData(0, placeRole, one.id.value);
            if (under)
                under->addChild(item);
            else
                m_places->addTopLevelItem(item);
            add(one.id, item);
            const bool there = laid.contains(one.id);
            if (there) item->setText(0, tr("%1 · laid out").arg(text(one.name)));
            // A place with others in it stands for them; that it is meant itself is said by its menu.
            if (item->childCount() > 0) {
                item->setFlags(item->flags() | Qt::ItemIsAutoTristate);
                if (checked.contains(one.id)) meanItself(*item, true);
                continue;
            }
            item->setCheckState(0, checked.contains(one.id) || there ? Qt::Checked : Qt::Unchecked);
            if (there) item->setFlags(Qt::NoItemFlags);
        }
    };
    add({}, nullptr);
    m_places->expandAll();
    m_filling = false;
}

void SequencePage::takeChecked() {
    std::vector<LocationId> checked;
    m_filling = true;
    for (QTreeWidgetItemIterator it(m_places); *it; ++it) {
        QTreeWidgetItem& item = **it;
        const bool group = item.childCount() > 0;
        // What is laid out stays ticked, whatever the place it lies in was told.
        if (!group && !(item.flags() & Qt::ItemIsEnabled)) item.setCheckState(0, Qt::Checked);
        if (group ? item.data(0, itselfRole).toBool()
                  : item.checkState(0) == Qt::Checked && (item.flags() & Qt::ItemIsEnabled))
            checked.push_back(LocationId{item.data(0, placeRole).toUInt()});
    }
    m_filling = false;
    m_units = proposedUnits(m_document.programme(), m_chosen, checked);
    proposeQuantities();
}

/// The quantities of each location, to be typed over before anything is made.
ListColumn SequencePage::quantityColumn(const SequenceStep& step, std::size_t i) {
    const BookItem* book = m_document.programme().book.row(step.book);
    const BillItem* bill = m_document.programme().bill.row(step.bill);
    ListColumn column;
    column.name = QStringLiteral("quantity%1").arg(step.number);
    column.title = text(step.name + ", " +
                        unitSymbol(book && !book->unit.empty() ? book->unit
                                   : bill                      ? bill->unit
                                                               : ""));
    column.width = std::max(106, QFontMetrics(boldened(bodyFont())).horizontalAdvance(column.title) + 22);
    column.right = true;
    column.text = [this, i](std::size_t row) {
        return i < m_units[row].quantities.size() ? show::number(m_units[row].quantities[i]) : QString();
    };
    column.commit = [this, i](Transaction*, std::size_t row, const std::string& typed) -> Outcome {
        const auto value = typed.empty() ? Result<Decimal>(Decimal(0)) : parseFigure(typed);
        if (!value.ok()) return value.errors();
        if (value->sign() < 0) return inputError(worded("a quantity cannot be negative"));
        m_units[row].quantities.resize(std::max(m_units[row].quantities.size(), i + 1));
        m_units[row].quantities[i] = *value;
        return done();
    };
    return column;
}

void SequencePage::proposeQuantities() {
    const Sequence* at = sequence();
    clearLayout(m_quantityPart->layout());
    m_quantities = nullptr;
    m_lay->setEnabled(at && !m_units.empty() && !at->steps.empty());
    m_lay->setText(m_units.empty() ? tr("Lay out")
                                   : tr("Lay out %1").arg(show::countOf(qint64(m_units.size()), "unit", "units")));
    if (!at || m_units.empty()) {
        const bool none = m_document.programme().locations.empty();
        auto* hint = new QLabel(m_quantityPart);
        hint->setText(none ? tr("There are no locations yet. They are made in Scope.")
                           : tr("Tick the locations; each gets its share of the bill, which you can type over."));
        hint->setWordWrap(true);
        hint->setAlignment(Qt::AlignTop);
        hint->setProperty("quiet", true);
        m_quantityPart->layout()->addWidget(hint);
        auto* first = new FirstSteps(m_quantityPart);
        if (none) first->offer(tr("Add the first location"), {QStringLiteral("stage3"), QStringLiteral("locationAdd")});
        m_quantityPart->layout()->addWidget(first);
        return;
    }
    std::vector<ListColumn> columns;
    ListColumn place;
    place.name = QStringLiteral("place");
    place.title = tr("Location");
    place.width = 120;
    place.text = [this](std::size_t row) {
        const Location* one = m_document.programme().locations.row(m_units[row].location);
        return one ? text(one->name) : QString();
    };
    columns.push_back(std::move(place));
    for (std::size_t i = 0; i < at->steps.size(); ++i)
        if (at->steps[i].book || at->steps[i].bill) columns.push_back(quantityColumn(at->steps[i], i));
    ListSource source;
    source.size = [this] { return m_units.size(); };
    source.perform = [this](const QString&, const std::function<Outcome(Transaction*)>& apply) {
        const std::vector<UnitToLay> before = m_units;
        Outcome outcome = apply(nullptr);
        if (!outcome.ok()) m_units = before;
        if (m_quantities) m_quantities->refresh();
        return outcome;
    };
    source.nameOf = [](std::size_t) { return QString(); };
    m_quantities = new ListPage(QStringLiteral("sequenceQuantities"), tr("Quantities for each location"),
                                std::move(source), std::move(columns), m_quantityPart);
    connect(&m_quantities->table(), &GridView::refused, this, &SequencePage::refused);
    m_quantities->hideLine();
    m_quantityPart->layout()->addWidget(m_quantities);
}

void SequencePage::layOutNow() {
    const Sequence* at = sequence();
    if (!at) return;
    std::vector<ActivityId> made;
    const BreakdownId parent{m_group->currentData().toUInt()};
    perform(
        tr("%1 laid out over %2").arg(text(at->key), show::countOf(qint64(m_units.size()), "location", "locations")),
        [&](Transaction& tx) -> Outcome {
            const auto laid = layOut(tx, m_chosen, m_units, parent, m_groupEach->isChecked());
            if (!laid.ok()) return laid.errors();
            made = *laid;
            return done();
        });
    if (made.empty() || !m_document.programme().activities.row(made.front())) return;
    m_units.clear();
    refresh();
    emit reveal(made.front());
}

void SequencePage::perform(const QString& step, const Document::Operation& operation) {
    const Outcome outcome = m_document.perform(step, operation);
    if (!outcome.ok()) emit refused(show::error(outcome.error()));
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/lens/lens_pane.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/base/tab_row.h"
#include "app/lens/codes_page.h"
#include "app/lens/key_rows.h"
#include "app/table/activity_columns.h"
#include "app/table/list_page.h"
#include "app/window/dialogs.h"
#include "core/base/text.h"
#include "core/view/filter.h"
#include "edit/sorting_edits.h"
#include "store/file.h"
#include "store/lens_file.h"

#include <QCheckBox>
#include <QComboBox>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QMenu>
#include <QPushButton>
#include <QScopedValueRollback>
#include <QToolButton>
#include <QVBoxLayout>

#include <algorithm>

namespace yarrin {

namespace {

QLabel* title(const QString& text, QWidget* parent) {
    auto* label = new QLabel(text, parent);
    label->setFont(boldened(bodyFont()));
    return label;
}

QComboBox* choice(const char* name, const QString& what, QWidget* parent) {
    auto* box = new QComboBox(parent);
    box->setObjectName(QLatin1String(name));
    box->setAccessibleName(what);
    box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    box->setMinimumContentsLength(6);
    return box;
}

/// Fills a choice of fields, with what stands for none first.
void fill(QComboBox& box, const QString& none, const std::vector<ViewField>& fields, const std::string& chosen) {
    box.clear();
    box.addItem(none);
    for (const ViewField& field : fields) {
        box.addItem(show::label(field), show::text(field.name));
        if (field.name == chosen) box.setCurrentIndex(box.count() - 1);
    }
    if (!chosen.empty() && box.currentIndex() == 0) {
        box.addItem(LensPane::tr("%1 (not here)").arg(show::text(chosen)), show::text(chosen));
        box.setCurrentIndex(box.count() - 1);
    }
}

} // namespace

LensPane::LensPane(Document& document, ViewState& state, Dialogs& dialogs, QWidget* parent)
    : QFrame(parent), m_document(document), m_state(state), m_dialogs(dialogs),
      m_tabs(new TabRow({{tr("Lens"), "lensTab"}, {tr("Codes"), "codesTab"}}, this)), m_lensPage(nullptr),
      m_codes(new CodesPage(document, this)) {
    setObjectName(QStringLiteral("lensPane"));
    setAccessibleName(tr("Lens and codes"));
    keepWidth(this, 330);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(10, 8, 8, 4);
    head->addWidget(m_tabs);
    head->addStretch(1);
    auto* close = quietButton(tr("Close"), "lensClose", this);
    connect(close, &QPushButton::clicked, this, &LensPane::closed);
    head->addWidget(close);
    layout->addLayout(head);
    m_lensPage = scrolledPage(buildLens(), this);
    layout->addWidget(m_lensPage, 1);
    layout->addWidget(m_codes, 1);
    const auto page = [this](int index) {
        m_lensPage->setVisible(index == 0);
        m_codes->setVisible(index == 1);
        m_tabs->setCurrent(index);
    };
    connect(m_tabs, &TabRow::chosen, this, page);
    page(0);
    connect(m_codes, &CodesPage::refused, this, &LensPane::refused);
    connect(&m_state, &ViewState::lensChanged, this, &LensPane::refresh);
    connect(&m_document, &Document::changed, this, &LensPane::refresh);
}

QWidget* LensPane::buildLens() {
    auto* page = new QWidget;
    page->setObjectName(QStringLiteral("lensPage"));
    auto* layout = new QVBoxLayout(page);
    layout->setContentsMargins(14, 6, 14, 14);
    layout->setSpacing(6);
    buildHead(*layout);
    buildFilter(*layout);
    layout->addSpacing(8);
    layout->addWidget(title(tr("Groups"), page));
    m_groups = new KeyRows(QStringLiteral("lensGroup"), tr("no groups"), tr("and within them…"), mostLensGroups, page);
    layout->addWidget(m_groups);
    connect(m_groups, &KeyRows::changed, this,
            [this](const std::vector<LensKey>& keys) { change([&](Lens& lens) { lens.groups = keys; }); });
    layout->addSpacing(8);
    layout->addWidget(title(tr("Order within a group"), page));
    m_order = new KeyRows(QStringLiteral("lensOrder"), tr("their own order"), tr("then by…"), mostLensOrders, page);
    layout->addWidget(m_order);
    connect(m_order, &KeyRows::changed, this,
            [this](const std::vector<LensKey>& keys) { change([&](Lens& lens) { lens.order = keys; }); });
    layout->addSpacing(8);
    buildColumns(*layout);
    layout->addSpacing(8);
    buildBars(*layout);
    layout->addStretch(1);
    return page;
}

void LensPane::buildHead(QVBoxLayout& layout) {
    m_name = new QLineEdit;
    m_name->setObjectName(QStringLiteral("lensName"));
    m_name->setAccessibleName(tr("Name of the lens"));
    auto* line = new QHBoxLayout;
    line->setSpacing(6);
    line->addWidget(m_name, 1);
    auto* keep = new QPushButton(tr("Keep"));
    keep->setObjectName(QStringLiteral("lensKeep"));
    keep->setToolTip(tr("Keep the lens with the job under this name"));
    line->addWidget(keep);
    auto* more = new QToolButton;
    more->setObjectName(QStringLiteral("lensMore"));
    more->setText(QStringLiteral("⋯"));
    more->setAccessibleName(tr("More about the lens"));
    more->setPopupMode(QToolButton::InstantPopup);
    auto* menu = new QMenu(more);
    const auto add = [&](const char* name, const QString& text, auto run) {
        QAction* action = menu->addAction(text, this, run);
        action->setObjectName(QLatin1String(name));
        return action;
    };
    QAction* again = add("lensReset", tr("As it was &kept"), [this] { reset(); });
    QAction* named = add("lensRename", tr("&Rename it so"), [this] { rename(); });
    add("lensDuplicate", tr("&Duplicate"), [this] {
        std::string name = m_state.lens().name + " 2";
        const auto taken = [&] {
            const auto& all = m_document.programme().lenses;
            return std::any_of(all.begin(), all.end(), [&](const KeptLens& one) { return one.key == name; });
        };
        for (int i = 3; taken(); ++i) name = m_state.lens().name + " " + std::to_string(i);
        this->keep(name);
    });
    QAction* gone = add("lensDelete", tr("De&lete"), [this] { remove(); });
    menu->addSeparator();
    add("lensExport", tr("&Export…"), [this] { exportLens(); });
    add("lensImport", tr("&Import…"), [this] { importLens(); });
    connect(menu, &QMenu::aboutToShow, this, [this, again, named, gone] {
        again->setText(kept() ? tr("As it was &kept") : tr("As it &ships"));
        named->setEnabled(kept() && m_name->text() != show::text(m_state.lens().name));
        gone->setEnabled(kept());
    });
    more->setMenu(menu);
    line->addWidget(more);
    layout.addLayout(line);
    connect(keep, &QPushButton::clicked, this, [this] { this->keep(m_name->text().toStdString()); });
    connect(m_name, &QLineEdit::returnPressed, keep, &QPushButton::click);
}

void LensPane::buildFilter(QVBoxLayout& layout) {
    layout.addSpacing(8);
    layout.addWidget(title(tr("Show only"), this));
    m_filter = new QLineEdit;
    m_filter->setObjectName(QStringLiteral("lensFilter"));
    m_filter->setAccessibleName(tr("Show only activities for which this holds"));
    m_filter->setPlaceholderText(tr("everything; or, say, float < 5d and not complete"));
    m_filter->setClearButtonEnabled(true);
    layout.addWidget(m_filter);
    m_filterFault = new QLabel;
    m_filterFault->setObjectName(QStringLiteral("lensFilterFault"));
    m_filterFault->setWordWrap(true);
    layout.addWidget(m_filterFault);
    connect(m_filter, &QLineEdit::textEdited, this,
            [this](const QString& text) { change([&](Lens& lens) { lens.filter = trimmed(text.toStdString()); }); });
    m_join = choice("conditionJoin", tr("Joined with and, or"), this);
    m_join->addItems({tr("and"), tr("or")});
    m_field = choice("conditionField", tr("Field of the condition"), this);
    m_comparison = choice("conditionComparison", tr("Comparison"), this);
    m_value = choice("conditionValue", tr("Value"), this);
    m_value->setEditable(true);
    m_value->setInsertPolicy(QComboBox::NoInsert);
    auto* add = new QPushButton(tr("Add"));
    add->setObjectName(QStringLiteral("conditionAdd"));
    add->setAccessibleName(tr("Add the condition"));
    auto* first = new QHBoxLayout;
    first->addWidget(m_join);
    first->addWidget(m_field, 1);
    auto* second = new QHBoxLayout;
    second->addWidget(m_comparison, 1);
    second->addWidget(m_value, 1);
    second->addWidget(add);
    layout.addLayout(first);
    layout.addLayout(second);
    connect(m_field, &QComboBox::activated, this, &LensPane::refreshCondition);
    connect(m_comparison, &QComboBox::activated, this,
            [this] { m_value->setEnabled(m_comparison->currentData().toBool()); });
    connect(add, &QPushButton::clicked, this, &LensPane::addCondition);
    connect(m_value->lineEdit(), &QLineEdit::returnPressed, this, &LensPane::addCondition);
}

void LensPane::buildColumns(QVBoxLayout& layout) {
    layout.addWidget(title(tr("Columns"), this));
    m_columnWords = new QLineEdit;
    m_columnWords->setObjectName(QStringLiteral("lensColumnWords"));
    m_columnWords->setAccessibleName(tr("Find a column"));
    m_columnWords->setPlaceholderText(tr("Find a column…"));
    m_columnWords->setClearButtonEnabled(true);
    m_columns = new QListWidget;
    m_columns->setObjectName(QStringLiteral("lensColumns"));
    m_columns->setAccessibleName(tr("Columns: ticked ones are shown, in this order"));
    m_columns->setDragDropMode(QAbstractItemView::InternalMove);
    m_columns->setMinimumHeight(190);
    layout.addWidget(m_columnWords);
    layout.addWidget(m_columns);
    connect(m_columnWords, &QLineEdit::textChanged, this, [this](const QString& words) {
        for (int i = 0; i < m_columns->count(); ++i)
            m_columns->item(i)->setHidden(!m_columns->item(i)->text().contains(words, Qt::CaseInsensitive));
    });
    connect(m_columns, &QListWidget::itemChanged, this, &LensPane::takeColumns);
    connect(m_columns->model(), &QAbstractItemModel::rowsMoved, this, &LensPane::takeColumns, Qt::QueuedConnection);
}

void LensPane::buildBars(QVBoxLayout& layout) {
    layout.addWidget(title(tr("Bars and rows"), this));
    const auto line = [&](const QString& text, QWidget* field) {
        auto* row = new QHBoxLayout;
        auto* label = new QLabel(text);
        keepWidth(label, 104);
        row->addWidget(label);
        row->addWidget(field, 1);
        layout.addLayout(row);
    };
    m_colour = choice("lensColour", tr("What bars are coloured by"), this);
    m_before = choice("lensBefore", tr("Text in front of bars"), this);
    m_on = choice("lensOn", tr("Text on bars"), this);
    m_after = choice("lensAfter", tr("Text behind bars"), this);
    line(tr("Coloured by"), m_colour);
    line(tr("In front"), m_before);
    line(tr("On the bar"), m_on);
    line(tr("Behind"), m_after);
    m_lines = choice("lensLines", tr("Lines of text in a row"), this);
    for (int lines = 1; lines <= mostLensLines; ++lines) m_lines->addItem(QString::number(lines));
    line(tr("Lines in a row"), m_lines);
    m_totals = new QCheckBox(tr("Headings add figures up"));
    m_totals->setObjectName(QStringLiteral("lensTotals"));
    layout.addWidget(m_totals);
    m_time = new QCheckBox(tr("Shows these days of the chart"));
    m_time->setObjectName(QStringLiteral("lensTime"));
    layout.addWidget(m_time);
    for (const auto& [box, member] : {std::pair(m_colour, &Lens::colour), std::pair(m_before, &Lens::before),
                                      std::pair(m_on, &Lens::on), std::pair(m_after, &Lens::after)})
        connect(box, &QComboBox::activated, this, [this, box = box, member = member] {
            change([&](Lens& lens) { lens.*member = box->currentData().toString().toStdString(); });
        });
    connect(m_lines, &QComboBox::activated, this,
            [this](int index) { change([&](Lens& lens) { lens.lines = index + 1; }); });
    connect(m_totals, &QCheckBox::toggled, this, [this](bool on) { change([&](Lens& lens) { lens.totals = on; }); });
    connect(m_time, &QCheckBox::toggled, this, [this](bool on) {
        if (!m_filling) emit timeWanted(on);
    });
}

void LensPane::setBuildUp(bool buildUp) {
    m_buildUp = buildUp;
    refresh();
}

void LensPane::focusFilter() {
    refresh();
    m_tabs->setCurrent(0);
    emit m_tabs->chosen(0);
    m_filter->setFocus();
}

void LensPane::showCodes() {
    emit m_tabs->chosen(1);
    m_codes->focusFirst();
}

void LensPane::change(const std::function<void(Lens&)>& change) {
    if (m_filling) return;
    Lens lens = m_state.lens();
    change(lens);
    m_state.setLens(lens);
}

const KeptLens* LensPane::kept() const {
    for (const KeptLens& one : m_document.programme().lenses)
        if (one.key == m_state.lens().name) return &one;
    return nullptr;
}

void LensPane::refresh() {
    if (isHidden()) return;
    const QScopedValueRollback filling(m_filling, true);
    const Lens& lens = m_state.lens();
    const std::vector<ViewField> fields = fieldsOf(m_document.programme());
    std::vector<ViewField> grouping;
    for (const ViewField& field : fields)
        if (field.groups) grouping.push_back(field);
    if (!m_name->hasFocus()) m_name->setText(show::text(lens.name));
    if (m_filter->text().trimmed() != show::text(lens.filter)) m_filter->setText(show::text(lens.filter));
    const auto filter = Filter::parse(m_document.programme(), lens.filter);
    setMark(m_filter, "fault", !filter.ok());
    m_filterFault->setVisible(!lens.filter.empty());
    setInk(m_filterFault, filter.ok() ? Ink::muted : Ink::critical);
    if (!filter.ok()) {
        m_filterFault->setText(tr("%1 Nothing is hidden by it.").arg(show::error(filter.error())));
    } else {
        const FieldContext context(m_document.programme(), m_document.schedule(), &m_document.lookup(),
                                   m_state.outline() ? &m_state.outline()->spans : nullptr);
        const auto hidden = qint64(hiddenBy(context, lens));
        m_filterFault->setText(tr("%1 hidden").arg(show::countOf(hidden, "activity", "activities")));
    }
    m_groups->show(grouping, lens.groups);
    m_order->show(fields, lens.order);
    fill(*m_colour, tr("how urgent they are"), grouping, lens.colour);
    fill(*m_before, tr("nothing"), fields, lens.before);
    fill(*m_on, tr("nothing"), fields, lens.on);
    fill(*m_after, tr("nothing"), fields, lens.after);
    m_lines->setCurrentIndex(lens.lines - 1);
    m_totals->setChecked(lens.totals);
    m_time->setChecked(lens.time.has_value());
    m_time->setText(lens.time ? tr("Shows %1 – %2").arg(show::date(lens.time->first), show::date(lens.time->second))
                              : tr("Shows these days of the chart"));
    const QString chosen = m_field->currentData().toString();
    if (m_field->count() != int(fields.size())) {
        m_field->clear();
        for (const ViewField& field : fields) m_field->addItem(show::label(field), show::text(field.name));
        m_field->setCurrentIndex(std::max(0, m_field->findData(chosen)));
        refreshCondition();
    }
    m_join->setVisible(!lens.filter.empty());
    refreshColumns();
}

void LensPane::refreshColumns() {
    const Lens& lens = m_state.lens();
    std::vector<ColumnChoice> choices = columnChoices(m_document.programme(), m_buildUp);
    QStringList shown;
    for (const ActivityColumn& one : columnsFor(m_document.programme(), lens, m_buildUp)) shown << one.name;
    std::stable_sort(choices.begin(), choices.end(), [&](const ColumnChoice& a, const ColumnChoice& b) {
        const auto place = [&](const ColumnChoice& one) {
            const auto at = shown.indexOf(one.name);
            return at < 0 ? shown.size() : at;
        };
        return place(a) < place(b);
    });
    QStringList now, wanted;
    for (int i = 0; i < m_columns->count(); ++i)
        now << m_columns->item(i)->data(Qt::UserRole).toString() +
                   QString::number(int(m_columns->item(i)->checkState()));
    for (const ColumnChoice& one : choices)
        if (one.name != QLatin1String("id") && one.name != QLatin1String("name"))
            wanted << one.name + QString::number(int(shown.contains(one.name) ? Qt::Checked : Qt::Unchecked));
    if (now == wanted) return;
    const int row = m_columns->currentRow();
    m_columns->clear();
    for (const ColumnChoice& one : choices) {
        if (one.name == QLatin1String("id") || one.name == QLatin1String("name")) continue;
        auto* item = new QListWidgetItem(one.title, m_columns);
        item->setData(Qt::UserRole, one.name);
        item->setFlags(Qt::ItemIsEnabled | Qt::ItemIsSelectable | Qt::ItemIsUserCheckable | Qt::ItemIsDragEnabled);
        item->setCheckState(shown.contains(one.name) ? Qt::Checked : Qt::Unchecked);
        item->setHidden(!one.title.contains(m_columnWords->text(), Qt::CaseInsensitive));
    }
    m_columns->setCurrentRow(std::min(row, m_columns->count() - 1));
}

/// The ticked columns in the order of the list; those that were shown keep their width.
void LensPane::takeColumns() {
    if (m_filling) return;
    const Lens& lens = m_state.lens();
    const std::vector<LensColumn>& before = m_buildUp ? lens.buildUpColumns : lens.columns;
    std::vector<LensColumn> columns{{"id"}, {"name"}};
    for (int i = 0; i < m_columns->count(); ++i)
        if (m_columns->item(i)->checkState() == Qt::Checked)
            columns.push_back({m_columns->item(i)->data(Qt::UserRole).toString().toStdString()});
    for (LensColumn& one : columns)
        for (const LensColumn& known : before)
            if (known.field == one.field) one = known;
    change([&](Lens& changed) { (m_buildUp ? changed.buildUpColumns : changed.columns) = columns; });
}

/// What may be said of the chosen field, and the values that there are of it.
void LensPane::refreshCondition() {
    const auto field = fieldNamed(m_document.programme(), m_field->currentData().toString().toStdString());
    if (!field) return;
    m_comparison->clear();
    for (const Comparison& one : comparisonsFor(field->kind))
        m_comparison->addItem(one.words.empty() ? tr("holds")
                                                : QString::fromUtf8(one.words.data(), int(one.words.size())),
                              one.takesValue);
    m_value->clear();
    m_value->setEnabled(m_comparison->currentData().toBool());
    if (field->kind == FieldKind::date) m_value->addItems({tr("6 weeks"), tr("2 weeks")});
    if (field->groups) {
        std::vector<FieldValue> values;
        const FieldContext context(m_document.programme(), m_document.schedule());
        for (std::size_t i = 0; i < m_document.programme().activities.size() && values.size() < 5000; ++i)
            values.push_back(field->value(context, i));
        std::sort(values.begin(), values.end(),
                  [](const FieldValue& a, const FieldValue& b) { return compareValues(a, b) < 0; });
        values.erase(std::unique(values.begin(), values.end()), values.end());
        for (const FieldValue& value : values)
            if (!std::holds_alternative<std::monostate>(value)) m_value->addItem(show::value(value));
    }
    m_value->setCurrentIndex(m_value->count() > 0 ? 0 : -1);
}

void LensPane::addCondition() {
    const auto field = fieldNamed(m_document.programme(), m_field->currentData().toString().toStdString());
    if (!field) return;
    const bool takes = m_comparison->currentData().toBool();
    std::string words = m_comparison->currentText().toStdString();
    if (field->kind == FieldKind::flag) words = m_comparison->currentIndex() == 0 ? "" : "not";
    const std::string one = conditionPhrase(*field, words, takes ? m_value->currentText().toStdString() : "");
    const std::string before = m_state.lens().filter;
    const auto filter = Filter::parse(m_document.programme(), one);
    if (!filter.ok()) {
        m_filterFault->setVisible(true);
        setInk(m_filterFault, Ink::critical);
        return m_filterFault->setText(show::error(filter.error()));
    }
    const bool any = m_join->currentIndex() == 1;
    // "and" binds first: what was joined by "or" stands in brackets when something is to hold beside it.
    const bool brackets = !any && lowered(before).find(" or ") != std::string::npos;
    const std::string joined =
        before.empty() ? one : (brackets ? "(" + before + ")" : before) + (any ? " or " : " and ") + one;
    change([&](Lens& lens) { lens.filter = joined; });
}

void LensPane::keep(const std::string& name) {
    Lens lens = m_state.lens();
    lens.name = trimmed(name);
    const Outcome done = m_document.perform(tr("Lens “%1” kept").arg(show::text(lens.name)),
                                            [&](Transaction& tx) { return keepLens(tx, keptFrom(lens)); });
    if (!done.ok()) return emit refused(show::error(done.error()));
    m_state.setLens(lens);
    m_name->clearFocus();
    refresh();
    emit told(tr("The lens “%1” is kept with the job.").arg(show::text(lens.name)));
}

void LensPane::rename() {
    const KeptLens* lens = kept();
    const std::string name = trimmed(m_name->text().toStdString());
    if (!lens) return;
    const Outcome done = m_document.perform(tr("Lens renamed “%1”").arg(show::text(name)),
                                            [&, id = lens->id](Transaction& tx) { return renameLens(tx, id, name); });
    if (!done.ok()) return emit refused(show::error(done.error()));
    m_name->clearFocus();
    change([&](Lens& changed) { changed.name = name; });
}

void LensPane::remove() {
    const KeptLens* lens = kept();
    if (!lens) return;
    const Outcome done = m_document.perform(tr("Lens “%1” deleted").arg(show::text(lens->key)),
                                            [id = lens->id](Transaction& tx) { return removeLens(tx, id); });
    if (!done.ok()) return emit refused(show::error(done.error()));
    m_state.setLens(shippedLenses().front());
}

void LensPane::reset() {
    Lens as = shippedLenses().front();
    for (const Lens& shipped : shippedLenses())
        if (shipped.name == m_state.lens().name) as = shipped;
    if (const KeptLens* lens = kept()) as = lensFrom(*lens);
    m_state.setLens(as);
}

void LensPane::exportLens() {
    const QString name = show::text(m_state.lens().name);
    const QString path = m_dialogs.fileToSave(this, tr("Export the lens"), name + QStringLiteral(".yarrin-lens"),
                                              tr("Lenses (*.yarrin-lens)"));
    if (path.isEmpty()) return;
    const Outcome written = writeTextFile(path.toStdString(), lensToJson(keptFrom(m_state.lens())));
    if (!written.ok()) return emit refused(tr("Not exported. %1").arg(show::error(written.error())));
    emit told(tr("The lens “%1” was exported to %2.").arg(name, path));
}

void LensPane::importLens() {
    const QString path = m_dialogs.fileToImport(this, tr("Import a lens"), tr("Lenses (*.yarrin-lens);;All files (*)"));
    if (path.isEmpty()) return;
    const auto bytes = readTextFile(path.toStdString());
    if (!bytes.ok()) return emit refused(tr("Not imported. %1").arg(show::error(bytes.error())));
    const auto lens = lensFromJson(*bytes);
    if (!lens.ok()) return emit refused(tr("Not imported. %1").arg(show::error(lens.error())));
    const Outcome done = m_document.perform(tr("Lens “%1” imported").arg(show::text(lens->key)),
                                            [&](Transaction& tx) { return keepLens(tx, *lens); });
    if (!done.ok()) return emit refused(tr("Not imported. %1").arg(show::error(done.error())));
    const Lens chosen = lensFrom(*lens);
    m_state.setLens(chosen);
    const auto faults = faultsIn(chosen, m_document.programme());
    QStringList words;
    for (const Error& fault : faults) words << show::error(fault);
    if (words.isEmpty())
        emit told(tr("The lens “%1” is kept with the job.").arg(show::text(chosen.name)));
    else
        emit refused(tr("The lens “%1” is not wholly understood here. %2")
                         .arg(show::text(chosen.name), words.join(QLatin1Char(' '))));
}

void LensPane::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape) return emit closed();
    QFrame::keyPressEvent(event);
}

} // namespace yarrin

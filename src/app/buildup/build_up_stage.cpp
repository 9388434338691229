// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/buildup/build_up_stage.h"

#include "app/base/format.h"
#include "app/base/lazy_pages.h"
#include "app/base/look.h"
#include "app/base/tab_row.h"
#include "app/buildup/bill_list.h"
#include "app/buildup/bill_panel.h"
#include "app/buildup/build_up_lists.h"
#include "app/buildup/import_page.h"
#include "app/buildup/sequence_page.h"
#include "app/table/activity_table.h"
#include "app/table/inline_message.h"
#include "app/table/list_page.h"
#include "app/window/dialogs.h"
#include "edit/bill_edits.h"

#include <QCoreApplication>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QSettings>
#include <QSplitter>
#include <QVBoxLayout>

namespace yarrin {

namespace {

QString tableFiles() {
    return QCoreApplication::translate("", "Tables (*.xlsx *.ods *.csv *.tsv *.txt);;All files (*)");
}
QString bookFiles() {
    return QCoreApplication::translate("", "Output books (*.json *.csv *.xlsx);;All files (*)");
}

} // namespace

BuildUpStage::BuildUpStage(Document& document, ViewState& state, OutputBook& book, Dialogs& dialogs,
                           QSettings& settings, QWidget* parent)
    : Stage(parent), m_document(document), m_state(state), m_dialogs(dialogs), m_book(book),
      m_notice(new NoticeBar(this)), m_bill(new BillPanel(document, state, m_book, this)), m_pages(new LazyPages(this)),
      m_table(new ActivityTable(document, state, true, this)) {
    setObjectName(QStringLiteral("buildUpStage"));
    auto* middle = new QWidget(this);
    middle->setObjectName(QStringLiteral("buildUpMiddle"));
    middle->setAttribute(Qt::WA_StyledBackground);
    auto* column = new QVBoxLayout(middle);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(buildHead());
    column->addWidget(m_pages, 1);
    addPages(settings);
    auto* parts = new QSplitter(this);
    parts->setObjectName(QStringLiteral("buildUpParts"));
    parts->addWidget(m_bill);
    parts->addWidget(middle);
    parts->setStretchFactor(1, 1);
    parts->setChildrenCollapsible(true);
    parts->setHandleWidth(1);
    parts->setSizes({292, 660});
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(parts);
    show(Page::activities);

    connect(&document, &Document::changed, this, [this] {
        m_notice->dismiss();
        if (isVisible()) refresh();
    });
    connect(m_table, &GridView::refused, m_notice, &NoticeBar::say);
    connect(m_table, &ActivityTable::question, m_notice, &NoticeBar::ask);
    connect(m_bill, &BillPanel::refused, m_notice, &NoticeBar::say);
    connect(m_bill, &BillPanel::importWanted, this, &BuildUpStage::importBillFile);
    connect(m_bill, &BillPanel::tableWanted, this, [this] { show(Page::bill); });
    connect(m_bill, &BillPanel::reveal, this, [this](ActivityId id) {
        show(Page::activities);
        m_table->reveal(id);
        m_table->setFocus(); // the button that was pressed goes with the next look at the item
    });
    refresh();
}

void BuildUpStage::addPages(QSettings& settings) {
    m_pages->add([this] { return buildActivities(); });
    m_pages->add([this] { return buildBill(); });
    m_pages->add([this] {
        QWidget* page = buildBook();
        connect(&m_book, &OutputBook::changed, m_ownBook, &ListPage::refresh);
        return page;
    });
    m_pages->add([this] {
        m_sequences = new SequencePage(m_document, m_book, this);
        connect(m_sequences, &SequencePage::refused, m_notice, &NoticeBar::say);
        connect(m_sequences, &SequencePage::question, m_notice, &NoticeBar::ask);
        connect(m_sequences, &SequencePage::reveal, this, [this](ActivityId id) {
            show(Page::activities);
            m_table->reveal(id);
        });
        return m_sequences;
    });
    m_pages->add([this, &settings] {
        m_import = new ImportPage(m_document, settings, this);
        connect(m_import, &ImportPage::finished, this, [this] { show(Page::activities); });
        return m_import;
    });
}

QWidget* BuildUpStage::buildHead() {
    auto* head = new QWidget(this);
    auto* line = new QHBoxLayout(head);
    line->setContentsMargins(10, 8, 8, 6);
    line->setSpacing(2);
    m_tabs = new TabRow({{tr("Activities"), "buildUpActivities"},
                         {tr("Bill"), "buildUpBill"},
                         {tr("Output book"), "buildUpBook"},
                         {tr("Sequences"), "buildUpSequences"}},
                        head);
    line->addWidget(m_tabs);
    connect(m_tabs, &TabRow::chosen, this, [this](int page) { show(Page(page)); });
    line->addSpacing(8);
    m_count = new QLabel(head);
    m_count->setProperty("quiet", true);
    line->addWidget(m_count);
    line->addStretch(1);
    auto* add = quietButton(tr("Add an activity"), "buildUpAdd", head);
    line->addWidget(add);
    connect(add, &QPushButton::clicked, this, [this] {
        show(Page::activities);
        m_table->addActivity(ActivityKind::task);
    });
    return head;
}

QWidget* BuildUpStage::buildActivities() {
    auto* page = new QWidget(this);
    auto* layout = new QVBoxLayout(page);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    m_empty =
        new QLabel(tr("Quantities, outputs and crews go here, and durations come out. Choose an item of the bill and "
                      "make an activity of it, lay out a sequence, or add an activity to begin."),
                   page);
    m_empty->setWordWrap(true);
    m_empty->setContentsMargins(14, 6, 14, 6);
    m_table->setObjectName(QStringLiteral("buildUpTable"));
    m_table->setAccessibleName(tr("Activities and what their durations come from"));
    m_table->horizontalHeader()->setFixedHeight(28);
    layout->addWidget(m_empty);
    layout->addWidget(m_table, 1);
    return page;
}

QWidget* BuildUpStage::buildBill() {
    m_billPage = new ListPage(QStringLiteral("billTable"), tr("The bill"), billSource(m_document),
                              billColumns(m_document), this);
    m_billPage->setEmptyText(
        tr("Paste a table from a spreadsheet here: item, description, unit and quantity. Or import a file."));
    m_billPage->offerFirst(tr("Import a file…"), {QStringLiteral("billFile")});
    m_billPage->offerFirst(tr("Take it from the clipboard"), {QStringLiteral("billPaste")});
    m_billPage->offerFirst(tr("Type the first item"), {QStringLiteral("billAdd")});
    auto* add = quietButton(tr("Add an item"), "billAdd", m_billPage);
    auto* paste = quietButton(tr("Import from the clipboard"), "billPaste", m_billPage);
    auto* import = quietButton(tr("Import a file…"), "billFile", m_billPage);
    for (QPushButton* button : {add, paste, import}) m_billPage->line().addWidget(button);
    const auto addItem = [this] {
        BillItemId made;
        const auto rows = m_billPage->selectedRows();
        const BillItemId below = rows.empty() ? BillItemId{} : m_document.programme().bill[rows.back()].id;
        const Outcome outcome = m_document.perform(tr("Bill item added"), [&](Transaction& tx) -> Outcome {
            const auto added = addBillItem(tx, below);
            if (!added.ok()) return added.errors();
            made = *added;
            return done();
        });
        if (!outcome.ok()) return m_notice->say(show::error(outcome.error()));
        m_billPage->editCell(m_document.programme().bill.indexOf(made), QStringLiteral("description"));
    };
    connect(add, &QPushButton::clicked, this, addItem);
    connect(paste, &QPushButton::clicked, this, &BuildUpStage::importBillClipboard);
    connect(import, &QPushButton::clicked, this, &BuildUpStage::importBillFile);
    GridView& table = m_billPage->table();
    connect(&table, &GridView::refused, m_notice, &NoticeBar::say);
    connect(&table, &GridView::addRequested, this, addItem);
    connect(&table, &GridView::deleteRequested, this, [this] {
        std::vector<BillItemId> ids;
        qint64 placed = 0;
        for (const std::size_t row : m_billPage->selectedRows()) ids.push_back(m_document.programme().bill[row].id);
        for (const BillItemId id : ids) placed += placedOf(m_document.programme(), id).placed.sign() > 0 ? 1 : 0;
        const QString what = show::countOf(qint64(ids.size()), "bill item", "bill items");
        const auto remove = [this, ids, what] {
            const Outcome outcome = m_document.perform(tr("%1 deleted").arg(what),
                                                       [&](Transaction& tx) { return removeBillItems(tx, ids); });
            if (!outcome.ok()) m_notice->say(show::error(outcome.error()));
        };
        if (ids.empty()) return;
        if (placed == 0) return remove();
        m_notice->ask(tr("Delete %1? Of these, %2 on activities; those keep their quantities.")
                          .arg(what, placed == 1 ? tr("one is placed") : tr("%1 are placed").arg(placed)),
                      tr("Delete"), remove);
    });
    connect(table.selectionModel(), &QItemSelectionModel::currentRowChanged, this, [this](const QModelIndex& now) {
        if (now.isValid())
            m_bill->list().choose(m_document.programme().bill[m_billPage->model().sourceRow(now.row())].id);
    });
    return m_billPage;
}

QWidget* BuildUpStage::buildBook() {
    const auto split = [this](const char* name, Qt::Orientation along) {
        auto* parts = new QSplitter(along, this);
        parts->setObjectName(QLatin1String(name));
        parts->setChildrenCollapsible(false);
        parts->setHandleWidth(1);
        return parts;
    };
    QSplitter* page = split("bookSplitter", Qt::Vertical);
    const auto titled = [this](const QString& title, ListPage* list) {
        auto* part = new QWidget(this);
        auto* layout = new QVBoxLayout(part);
        layout->setContentsMargins(0, 4, 0, 0);
        layout->setSpacing(2);
        auto* label = new QLabel(title, part);
        label->setFont(boldened(bodyFont()));
        label->setContentsMargins(14, 0, 14, 2);
        layout->addWidget(label);
        layout->addWidget(list, 1);
        return part;
    };
    m_ownBook = new ListPage(QStringLiteral("ownBook"), tr("Your output book"), ownBookSource(m_book, m_changing),
                             ownBookColumns(m_book, m_changing), this);
    m_jobBook = new ListPage(QStringLiteral("jobBook"), tr("The job's copies of the output book"),
                             jobBookSource(m_document), jobBookColumns(m_document), this);
    m_jobBook->setEmptyText(
        tr("What this job uses of the book is copied here, so that a change of the book never moves its dates."));
    m_limits = new ListPage(QStringLiteral("limits"), tr("Trades and plant on site"), supplySource(m_document),
                            supplyColumns(m_document), this);
    QSplitter* lower = split("bookLowerSplitter", Qt::Horizontal);
    lower->addWidget(titled(tr("This job's copies"), m_jobBook));
    lower->addWidget(titled(tr("On site at one time"), m_limits));
    lower->setStretchFactor(0, 1);
    lower->setSizes({430, 250});
    page->addWidget(titled(tr("Your book, shared by all jobs"), m_ownBook));
    page->addWidget(lower);
    buildBookButtons();
    for (ListPage* list : {m_ownBook, m_jobBook, m_limits})
        connect(&list->table(), &GridView::refused, m_notice, &NoticeBar::say);
    connectBookDeletes();
    return page;
}

void BuildUpStage::connectBookDeletes() {
    connect(&m_jobBook->table(), &GridView::deleteRequested, this, [this] {
        const auto rows = m_jobBook->selectedRows();
        if (rows.empty()) return;
        const BookItem item = m_document.programme().book[rows.front()];
        const Outcome outcome = m_document.perform(tr("Book item %1 deleted").arg(show::text(item.key)),
                                                   [&](Transaction& tx) { return removeBookItem(tx, item.id); });
        if (!outcome.ok()) m_notice->say(show::error(outcome.error()));
    });
    connect(&m_ownBook->table(), &GridView::deleteRequested, this, [this] {
        const auto rows = m_ownBook->selectedRows();
        if (rows.empty()) return;
        const std::string key = m_book.items()[rows.front()].key;
        m_notice->ask(
            tr("Delete %1 from your book? Jobs keep their copies; this cannot be undone.").arg(show::text(key)),
            tr("Delete"), [this, key] {
                const Outcome outcome = m_book.change([&](std::vector<BookItem>& items) {
                    std::erase_if(items, [&](const BookItem& item) { return item.key == key; });
                    return done();
                });
                if (!outcome.ok()) m_notice->say(show::error(outcome.error()));
            });
    });
}

void BuildUpStage::buildBookButtons() {
    auto* apply = quietButton(tr("Use for the selected activities"), "bookApply", m_ownBook);
    auto* add = quietButton(tr("Add an item"), "bookAdd", m_ownBook);
    auto* import = quietButton(tr("Import…"), "bookImport", m_ownBook);
    auto* save = quietButton(tr("Export…"), "bookExport", m_ownBook);
    for (QPushButton* button : {apply, add, import, save}) m_ownBook->line().addWidget(button);
    connect(apply, &QPushButton::clicked, this, &BuildUpStage::applyToSelection);
    const auto addItem = [this] {
        const Outcome outcome = m_book.change([this](std::vector<BookItem>& items) {
            m_changing = items;
            const Outcome added = ownBookSource(m_book, m_changing).append(nullptr);
            items = std::exchange(m_changing, {});
            return added;
        });
        if (!outcome.ok()) return m_notice->say(show::error(outcome.error()));
        m_ownBook->editCell(m_book.items().size() - 1, QStringLiteral("name"));
    };
    connect(add, &QPushButton::clicked, this, addItem);
    connect(&m_ownBook->table(), &GridView::addRequested, this, addItem);
    connect(import, &QPushButton::clicked, this, [this] {
        const QString path = m_dialogs.fileToImport(this, tr("Import an output book"), bookFiles());
        if (path.isEmpty()) return;
        const Outcome outcome = m_book.importFrom(path);
        if (!outcome.ok()) m_notice->say(tr("%1: %2").arg(QFileInfo(path).fileName(), show::error(outcome.error())));
    });
    connect(save, &QPushButton::clicked, this, &BuildUpStage::exportBook);
}

void BuildUpStage::exportBook() {
    const QString path = m_dialogs.fileToSave(this, tr("Export the output book"), tr("output-book.csv"), bookFiles());
    if (path.isEmpty()) return;
    const Outcome outcome = m_book.exportTo(path);
    if (!outcome.ok()) m_notice->say(show::error(outcome.error()));
}

void BuildUpStage::applyToSelection() {
    const auto rows = m_ownBook->selectedRows();
    std::vector<ActivityId> tasks;
    for (const ActivityId id : m_state.selection())
        if (const Activity* a = m_document.programme().activities.row(id); a && a->kind == ActivityKind::task)
            tasks.push_back(id);
    if (rows.empty() || tasks.empty())
        return m_notice->say(tr("Select a work item here, and activities in the table of activities first."));
    const BookItem item = m_book.items()[rows.front()];
    const Outcome outcome = m_document.perform(
        tr("%1 built from %2")
            .arg(show::countOf(qint64(tasks.size()), "activity", "activities"), show::text(item.name)),
        [&](Transaction& tx) -> Outcome {
            const auto copy = copyToJob(tx, item);
            if (!copy.ok()) return copy.errors();
            for (const ActivityId id : tasks)
                if (const Outcome applied = applyBook(tx, id, *copy); !applied.ok()) return applied;
            return done();
        });
    if (!outcome.ok()) m_notice->say(show::error(outcome.error()));
}

void BuildUpStage::showNamed(const QString& name) {
    static const QStringList names{QStringLiteral("activities"), QStringLiteral("bill"), QStringLiteral("book"),
                                   QStringLiteral("sequences")};
    const qsizetype index = names.indexOf(name);
    if (index >= 0) show(Page(index));
}

void BuildUpStage::show(Page page) {
    m_pages->build(int(page));
    if (page == Page::sequences) m_sequences->chooseOf(m_state.current());
    m_pages->showPage(int(page));
    m_tabs->setCurrent(int(page));
    refresh();
}

void BuildUpStage::importBillFile() {
    const QString path = m_dialogs.fileToImport(this, tr("Import a bill"), tableFiles());
    if (path.isEmpty()) return;
    m_pages->build(int(Page::import));
    m_import->begin(ImportPage::What::bill, path);
    show(Page::import);
}

void BuildUpStage::importBillClipboard() {
    m_pages->build(int(Page::import));
    m_import->begin(ImportPage::What::bill, {});
    show(Page::import);
}

void BuildUpStage::importSchedule() {
    const QString path = m_dialogs.fileToImport(this, tr("Import a schedule"), tableFiles());
    if (path.isEmpty()) return;
    m_pages->build(int(Page::import));
    m_import->begin(ImportPage::What::schedule, path);
    show(Page::import);
}

void BuildUpStage::showEvent(QShowEvent* event) {
    Stage::showEvent(event);
    m_bill->refresh();
    refresh();
    if (!m_book.fault().isEmpty()) m_notice->say(m_book.fault());
}

void BuildUpStage::refresh() {
    qint64 tasks = 0, measured = 0;
    for (const Activity& activity : m_document.programme().activities) {
        tasks += activity.kind == ActivityKind::task ? 1 : 0;
        measured += activity.kind == ActivityKind::task && activity.measure && activity.measure->crews ? 1 : 0;
    }
    m_count->setText(m_pages->currentIndex() == int(Page::activities) && tasks > 0
                         ? tr("%1 · %2 measured").arg(tasks).arg(measured)
                         : QString());
    m_empty->setVisible(tasks == 0);
    switch (Page(m_pages->currentIndex())) {
    case Page::bill:
        m_billPage->refresh();
        break;
    case Page::book:
        for (ListPage* list : {m_ownBook, m_jobBook, m_limits}) list->refresh();
        break;
    case Page::sequences:
        m_sequences->refresh();
        break;
    case Page::activities:
    case Page::import:
        break;
    }
}

void BuildUpStage::focusMain() {
    m_table->setFocus();
}

} // namespace yarrin

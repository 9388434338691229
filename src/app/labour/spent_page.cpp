// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/labour/spent_page.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/labour/heads.h"
#include "app/table/entry_line.h"
#include "app/table/list_page.h"
#include "app/window/dialogs.h"
#include "edit/labour_edits.h"
#include "store/workbook.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace yarrin {

SpentPage::SpentPage(Document& document, Dialogs& dialogs, QWidget* parent)
    : QWidget(parent), m_document(document), m_dialogs(dialogs) {
    setObjectName(QStringLiteral("spentPage"));
    buildList();
    m_entry = new EntryLine(
        QStringLiteral("spentEntry"),
        {{QStringLiteral("spentMonth"), tr("Month: Feb 2027"), 120},
         {QStringLiteral("spentHead"), tr("Head"), 120, [] { return shownHeads().words; }},
         {QStringLiteral("spentActivity"), tr("Activity, or none"), 130},
         {QStringLiteral("spentAmount"), tr("Sum"), 110}},
        tr("Add"),
        [this](const QStringList& typed) -> Outcome {
            return m_document.perform(tr("Cost to date %1").arg(typed[0]), [&](Transaction& tx) {
                return setCostEntryTyped(tx, typed[0].toStdString(), wordOf(CostHead(typed[1].toInt())),
                                         typed[2].toStdString(), typed[3].toStdString());
            });
        },
        this);
    auto* words =
        new QLabel(tr("What is said here stands in place of what is worked out before the data date: of an "
                      "activity and a head in all months, or, said of no activity, of the head wherever nothing "
                      "else is said."),
                   this);
    words->setWordWrap(true);
    words->setContentsMargins(16, 4, 16, 6);
    setInk(words, Ink::muted);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 4, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(words);
    auto* line = new QHBoxLayout;
    line->setContentsMargins(14, 0, 14, 8);
    line->addWidget(m_entry, 1);
    layout->addLayout(line);
    layout->addWidget(m_list, 1);
    setFocusProxy(&m_list->table());
}

QString SpentPage::activityOf(const CostEntry& entry) const {
    const Activity* activity = m_document.programme().activities.row(entry.activity);
    return activity ? show::text(activity->key + " " + activity->name) : QString();
}

void SpentPage::buildList() {
    std::vector<ListColumn> columns;
    const auto add = [&](const char* name, const QString& title, int width, std::function<QString(std::size_t)> text) {
        ListColumn& c = columns.emplace_back();
        c.name = QLatin1String(name);
        c.title = title;
        c.width = width;
        c.text = std::move(text);
    };
    add("month", tr("Month"), 90, [this](std::size_t row) { return show::text(monthText(at(row).month)); });
    add("head", tr("Head"), 110, [this](std::size_t row) { return shownHeads().of(at(row).head); });
    add("activity", tr("Activity"), 260, [this](std::size_t row) { return activityOf(at(row)); });
    add("amount", tr("Sum"), 110,
        [this](std::size_t row) { return show::money(at(row).amount, m_document.programme().job.currency); });
    ListColumn& amount = columns.back();
    amount.right = true;
    amount.figure = [this](std::size_t row) { return at(row).amount.toDouble(); };
    amount.editText = [this](std::size_t row) { return show::number(at(row).amount); };
    amount.commit = [this](Transaction* tx, std::size_t row, const std::string& typed) {
        const CostEntry entry = at(row);
        return setCostEntry(*tx, monthText(entry.month), entry.head, entry.activity, typed);
    };
    m_list = new ListPage(QStringLiteral("spent"), tr("Cost to date"),
                          documentRows(
                              m_document, [this] { return m_document.programme().costs.size(); },
                              [this](std::size_t row) { return show::text(monthText(at(row).month)); }),
                          std::move(columns), this);
    m_list->setEmptyText(tr("Nothing is entered: cost to date is worked out from what was done."));
    auto* read = quietButton(tr("Read a table…"), "spentRead", this);
    read->setToolTip(tr("Columns Month, Head and Sum, and Activity where there is one"));
    m_list->line().addWidget(read);
    connect(read, &QPushButton::clicked, this, &SpentPage::readTable);
    connect(&m_list->table(), &GridView::refused, this, &SpentPage::refused);
    m_list->letRemove(tr("&Take the entry away"), [this](std::size_t row) {
        const std::vector<CostEntryId> ids{at(row).id};
        return m_document.perform(tr("Cost to date taken away"),
                                  [&](Transaction& tx) { return removeCostEntries(tx, ids); });
    });
}

void SpentPage::readTable() {
    const QString path =
        m_dialogs.fileToImport(this, tr("Read cost to date"), tr("Tables (*.xlsx *.ods *.csv *.txt);;All files (*)"));
    if (path.isEmpty()) return;
    const auto book = readWorkbook(path.toStdString());
    if (!book.ok()) return emit refused(show::error(book.error()));
    if (book->sheets.empty()) return emit refused(tr("There is no table in it."));
    int count = 0;
    const Outcome outcome = m_document.perform(tr("Cost to date read from a table"), [&](Transaction& tx) -> Outcome {
        const auto read = readCosts(tx, book->sheets.front());
        if (!read.ok()) return read.errors();
        count = *read;
        return done();
    });
    if (!outcome.ok()) return emit refused(show::error(outcome.error()));
    emit told(tr("%1 read.").arg(show::countOf(count, "entry", "entries")));
}

void SpentPage::refresh() {
    m_list->refresh();
    m_entry->refresh();
}

} // namespace yarrin

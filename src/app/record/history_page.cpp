// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/record/history_page.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/table/list_page.h"
#include "core/base/worded.h"

#include <QApplication>
#include <QClipboard>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

namespace yarrin {

namespace {

QString kindText(EntryKind kind) {
    switch (kind) {
    case EntryKind::edit:
        return {};
    case EntryKind::undo:
        return HistoryPage::tr("taken back");
    case EntryKind::redo:
        return HistoryPage::tr("done again");
    case EntryKind::named:
        return HistoryPage::tr("version");
    case EntryKind::trialBegun:
    case EntryKind::trialKept:
    case EntryKind::trialDropped:
        return HistoryPage::tr("trial");
    case EntryKind::restored:
        return HistoryPage::tr("went back");
    case EntryKind::frozen:
        return HistoryPage::tr("revision");
    }
    return {};
}

} // namespace

/// The seal of the record, to be given away, and the button that checks all of it.
void HistoryPage::buildSealLine() {
    m_sealLine = new QWidget(this);
    auto* foot = new QHBoxLayout(m_sealLine);
    foot->setContentsMargins(16, 4, 10, 6);
    foot->setSpacing(6);
    m_seal = new QLabel(m_sealLine);
    m_seal->setObjectName(QStringLiteral("historySeal"));
    m_seal->setProperty("quiet", true);
    m_seal->setTextInteractionFlags(Qt::TextSelectableByMouse | Qt::TextSelectableByKeyboard);
    m_seal->setToolTip(tr("Give it away with what you send: it proves later that nothing before it was changed"));
    auto* copy = quietButton(tr("Copy the seal"), "historySealCopy", m_sealLine);
    auto* check = quietButton(tr("Check the record"), "historyCheck", m_sealLine);
    foot->addWidget(m_seal, 1);
    foot->addWidget(copy);
    foot->addWidget(check);
    connect(copy, &QPushButton::clicked, this, [this] {
        if (const HeldFile* file = m_document.keeper().file())
            QApplication::clipboard()->setText(show::text(file->seal()));
    });
    connect(check, &QPushButton::clicked, this, [this] {
        emit refused(tr("The record is being checked…"));
        m_document.keeper().verify();
    });
    connect(&m_document.keeper(), &Keeper::verified, this, &HistoryPage::refused);
}

HistoryPage::HistoryPage(Document& document, QWidget* parent) : QWidget(parent), m_document(document) {
    const auto at = [this](std::size_t i) -> const HistoryEntry& { return m_entries[i]; };
    ListSource source{
        [this] { return m_entries.size(); },
        [](const QString&, const auto&) { return Outcome(inputError(worded("history is not rewritten"), {})); },
        {},
        [at](std::size_t i) { return show::text(at(i).text); }};
    std::vector<ListColumn> columns;
    columns.push_back({QStringLiteral("number"), tr("No."), 50, true, true,
                       [at](std::size_t i) { return QString::number(at(i).number); }});
    columns.back().figure = [at](std::size_t i) { return double(at(i).number); };
    columns.push_back({QStringLiteral("when"), tr("When"), 200, false, false,
                       [at](std::size_t i) { return show::moment(at(i).at); }});
    columns.back().figure = [at](std::size_t i) { return double(at(i).number); };
    columns.push_back(
        {QStringLiteral("who"), tr("Who"), 120, false, true, [at](std::size_t i) { return show::text(at(i).author); }});
    columns.push_back({QStringLiteral("what"), tr("What"), 520, false, false,
                       [at](std::size_t i) { return show::text(at(i).text); }});
    columns.back().marked = [at](std::size_t i) { return at(i).kind == EntryKind::named; };
    columns.push_back(
        {QStringLiteral("kind"), tr("Kind"), 100, false, true, [at](std::size_t i) { return kindText(at(i).kind); }});
    m_list = new ListPage(QStringLiteral("historyTable"), tr("History of changes"), std::move(source),
                          std::move(columns), this);
    m_list->setEmptyText(tr("Every change will stand here, with who made it and when."));
    m_list->stretch(QStringLiteral("what"));
    m_back = quietButton(tr("Go back to here, as a trial"), "historyBack", this);
    m_compare = quietButton(tr("Compare with now"), "historyCompare", this);
    m_author = new QLineEdit(this);
    m_author->setObjectName(QStringLiteral("historyAuthor"));
    m_author->setAccessibleName(tr("Name with which changes are signed"));
    m_author->setMaximumWidth(150);
    auto* signing = new QLabel(tr("Signed"), this);
    signing->setProperty("quiet", true);
    m_list->line().addWidget(signing);
    m_list->line().addWidget(m_author);
    m_list->line().addWidget(m_compare);
    m_list->line().addWidget(m_back);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(m_list);
    buildSealLine();
    layout->addWidget(m_sealLine);
    connect(m_author, &QLineEdit::editingFinished, this, [this] {
        if (m_author->isModified() && !m_author->text().trimmed().isEmpty())
            emit authorTyped(m_author->text().trimmed());
        m_author->setModified(false);
    });
    connect(m_back, &QPushButton::clicked, this, &HistoryPage::goBack);
    connect(m_compare, &QPushButton::clicked, this, [this] {
        if (const HistoryEntry* entry = chosen()) emit compareWanted(entry->number);
    });
    connect(m_list->table().selectionModel(), &QItemSelectionModel::selectionChanged, this,
            &HistoryPage::enableButtons);
    enableButtons();
}

void HistoryPage::refresh() {
    m_entries.clear();
    if (HeldFile* file = m_document.keeper().file()) {
        auto entries = file->history();
        if (entries.ok())
            m_entries = std::move(entries).value();
        else
            emit refused(show::error(entries.error()));
    }
    m_list->refresh();
    const HeldFile* held = m_document.keeper().file();
    m_sealLine->setVisible(held && held->seal() != "none");
    if (held) m_seal->setText(tr("Seal of the record as it is: %1").arg(show::text(held->seal())));
    if (!m_author->hasFocus()) m_author->setText(show::text(m_document.keeper().author()));
    enableButtons();
}

const HistoryEntry* HistoryPage::chosen() const {
    const auto rows = m_list->selectedRows();
    return rows.size() == 1 && rows.front() < m_entries.size() ? &m_entries[rows.front()] : nullptr;
}

void HistoryPage::enableButtons() {
    m_back->setEnabled(chosen());
    m_compare->setEnabled(chosen());
}

void HistoryPage::goBack() {
    const HistoryEntry* entry = chosen();
    if (!entry) return;
    std::optional<Result<FrozenState>> state;
    m_document.wait(tr("Reading the record"),
                    [&, read = m_document.readerAfter(entry->number)](WorkWatch&) { state = read(); });
    if (!state->ok()) return emit refused(show::error(state->error()));
    const Programme& then = *(*state)->programme;
    const QString text = tr("Back to %1: %2").arg(show::moment(entry->at), show::text(entry->text));
    if (then == m_document.programme()) return emit refused(tr("The programme is as it was then."));
    if (!m_document.trial()) {
        if (const Outcome begun = m_document.beginTrial(); !begun.ok()) return emit refused(show::error(begun.error()));
    }
    if (const Outcome done = m_document.become(then, text); !done.ok()) emit refused(show::error(done.error()));
}

} // namespace yarrin

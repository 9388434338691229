// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/lens/codes_page.h"

#include "app/base/format.h"
#include "app/base/look.h"
#include "app/table/entry_line.h"
#include "app/table/grid_view.h"
#include "app/table/list_page.h"
#include "core/base/worded.h"
#include "edit/sorting_edits.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

namespace yarrin {

using show::text;

CodesPage::CodesPage(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document), m_codes(new QComboBox(this)), m_name(new QLineEdit(this)) {
    setObjectName(QStringLiteral("codesPage"));
    const auto commit = [this](CodeValueField field) {
        return [this, field](Transaction* tx, std::size_t row, const std::string& typed) {
            return setCodeValue(*tx, m_current, row, field, typed);
        };
    };
    const auto value = [this](std::size_t i) -> const CodeValue& { return code()->values[i]; };
    std::vector<ListColumn> columns{{QStringLiteral("value"), tr("Value"), 92, false, false,
                                     [value](std::size_t i) { return text(value(i).name); }},
                                    {QStringLiteral("longName"), tr("Long name"), 122, false, true,
                                     [value](std::size_t i) { return text(value(i).longName); }},
                                    {QStringLiteral("colour"), tr("Colour"), 76, false, true,
                                     [value](std::size_t i) { return text(value(i).colour); }}};
    columns[0].commit = commit(CodeValueField::name);
    columns[1].commit = commit(CodeValueField::longName);
    columns[2].commit = commit(CodeValueField::colour);
    ListSource source = documentRows(
        document, [this] { return code() ? code()->values.size() : 0; },
        [this](std::size_t i) { return code() ? text(code()->values[i].name) : QString(); });
    source.append = [this](Transaction* tx) -> Outcome {
        const Code* row = tx->programme().codes.row(m_current);
        if (!row) return inputError(worded("there is no code yet"), worded("add one first"));
        // A name of its own until the one that is meant is put over it.
        std::string name = tr("Value ").toStdString() + std::to_string(row->values.size() + 1);
        while (valueMeant(*row, name)) name += "'";
        return addCodeValue(*tx, m_current, name);
    };
    m_values = new ListPage(QStringLiteral("codeValues"), tr("Values of the code"), source, std::move(columns), this);
    m_values->hideLine();
    m_values->setEmptyText(
        tr("Values come here, in the order in which groups stand: add them below, or paste a list."));
    m_values->letRemove(tr("Remove the value"), [this](std::size_t row) {
        return m_document.perform(tr("Value “%1” removed").arg(text(code()->values[row].name)),
                                  [&](Transaction& tx) { return removeCodeValue(tx, m_current, row); });
    });
    connect(&m_values->table(), &GridView::refused, this, &CodesPage::refused);
    connect(&m_values->table(), &GridView::moveRowsRequested, this, &CodesPage::move);

    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(14, 6, 14, 14);
    layout->setSpacing(6);
    auto* words =
        new QLabel(tr("Codes sort activities as you like: by trade, stage of work, area. Type their values in "
                      "a column, group rows by them, drag rows from group to group."),
                   this);
    words->setWordWrap(true);
    setInk(words, Ink::muted);
    layout->addWidget(words);
    m_codes->setObjectName(QStringLiteral("codeChoice"));
    m_codes->setAccessibleName(tr("Code"));
    m_name->setObjectName(QStringLiteral("codeName"));
    m_name->setAccessibleName(tr("Name of the code"));
    auto* remove = quietButton(tr("Remove"), "codeRemove", this);
    m_remove = remove;
    auto* line = new QHBoxLayout;
    line->addWidget(m_codes, 1);
    line->addWidget(m_name, 1);
    line->addWidget(m_remove);
    layout->addLayout(line);
    layout->addWidget(new EntryLine(
        QStringLiteral("codeAdd"), {{QStringLiteral("codeNew"), tr("New code: Trade"), 0}}, tr("Add a code"),
        [this](const QStringList& texts) -> Outcome {
            return m_document.perform(tr("Code “%1” added").arg(texts[0]), [&](Transaction& tx) -> Outcome {
                const auto added = addCode(tx, texts[0].toStdString());
                if (!added.ok()) return added.errors();
                m_current = *added;
                return done();
            });
        },
        this));
    layout->addWidget(m_values, 1);
    m_valueLine = new EntryLine(
        QStringLiteral("valueAdd"), {{QStringLiteral("valueNew"), tr("New value"), 0}}, tr("Add a value"),
        [this](const QStringList& texts) -> Outcome {
            if (!code()) return inputError(worded("there is no code yet"), worded("add one first"));
            return m_document.perform(
                tr("%1: value “%2” added").arg(text(code()->key), texts[0]),
                [&](Transaction& tx) { return addCodeValue(tx, m_current, texts[0].toStdString()); });
        },
        this);
    layout->addWidget(m_valueLine);
    m_rest = new QWidget(this);
    layout->addWidget(m_rest, 1);
    connect(m_codes, &QComboBox::activated, this, [this](int index) {
        m_current = m_document.programme().codes[std::size_t(index)].id;
        refresh();
    });
    connect(m_name, &QLineEdit::editingFinished, this, [this] {
        if (!code() || m_name->text() == text(code()->key)) return;
        perform(tr("Code %1 renamed “%2”").arg(text(code()->key), m_name->text()),
                [this](Transaction& tx) { return renameCode(tx, m_current, m_name->text().toStdString()); });
        refresh();
    });
    connect(remove, &QPushButton::clicked, this, [this] {
        if (code())
            perform(tr("Code “%1” removed").arg(text(code()->key)),
                    [this](Transaction& tx) { return removeCode(tx, m_current); });
    });
    connect(&m_document, &Document::changed, this, &CodesPage::refresh);
    refresh();
}

const Code* CodesPage::code() const {
    return m_document.programme().codes.row(m_current);
}

void CodesPage::focusFirst() {
    if (code())
        m_values->table().setFocus();
    else if (auto* line = findChild<QLineEdit*>(QStringLiteral("codeNew")))
        line->setFocus();
}

void CodesPage::perform(const QString& words, const Document::Operation& operation) {
    if (const Outcome done = m_document.perform(words, operation); !done.ok()) emit refused(show::error(done.error()));
}

void CodesPage::move(int step) {
    const auto rows = m_values->selectedRows();
    if (!code() || rows.empty()) return;
    const std::size_t row = rows.front();
    perform(tr("%1: “%2” moved").arg(text(code()->key), text(code()->values[row].name)),
            [&](Transaction& tx) { return moveCodeValue(tx, m_current, row, step); });
    const int to = std::clamp(int(row) + step, 0, int(code()->values.size()) - 1);
    m_values->table().setCurrentIndex(m_values->model().index(m_values->model().rowOf(std::size_t(to)), 0));
}

void CodesPage::refresh() {
    const auto& codes = m_document.programme().codes;
    if (!code()) m_current = codes.empty() ? CodeId{} : codes[0].id;
    m_codes->clear();
    for (const Code& one : codes) {
        m_codes->addItem(text(one.key));
        if (one.id == m_current) m_codes->setCurrentIndex(m_codes->count() - 1);
    }
    for (QWidget* part : std::initializer_list<QWidget*>{m_codes, m_name, m_remove, m_values, m_valueLine})
        part->setVisible(code() != nullptr);
    m_rest->setVisible(!code());
    if (!m_name->hasFocus() || !code()) m_name->setText(code() ? text(code()->key) : QString());
    m_values->refresh();
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/table/entry_line.h"

#include "app/base/format.h"
#include "app/base/look.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

namespace yarrin {

EntryLine::EntryLine(const QString& name, std::vector<Entry> entries, const QString& button, Add add, QWidget* parent)
    : QWidget(parent), m_fault(new QLabel(this)), m_add(std::move(add)) {
    setObjectName(name);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(2);
    auto* line = new QHBoxLayout;
    line->setSpacing(6);
    for (Entry& entry : entries) {
        Field field{std::move(entry)};
        QWidget* widget = nullptr;
        if (field.entry.choices) {
            widget = field.box = new QComboBox(this);
        } else {
            widget = field.edit = new QLineEdit(this);
            field.edit->setPlaceholderText(field.entry.label);
            connect(field.edit, &QLineEdit::returnPressed, this, &EntryLine::commit);
        }
        widget->setObjectName(field.entry.name);
        widget->setAccessibleName(field.entry.label);
        widget->setToolTip(field.entry.label);
        if (field.entry.width > 0) widget->setFixedWidth(field.entry.width);
        line->addWidget(widget, field.entry.width > 0 ? 0 : 1);
        m_fields.push_back(std::move(field));
    }
    auto* press = quietButton(button, (name + QStringLiteral("Add")).toLatin1().constData(), this);
    line->addWidget(press);
    if (m_fields.empty() || m_fields.back().entry.width > 0) line->addStretch(1);
    layout->addLayout(line);
    m_fault->setObjectName(name + QStringLiteral("Fault"));
    m_fault->setFont(secondaryFont());
    m_fault->setWordWrap(true);
    setInk(m_fault, Ink::critical);
    m_fault->hide();
    layout->addWidget(m_fault);
    connect(press, &QPushButton::clicked, this, &EntryLine::commit);
    refresh();
}

void EntryLine::refresh() {
    for (Field& field : m_fields) {
        if (!field.box) continue;
        const QStringList choices = field.entry.choices();
        QStringList shown;
        for (int i = 0; i < field.box->count(); ++i) shown << field.box->itemText(i);
        if (shown == choices) continue;
        const QString kept = field.box->currentText();
        field.box->clear();
        field.box->addItems(choices);
        field.box->setCurrentIndex(std::max(0, field.box->findText(kept)));
    }
}

void EntryLine::commit() {
    QStringList texts;
    for (const Field& field : m_fields)
        texts << (field.box ? QString::number(field.box->currentIndex()) : field.edit->text().trimmed());
    const Outcome outcome = m_add(texts);
    m_fault->setVisible(!outcome.ok());
    if (!outcome.ok()) return m_fault->setText(show::error(outcome.error()));
    QLineEdit* first = nullptr;
    for (Field& field : m_fields) {
        if (!field.edit) continue;
        field.edit->setText({}); // with nothing to take back: undo is then that of the row
        if (!first) first = field.edit;
    }
    if (first) first->setFocus();
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/contract/field_edit.h"

#include "app/base/format.h"
#include "app/base/look.h"

#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QStyle>
#include <QVBoxLayout>

namespace yarrin {

FieldEdit::FieldEdit(const QString& name, const QString& label, const QString& hint, std::function<QString()> value,
                     std::function<Outcome(const std::string&)> commit, QWidget* parent)
    : QWidget(parent), m_edit(new QLineEdit(this)), m_fault(new QLabel(this)), m_value(std::move(value)),
      m_commit(std::move(commit)) {
    m_edit->setObjectName(name);
    m_edit->setAccessibleName(label);
    m_edit->setPlaceholderText(hint);
    m_fault->setObjectName(name + QStringLiteral("Fault"));
    m_fault->setFont(secondaryFont());
    m_fault->setWordWrap(true);
    m_fault->hide();
    auto* title = new QLabel(label, this);
    title->setFont(secondaryFont());
    title->setBuddy(m_edit);
    setInk(title, Ink::muted);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(2);
    layout->addWidget(title);
    layout->addWidget(m_edit);
    layout->addWidget(m_fault);
    layout->addStretch();
    connect(m_edit, &QLineEdit::editingFinished, this, &FieldEdit::commit);
    refresh();
}

void FieldEdit::refresh() {
    if (m_edit->isModified()) return;
    // What is the same stays untouched, and with it what is selected.
    if (const QString value = m_value(); value != m_edit->text()) m_edit->setText(value);
}

void FieldEdit::commit() {
    if (!m_edit->isModified()) return;
    m_edit->setModified(false);
    const Outcome outcome = m_commit(m_edit->text().toStdString());
    const bool fault = !outcome.ok();
    m_fault->setVisible(fault);
    setMark(m_edit, "fault", fault);
    if (fault) {
        setInk(m_fault, Ink::critical);
        m_fault->setText(show::error(outcome.error()));
        m_edit->setAccessibleDescription(m_fault->text());
        return;
    }
    refresh();
}

} // namespace yarrin

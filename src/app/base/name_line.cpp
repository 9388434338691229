// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/name_line.h"

#include <QKeyEvent>

#include <utility>

namespace yarrin {

NameLine::NameLine(QWidget* parent) : QLineEdit(parent) {
    hide();
    connect(this, &QLineEdit::editingFinished, this, &NameLine::take);
}

void NameLine::open(const QString& name, const QRect& at, Take take) {
    m_was = name;
    m_take = std::move(take);
    setText(name);
    setGeometry(at);
    selectAll();
    show();
    setFocus();
}

void NameLine::take() {
    if (!isVisible()) return;
    hide();
    const QString name = text().trimmed();
    if (const Take take = std::exchange(m_take, {}); take && name != m_was) take(name);
}

/// A line passes Enter on to its parent, which would open the name again.
void NameLine::keyPressEvent(QKeyEvent* event) {
    const bool enters = event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter;
    if (event->key() == Qt::Key_Escape) m_take = {};
    if (!enters && event->key() != Qt::Key_Escape) return QLineEdit::keyPressEvent(event);
    take();
    emit left();
    event->accept();
}

} // namespace yarrin

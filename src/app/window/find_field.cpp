// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/find_field.h"

#include "app/window/find_items.h"

#include <QAbstractItemView>
#include <QCompleter>
#include <QKeyEvent>
#include <QTimer>

namespace yarrin {

FindField::FindField(Document& document, QWidget* parent)
    : QLineEdit(parent), m_items(new FindItems(document, this)), m_completer(new QCompleter(m_items, this)) {
    setObjectName(QStringLiteral("findField"));
    setAccessibleName(tr("Find activities, locations and commands"));
    setPlaceholderText(tr("Go to activity, location, command…"));
    m_completer->setCaseSensitivity(Qt::CaseInsensitive);
    m_completer->setFilterMode(Qt::MatchContains);
    m_completer->setMaxVisibleItems(12);
    setCompleter(m_completer);
    connect(m_completer, qOverload<const QModelIndex&>(&QCompleter::activated), this, &FindField::choose);
}

void FindField::setCommands(const QList<QAction*>& commands) {
    m_items->setCommands(commands);
}

void FindField::choose(const QModelIndex& index) {
    const ActivityId activity = m_items->activityAt(index);
    QAction* command = m_items->commandAt(index);
    // The completer still writes its text after this; the field is emptied when it is through.
    QTimer::singleShot(0, this, [this] { clear(); });
    if (activity) {
        m_sought = m_completer->completionPrefix();
        emit activityChosen(activity);
    } else if (command) {
        command->trigger();
    }
}

void FindField::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape) {
        clear();
        emit left();
        return;
    }
    if ((event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) && !text().isEmpty()) {
        m_completer->setCompletionPrefix(text());
        if (m_completer->completionCount() > 0) {
            m_completer->popup()->hide();
            m_completer->setCurrentRow(0);
            choose(m_completer->currentIndex());
            return;
        }
    }
    m_items->update(); // before the key is put in and looked for
    QLineEdit::keyPressEvent(event);
}

} // namespace yarrin

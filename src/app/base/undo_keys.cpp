// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/undo_keys.h"

#include <QApplication>
#include <QKeyEvent>
#include <QLineEdit>
#include <QPlainTextEdit>

namespace yarrin {

void UndoKeys::watch() {
    for (const QObject* child : qApp->children())
        if (dynamic_cast<const UndoKeys*>(child)) return;
    qApp->installEventFilter(new UndoKeys(qApp));
}

bool UndoKeys::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() != QEvent::ShortcutOverride) return false;
    auto* key = static_cast<QKeyEvent*>(event);
    if (key->modifiers() == Qt::ControlModifier && qobject_cast<QLineEdit*>(watched) &&
        (key->key() == Qt::Key_E || key->key() == Qt::Key_K || key->key() == Qt::Key_U)) {
        event->ignore();
        return true;
    }
    const bool undo = key->matches(QKeySequence::Undo), redo = key->matches(QKeySequence::Redo);
    if (!undo && !redo) return false;
    if (const auto* line = qobject_cast<QLineEdit*>(watched)) {
        if (undo ? line->isUndoAvailable() : line->isRedoAvailable()) return false;
    } else if (const auto* text = qobject_cast<QPlainTextEdit*>(watched)) {
        if (undo ? text->document()->isUndoAvailable() : text->document()->isRedoAvailable()) return false;
    } else {
        return false;
    }
    event->ignore();
    return true;
}

} // namespace yarrin

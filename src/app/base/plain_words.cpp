// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/plain_words.h"

#include <QApplication>
#include <QEvent>
#include <QLabel>

namespace yarrin {

void PlainWords::watch() {
    for (const QObject* child : qApp->children())
        if (dynamic_cast<const PlainWords*>(child)) return;
    qApp->installEventFilter(new PlainWords(qApp));
}

bool PlainWords::eventFilter(QObject* watched, QEvent* event) {
    // Polished before its size is asked for, so before the text is looked into.
    if (event->type() != QEvent::Polish) return false;
    if (auto* label = qobject_cast<QLabel*>(watched); label && label->textFormat() == Qt::AutoText)
        label->setTextFormat(Qt::PlainText);
    return false;
}

} // namespace yarrin

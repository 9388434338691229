// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/base/plain_words.h"

#include <QAbstractItemView>
#include <QApplication>
#include <QHelpEvent>
#include <QLabel>
#include <QToolTip>

namespace yarrin {

void PlainWords::watch() {
    for (const QObject* child : qApp->children())
        if (dynamic_cast<const PlainWords*>(child)) return;
    qApp->installEventFilter(new PlainWords(qApp));
}

QString PlainWords::tip(const QString& text) {
    return QStringLiteral("<div style='white-space: pre-wrap'>%1</div>").arg(text.toHtmlEscaped());
}

void PlainWords::showTip(const QPoint& at, const QString& text, QWidget* of) {
    // Where nothing could be taken for marks, the toolkit lays it out as it is.
    QToolTip::showText(at, Qt::mightBeRichText(text) ? tip(text) : text, of);
}

bool PlainWords::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::Polish) {
        // Before its size is asked for, so before the text is looked into.
        if (auto* label = qobject_cast<QLabel*>(watched); label && label->textFormat() == Qt::AutoText)
            label->setTextFormat(Qt::PlainText);
        return false;
    }
    if (event->type() != QEvent::ToolTip) return false;
    auto* widget = qobject_cast<QWidget*>(watched);
    if (!widget) return false;
    const auto* help = static_cast<QHelpEvent*>(event);
    if (auto* view = qobject_cast<QAbstractItemView*>(widget->parentWidget()); view && view->viewport() == widget) {
        const QString text = view->indexAt(help->pos()).data(Qt::ToolTipRole).toString();
        if (!Qt::mightBeRichText(text)) return false;
        showTip(help->globalPos(), text, widget);
        return true;
    }
    if (!Qt::mightBeRichText(widget->toolTip())) return false;
    showTip(help->globalPos(), widget->toolTip(), widget);
    return true;
}

} // namespace yarrin

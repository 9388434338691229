// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/find_field.h"

#include "app/base/format.h"

#include <QAbstractItemView>
#include <QAction>
#include <QCompleter>
#include <QKeyEvent>
#include <QStandardItemModel>
#include <QTimer>

namespace yarrin {

namespace {
constexpr int activityRole = Qt::UserRole + 1;
constexpr int commandRole = Qt::UserRole + 2;
} // namespace

FindField::FindField(Document& document, QWidget* parent)
    : QLineEdit(parent), m_document(document), m_items(new QStandardItemModel(this)),
      m_completer(new QCompleter(m_items, this)) {
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
    m_commands = commands;
    m_filledAt = 0;
}

void FindField::fill() {
    if (m_filledAt == m_document.generation() && m_items->rowCount() > 0) return;
    m_filledAt = m_document.generation();
    m_items->clear();
    const Programme& programme = m_document.programme();
    const auto add = [&](const QString& text) {
        auto* item = new QStandardItem(text);
        m_items->appendRow(item);
        return item;
    };
    for (const Activity& activity : programme.activities)
        add(show::text(activity.key + "  " + activity.name))->setData(activity.id.value, activityRole);
    for (const Location& location : programme.locations)
        for (const Activity& activity : programme.activities)
            if (activity.location == location.id) {
                add(tr("Location %1").arg(show::text(location.name)))->setData(activity.id.value, activityRole);
                break;
            }
    for (int i = 0; i < m_commands.size(); ++i) {
        QString text = m_commands[i]->text();
        text.remove(QLatin1Char('&'));
        add(tr("Do: %1").arg(text))->setData(i, commandRole);
    }
}

void FindField::choose(const QModelIndex& index) {
    const QVariant activity = index.data(activityRole);
    const QVariant command = index.data(commandRole);
    // The completer still writes its text after this; the field is emptied when it is through.
    QTimer::singleShot(0, this, [this] { clear(); });
    if (activity.isValid())
        emit activityChosen(ActivityId{activity.toUInt()});
    else if (command.isValid())
        m_commands[command.toInt()]->trigger();
}

void FindField::focusInEvent(QFocusEvent* event) {
    fill();
    QLineEdit::focusInEvent(event);
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
    QLineEdit::keyPressEvent(event);
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"

#include <QLineEdit>

class QAction;
class QCompleter;
class QStandardItemModel;

namespace yarrin {

/// The field that finds activities, locations and commands. Escape gives the keyboard back.
class FindField : public QLineEdit {
    Q_OBJECT
public:
    FindField(Document& document, QWidget* parent = nullptr);

    void setCommands(const QList<QAction*>& commands);

signals:
    void activityChosen(ActivityId id);
    void left();

protected:
    void focusInEvent(QFocusEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void fill();
    void choose(const QModelIndex& index);

    Document& m_document;
    QList<QAction*> m_commands;
    QStandardItemModel* m_items;
    QCompleter* m_completer;
    quint64 m_filledAt = 0;
};

} // namespace yarrin

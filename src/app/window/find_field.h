// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"

#include <QLineEdit>

class QAction;
class QCompleter;

namespace yarrin {

class FindItems;

/// The field that finds activities, locations and commands. Escape gives the keyboard back.
class FindField : public QLineEdit {
    Q_OBJECT
public:
    FindField(Document& document, QWidget* parent = nullptr);

    void setCommands(const QList<QAction*>& commands);
    /// What was looked for last.
    [[nodiscard]] const QString& sought() const { return m_sought; }

signals:
    void activityChosen(ActivityId id);
    void left();

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void choose(const QModelIndex& index);

    FindItems* m_items;
    QCompleter* m_completer;
    QString m_sought;
};

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/awaited.h"

#include <QFrame>

#include <vector>

class QLabel;
class QLineEdit;
class QListWidget;

namespace yarrin {

/// A milestone of another job picked by typing: what is typed filters jobs, ids and names, Enter takes the marked one,
/// Escape leaves everything as it was.
class AwaitedPicker : public QFrame {
    Q_OBJECT
public:
    AwaitedPicker(const QString& title, std::vector<Awaited> offers, const QString& none, QWidget* parent);
    /// Opens it at a point of the screen, where it has room.
    void openAt(const QPoint& at);

signals:
    void picked(const Awaited& awaited);
    /// A file elsewhere is to be looked into.
    void otherFileWanted();

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void filter();
    void take();

    std::vector<Awaited> m_offers;
    QString m_none; ///< what the list says where there is nothing
    QLineEdit* m_words;
    QListWidget* m_list;
};

} // namespace yarrin

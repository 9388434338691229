// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"

#include <QAbstractListModel>
#include <QAction>

namespace yarrin {

/// What can be found: activities, places that activities stand at, commands. Words are made when they are asked for, as
/// there may be a hundred thousand.
class FindItems : public QAbstractListModel {
    Q_OBJECT
public:
    explicit FindItems(Document& document, QObject* parent = nullptr);

    void setCommands(const QList<QAction*>& commands);
    /// Sees to it that the items are those of the present programme.
    void update();
    [[nodiscard]] ActivityId activityAt(const QModelIndex& index) const;
    [[nodiscard]] QAction* commandAt(const QModelIndex& index) const;
    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;

private:
    enum Role { activityRole = Qt::UserRole + 1, commandRole };

    Document& m_document;
    QList<QAction*> m_commands;
    std::size_t m_activities = 0;
    std::vector<std::pair<LocationId, ActivityId>> m_places; ///< with the first activity there
    quint64 m_filledAt = 0;
};

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/find_items.h"

#include "app/base/format.h"

#include <unordered_map>

namespace yarrin {

FindItems::FindItems(Document& document, QObject* parent) : QAbstractListModel(parent), m_document(document) {
    // What was listed may be gone.
    connect(&document, &Document::changed, this, [this] {
        if (m_activities == 0 && m_places.empty()) return;
        beginResetModel();
        m_activities = 0;
        m_places.clear();
        m_filledAt = 0;
        endResetModel();
    });
}

void FindItems::setCommands(const QList<QAction*>& commands) {
    beginResetModel();
    m_commands = commands;
    endResetModel();
}

void FindItems::update() {
    if (m_filledAt == m_document.generation()) return;
    beginResetModel();
    m_filledAt = m_document.generation();
    const Programme& programme = m_document.programme();
    m_activities = programme.activities.size();
    std::unordered_map<LocationId, ActivityId> first;
    for (const Activity& activity : programme.activities)
        if (activity.location) first.emplace(activity.location, activity.id);
    m_places.clear();
    for (const Location& location : programme.locations)
        if (const auto found = first.find(location.id); found != first.end()) m_places.push_back(*found);
    endResetModel();
}

int FindItems::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : int(m_activities + m_places.size()) + int(m_commands.size());
}

QVariant FindItems::data(const QModelIndex& index, int role) const {
    if (!index.isValid()) return {};
    const auto row = std::size_t(index.row());
    const bool words = role == Qt::DisplayRole || role == Qt::EditRole;
    const Programme& programme = m_document.programme();
    if (row < m_activities) {
        const Activity& activity = programme.activities[row];
        if (role == activityRole) return activity.id.value;
        return words ? show::text(activity.key + "  " + activity.name) : QVariant();
    }
    if (row < m_activities + m_places.size()) {
        const auto& [place, activity] = m_places[row - m_activities];
        if (role == activityRole) return activity.value;
        return words ? tr("Location %1").arg(show::text(programme.locations.row(place)->name)) : QVariant();
    }
    const int command = int(row - m_activities - m_places.size());
    if (role == commandRole) return command;
    return words ? tr("Do: %1").arg(m_commands[command]->text().remove(QLatin1Char('&'))) : QVariant();
}

ActivityId FindItems::activityAt(const QModelIndex& index) const {
    return ActivityId{index.data(activityRole).toUInt()};
}

QAction* FindItems::commandAt(const QModelIndex& index) const {
    const QVariant command = index.data(commandRole);
    return command.isValid() ? m_commands[command.toInt()] : nullptr;
}

} // namespace yarrin

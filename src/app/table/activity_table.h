// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/table/activity_model.h"
#include "app/table/grid_view.h"

namespace yarrin {

/// A table of activities whose selection is the shared one, with adding, deleting and moving in the breakdown.
class ActivityTable : public GridView {
    Q_OBJECT
public:
    ActivityTable(Document& document, ViewState& state, std::vector<ActivityColumn> columns, bool tasksOnly,
                  QWidget* parent = nullptr);

    [[nodiscard]] ActivityModel& activities() const { return *m_model; }

    void addActivity(ActivityKind kind);
    void addGroup();
    /// Names what depends on the selected rows and asks; deletes at once where nothing does.
    void deleteSelected();
    void moveDepth(bool deeper);
    /// Moves the selected rows, as one block, past the next row of their group; -1 up, 1 down.
    void moveRows(int step);
    void duplicateSelected();
    /// Links each selected activity to the next one, in the order of the rows.
    void chainSelected();
    /// Activities with the links between them, for this job or another; as text, their ids and names.
    void copyActivities();
    void pasteActivities();
    void selectGroup();
    /// What drives the current activity, and what it drives on to the finish.
    void selectDrivingPath();
    /// Brings an activity into sight; unfolds what hides it.
    void reveal(ActivityId id);

signals:
    void question(const QString& text, const QString& answer, std::function<void()> accepted);

private:
    void takeSelection();
    void showSelection();
    void editName(ActivityId id);
    void askToHold(ActivityId id, const Constraint& constraint);
    /// The selected activities as they stand in the rows.
    [[nodiscard]] std::vector<ActivityId> chosen() const;
    bool perform(const QString& text, const Document::Operation& operation);
    bool performRows(const QString& text,
                     const std::function<Result<std::vector<ActivityId>>(Transaction&)>& operation);

    Document& m_document;
    ViewState& m_state;
    ActivityModel* m_model;
    bool m_syncing = false;
};

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/table/activity_model.h"
#include "app/table/grid_view.h"
#include "app/table/row_drag.h"

#include <QTimer>

namespace yarrin {

/// A table of activities whose selection is the shared one, with adding, deleting and moving in the breakdown.
class ActivityTable : public GridView {
    Q_OBJECT
public:
    /// Of the build-up, which is about tasks only, or of the programme.
    ActivityTable(Document& document, ViewState& state, bool buildUp, QWidget* parent = nullptr);

    [[nodiscard]] ActivityModel& activities() const { return *m_model; }

    void addActivity(ActivityKind kind);
    /// Adds what was drawn on the chart in a row, held at a day, and asks for its name.
    void addDrawn(ActivityKind kind, int row, Date start, Minutes work);
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
    /// Copies them, and deletes them as `deleteSelected` does.
    void cutActivities();
    /// Ask in a sheet: for several new rows, for one value of all selected, for the places where they stand too.
    void askSeveral();
    void askForAll();
    void askElsewhere();
    void selectGroup();
    /// All rows that show, under the lens as it is.
    void selectShown();
    /// What drives the current activity, and what it drives on to the finish.
    void selectDrivingPath();
    /// Shows a column behind another one, by their names; hides one. Both are the lens's.
    void showColumn(const QString& name, const QString& after);
    void hideColumn(const QString& name);
    /// So many decimals of a number, none for as many as there are.
    void setDecimals(const QString& name, std::optional<int> decimals);
    /// Brings an activity into sight; unfolds what hides it.
    void reveal(ActivityId id);
    [[nodiscard]] bool takeHold(const QModelIndex& at, const QPoint& pos) override;

protected:
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void paintEvent(QPaintEvent* event) override;

signals:
    void question(const QString& text, const QString& answer, std::function<void()> accepted);

private:
    void applyLens();
    /// Puts the columns as they stand in the header into the lens.
    void takeColumns();
    [[nodiscard]] std::vector<LensColumn> shownColumns() const;
    void setColumns(std::vector<LensColumn> columns);
    void takeSelection();
    void showSelection();
    void editName(ActivityId id);
    void openSheet(class AskSheet* sheet);
    void askToHold(ActivityId id, const Constraint& constraint);
    /// The selected activities as they stand in the rows.
    [[nodiscard]] std::vector<ActivityId> chosen() const;
    bool perform(const QString& text, const Document::Operation& operation);
    using RowsMaker = std::function<Result<std::vector<ActivityId>>(Transaction&)>;
    Outcome makeRows(const QString& text, const RowsMaker& operation);
    void performRows(const QString& text, const RowsMaker& operation);

    Document& m_document;
    ViewState& m_state;
    ActivityModel* m_model;
    /// Puts the selected rows where they were let go.
    void drop(const RowDrop& at);
    bool m_syncing = false;
    std::optional<QPoint> m_grip; ///< where selected rows were taken hold of
    std::optional<RowDrop> m_drop;
    bool m_applying = false; ///< widths are the lens's, not a person's
    QTimer m_headerTimer;
};

} // namespace yarrin

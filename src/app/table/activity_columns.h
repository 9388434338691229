// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/document.h"
#include "app/table/grid_model.h"
#include "core/view/fields.h"
#include "core/view/lens.h"

#include <QString>

#include <functional>
#include <optional>
#include <span>
#include <vector>

namespace yarrin {

/// One activity as a column sees it.
struct ActivityCell {
    const Programme& programme;
    const Lookup& lookup;
    const Schedule& schedule;
    const Activity& activity;
    const ActivityFigures* figures; ///< none where nothing could be calculated
    /// What was altered by hand since its sequence was laid out; none where nothing was, or no column asks.
    const std::vector<std::string>* byHand = nullptr;
    const FieldContext* fields = nullptr; ///< for what the network has to be walked for; none while an edit is made
    std::size_t index = 0;                ///< of the activity in the programme
    [[nodiscard]] Minutes dayMinutes() const;
};

/// What a column shows of an activity and how a typed text changes it; shared by all tables of activities.
struct ActivityColumn {
    QString name; ///< stable
    QString title;
    int width = 80;
    bool right = false; ///< a figure
    QString verb;       ///< for the text of a change: "crews", "duration"
    std::function<QString(const ActivityCell&)> text;
    std::function<QString(const ActivityCell&)> editText;                        ///< none: as shown
    std::function<Outcome(Transaction&, ActivityId, const std::string&)> commit; ///< none: cannot be edited
    std::function<bool(const ActivityCell&)> editable;                           ///< none: always, where commit is
    GridModel::Completion completion = GridModel::Completion::none;
    std::function<QStringList(const Programme&)> choices;
    /// A computed date: one that is typed is no value but a wish, to hold the activity there so.
    std::optional<ConstraintType> holds;
    std::optional<CodeId> code; ///< whose values it holds
    bool quiet = false;         ///< secondary: in the muted ink
    bool emphatic = false;      ///< set bold
};

[[nodiscard]] std::vector<ActivityColumn> programmeColumns();
[[nodiscard]] std::vector<ActivityColumn> buildUpColumns();

/// The columns that a lens gives the table of the programme, or of the build-up: id and name first, then what it
/// names, else the table's own. What is not known in this job is left out.
[[nodiscard]] std::vector<ActivityColumn> columnsFor(const Programme& programme, const Lens& lens, bool buildUp);
/// A column that a table may have, by its name in lenses.
struct ColumnChoice {
    QString name;
    QString title;
};
/// All of them, the table's own first, then codes, then what else is known of activities.
[[nodiscard]] std::vector<ColumnChoice> columnChoices(const Programme& programme, bool buildUp);

/// The columns that take what is typed, of both tables and of codes, each once.
[[nodiscard]] std::vector<ActivityColumn> typedColumns(const Programme& programme);

/// The name of a calendar as people choose it.
[[nodiscard]] QString calendarName(const Programme& programme, CalendarId id);
[[nodiscard]] QStringList calendarChoices(const Programme& programme);
[[nodiscard]] Result<CalendarId> calendarNamed(const Programme& programme, const std::string& name);
/// "not before 5 Apr 2027 (start)" as shown, and what it is read from: "start not before 5 Apr 2027".
[[nodiscard]] QString constraintText(const Constraint& constraint);
[[nodiscard]] Result<std::optional<Constraint>> parseConstraint(const std::string& text);

} // namespace yarrin

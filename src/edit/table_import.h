// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/sheet.h"
#include "edit/compare.h"
#include "edit/transaction.h"

#include <functional>
#include <map>
#include <set>
#include <string_view>

namespace yarrin {

/// A thing that a column of a table can hold, and the words of headings by which it is known.
struct TableField {
    const char* name;  ///< stable, for remembering
    const char* title; ///< as people read it
    std::vector<std::string_view> words;
    bool needed = false;
};
[[nodiscard]] const std::vector<TableField>& billFields();
[[nodiscard]] const std::vector<TableField>& scheduleFields();

/// Which column holds what.
struct ColumnMap {
    std::size_t headingRow = 0;                      ///< rows up to it are no data
    std::vector<std::optional<std::size_t>> columns; ///< per field
    friend bool operator==(const ColumnMap&, const ColumnMap&) = default;
};
/// Headings that people assigned before, in small letters, to names of fields; "" for a heading that is left out.
using RememberedHeadings = std::map<std::string, std::string>;
/// Finds the row of headings among the first thirty and assigns its columns: as remembered, else by their words.
[[nodiscard]] ColumnMap guessColumns(const Sheet& sheet, const std::vector<TableField>& fields,
                                     const RememberedHeadings& remembered);
/// What is to be remembered of a map that somebody corrected.
void remember(RememberedHeadings& remembered, const Sheet& sheet, const std::vector<TableField>& fields,
              const ColumnMap& map);

/// A row of a table that cannot be taken, by its number as spreadsheets count.
struct RowFault {
    std::size_t row;
    std::string reason;
};
/// Told how many rows are through; false stops the work.
using Progress = std::function<bool(std::size_t done, std::size_t of)>;

/// One row of a bill as it will be taken over.
struct BillRow {
    std::size_t row = 0;
    BillItem item;        ///< its id is that of the item it replaces, or none
    std::string location; ///< by id or name, made where there is none
    std::string breakdown;
};
/// What importing a bill would do.
struct BillReading {
    std::vector<BillRow> rows;
    std::vector<RowFault> faults;
    std::size_t added = 0;
    std::size_t changed = 0;
    std::size_t same = 0;
    std::size_t headings = 0;
    std::vector<std::string> newGroups;
    std::vector<std::string> newLocations;
    bool decimalComma = false;
    bool stopped = false;
};
/// Reads the rows of a bill: nothing is changed. Rows of words alone are headings, and name the group of the rows
/// below them where no column does. Faults by row: figures with text in them, unknown units, items that stand twice,
/// less than is placed already.
[[nodiscard]] BillReading readBill(const Programme& programme, const Sheet& sheet, const ColumnMap& map,
                                   const Progress& progress = {});
/// Takes a bill over as it was read.
[[nodiscard]] Outcome importBill(Transaction& tx, const BillReading& reading);

/// One row of a schedule as it will be taken over.
struct ScheduleRow {
    std::size_t row = 0;
    std::string key;
    std::string name;
    ActivityId is; ///< the activity that it changes; none: a new one
    ActivityKind kind = ActivityKind::task;
    Minutes duration = 0;
    bool fromDates = false, hasDuration = true;
    std::string links;               ///< phrases
    std::vector<std::string> groups; ///< that it lies in, from the top
    std::optional<double> done;      ///< share of the work, with the dates that were
    std::optional<Date> begun, ended;
    std::string needs;              ///< phrases
    std::vector<std::string> texts; ///< one for each of activityTexts()
};
struct ScheduleReading {
    std::vector<ScheduleRow> rows;
    std::vector<RowFault> faults;
    std::size_t tasks = 0; ///< new ones, as are milestones
    std::size_t milestones = 0;
    std::size_t links = 0;
    std::size_t groups = 0;    ///< rows that others lie in
    std::size_t fromDates = 0; ///< durations worked out from dates
    std::size_t datesLeft = 0; ///< rows whose dates were not needed, and are left out
    std::size_t begun = 0;     ///< with a share done
    std::size_t changed = 0, same = 0;
    std::vector<Difference> changes; ///< of activities that were there, in their order
    std::vector<std::string> newResources;
    bool byRowNumbers = false, saysLinks = false; ///< a column says what rows wait for
    bool stopped = false;
};
/// Reads a schedule: names, durations, predecessors as phrases, ids or row numbers, in the words of several languages.
/// Dates are only used to work out a duration that is not there, on `calendar` (the work from the first day to the
/// last), and as actual ones where a share is done. Rows in which deeper ones lie, by a level, a number like 1.2.3 or
/// the blanks before their names, are groups. A row whose id, or without ids whose name and group, the programme has
/// changes that activity: what its cells say; empty ones say nothing but that it waits for nothing.
[[nodiscard]] ScheduleReading readSchedule(const Programme& programme, const Sheet& sheet, const ColumnMap& map,
                                           CalendarId calendar, const Progress& progress = {});
[[nodiscard]] Outcome importSchedule(Transaction& tx, const ScheduleReading& reading, CalendarId calendar);

} // namespace yarrin

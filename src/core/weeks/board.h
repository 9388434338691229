// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/weeks/promises.h"

#include <string>
#include <vector>

namespace yarrin {

/// A piece of work on the board of weeks.
struct BoardChip {
    ActivityId activity;
    Date from, to;       ///< days with work within the weeks of the board
    bool goesOn = false; ///< beyond them
    bool started = false, critical = false, overdue = false;
    std::vector<Lack> lacking; ///< what it still lacks
    std::vector<int> days;     ///< with work, by week
    int lane = 0;              ///< within its row
};
/// Work of one trade at one place.
struct BoardRow {
    std::string trade, firm;
    std::vector<std::size_t> toClose; ///< places among the promises of the week before
    std::vector<BoardChip> chips;
    int lanes = 1;
};
struct BoardGroup {
    std::string place;
    std::vector<BoardRow> rows;
};
/// The week before, to close; a week, to promise; the weeks after it, to make ready.
struct WeekBoard {
    Date first;
    int weeks = 6;
    const Week* before = nullptr; ///< null where it was not committed
    const Week* now = nullptr;    ///< where it is committed already
    std::vector<BoardGroup> groups;
    int activities = 0, lacking = 0; ///< on it, and of these with something open
};
/// Groups by the outermost place in the order of the places, rows by trade in the order of its code, chips by their
/// start; no order of activities decides. Points into the programme.
[[nodiscard]] WeekBoard weekBoard(const Programme& programme, const Schedule& dates, Date first, int weeks);
/// The same work in one row for each firm, by its name, that of none last.
[[nodiscard]] std::vector<BoardRow> lanesByFirm(const WeekBoard& board);

} // namespace yarrin

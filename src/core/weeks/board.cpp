// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/weeks/board.h"

#include "core/weeks/look_ahead.h"

#include <algorithm>
#include <map>

namespace yarrin {

namespace {

/// The outermost place that holds an activity, and where it stands.
std::pair<std::size_t, std::string> placeOf(const Programme& programme, LocationId id) {
    std::size_t at = programme.locations.indexOf(id);
    for (int steps = 0; at < programme.locations.size() && steps <= deepestTree; ++steps) {
        const LocationId parent = programme.locations[at].parent;
        if (!parent) return {at, programme.locations[at].name};
        at = programme.locations.indexOf(parent);
    }
    return {programme.locations.size(), {}};
}

std::size_t tradePlace(const Code* code, const std::string& trade) {
    const std::size_t size = code ? code->values.size() : 0;
    for (std::size_t i = 0; i < size; ++i)
        if (code->values[i].name == trade) return i;
    return size;
}

/// Chips that overlap in time lie in lanes of their own.
void layLanes(BoardRow& row) {
    std::vector<Date> ends;
    for (BoardChip& chip : row.chips) {
        std::size_t lane = 0;
        while (lane < ends.size() && chip.from <= ends[lane]) ++lane;
        if (lane == ends.size()) ends.push_back(chip.to);
        ends[lane] = chip.to;
        chip.lane = int(lane);
    }
    row.lanes = std::max({1, int(ends.size()), int(row.toClose.size())});
}

} // namespace

WeekBoard weekBoard(const Programme& programme, const Schedule& dates, Date first, int weeks) {
    WeekBoard board;
    board.first = first;
    board.weeks = weeks;
    board.before = weekOf(programme, first + -7);
    board.now = weekOf(programme, first);
    const Code* code = tradeCodeOf(programme);
    // Group, then trade, then firm.
    using RowKey = std::tuple<std::size_t, std::string, std::size_t, std::string, std::string>;
    std::map<RowKey, BoardRow> rows;
    const auto rowOf = [&](const Activity& activity) -> BoardRow& {
        const auto [at, place] = placeOf(programme, activity.location);
        const std::string trade = tradeOf(programme, activity), firm = firmOf(programme, activity);
        BoardRow& row = rows[{at, place, tradePlace(code, trade), trade, firm}];
        row.trade = trade;
        row.firm = firm;
        return row;
    };
    for (const WeekRow& one : weeksAhead(programme, dates, first, weeks)) {
        const std::size_t at = programme.activities.indexOf(one.activity);
        const Activity& activity = programme.activities[at];
        const ActivityFigures& figures = dates.activities[at];
        BoardChip chip;
        chip.activity = one.activity;
        chip.days = one.days;
        std::optional<std::pair<Date, Date>> span;
        for (int week = 0; week < weeks; ++week)
            if (const auto days = daysIn(programme, dates, one.activity, first + 7 * week))
                span = {span ? span->first : days->first, days->second};
        if (!span) continue; // milestones, and what does not work here
        chip.from = span->first;
        chip.to = span->second;
        chip.goesOn = completionDate(figures.earlyFinish) > chip.to;
        chip.started = figures.state == NodeState::inProgress;
        chip.critical = figures.critical;
        chip.overdue = one.overdue;
        chip.lacking = lackingOn(programme, one.activity);
        ++board.activities;
        board.lacking += !chip.lacking.empty();
        rowOf(activity).chips.push_back(std::move(chip));
    }
    for (std::size_t i = 0; board.before && i < board.before->promises.size(); ++i)
        if (const Activity* activity = programme.activities.row(board.before->promises[i].activity))
            rowOf(*activity).toClose.push_back(i);
    for (auto& [key, row] : rows) {
        std::sort(row.chips.begin(), row.chips.end(), [&](const BoardChip& a, const BoardChip& b) {
            return std::tuple(a.from, a.to, programme.activities.row(a.activity)->key) <
                   std::tuple(b.from, b.to, programme.activities.row(b.activity)->key);
        });
        layLanes(row);
        const std::string& place = std::get<1>(key);
        if (board.groups.empty() || board.groups.back().place != place) board.groups.push_back({place, {}});
        board.groups.back().rows.push_back(std::move(row));
    }
    return board;
}

std::vector<BoardRow> lanesByFirm(const WeekBoard& board) {
    std::map<std::pair<bool, std::string>, BoardRow> firms;
    for (const BoardGroup& group : board.groups)
        for (const BoardRow& row : group.rows) {
            BoardRow& firm = firms[{row.firm.empty(), row.firm}];
            firm.firm = row.firm;
            firm.chips.insert(firm.chips.end(), row.chips.begin(), row.chips.end());
        }
    std::vector<BoardRow> lanes;
    for (auto& [name, row] : firms) {
        if (row.chips.empty()) continue;
        // Of one day those of the first place come first.
        std::stable_sort(row.chips.begin(), row.chips.end(),
                         [](const BoardChip& a, const BoardChip& b) { return a.from < b.from; });
        layLanes(row);
        lanes.push_back(std::move(row));
    }
    return lanes;
}

} // namespace yarrin

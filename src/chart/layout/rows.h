// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"

#include <string>
#include <unordered_map>
#include <unordered_set>
#include <vector>

namespace yarrin {

/// By what activities are grouped into rows.
enum class Grouping { breakdown, location, none, text };
enum class RowFilter { all, criticalAndNear, critical };
/// By what rows follow each other within their group; `given` is the programme's own order.
enum class RowOrder { given, key, name, duration, start, finish, totalFloat, calendar, text };

/// A named choice of grouping and filter: which rows there are, and in which order.
struct Lens {
    Grouping grouping = Grouping::breakdown;
    RowFilter filter = RowFilter::all;
    bool tasksOnly = false; ///< no milestones and hammocks
    RowOrder order = RowOrder::given;
    bool descending = false;
    std::string words = {};     ///< only activities with all of them in id, name, location, notes or other texts
    std::string groupText = {}; ///< the text, by its name in the description, that `Grouping::text` goes by
    std::string orderText = {}; ///< and that `RowOrder::text` goes by
    friend bool operator==(const Lens&, const Lens&) = default;
};

/// One row of table and chart: a group's heading, or an activity.
struct ChartRow {
    bool isGroup = false;
    int depth = 0;
    ActivityId activity;     ///< of an activity's row
    std::size_t index = 0;   ///< of the activity in the programme; of a group by text, of the first in it
    std::uint32_t group = 0; ///< of a group's row: the value of its breakdown or location id, a number of its own for a
                             ///< text, 0 for what lies outside
    std::size_t count = 0;   ///< activities in and below a group
    bool folded = false;
    std::optional<Instant> start; ///< span of a group's activities
    std::optional<Instant> finish;
    friend bool operator==(const ChartRow&, const ChartRow&) = default;
};

/// The rows that a lens shows of a programme, groups in `folded` without what is in them. Groups with nothing in them
/// are shown where nothing is filtered, so that an empty breakdown can be filled.
[[nodiscard]] std::vector<ChartRow> rowsFor(const Programme& programme, const Schedule& schedule, const Lens& lens,
                                            const std::unordered_set<std::uint32_t>& folded);
/// How many activities the filter and the words of a lens hide.
[[nodiscard]] std::size_t hiddenBy(const Lens& lens, const Programme& programme, const Schedule& schedule);

} // namespace yarrin

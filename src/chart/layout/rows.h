// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"
#include "core/view/fields.h"
#include "core/view/lens.h"

#include <functional>
#include <string>
#include <unordered_map>
#include <unordered_set>
#include <vector>

namespace yarrin {

/// One row of table and chart: a group's heading, or an activity.
struct ChartRow {
    bool isGroup = false;
    int depth = 0;
    ActivityId activity;     ///< of an activity's row
    std::size_t index = 0;   ///< of the activity in the programme
    std::uint32_t group = 0; ///< of a group's row: a number that stays while the group does; 0 for what lies outside
    std::size_t level = 0;   ///< of a group's row: which of the lens's groups it belongs to
    std::uint32_t node = 0;  ///< of a group by breakdown or location: the row's id; 0 for what lies outside
    std::string title = {};  ///< of a group's row; empty for what says nothing of the field
    std::size_t count = 0;   ///< activities in and below a group
    std::vector<std::size_t> inside = {}; ///< their indices, where the lens adds figures up
    bool folded = false;
    std::optional<Instant> start; ///< span of a group's activities
    std::optional<Instant> finish;
    friend bool operator==(const ChartRow&, const ChartRow&) = default;
};

/// The rows that a lens shows of a programme, groups in `folded` without what is in them. Groups with nothing in them
/// are shown where nothing is filtered, so that an empty breakdown can be filled. A filter that cannot be read hides
/// nothing, a field that is not known groups and orders nothing: `faultsIn` tells of both.
[[nodiscard]] std::vector<ChartRow> rowsFor(const FieldContext& context, const Lens& lens,
                                            const std::unordered_set<std::uint32_t>& folded);
[[nodiscard]] std::vector<ChartRow> rowsFor(const Programme& programme, const Schedule& schedule, const Lens& lens,
                                            const std::unordered_set<std::uint32_t>& folded);
/// Leaves of rows those of such activities, and the groups around them.
void leaveOnly(std::vector<ChartRow>& rows, const std::function<bool(ActivityId)>& stays);
/// How many activities the filter and the words of a lens hide.
[[nodiscard]] std::size_t hiddenBy(const FieldContext& context, const Lens& lens);

/// Whether an activity says all of these words, in small letters: in its id, name, location, notes, texts and codes.
[[nodiscard]] bool saysWords(const Programme& programme, const Activity& activity,
                             const std::vector<std::string>& words);

/// What of a lens cannot be read in this job: its filter, and fields, codes mostly, that are not here.
[[nodiscard]] std::vector<Error> faultsIn(const Lens& lens, const Programme& programme);

} // namespace yarrin

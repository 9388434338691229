// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/sorting.h"
#include "core/time/instant.h"

#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

namespace yarrin {

/// A column of a table of activities, by the name of its field.
struct LensColumn {
    std::string field;
    int width = 0;                              ///< in pixels; 0: the column's own
    std::optional<int> decimals = std::nullopt; ///< of numbers; none: as many as there are
    friend bool operator==(const LensColumn&, const LensColumn&) = default;
};

/// A field that rows are grouped or ordered by.
struct LensKey {
    std::string field;
    bool down = false; ///< from the last value to the first
    friend bool operator==(const LensKey&, const LensKey&) = default;
};

/// How activities are looked at: which columns, rows, order and colours. Fields are named as in `core/view/fields.h`.
struct Lens {
    std::string name;                                ///< of the kept or shipped lens that it began as
    std::vector<LensColumn> columns, buildUpColumns; ///< none: those that the table has of its own
    std::vector<LensKey> groups = {{"breakdown"}};   ///< from the outermost level in
    std::vector<LensKey> order;                      ///< within a group; none: the programme's own
    std::string filter;                              ///< a phrase for `Filter`
    std::string words;                               ///< only activities with all of them in their texts
    std::string colour;                              ///< field that bars are coloured by; none: how urgent they are
    std::string before, on, after;                   ///< fields whose texts stand in front of bars, on and behind them
    int lines = 1;                                   ///< of text that a row has room for
    bool totals = false;                             ///< headings add figures up
    std::optional<std::pair<Date, Date>> time;       ///< what the chart shows, first and last day
    bool tasksOnly = false;                          ///< no milestones and hammocks; a stage's own, never kept
    friend bool operator==(const Lens&, const Lens&) = default;

    /// Whether rows are those of the breakdown and nothing else.
    [[nodiscard]] bool byBreakdown() const { return groups.size() == 1 && groups.front().field == "breakdown"; }
    /// Whether all activities stand in their own order, so that rows can be moved.
    [[nodiscard]] bool showsOwnOrder() const {
        return byBreakdown() && !groups.front().down && order.empty() && filter.empty() && words.empty();
    }
};

inline constexpr std::size_t mostLensGroups = 6, mostLensOrders = 6;
inline constexpr int mostLensLines = 6;

/// As it is kept with the job, and back. What is not understood is left out.
[[nodiscard]] KeptLens keptFrom(const Lens& lens);
[[nodiscard]] Lens lensFrom(const KeptLens& kept);

/// The lenses that ship, the first the one that a job opens with.
[[nodiscard]] const std::vector<Lens>& shippedLenses();

} // namespace yarrin

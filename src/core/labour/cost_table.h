// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/labour/cost.h"

#include <functional>
#include <string>
#include <vector>

namespace yarrin {

/// What a group of activities, or a head, costs and is worth.
struct CostRow {
    std::string name; ///< empty for what belongs to no group
    Fine budget;
    Fine toDate;
    Fine toComplete;
    Fine value;
    Fine valueToDate;
    [[nodiscard]] Fine forecast() const { return toDate + toComplete; }
    [[nodiscard]] Fine margin() const { return value - forecast(); }
};

/// A programme's money before and after its data date.
struct MoneyState {
    const Programme& programme;
    std::span<const MoneyFlow> costs, values;
};

/// The name of a flow's group.
using GroupOf = std::function<std::string(const Programme&, const MoneyFlow&)>;
/// By the outermost node of the breakdown; by the section that money is retained under; by head.
[[nodiscard]] GroupOf byBreakdown();
[[nodiscard]] GroupOf bySection();
[[nodiscard]] GroupOf byHead();

/// A row for each group, in the order of the breakdown, the sections, the heads, and the whole as the last. `plan` is
/// what the budget is of.
[[nodiscard]] std::vector<CostRow> costRows(const MoneyState& now, const MoneyState& plan, const GroupOf& group);

} // namespace yarrin

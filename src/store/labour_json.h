// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/labour/cash.h"
#include "core/labour/demand.h"
#include "core/labour/levelling.h"

#include <optional>
#include <string>
#include <vector>

namespace yarrin {

/// The demand of one resource as docs/cli.md says; figures to six decimals.
struct DemandTable {
    std::string resource;
    bool inQuantities = false;
    std::vector<DemandRow> rows;
    DemandSum sum;
};
[[nodiscard]] std::string demandToJson(const std::vector<DemandTable>& tables, bool one);
[[nodiscard]] std::string cashToJson(const Programme& programme, const Cash& cash, const std::optional<Fine>& budget,
                                     const Costs& costs, const Values& values);

[[nodiscard]] std::string levelToJson(const Programme& programme, const LevelResult& result);

} // namespace yarrin

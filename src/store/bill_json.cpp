// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/quantity/bill.h"
#include "store/json.h"
#include "store/json_values.h"

namespace yarrin {

std::string billToJson(const Programme& programme) {
    using Out = nlohmann::ordered_json;
    Out items = Out::array();
    const auto placed = placedOf(programme);
    for (std::size_t i = 0; i < programme.bill.size(); ++i) {
        const BillItem& item = programme.bill[i];
        Out row{{"id", item.key},
                {"unit", item.unit},
                {"quantity", json::number(item.quantity)},
                {"placed", json::number(placed[i].placed)},
                {"left", json::number(placed[i].left)},
                {"activities", Out::array()}};
        for (const Allocation& allocation : programme.allocations)
            if (allocation.item == item.id)
                row["activities"].push_back({{"activity", programme.activities.row(allocation.activity)->key},
                                             {"quantity", json::number(allocation.quantity)}});
        items.push_back(std::move(row));
    }
    return json::textOf(Out{{"bill", std::move(items)}});
}

} // namespace yarrin

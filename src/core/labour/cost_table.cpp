// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/labour/cost_table.h"

#include "core/labour/cash.h"
#include "core/model/words.h"

#include <algorithm>
#include <map>
#include <memory>

namespace yarrin {

namespace {

/// The group of every activity of the programme that was asked about last.
template <typename Names> GroupOf ofActivities(Names names) {
    struct Kept {
        const Programme* of = nullptr;
        std::vector<std::string> names;
    };
    return [names, kept = std::make_shared<Kept>()](const Programme& programme, const MoneyFlow& flow) {
        if (kept->of != &programme) *kept = {&programme, names(programme)};
        return flow.activity < kept->names.size() ? kept->names[flow.activity] : std::string();
    };
}

/// Names in the order in which groups stand.
std::vector<std::string> orderOf(const Programme& programme) {
    std::vector<std::string> order;
    for (const BreakdownNode& node : programme.breakdown)
        if (!node.parent) order.push_back(node.name);
    for (const Section& section : programme.sections) order.push_back(section.key + " " + section.name);
    for (std::size_t h = 0; h < costHeads; ++h) order.emplace_back(wordOf(CostHead{static_cast<int>(h)}));
    return order;
}

} // namespace

GroupOf byBreakdown() {
    return ofActivities([](const Programme& programme) {
        std::vector<std::string> names;
        for (const Activity& activity : programme.activities) {
            const BreakdownNode* node = programme.breakdown.row(activity.breakdown);
            for (int steps = 0; node && node->parent && steps++ < deepestTree;)
                node = programme.breakdown.row(node->parent);
            names.push_back(node ? node->name : std::string());
        }
        return names;
    });
}

GroupOf bySection() {
    return ofActivities([](const Programme& programme) {
        std::vector<std::string> names;
        for (const SectionId id : moneySections(programme)) {
            const Section* section = programme.sections.row(id);
            names.push_back(section ? section->key + " " + section->name : std::string());
        }
        return names;
    });
}

GroupOf byHead() {
    return [](const Programme&, const MoneyFlow& flow) {
        return flow.of == MoneyFlow::Of::value ? std::string() : std::string(wordOf(flow.head));
    };
}

std::vector<CostRow> costRows(const MoneyState& now, const MoneyState& plan, const GroupOf& group) {
    std::map<std::string, CostRow> rows;
    CostRow whole;
    const auto add = [&](const std::string& name, Fine CostRow::*member, const Fraction& amount) {
        rows[name].*member = rows[name].*member + Fine(amount);
        whole.*member = whole.*member + Fine(amount);
    };
    for (const MoneyFlow& flow : now.costs)
        add(group(now.programme, flow), flow.past ? &CostRow::toDate : &CostRow::toComplete, flow.amount);
    for (const MoneyFlow& flow : now.values) {
        const std::string name = group(now.programme, flow);
        add(name, &CostRow::value, flow.amount);
        if (flow.past) add(name, &CostRow::valueToDate, flow.amount);
    }
    for (const MoneyFlow& flow : plan.costs) add(group(plan.programme, flow), &CostRow::budget, flow.amount);
    const auto order = orderOf(now.programme);
    const auto place = [&](const std::string& name) {
        return name.empty() ? order.size() + 1
                            : std::size_t(std::find(order.begin(), order.end(), name) - order.begin());
    };
    std::vector<CostRow> out;
    for (auto& [name, row] : rows) {
        row.name = name;
        out.push_back(std::move(row));
    }
    std::stable_sort(out.begin(), out.end(),
                     [&](const CostRow& a, const CostRow& b) { return place(a.name) < place(b.name); });
    out.push_back(std::move(whole));
    return out;
}

} // namespace yarrin

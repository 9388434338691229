// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What a programme needs of people, plant and material, and what money it moves.
#include "cli/cli.h"
#include "core/contract/damages.h"
#include "store/file.h"
#include "store/labour_json.h"
#include "store/stands.h"

#include <algorithm>
#include <ostream>

namespace yarrin {

namespace {

struct Call {
    std::string file;
    std::optional<std::string> resource;
    DemandBy by = DemandBy::week;
    bool people = false;
    bool json = false;
};

std::optional<DemandBy> byWord(std::string_view word) {
    if (word == "day") return DemandBy::day;
    if (word == "week") return DemandBy::week;
    if (word == "month") return DemandBy::month;
    return {};
}

/// What is off with the call; empty where nothing is.
std::string parseDemand(std::span<const std::string> arguments, Call& call) {
    std::vector<std::string> files;
    for (std::size_t i = 0; i < arguments.size(); ++i) {
        const std::string& argument = arguments[i];
        const auto value = [&]() -> std::optional<std::string> {
            return i + 1 < arguments.size() ? std::optional(arguments[++i]) : std::nullopt;
        };
        if (argument == "--json") {
            call.json = true;
        } else if (argument == "--people") {
            call.people = true;
        } else if (argument == "--resource") {
            call.resource = value();
            if (!call.resource) return "--resource wants a name";
        } else if (argument == "--by") {
            const auto by = byWord(value().value_or(""));
            if (!by) return "--by wants day, week or month";
            call.by = *by;
        } else if (argument.starts_with("--")) {
            return "there is no option " + argument;
        } else {
            files.push_back(argument);
        }
    }
    if (files.size() != 1) return "one file is expected";
    if (call.people && call.resource) return "--people stands for all trades; leave one of the two out";
    call.file = files[0];
    return {};
}

std::string shown(const Fraction& value) {
    const auto rounded = value.rounded(2);
    return rounded ? rounded->text() : "out of bounds";
}

void printTable(const DemandTable& table, std::ostream& out) {
    const std::string amount = table.inQuantities ? "quantity" : "hours";
    out << table.resource << ": " << shown(table.sum.hours) << " " << amount << " in all, at most "
        << shown(table.sum.peak) << (table.inQuantities ? " a day" : " at once");
    if (table.sum.excessHours.sign() > 0)
        out << ", " << shown(table.sum.excessHours) << " " << amount << " over supply";
    out << "\n";
    out << "from\tdemand\tmean\t" << (table.inQuantities ? "" : "heads\t") << "supply\texcess\t" << amount << "\n";
    for (const DemandRow& row : table.rows) {
        out << isoDate(row.from) << "\t" << shown(row.demand) << "\t" << shown(row.mean) << "\t";
        if (!table.inQuantities) out << shown(row.heads) << "\t";
        out << (row.supply ? shown(*row.supply) : "-") << "\t" << shown(row.excess) << "\t" << shown(row.hours) << "\n";
    }
}

ExitStatus runDemand(std::span<const std::string> arguments, CliStreams streams) {
    Call call;
    if (const std::string fault = parseDemand(arguments, call); !fault.empty())
        return usageFault("demand", fault, streams);
    const auto programme = readProgramme(call.file);
    if (!programme.ok()) return report(programme.errors(), call.file, streams);
    const Schedule result = schedule(*programme);
    if (!result.ok()) return report(result.errors, call.file, streams);
    Demand demand(*programme, result);
    std::vector<DemandTable> tables;
    const auto add = [&](const std::string& name, std::size_t resource, const std::vector<DemandRow>& days) {
        DemandTable table{name, resource < demand.book().size() && demand.inQuantities(resource), {}, sumOf(days)};
        table.rows = demand.rows(days, call.by, resource);
        tables.push_back(std::move(table));
    };
    if (call.people) {
        add("people", ResourceBook::none, demand.people());
    } else if (call.resource) {
        const std::size_t at = demand.book().find(*call.resource);
        if (at == ResourceBook::none)
            return report({{ErrorCode::programme, call.file, "there is no resource " + *call.resource, {}}}, call.file,
                          streams);
        add(demand.book()[at].key, at, demand.days(at));
    } else {
        for (std::size_t r = 0; r < demand.book().size(); ++r) add(demand.book()[r].key, r, demand.days(r));
    }
    if (call.json)
        streams.out << demandToJson(tables, call.resource || call.people);
    else
        for (const DemandTable& table : tables) printTable(table, streams.out);
    return ExitStatus::done;
}

void printCash(const Programme& programme, const Cash& cash, const std::optional<Fine>& budget, const Costs& costs,
               const Values& values, std::ostream& out) {
    const std::string& currency = programme.job.currency;
    const int decimals = minorDigits(currency);
    const auto text = [&](const Fine& sum) {
        const auto rounded = sum.rounded(decimals);
        return rounded ? rounded->text() : std::string("out of bounds");
    };
    const auto column = [&](auto of) {
        std::vector<Fine> periods;
        for (const CashMonth& month : cash.months) periods.push_back(of(month));
        return roundedPeriods(periods, decimals);
    };
    const auto cost = column([](const CashMonth& m) { return m.cost; });
    const auto value = column([](const CashMonth& m) { return m.value; });
    const auto paid = column([](const CashMonth& m) { return m.paid; });
    const auto received = column([](const CashMonth& m) { return m.received; });
    out << "month\tcost\tvalue\tpaid\treceived\tretention held\tposition\t(" << currency << ")\n";
    for (std::size_t i = 0; i < cash.months.size(); ++i)
        out << monthText(cash.months[i].month) << "\t" << cost[i].text() << "\t" << value[i].text() << "\t"
            << paid[i].text() << "\t" << received[i].text() << "\t" << text(cash.months[i].retentionHeld) << "\t"
            << text(cash.months[i].position) << "\n";
    out << "cost " << text(cash.cost) << ", value " << text(cash.value) << ", budget "
        << (budget ? text(*budget) : "unknown") << "\n";
    out << "deepest " << text(cash.deepest.position) << " on " << isoDate(cash.deepest.day);
    if (cash.deepestToCome)
        out << ", still to come " << text(cash.deepestToCome->position) << " on " << isoDate(cash.deepestToCome->day);
    out << ", financing " << text(cash.financing) << "\n";
    for (const Unpriced& one : costs.unpriced)
        out << "unpriced: " << one.resource << " on " << programme.activities[one.activity].key << "\n";
    for (const BillItemId id : values.unplaced) out << "not placed in full: " << programme.bill.row(id)->key << "\n";
}

ExitStatus runCash(std::span<const std::string> arguments, CliStreams streams) {
    const auto call = fileCall("cash", arguments, streams);
    if (!call) return ExitStatus::usage;
    const auto programme = readProgramme(call->file);
    if (!programme.ok()) return report(programme.errors(), call->file, streams);
    const Schedule result = schedule(*programme);
    if (!result.ok()) return report(result.errors, call->file, streams);
    const auto stands = standsIn(call->file);
    if (!stands.ok()) return report(stands.errors(), call->file, streams);
    std::optional<Fine> budget;
    if (!stands->empty()) {
        const Programme& plan = stands->front().programme;
        if (const Schedule planned = schedule(plan); planned.ok()) budget = sumOf(costsOf(plan, planned).flows);
    }
    const Costs costs = costsOf(*programme, result);
    const Values values = valuesOf(*programme, result);
    const Cash cash = cashOf(*programme, result, costs.flows, values.flows);
    if (call->json)
        streams.out << cashToJson(*programme, cash, budget, costs, values);
    else
        printCash(*programme, cash, budget, costs, values, streams.out);
    return ExitStatus::done;
}

} // namespace

const Verb demandVerb{
    "demand", "tells what a programme needs of people, plant and material, and when",
    "yarrin-cli demand FILE [--resource R | --people] [--by day|week|month] [--json]\n\n"
    "Prints for a resource, by its id or name, else for each: demand (the greatest at once; of quantities, on a day), "
    "its\n"
    "mean over working days, people a day, supply, what exceeds it, and hours. Weeks, unless days or months are asked\n"
    "for, start on Monday. --people takes all trades together.\n",
    runDemand};

const Verb cashVerb{
    "cash", "tells cost, value and money in and out, month by month",
    "yarrin-cli cash FILE [--json]\n\n"
    "Prints each month's cost, value from the bill, payments out and in under the contract's terms, the retention "
    "held\n"
    "and the position at its end; then the budget, the deepest position, the deepest still to come, and the cost of\n"
    "financing. What has no rate and what of the bill is placed nowhere is named.\n",
    runCash};

} // namespace yarrin

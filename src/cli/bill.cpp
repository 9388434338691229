// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/quantity/bill.h"

#include "cli/cli.h"
#include "core/quantity/units.h"
#include "store/file.h"
#include "store/json.h"

#include <ostream>

namespace yarrin {

namespace {

void printTable(const Programme& programme, std::ostream& out) {
    std::size_t whole = 0;
    const auto placed = placedOf(programme);
    for (std::size_t i = 0; i < programme.bill.size(); ++i) {
        const BillItem& item = programme.bill[i];
        const bool all = placed[i].left.sign() == 0;
        whole += all ? 1 : 0;
        out << item.key << "  " << item.description << ": " << item.quantity.text() << " " << unitSymbol(item.unit)
            << " billed, " << placed[i].placed.text() << " placed, "
            << (all ? "nothing left" : placed[i].left.text() + " left") << "\n";
    }
    out << whole << " of " << programme.bill.size() << " items placed in full\n";
}

ExitStatus run(std::span<const std::string> arguments, CliStreams streams) {
    const auto call = fileCall("bill", arguments, streams);
    if (!call) return ExitStatus::usage;
    const auto programme = readProgramme(call->file);
    if (!programme.ok()) return report(programme.errors(), call->file, streams);
    if (call->json)
        streams.out << billToJson(*programme);
    else
        printTable(*programme, streams.out);
    return ExitStatus::done;
}

} // namespace

const Verb billVerb{
    "bill", "tells what of the bill is placed on activities, and what is left",
    "yarrin-cli bill FILE [--json]\n\n"
    "Prints a line for each item of the bill: what was billed, what activities do of it, what is left.\n"
    "Placed and left always add up to what was billed.\n",
    run};

} // namespace yarrin

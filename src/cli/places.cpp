// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Where work is, and what comes into each other's way there.
#include "cli/cli.h"
#include "core/places/clashes.h"
#include "edit/place_edits.h"
#include "store/file.h"
#include "store/places_json.h"

#include <array>
#include <ostream>

namespace yarrin {

namespace {

void printPieces(const Programme& programme, const PlacedWork& placed, std::ostream& out) {
    for (const Piece& piece : placed.pieces) {
        const Activity& activity = programme.activities[piece.index];
        out << programme.locations.row(piece.location)->key << "\t" << activity.key << "\t" << activity.name << "\t"
            << isoDate(dateOf(piece.start)) << "\t" << isoDate(completionDate(piece.finish)) << "\t";
        if (piece.span && !piece.borrowed)
            out << metres(piece.span->from) << " to " << metres(piece.span->to) << " m\t" << wordOf(piece.travel);
        out << "\n";
    }
}

void printClashes(const Programme& programme, const Clashes& clashes, std::ostream& out) {
    for (const Clash& clash : clashes.found) {
        out << wordOf(clash.kind) << "\t" << sentenceOf(programme, clash);
        if (clash.past) out << "\tpast";
        if (clash.meant) out << "\tmeant so: " << *clash.meant;
        out << "\n";
    }
    if (!clashes.all) out << "there are more of them\n";
    out << clashes.ahead() << " ahead\n";
}

ExitStatus runPlaces(std::span<const std::string> arguments, CliStreams streams) {
    std::string file;
    bool json = false, clashes = false;
    const std::array options{CallOption{"--json", &json, {}}, CallOption{"--clashes", &clashes, {}}};
    if (const std::string fault = readCall(arguments, options, file); !fault.empty())
        return usageFault("places", fault, streams);
    const auto programme = readProgramme(file);
    if (!programme.ok()) return report(programme.errors(), file, streams);
    const Schedule dates = schedule(*programme);
    if (!dates.ok()) return report(dates.errors, file, streams);
    const PlacedWork placed = placedWork(*programme, dates);
    std::optional<Clashes> found;
    if (clashes) found = clashesOf(*programme, dates, placed);
    if (json)
        streams.out << placesToJson(*programme, placed, found ? &*found : nullptr);
    else if (found)
        printClashes(*programme, *found, streams.out);
    else
        printPieces(*programme, placed, streams.out);
    return ExitStatus::done;
}

} // namespace

const Verb placesVerb{"places", "where work is, and what clashes there",
                      "yarrin-cli places FILE [--clashes] [--json]\n\n"
                      "Lists all tasks that have a place, with their dates, and along chainage their range and "
                      "direction. With --clashes\n"
                      "it tells what comes into each other's way instead: two pieces of work in one place at one time, "
                      "nearer than a rule\n"
                      "of the job wants in days or metres, a crew that would have to be in two places; and how many of "
                      "these lie ahead of\n"
                      "the data date and are not meant so.\n",
                      runPlaces};

} // namespace yarrin

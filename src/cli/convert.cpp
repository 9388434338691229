// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/cli.h"
#include "core/contract/notices.h"
#include "store/file.h"
#include "store/outward.h"

#include <vector>

namespace yarrin {

namespace {

ExitStatus run(std::span<const std::string> arguments, CliStreams streams) {
    std::vector<std::string> files;
    std::optional<Date> today;
    for (std::size_t i = 0; i < arguments.size(); ++i) {
        const std::string& argument = arguments[i];
        if (argument == "--today") {
            if (++i == arguments.size()) return usageFault("convert", "--today wants a value", streams);
            if (std::string fault = takeDay(arguments[i], today); !fault.empty())
                return usageFault("convert", fault, streams);
            continue;
        }
        if (argument.starts_with("--")) return usageFault("convert", "there is no option " + argument, streams);
        files.push_back(argument);
    }
    if (files.size() != 2) return usageFault("convert", "two files are expected, IN and OUT", streams);
    const auto programme = readProgramme(files[0]);
    if (!programme.ok()) return report(programme.errors(), files[0], streams);
    if (const auto outward = outwardForName(files[1])) {
        const Outcome out = writeOutward(*programme, schedule(*programme), files[1], *outward,
                                         clockDay(programme->job, today.value_or(Date{})));
        return out.ok() ? ExitStatus::done : report(out.errors(), files[1], streams);
    }
    const auto written = writeProgramme(*programme, files[1], formatForName(files[1]));
    if (!written.ok()) return report(written.errors(), files[1], streams);
    return ExitStatus::done;
}

} // namespace

const Verb convertVerb{
    "convert", "writes a programme in another format",
    "yarrin-cli convert IN OUT [--today DATE]\n\n"
    "Reads IN (.yarrin or .yarrin.json, told by its content) and writes OUT in the format that its\n"
    "ending names: .json for the open text format, anything else for the native one. For others: the network as a\n"
    "graph (.dot or .gv, .graphml), or milestones, contract dates, notices due and what work lacks as a calendar\n"
    "(.ics; notices as they stand on the data date, or on DATE where that is later).\n"
    "What cannot be examined, what a window holds, and a native file that holds a history or revisions\n"
    "is not written over. What is replaced stays beside it as OUT.previous.\n",
    run};

} // namespace yarrin

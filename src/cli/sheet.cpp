// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Sheets of a job put on paper, without a display: the application paints them.
#include "cli/cli.h"
#include "core/model/words.h"
#include "store/beside.h"
#include "store/file.h"
#include "store/sheet_json.h"

#include <algorithm>
#include <ostream>
#include <vector>

namespace yarrin {

namespace {

/// Has the application do it; what it says goes on, line by line.
ExitStatus paint(std::string_view verb, const std::vector<std::string>& words, CliStreams streams) {
    const std::string program = programBeside("yarrin", "app", "YARRIN_APP");
    if (program.empty()) {
        streams.err << "yarrin-cli " << verb
                    << ": yarrin, which paints, is not beside this program; install it again\n";
        return ExitStatus::file;
    }
    const RanProgram ran = runProgram(
        program, words, {"QT_QPA_PLATFORM=offscreen", "QT_LOGGING_RULES=*.debug=false;*.info=false;*.warning=false"});
    streams.err << ran.said;
    switch (ran.status) {
    case 0:
        return ExitStatus::done;
    case 1:
        return ExitStatus::programme;
    case 2:
        return ExitStatus::usage;
    case 3:
        return ExitStatus::file;
    default:
        streams.err << "yarrin-cli " << verb << ": yarrin, which paints, came to an end before it was done\n";
        return ExitStatus::file;
    }
}

ExitStatus list(const std::string& file, bool json, CliStreams streams) {
    const auto programme = readProgramme(file);
    if (!programme.ok()) return report(programme.errors(), file, streams);
    if (json) {
        streams.out << sheetsToJson(*programme);
        return ExitStatus::done;
    }
    for (const KeptSheet& one : programme->sheets)
        streams.out << one.key << "\t" << wordOf(one.view) << "\t" << one.paper << (one.upright ? " upright" : "")
                    << "\n";
    return ExitStatus::done;
}

ExitStatus runSheet(std::span<const std::string> arguments, CliStreams streams) {
    std::vector<std::string> plain;
    bool listed = false, json = false, all = false;
    for (const std::string& argument : arguments) {
        if (argument == "--list")
            listed = true;
        else if (argument == "--json")
            json = true;
        else if (argument == "--all")
            all = true;
        else if (argument.starts_with("--"))
            return usageFault("sheet", "there is no option " + argument, streams);
        else
            plain.push_back(argument);
    }
    if (listed)
        return plain.size() == 1 && !all ? list(plain[0], json, streams)
                                         : usageFault("sheet", "one file is expected", streams);
    if (json) return usageFault("sheet", "--json goes with --list", streams);
    if (plain.size() != (all ? 2U : 3U))
        return usageFault("sheet",
                          all ? "a file and where to write are expected"
                              : "a file, a sheet's name and where to write are expected",
                          streams);
    if (all) return paint("sheet", {plain[0], "--all-sheets", "--sheet", plain[1]}, streams);
    return paint("sheet", {plain[0], "--of", plain[1], "--sheet", plain[2]}, streams);
}

ExitStatus runPicture(std::span<const std::string> arguments, CliStreams streams) {
    std::vector<std::string> plain, words;
    std::string view = "bars";
    for (std::size_t i = 0; i < arguments.size(); ++i) {
        const std::string& argument = arguments[i];
        const bool takes = argument == "--view" || argument == "--of" || argument == "--lens";
        if (takes && ++i == arguments.size())
            return usageFault("picture", argument + " wants a word behind it", streams);
        if (argument == "--view")
            view = arguments[i];
        else if (argument == "--of")
            words.insert(words.end(), {"--subject", arguments[i]});
        else if (argument == "--lens")
            words.insert(words.end(), {"--lens", arguments[i]});
        else if (argument.starts_with("--"))
            return usageFault("picture", "there is no option " + argument, streams);
        else
            plain.push_back(argument);
    }
    if (!fromWord<SheetView>(view)) return usageFault("picture", "there is no view " + view, streams);
    if (plain.size() != 2) return usageFault("picture", "a file and where to write are expected", streams);
    words.insert(words.begin(), {plain[0], "--view", view, "--sheet", plain[1]});
    return paint("picture", words, streams);
}

} // namespace

const Verb sheetVerb{
    "sheet", "puts a sheet of the job on paper",
    "yarrin-cli sheet FILE NAME OUT\n"
    "yarrin-cli sheet FILE --all OUT.pdf|FOLDER\n"
    "yarrin-cli sheet FILE --list [--json]\n\n"
    "Writes the sheet of that name as it stands in the job: a .pdf, pages as .svg or .png, and what is no bars also "
    "as\n"
    ".md (Markdown with its charts beside it), .xlsx or .csv (its tables). --all writes all sheets one behind the\n"
    "other. --list names them with what they show and their paper, one a line with tabs between. No display is "
    "needed.\n",
    runSheet};

const Verb pictureVerb{
    "picture", "puts a view of the job on paper",
    "yarrin-cli picture FILE [--view VIEW] [--of KEY] [--lens NAME] OUT\n\n"
    "Writes a view as a .pdf, or its pages as .svg or .png: bars, logic, scope, calendars, demand, cash, lines, "
    "completion,\n"
    "exposure, soundness, narrative, statement or report. --of takes one section, event, calendar, resource or\n"
    "revision of it; --lens arranges the bars. What is no bars also goes out as .md, .xlsx or .csv. No display is\n"
    "needed.\n",
    runPicture};

} // namespace yarrin

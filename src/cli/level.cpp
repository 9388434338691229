// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Brings what is needed under what there is.
#include "core/labour/levelling.h"

#include "cli/cli.h"
#include "core/model/phrases.h"
#include "store/file.h"
#include "store/labour_json.h"

#include <ostream>

namespace yarrin {

namespace {

struct Call {
    std::string file;
    LevelOptions options;
    std::vector<std::string> leave, first;
    std::optional<std::string> write;
    bool way = false;
    bool json = false;
};

/// What is off with the call; empty where nothing is.
std::string parseCall(std::span<const std::string> arguments, Call& call) {
    std::vector<std::string> files;
    for (std::size_t i = 0; i < arguments.size(); ++i) {
        const std::string& argument = arguments[i];
        const auto value = [&]() -> std::string { return i + 1 < arguments.size() ? arguments[++i] : std::string(); };
        if (argument == "--json") {
            call.json = true;
        } else if (argument == "--inside-float" || argument == "--within-supply") {
            if (call.way) return "--inside-float and --within-supply are two ways; choose one";
            call.way = true;
            call.options.way = argument == "--inside-float" ? LevelWay::insideFloat : LevelWay::withinSupply;
        } else if (argument == "--resource") {
            call.options.resources.push_back(value());
            if (call.options.resources.back().empty()) return "--resource wants a name";
        } else if (argument == "--leave") {
            call.leave.push_back(value());
        } else if (argument == "--first") {
            call.first.push_back(value());
        } else if (argument == "--split") {
            call.options.split = true;
        } else if (argument == "--by-hours") {
            call.options.wholeDays = false;
        } else if (argument == "--from") {
            call.options.from = parseDate(value());
            if (!call.options.from) return "--from wants a date like 2027-03-01";
        } else if (argument == "--write") {
            call.write = value();
            if (call.write->empty()) return "--write wants a file";
        } else if (argument.starts_with("--")) {
            return "there is no option " + argument;
        } else {
            files.push_back(argument);
        }
    }
    if (files.size() != 1) return "one file is expected";
    if (!call.way) return "--inside-float or --within-supply is expected";
    if (call.options.way == LevelWay::insideFloat && (call.options.split || !call.first.empty()))
        return "--split and --first go with --within-supply";
    call.file = files[0];
    return {};
}

void print(const Programme& programme, const LevelResult& result, std::ostream& out) {
    const auto shown = [](const Fraction& value) {
        const auto rounded = value.rounded(2);
        return rounded ? rounded->text() : std::string("out of bounds");
    };
    for (const LevelMove& move : result.moves) {
        const Activity& activity = *programme.activities.row(move.activity);
        out << activity.key << "  " << activity.name << ": " << isoDate(dateOf(move.from)) << " -> "
            << isoDate(dateOf(move.to)) << ", held for "
            << spanText(move.delay, dayUnitOf(programme, calendarOf(programme, activity)));
        if (!move.pauses.empty()) out << ", split in " << move.pauses.size() + 1;
        out << "\n";
    }
    out << result.moves.size() << " held, " << result.pushed.size() << " pushed by them\n";
    for (const LevelPeak& peak : result.peaks)
        out << peak.resource << ": at most " << shown(peak.before) << " -> " << shown(peak.after) << ", days over "
            << peak.daysOverBefore << " -> " << peak.daysOverAfter << "\n";
    out << "hours over supply " << shown(result.excessBefore) << " -> " << shown(result.excessAfter) << "\n";
    for (const LevelLeft& left : result.left)
        out << "left: " << programme.activities.row(left.activity)->key << " is over " << left.resource << " on "
            << isoDate(left.day) << "\n";
    for (std::size_t i = 0; i < result.sectionsAfter.size(); ++i)
        if (const auto& before = result.sectionsBefore[i].forecast, &after = result.sectionsAfter[i].forecast;
            before && after)
            out << "section " << programme.sections.row(result.sectionsAfter[i].section)->key << " " << isoDate(*before)
                << " -> " << isoDate(*after) << "\n";
}

ExitStatus run(std::span<const std::string> arguments, CliStreams streams) {
    Call call;
    if (const std::string fault = parseCall(arguments, call); !fault.empty())
        return usageFault("level", fault, streams);
    const auto programme = readProgramme(call.file);
    if (!programme.ok()) return report(programme.errors(), call.file, streams);
    for (const auto& [keys, ids] :
         {std::pair{&call.leave, &call.options.leave}, std::pair{&call.first, &call.options.first}})
        for (const std::string& key : *keys) {
            ActivityId id;
            for (const Activity& activity : programme->activities)
                if (activity.key == key) id = activity.id;
            if (!id)
                return report({{ErrorCode::programme, call.file, "there is no activity " + key, {}}}, call.file,
                              streams);
            ids->push_back(id);
        }
    const auto result = level(*programme, call.options);
    if (!result.ok()) {
        std::vector<Error> errors = result.errors();
        for (Error& error : errors) error.code = ErrorCode::programme;
        return report(errors, call.file, streams);
    }
    if (call.write) {
        const auto written = writeProgramme(levelled(*programme, *result), *call.write, formatForName(*call.write));
        if (!written.ok()) return report(written.errors(), *call.write, streams);
    }
    if (call.json)
        streams.out << levelToJson(*programme, *result);
    else
        print(*programme, *result, streams.out);
    return ExitStatus::done;
}

} // namespace

const Verb levelVerb{
    "level", "brings what is needed under what there is",
    "yarrin-cli level FILE --inside-float|--within-supply [--resource R ...] [--from DATE] [--leave ID ...]\n"
    "                 [--by-hours] [--first ID ...] [--split] [--json] [--write OUT]\n\n"
    "Inside float no section and no finish moves: less is needed above supply, then demand gets smoother. Within "
    "supply\n"
    "no more is needed than there is, at the least damages and time-related cost. Of the resources named, else of all\n"
    "with a supply; nothing before --from moves, nor what --leave names. What --first names, and\n"
    "what leads to it, has the resources before others; with --split work may rest for whole days. Prints what would "
    "be held, and since when;\n"
    "--write writes the programme with it as OUT. FILE is never changed.\n",
    run};

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/cli.h"
#include "core/base/worded.h"
#include "core/contract/notices.h"
#include "store/file.h"
#include "store/ifc.h"
#include "store/outward.h"

#include <charconv>
#include <vector>

namespace yarrin {

namespace {

/// A schedule of a building model by its name, or by its number among all of them.
Result<std::size_t> scheduleNamed(const IfcReading& plan, const std::string& wanted) {
    std::string all;
    std::vector<std::size_t> found;
    for (std::size_t i = 0; i < plan.schedules.size(); ++i) {
        if (plan.schedules[i].name == wanted) found.push_back(i);
        all += (all.empty() ? "" : ", ") + std::to_string(i + 1) + " " + plan.schedules[i].name;
    }
    if (found.size() == 1) return found.front();
    std::size_t number = 0;
    const auto [end, fault] = std::from_chars(wanted.data(), wanted.data() + wanted.size(), number);
    const bool isNumber = fault == std::errc() && end == wanted.data() + wanted.size();
    if (found.empty() && isNumber && number >= 1 && number <= plan.schedules.size()) return number - 1;
    return Error{ErrorCode::input,
                 {},
                 found.empty() ? worded("it holds no schedule \"%1\"", wanted)
                               : worded("it holds several schedules \"%1\"", wanted),
                 all.empty() ? worded("it holds none") : worded("it holds %1", all)};
}

/// A programme, or the plan of a building model, of which what was not understood is told.
Result<Programme> read(const std::string& path, const std::string& schedule, CliStreams streams) {
    if (!isIfcName(path)) return readProgramme(path);
    auto plan = readIfc(path);
    if (!plan.ok()) return plan.errors();
    if (!schedule.empty()) {
        const auto wanted = scheduleNamed(*plan, schedule);
        if (!wanted.ok()) return wanted.errors();
        if (*wanted != plan->taken) plan = readIfc(path, *wanted);
        if (!plan.ok()) return plan.errors();
    }
    for (const std::string& note : plan->notes) streams.err << "note: " << note << '\n';
    return std::move(plan->programme);
}

ExitStatus run(std::span<const std::string> arguments, CliStreams streams) {
    std::vector<std::string> files;
    std::optional<Date> today;
    std::string plan;
    for (std::size_t i = 0; i < arguments.size(); ++i) {
        const std::string& argument = arguments[i];
        if (argument == "--today") {
            if (++i == arguments.size()) return usageFault("convert", "--today wants a value", streams);
            if (std::string fault = takeDay(arguments[i], today); !fault.empty())
                return usageFault("convert", fault, streams);
            continue;
        }
        if (argument == "--schedule") {
            if (++i == arguments.size()) return usageFault("convert", "--schedule wants a value", streams);
            plan = arguments[i];
            continue;
        }
        if (argument.starts_with("--")) return usageFault("convert", "there is no option " + argument, streams);
        files.push_back(argument);
    }
    if (files.size() != 2) return usageFault("convert", "two files are expected, IN and OUT", streams);
    if (!plan.empty() && !isIfcName(files[0]))
        return usageFault("convert", "--schedule is of a building model", streams);
    auto programme = read(files[0], plan, streams);
    if (!programme.ok()) return report(programme.errors(), files[0], streams);
    if (const auto outward = outwardForName(files[1])) {
        if (outward == Outward::ifc)
            for (const std::string& line : notInIfc(*programme)) streams.err << "not in the file: " << line << '\n';
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
    "yarrin-cli convert IN OUT [--schedule NAME] [--today DATE]\n\n"
    "Reads IN (.yarrin or .yarrin.json, told by its content; or the plan in a building model, .ifc) and writes OUT in\n"
    "the format that its ending names: .json for the open text format, anything else for the native one. For others:\n"
    "the network as a graph (.dot or .gv, .graphml), milestones, contract dates, notices due and what work lacks as a\n"
    "calendar (.ics; notices as they stand on the data date, or on DATE where that is later), or the plan as work\n"
    "schedule, tasks, sequences, calendars, resources and costs of a building model (.ifc, ISO 16739-1 IFC4). What "
    "such\n"
    "a model does not hold, and what of one was not understood, is told on the error stream. Where it holds several\n"
    "schedules, NAME (or its number by name) is read; else a planned one before others, then that with most tasks.\n"
    "What cannot be examined, what a window holds, and a native file that holds a history or revisions\n"
    "is not written over. What is replaced stays beside it as OUT.previous.\n",
    run};

} // namespace yarrin

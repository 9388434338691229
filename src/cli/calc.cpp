// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/cli.h"
#include "core/model/phrases.h"
#include "core/network/schedule.h"
#include "store/file.h"
#include "store/json.h"

#include <algorithm>
#include <ostream>

namespace yarrin {

namespace {

/// Text padded to a width counted in characters, not bytes.
std::string padded(std::string text, std::size_t width) {
    const auto continued = [](char c) { return (static_cast<unsigned char>(c) & 0xc0) == 0x80; };
    std::size_t length = text.size() - static_cast<std::size_t>(std::count_if(text.begin(), text.end(), continued));
    while (length > width) {
        do text.pop_back();
        while (!text.empty() && continued(text.back()));
        if (!text.empty() && (static_cast<unsigned char>(text.back()) & 0xc0) == 0xc0) text.pop_back();
        --length;
    }
    return text + std::string(width - length, ' ');
}

std::string instantText(const std::optional<Instant>& t) {
    return t ? isoInstant(*t) : "-";
}

std::string floatText(const std::optional<Minutes>& slack, const WorkCalendar& calendar) {
    return slack ? spanText(*slack, {calendar.dayMinutes(), calendar.definition().daysPerWeek()}) : "-";
}

std::string rangeText(const Exposure& exposure, const std::string& currency) {
    return "unrelieved " + sumText(exposure.unrelieved, currency) + ", assessed " +
           sumText(exposure.assessed, currency) + ", claimed " + sumText(exposure.claimed, currency);
}

void printTable(const Programme& programme, const Schedule& schedule, std::ostream& out) {
    out << programme.job.title << "\nFinish " << instantText(schedule.programmeFinish) << ", latest start "
        << instantText(schedule.latestStart) << "\n\n";
    out << padded("id", 12) << padded("name", 34) << padded("duration", 12) << padded("early start", 18)
        << padded("early finish", 18) << padded("late start", 18) << padded("late finish", 18) << padded("float", 12)
        << padded("free", 12) << "\n";
    for (std::size_t i = 0; i < schedule.activities.size(); ++i) {
        const ActivityFigures& f = schedule.activities[i];
        const WorkCalendar& calendar = schedule.calendarOf(f);
        out << padded(programme.activities[i].key, 12) << padded(programme.activities[i].name, 33) << " "
            << padded(floatText(f.duration, calendar), 12) << padded(isoInstant(f.earlyStart), 18)
            << padded(isoInstant(f.earlyFinish), 18) << padded(instantText(f.lateStart), 18)
            << padded(instantText(f.lateFinish), 18) << padded(floatText(f.totalFloat, calendar), 12)
            << padded(floatText(f.freeFloat, calendar), 12) << (f.critical ? "critical" : "") << "\n";
    }
    if (!schedule.sections.empty()) out << "\n";
    for (const SectionFigures& s : schedule.sections) {
        out << "Section " << programme.sections.row(s.section)->key << ": forecast "
            << (s.forecast ? isoDate(*s.forecast) : "-") << ", completion " << isoDate(s.extended);
        if (s.daysLate) out << ", " << *s.daysLate << " days late";
        out << "; damages " << rangeText(s.damages, programme.job.currency) << "\n";
    }
    if (!schedule.sections.empty())
        out << "Damages in all: " << rangeText(schedule.damages, programme.job.currency) << "\n";
    for (const Problem& problem : schedule.problems)
        out << (problem.severity == Problem::Severity::error ? "error: " : "warning: ") << problem.where << ": "
            << problem.what << "\n";
}

ExitStatus run(std::span<const std::string> arguments, CliStreams streams) {
    std::string file;
    bool json = false;
    for (const std::string& argument : arguments) {
        if (argument == "--json")
            json = true;
        else if (argument.starts_with("--"))
            return usageFault("calc", "there is no option " + argument, streams);
        else if (!file.empty())
            return usageFault("calc", "one file is expected", streams);
        else
            file = argument;
    }
    if (file.empty()) return usageFault("calc", "a file is missing", streams);
    const auto programme = readProgramme(file);
    if (!programme.ok()) return report(programme.errors(), file, streams);
    const Schedule result = schedule(*programme);
    if (!result.ok()) return report(result.errors, file, streams);
    if (json)
        streams.out << scheduleToJson(*programme, result);
    else
        printTable(*programme, result, streams.out);
    return ExitStatus::done;
}

} // namespace

const Verb calcVerb{"calc", "calculates a programme and prints its dates, floats and damages",
                    "yarrin-cli calc FILE [--json]\n\n"
                    "Calculates the programme in FILE (.yarrin or .yarrin.json, told by its content) and prints a\n"
                    "table, or with --json an object as docs/cli.md describes it.\n",
                    run};

} // namespace yarrin

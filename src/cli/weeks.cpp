// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The work of the weeks ahead.
#include "cli/cli.h"
#include "core/base/text.h"
#include "core/weeks/look_ahead.h"
#include "store/file.h"
#include "store/weeks_json.h"

#include <array>
#include <ostream>

namespace yarrin {

namespace {

struct Call {
    std::string file, ics, of;
    std::optional<int> week, weeks;
    bool json = false;
};

std::string parseCall(std::span<const std::string> arguments, Call& call) {
    using Value = const std::string&;
    constexpr int mostWeeks = 26, mostNumber = 5000;
    const auto upTo = [](const char* option, int most, std::optional<int>& into) {
        return CallOption{option, nullptr, [=, &into](Value value) -> std::string {
                              const auto number = wholeNumber(value);
                              if (!number || *number < 1 || *number > most)
                                  return std::string(option) + " wants a number from 1 to " + std::to_string(most);
                              into = number;
                              return {};
                          }};
    };
    const std::array options{CallOption{"--json", &call.json, {}}, upTo("--week", mostNumber, call.week),
                             upTo("--weeks", mostWeeks, call.weeks), textOption("--ics", call.ics),
                             textOption("--of", call.of)};
    if (std::string fault = readCall(arguments, options, call.file); !fault.empty()) return fault;
    if (!call.of.empty() && call.ics.empty()) return "--of goes with --ics";
    return "";
}

ExitStatus runWeeks(std::span<const std::string> arguments, CliStreams streams) {
    Call call;
    if (const std::string fault = parseCall(arguments, call); !fault.empty())
        return usageFault("weeks", fault, streams);
    const auto programme = readProgramme(call.file);
    if (!programme.ok()) return report(programme.errors(), call.file, streams);
    const Schedule dates = schedule(*programme);
    if (!dates.ok()) return report(dates.errors, call.file, streams);
    const Job& job = programme->job;
    const Date today = dateOf(job.dataDate.value_or(job.start));
    const Date first = call.week ? weekBegin(job, dateOf(job.start)) + 7 * (*call.week - 1) : weekBegin(job, today);
    const int weeks = call.weeks.value_or(job.weeksAhead.value_or(usualWeeksAhead));
    const auto rows = weeksAhead(*programme, dates, first, weeks);
    if (!call.ics.empty()) {
        const auto entries = weekDays(*programme, dates, rows, first, call.of);
        if (entries.empty())
            return report(
                {inputError("nothing is to be done in these weeks" + (call.of.empty() ? "" : " by " + call.of))},
                call.file, streams);
        const Outcome written = writeDays(entries, call.ics, today);
        return written.ok() ? ExitStatus::done : report(written.errors(), call.ics, streams);
    }
    if (call.json) {
        streams.out << weeksToJson(*programme, dates, rows, first);
        return ExitStatus::done;
    }
    streams.out << "week " << weekNumber(job, first) << " from " << isoDate(first) << ", " << weeks << " weeks\n";
    for (const WeekRow& row : rows) {
        const std::size_t at = programme->activities.indexOf(row.activity);
        const Activity& activity = programme->activities[at];
        streams.out << activity.key << " " << activity.name << "\t" << (row.trade.empty() ? "-" : row.trade) << "\t"
                    << (row.firm.empty() ? "-" : row.firm) << "\t" << isoDate(dateOf(dates.activities[at].earlyStart))
                    << "\t" << isoDate(completionDate(dates.activities[at].earlyFinish)) << "\t";
        for (std::size_t week = 0; week < row.days.size(); ++week)
            streams.out << (week > 0 ? " " : "") << row.days[week];
        streams.out << (row.overdue ? "\toverdue" : "") << "\n";
    }
    return ExitStatus::done;
}

} // namespace

const Verb weeksVerb{
    "weeks", "the work of the weeks ahead",
    "yarrin-cli weeks FILE [--week N] [--weeks N] [--ics OUT [--of TRADE|FIRM]] [--json]\n\n"
    "Lists what starts or goes on in the week of the data date and those after it (six, or as the job says), by "
    "trade:\n"
    "id, name, trade, who does it, start, finish and the days with work in each week; what is overdue says so. With\n"
    "--week the list begins with that contract week; week 1 holds the programme's start. --ics writes it for phones,\n"
    "of a trade or a firm, or all. In JSON stand also what work lacks, and the promises of the weeks up to then.\n",
    runWeeks};

} // namespace yarrin

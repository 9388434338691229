// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/time/calendar.h"

#include "cli/cli.h"
#include "core/time/day_plan.h"
#include "core/time/work_calendar.h"
#include "store/file.h"

#include <array>
#include <ostream>

namespace yarrin {

namespace {

constexpr std::array<const char*, 7> weekdayNames{"Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"};

std::string causeText(const ResolvedCalendar& calendar, const DayCause& cause) {
    if (cause.kind == DayCause::Kind::weather) return "weather allowance";
    if (cause.kind == DayCause::Kind::week) return {};
    const CalendarException& exception = calendar.exceptions[cause.exception];
    std::string text = exception.name.empty() ? "exception" : exception.name;
    if (exception.tide) text += (text.empty() ? "tide " : ", tide ") + tideText(*exception.tide) + " m";
    return cause.substitute ? text + " (substitute)" : text;
}

std::string hoursText(Minutes minutes) {
    return std::to_string(minutes / 60) + (minutes % 60 < 10 ? ":0" : ":") + std::to_string(minutes % 60);
}

ExitStatus run(std::span<const std::string> arguments, CliStreams streams) {
    std::vector<std::string> words;
    std::optional<Date> from, to;
    for (std::size_t i = 0; i < arguments.size(); ++i) {
        const std::string& argument = arguments[i];
        if (argument == "--from" || argument == "--to") {
            auto& date = argument == "--from" ? from : to;
            if (i + 1 < arguments.size()) date = parseDate(arguments[++i]);
            if (!date) return usageFault("calendar", argument + " needs a date like 2027-03-01", streams);
        } else if (argument.starts_with("--")) {
            return usageFault("calendar", "there is no option " + argument, streams);
        } else {
            words.push_back(argument);
        }
    }
    if (words.size() != 2) return usageFault("calendar", "a file and the id of a calendar are expected", streams);
    const auto programme = readProgramme(words[0]);
    if (!programme.ok()) return report(programme.errors(), words[0], streams);
    CalendarId id = words[1] == "continuous" ? continuousCalendar : CalendarId{};
    for (const Calendar& calendar : programme->calendars)
        if (calendar.key == words[1]) id = calendar.id;
    if (!id) return usageFault("calendar", "there is no calendar " + words[1], streams);
    const auto resolved = resolve(programme->calendars.rows(), id);
    if (!resolved.ok()) return report(resolved.errors(), words[0], streams);
    const Date first = from.value_or(dateOf(programme->job.start));
    const Date last = to.value_or(first + 27);
    if (last < first) return usageFault("calendar", "--to is before --from", streams);
    if (last - first > 366 * 100) return usageFault("calendar", "more than a hundred years are asked for", streams);
    const WorkCalendar calendar(*resolved, first, last + 1);
    const DayPlan plan = planDays(*resolved, first.days, last - first + 1);
    Minutes sum = 0;
    int worked = 0;
    for (Date date = first; date <= last; date = date + 1) {
        const auto day = static_cast<std::size_t>(date - first);
        // What the clock shows between midnights; a spell past midnight is written with the day that it starts on.
        const Minutes minutes = calendar.worked(startOf(date + 1)) - calendar.worked(startOf(date));
        sum += minutes;
        worked += minutes > 0 ? 1 : 0;
        const std::string cause = causeText(*resolved, plan.causeOfDay[day]);
        const std::string spells = dayWorkText(plan.workOf(day));
        streams.out << isoDate(date) << " " << weekdayNames[static_cast<std::size_t>(weekday(date))] << "  "
                    << hoursText(minutes) << "  " << (spells.empty() ? "no work" : spells)
                    << (cause.empty() ? "" : "  " + cause) << "\n";
    }
    streams.out << "in all " << hoursText(sum) << " h on " << worked << (worked == 1 ? " day" : " days") << "\n";
    return ExitStatus::done;
}

} // namespace

const Verb calendarVerb{"calendar", "prints the working time of a calendar, day by day",
                        "yarrin-cli calendar FILE ID [--from DATE] [--to DATE]\n\n"
                        "Prints a line for each day: the hours worked between its midnights, its spells, and what\n"
                        "replaces the standard week on it. Without dates: four weeks from the programme's start.\n",
                        run};

} // namespace yarrin

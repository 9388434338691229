// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/network/why.h"

#include "cli/cli.h"
#include "core/model/phrases.h"
#include "core/network/float_paths.h"
#include "core/network/why_then.h"
#include "store/file.h"

#include <charconv>
#include <ostream>

namespace yarrin {

namespace {

std::string keyOf(const Programme& programme, ActivityId id) {
    return programme.activities.row(id)->key;
}

/// One cause in a planner's words.
std::string inWords(const Programme& programme, const Activity& activity, const Cause& cause, bool late) {
    const std::string at = " (" + isoInstant(cause.at) + ")";
    switch (cause.kind) {
    case CauseKind::programmeStart:
        return "the start of the programme" + at;
    case CauseKind::dataDate:
        return "the data date" + at;
    case CauseKind::link: {
        const Link& link = *programme.links.row(cause.link);
        if (late)
            return "the link to " + keyOf(programme, cause.activity) + ", which waits for " +
                   linkPhrase(programme, link) + at;
        return "the link " + linkPhrase(programme, link) + at;
    }
    case CauseKind::constraint:
        return "the constraint on " + activity.key + at;
    case CauseKind::calendarGap:
        return "its calendar, which has no work before" + at;
    case CauseKind::programmeFinish:
        return "the finish of the programme" + at;
    case CauseKind::requiredFinish:
        return "the required finish" + at;
    case CauseKind::contractDate:
        return "the contract date of section " + programme.sections.row(cause.section)->key + at;
    case CauseKind::levelling:
        return "levelling, which holds it" + at;
    case CauseKind::awaited:
        return (activity.awaited ? nameOf(*activity.awaited) : std::string("another job")) + at;
    case CauseKind::access:
        return "access, event " + programme.events.row(cause.event)->key;
    case CauseKind::actual:
        return "what was done: it started then" + at;
    }
    return {};
}

std::string chainText(const Programme& programme, const std::vector<ActivityId>& ids) {
    std::string text;
    for (const ActivityId id : ids) text += (text.empty() ? "" : " → ") + keyOf(programme, id);
    return text;
}

/// The most critical paths to an activity, a line each, with their slack in days of its calendar.
void printPaths(const Programme& programme, const Schedule& result, const Activity& activity, std::size_t count,
                CliStreams streams) {
    streams.out << "paths to it, the most critical first:\n";
    const DayUnit unit = dayUnitOf(programme, calendarOf(programme, activity));
    for (const FloatPath& path : floatPathsTo(programme, result, activity.id, count)) {
        streams.out << "  " << spanText(path.slack, unit) << "  " << chainText(programme, path.activities);
        if (path.joins) streams.out << " ⇢ " << keyOf(programme, path.joins);
        streams.out << "\n";
    }
}

ExitStatus run(std::span<const std::string> arguments, CliStreams streams) {
    std::vector<std::string> words;
    std::size_t paths = 0;
    for (std::size_t i = 0; i < arguments.size(); ++i) {
        const std::string& argument = arguments[i];
        if (argument == "--paths") {
            const std::string number = i + 1 < arguments.size() ? arguments[++i] : std::string();
            const auto [end, fault] = std::from_chars(number.data(), number.data() + number.size(), paths);
            if (fault != std::errc{} || end != number.data() + number.size() || paths == 0)
                return usageFault("why", "--paths needs a number of at least 1", streams);
            continue;
        }
        if (argument.starts_with("--")) return usageFault("why", "there is no option " + argument, streams);
        words.push_back(argument);
    }
    if (words.size() != 2) return usageFault("why", "a file and the id of an activity are expected", streams);
    const auto programme = readProgramme(words[0]);
    if (!programme.ok()) return report(programme.errors(), words[0], streams);
    const Schedule result = schedule(*programme);
    if (!result.ok()) return report(result.errors, words[0], streams);
    const Activity* activity = nullptr;
    for (const Activity& one : programme->activities)
        if (one.key == words[1]) activity = &one;
    if (!activity) return usageFault("why", "there is no activity " + words[1], streams);
    if (activity->kind == ActivityKind::hammock) {
        streams.out << activity->key << " is a hammock: it stands where what it hangs from stands\n";
        return ExitStatus::done;
    }
    const ActivityFigures& figures = result.activities[programme->activities.indexOf(activity->id)];
    const Why why = explain(*programme, result, activity->id);
    streams.out << activity->key << "  " << activity->name << "\n";
    streams.out << "early " << isoInstant(figures.earlyStart) << " to " << isoInstant(figures.earlyFinish)
                << ", set by:\n";
    for (const Cause& cause : why.start) streams.out << "  " << inWords(*programme, *activity, cause, false) << "\n";
    if (figures.lateStart) {
        streams.out << "late " << isoInstant(*figures.lateStart) << " to " << isoInstant(*figures.lateFinish)
                    << ", set by:\n";
        for (const Cause& cause : why.late) streams.out << "  " << inWords(*programme, *activity, cause, true) << "\n";
    }
    if (const auto other = otherwise(*programme, result, activity->id)) {
        streams.out << "otherwise it would start " << isoInstant(other->start) << ", set by:\n";
        if (other->causes.empty()) streams.out << "  the start of the programme or the data date\n";
        for (const Cause& cause : other->causes)
            streams.out << "  " << inWords(*programme, *activity, cause, false) << "\n";
    }
    const DelayEffect effect = DelayTrials(*programme, result).of(activity->id, 1);
    streams.out << "a day later:";
    for (const auto& [section, days] : effect.sections)
        streams.out << " section " << programme->sections.row(section)->key << " +" << days << " d,";
    streams.out << " finish +" << effect.finish << " d\n";
    streams.out << "driven by: " << chainText(*programme, why.chainBack) << "\n";
    streams.out << "drives:    " << chainText(*programme, why.chainOn) << "\n";
    if (paths > 0) printPaths(*programme, result, *activity, paths, streams);
    return ExitStatus::done;
}

} // namespace

const Verb whyVerb{
    "why", "tells what set the dates of an activity",
    "yarrin-cli why FILE ID [--paths N]\n\n"
    "Tells what set the early and the late dates of the activity ID, where it would start otherwise, what a\n"
    "day's delay of it does to sections and finish, the driving chain that leads to\n"
    "it and the one that it drives on to the finish. With --paths, also the N most critical paths to\n"
    "it, each with how far it lies from driving it; ⇢ names the activity at which it joins another.\n",
    run};

} // namespace yarrin

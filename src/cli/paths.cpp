// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The most critical paths to an activity or a section, and what lies near the one that drives.
#include "cli/cli.h"
#include "core/model/phrases.h"
#include "core/network/float_paths.h"
#include "core/network/why_then.h"
#include "store/file.h"
#include "store/paths_json.h"

#include <array>
#include <ostream>

namespace yarrin {

namespace {

constexpr std::array<int, 4> nearDays{1, 2, 5, 10};

struct Call {
    std::string file, to, section;
    std::optional<Date> by;
    std::size_t count = 5;
    bool json = false;
};

std::string parseCall(std::span<const std::string> arguments, Call& call) {
    using Value = const std::string&;
    const std::array options{
        CallOption{"--json", &call.json, {}},
        CallOption{"--to", nullptr,
                   [&](Value id) { return (call.to = id).empty() ? "--to wants the id of an activity" : ""; }},
        CallOption{"--section", nullptr,
                   [&](Value id) { return (call.section = id).empty() ? "--section wants the id of a section" : ""; }},
        CallOption{"--by", nullptr, [&](Value day) { return takeDay(day, call.by); }},
        CallOption{"--count", nullptr, [&](Value number) {
                       const bool good = takeNumber(number, call.count) && call.count > 0;
                       return good ? "" : "--count wants a number of at least 1";
                   }}};
    if (std::string fault = readCall(arguments, options, call.file); !fault.empty()) return fault;
    if (!call.to.empty() && !call.section.empty()) return "--to and --section are two goals; choose one";
    if (call.by && call.section.empty()) return "--by goes with --section";
    return "";
}

/// The activity that the call asks for.
Result<ActivityId> goalOf(const Programme& programme, const Schedule& dates, const Call& call) {
    const auto fault = [](const std::string& what) {
        Error error = inputError(what);
        error.code = ErrorCode::programme;
        return error;
    };
    if (!call.section.empty()) {
        for (const Section& section : programme.sections)
            if (section.key == call.section)
                return section.milestone ? Result<ActivityId>(section.milestone)
                                         : Result<ActivityId>(fault("section " + call.section + " has no milestone"));
        return fault("there is no section " + call.section);
    }
    if (call.to.empty()) {
        const ActivityId last = lastActivity(programme, dates);
        return last ? Result<ActivityId>(last) : Result<ActivityId>(fault("there is no activity in it"));
    }
    for (const Activity& activity : programme.activities)
        if (activity.key == call.to)
            return activity.kind == ActivityKind::hammock
                       ? Result<ActivityId>(fault(call.to + " is a hammock, which paths do not lead to"))
                       : Result<ActivityId>(activity.id);
    return fault("there is no activity " + call.to);
}

void print(const Programme& programme, ActivityId to, const std::vector<FloatPath>& paths,
           const std::vector<NearPath>& near, std::ostream& out) {
    const auto key = [&](ActivityId id) { return programme.activities.row(id)->key; };
    const DayUnit unit = dayUnitOf(programme, calendarOf(programme, *programme.activities.row(to)));
    out << "paths to " << key(to) << ", the most critical first:\n";
    for (const FloatPath& path : paths) {
        out << "  " << (path.slack == 0 ? std::string("drives") : spanText(path.slack, unit) + " behind") << ": ";
        for (const ActivityId id : path.activities) out << (id == path.activities.front() ? "" : " → ") << key(id);
        if (path.joins) out << " ⇢ " << key(path.joins);
        out << "\n";
    }
    for (const NearPath& one : near) {
        out << "would drive if " << one.days << (one.days == 1 ? " day" : " days") << " later:";
        for (const ActivityId id : one.activities) out << " " << key(id);
        out << (one.activities.empty() ? " none\n" : "\n");
    }
}

void printNeeded(const Programme& programme, ActivityId to, Date by, const std::vector<Shortening>& needed,
                 std::ostream& out) {
    const DayUnit unit = dayUnitOf(programme, calendarOf(programme, *programme.activities.row(to)));
    out << "to be complete by " << isoDate(by) << (needed.empty() ? ": nothing is missing\n" : ":\n");
    for (const Shortening& one : needed) {
        out << "  " << spanText(one.needed, unit) << " shorter:";
        for (const ActivityId id : one.path.activities) out << " " << programme.activities.row(id)->key;
        out << "\n";
    }
}

ExitStatus run(std::span<const std::string> arguments, CliStreams streams) {
    Call call;
    if (const std::string fault = parseCall(arguments, call); !fault.empty())
        return usageFault("paths", fault, streams);
    const auto programme = readProgramme(call.file);
    if (!programme.ok()) return report(programme.errors(), call.file, streams);
    const Schedule dates = schedule(*programme);
    if (!dates.ok()) return report(dates.errors, call.file, streams);
    const auto to = goalOf(*programme, dates, call);
    if (!to.ok()) return report(to.errors(), call.file, streams);
    const auto paths = floatPathsTo(*programme, dates, *to, call.count);
    const auto near = nearPathsTo(*programme, dates, *to, nearDays);
    std::optional<std::vector<Shortening>> needed;
    if (call.by)
        for (const Section& section : programme->sections)
            if (section.key == call.section) {
                auto found = whatItTakes(*programme, dates, section.id, *call.by);
                if (!found.ok()) {
                    std::vector<Error> errors = found.errors();
                    for (Error& error : errors) error.code = ErrorCode::programme;
                    return report(errors, call.file, streams);
                }
                needed = std::move(*found);
            }
    if (call.json) {
        streams.out << pathsToJson(*programme, dates, *to, paths, near, needed ? &*needed : nullptr);
        return ExitStatus::done;
    }
    print(*programme, *to, paths, near, streams.out);
    if (needed) printNeeded(*programme, *to, *call.by, *needed, streams.out);
    return ExitStatus::done;
}

} // namespace

const Verb pathsVerb{
    "paths", "tells the most critical paths to an activity or a section",
    "yarrin-cli paths FILE [--to ID | --section S] [--by DATE] [--count N] [--json]\n\n"
    "The N (5) most critical paths to the activity ID, to the milestone of a section, else to what is last to finish:\n"
    "each with how far it lies from driving, in days of that activity's calendar; ⇢ names the activity at which it\n"
    "joins another. Then what would drive in place of the path that does if it were 1, 2, 5 or 10 days later. With "
    "--by, how\n"
    "much shorter each path would have to be for the section to be complete by that day.\n",
    run};

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// How sound a programme is.
#include "cli/cli.h"
#include "core/base/text.h"
#include "core/soundness/soundness.h"
#include "store/soundness_json.h"
#include "store/stands.h"

#include <algorithm>
#include <array>
#include <ostream>
#include <set>

namespace yarrin {

namespace {

struct Call {
    std::string file;
    bool json = false;
    std::set<std::string> failOn;
};

/// Whether a name is that of a measure or of a concern.
bool isKnown(const std::string& name) {
    return concernFrom(name) ||
           std::any_of(limitKinds().begin(), limitKinds().end(),
                       [&](const LimitKind& kind) { return kind.key == name; }) ||
           name == "critical-path-test";
}

std::string parseCall(std::span<const std::string> arguments, Call& call) {
    const std::array options{CallOption{"--json", &call.json, {}},
                             CallOption{"--fail-on", nullptr, [&](const std::string& names) -> std::string {
                                            for (const std::string& name : listed(names, ',')) {
                                                if (!isKnown(name)) return "there is no measure and no concern " + name;
                                                call.failOn.insert(name);
                                            }
                                            return {};
                                        }}};
    return readCall(arguments, options, call.file);
}

std::string figure(const Fraction& value) {
    const auto rounded = value.rounded(1);
    return rounded ? rounded->text() : "out of bounds";
}

void print(const Programme& programme, const Soundness& found, std::ostream& out) {
    for (const SoundnessMeasure& one : found.measures) {
        static constexpr const char* verdicts[] = {"passes", "fails", "not measured"};
        out << (one.number < 10 ? " " : "") << one.number << "  " << one.title << ": "
            << verdicts[static_cast<std::size_t>(one.verdict)];
        if (one.value) out << ", " << figure(*one.value) << " % (" << one.count << " of " << one.of << ")";
        if (one.limit && one.value)
            out << ", " << (one.atLeast ? "at least " : "at most ") << one.limit->text() << " %";
        if (!one.note.empty()) out << ", " << one.note;
        out << "\n";
    }
    std::optional<Concern> concern;
    for (const Finding& finding : found.findings) {
        if (concern != finding.concern) {
            concern = finding.concern;
            out << "\n" << kindOf(*concern).title << ": " << kindOf(*concern).why << "\n";
        }
        out << "  ";
        if (finding.activity) {
            const Activity& activity = *programme.activities.row(finding.activity);
            out << activity.key << "  " << activity.name << ": ";
        }
        out << finding.sentence;
        if (finding.aside) out << " Set aside: " << *finding.aside;
        out << "\n";
    }
}

ExitStatus run(std::span<const std::string> arguments, CliStreams streams) {
    Call call;
    if (const std::string fault = parseCall(arguments, call); !fault.empty())
        return usageFault("check", fault, streams);
    const auto stands = standsIn(call.file);
    if (!stands.ok()) return report(stands.errors(), call.file, streams);
    const Programme& programme = stands->back().programme;
    CalendarCache cache;
    const Schedule dates = schedule(programme, cache);
    if (!dates.ok()) return report(dates.errors, call.file, streams);
    const Programme& agreed = stands->front().programme;
    const Schedule planned = schedule(agreed, cache);
    const Soundness found =
        soundnessOf(programme, dates, planned.ok() ? AgreedDates{&agreed, &planned} : AgreedDates{});
    if (call.json)
        streams.out << soundnessToJson(programme, found);
    else
        print(programme, found, streams.out);
    bool fails = false;
    for (const SoundnessMeasure& one : found.measures)
        fails =
            fails || (one.verdict == SoundnessMeasure::Verdict::fails && call.failOn.contains(std::string(one.word)));
    for (const Finding& finding : found.findings)
        fails = fails || (!finding.aside && !limitKind(kindOf(finding.concern).word) && // else the measure decides
                          call.failOn.contains(std::string(kindOf(finding.concern).word)));
    return fails ? ExitStatus::programme : ExitStatus::done;
}

} // namespace

const Verb checkVerb{
    "check", "tells how sound a programme is",
    "yarrin-cli check FILE [--json] [--fail-on NAME,...]\n\n"
    "Fourteen published measures of a network's quality with their limits, and lists of what makes a programme less\n"
    "sound: open ends, leads, redundant links, hard constraints with what each costs and so on, those that are set "
    "aside\n"
    "with their reason. Late finishes are told against the contract programme in force, else against the programme as\n"
    "if nothing had happened. With --fail-on the exit status is 1 where a measure of that name fails or anything of "
    "that\n"
    "name is found that is not set aside: missing-logic, leads, open-end, redundant-link and so on, with commas "
    "between.\n",
    run};

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/cli.h"

#include "core/contract/damages.h"

#include <algorithm>
#include <array>
#include <ostream>

namespace yarrin {

std::span<const Verb> verbs() {
    static const std::array<Verb, 11> list{billVerb,   calcVerb,   calendarVerb, compareVerb, convertVerb, exposureVerb,
                                           freezeVerb, impactVerb, sealVerb,     verifyVerb,  whyVerb};
    return list;
}

namespace {

void printOverview(std::ostream& out) {
    out << "yarrin-cli VERB ...\n\nVerbs:\n";
    for (const Verb& verb : verbs())
        out << "  " << verb.name << std::string(10 - verb.name.size(), ' ') << verb.summary << "\n";
    out << "\nyarrin-cli VERB --help tells more. Exit status: 0 done; 1 the programme has an error that stops the\n"
           "calculation; 2 the call's words are off; 3 a file cannot be read or written.\n";
}

} // namespace

ExitStatus report(const std::vector<Error>& errors, std::string_view file, CliStreams streams) {
    ExitStatus status = ExitStatus::programme;
    for (const Error& error : errors) {
        const bool named = error.place.starts_with(file);
        streams.err << (named ? "" : std::string(file) + (error.place.empty() ? ": " : ":")) << error.sentence()
                    << "\n";
        if (error.code != ErrorCode::programme) status = ExitStatus::file;
    }
    return status;
}

std::string sumText(const Fraction& sum, const std::string& currency) {
    const auto rounded = sum.rounded(minorDigits(currency));
    return rounded ? currency + " " + rounded->text() : "out of bounds";
}

ExitStatus usageFault(std::string_view verb, std::string_view what, CliStreams streams) {
    streams.err << "yarrin-cli " << verb << (verb.empty() ? "" : ": ") << what << "; see yarrin-cli " << verb
                << (verb.empty() ? "" : " ") << "--help\n";
    return ExitStatus::usage;
}

ExitStatus runCli(std::span<const std::string> arguments, CliStreams streams) {
    if (arguments.empty()) return usageFault("", "a verb is missing", streams);
    if (arguments[0] == "--help" || arguments[0] == "-h") {
        printOverview(streams.out);
        return ExitStatus::done;
    }
    const auto all = verbs();
    const auto verb = std::find_if(all.begin(), all.end(), [&](const Verb& v) { return v.name == arguments[0]; });
    if (verb == all.end()) return usageFault("", "there is no verb " + arguments[0], streams);
    const auto rest = arguments.subspan(1);
    if (std::find(rest.begin(), rest.end(), "--help") != rest.end()) {
        streams.out << verb->help;
        return ExitStatus::done;
    }
    return verb->run(rest, streams);
}

} // namespace yarrin

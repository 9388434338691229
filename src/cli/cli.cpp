// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/cli.h"

#include "core/contract/damages.h"

#include <algorithm>
#include <array>
#include <new>
#include <ostream>
#include <streambuf>
#include <utility>

namespace yarrin {

std::span<const Verb> verbs() {
    static const std::array<Verb, 27> list{
        awaitedVerb, billVerb,    calcVerb,     calendarVerb,  cashVerb,   checkVerb, compareVerb,
        convertVerb, demandVerb,  exposureVerb, freezeVerb,    impactVerb, levelVerb, oddsVerb,
        pathsVerb,   pictureVerb, placesVerb,   portfolioVerb, rowsVerb,   sealVerb,  sheetVerb,
        squeezeVerb, takeVerb,    verifyVerb,   weatherVerb,   weeksVerb,  whyVerb};
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

std::optional<FileCall> fileCall(std::string_view verb, std::span<const std::string> arguments, CliStreams streams) {
    FileCall call;
    std::size_t files = 0;
    for (const std::string& argument : arguments) {
        if (argument == "--json") {
            call.json = true;
        } else if (argument.starts_with("--")) {
            usageFault(verb, "there is no option " + argument, streams);
            return {};
        } else {
            call.file = argument;
            ++files;
        }
    }
    if (files == 1) return call;
    usageFault(verb, "one file is expected", streams);
    return {};
}

std::string readCall(std::span<const std::string> arguments, std::span<const CallOption> options, std::string& file) {
    for (std::size_t i = 0; i < arguments.size(); ++i) {
        const std::string& argument = arguments[i];
        if (!argument.starts_with("--")) {
            if (!file.empty()) return "one file is expected";
            file = argument;
            continue;
        }
        const auto option =
            std::find_if(options.begin(), options.end(), [&](const CallOption& one) { return one.name == argument; });
        if (option == options.end()) return "there is no option " + argument;
        if (option->flag) {
            *option->flag = true;
            continue;
        }
        if (++i == arguments.size()) return argument + " wants a value";
        if (std::string fault = option->take(arguments[i]); !fault.empty()) return fault;
    }
    return file.empty() ? "a file is missing" : "";
}

CallOption textOption(std::string_view name, std::string& into) {
    return {name, nullptr, [&into](const std::string& value) { return into = value, std::string(); }};
}

std::string takeDay(const std::string& text, std::optional<Date>& into) {
    into = parseDate(text);
    return into ? "" : "\"" + text + "\" is not a date like 2027-03-01";
}

ExitStatus usageFault(std::string_view verb, std::string_view what, CliStreams streams) {
    streams.err << "yarrin-cli " << verb << (verb.empty() ? "" : ": ") << what << "; see yarrin-cli " << verb
                << (verb.empty() ? "" : " ") << "--help\n";
    return ExitStatus::usage;
}

namespace {

/// Hands text on without what steers a terminal: a name from a file could move the cursor, recolour or retype.
class PlainOutput : public std::streambuf {
public:
    explicit PlainOutput(std::ostream& to) : m_to(to) {}
    ~PlainOutput() override { flushPair(); }

protected:
    int_type overflow(int_type c) override {
        if (c == traits_type::eof()) return traits_type::not_eof(c);
        const auto byte = static_cast<unsigned char>(c);
        if (m_first) {
            m_first = false;
            if (byte >= 0x80 && byte < 0xA0) return put("\xEF\xBF\xBD"); // U+0080 to U+009F
            put("\xC2");
        }
        if (byte == 0xC2) {
            m_first = true;
            return c;
        }
        if ((byte < 0x20 && byte != '\n' && byte != '\t' && byte != '\r') || byte == 0x7F) return put("\xEF\xBF\xBD");
        m_to.put(static_cast<char>(byte));
        return m_to ? c : traits_type::eof();
    }
    int sync() override {
        flushPair();
        m_to.flush();
        return m_to ? 0 : -1;
    }

private:
    int_type put(const char* text) {
        m_to << text;
        return m_to ? 0 : traits_type::eof();
    }
    void flushPair() {
        if (std::exchange(m_first, false)) put("\xC2");
    }
    std::ostream& m_to;
    bool m_first = false; ///< the first byte of two waits for the second
};

ExitStatus runVerb(const Verb& verb, std::span<const std::string> arguments, CliStreams streams) {
    PlainOutput plainOut(streams.out), plainErr(streams.err);
    std::ostream out(&plainOut), err(&plainErr);
    // JSON escapes by itself, and its readers want it byte by byte.
    const bool json = std::find(arguments.begin(), arguments.end(), "--json") != arguments.end();
    ExitStatus status = ExitStatus::file;
    try {
        status = verb.run(arguments, {json ? streams.out : out, err});
    } catch (const std::bad_alloc&) {
        err << "yarrin-cli " << verb.name << ": there is not enough memory for this programme\n";
    }
    out.flush();
    streams.out.flush();
    err.flush();
    // A script that goes on with half an answer is worse off than one that stops.
    if (!out || !streams.out) {
        streams.err << "yarrin-cli " << verb.name << ": the answer could not be written\n";
        return ExitStatus::file;
    }
    return status;
}

} // namespace

ExitStatus runCli(std::span<const std::string> arguments, CliStreams streams) {
    if (arguments.empty()) return usageFault("", "a verb is missing", streams);
    if (arguments[0] == "--help" || arguments[0] == "-h") {
        printOverview(streams.out);
        return streams.out.flush() ? ExitStatus::done : ExitStatus::file;
    }
    if (arguments.size() == 1 && (arguments[0] == "--manual" || arguments[0] == "--completion")) {
        arguments[0] == "--manual" ? printManual(streams.out) : printCompletion(streams.out);
        return streams.out.flush() ? ExitStatus::done : ExitStatus::file;
    }
    if (arguments[0] == "--version") {
        streams.out << "yarrin-cli " << YARRIN_VERSION << "\n";
        return streams.out.flush() ? ExitStatus::done : ExitStatus::file;
    }
    const auto all = verbs();
    const auto verb = std::find_if(all.begin(), all.end(), [&](const Verb& v) { return v.name == arguments[0]; });
    if (verb == all.end()) return usageFault("", "there is no verb " + arguments[0], streams);
    const auto rest = arguments.subspan(1);
    if (std::find(rest.begin(), rest.end(), "--help") != rest.end()) {
        streams.out << verb->help;
        return streams.out.flush() ? ExitStatus::done : ExitStatus::file;
    }
    return runVerb(*verb, rest, streams);
}

} // namespace yarrin

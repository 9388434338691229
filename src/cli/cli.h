// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/decimal.h"
#include "core/base/result.h"
#include "core/time/instant.h"

#include <charconv>
#include <functional>
#include <iosfwd>
#include <optional>
#include <span>
#include <string>
#include <string_view>

namespace yarrin {

/// What the command line ends with.
enum class ExitStatus { done = 0, programme = 1, usage = 2, file = 3 };

struct CliStreams {
    std::ostream& out;
    std::ostream& err;
};

/// One verb of the command line.
struct Verb {
    std::string_view name;
    std::string_view summary; ///< one line
    std::string_view help;
    ExitStatus (*run)(std::span<const std::string> arguments, CliStreams streams);
};

[[nodiscard]] std::span<const Verb> verbs();
/// Runs `yarrin-cli` with the arguments behind its name.
[[nodiscard]] ExitStatus runCli(std::span<const std::string> arguments, CliStreams streams);

/// The manual page of the command line (man 1), and words that a shell completes (bash), from the verbs' own help.
void printManual(std::ostream& out);
void printCompletion(std::ostream& out);

/// Prints errors, a line each, and tells the exit status that they ask for: a file's fault goes before a programme's.
ExitStatus report(const std::vector<Error>& errors, std::string_view file, CliStreams streams);
/// "GBP 64000": a sum rounded to the currency's minor unit.
[[nodiscard]] std::string sumText(const Fraction& sum, const std::string& currency);
/// Prints what is off with the call.
ExitStatus usageFault(std::string_view verb, std::string_view what, CliStreams streams);

/// A call of one file that may ask for JSON.
struct FileCall {
    std::string file;
    bool json = false;
};
/// Reads such a call; where it is another, says so and returns nothing.
[[nodiscard]] std::optional<FileCall> fileCall(std::string_view verb, std::span<const std::string> arguments,
                                               CliStreams streams);

/// An option of a verb: a flag that is set, or one that takes a value.
struct CallOption {
    std::string_view name; ///< "--runs"
    bool* flag = nullptr;
    std::function<std::string(const std::string& value)> take; ///< tells what is off with the value, "" for nothing
};
/// Reads a call of one file with such options, in any order. Returns what is off with it, "" for nothing.
[[nodiscard]] std::string readCall(std::span<const std::string> arguments, std::span<const CallOption> options,
                                   std::string& file);

/// An option of any text.
[[nodiscard]] CallOption textOption(std::string_view name, std::string& into);
/// Takes a day; tells where it is none.
[[nodiscard]] std::string takeDay(const std::string& text, std::optional<Date>& into);
/// Takes a number that is the whole text; false where it is none.
template <typename Number> [[nodiscard]] bool takeNumber(const std::string& text, Number& into) {
    const auto read = std::from_chars(text.data(), text.data() + text.size(), into);
    return read.ec == std::errc() && read.ptr == text.data() + text.size();
}
template <typename Number> [[nodiscard]] bool takeNumber(const std::string& text, std::optional<Number>& into) {
    return takeNumber(text, into.emplace());
}

extern const Verb awaitedVerb;
extern const Verb billVerb;
extern const Verb calcVerb;
extern const Verb calendarVerb;
extern const Verb cashVerb;
extern const Verb checkVerb;
extern const Verb compareVerb;
extern const Verb convertVerb;
extern const Verb demandVerb;
extern const Verb exposureVerb;
extern const Verb freezeVerb;
extern const Verb impactVerb;
extern const Verb levelVerb;
extern const Verb oddsVerb;
extern const Verb pathsVerb;
extern const Verb pictureVerb;
extern const Verb squeezeVerb;
extern const Verb rowsVerb;
extern const Verb sealVerb;
extern const Verb sheetVerb;
extern const Verb takeVerb;
extern const Verb verifyVerb;
extern const Verb weatherVerb;
extern const Verb placesVerb;
extern const Verb portfolioVerb;
extern const Verb weeksVerb;
extern const Verb whyVerb;

} // namespace yarrin

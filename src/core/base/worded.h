// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <concepts>
#include <cstdint>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

namespace yarrin {

/// The sentences of one language, by the English ones. What it is asked from several threads at a time.
class Catalogue {
public:
    virtual ~Catalogue() = default;
    /// The sentence in this language with its %1, %2 …; empty where there is none. `many` is the English plural, or
    /// nothing where the sentence counts nothing.
    [[nodiscard]] virtual std::string of(const char* id, const char* many, std::int64_t count) const = 0;
};

/// From now on sentences are formed from this catalogue, or in English where it is null. It is not owned, and has to
/// outlive every sentence; whoever shows a window sets it before anything else runs. The command line and files never
/// do.
void useCatalogue(const Catalogue* catalogue);

/// A sentence as a person reads it, that still knows what it was formed from.
struct Worded : std::string {
    Worded() = default;
    /// Words that are the same in every language: a name, what another library said.
    Worded(std::string text) : std::string(std::move(text)) {}
    /// An English sentence without arguments, found in the catalogue.
    Worded(const char* sentence);

    std::string id; ///< the English sentence with its %1, %2 …; empty for words of no language
    std::vector<std::string> arguments;
};

/// What may stand in a sentence: a text, or a whole number.
struct WordedArgument {
    std::string text;

    WordedArgument(std::string value) : text(std::move(value)) {}
    WordedArgument(std::string_view value) : text(value) {}
    WordedArgument(const char* value) : text(value) {}
    template <std::integral Number> WordedArgument(Number value) : text(std::to_string(value)) {}
};

/// The sentence with its arguments for %1, %2 … in the language of the window; each stands as often as it is named.
[[nodiscard]] Worded wordedFrom(const char* id, const char* many, std::int64_t count,
                                std::vector<std::string> arguments);

template <typename... Arguments> [[nodiscard]] Worded worded(const char* id, Arguments&&... arguments) {
    return wordedFrom(id, nullptr, 0, {WordedArgument(std::forward<Arguments>(arguments)).text...});
}
/// The one for one, the other for every other number; other languages have as many forms as they need. The count is
/// %1, arguments go on from %2.
template <typename... Arguments>
[[nodiscard]] Worded wordedCount(const char* one, const char* many, std::integral auto count,
                                 Arguments&&... arguments) {
    return wordedFrom(one, many, static_cast<std::int64_t>(count),
                      {std::to_string(count), WordedArgument(std::forward<Arguments>(arguments)).text...});
}

/// Marks words that stand in a table and are worded where they are shown.
[[nodiscard]] constexpr const char* toWord(const char* id) {
    return id;
}

} // namespace yarrin

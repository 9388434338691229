// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/worded.h"

#include <atomic>

namespace yarrin {

namespace {

std::atomic<const Catalogue*> inUse = nullptr;

std::string filledIn(std::string_view sentence, const std::vector<std::string>& arguments) {
    std::string text;
    text.reserve(sentence.size() + 16 * arguments.size());
    for (std::size_t at = 0; at < sentence.size(); ++at) {
        const bool named = sentence[at] == '%' && at + 1 < sentence.size() && sentence[at + 1] >= '1' &&
                           std::size_t(sentence[at + 1] - '1') < arguments.size();
        if (named)
            text += arguments[std::size_t(sentence[++at] - '1')];
        else
            text += sentence[at];
    }
    return text;
}

} // namespace

void useCatalogue(const Catalogue* catalogue) {
    inUse = catalogue;
}

Worded::Worded(const char* sentence) : Worded(wordedFrom(sentence, nullptr, 0, {})) {}

Worded wordedFrom(const char* id, const char* many, std::int64_t count, std::vector<std::string> arguments) {
    const Catalogue* catalogue = inUse;
    std::string sentence = catalogue && *id ? catalogue->of(id, many, count) : std::string();
    if (sentence.empty()) sentence = many && count != 1 ? many : id;
    Worded made(filledIn(sentence, arguments));
    made.id = id;
    made.arguments = std::move(arguments);
    return made;
}

} // namespace yarrin

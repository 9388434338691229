// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/time/typed_date.h"

#include "core/base/text.h"
#include "core/base/worded.h"

#include <algorithm>
#include <string>
#include <vector>

namespace yarrin {

namespace {

/// The words of a text, split at blanks, slashes, dashes, full stops and commas.
std::vector<std::string> partsOf(std::string_view text) {
    std::vector<std::string> words(1);
    for (const char c : lowered(text)) {
        if (c == ' ' || c == '/' || c == '.' || c == ',' || c == '-')
            words.emplace_back();
        else
            words.back() += c;
    }
    std::erase(words, std::string());
    return words;
}

bool isWeekday(std::string_view word) {
    const std::string low = lowered(word);
    return std::any_of(shortWeekdays.begin(), shortWeekdays.end(), [&](std::string_view name) {
        return low.substr(0, 3) == lowered(name) || low == lowered(worded(name.data()));
    });
}

std::optional<unsigned> monthOf(const std::string& word) {
    if (word.size() < 3) return {};
    const auto begins = [&](const std::string& name) { return name.substr(0, word.size()) == word; };
    for (unsigned i = 0; i < monthNames.size(); ++i)
        if (begins(lowered(monthNames[i]))) return i + 1;
    for (unsigned i = 0; i < monthNames.size(); ++i)
        if (begins(lowered(worded(monthNames[i].data())))) return i + 1;
    return {};
}

} // namespace

Result<Date> parseTypedDate(std::string_view text) {
    text = trimmedView(text);
    if (const auto iso = parseDate(text)) return *iso;
    if (const auto blank = text.find(' '); blank != std::string_view::npos) // behind its weekday
        if (const auto iso = parseDate(text.substr(blank + 1)); iso && isWeekday(text.substr(0, blank))) return *iso;
    auto words = partsOf(text);
    if (words.size() == 4 && isWeekday(words[0])) words.erase(words.begin());
    const auto bad = [&](const Worded& todo) { return inputError(worded("\"%1\" is not a date", text), todo); };
    if (words.size() != 3) return bad(worded("write it as 7 May 2027"));
    if (monthOf(words[0])) std::swap(words[0], words[1]); // a month by its name may stand first
    const auto day = wholeNumber(words[0]);
    auto month = monthOf(words[1]);
    if (!month)
        if (const auto number = wholeNumber(words[1]); number && *number > 0) month = unsigned(*number);
    auto year = wholeNumber(words[2]);
    if (!day || !month || !year || *day < 1) return bad(worded("write it as 7 May 2027"));
    if (*year < 100) *year += 2000;
    if (!isDate(*year, *month, unsigned(*day)))
        return inputError(worded("there is no %1 in the calendar", text), worded("check the day of the month"));
    return dateFrom(*year, *month, unsigned(*day));
}

} // namespace yarrin

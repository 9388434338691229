// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <charconv>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace yarrin {

/// The text without white space at its ends, as a part of it.
[[nodiscard]] inline std::string_view trimmedView(std::string_view text) {
    constexpr std::string_view space = " \t\r\n";
    const std::size_t from = text.find_first_not_of(space);
    return from == std::string_view::npos ? std::string_view()
                                          : text.substr(from, text.find_last_not_of(space) - from + 1);
}
/// The same as a text of its own.
[[nodiscard]] inline std::string trimmed(std::string_view text) {
    return std::string(trimmedView(text));
}

/// The parts between separators, trimmed, without those that are empty.
[[nodiscard]] inline std::vector<std::string> listed(std::string_view text, char separator) {
    std::vector<std::string> list;
    for (std::size_t from = 0; from <= text.size();) {
        const std::size_t to = std::min(text.find(separator, from), text.size());
        if (const auto part = trimmed(text.substr(from, to - from)); !part.empty()) list.push_back(part);
        from = to + 1;
    }
    return list;
}

/// A whole number and nothing else.
[[nodiscard]] inline std::optional<int> wholeNumber(std::string_view text) {
    int value = 0;
    const auto [end, fault] = std::from_chars(text.data(), text.data() + text.size(), value);
    if (text.empty() || fault != std::errc{} || end != text.data() + text.size()) return {};
    return value;
}

/// With A to Z in small letters; other letters stay.
[[nodiscard]] inline std::string lowered(std::string_view text) {
    std::string word(text);
    for (char& c : word)
        if (c >= 'A' && c <= 'Z') c = static_cast<char>(c - 'A' + 'a');
    return word;
}

/// With a to z in capitals. As `lowered`, it knows no language: in Turkish a small I has no dot, and no date would
/// read.
[[nodiscard]] inline std::string raised(std::string_view text) {
    std::string word(text);
    for (char& c : word)
        if (c >= 'a' && c <= 'z') c = static_cast<char>(c - 'a' + 'A');
    return word;
}

/// "#2e7d77".
[[nodiscard]] inline bool isColour(std::string_view text) {
    return text.size() == 7 && text[0] == '#' && text.find_first_not_of("0123456789abcdef", 1) == std::string::npos;
}

} // namespace yarrin

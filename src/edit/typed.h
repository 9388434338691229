// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/decimal.h"
#include "core/base/result.h"
#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/model/words.h"
#include "core/time/instant.h"

#include <algorithm>
#include <optional>
#include <string>
#include <string_view>

namespace yarrin {

/// Why something typed cannot be taken; none where it can.
using Fault = std::optional<Error>;

/// A choice by its word.
template <typename Enum> [[nodiscard]] Fault choose(Enum& value, std::string_view word) {
    const auto chosen = fromWord<Enum>(word);
    if (!chosen) return inputError(worded("\"%1\" is not one of the choices", word));
    value = *chosen;
    return {};
}

/// What people type, into a value; an empty text takes it away. A sum is not negative, a share is typed in per cent,
/// days are calendar days ("28", "28 d", "28 days").
[[nodiscard]] Fault readSum(std::optional<Decimal>& sum, std::string_view text, const Worded& what);
[[nodiscard]] Fault readShare(std::optional<Decimal>& share, std::string_view text);
[[nodiscard]] Fault readDays(std::optional<int>& days, std::string_view text, int least, int most);
[[nodiscard]] Fault readDate(std::optional<Date>& date, std::string_view text);
/// The same where nothing would not do.
[[nodiscard]] Fault readDay(Date& date, std::string_view text);

/// A key that no row of a table has: a stem and a number, "R1".
template <typename Rows> [[nodiscard]] std::string freshKey(const Rows& rows, const std::string& stem);

/// Whether a row of a table has this key.
template <typename Rows> [[nodiscard]] bool isTaken(const Rows& rows, std::string_view key) {
    return std::any_of(rows.begin(), rows.end(), [&](const auto& row) { return row.key == key; });
}

template <typename Rows> std::string freshKey(const Rows& rows, const std::string& stem) {
    std::size_t number = rows.size() + 1;
    while (isTaken(rows, stem + std::to_string(number))) ++number;
    return stem + std::to_string(number);
}

/// Takes a key that is typed, where no other row has it.
template <typename Rows, typename Row> [[nodiscard]] Fault takeKey(const Rows& rows, Row& row, std::string_view text) {
    if (text.empty()) return inputError(worded("an id cannot be empty"));
    for (const auto& other : rows)
        if (other.id != row.id && other.key == text) return inputError(worded("the id %1 is used already", other.key));
    row.key = text;
    return {};
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/model/words.h"

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
    if (!chosen) return inputError("\"" + std::string(word) + "\" is not one of the choices");
    value = *chosen;
    return {};
}

/// Whether a row of a table has this key.
template <typename Rows> [[nodiscard]] bool isTaken(const Rows& rows, std::string_view key) {
    return std::any_of(rows.begin(), rows.end(), [&](const auto& row) { return row.key == key; });
}

} // namespace yarrin

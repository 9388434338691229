// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/contract/damages.h"
#include "store/json_text.h"

#include <nlohmann/json.hpp>

/// How sums are written: for the writers of this folder only.
namespace yarrin::json {

/// A sum rounded to the currency's minor unit, as a number; null where it is out of bounds.
[[nodiscard]] inline nlohmann::ordered_json money(const Fraction& sum, const std::string& currency) {
    const auto rounded = sum.rounded(minorDigits(currency));
    return exactNumber(rounded);
}

[[nodiscard]] inline nlohmann::ordered_json exposure(const Exposure& range, const std::string& currency) {
    return {{"unrelieved", money(range.unrelieved, currency)},
            {"assessed", money(range.assessed, currency)},
            {"claimed", money(range.claimed, currency)}};
}

} // namespace yarrin::json

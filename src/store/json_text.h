// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/decimal.h"
#include "core/base/result.h"

#include <nlohmann/json.hpp>

#include <optional>
#include <string>
#include <string_view>

/// JSON as text, for the readers and writers of this folder only. Numbers with decimals never go through binary
/// floating point: in the tree they stand as bytes (which JSON itself does not know) that hold their digits.
namespace yarrin::json {

/// A decimal in the tree; null where there is none.
[[nodiscard]] nlohmann::ordered_json exactNumber(const std::optional<Decimal>& value);
/// The decimal that a number of the tree is; nothing where it is no number or has too many digits.
[[nodiscard]] std::optional<Decimal> decimalOf(const nlohmann::json& json);
[[nodiscard]] bool isNumber(const nlohmann::json& json);

/// Reads a text. An object with one key twice, nesting deeper than 64, a list of more than two million and all that is
/// no JSON are errors that name the line.
[[nodiscard]] Result<nlohmann::json> parsed(std::string_view text);

/// How decimals are written: with their digits, or as versions before the sixth did it, rounded to what a binary number
/// holds.
enum class Digits { exact, asBinary };
/// The text of a tree, a line for each member, with a line break at its end. What is not UTF-8 is replaced.
[[nodiscard]] std::string textOf(const nlohmann::ordered_json& json, Digits digits = Digits::exact);

} // namespace yarrin::json

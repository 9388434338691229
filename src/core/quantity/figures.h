// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/decimal.h"
#include "core/base/result.h"

#include <string_view>
#include <vector>

namespace yarrin {

/// How a column of figures writes its decimals. Told from the column as a whole, because "1,234" by itself can be read
/// in two ways.
enum class DecimalSign { stop, comma };
/// What the figures of a column say together; a full stop where they say nothing.
[[nodiscard]] DecimalSign decimalSignOf(const std::vector<std::string_view>& figures);
/// Reads a figure with thousands parted by the other sign, blanks or apostrophes: "1.344,5" with a decimal comma. An
/// error where it is no number, or its signs do not fit the column's.
[[nodiscard]] Result<Decimal> readFigure(std::string_view text, DecimalSign sign);

/// The decimal that a fraction is, where it is one of at most 18 digits.
[[nodiscard]] std::optional<Decimal> exactly(const Fraction& value);
/// Shares of a quantity in proportion to weights, to so many decimals at most; they add up to it to the last unit.
/// Equal shares where no weight is more than 0.
[[nodiscard]] std::vector<Decimal> shared(const Decimal& quantity, const std::vector<Decimal>& weights, int decimals);

} // namespace yarrin

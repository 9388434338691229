// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/decimal.h"

#include <vector>

namespace yarrin {

/// What events that came in together moved, taken apart: each its own days, the rest in common.
struct Parts {
    std::vector<int> own;
    int common = 0;
};
/// `joint` is what all moved, `first` and `last` what each moves before and behind all others: its own part is the less
/// of the two. Parts that come to more than the whole are scaled to it.
[[nodiscard]] Parts partsOf(int joint, const std::vector<int>& first, const std::vector<int>& last);

/// Whole days that add up to the rounded sum of exact ones, none farther from its own than it must be.
[[nodiscard]] std::vector<int> roundedTogether(const std::vector<Fraction>& exact);

} // namespace yarrin

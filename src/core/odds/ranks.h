// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <optional>
#include <span>
#include <utility>
#include <vector>

namespace yarrin {

/// Figures of sorted results. Percentiles are asked for in thousandths.
/// The value that so many thousandths do not lie above: of rank (10 p n + 999) div 1000 with p in per cent, counted
/// from 1; `sorted` is not empty.
[[nodiscard]] std::int64_t atThousandth(std::span<const std::int64_t> sorted, int thousandths);
/// The share of results that are not above a value.
[[nodiscard]] double shareUpTo(std::span<const std::int64_t> sorted, std::int64_t value);
/// Order statistics between which a percentile lies with 95 %, by the binomial distribution: the greatest l with
/// P(B < l) at most 2.5 %, the least u with P(B >= u) at most 2.5 %. None where there are too few results.
[[nodiscard]] std::optional<std::pair<std::int64_t, std::int64_t>> intervalOf(std::span<const std::int64_t> sorted,
                                                                              int thousandths);
/// Spearman's rank correlation with the mean rank where values are alike; none where either is constant.
[[nodiscard]] std::optional<double> rankCorrelation(std::span<const double> a, std::span<const double> b);
/// The same of ranks that are known already.
[[nodiscard]] std::optional<double> correlationOfRanks(std::span<const double> a, std::span<const double> b);
/// Ranks from 1, alike values sharing their mean.
[[nodiscard]] std::vector<double> ranksOf(std::span<const double> values);

} // namespace yarrin

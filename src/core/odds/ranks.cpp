// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/odds/ranks.h"

#include <boost/math/distributions/binomial.hpp>

#include <algorithm>
#include <cmath>

namespace yarrin {

std::int64_t atThousandth(std::span<const std::int64_t> sorted, int thousandths) {
    const std::size_t rank = (std::size_t(thousandths) * sorted.size() + 999) / 1000;
    return sorted[std::clamp<std::size_t>(rank, 1, sorted.size()) - 1];
}

double shareUpTo(std::span<const std::int64_t> sorted, std::int64_t value) {
    if (sorted.empty()) return 0;
    return double(std::upper_bound(sorted.begin(), sorted.end(), value) - sorted.begin()) / double(sorted.size());
}

std::optional<std::pair<std::int64_t, std::int64_t>> intervalOf(std::span<const std::int64_t> sorted, int thousandths) {
    constexpr double beyond = 0.025;
    if (sorted.empty()) return {};
    const auto count = std::int64_t(sorted.size());
    const boost::math::binomial_distribution<double> below(double(count), thousandths / 1000.0);
    const auto upTo = [&](std::int64_t k) { return k < 0 ? 0.0 : boost::math::cdf(below, double(k)); };
    // P(B < l) = P(B <= l - 1); P(B >= u) = 1 - P(B <= u - 1).
    std::int64_t low = 0, high = count + 1;
    for (std::int64_t from = 0, to = count; from <= to;) {
        const std::int64_t middle = (from + to) / 2;
        if (upTo(middle - 1) <= beyond) {
            low = middle;
            from = middle + 1;
        } else {
            to = middle - 1;
        }
    }
    for (std::int64_t from = 0, to = count; from <= to;) {
        const std::int64_t middle = (from + to) / 2;
        if (1 - upTo(middle - 1) <= beyond) {
            high = middle;
            to = middle - 1;
        } else {
            from = middle + 1;
        }
    }
    if (low < 1 || high > count) return {};
    return std::pair(sorted[std::size_t(low - 1)], sorted[std::size_t(high - 1)]);
}

std::vector<double> ranksOf(std::span<const double> values) {
    std::vector<std::pair<double, std::uint32_t>> order;
    order.reserve(values.size());
    for (std::size_t i = 0; i < values.size(); ++i) order.emplace_back(values[i], std::uint32_t(i));
    std::sort(order.begin(), order.end());
    std::vector<double> ranks(values.size());
    for (std::size_t from = 0; from < order.size();) {
        std::size_t to = from + 1;
        while (to < order.size() && order[to].first == order[from].first) ++to;
        for (std::size_t i = from; i < to; ++i) ranks[order[i].second] = double(from + to + 1) / 2;
        from = to;
    }
    return ranks;
}

std::optional<double> correlationOfRanks(std::span<const double> x, std::span<const double> y) {
    if (x.size() != y.size() || x.size() < 2) return {};
    const double mean = double(x.size() + 1) / 2;
    double xy = 0, xx = 0, yy = 0;
    for (std::size_t i = 0; i < x.size(); ++i) {
        xy += (x[i] - mean) * (y[i] - mean);
        xx += (x[i] - mean) * (x[i] - mean);
        yy += (y[i] - mean) * (y[i] - mean);
    }
    if (xx == 0 || yy == 0) return {};
    return xy / std::sqrt(xx * yy);
}

std::optional<double> rankCorrelation(std::span<const double> a, std::span<const double> b) {
    return correlationOfRanks(ranksOf(a), ranksOf(b));
}

} // namespace yarrin

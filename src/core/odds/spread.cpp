// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/odds/spread.h"

#include "core/base/worded.h"

#include <boost/math/special_functions/beta.hpp>

#include <algorithm>
#include <cmath>

namespace yarrin {

namespace {

constexpr std::size_t steps = 4096;

/// The share below a point of a triangle.
double triangleShare(const Spread& s, double x) {
    const double width = s.high - s.low;
    if (x <= s.low) return 0;
    if (x >= s.high) return 1;
    return x < s.likely ? (x - s.low) * (x - s.low) / (width * (s.likely - s.low))
                        : 1 - (s.high - x) * (s.high - x) / (width * (s.high - s.likely));
}

double pertShare(const Spread& s, double x) {
    const double width = s.high - s.low;
    const double a = 1 + 4 * (s.likely - s.low) / width, b = 1 + 4 * (s.high - s.likely) / width;
    return boost::math::ibeta(a, b, std::clamp((x - s.low) / width, 0.0, 1.0));
}

} // namespace

std::optional<Error> faultOf(const Spread& spread) {
    constexpr double most = 10;
    for (const double factor : {spread.low, spread.likely, spread.high})
        if (!(factor > 0) || factor > most) return inputError(worded("a factor of work is above 0 and at most 10"));
    const bool middle = spread.shape == SpreadShape::triangular || spread.shape == SpreadShape::pert;
    if (!middle && spread.low <= spread.high) return {};
    if (spread.low > spread.likely || spread.likely > spread.high)
        return inputError(worded("low, likely and high rise"), worded("the likely one lies between the others"));
    return {};
}

Result<Spread> fromTenths(const Spread& spread) {
    if (auto fault = faultOf(spread)) return *fault;
    if (spread.low == spread.high) return spread;
    if (spread.shape == SpreadShape::twoPoint)
        return inputError(worded("two points have no tenths"), worded("give their chance"));
    if (spread.shape == SpreadShape::uniform) {
        const double out = (spread.high - spread.low) / 8; // a tenth of the whole on either side
        return Spread{spread.low - out, spread.likely, spread.high + out, spread.shape, spread.chance};
    }
    constexpr double tenth = 0.1;
    const auto share = [&](const Spread& s, double x) {
        return s.shape == SpreadShape::pert ? pertShare(s, x) : triangleShare(s, x);
    };
    // Each end is moved out until it fits, in turns; both shares fall as their end goes out.
    Spread found = spread;
    const double reach = (spread.high - spread.low) * 8;
    for (int turn = 0; turn < 200; ++turn) {
        const Spread before = found;
        const auto solve = [&](double& end, double from, double to, auto&& gap) {
            for (int i = 0; i < 80; ++i) {
                end = (from + to) / 2;
                (gap() > 0 ? from : to) = end;
            }
        };
        solve(found.low, spread.low, spread.low - reach, [&] { return tenth - share(found, spread.low); });
        solve(found.high, spread.high, spread.high + reach, [&] { return share(found, spread.high) - (1 - tenth); });
        if (std::abs(found.low - before.low) + std::abs(found.high - before.high) < 1e-12) break;
    }
    const bool fits =
        std::abs(share(found, spread.low) - tenth) < 1e-6 && std::abs(share(found, spread.high) - (1 - tenth)) < 1e-6;
    if (!fits || !(found.low > 0))
        return inputError(worded("no least and most possible give these tenths"),
                          worded("bring them nearer to the likely one"));
    return found;
}

SpreadQuantile::SpreadQuantile(const Spread& spread) : m_spread(spread) {
    const double width = spread.high - spread.low;
    if (width <= 0) return;
    m_turn = (spread.likely - spread.low) / width;
    if (spread.shape != SpreadShape::pert) return;
    const double a = 1 + 4 * m_turn, b = 1 + 4 * (1 - m_turn);
    for (std::size_t i = 0; i <= steps; ++i)
        m_table.push_back(spread.low + width * boost::math::ibeta_inv(a, b, double(i) / double(steps)));
}

double SpreadQuantile::operator()(double share) const {
    const double width = m_spread.high - m_spread.low;
    if (width <= 0) return m_spread.low;
    if (m_spread.shape == SpreadShape::twoPoint) return share < 1 - m_spread.chance ? m_spread.low : m_spread.high;
    if (m_spread.shape == SpreadShape::uniform) return m_spread.low + share * width;
    if (m_spread.shape == SpreadShape::triangular)
        return share < m_turn ? m_spread.low + std::sqrt(share * width * (m_spread.likely - m_spread.low))
                              : m_spread.high - std::sqrt((1 - share) * width * (m_spread.high - m_spread.likely));
    const double at = share * double(steps);
    const auto i = std::min(std::size_t(at), steps - 1);
    return m_table[i] + (m_table[i + 1] - m_table[i]) * (at - double(i));
}

} // namespace yarrin

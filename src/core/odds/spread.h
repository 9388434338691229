// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/model/chance.h"

#include <cstdint>
#include <optional>
#include <vector>

namespace yarrin {

/// How far work may come out, as factors of what is left of it: the least, the likeliest and the most possible.
struct Spread {
    double low = 1, likely = 1, high = 1;
    SpreadShape shape = SpreadShape::triangular;
    double chance = 0.5; ///< of high, where there are two points
    friend bool operator==(const Spread&, const Spread&) = default;
};

/// Why a spread cannot be: factors above 0 and up to 10 that rise. Two points and uniform ones have no likely one.
[[nodiscard]] std::optional<Error> faultOf(const Spread& spread);

/// Where low and high are only as likely to be passed as one in ten, the ends that give them; an error where there are
/// none with the same likeliest.
[[nodiscard]] Result<Spread> fromTenths(const Spread& spread);

/// The factor that a share of all draws lies below: triangular and uniform in closed form, PERT as the beta
/// distribution on [low, high] with shapes 1 + 4 (likely - low) / (high - low) and 1 + 4 (high - likely) / (high -
/// low).
class SpreadQuantile {
public:
    explicit SpreadQuantile(const Spread& spread);
    /// `share` is above 0 and below 1.
    [[nodiscard]] double operator()(double share) const;
    /// Whether it jumps, so that draws of one factor are many.
    [[nodiscard]] bool jumps() const { return m_spread.shape == SpreadShape::twoPoint; }

private:
    Spread m_spread;
    double m_turn = 0;           ///< share below the likeliest, of a triangle
    std::vector<double> m_table; ///< of PERT, evenly over the shares: interpolated, less than 1e-5 of the width off
};

} // namespace yarrin

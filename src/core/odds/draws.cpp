// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/odds/draws.h"

#include <boost/math/special_functions/erf.hpp>

#include <cmath>

namespace yarrin {

namespace {

constexpr std::uint32_t multiplier0 = 0xD2511F53, multiplier1 = 0xCD9E8D57;
/// Twice the digits would cost three times the time, and change no minute.
using Plainly = boost::math::policies::policy<boost::math::policies::promote_double<false>>;
constexpr std::uint32_t weyl0 = 0x9E3779B9, weyl1 = 0xBB67AE85;

} // namespace

PhiloxCounter philox(PhiloxCounter counter, PhiloxKey key) {
    constexpr int rounds = 10;
    for (int round = 0; round < rounds; ++round) {
        const std::uint64_t a = std::uint64_t(multiplier0) * counter[0], b = std::uint64_t(multiplier1) * counter[2];
        counter = {std::uint32_t(b >> 32) ^ counter[1] ^ key[0], std::uint32_t(b),
                   std::uint32_t(a >> 32) ^ counter[3] ^ key[1], std::uint32_t(a)};
        key[0] += weyl0;
        key[1] += weyl1;
    }
    return counter;
}

double uniformDraw(std::uint64_t seed, std::uint32_t run, DrawKind kind, std::uint32_t id) {
    const PhiloxCounter drawn =
        philox({run, static_cast<std::uint32_t>(kind), id, 0}, {std::uint32_t(seed), std::uint32_t(seed >> 32)});
    constexpr std::uint64_t bits = (std::uint64_t(1) << 52) - 1;
    const std::uint64_t k = ((std::uint64_t(drawn[1]) << 32) | drawn[0]) & bits;
    return std::ldexp(double(k) + 0.5, -52);
}

double normalDraw(std::uint64_t seed, std::uint32_t run, DrawKind kind, std::uint32_t id) {
    return std::sqrt(2.0) * boost::math::erf_inv(2 * uniformDraw(seed, run, kind, id) - 1, Plainly());
}

double normalShare(double z) {
    return 0.5 * std::erfc(-z / std::sqrt(2.0));
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/fine.h"

#include <cmath>

namespace yarrin {

Fine::Fine(const Fraction& value) {
    if (!value.valid()) return;
    const bool negative = value.m_numerator < 0;
    const Wide numerator = negative ? -value.m_numerator : value.m_numerator, denominator = value.m_denominator;
    Wide sum = numerator / denominator, rest = numerator % denominator;
    // In steps, so that nothing grows beyond its bits.
    constexpr int step = 14;
    for (int done = 0; done < bits; done += step) {
        rest <<= step;
        sum = (sum << step) + rest / denominator;
        rest %= denominator;
    }
    if (rest >= denominator - rest) ++sum;
    m_value = negative ? -sum : sum;
}

std::optional<Decimal> Fine::rounded(int decimals) const {
    std::int64_t scale = 1;
    for (int i = 0; i < decimals; ++i) scale *= 10;
    const Wide value = m_value < 0 ? -m_value : m_value;
    const Wide one = Wide(1) << bits;
    const Wide fine = (value % one) * scale;
    Wide whole = (value / one) * scale + fine / one;
    if (fine % one + near * scale >= one / 2) ++whole;
    if (whole > 999'999'999'999'999'999) return {};
    const auto mantissa = static_cast<std::int64_t>(whole);
    return Decimal(m_value < 0 ? -mantissa : mantissa, decimals);
}

double Fine::toDouble() const {
    return std::ldexp(static_cast<double>(m_value), -bits);
}

Fine Fine::part(const Fraction& share) const {
    if (!share.valid()) return {};
    const Wide whole = m_value / share.m_denominator, rest = m_value % share.m_denominator;
    return Fine(whole * share.m_numerator + rest * share.m_numerator / share.m_denominator, 0);
}

Decimal Fine::percentOf(const Fine& whole, int decimals) const {
    if (whole.sign() == 0) return {};
    // Both less fine by as many bits as the factor takes.
    constexpr int spare = 20;
    Wide scale = 100;
    for (int i = 0; i < decimals; ++i) scale *= 10;
    const Wide part = (m_value >> spare) * scale, all = whole.m_value >> spare;
    // The rest is below one, and decides about a half.
    const Wide rest = part % all;
    std::int64_t mantissa = static_cast<std::int64_t>(part / all);
    const auto size = [](Wide value) { return value < 0 ? -value : value; };
    if (2 * (size(rest) + scale) >= size(all)) mantissa += (rest < 0) != (all < 0) ? -1 : 1;
    return Decimal(mantissa, decimals);
}

} // namespace yarrin

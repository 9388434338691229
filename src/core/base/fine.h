// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/decimal.h"

namespace yarrin {

/// A sum of many fractions that have no denominator in common: fixed point with 70 bits behind the point. Whoever
/// spreads thousands of sums over the time that each of them takes would need denominators without end; a part that is
/// added is off by less than 2^-70, so that after a million of them the sum is right to 2^-50. What lies so near to a
/// half is one.
class Fine {
public:
    Fine() = default;
    Fine(std::int64_t whole) : m_value(Wide(whole) << bits) {}
    Fine(const Fraction& value);

    [[nodiscard]] int sign() const { return m_value > near ? 1 : m_value < -near ? -1 : 0; }
    /// Halves away from zero; nothing beyond 18 digits.
    [[nodiscard]] std::optional<Decimal> rounded(int decimals) const;
    [[nodiscard]] double toDouble() const;
    /// A part of it, of 0 to 1.
    [[nodiscard]] Fine part(const Fraction& share) const;

    /// What it is of a whole in per cent, halves away from zero; 0 of nothing.
    [[nodiscard]] Decimal percentOf(const Fine& whole, int decimals) const;

    friend Fine operator+(const Fine& a, const Fine& b) { return Fine(a.m_value + b.m_value, 0); }
    friend Fine operator-(const Fine& a, const Fine& b) { return Fine(a.m_value - b.m_value, 0); }
    /// Alike where they differ by less than they are known.
    friend bool operator==(const Fine& a, const Fine& b) { return (a - b).sign() == 0; }
    friend bool operator<(const Fine& a, const Fine& b) { return (a - b).sign() < 0; }

private:
    using Wide = __int128;
    static constexpr int bits = 70;
    static constexpr Wide near = Wide(1) << 20;
    Fine(Wide value, int) : m_value(value) {}
    Wide m_value = 0;
};

} // namespace yarrin

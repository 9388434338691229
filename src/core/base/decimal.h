// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <compare>
#include <cstdint>
#include <optional>
#include <string>
#include <string_view>

namespace yarrin {

/// A decimal number held exactly: mantissa × 10^-scale with at most 18 digits, without trailing zeros.
/// Quantities, outputs, crews and money are decimals, so that 0.1 + 0.2 is 0.3.
class Decimal {
public:
    Decimal() = default;
    Decimal(std::int64_t whole) : Decimal(whole, 0) {}
    /// The scale must lie between 0 and 18.
    Decimal(std::int64_t mantissa, int scale);

    /// Reads "1344", "7.50", "1e3" and "-0.25" (with a full stop, no thousands separator); nothing where it is no
    /// number or needs more than 18 digits.
    [[nodiscard]] static std::optional<Decimal> parse(std::string_view text);
    /// The shortest decimal that reads back as the same binary number.
    [[nodiscard]] static std::optional<Decimal> fromDouble(double value);

    [[nodiscard]] std::int64_t mantissa() const { return m_mantissa; }
    [[nodiscard]] int scale() const { return m_scale; }
    [[nodiscard]] int sign() const { return (m_mantissa > 0) - (m_mantissa < 0); }
    [[nodiscard]] double toDouble() const;
    /// Plain digits with a full stop, no separators: "0.65".
    [[nodiscard]] std::string text() const;

    friend bool operator==(const Decimal&, const Decimal&) = default;
    friend std::strong_ordering operator<=>(const Decimal& a, const Decimal& b);

private:
    std::int64_t m_mantissa = 0;
    int m_scale = 0;
};

/// An exact fraction of two integers of up to 127 bits, in lowest terms with a positive denominator. An operation
/// that would not fit makes the value invalid, and so everything worked out from it.
class Fraction {
public:
    Fraction() = default;
    Fraction(std::int64_t whole) : m_numerator(whole) {}
    Fraction(const Decimal& value);

    [[nodiscard]] bool valid() const { return m_denominator != 0; }
    [[nodiscard]] int sign() const { return (m_numerator > 0) - (m_numerator < 0); }
    /// Whole numbers next to the value; nothing where invalid or out of the range of 64 bits.
    [[nodiscard]] std::optional<std::int64_t> floor() const;
    [[nodiscard]] std::optional<std::int64_t> ceil() const;
    /// Rounded to so many decimals, halves away from zero ("halves up" of a positive sum).
    [[nodiscard]] std::optional<Decimal> rounded(int decimals) const;
    [[nodiscard]] double toDouble() const;

    friend Fraction operator+(const Fraction& a, const Fraction& b);
    friend Fraction operator-(const Fraction& a, const Fraction& b);
    friend Fraction operator*(const Fraction& a, const Fraction& b);
    /// Invalid where b is 0.
    friend Fraction operator/(const Fraction& a, const Fraction& b);
    friend bool operator==(const Fraction& a, const Fraction& b);
    friend bool operator<(const Fraction& a, const Fraction& b);

private:
    friend class Fine;
    using Wide = __int128;
    /// The value with a positive denominator, reduced where it is not small anyway.
    static Fraction made(Wide numerator, Wide denominator);
    static Fraction reduced(Wide numerator, Wide denominator);
    [[nodiscard]] bool isReduced() const;
    Wide m_numerator = 0;
    Wide m_denominator = 1;
};

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/decimal.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <limits>

namespace yarrin {

namespace {

using Wide = __int128;
constexpr int maxDigits = 18;

constexpr std::int64_t powerOfTen(int exponent) {
    std::int64_t power = 1;
    for (int i = 0; i < exponent; ++i) power *= 10;
    return power;
}

Wide absolute(Wide value) {
    return value < 0 ? -value : value;
}

Wide gcd(Wide a, Wide b) {
    a = absolute(a);
    b = absolute(b);
    while (b != 0) {
        // Most values fit into 64 bits, where division is several times faster.
        if (a <= std::numeric_limits<std::int64_t>::max() && b <= std::numeric_limits<std::int64_t>::max()) {
            auto x = static_cast<std::int64_t>(a);
            auto y = static_cast<std::int64_t>(b);
            while (y != 0) {
                const std::int64_t rest = x % y;
                x = y;
                y = rest;
            }
            return x;
        }
        const Wide rest = a % b;
        a = b;
        b = rest;
    }
    return a;
}

std::optional<std::int64_t> narrowed(Wide value) {
    if (value > std::numeric_limits<std::int64_t>::max() || value < std::numeric_limits<std::int64_t>::min()) return {};
    return static_cast<std::int64_t>(value);
}

} // namespace

Decimal::Decimal(std::int64_t mantissa, int scale) : m_mantissa(mantissa), m_scale(scale) {
    while (m_scale > 0 && m_mantissa % 10 == 0) {
        m_mantissa /= 10;
        --m_scale;
    }
}

std::optional<Decimal> Decimal::parse(std::string_view text) {
    bool negative = false;
    if (!text.empty() && (text[0] == '-' || text[0] == '+')) {
        negative = text[0] == '-';
        text.remove_prefix(1);
    }
    int exponent = 0;
    if (const auto mark = text.find_first_of("eE"); mark != std::string_view::npos) {
        std::string_view digits = text.substr(mark + 1);
        if (!digits.empty() && digits[0] == '+') digits.remove_prefix(1);
        const auto end = digits.data() + digits.size();
        const auto [stop, fault] = std::from_chars(digits.data(), end, exponent);
        if (fault != std::errc{} || stop != end || exponent > 40 || exponent < -40) return {};
        text = text.substr(0, mark);
    }
    std::int64_t mantissa = 0;
    int digits = 0;
    int scale = 0;
    bool point = false;
    bool any = false;
    for (const char c : text) {
        if (c == '.') {
            if (point) return {};
            point = true;
            continue;
        }
        if (c < '0' || c > '9') return {};
        any = true;
        if (mantissa != 0 || c != '0') ++digits;
        if (digits > maxDigits) return {};
        mantissa = mantissa * 10 + (c - '0');
        if (point) ++scale;
    }
    if (!any) return {};
    scale -= exponent;
    while (scale > 0 && mantissa % 10 == 0 && mantissa != 0) {
        mantissa /= 10;
        --scale;
    }
    if (mantissa == 0) return Decimal(0);
    for (; scale < 0; ++scale) {
        if (mantissa > powerOfTen(maxDigits - 1)) return {};
        mantissa *= 10;
    }
    if (scale > maxDigits) return {};
    return Decimal(negative ? -mantissa : mantissa, scale);
}

std::optional<Decimal> Decimal::fromDouble(double value) {
    if (!std::isfinite(value)) return {};
    char buffer[40];
    const auto [end, fault] = std::to_chars(buffer, buffer + sizeof buffer, value);
    if (fault != std::errc{}) return {};
    return parse(std::string_view(buffer, static_cast<std::size_t>(end - buffer)));
}

double Decimal::toDouble() const {
    // Reading the digits back is exact to the last bit, a division by a power of ten is not always.
    const std::string digits = text();
    double value = 0;
    std::from_chars(digits.data(), digits.data() + digits.size(), value);
    return value;
}

std::string Decimal::text() const {
    std::string digits = std::to_string(m_mantissa < 0 ? -m_mantissa : m_mantissa);
    if (m_scale > 0) {
        const auto places = static_cast<std::size_t>(m_scale);
        if (digits.size() <= places) digits.insert(0, places + 1 - digits.size(), '0');
        digits.insert(digits.size() - places, 1, '.');
    }
    return m_mantissa < 0 ? "-" + digits : digits;
}

std::strong_ordering operator<=>(const Decimal& a, const Decimal& b) {
    const Wide left = Wide(a.m_mantissa) * powerOfTen(std::max(0, b.m_scale - a.m_scale));
    const Wide right = Wide(b.m_mantissa) * powerOfTen(std::max(0, a.m_scale - b.m_scale));
    return left < right ? std::strong_ordering::less
                        : (left > right ? std::strong_ordering::greater : std::strong_ordering::equal);
}

Fraction::Fraction(const Decimal& value) {
    *this = made(value.mantissa(), powerOfTen(value.scale()));
}

Fraction Fraction::made(Wide numerator, Wide denominator) {
    // Most fractions stay small; finding common divisors would cost more than all else.
    constexpr Wide small = Wide{1} << 40;
    if (denominator <= 0 || denominator >= small || numerator <= -small || numerator >= small)
        return reduced(numerator, denominator);
    Fraction result;
    result.m_numerator = numerator;
    result.m_denominator = denominator;
    return result;
}

bool Fraction::isReduced() const {
    return gcd(m_numerator, m_denominator) == 1;
}

Fraction Fraction::reduced(Wide numerator, Wide denominator) {
    Fraction result;
    if (denominator == 0) {
        result.m_denominator = 0;
        return result;
    }
    const Wide divisor = gcd(numerator, denominator);
    const Wide sign = denominator < 0 ? -1 : 1;
    result.m_numerator = numerator / divisor * sign;
    result.m_denominator = denominator / divisor * sign;
    return result;
}

std::optional<std::int64_t> Fraction::floor() const {
    if (!valid()) return {};
    Wide whole = m_numerator / m_denominator;
    if (m_numerator < 0 && whole * m_denominator != m_numerator) --whole;
    return narrowed(whole);
}

std::optional<std::int64_t> Fraction::ceil() const {
    if (!valid()) return {};
    Wide whole = m_numerator / m_denominator;
    if (m_numerator > 0 && whole * m_denominator != m_numerator) ++whole;
    return narrowed(whole);
}

std::optional<Decimal> Fraction::rounded(int decimals) const {
    const Fraction scaled = *this * Fraction(powerOfTen(decimals));
    if (!scaled.valid()) return {};
    const Wide doubled = absolute(scaled.m_numerator) / scaled.m_denominator;
    const Wide rest = absolute(scaled.m_numerator) - doubled * scaled.m_denominator;
    const Wide whole = doubled + (rest >= scaled.m_denominator - rest ? 1 : 0);
    const auto mantissa = narrowed(scaled.m_numerator < 0 ? -whole : whole);
    if (!mantissa) return {};
    return Decimal(*mantissa, decimals);
}

double Fraction::toDouble() const {
    return valid() ? static_cast<double>(m_numerator) / static_cast<double>(m_denominator)
                   : std::numeric_limits<double>::quiet_NaN();
}

Fraction operator+(const Fraction& a, const Fraction& b) {
    if (!a.valid() || !b.valid()) return Fraction::reduced(0, 0);
    Fraction::Wide left, right, sum, base;
    if (!__builtin_mul_overflow(a.m_numerator, b.m_denominator, &left) &&
        !__builtin_mul_overflow(b.m_numerator, a.m_denominator, &right) && !__builtin_add_overflow(left, right, &sum) &&
        !__builtin_mul_overflow(a.m_denominator, b.m_denominator, &base))
        return Fraction::made(sum, base);
    if (a.isReduced() && b.isReduced()) return Fraction::reduced(0, 0);
    return Fraction::reduced(a.m_numerator, a.m_denominator) + Fraction::reduced(b.m_numerator, b.m_denominator);
}

Fraction operator-(const Fraction& a, const Fraction& b) {
    return a + b * Fraction(-1);
}

Fraction operator*(const Fraction& a, const Fraction& b) {
    if (!a.valid() || !b.valid()) return Fraction::reduced(0, 0);
    Fraction::Wide above, below;
    if (!__builtin_mul_overflow(a.m_numerator, b.m_numerator, &above) &&
        !__builtin_mul_overflow(a.m_denominator, b.m_denominator, &below))
        return Fraction::made(above, below);
    if (a.isReduced() && b.isReduced()) return Fraction::reduced(0, 0);
    return Fraction::reduced(a.m_numerator, a.m_denominator) * Fraction::reduced(b.m_numerator, b.m_denominator);
}

Fraction operator/(const Fraction& a, const Fraction& b) {
    if (!b.valid()) return b;
    return a * Fraction::made(b.m_denominator, b.m_numerator);
}

bool operator==(const Fraction& a, const Fraction& b) {
    return a.valid() == b.valid() && (!a.valid() || (a - b).sign() == 0);
}

bool operator<(const Fraction& a, const Fraction& b) {
    return (a - b).sign() < 0;
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/quantity/figures.h"

#include "core/base/text.h"
#include "core/base/worded.h"

#include <algorithm>
#include <array>

namespace yarrin {

namespace {

/// Takes blanks of every kind and apostrophes out, which only part thousands.
std::string withoutBlanks(std::string_view text) {
    static constexpr std::array<std::string_view, 6> blanks{" ", "\u00A0", "\u202F", "\u2009", "'", "\u2019"};
    std::string plain;
    while (!text.empty()) {
        const auto blank =
            std::find_if(blanks.begin(), blanks.end(), [&](std::string_view b) { return text.starts_with(b); });
        if (blank == blanks.end()) plain += text.front();
        text.remove_prefix(blank == blanks.end() ? 1 : blank->size());
    }
    return plain;
}

/// Whether every sign parts a group of three digits, as thousands are parted.
bool partsThousands(std::string_view text, char sign) {
    const std::size_t first = text.find(sign);
    if (first == 0 || first > 3) return false;
    for (std::size_t at = first; at != std::string_view::npos;) {
        const std::size_t next = std::min(text.find_first_of(".,", at + 1), text.size());
        if (next - at != 4) return false;
        at = text.find(sign, at + 1);
    }
    return true;
}

} // namespace

DecimalSign decimalSignOf(const std::vector<std::string_view>& figures) {
    int comma = 0, stop = 0;
    for (const std::string_view figure : figures) {
        const std::string text = withoutBlanks(figure);
        const std::size_t lastComma = text.rfind(','), lastStop = text.rfind('.');
        const bool hasComma = lastComma != std::string::npos, hasStop = lastStop != std::string::npos;
        if (hasComma && hasStop)
            ++(lastComma > lastStop ? comma : stop);
        else if (hasComma)
            partsThousands(text, ',') ? stop += std::count(text.begin(), text.end(), ',') > 1 : ++comma;
        else if (hasStop)
            partsThousands(text, '.') ? comma += std::count(text.begin(), text.end(), '.') > 1 : ++stop;
    }
    return comma > stop ? DecimalSign::comma : DecimalSign::stop;
}

Result<Decimal> readFigure(std::string_view text, DecimalSign sign) {
    std::string plain = withoutBlanks(trimmedView(text));
    const char decimal = sign == DecimalSign::comma ? ',' : '.';
    const char thousands = sign == DecimalSign::comma ? '.' : ',';
    const auto fault = [&] {
        return inputError(worded("\"%1\" is not a number", trimmed(text)),
                          sign == DecimalSign::comma ? worded("figures here have a decimal comma")
                                                     : worded("write it as 1,344.5"));
    };
    const std::size_t point = plain.find(decimal);
    const std::string_view whole = std::string_view(plain).substr(0, point);
    const std::string_view unsignedWhole = whole.starts_with('-') ? whole.substr(1) : whole;
    if (whole.find(thousands) != std::string_view::npos && !partsThousands(unsignedWhole, thousands)) return fault();
    if (point != std::string::npos && plain.find(thousands, point) != std::string::npos) return fault();
    std::erase(plain, thousands);
    std::replace(plain.begin(), plain.end(), ',', '.');
    if (plain.find_first_of("eE") != std::string::npos) return fault();
    const auto value = Decimal::parse(plain);
    if (!value) return fault();
    return *value;
}

std::optional<Decimal> exactly(const Fraction& value) {
    for (int decimals = 0; decimals <= 18; ++decimals) {
        const auto rounded = value.rounded(decimals);
        if (!rounded) return {};
        if (Fraction(*rounded) == value) return rounded;
    }
    return {};
}

std::vector<Decimal> shared(const Decimal& quantity, const std::vector<Decimal>& weights, int decimals) {
    Fraction total;
    for (const Decimal& weight : weights) total = total + Fraction(weight);
    const bool equal = total.sign() <= 0 || !total.valid();
    if (equal) total = Fraction(static_cast<std::int64_t>(weights.size()));
    std::vector<Decimal> shares;
    Fraction reached, given;
    const int places = std::max(decimals, quantity.scale());
    for (std::size_t i = 0; i < weights.size(); ++i) {
        reached = reached + (equal ? Fraction(1) : Fraction(weights[i]));
        // What is given up to here is rounded, not each share, so that nothing is lost or invented on the way.
        const auto upTo =
            i + 1 == weights.size() ? std::optional(quantity) : (Fraction(quantity) * reached / total).rounded(places);
        const Fraction now = upTo ? Fraction(*upTo) : given;
        shares.push_back(exactly(now - given).value_or(Decimal(0)));
        given = now;
    }
    return shares;
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/delay/parts.h"

#include <algorithm>
#include <numeric>

namespace yarrin {

std::vector<int> roundedTogether(const std::vector<Fraction>& exact) {
    std::vector<int> days;
    std::vector<std::pair<Fraction, std::size_t>> over;
    Fraction sum;
    for (std::size_t i = 0; i < exact.size(); ++i) {
        const auto whole = static_cast<int>(*exact[i].floor());
        days.push_back(whole);
        over.emplace_back(exact[i] - Fraction(whole), i);
        sum = sum + exact[i];
    }
    const auto all = static_cast<int>(*(sum + Fraction(1) / Fraction(2)).floor());
    int missing = all - std::accumulate(days.begin(), days.end(), 0);
    std::stable_sort(over.begin(), over.end(), [](const auto& a, const auto& b) { return b.first < a.first; });
    for (std::size_t i = 0; i < over.size() && missing > 0; ++i, --missing) ++days[over[i].second];
    return days;
}

Parts partsOf(int joint, const std::vector<int>& first, const std::vector<int>& last) {
    Parts parts;
    // Where all together bring completion forward, that is nobody's alone.
    for (std::size_t i = 0; i < first.size(); ++i)
        parts.own.push_back(std::clamp(std::min(first[i], last[i]), 0, std::max(0, joint)));
    const int sum = std::accumulate(parts.own.begin(), parts.own.end(), 0);
    if (sum > std::max(0, joint)) {
        std::vector<Fraction> exact;
        for (const int days : parts.own) exact.push_back(Fraction(days) * Fraction(joint) / Fraction(sum));
        parts.own = roundedTogether(exact);
    }
    parts.common = joint - std::accumulate(parts.own.begin(), parts.own.end(), 0);
    return parts;
}

} // namespace yarrin

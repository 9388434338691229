// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/quantity/learning.h"

#include <cmath>

namespace yarrin {

Decimal unitTimeShare(const Decimal& rate, int n) {
    const long double exponent = std::log2(static_cast<long double>(rate.toDouble()) / 100);
    const long double share = std::pow(static_cast<long double>(n), exponent);
    return {std::llroundl(share * 1e9L), 9};
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/base/format.h"

namespace yarrin {

/// A figure of demand as people read it, to so many decimals at most.
[[nodiscard]] inline QString demandFigure(const Fraction& value, int decimals = 2) {
    const auto rounded = value.rounded(decimals);
    return rounded ? show::number(*rounded) : QString();
}

} // namespace yarrin

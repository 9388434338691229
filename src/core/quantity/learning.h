// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/decimal.h"

namespace yarrin {

/// The time of the n-th unit as a share of the first one's: n^b with b = log2(rate / 100); the rate is in per cent, so
/// that 90 takes a tenth off at each doubling. T. P. Wright, Factors Affecting the Cost of Airplanes, 1936, in the unit
/// form; to nine decimals, so that it is the same on every machine.
[[nodiscard]] Decimal unitTimeShare(const Decimal& rate, int n);

} // namespace yarrin

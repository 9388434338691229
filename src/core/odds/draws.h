// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <cstdint>

namespace yarrin {

/// Philox4x32 with ten rounds (Salmon et al., Parallel Random Numbers: As Easy as 1, 2, 3, SC11): four words from a
/// counter and a key, so that every draw is found by what it is for and not by when it is drawn.
using PhiloxCounter = std::array<std::uint32_t, 4>;
using PhiloxKey = std::array<std::uint32_t, 2>;
[[nodiscard]] PhiloxCounter philox(PhiloxCounter counter, PhiloxKey key);

/// What a draw is for.
enum class DrawKind : std::uint32_t { activity, group, job, risk, choice, weather, closure };

/// A number above 0 and below 1, (k + 1/2) / 2^52: of one input in one run.
[[nodiscard]] double uniformDraw(std::uint64_t seed, std::uint32_t run, DrawKind kind, std::uint32_t id);
/// The same on the normal distribution.
[[nodiscard]] double normalDraw(std::uint64_t seed, std::uint32_t run, DrawKind kind, std::uint32_t id);
/// The share of the normal distribution below z.
[[nodiscard]] double normalShare(double z);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/decimal.h"
#include "core/base/result.h"
#include "core/time/instant.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace yarrin {

/// One constituent of a harmonic tide: amplitude in metres, speed in degrees an hour, phase in degrees at the epoch.
struct TideConstituent {
    const char* name;
    double amplitude;
    double speed;
    double phase;
};

/// The stand-in for a tide service: an invented harbour, whose level is the sum of its constituents over mean sea
/// level. Speeds are the constituents' own (common practice); amplitudes and phases are made up. It is for planning
/// and for trying out, not for going to sea.
[[nodiscard]] const std::vector<TideConstituent>& tideStandIn();
/// Metres above mean sea level at an instant of local time: the sum of A cos(speed · hours since 2000-01-01 − phase).
[[nodiscard]] double tideLevel(Instant t);

/// When the tide lets people work: while the level is below, or above, a height in metres over mean sea level.
struct TideWindow {
    bool below = true;
    Decimal height;
    friend bool operator==(const TideWindow&, const TideWindow&) = default;
};

/// A stretch [from, to) in minutes of some day.
struct TideSpell {
    int from = 0;
    int to = 0;
    friend bool operator==(const TideSpell&, const TideSpell&) = default;
};
/// The minutes from `from` to `to` of a day in which the window is open, to the minute: a minute counts by the level at
/// its start.
[[nodiscard]] std::vector<TideSpell> openSpells(const TideWindow& window, Date day, int from, int to);

/// Reads "below 1.2" or "above -0.5", with or without "m".
[[nodiscard]] Result<TideWindow> parseTideWindow(std::string_view text);
[[nodiscard]] std::string tideText(const TideWindow& window);

} // namespace yarrin

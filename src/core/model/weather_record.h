// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/decimal.h"
#include "core/base/ids.h"
#include "core/base/result.h"
#include "core/model/resource.h"

#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace yarrin {

/// What was measured in one month, day by day. A file of ten years is some hundred such rows.
struct WeatherMonth {
    WeatherMonthId id;
    Month month;
    std::string measure; ///< "wind": what is measured, one unit for all months of the job
    std::string unit;    ///< "m/s"
    std::string days;    ///< a figure for each day, in order, with spaces between; "-" where there is none
    bool madeUp = false; ///< from the simulated station
    std::string from;    ///< where it comes from
    friend bool operator==(const WeatherMonth&, const WeatherMonth&) = default;
};

/// Weather in which work of a calendar stops: strictly above, or below, a value.
struct Threshold {
    ThresholdId id;
    CalendarId calendar;
    std::string measure, unit;
    std::optional<Decimal> above, below; ///< one of them
    Decimal lose{1};                     ///< of the day: 1, or a half
    friend bool operator==(const Threshold&, const Threshold&) = default;
};

/// The figures of a month, one for each day; an error where they cannot be read or are more or fewer.
[[nodiscard]] Result<std::vector<std::optional<Decimal>>> figuresOf(const WeatherMonth& month);
/// The text that holds them.
[[nodiscard]] std::string daysText(const std::vector<std::optional<Decimal>>& figures);

struct Programme;
[[nodiscard]] std::optional<Error> faultOf(const WeatherMonth& month, const Programme& programme);
[[nodiscard]] std::optional<Error> faultOf(const Threshold& threshold, const Programme& programme);
[[nodiscard]] std::vector<std::pair<std::string, Error>> faultsOfWeather(const Programme& programme);

inline constexpr std::size_t longestMeasureName = 40;

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/weather/station.h"

#include "core/base/worded.h"
#include "core/odds/draws.h"

#include <array>
#include <cmath>
#include <numbers>

namespace yarrin {

namespace {

/// What differs from day to day for itself, and what of the wind it shares.
enum class Made : std::uint32_t { wind = 1, gusts, rain, swell, temperature };

/// How much of a day's departure is still there the day after.
constexpr double persistence = 0.7;

/// A departure from the season, normal, that goes on for some days: a sum of the last weeks' pushes.
double departure(std::uint64_t seed, Made made, Date day) {
    constexpr int back = 24;
    double sum = 0, weight = std::sqrt(1 - persistence * persistence);
    for (int i = 0; i < back; ++i, weight *= persistence)
        sum += weight * normalDraw(seed, std::uint32_t((day + -i).days + 1'000'000), DrawKind::weather,
                                   0x80000000U + std::uint32_t(made));
    return sum;
}

/// 1 in the middle of January, -1 in July.
double winter(Date day) {
    const YearMonthDay at = yearMonthDay(day);
    const int ofYear = day - dateFrom(at.year, 1, 1);
    return std::cos(2 * std::numbers::pi * (ofYear - 14) / 365.25);
}

Decimal tenths(double value) {
    return Decimal(std::llround(value * 10), 1);
}

std::array<Decimal, 5> madeOn(std::uint64_t seed, Date day) {
    const double season = winter(day), wind = departure(seed, Made::wind, day);
    const double speed = (7.2 + 2.2 * season) * std::exp(0.36 * wind);
    const double gust = speed * (1.45 + 0.12 * std::abs(departure(seed, Made::gusts, day)));
    // It rains on about six days of ten in winter and four in summer, more when it blows.
    const double wet = 0.75 * departure(seed, Made::rain, day) + 0.45 * wind + 0.25 * season;
    const double rain = wet > 0.1 ? 5.2 * std::pow(wet, 1.6) : 0;
    const double swell =
        0.71 * std::exp(0.27 * season + 0.43 * (0.7 * wind + 0.714 * departure(seed, Made::swell, day)));
    const double lowest = 6.3 - 4.6 * season + 2.6 * departure(seed, Made::temperature, day);
    return {tenths(speed), tenths(gust), tenths(rain), tenths(swell), tenths(lowest)};
}

} // namespace

std::vector<WeatherMonth> stationMonths(std::uint64_t seed, Month from, Month to) {
    static constexpr std::array<std::pair<const char*, const char*>, 5> measures{
        {{"wind", "m/s"}, {"gusts", "m/s"}, {"rain", "mm"}, {"swell", "m"}, {"lowest temperature", "°C"}}};
    std::vector<WeatherMonth> months;
    for (Month month = from; month <= to; month = next(month)) {
        std::array<std::vector<std::optional<Decimal>>, measures.size()> figures;
        for (Date day = month.first; day < next(month).first; day = day + 1) {
            const auto made = madeOn(seed, day);
            for (std::size_t i = 0; i < made.size(); ++i) figures[i].emplace_back(made[i]);
        }
        for (std::size_t i = 0; i < measures.size(); ++i) {
            WeatherMonth& one = months.emplace_back();
            one.month = month;
            one.measure = measures[i].first;
            one.unit = measures[i].second;
            one.days = daysText(figures[i]);
            one.madeUp = true;
            one.from = worded("simulated station, seed %1", seed);
        }
    }
    return months;
}

} // namespace yarrin

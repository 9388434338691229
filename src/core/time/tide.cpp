// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/time/tide.h"

#include "core/base/worded.h"

#include <algorithm>
#include <cmath>
#include <complex>
#include <numbers>

namespace yarrin {

namespace {

const Instant epoch = startOf(dateFrom(2000, 1, 1));
constexpr double degree = std::numbers::pi / 180;

} // namespace

const std::vector<TideConstituent>& tideStandIn() {
    static const std::vector<TideConstituent> constituents{{"M2", 1.42, 28.9841042, 123},
                                                           {"S2", 0.48, 30.0000000, 161},
                                                           {"N2", 0.28, 28.4397295, 98},
                                                           {"K1", 0.11, 15.0410686, 172},
                                                           {"O1", 0.09, 13.9430356, 21}};
    return constituents;
}

double tideLevel(Instant t) {
    const double hours = static_cast<double>(t - epoch) / 60;
    double level = 0;
    for (const TideConstituent& c : tideStandIn())
        level += c.amplitude * std::cos((c.speed * hours - c.phase) * degree);
    return level;
}

std::vector<TideSpell> openSpells(const TideWindow& window, Date day, int from, int to) {
    // Each constituent turns by the same angle every minute, which saves a cosine for each.
    const auto& constituents = tideStandIn();
    std::vector<std::complex<double>> now, step;
    const double hours = static_cast<double>(startOf(day) + from - epoch) / 60;
    for (const TideConstituent& c : constituents) {
        now.push_back(std::polar(c.amplitude, std::fmod(c.speed * hours - c.phase, 360) * degree));
        step.push_back(std::polar(1.0, c.speed / 60 * degree));
    }
    const double height = window.height.toDouble();
    std::vector<TideSpell> spells;
    bool open = false;
    for (int minute = from; minute < to; ++minute) {
        double level = 0;
        for (std::size_t i = 0; i < now.size(); ++i) {
            level += now[i].real();
            now[i] = {now[i].real() * step[i].real() - now[i].imag() * step[i].imag(),
                      now[i].real() * step[i].imag() + now[i].imag() * step[i].real()};
        }
        const bool opens = window.below ? level < height : level > height;
        if (opens && !open) spells.push_back({minute, minute});
        if (opens) spells.back().to = minute + 1;
        open = opens;
    }
    return spells;
}

Result<TideWindow> parseTideWindow(std::string_view text) {
    const auto bad = [&] {
        return inputError(worded("\"%1\" is not a tide window", text), worded("write it as below 1.2 or above -0.5"));
    };
    const auto first = text.find_first_not_of(" \t");
    if (first == std::string_view::npos) return bad();
    std::string_view rest = text.substr(first);
    TideWindow window;
    if (rest.starts_with("above"))
        window.below = false;
    else if (!rest.starts_with("below"))
        return bad();
    rest.remove_prefix(5);
    while (!rest.empty() && (rest.front() == ' ' || rest.front() == '+')) rest.remove_prefix(1);
    while (!rest.empty() && (rest.back() == ' ' || rest.back() == 'm')) rest.remove_suffix(1);
    const auto height = Decimal::parse(rest);
    if (!height) return bad();
    if (*height > Decimal(100) || *height < Decimal(-100))
        return inputError(worded("no tide reaches %1 m", height->text()),
                          worded("heights are metres over mean sea level"));
    window.height = *height;
    return window;
}

std::string tideText(const TideWindow& window) {
    return (window.below ? "below " : "above ") + window.height.text();
}

} // namespace yarrin

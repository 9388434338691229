// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/layout/line_layout.h"

#include <algorithm>
#include <cmath>

namespace yarrin {

namespace {

/// A step of 1, 2 or 5 times a power of ten with which `count` steps reach a value.
double roundStep(double value, int count) {
    const double raw = std::max(1e-9, value / count);
    const double power = std::pow(10, std::floor(std::log10(raw)));
    for (const double factor : {1.0, 2.0, 5.0})
        if (factor * power >= raw * 0.999999) return factor * power;
    return 10 * power;
}

} // namespace

LineLayout layoutLines(const std::vector<LineSeries>& series, const std::vector<double>& places, double width,
                       double height, const LineMargins& margins) {
    LineLayout out;
    out.left = margins.left;
    out.right = std::max(out.left + 10, width - margins.right);
    out.top = margins.top;
    out.bottom = std::max(out.top + 10, height - margins.bottom);
    double most = 0;
    for (const LineSeries& one : series)
        for (const auto& value : one.values)
            if (value) most = std::max(most, *value);
    const double step = roundStep(most > 0 ? most : 1, std::clamp(static_cast<int>((out.bottom - out.top) / 55), 2, 6));
    const double top = step * std::max(1.0, std::ceil(most / step - 1e-9));
    const auto y = [&](double value) { return out.bottom - (out.bottom - out.top) * value / top; };
    for (double value = 0; value <= (most > 0 ? top * 1.000001 : 0); value += step)
        out.ticks.push_back({y(value), value});
    const double from = places.empty() ? 0 : places.front();
    const double span = places.size() < 2 ? 1 : std::max(1e-9, places.back() - from);
    for (const double place : places) out.places.push_back(out.left + (out.right - out.left) * (place - from) / span);
    for (const LineSeries& one : series) {
        auto& line = out.lines.emplace_back();
        for (std::size_t i = 0; i < one.values.size() && i < out.places.size(); ++i)
            if (one.values[i]) line.push_back({out.places[i], y(*one.values[i])});
    }
    return out;
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/layout/demand_layout.h"

#include <algorithm>
#include <cmath>

namespace yarrin {

namespace {

constexpr double roomAbove = 18, roomBelow = 6; ///< room over the highest figure and under nothing

double stepFor(double most, int lines) {
    const double rough = std::max(most, 1e-6) / lines;
    const double power = std::pow(10, std::floor(std::log10(rough)));
    for (const double factor : {1.0, 2.0, 5.0})
        if (rough <= factor * power * (1 + 1e-9)) return factor * power;
    return 10 * power;
}

} // namespace

DemandLayout layoutDemand(const DemandPicture& picture, const TimeScale& scale, double width, double height,
                          std::optional<Instant> dataDate) {
    DemandLayout out;
    out.top = roomAbove;
    out.bottom = std::max(height - roomBelow, roomAbove + 1);
    double most = 0;
    for (const DemandStack& stack : picture.stacks) most = std::max(most, stack.demand);
    for (const auto& [from, number] : picture.supply) most = std::max(most, number);
    if (most <= 0) most = 1;
    const auto y = [&](double value) { return out.bottom - value / most * (out.bottom - out.top); };
    const double step = stepFor(most, std::clamp(int((out.bottom - out.top) / 34), 1, 8));
    for (int i = 0; double(i) * step <= most * (1 + 1e-9); ++i)
        out.marks.emplace_back(y(double(i) * step), double(i) * step);
    if (dataDate) out.dataDate = scale.x(*dataDate);
    for (std::size_t s = 0; s < picture.stacks.size(); ++s) {
        const DemandStack& stack = picture.stacks[s];
        const double x0 = scale.x(startOf(stack.from)), x1 = scale.x(startOf(stack.to));
        out.reach.emplace_back(x0, x1);
        if (x1 < 0 || x0 > width) continue;
        // A pixel lies between two stacks where there is room for one.
        const double right = x1 - x0 > 4 ? x1 - 1 : x1;
        const bool past = dataDate && startOf(stack.to) <= *dataDate;
        double sum = 0;
        for (std::size_t group = 0; group < stack.parts.size(); ++group) {
            if (stack.parts[group] <= 0) continue;
            const double foot = sum;
            sum += stack.parts[group];
            out.boxes.push_back({x0, right, y(sum), y(foot), int(group), past, s});
        }
        if (stack.excess > 0)
            out.over.push_back({x0, right, y(stack.demand), y(stack.demand - stack.excess), 0, past, s});
    }
    const auto corners = [&](const std::vector<std::pair<Date, double>>& steps) {
        std::vector<std::pair<double, double>> line;
        for (std::size_t i = 0; i < steps.size(); ++i) {
            const double x = scale.x(startOf(steps[i].first));
            if (i > 0) line.emplace_back(x, y(steps[i - 1].second));
            line.emplace_back(x, y(steps[i].second));
        }
        return line;
    };
    const DemandCurves& curves = picture.curves;
    double total = 0;
    for (const SumCurve* curve : {&curves.early, &curves.late, &curves.agreed, &curves.earned})
        if (!curve->empty()) total = std::max(total, curve->back().second);
    if (total > 0) {
        const auto sumY = [&](double sum) { return out.bottom - sum / total * (out.bottom - out.top); };
        const auto laid = [&](const SumCurve& curve) {
            std::vector<std::pair<double, double>> line;
            for (const auto& [day, sum] : curve) line.emplace_back(scale.x(startOf(day)), sumY(sum));
            return line;
        };
        out.early = laid(curves.early);
        out.late = laid(curves.late);
        out.agreed = laid(curves.agreed);
        out.earned = laid(curves.earned);
        const double apart = stepFor(total, std::clamp(int((out.bottom - out.top) / 34), 1, 8));
        for (int i = 1; double(i) * apart <= total * (1 + 1e-9); ++i)
            out.totals.emplace_back(sumY(double(i) * apart), double(i) * apart);
    }
    out.supply = corners(picture.supply);
    out.after = corners(picture.after);
    if (!out.supply.empty())
        out.supply.emplace_back(std::max(width, out.supply.back().first), out.supply.back().second);
    return out;
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/layout/money_layout.h"

#include <algorithm>
#include <cmath>
#include <functional>

namespace yarrin {

namespace {

constexpr double monthsInSums = 5; ///< a month's bar of a fifth of a sum is as high

/// The least of 1, 2, 5, 10 … that leaves at most so many lines.
double evenStep(double span, int lines) {
    const double rough = std::max(span, 1.0) / lines, power = std::pow(10, std::floor(std::log10(rough)));
    for (const double factor : {1.0, 2.0, 5.0})
        if (rough <= factor * power * (1 + 1e-9)) return factor * power;
    return 10 * power;
}

double mostOf(const MoneyPicture& picture) {
    double most = 1;
    for (const MoneyMonth& month : picture.months) {
        double sum = 0;
        for (const double head : month.heads) sum += head;
        most = std::max({most, sum * monthsInSums, month.value * monthsInSums});
    }
    for (const MoneyCurve* curve : {&picture.spent, &picture.forecast, &picture.early, &picture.late})
        for (const auto& [day, sum] : *curve) most = std::max(most, sum);
    return most;
}

/// The position stays as it is from a day to the next that changes it.
MoneyLine steps(const MoneyCurve& curve, const std::function<double(Date)>& x, const std::function<double(double)>& y,
                double right) {
    MoneyLine line;
    for (std::size_t i = 0; i < curve.size(); ++i) {
        const double at = x(curve[i].first);
        if (at > right) break; // retention comes a year later
        if (i > 0) line.emplace_back(at, y(curve[i - 1].second));
        line.emplace_back(at, y(curve[i].second));
    }
    if (!line.empty()) line.emplace_back(right, line.back().second);
    return line;
}

} // namespace

double MoneyLayout::x(Date day, const MoneyPicture& picture) const {
    const double days = std::max(1, picture.months.back().to - picture.months.front().from);
    return left + double(day - picture.months.front().from) / days * (right - left);
}

MoneyLayout layoutMoney(const MoneyPicture& picture, double width, double height, const MoneyMetrics& metrics) {
    MoneyLayout out;
    out.left = metrics.left;
    out.right = std::max(width - metrics.right, metrics.left + 1);
    out.top = metrics.axis + 6;
    const double cash = height * metrics.cashShare;
    out.bottom = std::max(height - cash - metrics.gap, out.top + 1);
    out.cashTop = out.bottom + metrics.gap;
    out.cashBottom = std::max(height - 8, out.cashTop + 1);
    if (picture.months.empty()) return out;
    const auto x = [&](Date day) { return out.x(day, picture); };
    const double most = mostOf(picture);
    const auto y = [&](double sum) { return out.bottom - sum / most * (out.bottom - out.top); };
    for (const MoneyMonth& month : picture.months) {
        const double x0 = x(month.from), x1 = x(month.to), gap = (x1 - x0) * 0.22;
        const auto date = yearMonthDay(month.from);
        std::string name = monthName(date.month);
        if (date.month == 1 || &month == &picture.months.front()) name += " " + std::to_string(date.year % 100);
        out.cells.push_back({x0, x1, x1 - x0 >= 34 || date.month % 3 == 1 ? name : std::string()});
        double foot = 0;
        for (std::size_t h = 0; h < month.heads.size(); ++h) {
            if (month.heads[h] <= 0) continue;
            const double top = foot + month.heads[h] * monthsInSums;
            const bool past = picture.dataDate && month.to <= *picture.dataDate;
            out.boxes.push_back({x0 + gap, x1 - gap, y(top), y(foot), int(h), past});
            foot = top;
        }
        if (month.value > 0) out.values.push_back({x0 + gap / 2, x1 - gap / 2, y(month.value * monthsInSums)});
    }
    const auto curve = [&](const MoneyCurve& of) {
        MoneyLine line;
        for (const auto& [day, sum] : of) line.emplace_back(x(day), y(sum));
        return line;
    };
    out.spent = curve(picture.spent);
    out.forecast = curve(picture.forecast);
    out.early = curve(picture.early);
    out.late = curve(picture.late);
    const double step = evenStep(most, std::clamp(int((out.bottom - out.top) / 36), 1, 6));
    for (double sum = 0; sum <= most * (1 + 1e-9); sum += step) out.totals.emplace_back(y(sum), sum);
    if (picture.dataDate) out.dataDate = x(*picture.dataDate);
    double low = 0, high = 0;
    for (const MoneyCurve* of : {&picture.cash, &picture.cashPlanned})
        for (const auto& [day, sum] : *of) {
            low = std::min(low, sum);
            high = std::max(high, sum);
        }
    const double span = std::max(high - low, 1.0);
    const auto cashY = [&](double sum) { return out.cashTop + (high - sum) / span * (out.cashBottom - out.cashTop); };
    out.zero = cashY(0);
    out.cash = steps(picture.cash, x, cashY, out.right);
    out.cashPlanned = steps(picture.cashPlanned, x, cashY, out.right);
    const double apart = evenStep(span, std::clamp(int((out.cashBottom - out.cashTop) / 18), 1, 6));
    for (double sum = std::ceil(low / apart) * apart; sum <= high * (1 + 1e-9); sum += apart)
        out.positions.emplace_back(cashY(sum), sum);
    return out;
}

} // namespace yarrin

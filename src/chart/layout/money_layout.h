// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/time_scale.h"

#include <array>
#include <optional>
#include <utility>
#include <vector>

namespace yarrin {

/// Money up to the end of a day.
using MoneyCurve = std::vector<std::pair<Date, double>>;

/// What a month cost, by head, and what it was worth.
struct MoneyMonth {
    Date from, to; ///< the day behind its last
    std::array<double, 6> heads{};
    double value = 0;
};

/// All that the chart of money shows.
struct MoneyPicture {
    std::vector<MoneyMonth> months; ///< without gaps
    MoneyCurve spent, forecast;     ///< cost up to the data date, and from there on
    MoneyCurve early, late;         ///< as planned, by early and by late dates
    MoneyCurve cash;                ///< the position from a day on
    MoneyCurve cashPlanned;         ///< as the programme that is measured against would have had it
    std::optional<Date> dataDate;
};

struct MoneyBox {
    double x0 = 0, x1 = 0, y0 = 0, y1 = 0;
    int head = 0;
    bool past = false;
};
using MoneyLine = std::vector<std::pair<double, double>>;

struct MoneyLayout {
    double left = 0, right = 0;
    double top = 0, bottom = 0;         ///< of the costs
    double cashTop = 0, cashBottom = 0; ///< of the cash
    double zero = 0;                    ///< where the position is nothing
    std::vector<AxisCell> cells;        ///< months, named where there is room
    std::vector<MoneyBox> boxes;
    std::vector<std::array<double, 3>> values; ///< x, x, and the height of a month's value
    MoneyLine spent, forecast, early, late, cash, cashPlanned;
    std::vector<std::pair<double, double>> totals; ///< heights of the figures of sums; a month's are a fifth of them
    std::vector<std::pair<double, double>> positions;
    std::optional<double> dataDate;
    [[nodiscard]] double x(Date day, const MoneyPicture& picture) const;
};

struct MoneyMetrics {
    double left = 64, right = 64, axis = 46, gap = 22, cashShare = 0.34; ///< months and legend stand in `axis`
};

/// Lays months out over the width: bars use a fifth of the scale of the sums, so that months and sums share lines.
[[nodiscard]] MoneyLayout layoutMoney(const MoneyPicture& picture, double width, double height,
                                      const MoneyMetrics& metrics = {});

} // namespace yarrin

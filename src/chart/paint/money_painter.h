// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "chart/layout/money_layout.h"
#include "chart/paint/theme.h"

#include <QPainter>

#include <functional>

namespace yarrin {

struct MoneyInk {
    const Theme& theme;
    std::function<QString(double)> figure; ///< "£4.2 m"
    QString dataDate;
    std::optional<std::size_t> chosen = {}; ///< month
};
[[nodiscard]] QColor headColour(int head, const Theme& theme);
/// Paints months, sums and the position of cash below them.
void paintMoney(QPainter& painter, const MoneyLayout& layout, double width, const MoneyInk& ink);

} // namespace yarrin

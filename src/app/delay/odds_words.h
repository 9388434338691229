// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/delay/odds_plot.h"
#include "app/delay/odds_study.h"
#include "core/contract/damages_lines.h"

#include <QStringList>

namespace yarrin {

/// "What should we put aside?", answered: the sum, and sentences on what that means.
struct AsideWords {
    QString sum;
    QStringList lines;
};
/// Of findings that have odds.
[[nodiscard]] AsideWords asideWords(const OddsStudy::Findings& found, Relief relief);
/// "8 runs of 10", "95 runs of 100".
[[nodiscard]] QString runsOf(int thousandths);
/// "P80", "P97.5".
[[nodiscard]] QString percentileName(int thousandths);
/// "37 %"; what is not nothing is never told as 0 %, what is not sure never as 100 %.
[[nodiscard]] QString chanceText(double share);
/// A sum in the smallest unit; pence say nothing here.
[[nodiscard]] QString oddsMoney(std::int64_t sum, const std::string& currency);
/// "P80 of S2 lies between 1 and 14 Jul with 95 %", or that it does not say yet; empty where it is near enough.
[[nodiscard]] QString convergenceText(const OddsStudy::Findings& found, const OddsOfDate& odds);
/// The sums of one relief.
[[nodiscard]] const OddsOfMoney& sumsOf(const Odds& odds, Relief relief);

/// When a section, or all work, may be complete, against the dates that matter.
[[nodiscard]] OddsPlot::Content datePlot(const OddsStudy::Findings& found, const OddsOfDate& date,
                                         const Schedule& dates, const Theme& theme);
/// What damages may come to; of odds in which any run comes to some.
[[nodiscard]] OddsPlot::Content moneyPlot(const OddsStudy::Findings& found, Relief relief, const Schedule& dates,
                                          const Theme& theme);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/delay/odds_words.h"

#include "app/base/format.h"
#include "core/contract/damages_lines.h"
#include "core/odds/ranks.h"

#include <QCoreApplication>

#include <cmath>

namespace yarrin {

namespace {

struct Say {
    Q_DECLARE_TR_FUNCTIONS(OddsWords)
};

} // namespace

QString runsOf(int thousandths) {
    if (thousandths % 100 == 0) return Say::tr("%1 runs of 10").arg(thousandths / 100);
    if (thousandths % 10 == 0) return Say::tr("%1 runs of 100").arg(thousandths / 10);
    return Say::tr("%1 runs of 1,000").arg(thousandths);
}

QString percentileName(int thousandths) {
    return thousandths % 10 == 0 ? QStringLiteral("P%1").arg(thousandths / 10)
                                 : QStringLiteral("P%1").arg(thousandths / 10.0, 0, 'f', 1);
}

QString chanceText(double share) {
    const long percent = std::lround(share * 100);
    if (percent == 0 && share > 0) return Say::tr("under 1 %");
    if (percent == 100 && share < 1) return Say::tr("over 99 %");
    return Say::tr("%1 %").arg(percent);
}

QString oddsMoney(std::int64_t sum, const std::string& currency) {
    const Fraction whole = Fraction(Decimal(sum, minorDigits(currency)));
    return show::money(whole.rounded(0).value_or(Decimal(0)), currency);
}

const OddsOfMoney& sumsOf(const Odds& odds, Relief relief) {
    return relief == Relief::unrelieved ? odds.unrelieved : relief == Relief::assessed ? odds.assessed : odds.claimed;
}

AsideWords asideWords(const OddsStudy::Findings& found, Relief relief) {
    const Odds& odds = *found.odds;
    const Job& job = found.programme->job;
    const auto at = [&](const OddsOfMoney& money, int thousandths) {
        return oddsMoney(atThousandth(money.sorted, thousandths), job.currency);
    };
    const OddsOfMoney& chosen = sumsOf(odds, relief);
    AsideWords words{at(chosen, found.sure), {}};
    const QString given = relief == Relief::unrelieved ? Say::tr("if nothing beyond the time already granted is given")
                          : relief == Relief::assessed ? Say::tr("if what we assessed is granted")
                                                       : Say::tr("if all that we claimed is granted");
    words.lines << Say::tr("In %1 the damages of all sections come to no more, %2.").arg(runsOf(found.sure), given);
    if (relief == Relief::unrelieved)
        words.lines << Say::tr("With the days we assessed it is %1, with all we claimed %2.")
                           .arg(at(odds.assessed, found.sure), at(odds.claimed, found.sure));
    else
        words.lines
            << Say::tr("With nothing beyond the time already granted it is %1.").arg(at(odds.unrelieved, found.sure));
    QString worst = Say::tr("One run in twenty passes %1; the worst came to %2.")
                        .arg(at(chosen, 950), oddsMoney(chosen.sorted.back(), job.currency));
    if (const auto cap = contractCap(job)) {
        const QString sum = show::money(cap->rounded(0).value_or(Decimal(0)), job.currency);
        worst += odds.capped == 0 ? Say::tr(" None reaches the cap of %1.").arg(sum)
                                  : Say::tr(" %1 of %2 reach the cap of %3.").arg(odds.capped).arg(odds.runs).arg(sum);
    }
    words.lines << worst;
    if (odds.withProlongation.sorted != odds.unrelieved.sorted)
        words.lines << Say::tr("With what hammocks cost beyond the forecast it is %1 without relief.")
                           .arg(at(odds.withProlongation, found.sure));
    if (!found.drivers) return words;
    const OddsDriver* best = nullptr;
    for (const OddsDriver& one : *found.drivers)
        if (one.kind == OddsDriver::Kind::risk && one.money > 0 && (!best || one.money > best->money)) best = &one;
    if (best && relief == Relief::unrelieved)
        words.lines << Say::tr("Without %1, %2, it would be %3 less.")
                           .arg(show::text(best->key), show::text(best->what), oddsMoney(best->money, job.currency));
    return words;
}

QString convergenceText(const OddsStudy::Findings& found, const OddsOfDate& odds) {
    const int wanted = found.programme->job.oddsWidth.value_or(usualOddsWidth);
    const auto interval = odds.intervalOf(found.sure);
    const auto width = intervalWidth(*found.programme, odds, found.sure);
    if (!interval || !width)
        return Say::tr("%1 runs are too few to say how near %2 is")
            .arg(found.odds->runs)
            .arg(percentileName(found.sure));
    if (*width <= wanted) return {};
    return Say::tr("%1 is not known well yet: with 95 % it lies between %2 and %3; take more runs")
        .arg(percentileName(found.sure), show::date(interval->first), show::date(interval->second));
}

namespace {

/// From a day on, the next Monday, or the next first of a month where the axis is long.
std::int64_t nextOnAxis(std::int64_t value, bool byMonth) {
    const Date day{std::int32_t(value)};
    if (!byMonth) return value + (7 - weekday(day)) % 7;
    return yearMonthDay(day).day == 1 ? value : next(monthOf(day)).first - Date{};
}

} // namespace

OddsPlot::Content datePlot(const OddsStudy::Findings& found, const OddsOfDate& date, const Schedule& dates,
                           const Theme& theme) {
    OddsPlot::Content content;
    content.sorted = date.sorted;
    content.sure = found.sure;
    constexpr int longAxis = 120;
    const bool byMonth = date.sorted.back() - date.sorted.front() > longAxis;
    content.label = [](std::int64_t day) { return show::shortDate(Date{std::int32_t(day)}); };
    content.value = [](std::int64_t day) { return show::date(Date{std::int32_t(day)}); };
    content.onAxis = [byMonth](std::int64_t day) { return nextOnAxis(day, byMonth); };
    const auto mark = [&](Date day, const QString& text, const QColor& colour, bool diamond) {
        content.marks.push_back(
            {day - Date{}, text, Say::tr("%1 by then").arg(chanceText(date.chanceOf(day))), colour, diamond});
    };
    for (const SectionFigures& figures : dates.sections) {
        if (figures.section != date.section) continue;
        content.goodUpTo = figures.extended - Date{};
        mark(figures.extended,
             (figures.extended == figures.completion ? Say::tr("contract %1") : Say::tr("granted to %1"))
                 .arg(show::shortDate(figures.extended)),
             theme.contractDate, false);
        if (figures.assessedDays > 0)
            mark(figures.extended + figures.assessedDays,
                 Say::tr("assessed to %1").arg(show::shortDate(figures.extended + figures.assessedDays)), theme.hammock,
                 false);
    }
    if (date.deterministic) {
        mark(*date.deterministic, Say::tr("forecast %1").arg(show::shortDate(*date.deterministic)), theme.ink, true);
        const int days = date.at(found.sure) - *date.deterministic;
        content.note =
            Say::tr("Forecast to %1: %2").arg(percentileName(found.sure), show::countOf(days, "day", "days"));
    }
    return content;
}

OddsPlot::Content moneyPlot(const OddsStudy::Findings& found, Relief relief, const Schedule& dates,
                            const Theme& theme) {
    const std::string currency = found.programme->job.currency;
    const OddsOfMoney& chosen = sumsOf(*found.odds, relief);
    OddsPlot::Content content;
    content.sorted = chosen.sorted;
    content.sure = found.sure;
    content.money = true;
    content.leastStep = std::int64_t(std::llround(std::pow(10, minorDigits(currency))));
    const double about = double(atThousandth(chosen.sorted, 997)) / 4;
    std::int64_t step = content.leastStep;
    for (const std::int64_t times : {1, 2, 5})
        for (std::int64_t one = content.leastStep * times; double(one) <= about; one *= 10) step = std::max(step, one);
    content.label = [currency](std::int64_t sum) { return oddsMoney(sum, currency); };
    content.value = content.label;
    content.onAxis = [step](std::int64_t sum) { return (std::max<std::int64_t>(sum, 0) + step - 1) / step * step; };
    if (const auto now = (sumOf(dates.damages, relief) * Fraction(Decimal(content.leastStep))).rounded(0))
        content.marks.push_back({now->mantissa(), Say::tr("forecast %1").arg(oddsMoney(now->mantissa(), currency)),
                                 Say::tr("%1 no more").arg(chanceText(shareUpTo(chosen.sorted, now->mantissa()))),
                                 theme.ink, true});
    return content;
}

} // namespace yarrin

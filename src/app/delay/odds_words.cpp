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

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/contract/damages.h"

#include <algorithm>
#include <array>
#include <string_view>

namespace yarrin {

Fraction damagesFor(const Section& section, int daysLate) {
    if (daysLate <= 0) return Fraction(0);
    Fraction units(daysLate);
    if (section.per == DamagesPer::week) {
        units = units / Fraction(7);
        if (section.part == PartRule::wholeOnly) units = Fraction(*units.floor());
        if (section.part == PartRule::roundUp) units = Fraction(*units.ceil());
    }
    const Fraction sum = Fraction(section.rate) * units;
    return section.cap && Fraction(*section.cap) < sum ? Fraction(*section.cap) : sum;
}

SectionFigures sectionFigures(const Programme& programme, const Section& section, std::optional<Instant> finish) {
    SectionFigures figures;
    figures.section = section.id;
    figures.completion = section.completion;
    figures.extended = section.completion + section.grantedDays;
    for (const DelayEvent& event : programme.events) {
        if (!isOpen(event) || event.risk == Risk::contractor) continue;
        for (const EventDays& days : event.sectionDays) {
            if (days.section != section.id) continue;
            figures.assessedDays += days.assessedStill();
            figures.claimedDays += days.claimedStill();
        }
    }
    if (!finish) return figures;
    figures.forecast = completionDate(*finish);
    const int late = *figures.forecast - figures.extended;
    figures.daysLate = late;
    figures.damages = {damagesFor(section, late), damagesFor(section, late - figures.assessedDays),
                       damagesFor(section, late - figures.claimedDays)};
    return figures;
}

std::optional<Fraction> contractCap(const Job& job) {
    std::optional<Fraction> cap;
    if (job.damagesCap) cap = Fraction(*job.damagesCap);
    if (job.damagesCapShare && job.contractSum) {
        const Fraction share = Fraction(*job.damagesCapShare) * Fraction(*job.contractSum);
        if (!cap || share < *cap) cap = share;
    }
    return cap;
}

Exposure totalExposure(const Programme& programme, const std::vector<SectionFigures>& sections) {
    Exposure total;
    for (const SectionFigures& section : sections) {
        total.unrelieved = total.unrelieved + section.damages.unrelieved;
        total.assessed = total.assessed + section.damages.assessed;
        total.claimed = total.claimed + section.damages.claimed;
    }
    if (const auto cap = contractCap(programme.job))
        for (Fraction* sum : {&total.unrelieved, &total.assessed, &total.claimed}) *sum = *cap < *sum ? *cap : *sum;
    return total;
}

int minorDigits(const std::string& currency) {
    static constexpr std::array<std::string_view, 15> without{"BIF", "CLP", "DJF", "GNF", "ISK", "JPY", "KMF", "KRW",
                                                              "PYG", "RWF", "UGX", "VND", "VUV", "XAF", "XPF"};
    static constexpr std::array<std::string_view, 7> thousandths{"BHD", "IQD", "JOD", "KWD", "LYD", "OMR", "TND"};
    if (std::find(without.begin(), without.end(), currency) != without.end()) return 0;
    if (std::find(thousandths.begin(), thousandths.end(), currency) != thousandths.end()) return 3;
    return 2;
}

} // namespace yarrin

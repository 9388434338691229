// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/contract/damages.h"

#include "core/contract/notices.h"

#include <algorithm>
#include <array>
#include <string_view>

namespace yarrin {

namespace {

/// Days of lateness from which on a section is charged otherwise, sorted; the first is the first that is charged.
std::vector<int> turnsOf(const Section& section, Date extended, int first) {
    std::vector<int> turns{first};
    for (const RateStep& step : section.steps) turns.push_back(step.fromDay);
    for (const Possession& one : section.possessions) turns.push_back(one.date - extended + 1);
    std::erase_if(turns, [&](int day) { return day < first; });
    std::sort(turns.begin(), turns.end());
    turns.erase(std::unique(turns.begin(), turns.end()), turns.end());
    return turns;
}

Decimal rateOn(const Section& section, int day) {
    const RateStep* last = nullptr;
    for (const RateStep& step : section.steps)
        if (step.fromDay <= day && (!last || step.fromDay > last->fromDay)) last = &step;
    return last ? last->rate : section.rate;
}

/// What is not in use on a day: taking a part into use counts from the day after, as completion does.
Fraction shareOn(const Section& section, Date day) {
    Fraction share(1);
    for (const Possession& one : section.possessions)
        if (one.date < day) share = share - Fraction(one.share);
    return share.sign() < 0 ? Fraction(0) : share;
}

} // namespace

std::vector<DamagesPart> damagesParts(const Section& section, Date extended, Date until) {
    std::vector<DamagesPart> parts;
    const int late = until - extended, first = section.graceDays + 1;
    if (late < first) return parts;
    const bool weeks = section.per == DamagesPer::week && section.part != PartRule::proRata;
    const int unit = weeks ? 7 : 1, charged = late - first + 1;
    const int units = !weeks ? charged : section.part == PartRule::wholeOnly ? charged / 7 : (charged + 6) / 7;
    const std::vector<int> turns = turnsOf(section, extended, first);
    for (std::size_t i = 0; i < turns.size(); ++i) {
        // The first unit that begins on or after the turn.
        const auto unitAt = [&](int day) { return (day - first + unit - 1) / unit; };
        const int from = unitAt(turns[i]), to = std::min(units, i + 1 < turns.size() ? unitAt(turns[i + 1]) : units);
        if (to <= from) continue;
        DamagesPart part;
        part.fromDay = first + from * unit;
        part.days = (to - from) * unit;
        part.rate = rateOn(section, part.fromDay);
        part.share = shareOn(section, extended + part.fromDay);
        part.sum = Fraction(part.rate) * Fraction(to - from) * part.share;
        if (section.per == DamagesPer::week && !weeks) part.sum = part.sum / Fraction(7);
        parts.push_back(std::move(part));
    }
    return parts;
}

Fraction damagesBetween(const Section& section, Date extended, Date until) {
    Fraction sum;
    for (const DamagesPart& part : damagesParts(section, extended, until)) sum = sum + part.sum;
    return section.cap && Fraction(*section.cap) < sum ? Fraction(*section.cap) : sum;
}

Fraction damagesFor(const Section& section, int daysLate) {
    const Date extended = section.completion + section.grantedDays;
    return damagesBetween(section, extended, extended + daysLate);
}

Fraction bonusFor(const Section& section, Date extended, Date until) {
    if (!section.bonus || until >= extended) return Fraction(0);
    const Fraction sum = Fraction(*section.bonus) * Fraction(extended - until);
    return section.bonusCap && Fraction(*section.bonusCap) < sum ? Fraction(*section.bonusCap) : sum;
}

bool isBarred(const Job& job, const DelayEvent& event) {
    if (!job.noticeIsCondition || event.risk == Risk::contractor) return false;
    using State = NoticeClock::State;
    // Judged at the data date: a file gives the same figures on every day.
    const Date day = job.dataDate ? dateOf(*job.dataDate) : event.known.value_or(Date{});
    const State state = noticeClock(job, event, day).state;
    return state == State::late || state == State::lapsed;
}

OpenDays openDays(const Programme& programme, const DelayEvent& event, SectionId section) {
    OpenDays open;
    if (event.risk == Risk::contractor || !isOpenIn(event, section)) return open;
    if (!programme.job.barredCount && isBarred(programme.job, event)) return open;
    for (const EventDays& days : event.sectionDays)
        if (days.section == section) {
            open.assessed += days.assessedStill();
            open.claimed += days.claimedStill();
        }
    return open;
}

SectionFigures sectionFigures(const Programme& programme, const Section& section, std::optional<Instant> finish) {
    SectionFigures figures;
    figures.section = section.id;
    figures.completion = section.completion;
    figures.extended = section.completion + section.grantedDays;
    for (const DelayEvent& event : programme.events) {
        const OpenDays open = openDays(programme, event, section.id);
        figures.assessedDays += open.assessed;
        figures.claimedDays += open.claimed;
    }
    if (!finish) return figures;
    figures.forecast = completionDate(*finish);
    figures.until = section.takenOver ? std::min(*section.takenOver, *figures.forecast) : *figures.forecast;
    figures.daysLate = *figures.until - figures.extended;
    const auto with = [&](int relief) { return damagesBetween(section, figures.extended + relief, *figures.until); };
    figures.damages = {with(0), with(figures.assessedDays), with(figures.claimedDays)};
    figures.bonus = bonusFor(section, figures.extended, *figures.until);
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

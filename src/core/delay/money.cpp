// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/delay/money.h"

#include <algorithm>
#include <map>

namespace yarrin {

namespace {

int within(const DaySpan& days, const DaySpan& other) {
    return std::max(0, std::min(days.last, other.last) - std::max(days.first, other.first) + 1);
}

/// A stand with its dates, and what its hammocks cost.
class PricedStand {
public:
    explicit PricedStand(const Programme& programme)
        : m_programme(programme), m_dates(schedule(programme)), m_sections(programme, m_dates) {}

    [[nodiscard]] bool ok() const { return m_dates.ok(); }

    /// What the hammocks of a section on hire cost a day, over some days; with `before`, the stand in front, at what
    /// they really cost since then. `actual` tells that any of them had an actual cost.
    [[nodiscard]] Fraction perDay(SectionId section, const DaySpan& days, const Programme* before, bool* actual) const {
        Fraction sum;
        for (const Activity& hammock : m_programme.activities) {
            if (hammock.kind != ActivityKind::hammock || m_sections.of(hammock) != section) continue;
            const DaySpan hire = hireOf(hammock);
            const int on = within(days, hire);
            if (on == 0) continue;
            Fraction rate = Fraction(hammock.costPerWeek.value_or(Decimal(0))) / Fraction(7);
            if (const auto spent = before ? spentADay(hammock, hire, *before) : std::nullopt) {
                rate = *spent;
                *actual = true;
            }
            sum = sum + rate * Fraction(on) / Fraction(days.count());
        }
        return sum;
    }

private:
    [[nodiscard]] DaySpan hireOf(const Activity& hammock) const {
        return daysOf(m_dates.activities[m_programme.activities.indexOf(hammock.id)]);
    }
    /// What it cost a day on hire between the data dates of two stands; none where its cost was not entered.
    [[nodiscard]] std::optional<Fraction> spentADay(const Activity& hammock, const DaySpan& hire,
                                                    const Programme& before) const {
        const auto& until = m_programme.job.dataDate;
        if (!hammock.costToDate || !until) return {};
        const Activity* then = before.activities.row(hammock.id);
        const bool had = then && then->costToDate && before.job.dataDate;
        const DaySpan period{had ? dateOf(*before.job.dataDate) : hire.first, completionDate(*until)};
        const int days = within(period, hire);
        if (days == 0) return {};
        const Fraction spent = Fraction(*hammock.costToDate) - (had ? Fraction(*then->costToDate) : Fraction(0));
        return spent / Fraction(days);
    }

    const Programme& m_programme;
    Schedule m_dates;
    HammockSections m_sections;
};

/// The days when a step's delay was suffered: felt, else from the event's first to its last day, else the day on which
/// completion lay before it.
DaySpan sufferedIn(const DelayStep& step, const Programme& now, const StepFigures& figures) {
    if (step.felt) return {step.felt->first, step.felt->second};
    const DelayEvent* event = now.events.row(step.event);
    if (event && event->from) return {*event->from, std::max(*event->from, event->to.value_or(*event->from))};
    return {figures.before, figures.before};
}

/// A part of a sum, by days.
Fraction partOf(const Fraction& sum, int days, int of) {
    return of == 0 ? Fraction(0) : sum * Fraction(days) / Fraction(of);
}

} // namespace

std::vector<PaidSum> paidSums(const DelayAnalysis& analysis, std::span<const Stand> stands) {
    std::vector<PaidSum> sums;
    if (stands.empty() || analysis.steps.empty()) return sums;
    const Programme& now = stands.back().programme;
    std::map<std::size_t, PricedStand> priced;
    for (const Section& section : now.sections) {
        if (!analysis.steps.front().of(section.id)) continue;
        PaidSum sum;
        sum.section = section.id;
        Fraction actual;
        bool anyActual = false;
        for (const DelayStep& step : analysis.steps) {
            const StepFigures& f = *step.of(section.id);
            if (f.compensable <= 0 || step.window >= stands.size()) continue;
            const Programme& then = stands[step.window].programme;
            const PricedStand& stand = priced.try_emplace(step.window, then).first->second;
            if (!stand.ok()) continue;
            const DaySpan days = sufferedIn(step, now, f);
            const Programme& before = stands[step.window - (step.window > 0 ? 1 : 0)].programme;
            sum.days += f.compensable;
            sum.modelled = sum.modelled + stand.perDay(section.id, days, nullptr, nullptr) * Fraction(f.compensable);
            actual = actual + stand.perDay(section.id, days, &before, &anyActual) * Fraction(f.compensable);
        }
        const int recovered = -sharesOf(analysis, now, section.id).recovered;
        const int movement =
            analysis.steps.back().of(section.id)->after - analysis.steps.front().of(section.id)->before;
        sum.afterRecovery = std::max(0, sum.days - recovered);
        sum.cameAbout = std::clamp(movement, 0, sum.days);
        sum.recovered = partOf(sum.modelled, sum.afterRecovery, sum.days);
        sum.capped = partOf(sum.modelled, sum.cameAbout, sum.days);
        if (anyActual) sum.actual = actual;
        sums.push_back(std::move(sum));
    }
    return sums;
}

std::vector<Recovery> recoveriesOf(const DelayAnalysis& analysis, const Programme& now) {
    std::vector<Recovery> list;
    if (analysis.steps.empty()) return list;
    for (const Section& section : now.sections) {
        if (!analysis.steps.front().of(section.id)) continue;
        const DelayShares shares = sharesOf(analysis, now, section.id);
        Recovery one;
        one.section = section.id;
        one.credit = -shares.credit;
        one.days = -shares.recovered - one.credit;
        int theirs = 0, ours = 0;
        for (const Acceleration& record : now.accelerations)
            for (const DaysWon& won : record.won) {
                if (won.section != section.id) continue;
                (record.by == WonBy::employer ? theirs : ours) += won.days;
                one.records.push_back(record.id);
            }
        // Of more days recorded than were won back the employer's come first: he instructed them.
        one.employer = std::min(theirs, one.days);
        one.contractor = std::min(ours, one.days - one.employer);
        one.unrecorded = one.days - one.employer - one.contractor;
        one.beyond = theirs + ours - one.employer - one.contractor;
        list.push_back(std::move(one));
    }
    return list;
}

Overheads overheadsOf(const Programme& now, const Schedule& dates, const std::vector<PaidSum>& paid) {
    Overheads out;
    if (!dates.ok()) return out;
    out.section = HammockSections(now, dates).governing();
    const Section* section = now.sections.row(out.section);
    if (!section) return out;
    for (const PaidSum& one : paid)
        if (one.section == out.section) out.days = one.days;
    const Job& job = now.job;
    out.contractDays = section->completion - dateOf(job.start) + 1;
    if (job.dataDate) out.actualDays = completionDate(*job.dataDate) - dateOf(job.start) + 1;
    const Fraction days(out.days);
    if (job.contractSum && out.contractDays > 0) {
        const Fraction daily = Fraction(*job.contractSum) / Fraction(out.contractDays);
        if (job.tenderOverhead) out.hudson = Fraction(*job.tenderOverhead) * daily * days;
        if (job.companyOverhead && job.companyTurnover && job.companyTurnover->sign() > 0)
            out.emden = Fraction(*job.companyOverhead) / Fraction(*job.companyTurnover) * daily * days;
    }
    if (job.billedHere && job.billedInAll && job.billedInAll->sign() > 0 && job.overheadInAll && out.actualDays > 0)
        out.eichleay = Fraction(*job.billedHere) / Fraction(*job.billedInAll) * Fraction(*job.overheadInAll) /
                       Fraction(out.actualDays) * days;
    return out;
}

} // namespace yarrin

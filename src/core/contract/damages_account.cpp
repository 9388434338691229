// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/contract/damages_account.h"

#include <algorithm>
#include <map>
#include <set>

namespace yarrin {

namespace {

struct Grant {
    Date on;
    std::string key; ///< of the event: of one day by what people call them
    const DelayEvent* event;
    ClaimEntry entry;
};

std::vector<Grant> grantsOf(const Programme& programme, SectionId section) {
    std::vector<Grant> grants;
    for (const DelayEvent& event : programme.events)
        for (const ClaimEntry& entry : inOrder(event.course))
            if (entry.section == section && (entry.step == ClaimStep::interim || entry.step == ClaimStep::granted))
                grants.push_back({entry.date, event.key, &event, entry});
    std::stable_sort(grants.begin(), grants.end(),
                     [](const Grant& a, const Grant& b) { return a.on != b.on ? a.on < b.on : a.key < b.key; });
    return grants;
}

/// Held at the end of a day.
Fraction heldOn(const Section& section, Date day) {
    Fraction held;
    for (const Deduction& one : section.deductions) {
        if (one.date > day) continue;
        if (one.kind == DeductionKind::paid) held = held + Fraction(one.sum);
        if (one.kind == DeductionKind::repaid) held = held - Fraction(one.sum);
    }
    return held;
}

/// Simple interest to the end of `last`, by days, a year having 365: docs/engine.md section 9.
Fraction interestTo(const Section& section, const std::vector<Extension>& history, Date until, Date last,
                    const Decimal& rate) {
    std::set<Date> turns; // where what is held, or the extended date, becomes another one
    for (const Deduction& one : section.deductions)
        if (one.kind != DeductionKind::levied) turns.insert(one.date);
    if (turns.empty()) return {};
    const Date begin = *turns.begin();
    for (const Extension& one : history)
        if (one.on && *one.on > begin) turns.insert(*one.on);
    turns.insert(last + 1);
    Fraction sumOfDays; // money times days
    for (auto turn = turns.begin(); turn != turns.end() && *turn <= last; ++turn) {
        const Date end = std::min(*std::next(turn), last + 1);
        const Fraction held = heldOn(section, *turn);
        if (held.sign() <= 0) continue;
        const Date extended = extendedOn(section, history, *turn);
        const auto excess = [&](Date day) {
            const Fraction more = held - damagesBetween(section, extended, std::min(until, day));
            return more.sign() > 0 ? more : Fraction(0);
        };
        // While it is late what is due grows with each day; before and behind that it stays.
        for (Date day = *turn; day < end;) {
            const bool grows = day > extended && day < until;
            const Date next = grows ? day + 1 : day <= extended ? std::min(end, extended + 1) : end;
            sumOfDays = sumOfDays + excess(day) * Fraction(next - day);
            day = next;
        }
    }
    return sumOfDays * Fraction(rate) / Fraction(365);
}

} // namespace

std::vector<Extension> extensionsOf(const Programme& programme, const Section& section) {
    std::vector<Extension> history;
    const std::vector<Grant> grants = grantsOf(programme, section.id);
    std::map<EventId, int> had;
    for (const Grant& grant : grants) had[grant.event->id] = grant.entry.days;
    int undated = section.grantedDays;
    for (const auto& [event, days] : had) undated -= days;
    Date completion = section.completion + undated;
    if (undated != 0) history.push_back({{}, {}, undated, completion, false, {}});
    had.clear();
    for (const Grant& grant : grants) {
        const int more = grant.entry.days - had[grant.event->id];
        had[grant.event->id] = grant.entry.days;
        completion = completion + more;
        history.push_back(
            {grant.on, grant.event->id, more, completion, grant.entry.step == ClaimStep::interim, grant.entry.letter});
    }
    return history;
}

Date extendedOn(const Section& section, const std::vector<Extension>& history, Date day) {
    Date extended = section.completion;
    for (const Extension& one : history)
        if (!one.on || *one.on <= day) extended = one.completion;
    return extended;
}

std::vector<DamagesAccount> damagesAccounts(const Programme& programme, const std::vector<SectionFigures>& sections) {
    std::vector<DamagesAccount> accounts;
    const auto& dataDate = programme.job.dataDate;
    for (const SectionFigures& figures : sections) {
        const Section& section = *programme.sections.row(figures.section);
        DamagesAccount& account = accounts.emplace_back();
        account.section = section.id;
        for (const Deduction& one : section.deductions) {
            Fraction& sum = one.kind == DeductionKind::levied ? account.levied
                            : one.kind == DeductionKind::paid ? account.paid
                                                              : account.repaid;
            sum = sum + Fraction(one.sum);
        }
        account.bonus = figures.bonus;
        account.forecast = figures.damages.unrelieved;
        account.dated = dataDate && figures.until;
        if (!account.dated) continue;
        const Date last = completionDate(*dataDate);
        account.accrued = damagesBetween(section, figures.extended, std::min(*figures.until, last));
        const Fraction beyond = account.held() - account.accrued;
        if (beyond.sign() > 0) account.repayable = beyond;
        if (programme.job.interestRate)
            account.interest = interestTo(section, extensionsOf(programme, section), *figures.until, last,
                                          *programme.job.interestRate);
    }
    return accounts;
}

DamagesAccount totalAccount(const Programme& programme, const std::vector<DamagesAccount>& accounts) {
    DamagesAccount total;
    for (const DamagesAccount& one : accounts) {
        total.dated = total.dated || one.dated;
        for (const auto sum :
             {&DamagesAccount::accrued, &DamagesAccount::forecast, &DamagesAccount::levied, &DamagesAccount::paid,
              &DamagesAccount::repaid, &DamagesAccount::repayable, &DamagesAccount::interest, &DamagesAccount::bonus})
            total.*sum = total.*sum + one.*sum;
    }
    if (const auto cap = contractCap(programme.job)) {
        for (const auto sum : {&DamagesAccount::accrued, &DamagesAccount::forecast})
            if (*cap < total.*sum) total.*sum = *cap;
        // What is held beyond the cap has to come back too.
        const Fraction beyond = total.held() - total.accrued;
        if (total.dated && total.repayable < beyond) total.repayable = beyond;
    }
    return total;
}

std::optional<Exposure> exposureOtherwise(const Programme& programme, const std::vector<SectionFigures>& sections) {
    if (std::none_of(programme.events.begin(), programme.events.end(),
                     [&](const DelayEvent& event) { return isOpen(event) && isBarred(programme.job, event); }))
        return {};
    Programme other;
    other.job = programme.job;
    other.job.barredCount = !programme.job.barredCount;
    other.sections = programme.sections;
    other.events = programme.events;
    std::vector<SectionFigures> figures;
    for (const SectionFigures& one : sections)
        figures.push_back(sectionFigures(other, *other.sections.row(one.section),
                                         one.forecast ? std::optional(startOf(*one.forecast + 1)) : std::nullopt));
    return totalExposure(other, figures);
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/section_edits.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "edit/typed.h"

#include <algorithm>

namespace yarrin {

namespace {

/// Changes a section and keeps its rows sorted; a fault leaves it as it was.
template <typename Change> Outcome change(Transaction& tx, SectionId id, Change apply) {
    const Section* row = tx.programme().sections.row(id);
    if (!row) return inputError(worded("the section is no longer there"));
    Section section = *row;
    if (Fault fault = apply(section)) return *fault;
    std::stable_sort(section.steps.begin(), section.steps.end(),
                     [](const RateStep& a, const RateStep& b) { return a.fromDay < b.fromDay; });
    const auto byDay = [](const auto& a, const auto& b) { return a.date < b.date; };
    std::stable_sort(section.possessions.begin(), section.possessions.end(), byDay);
    std::stable_sort(section.deductions.begin(), section.deductions.end(), byDay);
    std::stable_sort(section.slips.begin(), section.slips.end(),
                     [](const SlipMark& a, const SlipMark& b) { return a.window < b.window; });
    for (std::size_t i = 1; i < section.steps.size(); ++i)
        if (section.steps[i - 1].fromDay == section.steps[i].fromDay)
            return inputError(worded("a step begins on day %1 already", section.steps[i].fromDay));
    Fraction taken;
    for (const Possession& one : section.possessions) taken = taken + Fraction(one.share);
    if (Fraction(1) < taken) return inputError(worded("more than the whole section would be in use"));
    tx.set(std::move(section));
    return done();
}

template <typename Rows, typename Change> Fault changeRow(Rows& rows, std::size_t row, Change apply) {
    if (row >= rows.size()) return inputError(worded("the line is no longer there"));
    return apply(rows[row]);
}
template <typename Rows> Fault removeRow(Rows& rows, std::size_t row) {
    if (row >= rows.size()) return inputError(worded("the line is no longer there"));
    rows.erase(rows.begin() + std::ptrdiff_t(row));
    return {};
}

Fault read(RateStep& step, StepPart part, std::string_view text) {
    if (part == StepPart::fromDay) {
        std::optional<int> day;
        if (Fault fault = readDays(day, text, 1, 36500)) return fault;
        if (!day) return inputError(worded("a step begins with a day of lateness"), worded("the first day late is 1"));
        step.fromDay = *day;
        return {};
    }
    std::optional<Decimal> rate;
    if (Fault fault = readSum(rate, text, worded("a rate of damages"))) return fault;
    if (!rate) return inputError(worded("a step needs its rate"));
    step.rate = *rate;
    return {};
}

Fault read(Possession& one, PossessionPart part, std::string_view text) {
    if (part == PossessionPart::date) return readDay(one.date, text);
    std::optional<Decimal> share;
    if (Fault fault = readShare(share, text)) return fault;
    if (!share || share->sign() == 0) return inputError(worded("a part in use has a share of the value, in per cent"));
    one.share = *share;
    return {};
}

Fault read(Deduction& one, DeductionPart part, std::string_view text) {
    std::optional<Decimal> sum;
    switch (part) {
    case DeductionPart::kind:
        return choose(one.kind, text);
    case DeductionPart::date:
        return readDay(one.date, text);
    case DeductionPart::sum:
        if (Fault fault = readSum(sum, text, worded("a sum"))) return fault;
        if (!sum || sum->sign() == 0) return inputError(worded("a sum is wanted"));
        one.sum = *sum;
        return {};
    case DeductionPart::note:
        one.note = trimmedView(text);
        return {};
    }
    return {};
}

/// Reads several parts, until one is off.
template <typename Row, typename... Parts> Fault readAll(Row& row, const Parts&... parts) {
    Fault fault;
    (void)((fault = read(row, parts.first, parts.second), !fault) && ...);
    return fault;
}

} // namespace

Outcome addRateStep(Transaction& tx, SectionId id, std::string_view fromDay, std::string_view rate) {
    return change(tx, id, [&](Section& section) {
        return readAll(section.steps.emplace_back(), std::pair{StepPart::fromDay, fromDay},
                       std::pair{StepPart::rate, rate});
    });
}
Outcome setRateStep(Transaction& tx, SectionId id, std::size_t row, StepPart part, std::string_view text) {
    return change(tx, id, [&](Section& section) {
        return changeRow(section.steps, row, [&](RateStep& step) { return read(step, part, text); });
    });
}
Outcome removeRateStep(Transaction& tx, SectionId id, std::size_t row) {
    return change(tx, id, [&](Section& section) { return removeRow(section.steps, row); });
}

Outcome addPossession(Transaction& tx, SectionId id, std::string_view date, std::string_view share) {
    return change(tx, id, [&](Section& section) {
        return readAll(section.possessions.emplace_back(), std::pair{PossessionPart::date, date},
                       std::pair{PossessionPart::share, share});
    });
}
Outcome setPossession(Transaction& tx, SectionId id, std::size_t row, PossessionPart part, std::string_view text) {
    return change(tx, id, [&](Section& section) {
        return changeRow(section.possessions, row, [&](Possession& one) { return read(one, part, text); });
    });
}
Outcome removePossession(Transaction& tx, SectionId id, std::size_t row) {
    return change(tx, id, [&](Section& section) { return removeRow(section.possessions, row); });
}

Outcome addDeduction(Transaction& tx, SectionId id, DeductionKind kind, std::string_view date, std::string_view sum,
                     std::string_view note) {
    return change(tx, id, [&](Section& section) {
        Deduction& one = section.deductions.emplace_back();
        one.kind = kind;
        return readAll(one, std::pair{DeductionPart::date, date}, std::pair{DeductionPart::sum, sum},
                       std::pair{DeductionPart::note, note});
    });
}
Outcome setDeduction(Transaction& tx, SectionId id, std::size_t row, DeductionPart part, std::string_view text) {
    return change(tx, id, [&](Section& section) {
        return changeRow(section.deductions, row, [&](Deduction& one) { return read(one, part, text); });
    });
}
Outcome removeDeduction(Transaction& tx, SectionId id, std::size_t row) {
    return change(tx, id, [&](Section& section) { return removeRow(section.deductions, row); });
}

Outcome markSlip(Transaction& tx, SectionId id, SlipMark mark) {
    return change(tx, id, [&](Section& section) -> Fault {
        if (mark.is != SlipIs::concurrent && trimmedView(mark.who).empty())
            return inputError(worded("who says so?"), worded("name who took it for that"));
        mark.who = trimmed(mark.who);
        mark.note = trimmed(mark.note);
        std::erase_if(section.slips, [&](const SlipMark& one) { return one.window == mark.window; });
        section.slips.push_back(std::move(mark));
        return {};
    });
}
Outcome openSlip(Transaction& tx, SectionId id, Date window) {
    return change(tx, id, [&](Section& section) -> Fault {
        std::erase_if(section.slips, [&](const SlipMark& one) { return one.window == window; });
        return {};
    });
}

} // namespace yarrin

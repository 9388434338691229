// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/balance_edits.h"

#include "core/base/worded.h"
#include "edit/activity_edits.h"

#include <algorithm>

namespace yarrin {

namespace {

const Error nothingLaidOut = inputError(worded("the sequence is not laid out over any place"),
                                        worded("lay it out in Build-up, then it can be balanced"));

} // namespace

Outcome matchCrews(Transaction& tx, SequenceId id, int paceStep) {
    const Schedule dates = schedule(tx.programme());
    if (!dates.ok()) return dates.errors;
    const Balance balance = balanceOf(tx.programme(), dates, id);
    if (balance.lines.empty()) return nothingLaidOut;
    std::size_t pace = balance.pace;
    for (std::size_t i = 0; i < balance.lines.size(); ++i)
        if (paceStep != 0 && balance.lines[i].step == paceStep) pace = i;
    const BalanceLine& by = balance.lines[pace];
    if (by.unitsPerWeek <= 0) return inputError(worded("%1 takes no time, and sets no pace", by.name));
    Sequence sequence = *tx.programme().sequences.row(id);
    for (const BalanceLine& line : balance.lines) {
        if (line.step == by.step || line.daysPerUnit <= 0) continue;
        // The days of its own calendar in which the pace does a unit.
        const double days = line.daysPerUnit * line.unitsPerWeek / by.unitsPerWeek;
        const auto crews = crewsWithin(line, days);
        if (!crews) continue;
        for (const std::size_t index : line.activities) {
            const Activity& activity = tx.programme().activities[index];
            if (activity.actualStart || activity.actualFinish || !activity.measure) continue;
            if (Outcome set = setMeasureField(tx, activity.id, MeasureField::crews, crews->text()); !set.ok())
                return set;
        }
        for (SequenceStep& step : sequence.steps)
            if (step.number == line.step) step.crews = *crews;
    }
    tx.set(std::move(sequence));
    return done();
}

Outcome startWithoutWaiting(Transaction& tx, SequenceId id) {
    if (Outcome early = startEarly(tx, id); !early.ok()) return early;
    const std::size_t count = balanceOf(tx.programme(), schedule(tx.programme()), id).lines.size();
    for (std::size_t i = 0; i < count; ++i) {
        // What the trades before it became moves what this one waits for.
        const Schedule dates = schedule(tx.programme());
        if (!dates.ok()) return dates.errors;
        const Balance balance = balanceOf(tx.programme(), dates, id);
        const BalanceLine& line = balance.lines[i];
        const Activity& first = tx.programme().activities[line.activities.front()];
        if (line.waits == 0 || first.actualStart || first.actualFinish) continue;
        const Instant start = startWithoutWaits(tx.programme(), dates, line);
        if (start <= dates.activities[line.activities.front()].earlyStart) continue;
        Activity held = first;
        held.levelledFrom = start;
        tx.set(std::move(held));
    }
    return done();
}

Outcome startEarly(Transaction& tx, SequenceId id) {
    const Schedule dates = schedule(tx.programme());
    if (!dates.ok()) return dates.errors;
    const Balance balance = balanceOf(tx.programme(), dates, id);
    if (balance.lines.empty()) return nothingLaidOut;
    for (const BalanceLine& line : balance.lines) {
        Activity first = tx.programme().activities[line.activities.front()];
        if (!first.levelledFrom) continue;
        first.levelledFrom.reset();
        tx.set(std::move(first));
    }
    return done();
}

} // namespace yarrin

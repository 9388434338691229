// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/places/balance.h"

#include "core/base/natural_order.h"

#include <algorithm>
#include <cmath>

namespace yarrin {

namespace {

void addFigures(const Programme& programme, const Schedule& schedule, BalanceLine& line) {
    std::sort(line.activities.begin(), line.activities.end(), [&](std::size_t a, std::size_t b) {
        const Instant p = schedule.activities[a].earlyStart, q = schedule.activities[b].earlyStart;
        return p != q ? p < q : standsBefore(programme.activities[a].key, programme.activities[b].key);
    });
    double days = 0, natural = 0;
    bool hasNatural = true, same = true;
    std::optional<Minutes> last;
    for (const std::size_t index : line.activities) {
        const Activity& activity = programme.activities[index];
        const ActivityFigures& f = schedule.activities[index];
        const WorkCalendar& own = schedule.calendarOf(f);
        const double took = double(own.worked(f.earlyFinish) - own.worked(f.earlyStart)) / double(own.dayMinutes());
        days += took;
        line.begun = line.begun || f.state != NodeState::notStarted;
        const auto crews = activity.measure ? activity.measure->crews : std::optional<Decimal>();
        if (!crews) hasNatural = false;
        if (crews) natural += took * crews->toDouble();
        if (index == line.activities.front()) line.crews = crews;
        same = same && line.crews == crews;
        if (last) {
            const Minutes wait = std::max<Minutes>(0, own.worked(f.earlyStart) - *last);
            line.waits += wait;
            line.idleCrewDays += double(wait) / double(own.dayMinutes()) * (crews ? crews->toDouble() : 1.0);
        }
        last = std::max(last.value_or(own.worked(f.earlyFinish)), own.worked(f.earlyFinish));
        line.start = index == line.activities.front() ? f.earlyStart : std::min(line.start, f.earlyStart);
        line.finish = index == line.activities.front() ? f.earlyFinish : std::max(line.finish, f.earlyFinish);
    }
    const auto count = double(line.activities.size());
    line.daysPerUnit = days / count;
    if (!same) line.crews.reset();
    if (hasNatural) line.naturalDays = natural / count;
    const WorkCalendar& own = schedule.calendarOf(schedule.activities[line.activities.front()]);
    if (line.daysPerUnit > 0) line.unitsPerWeek = own.definition().daysPerWeek() / line.daysPerUnit;
}

} // namespace

Balance balanceOf(const Programme& programme, const Schedule& schedule, SequenceId id) {
    Balance balance;
    const Sequence* sequence = programme.sequences.row(id);
    if (!sequence || !schedule.ok()) return balance;
    for (const SequenceStep& step : sequence->steps) {
        BalanceLine line;
        line.step = step.number;
        line.name = step.name;
        for (const LaidOut& unit : programme.laidOut)
            for (const LaidOutStep& one : unit.steps)
                if (unit.sequence == id && one.step == step.number && one.activity)
                    if (const std::size_t at = programme.activities.indexOf(one.activity);
                        at < schedule.activities.size() && programme.activities[at].kind == ActivityKind::task)
                        line.activities.push_back(at);
        if (line.activities.empty()) continue;
        addFigures(programme, schedule, line);
        balance.idleCrewDays += line.idleCrewDays;
        balance.finish = std::max(balance.finish.value_or(line.finish), line.finish);
        balance.lines.push_back(std::move(line));
    }
    // Weeks, not days: trades may have other calendars.
    for (std::size_t i = 0; i < balance.lines.size(); ++i)
        if (balance.lines[i].unitsPerWeek < balance.lines[balance.pace].unitsPerWeek - 1e-9) balance.pace = i;
    return balance;
}

Instant startWithoutWaits(const Programme&, const Schedule& schedule, const BalanceLine& line) {
    const ActivityFigures& first = schedule.activities[line.activities.front()];
    const WorkCalendar& own = schedule.calendarOf(first);
    Minutes start = own.worked(first.earlyStart), before = 0;
    for (const std::size_t index : line.activities) {
        const ActivityFigures& f = schedule.activities[index];
        start = std::max(start, own.worked(f.earlyStart) - before);
        before += own.worked(f.earlyFinish) - own.worked(f.earlyStart);
    }
    return own.startOfMinute(start);
}

std::optional<Decimal> crewsWithin(const BalanceLine& line, double days) {
    if (!line.naturalDays || days <= 0) return {};
    // A hair of rounding is not another crew.
    return Decimal(std::max<std::int64_t>(1, std::int64_t(std::ceil(*line.naturalDays / days - 1e-6))));
}

} // namespace yarrin

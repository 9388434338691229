// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/weeks/look_ahead.h"

#include <algorithm>
#include <tuple>

namespace yarrin {

Date weekBegin(const Job& job, Date day) {
    const int first = job.firstWeekday.value_or(1) - 1;
    return day + -((weekday(day) - first + 7) % 7);
}

int weekNumber(const Job& job, Date begins) {
    return (begins - weekBegin(job, dateOf(job.start))) / 7 + 1;
}

std::string tradeOf(const Programme& programme, const Activity& activity) {
    const Code* code = tradeCodeOf(programme);
    for (const CodeMark& mark : activity.codes)
        if (code && mark.code == code->id) return mark.value;
    return {};
}

std::string firmOf(const Programme& programme, const Activity& activity) {
    if (!activity.responsible.empty()) return activity.responsible;
    const std::string trade = tradeOf(programme, activity);
    std::string found;
    for (const Firm& firm : programme.firms)
        if (!trade.empty() && std::find(firm.trades.begin(), firm.trades.end(), trade) != firm.trades.end() &&
            (found.empty() || firm.key < found))
            found = firm.key;
    return found;
}

namespace {

/// Where a trade stands in its code; what has none comes last.
std::size_t placeOf(const Code* code, const std::string& trade) {
    const std::size_t none = code ? code->values.size() : 0;
    for (std::size_t i = 0; i < none; ++i)
        if (code->values[i].name == trade) return i;
    return none;
}

} // namespace

std::vector<WeekRow> weeksAhead(const Programme& programme, const Schedule& dates, Date from, int weeks) {
    const Date first = weekBegin(programme.job, from), end = first + 7 * weeks;
    // What is overdue is so now, not when a later week comes.
    const Instant now = startOf(
        std::min(first, weekBegin(programme.job, dateOf(programme.job.dataDate.value_or(programme.job.start)))));
    std::vector<std::pair<std::tuple<std::size_t, Instant, std::string>, WeekRow>> found;
    const Code* code = tradeCodeOf(programme);
    for (std::size_t i = 0; i < dates.activities.size(); ++i) {
        const Activity& activity = programme.activities[i];
        const ActivityFigures& at = dates.activities[i];
        if (activity.kind == ActivityKind::hammock || at.aside || at.state == NodeState::complete) continue;
        const Instant start = at.remainingStart.value_or(at.earlyStart);
        if (start >= startOf(end)) continue;
        WeekRow row;
        row.activity = activity.id;
        row.trade = tradeOf(programme, activity);
        row.firm = firmOf(programme, activity);
        // What was to have begun, or to be done, by its late dates before these weeks.
        const bool late = at.lateStart && at.state == NodeState::notStarted && *at.lateStart < now;
        row.overdue = late || (at.lateFinish && *at.lateFinish < now);
        const WorkCalendar& own = dates.calendarOf(at);
        for (int week = 0; week < weeks; ++week) {
            int days = 0;
            for (Date day = first + 7 * week; day < first + 7 * (week + 1); day = day + 1) {
                const Instant a = std::max(startOf(day), start), b = std::min(startOf(day + 1), at.earlyFinish);
                days += a < b && own.worked(b) > own.worked(a);
            }
            row.days.push_back(days);
        }
        found.emplace_back(std::tuple(placeOf(code, row.trade), start, activity.key), std::move(row));
    }
    std::sort(found.begin(), found.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
    std::vector<WeekRow> rows;
    for (auto& [key, row] : found) rows.push_back(std::move(row));
    return rows;
}

} // namespace yarrin

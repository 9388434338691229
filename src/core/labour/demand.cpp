// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/labour/demand.h"

#include <algorithm>
#include <numeric>

namespace yarrin {

namespace {

/// Where work of a programme may lie: spells are looked for no further.
std::pair<Instant, Instant> stretchOf(const Programme& programme, const Schedule& schedule) {
    Instant from = programme.job.start, to = programme.job.dataDate.value_or(programme.job.start);
    for (const ActivityFigures& f : schedule.activities) {
        from = std::min(from, f.earlyStart);
        to = std::max(to, f.earlyFinish);
    }
    return {startOf(dateOf(from)), startOf(dateOf(to) + 1)};
}

/// Rows of zero for days from the first to the last.
std::vector<DemandRow> emptyRows(Date first, Date last) {
    std::vector<DemandRow> rows;
    for (Date day = first; day <= last; day = day + 1) rows.push_back({day, {}, {}, {}, {}, {}, {}, {}});
    return rows;
}

struct DayRange {
    Date first{std::numeric_limits<std::int32_t>::max()}, last{std::numeric_limits<std::int32_t>::min()};
    void take(Date day) {
        first = std::min(first, day);
        last = std::max(last, day);
    }
    [[nodiscard]] bool empty() const { return last < first; }
};

void takeSupply(DayRange& range, const Resource* resource) {
    if (!resource) return;
    for (const SupplyFrom& step : resource->supply) range.take(step.from);
}

Fraction over(const Fraction& demand, const std::optional<Fraction>& supply) {
    return supply && *supply < demand ? demand - *supply : Fraction(0);
}

/// Figures that are shared out are kept to nine decimals, so that sums of them stay exact.
Fraction kept(const Fraction& value) {
    const auto rounded = value.rounded(9);
    return rounded ? Fraction(*rounded) : value;
}

const Fraction& greater(const Fraction& a, const Fraction& b) {
    return a < b ? b : a;
}

} // namespace

Demand::Demand(const Programme& programme, const Schedule& schedule, AtDates at)
    : m_programme(programme), m_schedule(schedule), m_book(programme),
      m_spans(at == AtDates::late ? lateSpans(programme, schedule) : workSpans(programme, schedule)),
      m_parts(m_book.size()), m_quantities(m_book.size()),
      m_spells(stretchOf(programme, schedule).first, stretchOf(programme, schedule).second),
      m_calendars(programme, m_cache) {
    std::vector<std::vector<DemandPart>> quantities(m_book.size());
    for (std::size_t i = 0; i < programme.activities.size(); ++i) {
        if (schedule.activities[i].aside) continue;
        for (const ResourceUse& use : m_book.usesOf(programme.activities[i])) {
            if (use.number.sign() > 0) m_parts[use.resource].push_back({std::uint32_t(i), use.number});
            if (use.quantity.sign() > 0) quantities[use.resource].push_back({std::uint32_t(i), use.quantity});
        }
    }
    for (std::size_t r = 0; r < m_book.size(); ++r) {
        m_quantities[r] = yarrin::inQuantities(m_book[r].kind) || (m_parts[r].empty() && !quantities[r].empty());
        if (m_quantities[r]) m_parts[r] = std::move(quantities[r]);
    }
}

std::vector<Demand::Step> Demand::stepsOf(const std::vector<std::size_t>& resources) {
    struct Edge {
        Instant at;
        Fraction by;
    };
    std::vector<Edge> edges;
    for (const std::size_t resource : resources)
        for (const DemandPart& part : m_parts[resource]) {
            const WorkSpan& span = m_spans[part.activity];
            const auto add = [&](const std::vector<WorkRun>& runs, const Fraction& number) {
                for (const WorkRun& run : runs)
                    m_spells.within(*span.calendar, run, [&](Instant from, Instant to) {
                        edges.push_back({from, number});
                        edges.push_back({to, Fraction(0) - number});
                    });
            };
            add(span.past, part.number);
            add(span.ahead, kept(part.number * span.pace));
        }
    std::sort(edges.begin(), edges.end(), [](const Edge& a, const Edge& b) { return a.at < b.at; });
    std::vector<Step> steps;
    Fraction level;
    for (std::size_t i = 0; i < edges.size();) {
        const Instant at = edges[i].at;
        for (; i < edges.size() && edges[i].at == at; ++i) level = level + edges[i].by;
        if (i < edges.size() && level.sign() != 0) steps.push_back({at, edges[i].at, level});
    }
    return steps;
}

std::vector<DemandRow> Demand::numbered(const std::vector<std::size_t>& resources, const Resource* limits) {
    const auto& steps = stepsKept(resources);
    DayRange range;
    if (!steps.empty()) {
        range.take(dateOf(steps.front().from));
        range.take(completionDate(steps.back().to));
    }
    takeSupply(range, limits);
    if (range.empty()) return {};
    std::vector<DemandRow> rows = emptyRows(range.first, range.last);
    if (limits)
        for (DemandRow& row : rows)
            if (const auto supply = supplyOn(*limits, row.from)) row.supply = Fraction(*supply);
    for (const Step& step : steps)
        for (Date day = dateOf(step.from); startOf(day) < step.to; day = day + 1) {
            DemandRow& row = rows[static_cast<std::size_t>(day - range.first)];
            const Fraction minutes = std::min(step.to, startOf(day + 1)) - std::max(step.from, startOf(day));
            row.demand = greater(row.demand, step.level);
            row.hours = row.hours + step.level * minutes / Fraction(60);
            const Fraction excess = over(step.level, row.supply);
            row.excess = greater(row.excess, excess);
            row.excessHours = row.excessHours + excess * minutes / Fraction(60);
        }
    addHeads(rows, resources);
    for (DemandRow& row : rows) row.mean = row.demand;
    return rows;
}

/// Whoever works a part of a day makes a part of a head, so that who ends one activity and begins the next on a day is
/// one; there are never fewer than at once.
void Demand::addHeads(std::vector<DemandRow>& rows, const std::vector<std::size_t>& resources) {
    const auto rowOf = [&](Date day) -> DemandRow& { return rows[static_cast<std::size_t>(day - rows.front().from)]; };
    for (const std::size_t resource : resources)
        for (const DemandPart& part : m_parts[resource]) {
            const WorkSpan& span = m_spans[part.activity];
            const auto add = [&](const std::vector<WorkRun>& runs, const Fraction& number) {
                for (const WorkRun& run : runs)
                    for (Date day = dateOf(run.from); startOf(day) < run.to; day = day + 1) {
                        const Minutes begun = span.calendar->worked(std::max(run.from, startOf(day)));
                        const Minutes worked = span.calendar->worked(std::min(run.to, startOf(day + 1))) - begun;
                        if (worked == 0) continue;
                        const Minutes whole =
                            span.calendar->worked(startOf(day + 1)) - span.calendar->worked(startOf(day));
                        rowOf(day).heads = rowOf(day).heads + number * Fraction(worked) / Fraction(whole);
                    }
            };
            add(span.past, part.number);
            add(span.ahead, kept(part.number * span.pace));
        }
    for (DemandRow& row : rows) row.heads = greater(row.heads, row.demand);
}

/// What is used by the end of the day before an instant; each part of it to nine decimals, so that days add up.
Fraction Demand::usedBefore(const DemandPart& part, Instant end) const {
    const WorkSpan& span = m_spans[part.activity];
    const auto share = [&](const std::vector<WorkRun>& runs, Minutes all, Instant otherwise) {
        if (all == 0) return Fraction(otherwise < end ? 1 : 0);
        Minutes minutes = 0;
        for (const WorkRun& run : runs)
            if (run.from < end)
                minutes += span.calendar->worked(std::min(run.to, end)) - span.calendar->worked(run.from);
        return Fraction(minutes) / Fraction(all);
    };
    // What is done lies before the data date: with no minutes of its own, on the day that ends with it.
    Fraction used = span.done * share(span.past, span.pastMinutes, span.pastAt - 1) +
                    (Fraction(1) - span.done) * share(span.ahead, span.aheadMinutes, span.aheadAt);
    return kept(used * part.number);
}

namespace {

/// Minutes of work in runs before an instant.
double minutesBefore(const WorkSpan& span, const std::vector<WorkRun>& runs, Instant end) {
    Minutes minutes = 0;
    for (const WorkRun& run : runs)
        if (run.from < end) minutes += span.calendar->worked(std::min(run.to, end)) - span.calendar->worked(run.from);
    return double(minutes);
}

} // namespace

double Demand::before(const DemandPart& part, std::size_t resource, Instant end) const {
    if (m_quantities[resource]) return usedBefore(part, end).toDouble();
    const WorkSpan& span = m_spans[part.activity];
    const double minutes =
        minutesBefore(span, span.past, end) + minutesBefore(span, span.ahead, end) * span.pace.toDouble();
    return part.number.toDouble() * minutes / 60;
}

double Demand::doneBefore(std::uint32_t activity, Instant end) const {
    const WorkSpan& span = m_spans[activity];
    if (span.done.sign() == 0) return 0;
    const double share = span.pastMinutes == 0 ? double(span.pastAt - 1 < end)
                                               : minutesBefore(span, span.past, end) / double(span.pastMinutes);
    return share * span.done.toDouble();
}

std::optional<WorkRun> Demand::reachOf(std::size_t resource) const {
    std::optional<WorkRun> reach;
    for (const DemandPart& part : m_parts[resource])
        for (const auto* runs : {&m_spans[part.activity].past, &m_spans[part.activity].ahead})
            for (const WorkRun& run : *runs)
                reach = reach ? WorkRun{std::min(reach->from, run.from), std::max(reach->to, run.to)} : run;
    return reach;
}

Fraction Demand::usedOn(const DemandPart& part, Date day) const {
    return usedBefore(part, startOf(day + 1)) - usedBefore(part, startOf(day));
}

std::vector<DemandRow> Demand::quantities(std::size_t resource) {
    DayRange range;
    const auto rangeOf = [&](const DemandPart& part) {
        const WorkSpan& span = m_spans[part.activity];
        DayRange own;
        for (const auto* runs : {&span.past, &span.ahead})
            for (const WorkRun& run : *runs) {
                own.take(dateOf(run.from));
                own.take(completionDate(run.to));
            }
        if (span.done.sign() > 0 && span.pastMinutes == 0) own.take(dateOf(span.pastAt - 1));
        if (span.done < Fraction(1) && span.aheadMinutes == 0) own.take(dateOf(span.aheadAt));
        return own;
    };
    for (const DemandPart& part : m_parts[resource])
        if (const DayRange own = rangeOf(part); !own.empty()) {
            range.take(own.first);
            range.take(own.last);
        }
    takeSupply(range, &m_book[resource]);
    if (range.empty()) return {};
    std::vector<DemandRow> rows = emptyRows(range.first, range.last);
    for (const DemandPart& part : m_parts[resource]) {
        const DayRange own = rangeOf(part);
        for (Date day = own.first; day <= own.last; day = day + 1) {
            DemandRow& row = rows[static_cast<std::size_t>(day - range.first)];
            row.demand = row.demand + usedOn(part, day);
        }
    }
    for (DemandRow& row : rows) {
        if (const auto supply = supplyOn(m_book[resource], row.from)) row.supply = Fraction(*supply);
        row.excess = row.excessHours = over(row.demand, row.supply);
        row.hours = row.mean = row.demand;
    }
    return rows;
}

std::vector<DemandRow> Demand::days(std::size_t resource) {
    return m_quantities[resource] ? quantities(resource) : numbered({resource}, &m_book[resource]);
}

std::vector<DemandRow> Demand::people() {
    std::vector<std::size_t> trades;
    for (std::size_t r = 0; r < m_book.size(); ++r)
        if (m_book[r].kind == ResourceKind::trade && !m_quantities[r]) trades.push_back(r);
    return numbered(trades, nullptr);
}

const std::vector<Demand::Step>& Demand::stepsKept(const std::vector<std::size_t>& resources) {
    if (m_stepsFor != resources) {
        m_steps = stepsOf(resources);
        m_stepsFor = resources;
    }
    return m_steps;
}

std::vector<DemandPart> Demand::at(const std::vector<std::size_t>& resources, Date day) {
    std::vector<DemandPart> out;
    if (resources.size() == 1 && m_quantities[resources.front()]) {
        for (const DemandPart& part : m_parts[resources.front()])
            if (const Fraction used = usedOn(part, day); used.sign() > 0) out.push_back({part.activity, used});
        return out;
    }
    const auto& steps = stepsKept(resources);
    const Step* best = nullptr;
    auto step = std::upper_bound(steps.begin(), steps.end(), startOf(day),
                                 [](Instant t, const Step& one) { return t < one.to; });
    for (; step != steps.end() && step->from < startOf(day + 1); ++step)
        if (!best || best->level < step->level) best = &*step;
    if (!best) return out;
    const Instant instant = std::max(best->from, startOf(day));
    for (const std::size_t resource : resources)
        for (const DemandPart& part : m_parts[resource]) {
            const WorkSpan& span = m_spans[part.activity];
            const auto works = [&](const std::vector<WorkRun>& runs) {
                return std::any_of(runs.begin(), runs.end(), [&](const WorkRun& run) {
                    return run.from <= instant && instant < run.to &&
                           span.calendar->worked(instant + 1) != span.calendar->worked(instant);
                });
            };
            if (works(span.past))
                out.push_back(part);
            else if (works(span.ahead))
                out.push_back({part.activity, kept(part.number * span.pace)});
        }
    return out;
}

std::vector<DemandPart> Demand::within(std::size_t resource, Date first, Date last) {
    std::vector<DemandPart> out;
    const Instant from = startOf(first), to = startOf(last + 1);
    for (const DemandPart& part : m_parts[resource]) {
        if (m_quantities[resource]) {
            Fraction used;
            for (Date day = first; day <= last; day = day + 1) used = used + usedOn(part, day);
            if (used.sign() > 0) out.push_back({part.activity, used});
            continue;
        }
        const WorkSpan& span = m_spans[part.activity];
        const auto works = [&](const std::vector<WorkRun>& runs) {
            return std::any_of(runs.begin(), runs.end(), [&](const WorkRun& run) {
                const Instant a = std::max(run.from, from), b = std::min(run.to, to);
                return a < b && span.calendar->worked(b) != span.calendar->worked(a);
            });
        };
        if (works(span.past))
            out.push_back(part);
        else if (works(span.ahead))
            out.push_back({part.activity, kept(part.number * span.pace)});
    }
    return out;
}

bool Demand::worksOn(std::size_t resource, Date day) {
    const CalendarId own = resource < m_book.size() ? m_book[resource].calendar : CalendarId{};
    return m_calendars.calendars()[m_calendars.indexOf(own)]->worksOn(day);
}

std::vector<DemandRow> Demand::rows(const std::vector<DemandRow>& days, DemandBy by, std::size_t resource) {
    if (by == DemandBy::day) return days;
    std::vector<DemandRow> rows;
    const auto start = [&](Date day) { return by == DemandBy::week ? day + -weekday(day) : monthOf(day).first; };
    for (std::size_t i = 0; i < days.size();) {
        const Date from = start(days[i].from);
        const DemandRow* shown = &days[i];
        DemandRow row{from, {}, {}, {}, {}, {}, {}, {}};
        Fraction sum;
        int counted = 0;
        for (; i < days.size() && start(days[i].from) == from; ++i) {
            const DemandRow& day = days[i];
            const auto worse = [](const DemandRow& a, const DemandRow& b) {
                return a.excess == b.excess ? a.demand < b.demand : a.excess < b.excess;
            };
            if (worse(*shown, day)) shown = &day;
            row.demand = greater(row.demand, day.demand);
            row.heads = greater(row.heads, day.heads);
            row.excess = greater(row.excess, day.excess);
            row.excessHours = row.excessHours + day.excessHours;
            row.hours = row.hours + day.hours;
            sum = sum + day.demand;
            if (day.demand.sign() > 0 || worksOn(resource, day.from)) ++counted;
        }
        row.supply = shown->supply;
        if (counted > 0) row.mean = sum / Fraction(counted);
        rows.push_back(row);
    }
    return rows;
}

DemandSum sumOf(const std::vector<DemandRow>& rows) {
    DemandSum sum;
    for (const DemandRow& row : rows) {
        sum.hours = sum.hours + row.hours;
        sum.excessHours = sum.excessHours + row.excessHours;
        sum.peak = greater(sum.peak, row.demand);
        sum.daysOver += row.excess.sign() > 0 ? 1 : 0;
    }
    return sum;
}

} // namespace yarrin

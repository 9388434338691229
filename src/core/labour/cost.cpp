// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/labour/cost.h"

#include <algorithm>
#include <set>

namespace yarrin {

namespace {

Minutes worked(const WorkCalendar* calendar, Instant from, Instant to) {
    if (to <= from) return 0;
    return calendar ? calendar->worked(to) - calendar->worked(from) : to - from;
}

Minutes minutesOf(const WorkCalendar* calendar, const std::vector<WorkRun>& runs) {
    Minutes sum = 0;
    for (const WorkRun& run : runs) sum += worked(calendar, run.from, run.to);
    return sum;
}

std::vector<WorkRun> cut(const std::vector<WorkRun>& runs, Instant from, Instant to) {
    std::vector<WorkRun> out;
    for (const WorkRun& run : runs)
        if (const WorkRun one{std::max(run.from, from), std::min(run.to, to)}; one.from < one.to) out.push_back(one);
    return out;
}

/// Gathers the flows of one programme.
class Gatherer {
public:
    Gatherer(const Programme& programme, const Schedule& schedule, AtDates dates)
        : m_programme(programme), m_schedule(schedule), m_book(programme),
          m_spans(dates == AtDates::late ? lateSpans(programme, schedule) : workSpans(programme, schedule)),
          m_late(dates == AtDates::late) {}

    Costs costs() {
        for (std::size_t i = 0; i < m_programme.activities.size(); ++i) {
            if (m_schedule.activities[i].aside) continue;
            m_span = &m_spans[i];
            for (const ResourceUse& use : m_book.usesOf(m_programme.activities[i])) need(use);
            for (const LumpSum& sum : m_programme.activities[i].lumpSums) lumpSum(m_programme.activities[i], sum);
            hire(i);
        }
        entries();
        return std::move(m_costs);
    }

    std::vector<MoneyFlow> values() {
        std::vector<Fraction> sums(m_programme.activities.size());
        for (const Allocation& allocation : m_programme.allocations) {
            const BillItem* item = m_programme.bill.row(allocation.item);
            const std::size_t at = m_programme.activities.indexOf(allocation.activity);
            if (!item || !item->rate || at >= sums.size()) continue;
            sums[at] = sums[at] + Fraction(allocation.quantity) * Fraction(*item->rate);
        }
        for (std::size_t i = 0; i < sums.size(); ++i) {
            if (sums[i].sign() == 0 || m_schedule.activities[i].aside) continue;
            m_span = &m_spans[i];
            asWork(sums[i], MoneyFlow::Of::value, CostHead::other, ResourceBook::none);
        }
        return std::move(m_costs.flows);
    }

private:
    MoneyFlow flow(MoneyFlow::Of of, CostHead head, std::size_t resource) const {
        MoneyFlow flow;
        flow.activity = m_span->activity;
        flow.of = of;
        flow.head = head;
        flow.resource = resource;
        return flow;
    }
    void add(MoneyFlow flow, const Fraction& amount, const std::vector<WorkRun>& runs, bool past) {
        flow.amount = amount;
        flow.calendar = m_schedule.calendars[m_schedule.activities[m_span->activity].calendar];
        flow.runs = runs;
        flow.minutes = minutesOf(flow.calendar.get(), runs);
        flow.past = past;
        if (flow.amount.sign() != 0) m_costs.flows.push_back(std::move(flow));
    }
    void addAt(MoneyFlow flow, const Fraction& amount, Instant at) {
        flow.amount = amount;
        flow.at = at;
        flow.past = m_programme.job.dataDate && at < *m_programme.job.dataDate;
        if (flow.amount.sign() != 0) m_costs.flows.push_back(std::move(flow));
    }

    /// As quantities lie: what is done before the data date, the rest behind it.
    void asWork(const Fraction& amount, MoneyFlow::Of of, CostHead head, std::size_t resource) {
        const WorkSpan& span = *m_span;
        const Fraction done = amount * span.done, left = amount * (Fraction(1) - span.done);
        if (span.pastMinutes > 0)
            add(flow(of, head, resource), done, span.past, true);
        else
            addAt(flow(of, head, resource), done, span.pastAt - 1);
        if (span.aheadMinutes > 0)
            add(flow(of, head, resource), left, span.ahead, false);
        else
            addAt(flow(of, head, resource), left, span.aheadAt);
    }

    void need(const ResourceUse& use) {
        const Resource& resource = m_book[use.resource];
        if (resource.onHire) return;
        if (use.number.sign() > 0) {
            timed(use, m_span->past, 1, true);
            timed(use, m_span->ahead, m_span->pace, false);
        }
        if (use.quantity.sign() > 0) quantity(use);
    }

    /// Calls for each stretch of days with one rate: function(from, to, rate), without a rate where there is none.
    template <typename Function> static void forEachRate(const Resource& resource, const Function& function) {
        Instant from = farPast;
        std::optional<Decimal> rate = resource.rate;
        for (const RateFrom& later : resource.rates) {
            function(from, startOf(later.from), rate);
            from = startOf(later.from);
            rate = later.rate;
        }
        function(from, farFuture, rate);
    }

    void unpriced(std::size_t resource) {
        if (m_named.insert({resource, m_span->activity}).second)
            m_costs.unpriced.push_back({m_book[resource].name, m_span->activity});
    }

    /// So many at work over runs, by the hour or by the day of the activity's calendar.
    void timed(const ResourceUse& use, const std::vector<WorkRun>& runs, const Fraction& pace, bool past) {
        const Resource& resource = m_book[use.resource];
        forEachRate(resource, [&](Instant from, Instant to, const std::optional<Decimal>& rate) {
            const auto part = cut(runs, from, to);
            const Minutes minutes = minutesOf(m_span->calendar, part);
            if (minutes == 0) return;
            if (!rate || resource.ratePer == RatePer::unit) return unpriced(use.resource);
            const Minutes unit = resource.ratePer == RatePer::hour ? 60 : m_span->calendar->dayMinutes();
            add(flow(MoneyFlow::Of::need, headOf(resource), use.resource),
                use.number * pace * Fraction(*rate) * (Fraction(minutes) / Fraction(unit)), part, past);
        });
    }

    void quantity(const ResourceUse& use) {
        const Resource& resource = m_book[use.resource];
        const auto side = [&](const Fraction& share, const std::vector<WorkRun>& runs, Minutes all, Instant at,
                              bool past) {
            if (share.sign() <= 0) return;
            forEachRate(resource, [&](Instant from, Instant to, const std::optional<Decimal>& rate) {
                if (all == 0) {
                    if (at < from || at >= to) return;
                    if (!rate) return unpriced(use.resource);
                    addAt(flow(MoneyFlow::Of::need, headOf(resource), use.resource),
                          use.quantity * share * Fraction(*rate), at);
                    return;
                }
                const auto part = cut(runs, from, to);
                const Minutes minutes = minutesOf(m_span->calendar, part);
                if (minutes == 0) return;
                if (!rate) return unpriced(use.resource);
                add(flow(MoneyFlow::Of::need, headOf(resource), use.resource),
                    use.quantity * share * (Fraction(minutes) / Fraction(all)) * Fraction(*rate), part, past);
            });
        };
        side(m_span->done, m_span->past, m_span->pastMinutes, m_span->pastAt - 1, true);
        side(Fraction(1) - m_span->done, m_span->ahead, m_span->aheadMinutes, m_span->aheadAt, false);
    }

    void lumpSum(const Activity& activity, const LumpSum& sum) {
        const WorkSpan& span = *m_span;
        const ActivityFigures& f = m_schedule.activities[span.activity];
        const Minutes all = span.pastMinutes + span.aheadMinutes;
        const bool begun = f.state != NodeState::notStarted;
        const Instant start = m_late && !begun ? f.lateStart.value_or(f.earlyStart) : f.earlyStart;
        const Instant finish =
            m_late && f.state != NodeState::complete ? f.lateFinish.value_or(f.earlyFinish) : f.earlyFinish;
        MoneyFlow one = flow(MoneyFlow::Of::lumpSum, sum.head, ResourceBook::none);
        // A start milestone has an instant of its day, all other ends belong to what came before them.
        if (sum.at == SpreadAt::start || activity.kind == ActivityKind::startMilestone)
            return addAt(one, sum.amount, start);
        if (sum.at == SpreadAt::finish || all == 0) return addAt(one, sum.amount, finish - 1);
        const Fraction past = Fraction(sum.amount) * (Fraction(span.pastMinutes) / Fraction(all));
        if (span.pastMinutes > 0) add(one, past, span.past, true);
        if (span.aheadMinutes > 0) add(one, Fraction(sum.amount) - past, span.ahead, false);
    }

    /// Over its days on hire, whatever works on them.
    void hire(std::size_t i) {
        const Activity& activity = m_programme.activities[i];
        ActivityFigures f = m_schedule.activities[i];
        if (m_late && f.lateStart && f.lateFinish) {
            f.earlyStart = *f.lateStart;
            f.earlyFinish = *f.lateFinish;
        }
        const Fraction cost = hireCost(activity, f);
        const DaySpan days = daysOf(f);
        if (cost.sign() == 0 || days.count() == 0) return;
        const Instant from = startOf(days.first), to = startOf(days.last + 1);
        const Instant known = std::clamp(m_programme.job.dataDate.value_or(from), from, to);
        for (const bool past : {true, false}) {
            MoneyFlow one = flow(MoneyFlow::Of::hire, CostHead::timeRelated, ResourceBook::none);
            const WorkRun run = past ? WorkRun{from, known} : WorkRun{known, to};
            if (!(run.from < run.to)) continue;
            one.amount = cost * Fraction(run.to - run.from) / Fraction(to - from);
            one.runs = {run};
            one.minutes = run.to - run.from;
            one.past = past;
            m_costs.flows.push_back(std::move(one));
        }
    }

    /// What was really spent stands in place of what was worked out before the data date: of an activity and a head in
    /// all months, or, said of no activity, of the head on all activities of which nothing is said.
    void entries() {
        if (m_programme.costs.empty() || !m_programme.job.dataDate) return;
        std::set<std::pair<std::uint32_t, CostHead>> said;
        for (const CostEntry& entry : m_programme.costs)
            said.insert(
                {entry.activity ? std::uint32_t(m_programme.activities.indexOf(entry.activity)) : MoneyFlow::nobody,
                 entry.head});
        std::erase_if(m_costs.flows, [&](const MoneyFlow& flow) {
            return flow.past &&
                   (said.contains({flow.activity, flow.head}) || said.contains({MoneyFlow::nobody, flow.head}));
        });
        for (const CostEntry& entry : m_programme.costs) {
            MoneyFlow one;
            one.activity =
                entry.activity ? std::uint32_t(m_programme.activities.indexOf(entry.activity)) : MoneyFlow::nobody;
            one.of = MoneyFlow::Of::entry;
            one.head = entry.head;
            one.amount = entry.amount;
            one.past = true;
            const WorkRun run{startOf(entry.month.first),
                              std::min(startOf(next(entry.month).first), *m_programme.job.dataDate)};
            one.runs = {run};
            one.minutes = run.to - run.from;
            if (one.amount.sign() != 0 && one.minutes > 0) m_costs.flows.push_back(std::move(one));
        }
    }

    const Programme& m_programme;
    const Schedule& m_schedule;
    ResourceBook m_book;
    std::vector<WorkSpan> m_spans;
    bool m_late;
    const WorkSpan* m_span = nullptr;
    Costs m_costs;
    std::set<std::pair<std::size_t, std::uint32_t>> m_named;
};

} // namespace

Fraction MoneyFlow::before(Instant t) const {
    if (runs.empty() || minutes == 0) return at < t ? amount : Fraction(0);
    Minutes passed = 0;
    for (const WorkRun& run : runs)
        if (run.from < t) passed += worked(calendar.get(), run.from, std::min(run.to, t));
    return passed == minutes ? amount : amount * (Fraction(passed) / Fraction(minutes));
}

Costs costsOf(const Programme& programme, const Schedule& schedule, AtDates dates) {
    return Gatherer(programme, schedule, dates).costs();
}

Values valuesOf(const Programme& programme, const Schedule& schedule, AtDates dates) {
    Values values;
    values.flows = Gatherer(programme, schedule, dates).values();
    std::vector<Fraction> left;
    for (const BillItem& item : programme.bill) left.emplace_back(item.quantity);
    for (const Allocation& allocation : programme.allocations)
        if (const std::size_t at = programme.bill.indexOf(allocation.item); at < left.size())
            left[at] = left[at] - Fraction(allocation.quantity);
    for (std::size_t i = 0; i < left.size(); ++i) {
        const BillItem& item = programme.bill[i];
        if (!item.rate || left[i].sign() <= 0) continue;
        values.unplaced.push_back(item.id);
        values.left = values.left + Fine(left[i] * Fraction(*item.rate));
    }
    return values;
}

Fine sumOf(std::span<const MoneyFlow> flows) {
    Fine sum;
    for (const MoneyFlow& flow : flows) sum = sum + Fine(flow.amount);
    return sum;
}

std::vector<Fine> byPeriods(std::span<const MoneyFlow> flows, std::span<const Instant> bounds) {
    std::vector<Fine> sums(bounds.empty() ? 0 : bounds.size() - 1);
    for (const MoneyFlow& flow : flows) {
        // The first period that it reaches into.
        const auto first = std::upper_bound(bounds.begin(), bounds.end(), flow.begin());
        std::size_t period = first == bounds.begin() ? 0 : std::size_t(first - bounds.begin()) - 1;
        if (period >= sums.size()) continue;
        Fraction before = flow.before(bounds[period]);
        for (; period < sums.size() && bounds[period] < flow.end(); ++period) {
            const Fraction by = flow.before(bounds[period + 1]);
            sums[period] = sums[period] + Fine(by - before);
            before = by;
        }
    }
    return sums;
}

std::vector<Decimal> roundedPeriods(std::span<const Fine> periods, int decimals) {
    std::vector<Decimal> out;
    Fine sum;
    Fraction shown;
    for (const Fine& one : periods) {
        sum = sum + one;
        const Fraction now = sum.rounded(decimals).value_or(Decimal(0));
        out.push_back((now - shown).rounded(decimals).value_or(Decimal(0)));
        shown = now;
    }
    return out;
}

std::vector<ShareRow> sharesOf(std::span<const Fine> periods) {
    Fine whole, sum;
    for (const Fine& one : periods) whole = whole + one;
    std::vector<ShareRow> rows;
    Fraction shown;
    for (const Fine& one : periods) {
        sum = sum + one;
        const Decimal cumulative = sum.percentOf(whole, 2);
        rows.push_back({(Fraction(cumulative) - shown).rounded(2).value_or(Decimal(0)), cumulative});
        shown = cumulative;
    }
    return rows;
}

} // namespace yarrin

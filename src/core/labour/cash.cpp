// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/labour/cash.h"

#include "core/base/natural_order.h"

#include <algorithm>
#include <map>

namespace yarrin {

namespace {

/// Days after which a head is paid.
int daysToPay(const Job& job, CostHead head) {
    switch (head) {
    case CostHead::labour:
        return job.payLabour.value_or(0);
    case CostHead::plant:
        return job.payPlant.value_or(0);
    case CostHead::materials:
        return job.payMaterials.value_or(0);
    case CostHead::subcontract:
        return job.paySubcontract.value_or(0);
    case CostHead::timeRelated:
        return job.payTimeRelated.value_or(0);
    case CostHead::other:
        break;
    }
    return job.payOther.value_or(0);
}

/// Starts of periods that hold all of some flows, one more behind the last; none without flows.
template <typename StartOf, typename NextOf>
std::vector<Instant> periodsOver(std::span<const MoneyFlow> flows, StartOf startOfPeriod, NextOf nextOf) {
    std::vector<Instant> bounds;
    if (flows.empty()) return bounds;
    Instant from = flows.front().begin(), to = flows.front().end();
    for (const MoneyFlow& flow : flows) {
        from = std::min(from, flow.begin());
        to = std::max(to, flow.end());
    }
    for (Date at = startOfPeriod(dateOf(from));; at = nextOf(at)) {
        bounds.push_back(startOf(at));
        if (startOf(at) >= to) return bounds;
    }
}

/// Lets money in and out by day.
class Till {
public:
    Till(const Programme& programme, const Schedule& schedule) : m_programme(programme), m_schedule(schedule) {}

    void pay(std::span<const MoneyFlow> costs) {
        for (std::size_t h = 0; h < costHeads; ++h) {
            const CostHead head{static_cast<int>(h)};
            std::vector<MoneyFlow> flows;
            for (const MoneyFlow& flow : costs)
                if (flow.head == head) flows.push_back(flow);
            const auto bounds = head == CostHead::labour ? weeks(flows) : months(flows);
            const auto sums = byPeriods(flows, bounds);
            for (std::size_t i = 0; i < sums.size(); ++i)
                if (sums[i].sign() != 0) {
                    auto& paid = m_moved[dateOf(bounds[i + 1]) + (daysToPay(m_programme.job, head) - 1)].second;
                    paid = paid + sums[i];
                }
        }
    }

    void apply(std::span<const MoneyFlow> values) {
        const auto sections = moneySections(m_programme);
        std::map<SectionId, std::vector<MoneyFlow>> bySection;
        for (const MoneyFlow& flow : values) bySection[sections[flow.activity]].push_back(flow);
        for (const auto& [section, flows] : bySection) {
            const auto bounds = m_programme.job.applyEvery == ApplyEvery::month ? months(flows) : fortnights(flows);
            const auto sums = byPeriods(flows, bounds);
            for (std::size_t i = 0; i < sums.size(); ++i)
                if (sums[i].sign() != 0) application(section, dateOf(bounds[i + 1]) + -1, sums[i]);
        }
    }

    /// Days with money, and what is told of them; `held` by the day on which retention changes.
    void finish(Cash& cash) const {
        Fine position;
        const auto& dataDate = m_programme.job.dataDate;
        const Fraction daily = Fraction(m_programme.job.financeRate.value_or(Decimal(0))) / Fraction(365);
        std::optional<Date> before;
        for (const auto& [day, moved] : m_moved) {
            if (before && position.sign() < 0)
                cash.financing = cash.financing + interest(position, daily, day - *before);
            position = position + moved.first - moved.second;
            before = day;
            cash.days.push_back({day, moved.first, moved.second, position});
        }
        // What stands at the end of the first day, and after each day with money behind it.
        const auto deepest = [&](Date from) {
            DeepestCash found{from, {}};
            for (const CashDay& day : cash.days)
                if (day.day <= from)
                    found.position = day.position;
                else if (day.position < found.position)
                    found = {day.day, day.position};
            return found;
        };
        const Date start = dateOf(m_programme.job.start);
        cash.deepest = deepest(cash.days.empty() ? start : std::min(start, cash.days.front().day));
        if (dataDate) cash.deepestToCome = deepest(dateOf(*dataDate));
    }

    [[nodiscard]] const std::map<Date, std::pair<Fine, Fine>>& moved() const { return m_moved; }
    [[nodiscard]] const std::map<Date, Fine>& held() const { return m_held; }

private:
    static Fine interest(const Fine& position, const Fraction& daily, int days) {
        Fine sum;
        const Fine day = (Fine() - position).part(daily);
        // By bits, as a whole number of days is no part.
        for (int bit = 30; bit >= 0; --bit) {
            sum = sum + sum;
            if (days >> bit & 1) sum = sum + day;
        }
        return sum;
    }
    static std::vector<Instant> weeks(std::span<const MoneyFlow> flows) {
        return periodsOver(
            flows, [](Date day) { return day + -weekday(day); }, [](Date day) { return day + 7; });
    }
    static std::vector<Instant> months(std::span<const MoneyFlow> flows) {
        return periodsOver(
            flows, [](Date day) { return monthOf(day).first; }, [](Date day) { return next(Month{day}).first; });
    }
    [[nodiscard]] std::vector<Instant> fortnights(std::span<const MoneyFlow> flows) const {
        const Date start = dateOf(m_programme.job.start);
        const Date first = start + -weekday(start);
        const auto floor = [first](Date day) {
            const int off = day - first;
            return first + (off >= 0 ? off / 14 : -((-off + 13) / 14)) * 14;
        };
        return periodsOver(flows, floor, [](Date day) { return day + 14; });
    }

    [[nodiscard]] Date completionOf(SectionId id, Date otherwise) const {
        const Section* section = m_programme.sections.row(id);
        const std::size_t at = section ? m_programme.activities.indexOf(section->milestone) : ResourceBook::none;
        if (at < m_schedule.activities.size()) return completionDate(m_schedule.activities[at].earlyFinish);
        return m_schedule.programmeFinish ? completionDate(*m_schedule.programmeFinish) : otherwise;
    }

    void application(SectionId section, Date day, const Fine& value) {
        const Job& job = m_programme.job;
        const int wait = job.daysToPay.value_or(0);
        const Fine retained = value.part(Fraction(job.retention.value_or(Decimal(0))));
        const Fine half = retained.part(Fraction(Decimal(5, 1)));
        const Date completion = completionOf(section, day);
        const Date first = std::max(day, completion), second = std::max(day, completion + job.defectsDays.value_or(0));
        receive(day + wait, value - retained);
        m_held[day] = m_held[day] + retained;
        receive(first + wait, half);
        m_held[first + wait] = m_held[first + wait] - half;
        receive(second + wait, retained - half);
        m_held[second + wait] = m_held[second + wait] - (retained - half);
    }
    void receive(Date day, const Fine& sum) {
        if (sum.sign() == 0) return;
        Fine& received = m_moved[day].first;
        received = received + sum;
    }

    const Programme& m_programme;
    const Schedule& m_schedule;
    std::map<Date, std::pair<Fine, Fine>> m_moved; ///< received and paid
    std::map<Date, Fine> m_held;                   ///< retention taken, less what came back, on a day
};

/// Months from the first day of anything to the last.
void fillMonths(Cash& cash, const Till& till, std::span<const MoneyFlow> costs, std::span<const MoneyFlow> values) {
    std::optional<Date> first, last;
    const auto take = [&](Date day) {
        first = std::min(first.value_or(day), day);
        last = std::max(last.value_or(day), day);
    };
    for (const auto& flows : {costs, values})
        for (const MoneyFlow& flow : flows) {
            take(dateOf(flow.begin()));
            take(completionDate(flow.end()));
        }
    for (const auto& [day, moved] : till.moved()) take(day);
    if (!first) return;
    std::vector<Instant> bounds;
    for (Month month = monthOf(*first);; month = next(month)) {
        bounds.push_back(startOf(month.first));
        if (month.first > *last) break;
    }
    const auto cost = byPeriods(costs, bounds), value = byPeriods(values, bounds);
    std::array<std::vector<Fine>, costHeads> heads;
    for (std::size_t h = 0; h < costHeads; ++h) {
        std::vector<MoneyFlow> flows;
        for (const MoneyFlow& flow : costs)
            if (flow.head == CostHead{static_cast<int>(h)}) flows.push_back(flow);
        heads[h] = byPeriods(flows, bounds);
    }
    Fine position, held;
    auto day = cash.days.begin();
    auto retention = till.held().begin();
    for (std::size_t i = 0; i + 1 < bounds.size(); ++i) {
        CashMonth month;
        month.month = monthOf(dateOf(bounds[i]));
        month.cost = cost[i];
        month.value = value[i];
        for (std::size_t h = 0; h < costHeads; ++h) month.heads[h] = heads[h][i];
        const Date end = dateOf(bounds[i + 1]);
        for (; day != cash.days.end() && day->day < end; ++day) {
            month.received = month.received + day->received;
            month.paid = month.paid + day->paid;
            position = day->position;
        }
        for (; retention != till.held().end() && retention->first < end; ++retention) held = held + retention->second;
        month.position = position;
        month.retentionHeld = held;
        cash.months.push_back(month);
    }
}

} // namespace

std::vector<SectionId> moneySections(const Programme& programme) {
    std::vector<SectionId> sections(programme.activities.size());
    std::vector<std::vector<std::size_t>> before(programme.activities.size());
    for (const Link& link : programme.links)
        before[programme.activities.indexOf(link.to)].push_back(programme.activities.indexOf(link.from));
    std::vector<const Section*> order;
    for (const Section& section : programme.sections) order.push_back(&section);
    std::sort(order.begin(), order.end(), [](const Section* a, const Section* b) {
        return a->completion != b->completion ? a->completion < b->completion : standsBefore(a->key, b->key);
    });
    for (const Section* section : order) {
        const std::size_t milestone = programme.activities.indexOf(section->milestone);
        if (milestone >= sections.size()) continue;
        std::vector<std::size_t> open;
        const auto take = [&](std::size_t at) {
            if (sections[at]) return;
            sections[at] = section->id;
            open.push_back(at);
        };
        take(milestone);
        while (!open.empty()) {
            const std::size_t at = open.back();
            open.pop_back();
            for (const std::size_t from : before[at]) take(from);
        }
    }
    for (std::size_t i = 0; i < sections.size(); ++i)
        if (const SectionId named = programme.activities[i].section) sections[i] = named;
    return sections;
}

Cash cashOf(const Programme& programme, const Schedule& schedule, std::span<const MoneyFlow> costs,
            std::span<const MoneyFlow> values) {
    Till till(programme, schedule);
    till.pay(costs);
    till.apply(values);
    Cash cash;
    till.finish(cash);
    cash.cost = sumOf(costs);
    cash.value = sumOf(values);
    fillMonths(cash, till, costs, values);
    return cash;
}

Cash cashOf(const Programme& programme, const Schedule& schedule) {
    return cashOf(programme, schedule, costsOf(programme, schedule).flows, valuesOf(programme, schedule).flows);
}

} // namespace yarrin

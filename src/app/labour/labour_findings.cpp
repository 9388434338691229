// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/labour/labour_findings.h"

#include "core/base/natural_order.h"
#include "core/base/worded.h"

#include <algorithm>
#include <map>
#include <tuple>

namespace yarrin {

namespace {

std::string textOf(const FieldValue& value) {
    if (const auto* named = std::get_if<Named>(&value)) return named->text;
    if (const auto* flag = std::get_if<bool>(&value)) return *flag ? "yes" : "no";
    return {};
}

} // namespace

LabourFindings::LabourFindings(std::shared_ptr<const Programme> programme, std::shared_ptr<const Schedule> schedule)
    : m_programme(std::move(programme)), m_schedule(std::move(schedule)), m_demand(*m_programme, *m_schedule) {
    findLines();
}

std::vector<std::size_t> LabourFindings::placesOf(const ResourceLine& line) const {
    if (line.place != ResourceLine::everybody) return {line.place};
    std::vector<std::size_t> trades;
    for (std::size_t r = 0; r < m_demand.book().size(); ++r)
        if (m_demand.book()[r].kind == ResourceKind::trade && !m_demand.inQuantities(r)) trades.push_back(r);
    return trades;
}

Date LabourFindings::today() const {
    return dateOf(m_programme->job.dataDate.value_or(m_programme->job.start));
}

/// The most that is still needed of what there is then: the worst day from the data date on.
void LabourFindings::measure(ResourceLine& line, const std::vector<DemandRow>& days) const {
    const DemandRow* worst = nullptr;
    const auto worse = [](const DemandRow& a, const DemandRow& b) {
        return a.excess == b.excess ? a.demand < b.demand : a.excess < b.excess;
    };
    for (const DemandRow& day : days) {
        if (day.from < today()) continue;
        line.ahead = line.ahead || day.demand.sign() > 0;
        line.daysOver += day.excess.sign() > 0 ? 1 : 0;
        line.excessHours = line.excessHours + day.excessHours;
        if (!worst || worse(*worst, day)) worst = &day;
    }
    if (!worst) return;
    line.peak = worst->demand;
    line.supply = worst->supply;
}

/// Every small histogram over the same weeks.
void LabourFindings::drawSparks(const std::vector<std::vector<DemandRow>>& weeks) {
    std::optional<Date> first, last;
    for (const auto& rows : weeks)
        for (const DemandRow& week : rows)
            if (week.demand.sign() > 0) {
                first = std::min(first.value_or(week.from), week.from);
                last = std::max(last.value_or(week.from), week.from);
            }
    if (!first) return;
    const std::size_t count = std::size_t((*last - *first) / 7 + 1);
    for (std::size_t i = 0; i < m_lines.size(); ++i) {
        DemandSpark& spark = m_lines[i].spark;
        spark.demand.assign(count, 0);
        spark.excess.assign(count, 0);
        if (m_programme->job.dataDate) spark.known = std::size_t(std::clamp((today() - *first) / 7, 0, int(count)));
        for (const DemandRow& week : weeks[i]) {
            const int at = (week.from - *first) / 7;
            if (at < 0 || at >= int(count)) continue;
            spark.demand[std::size_t(at)] = float(week.demand.toDouble());
            spark.excess[std::size_t(at)] = float(week.excess.toDouble());
        }
    }
}

void LabourFindings::findLines() {
    std::vector<std::vector<DemandRow>> weeks;
    const auto add = [&](ResourceLine line, const std::vector<DemandRow>& days) {
        measure(line, days);
        weeks.push_back(m_demand.rows(days, DemandBy::week, line.place));
        m_lines.push_back(std::move(line));
    };
    for (std::size_t r = 0; r < m_demand.book().size(); ++r) {
        const Resource& resource = m_demand.book()[r];
        ResourceLine line;
        line.place = r;
        line.id = resource.id;
        line.name = resource.name;
        line.unit = resource.unit;
        line.kind = resource.kind;
        line.quantity = m_demand.inQuantities(r);
        line.activities = int(m_demand.partsOf(r).size());
        add(std::move(line), m_demand.days(r));
    }
    ResourceLine people;
    people.place = ResourceLine::everybody;
    people.name = worded("Everybody");
    if (const auto days = m_demand.people(); !days.empty()) add(std::move(people), days);
    drawSparks(weeks);
    std::stable_sort(m_lines.begin(), m_lines.end(), [](const ResourceLine& a, const ResourceLine& b) {
        const auto rank = [](const ResourceLine& line) {
            return std::tuple(line.kind, line.place != ResourceLine::everybody, line.daysOver == 0, !line.ahead);
        };
        if (rank(a) != rank(b)) return rank(a) < rank(b);
        return standsBefore(a.name, b.name);
    });
}

/// What each activity belongs to, and how much each group needs in all, the largest first.
std::map<std::uint32_t, std::size_t> LabourFindings::group(const ResourceLine& line, const ViewField& field,
                                                           ResourceDemand& out) const {
    const FieldContext context(*m_programme, *m_schedule);
    std::map<std::string, std::pair<Fraction, Fraction>> hours;
    std::map<std::uint32_t, std::string> names;
    for (const std::size_t place : placesOf(line))
        for (const DemandPart& part : m_demand.partsOf(place)) {
            const WorkSpan& span = m_demand.spans()[part.activity];
            std::string name = textOf(field.value(context, part.activity));
            auto& [worked, ahead] = hours[name];
            if (line.quantity) {
                worked = worked + part.number * span.done;
                ahead = ahead + part.number * (Fraction(1) - span.done);
            } else {
                worked = worked + part.number * Fraction(span.pastMinutes) / Fraction(60);
                ahead = ahead + part.number * span.pace * Fraction(span.aheadMinutes) / Fraction(60);
            }
            names[part.activity] = std::move(name);
        }
    for (const auto& [name, sums] : hours) out.groups.push_back(name);
    std::stable_sort(out.groups.begin(), out.groups.end(), [&](const std::string& a, const std::string& b) {
        const auto whole = [&](const std::string& name) { return hours[name].first + hours[name].second; };
        const Fraction x = whole(a), y = whole(b);
        return x == y ? standsBefore(a, b) : y < x;
    });
    std::map<std::string, std::size_t> index;
    for (std::size_t i = 0; i < out.groups.size(); ++i) {
        index[out.groups[i]] = i;
        out.worked.push_back(hours[out.groups[i]].first);
        out.ahead.push_back(hours[out.groups[i]].second);
    }
    std::map<std::uint32_t, std::size_t> groupOf;
    for (const auto& [activity, name] : names) groupOf[activity] = index[name];
    return groupOf;
}

ResourceDemand LabourFindings::of(const ResourceLine& line, DemandBy by, const ViewField& field) {
    ResourceDemand out;
    const auto days = line.place == ResourceLine::everybody ? m_demand.people() : m_demand.days(line.place);
    out.rows = m_demand.rows(days, by, line.place);
    out.sum = sumOf(days);
    const auto places = placesOf(line);
    auto groupOf = group(line, field, out);
    for (std::size_t i = 0, day = 0; i < out.rows.size(); ++i) {
        const DemandRow& row = out.rows[i];
        DemandStack stack;
        // The busiest of its days, of equal ones the first.
        const Date end = i + 1 < out.rows.size() ? out.rows[i + 1].from : days.back().from + 1;
        stack.from = std::max(row.from, days.front().from);
        stack.to = end;
        const DemandRow* busiest = nullptr;
        for (; day < days.size() && days[day].from < end; ++day)
            if (!busiest || busiest->demand < days[day].demand) busiest = &days[day];
        stack.demand = row.demand.toDouble();
        stack.excess = row.excess.toDouble();
        if (row.supply) stack.supply = row.supply->toDouble();
        stack.parts.assign(out.groups.size(), 0);
        if (busiest && busiest->demand.sign() > 0)
            for (const DemandPart& part : m_demand.at(places, busiest->from))
                stack.parts[groupOf[part.activity]] += part.number.toDouble();
        out.picture.stacks.push_back(std::move(stack));
    }
    if (line.place != ResourceLine::everybody)
        for (const SupplyFrom& step : m_demand.book()[line.place].supply)
            out.picture.supply.emplace_back(step.from, step.number.toDouble());
    return out;
}

std::vector<DemandPart> LabourFindings::within(const ResourceLine& line, Date first, Date last) {
    std::map<std::uint32_t, Fraction> sums;
    for (const std::size_t place : placesOf(line))
        for (const DemandPart& part : m_demand.within(place, first, last))
            sums[part.activity] = sums[part.activity] + part.number;
    std::vector<DemandPart> parts;
    for (const auto& [activity, number] : sums) parts.push_back({activity, number});
    const auto start = [&](const DemandPart& part) { return m_schedule->activities[part.activity].earlyStart; };
    std::stable_sort(parts.begin(), parts.end(), [&](const DemandPart& a, const DemandPart& b) {
        return start(a) != start(b)
                   ? start(a) < start(b)
                   : standsBefore(m_programme->activities[a.activity].key, m_programme->activities[b.activity].key);
    });
    return parts;
}

} // namespace yarrin

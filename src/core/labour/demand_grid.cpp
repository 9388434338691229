// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/labour/demand_grid.h"

#include <algorithm>
#include <tuple>

namespace yarrin {

DemandGrid::DemandGrid(std::vector<Column> columns, Date first, int days)
    : m_columns(std::move(columns)), m_rows(m_columns.size()), m_first(first) {
    for (Row& row : m_rows) row.days.resize(std::size_t(std::max(days, 1)));
}

void DemandGrid::setSupply(std::uint32_t resource, const Resource& of) {
    Row& row = m_rows[resource];
    // As far as any step of it, behind which it holds on.
    Date last = m_first + int(row.days.size());
    for (const SupplyFrom& step : of.supply) last = std::max(last, step.from);
    row.supply.clear();
    for (Date day = m_first; day <= last; day = day + 1) {
        const auto supply = yarrin::supplyOn(of, day);
        // What there is beyond whole units is of no use to anybody.
        const auto units = supply ? (Fraction(*supply) * Fraction(m_columns[resource].scale)).floor() : std::nullopt;
        row.supply.push_back(units.value_or(-1));
    }
}

std::int64_t DemandGrid::supplyOn(const Row& row, std::int32_t day) const {
    if (row.supply.empty()) return -1;
    return row.supply[std::min(std::size_t(std::max(day, 0)), row.supply.size() - 1)];
}

/// Puts an amount on top of what stands in some minutes of a day.
void DemandGrid::change(Day& day, std::int16_t from, std::int16_t to, std::int64_t amount) {
    std::vector<Segment> out;
    out.reserve(day.segments.size() + 2);
    const auto push = [&](std::int16_t a, std::int16_t b, std::int64_t level) {
        if (a >= b || level == 0) return;
        if (!out.empty() && out.back().to == a && out.back().level == level)
            out.back().to = b;
        else
            out.push_back({a, b, level});
    };
    std::int16_t at = from; // up to here the amount is put down
    for (const Segment& s : day.segments) {
        if (s.to <= from) {
            push(s.from, s.to, s.level);
            continue;
        }
        if (s.from >= to) {
            push(at, to, amount);
            at = to;
            push(s.from, s.to, s.level);
            continue;
        }
        push(s.from, std::max(s.from, from), s.level);
        push(at, s.from, amount);
        at = std::min(s.to, to);
        push(std::max(s.from, from), at, s.level + amount);
        push(to, s.to, s.level);
    }
    push(at, to, amount);
    day.segments = std::move(out);
}

void DemandGrid::measure(const Column& column, const Row& row, std::int32_t at, Day& day) const {
    day.peak = 0;
    day.excess = 0;
    const std::int64_t supply = supplyOn(row, at);
    for (const Segment& s : day.segments) {
        day.peak = std::max(day.peak, s.level);
        if (supply >= 0 && s.level > supply)
            day.excess += Wide(s.level - supply) * (column.quantity ? 60 : s.to - s.from);
    }
}

void DemandGrid::replace(std::uint32_t resource, std::int32_t at, Day&& now) {
    Row& row = m_rows[resource];
    Day& before = row.days[std::size_t(at)];
    row.squares += Wide(now.peak) * now.peak - Wide(before.peak) * before.peak;
    m_score.excess += (now.excess - before.excess) * m_columns[resource].weight;
    before = std::move(now);
}

void DemandGrid::put(const std::vector<Part>& parts, int sign) {
    for (std::size_t i = 0; i < parts.size();) {
        Row& row = m_rows[parts[i].resource];
        if (parts[i].day >= int(row.days.size())) row.days.resize(std::size_t(parts[i].day) + 100);
        Day now = row.days[std::size_t(parts[i].day)];
        const Part& first = parts[i];
        for (; i < parts.size() && parts[i].day == first.day && parts[i].resource == first.resource; ++i)
            change(now, parts[i].from, parts[i].to, sign * parts[i].amount);
        measure(m_columns[first.resource], row, first.day, now);
        replace(first.resource, first.day, std::move(now));
    }
    m_score.squares = 0;
    for (std::size_t r = 0; r < m_rows.size(); ++r) m_score.squares += double(m_rows[r].squares) * m_columns[r].perMean;
}

/// One day with parts of one activity on top, which never overlap, without putting them there.
void DemandGrid::addUp(const Part* from, const Part* to, std::int64_t& peak, Wide& excess) const {
    const Row& row = m_rows[from->resource];
    static const Day nothing;
    const Day& day = from->day < int(row.days.size()) ? row.days[std::size_t(from->day)] : nothing;
    const std::int64_t supply = supplyOn(row, from->day);
    const bool quantity = m_columns[from->resource].quantity;
    peak = day.peak;
    excess = day.excess;
    const auto over = [&](std::int64_t level) { return supply >= 0 && level > supply ? level - supply : 0; };
    for (const Part* part = from; part != to; ++part) {
        int covered = 0;
        for (const Segment& s : day.segments) {
            const int minutes = std::min(s.to, part->to) - std::max(s.from, part->from);
            if (minutes <= 0) continue;
            covered += minutes;
            peak = std::max(peak, s.level + part->amount);
            excess += Wide(over(s.level + part->amount) - over(s.level)) * (quantity ? 60 : minutes);
        }
        const int open = part->to - part->from - covered;
        if (open <= 0) continue;
        peak = std::max(peak, part->amount);
        excess += Wide(over(part->amount)) * (quantity ? 60 : open);
    }
}

DemandGrid::Score DemandGrid::with(const std::vector<Part>& parts) const {
    Score score = m_score;
    for (std::size_t i = 0; i < parts.size();) {
        const Part& first = parts[i];
        std::size_t end = i;
        while (end < parts.size() && parts[end].day == first.day && parts[end].resource == first.resource) ++end;
        std::int64_t peak = 0;
        Wide excess = 0;
        addUp(&parts[i], parts.data() + end, peak, excess);
        const Row& row = m_rows[first.resource];
        const bool known = first.day < int(row.days.size());
        const std::int64_t peakBefore = known ? row.days[std::size_t(first.day)].peak : 0;
        const Wide excessBefore = known ? row.days[std::size_t(first.day)].excess : 0;
        score.excess += (excess - excessBefore) * m_columns[first.resource].weight;
        score.squares += double(Wide(peak) * peak - Wide(peakBefore) * peakBefore) * m_columns[first.resource].perMean;
        i = end;
    }
    return score;
}

void DemandGrid::takeMeans(int days) {
    m_score.squares = 0;
    for (std::size_t r = 0; r < m_rows.size(); ++r) {
        double sum = 0;
        for (const Day& day : m_rows[r].days) sum += double(day.peak);
        const double mean = sum / std::max(days, 1);
        m_columns[r].perMean = mean > 0 ? 1 / (mean * mean) : 0;
        m_score.squares += double(m_rows[r].squares) * m_columns[r].perMean;
    }
}

const DemandGrid::Part* DemandGrid::misfit(const std::vector<Part>& parts) const {
    const Part* first = nullptr;
    for (const Part& part : parts) {
        if (first &&
            std::tuple(first->day, first->from, first->resource) <= std::tuple(part.day, part.from, part.resource))
            continue;
        const Row& row = m_rows[part.resource];
        const std::int64_t supply = supplyOn(row, part.day);
        if (supply < 0) continue;
        bool over = part.amount > supply;
        if (part.day < int(row.days.size()))
            for (const Segment& s : row.days[std::size_t(part.day)].segments)
                over = over || (s.from < part.to && part.from < s.to && s.level + part.amount > supply);
        if (over) first = &part;
    }
    return first;
}

} // namespace yarrin

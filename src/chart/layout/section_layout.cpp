// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/layout/section_layout.h"

#include <algorithm>

namespace yarrin {

namespace {

/// The first and the last date that the chart shows, with some room.
std::pair<Date, Date> rangeOf(const Programme& programme, const std::vector<SectionFigures>& sections) {
    std::optional<Date> first, last;
    const auto take = [&](Date date) {
        first = first ? std::min(*first, date) : date;
        last = last ? std::max(*last, date) : date;
    };
    for (const SectionFigures& one : sections) {
        take(one.completion);
        take(one.extended);
        if (one.until) take(*one.until);
    }
    if (programme.job.dataDate) take(dateOf(*programme.job.dataDate));
    const Date a = first.value_or(Date{}), b = last.value_or(a);
    const int room = std::max(14, (b - a) / 12);
    return {a + -room, b + room};
}

} // namespace

SectionLayout layoutSections(const Programme& programme, const std::vector<SectionFigures>& sections, double width,
                             const SectionMetrics& metrics) {
    SectionLayout out;
    if (sections.empty()) return out;
    out.left = metrics.left;
    out.right = std::max(metrics.left + 60, width - metrics.right);
    out.axis = metrics.axis;
    const auto [first, last] = rangeOf(programme, sections);
    const TimeScale scale{startOf(first), (out.right - out.left) / std::max(1, last - first)};
    const auto x = [&](Date date) { return out.left + scale.x(startOf(date)); };
    const AxisLayout axis = axisFor(scale, out.right - out.left, dateOf(programme.job.start));
    for (AxisCell cell : axis.upper) {
        cell.x0 = out.left + std::max(0.0, cell.x0);
        cell.x1 = std::min(out.right, out.left + cell.x1);
        out.months.push_back(std::move(cell));
    }
    if (programme.job.dataDate) out.dataDate = x(dateOf(*programme.job.dataDate));
    double most = 0;
    for (const SectionFigures& one : sections) most = std::max(most, one.damages.unrelieved.toDouble());
    double y = metrics.axis;
    for (const SectionFigures& figures : sections) {
        const Section& section = *programme.sections.row(figures.section);
        SectionLine line;
        line.section = section.id;
        line.y = y;
        line.height = metrics.band;
        line.base = y + metrics.band - 16;
        line.contract = {x(figures.completion), figures.completion};
        line.extended = {x(figures.extended), figures.extended};
        line.sum = figures.damages.unrelieved;
        line.daysLate = figures.daysLate.value_or(0);
        Date before = section.completion;
        for (const Extension& extension : extensionsOf(programme, section)) {
            line.grants.push_back({x(before), x(extension.completion), extension});
            before = extension.completion;
        }
        if (figures.until) {
            line.forecast = SectionMark{x(*figures.until), *figures.until};
            line.takenOver = section.takenOver && figures.forecast && *section.takenOver < *figures.forecast;
            const int late = std::max(0, *figures.until - figures.extended);
            const int step = std::max(1, late / 60);
            for (int day = 0; late > 0 && day <= late; day = day < late ? std::min(late, day + step) : late + 1) {
                const Date at = figures.extended + day;
                const double sum = damagesBetween(section, figures.extended, at).toDouble();
                line.growth.emplace_back(x(at), line.base - (most > 0 ? sum / most * metrics.growth : 0));
            }
        }
        out.lines.push_back(std::move(line));
        y += metrics.band;
    }
    out.height = y + 6;
    return out;
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/layout/bar_layout.h"

#include "core/base/worded.h"
#include "core/model/resource_book.h"

#include <algorithm>
#include <cmath>

namespace yarrin {

Tone toneOf(const ActivityFigures& figures) {
    if (figures.aside) return Tone::aside;
    if (figures.state == NodeState::complete) return Tone::complete;
    if (figures.critical) return Tone::critical;
    return figures.nearCritical ? Tone::nearCritical : Tone::plain;
}

BarShape barOf(const BarRequest& request, std::size_t rowIndex) {
    const ChartRow& row = request.rows[rowIndex];
    const Activity& activity = request.programme.activities[row.index];
    const ActivityFigures& figures = request.schedule.activities[row.index];
    const TimeScale& scale = request.scale;
    BarShape bar;
    bar.activity = activity.id;
    bar.tone = toneOf(figures);
    bar.x0 = scale.x(figures.earlyStart);
    bar.x1 = scale.x(figures.earlyFinish);
    bar.y = static_cast<double>(rowIndex) * request.metrics.rowHeight + request.metrics.barTop;
    bar.height = request.metrics.barHeight;
    bar.doneX = bar.x0;
    bar.diamond = isMilestone(activity.kind) || (activity.kind == ActivityKind::task && figures.duration == 0);
    if (bar.diamond)
        bar.x1 = bar.x0;
    else
        bar.x1 = std::max(bar.x1, bar.x0 + 1.5); // the shortest work must still be seen
    if (figures.totalFloat && *figures.totalFloat != 0) {
        bar.negativeFloat = *figures.totalFloat < 0;
        bar.floatX = scale.x(bar.negativeFloat ? *figures.lateStart : *figures.lateFinish);
    }
    if (figures.state == NodeState::complete && !figures.aside) bar.doneX = bar.x1;
    if (figures.state == NodeState::inProgress && figures.duration > 0) {
        const Minutes left = std::min(activity.remaining.value_or(figures.duration), figures.duration);
        bar.doneX +=
            (bar.x1 - bar.x0) * static_cast<double>(figures.duration - left) / static_cast<double>(figures.duration);
    }
    if (activity.constraint) {
        bar.pinStart = boundsStart(activity.constraint->type);
        bar.pinFinish = !bar.pinStart;
    }
    bar.levelled = figures.state == NodeState::notStarted && heldByLevelling(activity);
    if (figures.state == NodeState::notStarted && !bar.diamond && !activity.pauses.empty()) {
        const WorkCalendar& calendar = request.schedule.calendarOf(figures);
        const Minutes start = calendar.worked(figures.earlyStart);
        Minutes rested = 0;
        std::vector<Pause> pauses = activity.pauses;
        std::sort(pauses.begin(), pauses.end(), [](const Pause& a, const Pause& b) { return a.after < b.after; });
        for (const Pause& pause : pauses) {
            if (pause.after <= 0 || pause.after >= figures.duration) continue;
            const Minutes at = start + pause.after + rested;
            bar.gaps.emplace_back(scale.x(calendar.endOfMinute(at)), scale.x(calendar.startOfMinute(at + pause.rest)));
            rested += pause.rest;
        }
    }
    return bar;
}

std::vector<ChartPoint> routeLink(LinkType type, const BarShape& from, const BarShape& to, const BarMetrics& metrics) {
    const double out = 7;
    const double half = metrics.milestone;
    const auto left = [&](const BarShape& bar) { return bar.diamond ? bar.x0 - half : bar.x0; };
    const auto right = [&](const BarShape& bar) { return bar.diamond ? bar.x0 + half : bar.x1; };
    const auto middle = [](const BarShape& bar) { return bar.y + bar.height / 2; };
    const bool down = to.y >= from.y;
    const bool leavesStart = type == LinkType::ss || type == LinkType::sf;
    const bool entersStart = type == LinkType::fs || type == LinkType::ss;
    const ChartPoint begin{leavesStart ? left(from) : right(from), middle(from)};
    if (type == LinkType::fs) {
        // Drops onto the start of the successor where there is room, else goes round between the rows.
        const double enter = to.diamond ? to.x0 : to.x0 + std::min(4.0, (to.x1 - to.x0) / 2);
        const double top = to.diamond ? middle(to) + (down ? -half : half) : (down ? to.y : to.y + to.height);
        if (enter >= begin.x + 2) return {begin, {enter, begin.y}, {enter, top}};
        const double lane = down ? to.y - metrics.barTop + 2 : to.y + to.height + metrics.barTop - 2;
        return {begin, {begin.x + out, begin.y}, {begin.x + out, lane}, {enter, lane}, {enter, top}};
    }
    const ChartPoint end{entersStart ? left(to) : right(to), middle(to)};
    double lane = 0;
    if (type == LinkType::ss)
        lane = std::min(begin.x, end.x) - out;
    else if (type == LinkType::ff)
        lane = std::max(begin.x, end.x) + out;
    else
        lane = begin.x - out;
    if (type == LinkType::sf && end.x > lane - out) {
        const double between = down ? to.y - metrics.barTop + 2 : to.y + to.height + metrics.barTop - 2;
        return {begin, {lane, begin.y}, {lane, between}, {end.x + out, between}, {end.x + out, end.y}, end};
    }
    return {begin, {lane, begin.y}, {lane, end.y}, end};
}

void layoutContract(const BarRequest& request, BarLayout& layout) {
    struct Step {
        Instant from;
        Fraction rate;
    };
    std::vector<Step> steps;
    for (const SectionFigures& figures : request.schedule.sections) {
        const Section& section = *request.programme.sections.row(figures.section);
        const Instant end = startOf(figures.extended + 1);
        const double x = request.scale.x(end);
        if (x >= 0 && x <= request.width) {
            const auto twin = std::find_if(layout.pennants.begin(), layout.pennants.end(),
                                           [&](const PennantShape& p) { return p.x == x; });
            if (twin == layout.pennants.end())
                layout.pennants.push_back({x, {section.id}});
            else
                twin->sections.push_back(section.id);
        }
        if (section.rate.sign() <= 0) continue;
        const Fraction days(section.per == DamagesPer::week ? 7 : 1);
        steps.push_back({end, Fraction(section.rate) / days});
    }
    std::stable_sort(steps.begin(), steps.end(), [](const Step& a, const Step& b) { return a.from < b.from; });
    Fraction rate;
    for (std::size_t i = 0; i < steps.size(); ++i) {
        rate = rate + steps[i].rate;
        if (i + 1 < steps.size() && steps[i + 1].from == steps[i].from) continue;
        const double x0 = std::max(0.0, request.scale.x(steps[i].from));
        const double x1 =
            i + 1 < steps.size() ? std::min(request.width, request.scale.x(steps[i + 1].from)) : request.width;
        if (x1 > x0) layout.damages.push_back({x0, x1, static_cast<int>(i + 1), rate});
    }
}

namespace {

void layoutShade(const BarRequest& request, BarLayout& layout) {
    const std::size_t index = request.programme.activities.indexOf(request.shadeFor);
    if (index >= request.schedule.activities.size()) return;
    const WorkCalendar& calendar = request.schedule.calendarOf(request.schedule.activities[index]);
    const Date first = dateOf(request.scale.at(0));
    const Date last = dateOf(request.scale.at(request.width)) + 1;
    if (last - first > 4000) return;
    Date off;
    bool open = false;
    for (Date day = first; day <= last; day = day + 1) {
        const bool works = calendar.worksOn(day) && day != last;
        if (!works && !open) off = day;
        open = open || !works;
        if ((works || day == last) && open) {
            const ShadeShape shade{request.scale.x(startOf(off)), request.scale.x(startOf(day))};
            // Single days off melt into a haze when zoomed out; only what can be told apart is drawn.
            if (shade.x1 - shade.x0 >= 4) layout.nonWorking.push_back(shade);
            open = false;
        }
    }
}

constexpr std::size_t mostPassingLinks = 400;

void layoutLinks(const BarRequest& request, BarLayout& layout) {
    constexpr std::size_t none = static_cast<std::size_t>(-1);
    std::vector<std::size_t> rowOf(request.programme.activities.size(), none);
    for (std::size_t i = 0; i < request.rows.size(); ++i)
        if (!request.rows[i].isGroup) rowOf[request.rows[i].index] = i;
    std::size_t passing = 0;
    for (std::size_t i = 0; i < request.programme.links.size(); ++i) {
        const Link& link = request.programme.links[i];
        const std::size_t from = rowOf[request.programme.activities.indexOf(link.from)];
        const std::size_t to = rowOf[request.programme.activities.indexOf(link.to)];
        if (from == none || to == none) continue;
        if (std::max(from, to) < request.first || std::min(from, to) >= request.last) continue;
        // Of those with neither end in sight so many tell something; thousands are only grey.
        const auto inSight = [&](std::size_t row) { return row >= request.first && row < request.last; };
        if (!inSight(from) && !inSight(to) && ++passing > mostPassingLinks) continue;
        const BarShape a = barOf(request, from);
        const BarShape b = barOf(request, to);
        if (std::max({a.x0, a.x1, b.x0, b.x1}) < -40 || std::min({a.x0, a.x1, b.x0, b.x1}) > request.width + 40)
            continue;
        LinkShape shape;
        shape.link = link.id;
        shape.driving = i < request.schedule.driving.size() && request.schedule.driving[i];
        shape.critical = shape.driving && a.tone == Tone::critical && b.tone == Tone::critical;
        shape.points = routeLink(link.type, a, b, request.metrics);
        layout.links.push_back(std::move(shape));
    }
}

/// Below the bar, so that both can be read; a milestone's own sign leaves room only for a small one.
void layoutOutline(const BarRequest& request, const BarShape& bar, BarLayout& layout) {
    const auto found = request.outline->spans.find(bar.activity);
    if (found == request.outline->spans.end()) return;
    OutlineShape shape;
    shape.diamond = bar.diamond;
    shape.x0 = request.scale.x(found->second.first);
    shape.x1 = bar.diamond ? shape.x0 : std::max(shape.x0 + 1.5, request.scale.x(found->second.second));
    shape.y = bar.y + bar.height + 2;
    shape.height = 4;
    if (shape.x1 > -20 && shape.x0 < request.width + 20) layout.outlines.push_back(shape);
}

} // namespace

Outline outlineOf(const Schedule& schedule, std::string name) {
    Outline outline{std::move(name), {}};
    for (const ActivityFigures& figures : schedule.activities)
        outline.spans[figures.id] = {figures.earlyStart, figures.earlyFinish};
    return outline;
}

BarLayout layoutBars(const BarRequest& request) {
    BarLayout layout;
    layout.rowHeight = request.metrics.rowHeight;
    layoutContract(request, layout);
    if (request.programme.job.dataDate) layout.dataDateX = request.scale.x(*request.programme.job.dataDate);
    if (!request.schedule.ok()) return layout;
    layoutShade(request, layout);
    for (std::size_t i = request.first; i < std::min(request.last, request.rows.size()); ++i) {
        const ChartRow& row = request.rows[i];
        const double top = static_cast<double>(i) * request.metrics.rowHeight;
        if (row.isGroup) {
            if (!row.start) continue;
            SpanShape span{
                request.scale.x(*row.start), request.scale.x(*row.finish), top + request.metrics.rowHeight * 0.56, {}};
            const double weeks = static_cast<double>(*row.finish - *row.start) / static_cast<double>(7 * minutesPerDay);
            span.text = worded("%1 wk", std::lround(std::max(1.0, weeks)));
            layout.spans.push_back(std::move(span));
            continue;
        }
        const BarShape bar = barOf(request, i);
        const bool hammock = request.programme.activities[row.index].kind == ActivityKind::hammock;
        // What a hammock spans has outlines of its own.
        if (request.outline && !hammock) layoutOutline(request, bar, layout);
        if (hammock)
            layout.hammocks.push_back({bar.activity, bar.x0, bar.x1, top + 6, request.metrics.rowHeight - 12});
        else if (std::max(bar.x1, bar.floatX.value_or(bar.x1)) > -20 &&
                 std::min(bar.x0, bar.floatX.value_or(bar.x0)) < request.width + 20)
            layout.bars.push_back(bar);
    }
    if (request.links) layoutLinks(request, layout);
    return layout;
}

double distanceToWay(const std::vector<ChartPoint>& points, ChartPoint at) {
    double nearest = 1e9;
    for (std::size_t i = 1; i < points.size(); ++i) {
        const auto [x0, x1] = std::minmax(points[i - 1].x, points[i].x);
        const auto [y0, y1] = std::minmax(points[i - 1].y, points[i].y);
        const double dx = at.x < x0 ? x0 - at.x : (at.x > x1 ? at.x - x1 : 0);
        const double dy = at.y < y0 ? y0 - at.y : (at.y > y1 ? at.y - y1 : 0);
        nearest = std::min(nearest, std::hypot(dx, dy));
    }
    return nearest;
}

} // namespace yarrin

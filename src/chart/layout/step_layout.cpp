// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "chart/layout/step_layout.h"

#include <algorithm>
#include <array>

namespace yarrin {

namespace {

/// Common days with an own delay in them are both sides'; of the other side's alone nobody's give no money.
Carrier carrierOfCommon(const DelayStep& step, const Programme& now) {
    Carrier carrier = Carrier::employer;
    for (const EventId id : step.together) {
        const DelayEvent* event = now.events.row(id);
        if (!event || event->risk == Risk::contractor) return Carrier::common;
        if (event->risk == Risk::neutral) carrier = Carrier::neutral;
    }
    return step.together.empty() ? Carrier::common : carrier;
}

Carrier carrierOf(const DelayStep& step, const Programme& now, int days) {
    const DelayEvent* event = now.events.row(step.event);
    if (step.kind == DelayStep::Kind::unseen) return Carrier::unseen;
    if (days < 0) return Carrier::recovered;
    if (step.kind == DelayStep::Kind::common) return carrierOfCommon(step, now);
    if (!event || event->risk == Risk::contractor) return Carrier::own;
    return event->risk == Risk::employer ? Carrier::employer : Carrier::neutral;
}

/// Days between the dates marked on the axis, so that they stand at least 70 pixels apart.
int tickStep(int span, double room) {
    for (const int days : {1, 2, 5, 7, 10, 14, 28, 56, 91, 182, 365, 730, 1825})
        if (room * days / std::max(1, span) >= 70) return days;
    return 3650;
}

} // namespace

std::optional<StepLayout> layoutSteps(const DelayAnalysis& analysis, const Programme& now,
                                      const SectionFigures& section, double width, const StepMetrics& metrics) {
    StepLayout out;
    std::optional<Date> first;
    Date last, earliest, latest;
    const auto reach = [&](Date date) {
        earliest = std::min(earliest, date);
        latest = std::max(latest, date);
    };
    std::size_t window = 0;
    bool newWindow = true;
    for (std::size_t i = 0; i < analysis.steps.size(); ++i) {
        const StepFigures* f = analysis.steps[i].of(section.section);
        if (!f) continue;
        if (!first) {
            first = f->before;
            earliest = latest = f->before;
        }
        last = f->after;
        if (analysis.steps[i].window != window) newWindow = true;
        window = analysis.steps[i].window;
        if (f->moved() == 0 && f->concurrent == 0) continue;
        StepRow row;
        row.step = i;
        if (newWindow) row.heading = analysis.stands[window];
        newWindow = false;
        row.event = analysis.steps[i].event;
        row.together = analysis.steps[i].together;
        row.days = f->moved();
        row.concurrent = f->concurrent;
        row.carrier = carrierOf(analysis.steps[i], now, row.days);
        reach(f->before);
        reach(f->after);
        out.rows.push_back(std::move(row));
    }
    if (!first) return {};
    reach(section.extended);
    out.granted = StepMark{0, section.extended};
    if (section.assessedDays != 0) {
        out.assessed = StepMark{0, section.extended + section.assessedDays};
        reach(out.assessed->date);
    }
    out.contract.date = *first;
    out.forecast.date = last;

    out.left = metrics.labelWidth + 14;
    out.right = std::max(out.left + 60, width - metrics.after);
    const int span = std::max(7, latest - earliest);
    const auto x = [&](Date date) { return out.left + (out.right - out.left) * (date - earliest) / span; };
    const int step = tickStep(span, out.right - out.left);
    for (Date tick = earliest; tick <= earliest + span; tick = tick + step) out.ticks.push_back({x(tick), tick});
    out.contract.x = x(*first);
    out.forecast.x = x(last);
    out.granted->x = x(out.granted->date);
    if (out.assessed) out.assessed->x = x(out.assessed->date);

    double y = metrics.top;
    out.firstY = y + metrics.rowHeight / 2;
    double below = out.firstY + 7;
    for (StepRow& row : out.rows) {
        y += metrics.rowHeight;
        const StepFigures& f = *analysis.steps[row.step].of(section.section);
        row.x0 = x(f.before);
        row.x1 = x(f.after);
        row.y = y + (metrics.rowHeight - metrics.barHeight) / 2;
        row.height = metrics.barHeight;
        row.linkY0 = below;
        row.linkY1 = row.y;
        below = row.y + row.height;
        if (row.concurrent > 0 && (row.carrier == Carrier::own || row.carrier == Carrier::common || row.days == 0)) {
            // The days at the end are those that both would have cost; where it moved nothing they lie before it.
            row.hatch1 = row.x1;
            row.hatch0 = x(f.after + -row.concurrent);
            if (row.hatch0 < out.left) row.hatch0 = out.left;
        }
    }
    y += metrics.rowHeight;
    out.lastY = y + metrics.rowHeight / 2;
    out.height = y + metrics.rowHeight + 40; // two marks' words, and what the colours mean
    return out;
}

} // namespace yarrin

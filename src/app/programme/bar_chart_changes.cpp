// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What drags on the bar chart come to, each as one change.
#include "app/base/format.h"
#include "app/programme/bar_chart_view.h"
#include "app/table/activity_model.h"
#include "edit/activity_edits.h"
#include "edit/bar_edits.h"
#include "edit/link_edits.h"

#include <algorithm>
#include <cmath>

namespace yarrin {

const ActivityFigures* BarChartView::figuresOf(ActivityId id) const {
    return hand().figuresOf(id);
}

std::shared_ptr<const WorkCalendar> BarChartView::calendar(CalendarId id) const {
    return hand().calendar(id);
}

BarChartView::Change BarChartView::stretched(const BarGesture& gesture, bool freely, Solved follows) const {
    return hand().stretched(gesture.activity, gesture.atStart, gesture.movedBy / m_state.pixelsPerDay(), freely,
                            follows);
}

/// The part behind a rest goes along: the rest gets longer or shorter, and with nothing left of it the parts join.
BarChartView::Change BarChartView::pulled(const BarGesture& gesture, bool freely) const {
    const Activity& activity = *m_document.programme().activities.row(gesture.activity);
    const ActivityFigures& figures = *figuresOf(gesture.activity);
    const WorkCalendar& runs = m_document.schedule().calendarOf(figures);
    const std::vector<Pause> pauses = restsOf(activity, figures.duration);
    if (gesture.piece == 0 || gesture.piece > pauses.size()) return {};
    Minutes before = 0;
    for (std::size_t i = 0; i + 1 < gesture.piece; ++i) before += pauses[i].rest;
    const Pause& pause = pauses[gesture.piece - 1];
    const Minutes at = runs.worked(figures.earlyStart) + pause.after + before;
    const Instant from = runs.endOfMinute(at), to = runs.startOfMinute(at + pause.rest);
    const Minutes rest = std::max<Minutes>(
        0, workBetween(runs, from, request().scale.at(request().scale.x(to) + gesture.movedBy), freely));
    if (rest == pause.rest) return {};
    const QString days = show::daysWithUnit(rest, runs.dayMinutes()), key = show::text(activity.key);
    return {rest > 0 ? tr("%1 rests %2 after %3").arg(key, days, show::daysWithUnit(pause.after, runs.dayMinutes()))
                     : tr("%1 goes on without a rest").arg(key),
            rest > 0 ? tr("rests %1").arg(days) : tr("no rest"),
            [id = activity.id, after = pause.after, rest](Transaction& tx) { return setPause(tx, id, after, rest); },
            {}};
}

/// The only anchor of a side goes elsewhere; where several hang there, or with Ctrl, one comes to them.
BarChartView::Change BarChartView::anchored(const BarGesture& gesture, bool more) const {
    const Programme& programme = m_document.programme();
    const Activity& hammock = *programme.activities.row(gesture.activity);
    const End side = gesture.atStart ? End::start : End::finish;
    const bool alone = !more && (gesture.atStart ? hammock.from : hammock.to).size() == 1;
    const QString key = show::text(programme.activities.row(gesture.link.to)->key);
    const QString words = gesture.end == End::start ? tr("the start of %1").arg(key) : tr("the finish of %1").arg(key);
    return {gesture.atStart ? tr("%1 begins at %2").arg(show::text(hammock.key), words)
                            : tr("%1 ends at %2").arg(show::text(hammock.key), words),
            words,
            [id = hammock.id, side, from = gesture.link.to, end = gesture.end, alone](Transaction& tx) {
                return setAnchor(tx, id, side, {from, end, 0}, alone);
            },
            {}};
}

BarChartView::Change BarChartView::changeOf(const BarGesture& gesture, Qt::KeyboardModifiers keys) const {
    if (gesture.kind == BarGesture::Kind::none || !figuresOf(gesture.activity)) return {};
    switch (gesture.kind) {
    case BarGesture::Kind::move:
        return hand().moved(gesture.activity, gesture.movedBy / m_state.pixelsPerDay(), keys);
    case BarGesture::Kind::stretch: {
        Solved follows = Solved::crews;
        if (preferences().stretched == Preferences::Stretched::output) follows = Solved::output;
        if (preferences().stretched == Preferences::Stretched::quantity) follows = Solved::quantity;
        return stretched(gesture, keys & Qt::AltModifier, follows);
    }
    case BarGesture::Kind::pull:
        return pulled(gesture, keys & Qt::AltModifier);
    case BarGesture::Kind::anchor:
        return anchored(gesture, keys & Qt::ControlModifier);
    default:
        return {};
    }
}

/// Days between an activity's start and a point of its bar, on the calendar of a link's lag.
Link BarChartView::linkOf(const BarGesture& gesture) const {
    Link link = gesture.link;
    if (!gesture.fromPoint && !gesture.toPoint) return link;
    const auto runs = calendar(lagCalendarOf(m_document.programme(), link));
    const auto within = [&](ActivityId id, double x) {
        const ActivityFigures* figures = figuresOf(id);
        return figures ? workBetween(*runs, figures->earlyStart, request().scale.at(x), false) : 0;
    };
    if (gesture.fromPoint) link.lag += within(link.from, *gesture.fromPoint);
    if (gesture.toPoint) link.lag -= within(link.to, *gesture.toPoint);
    return link;
}

/// The calendar of what is drawn: that of the row above it, or the programme's own.
std::shared_ptr<const WorkCalendar> BarChartView::drawnCalendar(const BarGesture& gesture) const {
    const Programme& programme = m_document.programme();
    const int row = std::min(int(gesture.y) / m_state.rowHeight(), int(m_rows.rows().size()) - 1);
    const Activity* above = programme.activities.row(m_rows.activityAt(row));
    return calendar(above && preferences().asRowAbove ? calendarOf(programme, *above) : programme.job.defaultCalendar);
}

std::pair<Date, Minutes> BarChartView::drawnSpan(const BarGesture& gesture) const {
    const auto runs = drawnCalendar(gesture);
    // The nearest beginnings of days, so that what is drawn over a day has it.
    const auto near = [&](double x) { return dateOf(request().scale.at(x) + minutesPerDay / 2); };
    const Instant wanted = startOf(near(gesture.x0)), up = runs->upStart(wanted);
    const Date start = dateOf(isBeyond(up) ? wanted : up);
    const Minutes work = workBetween(*runs, startOf(start), startOf(near(gesture.x1)), false);
    return {start, std::max(work, runs->dayMinutes())};
}

void BarChartView::cutBar() {
    const Activity* activity = m_document.programme().activities.row(m_state.current());
    const ActivityFigures* figures = figuresOf(m_state.current());
    if (!activity || !figures || activity->kind != ActivityKind::task || figures->state != NodeState::notStarted)
        return emit refused(tr("Choose work that has not begun: its bar is cut into parts."));
    const WorkCalendar& runs = m_document.schedule().calendarOf(*figures);
    Minutes after = figures->duration / 2 / runs.dayMinutes() * runs.dayMinutes();
    if (const auto x = std::exchange(m_menuX, {})) {
        after = workBetween(runs, figures->earlyStart, request().scale.at(*x), false);
        for (const Pause& pause : restsOf(*activity, figures->duration))
            if (pause.after < after) after -= std::min(pause.rest, after - pause.after);
    }
    carryOut(
        {tr("%1 rests a day after %2").arg(show::text(activity->key), show::daysWithUnit(after, runs.dayMinutes())),
         {},
         [id = activity->id, after, day = runs.dayMinutes()](Transaction& tx) { return setPause(tx, id, after, day); },
         {}});
}

void BarChartView::closeGap() {
    const Activity* activity = m_document.programme().activities.row(m_state.current());
    const ActivityFigures* figures = figuresOf(m_state.current());
    if (!activity || !figures || activity->pauses.empty())
        return emit refused(tr("Choose work that rests: its parts are joined."));
    std::vector<Pause> pauses = restsOf(*activity, figures->duration);
    if (const auto x = std::exchange(m_menuX, {}))
        for (const BarShape& bar : layout().bars) {
            if (bar.activity != activity->id || bar.gaps.size() != pauses.size() || pauses.empty()) continue;
            const auto away = [&](const auto& gap) { return std::abs(*x - (gap.first + gap.second) / 2); };
            const auto nearest = std::min_element(bar.gaps.begin(), bar.gaps.end(),
                                                  [&](const auto& a, const auto& b) { return away(a) < away(b); });
            pauses = {pauses[std::size_t(nearest - bar.gaps.begin())]};
            break;
        }
    carryOut({tr("%1 goes on without a rest").arg(show::text(activity->key)),
              {},
              [id = activity->id, pauses](Transaction& tx) {
                  for (const Pause& pause : pauses)
                      if (Outcome joined = setPause(tx, id, pause.after, 0); !joined.ok()) return joined;
                  return done();
              },
              {}});
}

} // namespace yarrin

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

namespace {

Constraint heldAt(Date date) {
    return Constraint{ConstraintType::startNotBefore, {startOf(date), true}};
}

/// Working time between two instants, in whole days of a calendar, or in hours.
Minutes workBetween(const WorkCalendar& calendar, Instant from, Instant to, bool freely) {
    const Minutes step = freely ? 60 : calendar.dayMinutes();
    const Minutes work = calendar.worked(to) - calendar.worked(from);
    return Minutes(std::llround(double(work) / double(step))) * step;
}

/// The rests within work of a length, in their order.
std::vector<Pause> restsOf(const Activity& activity, Minutes duration) {
    std::vector<Pause> pauses = activity.pauses;
    std::erase_if(pauses, [&](const Pause& one) { return one.after <= 0 || one.after >= duration; });
    std::sort(pauses.begin(), pauses.end(), [](const Pause& a, const Pause& b) { return a.after < b.after; });
    return pauses;
}

} // namespace

const ActivityFigures* BarChartView::figuresOf(ActivityId id) const {
    const std::size_t index = m_document.programme().activities.indexOf(id);
    return index < m_document.schedule().activities.size() ? &m_document.schedule().activities[index] : nullptr;
}

std::shared_ptr<const WorkCalendar> BarChartView::calendar(CalendarId id) const {
    CalendarSet set(m_document.programme(), m_calendars);
    return set.calendars()[set.indexOf(id)];
}

/// A bar lands on a working day of its calendar, on any day where it is moved freely.
std::optional<Date> BarChartView::landing(ActivityId id, double movedBy, bool freely) const {
    const ActivityFigures* figures = figuresOf(id);
    if (!figures || m_document.programme().activities.row(id)->kind == ActivityKind::hammock) return {};
    const auto days = static_cast<int>(std::lround(movedBy / m_state.pixelsPerDay()));
    if (days == 0) return {};
    const Date day = dateOf(figures->earlyStart);
    const Instant wanted = startOf(day + days);
    const Instant working = freely ? wanted : m_document.schedule().calendarOf(*figures).upStart(wanted);
    const Date date = dateOf(isBeyond(working) ? wanted : working);
    return date == day ? std::nullopt : std::optional(date);
}

BarChartView::Change BarChartView::moved(const BarGesture& gesture, Qt::KeyboardModifiers keys) const {
    const auto date = landing(gesture.activity, gesture.movedBy, keys & Qt::AltModifier);
    if (!date) return {};
    const Activity& activity = *m_document.programme().activities.row(gesture.activity);
    const QString key = show::text(activity.key);
    if (activity.actualStart || activity.actualFinish)
        return {{}, {}, {}, tr("%1 has begun: its dates are in Progress.").arg(key)};
    // Shift does what the preferences do not.
    if ((preferences().moved == Preferences::Moved::lag) != bool(keys & Qt::ShiftModifier))
        if (Change byLag = movedByLag(gesture.activity, *date); byLag.operation) return byLag;
    return {tr("%1 held: start not before %2").arg(key, show::date(*date)),
            show::weekdayDate(*date),
            [id = gesture.activity, day = *date](Transaction& tx) { return setConstraint(tx, id, heldAt(day)); },
            {}};
}

/// All links that drive a bar move together, so that none of them is left behind and their order decides nothing.
BarChartView::Change BarChartView::movedByLag(ActivityId id, Date date) const {
    const Programme& programme = m_document.programme();
    const Schedule& schedule = m_document.schedule();
    const ActivityFigures& figures = *figuresOf(id);
    const WorkCalendar& own = schedule.calendarOf(figures);
    const Instant start = own.upStart(startOf(date));
    const Instant finish =
        own.endOfMinute(own.worked(start) + own.worked(figures.earlyFinish) - own.worked(figures.earlyStart));
    std::vector<std::pair<LinkId, Minutes>> lags;
    QStringList words;
    for (const LinkId into : m_document.lookup().into(id)) {
        const std::size_t at = programme.links.indexOf(into);
        if (!schedule.driving[at]) continue;
        const Link& link = programme.links[at];
        const bool ofFinish = link.type == LinkType::ff || link.type == LinkType::sf;
        const auto runs = calendar(lagCalendarOf(programme, link));
        const Minutes by = ofFinish ? runs->worked(finish) - runs->worked(figures.earlyFinish)
                                    : runs->worked(start) - runs->worked(figures.earlyStart);
        lags.emplace_back(link.id, by);
        Link then = link;
        then.lag += by;
        words << show::text(linkPhrase(programme, then));
    }
    if (lags.empty()) return {};
    words.sort();
    const QString waits = words.join(QStringLiteral("; "));
    return {tr("%1 moved: waits for %2").arg(show::text(programme.activities.row(id)->key), waits),
            waits,
            [lags](Transaction& tx) {
                for (const auto& [link, by] : lags)
                    if (Outcome set = addToLag(tx, link, by); !set.ok()) return set;
                return done();
            },
            {}};
}

/// The finish goes where the pointer is, and the start stays; or the other way round, with the start held.
BarChartView::Change BarChartView::stretched(const BarGesture& gesture, bool freely, Solved follows) const {
    const Activity& activity = *m_document.programme().activities.row(gesture.activity);
    const ActivityFigures& figures = *figuresOf(gesture.activity);
    const QString key = show::text(activity.key);
    if (activity.kind != ActivityKind::task || figures.aside) return {};
    if (figures.state == NodeState::complete)
        return {{}, {}, {}, tr("%1 is done: its dates are in Progress.").arg(key)};
    if (gesture.atStart && figures.state != NodeState::notStarted)
        return {{}, {}, {}, tr("%1 has begun: its start is in Progress.").arg(key)};
    const WorkCalendar& runs = m_document.schedule().calendarOf(figures);
    const Minutes least = freely ? 60 : runs.dayMinutes();
    Minutes rests = 0;
    if (figures.state == NodeState::notStarted)
        for (const Pause& pause : restsOf(activity, figures.duration)) rests += pause.rest;
    if (gesture.atStart) return startStretched(gesture, freely, follows, rests);
    const Instant from = figures.remainingStart.value_or(figures.earlyStart);
    const Instant to = request().scale.at(request().scale.x(figures.earlyFinish) + gesture.movedBy);
    const Minutes work = std::max(least, workBetween(runs, from, to, freely) - rests);
    if (work == runs.worked(figures.earlyFinish) - runs.worked(from) - rests) return {};
    const QString days = show::daysWithUnit(work, runs.dayMinutes());
    return {tr("%1 stretched to %2").arg(key, days),
            days,
            [id = activity.id, work, follows](Transaction& tx) { return stretchTo(tx, id, work, follows); },
            {}};
}

BarChartView::Change BarChartView::startStretched(const BarGesture& gesture, bool freely, Solved follows,
                                                  Minutes rests) const {
    const Activity& activity = *m_document.programme().activities.row(gesture.activity);
    const ActivityFigures& figures = *figuresOf(gesture.activity);
    const QString key = show::text(activity.key);
    const auto date = landing(activity.id, gesture.movedBy, freely);
    if (!date) return {};
    const bool heldThere = activity.constraint && boundsStart(activity.constraint->type);
    if (startOf(*date) < figures.earlyStart && !heldThere)
        return {{}, {}, {}, tr("%1 cannot start earlier: nothing but what it waits for keeps it back.").arg(key)};
    const WorkCalendar& runs = m_document.schedule().calendarOf(figures);
    const Minutes work = std::max(freely ? 60 : runs.dayMinutes(),
                                  workBetween(runs, runs.upStart(startOf(*date)), figures.earlyFinish, freely) - rests);
    const QString days = show::daysWithUnit(work, runs.dayMinutes());
    return {tr("%1 stretched: %2 from %3").arg(key, days, show::date(*date)),
            tr("%1 from %2").arg(days, show::shortDate(*date)),
            [id = activity.id, work, follows, day = *date](Transaction& tx) {
                const Outcome sized = stretchTo(tx, id, work, follows);
                return sized.ok() ? setConstraint(tx, id, heldAt(day)) : sized;
            },
            {}};
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
        return moved(gesture, keys);
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

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/programme/work_hand.h"

#include "app/base/format.h"
#include "app/base/preferences.h"
#include "edit/bar_edits.h"
#include "edit/link_edits.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace yarrin {

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

const ActivityFigures* WorkHand::figuresOf(ActivityId id) const {
    const std::size_t index = m_document.programme().activities.indexOf(id);
    return index < m_document.schedule().activities.size() ? &m_document.schedule().activities[index] : nullptr;
}

std::shared_ptr<const WorkCalendar> WorkHand::calendar(CalendarId id) const {
    CalendarSet set(m_document.programme(), m_calendars);
    return set.calendars()[set.indexOf(id)];
}

/// A bar lands on a working day of its calendar, on any day where it is moved freely.
std::optional<Date> WorkHand::landing(ActivityId id, double by, bool freely) const {
    const ActivityFigures* figures = figuresOf(id);
    if (!figures || m_document.programme().activities.row(id)->kind == ActivityKind::hammock) return {};
    const auto days = static_cast<int>(std::lround(by));
    if (days == 0) return {};
    const Date day = dateOf(figures->earlyStart);
    const Instant wanted = startOf(day + days);
    const Instant working = freely ? wanted : m_document.schedule().calendarOf(*figures).upStart(wanted);
    const Date date = dateOf(isBeyond(working) ? wanted : working);
    return date == day ? std::nullopt : std::optional(date);
}

HandChange WorkHand::moved(ActivityId id, double by, Qt::KeyboardModifiers keys) const {
    const auto date = landing(id, by, keys & Qt::AltModifier);
    if (!date) return {};
    const Activity& activity = *m_document.programme().activities.row(id);
    const QString key = show::text(activity.key);
    if (activity.actualStart || activity.actualFinish)
        return {{}, {}, {}, tr("%1 has begun: its dates are in Progress.").arg(key)};
    // Shift does what the preferences do not.
    if ((preferences().moved == Preferences::Moved::lag) != bool(keys & Qt::ShiftModifier))
        if (HandChange byLag = movedByLag(id, *date); byLag.operation) return byLag;
    return {tr("%1 held: start not before %2").arg(key, show::date(*date)),
            show::weekdayDate(*date),
            [id, day = *date](Transaction& tx) { return setConstraint(tx, id, heldAt(day)); },
            {}};
}

HandChange WorkHand::movedTogether(std::span<const ActivityId> ids, ActivityId grasped, double by,
                                   Qt::KeyboardModifiers keys) const {
    const Programme& programme = m_document.programme();
    const Schedule& schedule = m_document.schedule();
    std::set<ActivityId> movable;
    for (const ActivityId id : ids) {
        const Activity* row = programme.activities.row(id);
        if (row && row->kind != ActivityKind::hammock && !row->actualStart && !row->actualFinish) movable.insert(id);
    }
    if (movable.empty()) return {{}, {}, {}, tr("All of it has begun: its dates are in Progress.")};
    std::vector<Document::Operation> operations;
    for (const ActivityId id : movable) {
        const auto into = m_document.lookup().into(id);
        const bool follows = std::any_of(into.begin(), into.end(), [&](LinkId link) {
            const std::size_t at = programme.links.indexOf(link);
            return schedule.driving[at] && movable.contains(programme.links[at].from);
        });
        if (follows) continue;
        HandChange one = moved(id, by, keys);
        if (!one.refusal.isEmpty()) return one;
        if (one.operation) operations.push_back(std::move(one.operation));
    }
    if (operations.empty()) return {};
    const auto date = landing(grasped, by, keys & Qt::AltModifier);
    return {tr("%1 moved together").arg(show::countOf(qint64(movable.size()), "activity", "activities")),
            date ? show::weekdayDate(*date) : QString(),
            [operations](Transaction& tx) {
                for (const Document::Operation& operation : operations)
                    if (Outcome outcome = operation(tx); !outcome.ok()) return outcome;
                return done();
            },
            {}};
}

/// All links that drive a bar move together, so that none of them is left behind and their order decides nothing.
HandChange WorkHand::movedByLag(ActivityId id, Date date) const {
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
HandChange WorkHand::stretched(ActivityId id, bool atStart, double by, bool freely, Solved follows) const {
    const Activity& activity = *m_document.programme().activities.row(id);
    const ActivityFigures& figures = *figuresOf(id);
    const QString key = show::text(activity.key);
    if (activity.kind != ActivityKind::task || figures.aside) return {};
    if (figures.state == NodeState::complete)
        return {{}, {}, {}, tr("%1 is done: its dates are in Progress.").arg(key)};
    if (atStart && figures.state != NodeState::notStarted)
        return {{}, {}, {}, tr("%1 has begun: its start is in Progress.").arg(key)};
    const WorkCalendar& runs = m_document.schedule().calendarOf(figures);
    const Minutes least = freely ? 60 : runs.dayMinutes();
    Minutes rests = 0;
    if (figures.state == NodeState::notStarted)
        for (const Pause& pause : restsOf(activity, figures.duration)) rests += pause.rest;
    if (atStart) return startStretched(activity, figures, by, freely, follows, rests);
    const Instant from = figures.remainingStart.value_or(figures.earlyStart);
    const Instant to = figures.earlyFinish + std::llround(by * double(minutesPerDay));
    const Minutes work = std::max(least, workBetween(runs, from, to, freely) - rests);
    if (work == runs.worked(figures.earlyFinish) - runs.worked(from) - rests) return {};
    const QString days = show::daysWithUnit(work, runs.dayMinutes());
    return {tr("%1 stretched to %2").arg(key, days),
            days,
            [id = activity.id, work, follows](Transaction& tx) { return stretchTo(tx, id, work, follows); },
            {}};
}

HandChange WorkHand::startStretched(const Activity& activity, const ActivityFigures& figures, double by, bool freely,
                                    Solved follows, Minutes rests) const {
    const QString key = show::text(activity.key);
    const auto date = landing(activity.id, by, freely);
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

} // namespace yarrin

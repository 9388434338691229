// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/squeeze/measures.h"

#include "core/base/natural_order.h"
#include "core/base/worded.h"
#include "core/model/lookup.h"
#include "core/model/phrases.h"
#include "core/quantity/figures.h"

#include <algorithm>
#include <map>
#include <tuple>
#include <unordered_map>

namespace yarrin {

namespace {

std::string named(const Activity& activity) {
    return activity.key + (activity.name.empty() ? "" : " " + activity.name);
}

/// Minutes that a calendar works in an ordinary week, over a year so that shifts and holidays even out.
Minutes weekOf(const WorkCalendar& calendar, Instant from) {
    constexpr int weeks = 52;
    return (calendar.worked(from + weeks * 7 * minutesPerDay) - calendar.worked(from)) / weeks;
}

/// Whether a calendar works at least as long as another on all but a few of the days to come.
bool covers(const WorkCalendar& more, const WorkCalendar& less, Instant from) {
    constexpr int days = 182, few = 9; // holidays may lie otherwise
    int fewer = 0;
    for (int day = 0; day < days; ++day) {
        const Instant at = startOf(dateOf(from) + day), next = startOf(dateOf(from) + day + 1);
        if (more.worked(next) - more.worked(at) < less.worked(next) - less.worked(at)) ++fewer;
    }
    return fewer <= few;
}

/// Whether a calendar is one of hours that people choose, and not of what the tide lets them.
bool isOrdinary(const Calendar& calendar) {
    return std::none_of(calendar.exceptions.begin(), calendar.exceptions.end(),
                        [](const CalendarException& one) { return one.tide.has_value(); });
}

class Finder {
public:
    Finder(const Programme& programme, const Schedule& schedule, int days, const SqueezeWays& ways)
        : m_programme(programme), m_schedule(schedule), m_days(days), m_ways(ways), m_lookup(programme),
          m_set(programme, m_cache) {}

    std::vector<SqueezeMeasure> run(const std::vector<ActivityId>& near) {
        m_near = {near.begin(), near.end()};
        std::sort(m_near.begin(), m_near.end());
        for (const ActivityId id : near) {
            const Activity& activity = *m_programme.activities.row(id);
            const ActivityFigures& figures = m_schedule.activities[m_programme.activities.indexOf(id)];
            if (figures.state == NodeState::complete || figures.aside) continue;
            if (activity.kind == ActivityKind::task) {
                crews(activity);
                hours(activity, figures);
            }
            constraint(activity, figures);
            for (const LinkId link : m_lookup.into(id)) links(*m_programme.links.row(link));
        }
        std::sort(m_found.begin(), m_found.end(), [&](const SqueezeMeasure& a, const SqueezeMeasure& b) {
            const std::string &x = keyOf(a), &y = keyOf(b);
            if (x != y) return standsBefore(x, y);
            if (a.kind != b.kind) return a.kind < b.kind;
            return a.words < b.words;
        });
        return std::move(m_found);
    }

private:
    [[nodiscard]] bool allows(SqueezeKind kind) const {
        return std::find(m_ways.kinds.begin(), m_ways.kinds.end(), kind) != m_ways.kinds.end();
    }
    [[nodiscard]] const std::string& keyOf(const SqueezeMeasure& one) const {
        return m_programme.activities.row(one.activity)->key;
    }
    SqueezeMeasure& add(SqueezeKind kind, ActivityId activity, std::string words) {
        SqueezeMeasure& one = m_found.emplace_back();
        one.kind = kind;
        one.activity = activity;
        one.words = std::move(words);
        return one;
    }

    void crews(const Activity& activity) {
        if (!allows(SqueezeKind::crews) || !activity.measure || !activity.measure->crews) return;
        const Decimal now = *activity.measure->crews;
        for (int more = 1; more <= m_ways.moreCrews; ++more) {
            const auto then = exactly(Fraction(now) + Fraction(more));
            if (!then) continue;
            add(SqueezeKind::crews, activity.id,
                worded("%1: %2 crews instead of %3", named(activity), then->text(), now.text()))
                .crews = *then;
        }
    }

    void hours(const Activity& activity, const ActivityFigures& figures) {
        if (!allows(SqueezeKind::hours)) return;
        const Calendar* own = m_programme.calendars.row(calendarOf(m_programme, activity));
        if (!own || !isOrdinary(*own)) return;
        const Instant from = figures.remainingStart.value_or(figures.earlyStart);
        const WorkCalendar& works = m_schedule.calendarOf(figures);
        const Minutes now = weekOf(works, from);
        // Of several with the same hours, the one that most of the job works to.
        std::map<Minutes, const Calendar*> byHours;
        for (const Calendar& calendar : m_programme.calendars) {
            if (calendar.id == own->id || calendar.id == continuousCalendar || !isOrdinary(calendar)) continue;
            // Whoever works more is no drier for it.
            if (own->weather.has_value() != calendar.weather.has_value()) continue;
            const std::uint16_t at = m_set.indexOf(calendar.id);
            if (!m_set.errors().empty()) return;
            const Minutes then = weekOf(*m_set.calendars()[at], from);
            // What works little more wins nothing.
            if (then * 20 <= now * 21 || !covers(*m_set.calendars()[at], works, from)) continue;
            const Calendar*& kept = byHours[then / 30];
            if (!kept || std::tuple(-usesOf(calendar.id), calendar.key) < std::tuple(-usesOf(kept->id), kept->key))
                kept = &calendar;
        }
        for (const auto& [halfHours, calendar] : byHours)
            add(SqueezeKind::hours, activity.id,
                worded("%1: to %2, %3 hours a week instead of %4", named(activity), calendar->name, halfHours / 2,
                       now / 60))
                .calendar = calendar->id;
    }
    [[nodiscard]] int usesOf(CalendarId id) {
        if (m_uses.empty())
            for (const Activity& one : m_programme.activities) ++m_uses[calendarOf(m_programme, one)];
        return m_uses[id];
    }

    void constraint(const Activity& activity, const ActivityFigures& figures) {
        if (!allows(SqueezeKind::constraint) || !activity.constraint || figures.state != NodeState::notStarted) return;
        Constraint moved = *activity.constraint;
        if (moved.type == ConstraintType::startNotAfter || moved.type == ConstraintType::finishNotAfter) return;
        const std::string was = isoDate(dateOf(moved.date.at));
        moved.date.at = moved.date.at - m_days * minutesPerDay;
        add(SqueezeKind::constraint, activity.id,
            worded("%1: held to %2 instead of %3", named(activity), isoDate(dateOf(moved.date.at)), was))
            .constraint = moved;
    }

    void links(const Link& link) {
        const Activity &from = *m_programme.activities.row(link.from), &to = *m_programme.activities.row(link.to);
        const ActivityFigures& figures = m_schedule.activities[m_programme.activities.indexOf(link.from)];
        if (figures.aside || !std::binary_search(m_near.begin(), m_near.end(), link.from)) return;
        if (figures.state == NodeState::complete && link.lag == 0) return;
        overlap(link, from, to, figures);
        const DayUnit unit = dayUnitOf(m_programme, lagCalendarOf(m_programme, link));
        if (allows(SqueezeKind::lag) && link.lag > 0) {
            SqueezeMeasure& one =
                add(SqueezeKind::lag, to.id,
                    worded("%1: waits %2 behind %3%4 instead of %5", named(to), spanText(link.lag / 2, unit),
                           endOf(link), from.key, spanText(link.lag, unit)));
            one.link = link.id;
            one.lag = link.lag / 2;
        }
        if (allows(SqueezeKind::softLink) && isCrewsWay(from, to) && figures.state != NodeState::complete)
            add(SqueezeKind::softLink, to.id,
                worded("%1: does not wait for %2%3, the same work elsewhere", named(to), endOf(link), from.key))
                .link = link.id;
    }
    /// Which end of the work before a wait is behind, where it is not from finish to start: two links that differ in
    /// their type alone are two measures.
    [[nodiscard]] static std::string endOf(const Link& link) {
        switch (link.type) {
        case LinkType::ss:
            return worded("the start of ");
        case LinkType::ff:
            return worded("the finish, at its own, of ");
        case LinkType::sf:
            return worded("the start, at its own finish, of ");
        default:
            return {};
        }
    }
    /// The same work at another place: who does it goes on from one to the other, and could be two.
    [[nodiscard]] static bool isCrewsWay(const Activity& from, const Activity& to) {
        return from.kind == ActivityKind::task && to.kind == ActivityKind::task && from.bookItem &&
               from.bookItem == to.bookItem && from.location && to.location && from.location != to.location;
    }
    void overlap(const Link& link, const Activity& from, const Activity& to, const ActivityFigures& figures) {
        const bool works = from.kind == ActivityKind::task && to.kind == ActivityKind::task && figures.duration > 0;
        if (!allows(SqueezeKind::overlap) || !works || link.type != LinkType::fs || link.lag != 0) return;
        if (figures.state == NodeState::complete) return;
        const auto joined = [&](LinkType type) {
            return std::any_of(m_lookup.into(to.id).begin(), m_lookup.into(to.id).end(), [&](LinkId id) {
                const Link& other = *m_programme.links.row(id);
                return other.from == from.id && other.type == type;
            });
        };
        if (joined(LinkType::ss)) return;
        const auto done = (Fraction(figures.duration) * Fraction(m_ways.doneBefore)).ceil();
        if (!done || *done >= figures.duration) return;
        const DayUnit unit = dayUnitOf(m_programme, calendarOf(m_programme, from));
        SqueezeMeasure& one =
            add(SqueezeKind::overlap, to.id,
                worded("%1: begins %2 after %3 does, and ends behind it", named(to), spanText(*done, unit), from.key));
        one.link = link.id;
        one.lag = *done;
    }

    const Programme& m_programme;
    const Schedule& m_schedule;
    int m_days;
    const SqueezeWays& m_ways;
    Lookup m_lookup;
    CalendarCache m_cache;
    CalendarSet m_set;
    std::vector<ActivityId> m_near;
    std::unordered_map<CalendarId, int> m_uses;
    std::vector<SqueezeMeasure> m_found;
};

} // namespace

std::optional<Error> faultOf(const SqueezeWays& ways) {
    if (ways.kinds.empty()) return inputError(worded("no way is open"), worded("choose one at least"));
    if (ways.moreCrews < 1 || ways.moreCrews > 9)
        return inputError(worded("%1 crews more cannot be asked for", ways.moreCrews), worded("1 to 9 can"));
    const auto isShare = [](const Decimal& value) {
        return !(Fraction(value) < Fraction(0)) && !(Fraction(1) < Fraction(value));
    };
    if (!isShare(ways.doneBefore) || Fraction(ways.doneBefore) == Fraction(0) ||
        Fraction(ways.doneBefore) == Fraction(1))
        return inputError(worded("what must be done before a follower begins is a share between 0 and 1"));
    if (Fraction(ways.overtime) < Fraction(0) || Fraction(5) < Fraction(ways.overtime))
        return inputError(worded("what overtime costs more is a share from 0 to 5"));
    return {};
}

std::vector<SqueezeMeasure> measuresFor(const Programme& programme, const Schedule& schedule,
                                        const std::vector<ActivityId>& near, int days, const SqueezeWays& ways) {
    return Finder(programme, schedule, days, ways).run(near);
}

SqueezedRows rowsWith(const Programme& programme, const SqueezeMeasure& measure) {
    SqueezedRows rows;
    const Activity* activity = programme.activities.row(measure.activity);
    const Link* link = programme.links.row(measure.link);
    switch (measure.kind) {
    case SqueezeKind::crews: {
        if (!activity || !activity->measure || !activity->measure->crews || !measure.crews) break;
        rows.activity = *activity;
        // What is left of work that goes on is shared by more.
        if (activity->remaining) {
            const Fraction left =
                Fraction(*activity->remaining) * Fraction(*activity->measure->crews) / Fraction(*measure.crews);
            rows.activity->remaining = left.ceil();
        }
        rows.activity->measure->crews = measure.crews;
        break;
    }
    case SqueezeKind::hours:
        if (!activity) break;
        rows.activity = *activity;
        rows.activity->calendar = measure.calendar;
        break;
    case SqueezeKind::constraint:
        if (!activity) break;
        rows.activity = *activity;
        rows.activity->constraint = measure.constraint;
        break;
    case SqueezeKind::lag:
        if (!link) break;
        rows.link = *link;
        rows.link->lag = measure.lag;
        break;
    case SqueezeKind::softLink:
        if (link) rows.gone = link->id;
        break;
    case SqueezeKind::overlap: {
        if (!link) break;
        rows.link = *link;
        rows.link->type = LinkType::ss;
        rows.link->lag = measure.lag;
        rows.link->lagCalendar = LagCalendar::predecessor;
        const bool ends = std::any_of(programme.links.begin(), programme.links.end(), [&](const Link& other) {
            return other.from == link->from && other.to == link->to && other.type == LinkType::ff;
        });
        if (ends) break;
        rows.added = *link;
        rows.added->id = {};
        rows.added->type = LinkType::ff;
        break;
    }
    }
    return rows;
}

Taken::Taken(Programme& programme, const SqueezeMeasure& measure)
    : m_programme(programme), m_gone(programme.links.size()) {
    const SqueezedRows rows = rowsWith(programme, measure);
    if (rows.activity) m_activity = *programme.activities.row(rows.activity->id);
    if (rows.link) m_link = *programme.links.row(rows.link->id);
    if (rows.gone) {
        m_gone = programme.links.indexOf(rows.gone);
        m_link = programme.links[m_gone];
    }
    m_added = rows.added.has_value();
    take(programme, measure);
}

Taken::~Taken() {
    if (m_added) m_programme.links.erase(m_programme.links.size() - 1);
    if (m_activity) m_programme.activities.replace(m_programme.activities.indexOf(m_activity->id), *m_activity);
    if (!m_link) return;
    if (const std::size_t at = m_programme.links.indexOf(m_link->id); at < m_programme.links.size())
        m_programme.links.replace(at, *m_link);
    else
        m_programme.links.insert(m_gone, *m_link);
}

void take(Programme& programme, const SqueezeMeasure& measure) {
    const SqueezedRows rows = rowsWith(programme, measure);
    if (rows.activity) programme.activities.replace(programme.activities.indexOf(rows.activity->id), *rows.activity);
    if (rows.link) programme.links.replace(programme.links.indexOf(rows.link->id), *rows.link);
    if (rows.gone) programme.links.erase(programme.links.indexOf(rows.gone));
    if (rows.added) {
        Link added = *rows.added;
        added.id = programme.links.freshId();
        programme.links.append(std::move(added));
    }
}

} // namespace yarrin

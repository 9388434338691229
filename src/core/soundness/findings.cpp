// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/natural_order.h"
#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/base/work.h"
#include "core/model/describe/references.h"
#include "core/model/lookup.h"
#include "core/model/phrases.h"
#include "core/model/resource_book.h"
#include "core/model/words.h"
#include "core/soundness/measures.h"
#include "core/soundness/proposals.h"

#include <algorithm>
#include <map>
#include <set>
#include <unordered_set>

namespace yarrin {

namespace {

class Finder {
public:
    Finder(const Programme& programme, const Schedule& schedule, const AgreedDates& agreed)
        : m_programme(programme), m_schedule(schedule), m_agreed(agreed), m_lookup(programme), m_book(programme),
          m_proposals(programme, schedule, m_lookup) {}

    std::vector<Finding> run() {
        for (std::size_t i = 0; i < m_programme.activities.size() && workGoesOn(); ++i) {
            const Activity& activity = m_programme.activities[i];
            const ActivityFigures& f = m_schedule.activities[i];
            if (f.aside) continue;
            dates(activity, f);
            names(activity);
            if (activity.kind == ActivityKind::hammock && f.earlyFinish <= f.earlyStart)
                add(Concern::emptyHammock, activity, worded("Its anchors leave no time between them."));
            if (!countsInMeasures(activity, f)) continue;
            ends(activity, f);
            constraint(activity, f);
            floats(activity, f);
            what(activity, f);
        }
        for (const Link& link : m_programme.links) this->link(link);
        redundant();
        if (workGoesOn()) outOfLine();
        calendars();
        sections();
        missed();
        sort();
        setAside();
        return std::move(m_found);
    }

private:
    [[nodiscard]] const Activity& row(ActivityId id) const { return *m_programme.activities.row(id); }
    [[nodiscard]] const ActivityFigures& figures(ActivityId id) const {
        return m_schedule.activities[m_programme.activities.indexOf(id)];
    }
    [[nodiscard]] std::string days(Minutes minutes, const ActivityFigures& f) const {
        return (minutes < 0 ? "-" : "") +
               spanText(std::abs(minutes), DayUnit{m_schedule.calendarOf(f).dayMinutes(), 5});
    }
    [[nodiscard]] std::string named(ActivityId id) const { return row(id).key + " " + row(id).name; }
    Finding& add(Concern concern, const Activity& activity, std::string sentence) {
        Finding& one = m_found.emplace_back();
        one.concern = concern;
        one.activity = activity.id;
        one.sentence = std::move(sentence);
        return one;
    }

    /// A finding about a link is known by its ends and its type.
    static void byLink(Finding& one, const Link& link) {
        one.other = link.from;
        one.link = link.id;
        one.about = wordOf(link.type);
    }

    /// What leads in and out. The job may begin with any start milestone, and end with its last milestone or with one
    /// that a section goes by.
    void ends(const Activity& activity, const ActivityFigures& f) {
        bool startHeld = false, finishLeads = false, any = false, leads = false;
        for (const LinkId id : m_lookup.into(activity.id)) {
            const Link& link = *m_programme.links.row(id);
            if (figures(link.from).aside) continue;
            any = true;
            startHeld = startHeld || link.type == LinkType::fs || link.type == LinkType::ss;
        }
        for (const LinkId id : m_lookup.outOf(activity.id)) {
            const Link& link = *m_programme.links.row(id);
            if (figures(link.to).aside) continue;
            leads = true;
            finishLeads = finishLeads || link.type == LinkType::fs || link.type == LinkType::ff;
        }
        const bool begun = f.state == NodeState::inProgress;
        if (!any && !activity.awaited && !begun && activity.kind != ActivityKind::startMilestone)
            add(Concern::openStart, activity, worded("Nothing leads to it."));
        if (any && !startHeld && !activity.awaited && !begun && activity.kind == ActivityKind::task)
            add(Concern::danglingStart, activity,
                worded("Only its finish waits for other work, nothing holds its start."));
        const bool isSection = std::any_of(m_programme.sections.begin(), m_programme.sections.end(),
                                           [&](const Section& section) { return section.milestone == activity.id; });
        const bool last = activity.kind == ActivityKind::finishMilestone && m_schedule.programmeFinish &&
                          f.earlyFinish >= *m_schedule.programmeFinish;
        if (!leads && !isSection && !last) {
            Finding& one = add(Concern::openEnd, activity, worded("It leads to nothing."));
            if (const ActivityId milestone = m_proposals.milestoneFor(activity); milestone) {
                one.other = milestone;
                one.mendable = true;
                one.sentence += worded(" It could lead to %1.", named(milestone));
            }
        }
        if (leads && !finishLeads && activity.kind == ActivityKind::task)
            add(Concern::danglingFinish, activity, worded("Only its start leads on, nothing waits for its finish."));
    }

    void link(const Link& link) {
        const ActivityFigures &from = figures(link.from), &to = figures(link.to);
        if (from.aside || to.aside || to.state == NodeState::complete) return;
        const CalendarId calendar = lagCalendarOf(m_programme, link);
        const DayUnit unit = dayUnitOf(m_programme, calendar);
        const bool elapsed = calendar == continuousCalendar;
        const std::string lag = spanText(std::abs(link.lag), unit, elapsed);
        const auto found = [&](Concern concern, std::string sentence) {
            byLink(add(concern, row(link.to), std::move(sentence)), link);
        };
        if (link.lag < 0) found(Concern::lead, worded("It begins %1 ahead of %2.", lag, named(link.from)));
        const Minutes day = elapsed ? 1440 : unit.dayMinutes;
        if (link.lag > 0 && !(Fraction(link.lag) < Fraction(limitOf(m_programme, "long-lag-days")) * Fraction(day)))
            found(Concern::longLag, worded("It waits %1 for %2.", lag, named(link.from)));
        else if (link.lag >= day && link.type == LinkType::fs && !elapsed)
            found(Concern::lagOfWork, worded("It waits %1 of working time behind %2.", lag, named(link.from)));
        pastMilestone(link);
    }

    /// The group at the top of the breakdown.
    [[nodiscard]] BreakdownId topOf(const Activity& activity) const {
        BreakdownId top = activity.breakdown;
        for (int depth = 0; top && depth < deepestTree; ++depth) {
            const BreakdownNode* node = m_programme.breakdown.row(top);
            if (!node || !node->parent) break;
            top = node->parent;
        }
        return top;
    }
    void pastMilestone(const Link& link) {
        const Activity &from = row(link.from), &to = row(link.to);
        if (isMilestone(from.kind) || isMilestone(to.kind)) return;
        const BreakdownId group = topOf(from);
        if (!group || !topOf(to) || group == topOf(to)) return;
        const Activity* milestone = nullptr; // of several the first by its id
        for (const LinkId id : m_lookup.outOf(from.id)) {
            const Activity& next = row(m_programme.links.row(id)->to);
            if (isMilestone(next.kind) && topOf(next) == group &&
                (!milestone || standsBefore(next.key, milestone->key)))
                milestone = &next;
        }
        if (!milestone) return;
        Finding& one = add(Concern::pastMilestone, to,
                           worded("It waits for %1 of another group, beside that one's milestone %2.", named(from.id),
                                  milestone->key));
        byLink(one, link);
    }

    void redundant() {
        for (const LinkId id : redundantLinks(m_programme, m_schedule)) {
            const Link& link = *m_programme.links.row(id);
            if (figures(link.to).state == NodeState::complete) continue;
            Finding& one = add(Concern::redundantLink, row(link.to),
                               worded("That it waits for %1 follows from other links.", linkPhrase(m_programme, link)));
            byLink(one, link);
            one.mendable = true;
        }
    }

    /// A date that holds late as well as early. What it costs is found by calculating without it.
    void constraint(const Activity& activity, const ActivityFigures& f) {
        if (!activity.constraint) return;
        const ConstraintType type = activity.constraint->type;
        if (type == ConstraintType::startNotBefore || type == ConstraintType::finishNotBefore) return;
        std::string sentence = worded("It is held by %1.", constraintWords(*activity.constraint));
        if (f.totalFloat && ++m_tried <= mostTried) sentence += " " + costOf(activity);
        Finding& one = add(Concern::hardConstraint, activity, std::move(sentence));
        one.mendable = type != ConstraintType::startNotAfter;
    }
    [[nodiscard]] static std::string constraintWords(const Constraint& constraint) {
        std::string words(wordOf(constraint.type));
        std::replace(words.begin(), words.end(), '_', ' ');
        return words + " " + isoDate(dateOf(constraint.date.at));
    }
    [[nodiscard]] std::string costOf(const Activity& activity) {
        Programme without = m_programme;
        Activity free = activity;
        free.constraint.reset();
        without.activities.replace(without.activities.indexOf(activity.id), std::move(free));
        const Schedule dates = yarrin::schedule(without, m_cache);
        if (!dates.ok()) return {};
        const std::size_t at = m_programme.activities.indexOf(activity.id);
        const ActivityFigures &now = m_schedule.activities[at], &then = dates.activities[at];
        const WorkCalendar& own = m_schedule.calendarOf(now);
        const Minutes earlier = own.worked(now.earlyStart) - own.worked(then.earlyStart);
        std::string words = earlier > 0   ? worded("Without it it would start %1 earlier", days(earlier, now))
                            : earlier < 0 ? worded("Without it it would start %1 later", days(-earlier, now))
                                          : worded("Without it it would start as it does");
        std::vector<std::pair<std::string, int>> moved; // sections, as people count them
        for (std::size_t s = 0; s < dates.sections.size(); ++s)
            if (dates.sections[s].forecast && m_schedule.sections[s].forecast)
                if (const int by = *m_schedule.sections[s].forecast - *dates.sections[s].forecast; by != 0)
                    moved.emplace_back(m_programme.sections[s].key, by);
        std::sort(moved.begin(), moved.end(),
                  [](const auto& a, const auto& b) { return standsBefore(a.first, b.first); });
        for (const auto& [section, by] : moved)
            words += by > 0 ? wordedCount(", section %2 be complete %1 day earlier",
                                          ", section %2 be complete %1 days earlier", by, section)
                            : wordedCount(", section %2 be complete %1 day later",
                                          ", section %2 be complete %1 days later", -by, section);
        if (now.totalFloat && then.totalFloat && *now.totalFloat != *then.totalFloat)
            words += worded(", and have %1 of float, not %2", days(*then.totalFloat, now), days(*now.totalFloat, now));
        return words + ".";
    }

    void floats(const Activity& activity, const ActivityFigures& f) {
        const Minutes day = m_schedule.calendarOf(f).dayMinutes();
        const auto beyond = [&](Minutes minutes, std::string_view limit) {
            return Fraction(limitOf(m_programme, limit)) * Fraction(day) < Fraction(minutes);
        };
        if (f.totalFloat && *f.totalFloat < 0)
            add(Concern::negativeFloat, activity,
                worded("It has %1 of float%2.", days(*f.totalFloat, f), reasonOfNegative(activity, f)));
        if (f.totalFloat && beyond(*f.totalFloat, "high-float-days"))
            add(Concern::highFloat, activity, worded("It has %1 of float.", days(*f.totalFloat, f)));
        if (activity.kind == ActivityKind::task && beyond(f.duration, "long-duration-days"))
            add(Concern::longDuration, activity, worded("It takes %1.", days(f.duration, f)));
    }
    /// Which date it is that the negative float comes from: the first one that the driving chain on from it meets.
    [[nodiscard]] std::string reasonOfNegative(const Activity& activity, const ActivityFigures& f) const {
        const ActivityId source = m_proposals.sourceOfLateness(activity.id);
        if (!source || !f.totalFloat) return {};
        const Activity& at = row(source);
        const Section* due = nullptr; // of several the first that is due, then by its id
        const auto when = [](const Section& section) {
            return std::tuple(section.completion + section.grantedDays, section.key);
        };
        for (const Section& section : m_programme.sections)
            if (section.milestone == source && m_programme.job.lateDatesFrom == LateDatesFrom::contract &&
                (!due || when(section) < when(*due)))
                due = &section;
        if (due) return worded(": section %1 is due on %2", due->key, isoDate(due->completion + due->grantedDays));
        if (at.constraint) return worded(": %1 is held by %2", at.key, constraintWords(*at.constraint));
        return m_programme.job.requiredFinish
                   ? worded(": the finish is required on %1", isoDate(dateOf(*m_programme.job.requiredFinish)))
                   : std::string();
    }

    void what(const Activity& activity, const ActivityFigures& f) {
        if (activity.kind != ActivityKind::task || f.duration == 0) return;
        if (!activity.measure || activity.measure->quantity.sign() == 0)
            add(Concern::noQuantity, activity, worded("No quantity is behind its duration."));
        if (m_book.usesOf(activity).empty())
            add(Concern::noResource, activity, worded("Nobody and nothing is said to do it."));
        if (!activity.breakdown || (!activity.location && !m_programme.locations.empty()))
            add(Concern::noPlace, activity,
                !activity.breakdown ? worded("It stands in no group of the breakdown.")
                                    : worded("It stands at no location."));
    }

    void names(const Activity& activity) {
        const std::string name = lowered(trimmed(activity.name));
        if (name.empty()) {
            add(Concern::noName, activity, worded("It has no name."));
            return;
        }
        m_named[{name, activity.breakdown, activity.location}].push_back(activity.id);
    }

    /// Actual dates that cannot be, and work that went on before it could.
    void dates(const Activity& activity, const ActivityFigures& f) {
        const auto& dataDate = m_programme.job.dataDate;
        for (const auto* actual : {&activity.actualStart, &activity.actualFinish})
            if (*actual && dataDate && **actual > *dataDate) {
                add(Concern::futureActual, activity,
                    actual == &activity.actualStart
                        ? worded("Its actual start, %1, lies behind the data date.", isoDate(dateOf(**actual)))
                        : worded("Its actual finish, %1, lies behind the data date.", isoDate(dateOf(**actual))));
                break;
            }
        if (f.state == NodeState::notStarted) return;
        for (const LinkId id : m_lookup.into(activity.id)) {
            const Link& link = *m_programme.links.row(id);
            if (figures(link.from).aside || !wentAhead(link, activity)) continue;
            Finding& one = add(Concern::outOfSequence, activity,
                               worded("It went on before %1 let it.", linkPhrase(m_programme, link)));
            byLink(one, link);
        }
    }
    /// Whether the later end of a link was reached although the earlier one was not, or was on a later day: actual
    /// dates are told by the day, and within one nobody knows what came first.
    [[nodiscard]] bool wentAhead(const Link& link, const Activity& to) const {
        const bool fromStart = link.type == LinkType::ss || link.type == LinkType::sf;
        const bool toStart = link.type == LinkType::fs || link.type == LinkType::ss;
        const Activity& from = row(link.from);
        const std::optional<Instant> before = endOf(from, fromStart), after = endOf(to, toStart);
        const auto day = [](Instant at, bool start) { return start ? dateOf(at) : completionDate(at); };
        return after && (!before || day(*after, toStart) < day(*before, fromStart));
    }
    [[nodiscard]] static std::optional<Instant> endOf(const Activity& activity, bool start) {
        if (!isMilestone(activity.kind)) return start ? activity.actualStart : activity.actualFinish;
        return activity.actualStart ? activity.actualStart : activity.actualFinish;
    }

    void outOfLine() {
        for (std::size_t i = 0; i < m_programme.activities.size(); ++i) {
            const Activity& activity = m_programme.activities[i];
            const ActivityFigures& f = m_schedule.activities[i];
            if (activity.kind != ActivityKind::task || !countsInMeasures(activity, f) || !f.freeFloat) continue;
            const Minutes day = m_schedule.calendarOf(f).dayMinutes();
            if (!(Fraction(limitOf(m_programme, "float-out-of-line-days")) * Fraction(day) < Fraction(*f.freeFloat)))
                continue;
            Finding& one =
                add(Concern::floatOutOfLine, activity,
                    worded("It can be %1 later before anything that follows it moves.", days(*f.freeFloat, f)));
            if (const ActivityId next = m_proposals.followerFor(activity.id); next) {
                one.other = next;
                one.mendable = true;
                one.sentence += worded(" %1 may be what waits for it.", named(next));
            }
        }
    }

    void calendars() {
        std::unordered_set<CalendarId> used{m_programme.job.defaultCalendar};
        const auto look = [&](const auto& table) {
            for (const auto& one : table)
                describe::forEachReference(one, [&](const auto&, auto id) {
                    if constexpr (std::is_same_v<decltype(id), CalendarId>) used.insert(id);
                });
        };
        look(m_programme.activities);
        look(m_programme.resources);
        look(m_programme.sequences);
        look(m_programme.calendars);
        for (const Calendar& calendar : m_programme.calendars)
            if (!used.contains(calendar.id)) {
                Finding& one = m_found.emplace_back();
                one.concern = Concern::unusedCalendar;
                one.about = calendar.key;
                one.sentence = worded("Nothing works to the calendar %1.", calendar.name);
                one.mendable = true;
            }
    }
    void sections() {
        for (const Section& section : m_programme.sections) {
            const bool lone = !section.milestone || m_lookup.into(section.milestone).empty();
            if (!lone || section.takenOver) continue;
            Finding& one = m_found.emplace_back();
            one.concern = Concern::loneSection;
            one.about = section.key;
            one.activity = section.milestone;
            one.sentence = section.milestone ? worded("Nothing leads to %1, by which section %2 goes.",
                                                      row(section.milestone).key, section.key)
                                             : worded("Section %1 goes by no milestone.", section.key);
        }
    }
    void missed() {
        const auto& dataDate = m_programme.job.dataDate;
        for (const auto& [key, ids] : m_named)
            if (ids.size() > 1)
                for (const ActivityId id : ids)
                    add(Concern::sameName, row(id), worded("Its name is that of another one of its group and place."));
        if (!m_agreed.programme || !dataDate) return;
        for (std::size_t i = 0; i < m_agreed.programme->activities.size(); ++i) {
            const Activity& then = m_agreed.programme->activities[i];
            const Instant due = m_agreed.schedule->activities[i].earlyFinish;
            const Activity* now = m_programme.activities.row(then.id);
            if (then.kind != ActivityKind::task || !now || due > *dataDate) continue;
            const ActivityFigures& f = figures(then.id);
            if (f.state == NodeState::complete && f.earlyFinish <= due) continue;
            add(Concern::missed, *now,
                f.state == NodeState::complete
                    ? worded("It was to be finished on %1 and was on %2.", isoDate(completionDate(due)),
                             isoDate(completionDate(f.earlyFinish)))
                    : worded("It was to be finished on %1 and is not.", isoDate(completionDate(due))));
        }
    }

    void sort() {
        const auto key = [&](ActivityId id) { return id ? row(id).key : std::string(); };
        std::stable_sort(m_found.begin(), m_found.end(), [&](const Finding& a, const Finding& b) {
            if (a.concern != b.concern) return a.concern < b.concern;
            if (a.activity != b.activity) return standsBefore(key(a.activity), key(b.activity));
            if (a.other != b.other) return standsBefore(key(a.other), key(b.other));
            return std::pair(a.about, a.sentence) < std::pair(b.about, b.sentence);
        });
    }
    void setAside() {
        for (Finding& finding : m_found)
            for (const SetAside& one : m_programme.setAside)
                if (isFindingOf(one, finding)) finding.aside = one.reason;
    }

    static constexpr int mostTried = 200; ///< hard constraints that are calculated without

    const Programme& m_programme;
    const Schedule& m_schedule;
    const AgreedDates& m_agreed;
    Lookup m_lookup;
    ResourceBook m_book;
    Proposals m_proposals;
    CalendarCache m_cache;
    int m_tried = 0;
    std::map<std::tuple<std::string, BreakdownId, LocationId>, std::vector<ActivityId>> m_named;
    std::vector<Finding> m_found;
};

} // namespace

Soundness soundnessOf(const Programme& programme, const Schedule& schedule, const AgreedDates& agreed) {
    Soundness out;
    out.findings = Finder(programme, schedule, agreed).run();
    out.measures = measuresOf(programme, schedule, agreed, out.findings);
    return out;
}

bool isFindingOf(const SetAside& one, const Finding& finding) {
    // What a mend proposes is no part of what was found.
    const bool byLink = bool(finding.link);
    return one.concern == kindOf(finding.concern).word && one.activity == finding.activity &&
           one.about == finding.about && one.other == (byLink ? finding.other : ActivityId{});
}

} // namespace yarrin

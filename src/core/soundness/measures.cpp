// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/soundness/measures.h"

#include "core/base/worded.h"
#include "core/model/resource_book.h"

#include <algorithm>

namespace yarrin {

namespace {

using Verdict = SoundnessMeasure::Verdict;

/// Counts for the fourteen, over what is not complete.
class Measuring {
public:
    Measuring(const Programme& programme, const Schedule& schedule, const AgreedDates& agreed,
              const std::vector<Finding>& findings)
        : m_programme(programme), m_schedule(schedule), m_agreed(agreed), m_findings(findings) {
        for (std::size_t i = 0; i < programme.activities.size(); ++i)
            if (countsInMeasures(programme.activities[i], schedule.activities[i])) {
                ++m_activities;
                if (programme.activities[i].kind == ActivityKind::task) ++m_tasks;
            }
        for (const Link& link : programme.links)
            if (isMeasured(link)) {
                ++m_links;
                m_leads += link.lag < 0 ? 1 : 0;
                m_lags += link.lag > 0 ? 1 : 0;
                m_finishToStart += link.type == LinkType::fs ? 1 : 0;
            }
    }

    std::vector<SoundnessMeasure> run() {
        logic();
        floats();
        resources();
        progress();
        criticalPath();
        indexes();
        std::sort(m_out.begin(), m_out.end(), [](const auto& a, const auto& b) { return a.number < b.number; });
        return std::move(m_out);
    }

private:
    [[nodiscard]] const ActivityFigures& figures(ActivityId id) const {
        return m_schedule.activities[m_programme.activities.indexOf(id)];
    }
    /// A link counts as long as the work that it leads to is not complete.
    [[nodiscard]] bool isMeasured(const Link& link) const {
        const ActivityFigures &from = figures(link.from), &to = figures(link.to);
        return !from.aside && !to.aside && to.state != NodeState::complete;
    }
    [[nodiscard]] std::int64_t activitiesWith(std::initializer_list<Concern> concerns, bool tasksOnly = false) const {
        std::vector<ActivityId> ids;
        for (const Finding& finding : m_findings)
            for (const Concern concern : concerns)
                if (finding.concern == concern && finding.activity &&
                    (!tasksOnly || m_programme.activities.row(finding.activity)->kind == ActivityKind::task))
                    ids.push_back(finding.activity);
        std::sort(ids.begin(), ids.end());
        return std::unique(ids.begin(), ids.end()) - ids.begin();
    }
    SoundnessMeasure& share(int number, std::string_view word, std::string_view title, std::int64_t count,
                            std::int64_t of) {
        SoundnessMeasure one;
        one.number = number;
        one.word = word;
        one.title = title;
        one.count = count;
        one.of = of;
        const LimitKind* kind = limitKind(word);
        one.limit = limitOf(m_programme, word);
        one.atLeast = kind && kind->atLeast;
        if (of > 0) {
            one.value = Fraction(100) * Fraction(count) / Fraction(of);
            const bool passes =
                one.atLeast ? !(*one.value < Fraction(*one.limit)) : !(Fraction(*one.limit) < *one.value);
            one.verdict = passes ? Verdict::passes : Verdict::fails;
        } else {
            one.note = worded("there is nothing to measure");
        }
        return m_out.emplace_back(std::move(one));
    }

    void logic() {
        share(1, "missing-logic", toWord("Missing logic"), activitiesWith({Concern::openStart, Concern::openEnd}),
              m_activities);
        share(2, "leads", toWord("Leads"), m_leads, m_links);
        share(3, "lags", toWord("Lags"), m_lags, m_links);
        share(4, "finish-to-start", toWord("Finish to start"), m_finishToStart, m_links);
        share(5, "hard-constraints", toWord("Hard constraints"), activitiesWith({Concern::hardConstraint}),
              m_activities);
    }
    void floats() {
        share(6, "high-float", toWord("High float"), activitiesWith({Concern::highFloat}), m_activities);
        share(7, "negative-float", toWord("Negative float"), activitiesWith({Concern::negativeFloat}), m_activities);
        share(8, "long-durations", toWord("Long durations"), activitiesWith({Concern::longDuration}), m_tasks);
        share(9, "invalid-dates", toWord("Invalid dates"), activitiesWith({Concern::futureActual}),
              std::int64_t(m_programme.activities.size()));
    }
    void resources() {
        share(10, "unresourced", toWord("Without a resource"), activitiesWith({Concern::noResource}, true), m_tasks);
    }

    /// Of what was to be finished by the data date: what was not, or was late; and how much was finished at all.
    void progress() {
        const auto& dataDate = m_programme.job.dataDate;
        std::int64_t due = 0, missed = 0, finished = 0;
        if (m_agreed.programme && dataDate)
            for (std::size_t i = 0; i < m_agreed.programme->activities.size(); ++i) {
                const Activity& then = m_agreed.programme->activities[i];
                if (then.kind == ActivityKind::task && m_agreed.schedule->activities[i].earlyFinish <= *dataDate) ++due;
            }
        if (m_agreed.programme && dataDate)
            for (std::size_t i = 0; i < m_programme.activities.size(); ++i)
                if (m_programme.activities[i].kind == ActivityKind::task &&
                    m_schedule.activities[i].state == NodeState::complete)
                    ++finished;
        missed = activitiesWith({Concern::missed}, true);
        const char* why = !dataDate ? toWord("there is no data date") : toWord("no programme is agreed");
        SoundnessMeasure& late = share(11, "missed", toWord("Missed finishes"), missed, due);
        if (due == 0)
            late.note = m_agreed.programme && dataDate ? worded("nothing was to be finished yet") : worded(why);
        SoundnessMeasure& executed = share(14, "baseline-execution", toWord("Baseline execution index"), finished, due);
        if (due == 0)
            executed.note = m_agreed.programme && dataDate ? worded("nothing was to be finished yet") : worded(why);
    }

    /// Six hundred days more on the most critical work must be seen at the finish.
    void criticalPath() {
        SoundnessMeasure one;
        one.number = 12;
        one.word = "critical-path-test";
        one.title = toWord("Critical path test");
        const Activity* chosen = nullptr;
        const ActivityFigures* at = nullptr;
        for (std::size_t i = 0; i < m_programme.activities.size(); ++i) {
            const Activity& activity = m_programme.activities[i];
            const ActivityFigures& f = m_schedule.activities[i];
            if (activity.kind != ActivityKind::task || f.aside || f.state == NodeState::complete || !f.onLongestPath)
                continue;
            const auto rank = [](const Activity& a, const ActivityFigures& of) {
                return std::tuple(of.totalFloat.value_or(0), of.earlyStart, a.key);
            };
            if (!chosen || rank(activity, f) < rank(*chosen, *at)) {
                chosen = &activity;
                at = &f;
            }
        }
        if (!chosen || !m_schedule.programmeFinish) {
            one.note = worded("nothing that is not complete lies on the longest path");
            m_out.push_back(std::move(one));
            return;
        }
        constexpr int added = 600;
        const WorkCalendar& own = m_schedule.calendarOf(*at);
        const Minutes more = added * own.dayMinutes();
        Programme longer = m_programme;
        Activity activity = *chosen;
        if (activity.remaining) activity.remaining = *activity.remaining + more;
        activity.duration = at->duration + more;
        activity.measure.reset();
        activity.bookItem = {};
        longer.activities.replace(longer.activities.indexOf(chosen->id), std::move(activity));
        const Schedule later = schedule(longer);
        if (!later.ok() || !later.programmeFinish) {
            one.note = worded("with so much more work it cannot be calculated");
            m_out.push_back(std::move(one));
            return;
        }
        const Minutes moved = own.worked(*later.programmeFinish) - own.worked(*m_schedule.programmeFinish);
        one.count = moved / own.dayMinutes();
        one.of = added;
        one.value = Fraction(100) * Fraction(moved) / Fraction(more);
        one.verdict = Fraction(95) < *one.value ? Verdict::passes : Verdict::fails;
        one.note = worded("%1 days more on %2", added, chosen->key);
        m_out.push_back(std::move(one));
    }

    /// The length of what is left with its float, by its length: days from the data date (else the start) to the
    /// finish, and the least float to a date that must be kept.
    void indexes() {
        SoundnessMeasure one;
        one.number = 13;
        one.word = "critical-path-length";
        one.title = toWord("Critical path length index");
        one.limit = limitOf(m_programme, one.word);
        one.atLeast = true;
        const Instant from = std::max(m_programme.job.start, m_programme.job.dataDate.value_or(m_programme.job.start));
        if (!m_schedule.programmeFinish || *m_schedule.programmeFinish <= from) {
            one.note = worded("nothing is left to do");
            m_out.push_back(std::move(one));
            return;
        }
        std::optional<Fraction> least; // in days
        for (const ActivityFigures& f : m_schedule.activities)
            if (f.totalFloat && !f.aside && f.state != NodeState::complete) {
                const Fraction days = Fraction(*f.totalFloat) / Fraction(m_schedule.calendarOf(f).dayMinutes());
                least = least ? std::min(*least, days) : days;
            }
        one.of = completionDate(*m_schedule.programmeFinish) - dateOf(from) + 1;
        // Calendar days of the path against working days of float would not be one measure.
        const Fraction length = workingDaysTo(from);
        if (!least || length.sign() <= 0) {
            one.note = worded("nothing has float");
            m_out.push_back(std::move(one));
            return;
        }
        one.of = length.floor().value_or(0);
        one.count = (length + *least).floor().value_or(0);
        one.value = Fraction(100) * (length + *least) / length;
        one.verdict = *one.value < Fraction(*one.limit) ? Verdict::fails : Verdict::passes;
        m_out.push_back(std::move(one));
    }

    /// Days of the calendar of the last activity from an instant to the finish.
    [[nodiscard]] Fraction workingDaysTo(Instant from) const {
        const ActivityFigures* last = nullptr;
        std::string key;
        for (std::size_t i = 0; i < m_schedule.activities.size(); ++i) {
            const ActivityFigures& f = m_schedule.activities[i];
            if (f.aside || m_programme.activities[i].kind == ActivityKind::hammock) continue;
            const std::string& name = m_programme.activities[i].key;
            if (!last || std::pair(last->earlyFinish, name) < std::pair(f.earlyFinish, key)) {
                last = &f;
                key = name;
            }
        }
        if (!last) return 0;
        const WorkCalendar& own = m_schedule.calendarOf(*last);
        return Fraction(own.worked(*m_schedule.programmeFinish) - own.worked(from)) / Fraction(own.dayMinutes());
    }

    const Programme& m_programme;
    const Schedule& m_schedule;
    const AgreedDates& m_agreed;
    const std::vector<Finding>& m_findings;
    std::int64_t m_activities = 0, m_tasks = 0, m_links = 0, m_leads = 0, m_lags = 0, m_finishToStart = 0;
    std::vector<SoundnessMeasure> m_out;
};

} // namespace

bool countsInMeasures(const Activity& activity, const ActivityFigures& figures) {
    return activity.kind != ActivityKind::hammock && !figures.aside && figures.state != NodeState::complete;
}

std::vector<SoundnessMeasure> measuresOf(const Programme& programme, const Schedule& schedule,
                                         const AgreedDates& agreed, const std::vector<Finding>& findings) {
    return Measuring(programme, schedule, agreed, findings).run();
}

} // namespace yarrin

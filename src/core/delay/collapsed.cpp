// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The job as built without its events, and with them put back, docs/engine.md section 11.
#include "core/base/worded.h"
#include "core/delay/as_built.h"
#include "core/delay/insertion.h"
#include "core/delay/parts.h"
#include "core/delay/prolongation.h"
#include "core/delay/state.h"

#include <algorithm>

namespace yarrin {

namespace {

/// The job as built without the events of some groups, and what putting them back moves.
class CollapsedSteps {
public:
    CollapsedSteps(const AnalysisState& built, const std::vector<SectionId>& sections, CalendarCache& cache)
        : m_built(built), m_sections(sections), m_cache(cache) {}

    void add(EventGroup group) { m_groups.push_back(std::move(group)); }
    [[nodiscard]] std::size_t size() const { return m_groups.size(); }
    /// With the first so many groups in.
    [[nodiscard]] AnalysisState state(std::size_t groups) { return with(groups, {}, {}); }

    std::vector<DelayStep> of(std::size_t g) {
        const AnalysisState before = state(g), after = state(g + 1);
        const EventGroup& group = m_groups[g];
        std::vector<AnalysisState> first, last;
        if (group.size() > 1)
            for (const DelayEvent* member : group) {
                first.push_back(with(g, member->id, {}));
                last.push_back(with(g + 1, {}, member->id));
            }
        std::vector<DelayStep> steps(group.size());
        DelayStep common;
        common.kind = DelayStep::Kind::common;
        bool says = false;
        for (const SectionId section : m_sections) {
            const auto days = [&](const AnalysisState& a, const AnalysisState& b) {
                return *b.completion(section) - *a.completion(section);
            };
            std::vector<int> front, behind;
            for (std::size_t i = 0; i < first.size(); ++i) {
                front.push_back(days(before, first[i]));
                behind.push_back(days(last[i], after));
            }
            const Parts parts =
                group.size() == 1 ? Parts{{days(before, after)}, 0} : partsOf(days(before, after), front, behind);
            Date reached = *before.completion(section);
            bool neutral = false;
            for (std::size_t i = 0; i < group.size(); ++i) {
                steps[i].event = group[i]->id;
                neutral = neutral || group[i]->risk == Risk::neutral;
                addFigures(steps[i], section, reached, parts.own[i], group[i]->risk == Risk::employer, before, after);
            }
            addFigures(common, section, reached, parts.common, !neutral, before, after);
            says = says || parts.common != 0;
        }
        for (const DelayEvent* member : group) common.together.push_back(member->id);
        if (says) steps.push_back(std::move(common));
        const Fraction was = timeCost(before.programme(), before.figures());
        for (DelayStep& step : steps) step.timeCostBefore = step.timeCostAfter = was;
        steps.back().timeCostAfter = timeCost(after.programme(), after.figures());
        return steps;
    }

private:
    static void addFigures(DelayStep& step, SectionId section, Date& reached, int moved, bool paid,
                           const AnalysisState& before, const AnalysisState& after) {
        const int time = std::max(0, moved);
        step.sections.push_back({section, reached, reached + moved, time, 0, moved, paid ? time : 0,
                                 before.chain(section), after.chain(section)});
        reached = reached + moved;
    }
    [[nodiscard]] AnalysisState with(std::size_t groups, EventId also, EventId not_) {
        Programme programme = m_built.programme();
        for (std::size_t g = 0; g < m_groups.size(); ++g)
            for (const DelayEvent* event : m_groups[g])
                if ((g >= groups && event->id != also) || event->id == not_) switchOff(programme, event->id);
        return AnalysisState(std::move(programme), m_cache);
    }

    const AnalysisState& m_built;
    const std::vector<SectionId>& m_sections;
    CalendarCache& m_cache;
    std::vector<EventGroup> m_groups;
};

} // namespace

/// Last in, first out: each group of events is measured with the earlier ones still in.
void Analyst::collapsed() {
    BuiltJob job = asBuilt(m_states.back());
    const AnalysisState built(std::move(job.programme), m_cache);
    if (!built.figures().ok()) {
        m_out.notes.push_back(
            worded("the job as built cannot be taken apart: %1", built.figures().errors.front().sentence()));
        return addProgress(DelayStep::Kind::unseen, last(), m_states.front(), m_states.back());
    }
    for (const BuiltJob::Cut& one : job.cuts)
        flag(DelayFlag::Kind::aboveTaken, one.event, last(),
             worded("%1 adds more to %2 than it took beyond what was planned; it counts as far as that",
                    now().events.row(one.event)->key, now().activities.row(one.activity)->key));
    // What the contract programme has already, and what is our own, stays.
    std::vector<const DelayEvent*> going;
    const Programme& plan = m_states.front().programme();
    for (const DelayEvent* event : m_events) {
        if (event->risk != Risk::contractor && !countingIn(plan, event->id)) going.push_back(event);
    }
    CollapsedSteps steps(built, m_sections, m_cache);
    for (EventGroup& group : groupsOf(going)) steps.add(std::move(group));
    if (stopped()) return;
    addProgress(DelayStep::Kind::progress, last(), m_states.front(), steps.state(0));
    for (std::size_t g = 0; g < steps.size() && !stopped(); ++g)
        for (DelayStep& step : steps.of(g)) {
            step.window = last();
            m_out.steps.push_back(std::move(step));
        }
    addProgress(DelayStep::Kind::unseen, last(), built, m_states.back());
}

} // namespace yarrin

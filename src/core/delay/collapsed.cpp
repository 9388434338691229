// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// The job as built, as a programme whose dates follow from logic again, docs/engine.md section 11.
#include "core/delay/insertion.h"
#include "core/delay/state.h"
#include "core/network/effects.h"
#include "core/network/link_bound.h"

#include <algorithm>
#include <unordered_map>

namespace yarrin {

namespace {

/// Makes of a forecast a programme without progress that gives the same dates: durations as they were and are expected,
/// lags as long as the waits really were. What events did stays theirs, so that it can be taken out.
class AsBuilt {
public:
    explicit AsBuilt(const AnalysisState& now) : m_now(now), m_model(now.programme()) {}

    Programme make() {
        m_model.job.dataDate.reset();
        m_model.job.requiredFinish.reset();
        effects();
        activities();
        links();
        return std::move(m_model);
    }

private:
    [[nodiscard]] const WorkCalendar& calendar(const ActivityFigures& f) const { return m_now.figures().calendarOf(f); }

    /// Changed quantities and outputs become the work that they add; access becomes when it was really had.
    void effects() {
        std::unordered_map<ActivityId, std::vector<ActingEffect>> before;
        std::vector<DelayEvent> events = m_model.events.take();
        for (DelayEvent& event : events) {
            if (!event.inForecast) continue;
            for (Effect& effect : event.effects) {
                const Activity& activity = *m_now.programme().activities.row(effect.activity);
                const ActivityFigures& f = m_now.of(effect.activity);
                const Minutes day = calendar(f).dayMinutes();
                const bool ofMeasure = effect.kind == EffectKind::quantity || effect.kind == EffectKind::output;
                if (!ofMeasure) continue;
                // Only the change itself: what others add is theirs.
                std::vector<ActingEffect>& earlier = before[effect.activity];
                const Minutes without = affectedDuration(activity, earlier, day);
                const DelayEvent* real = m_now.programme().events.row(event.id);
                const auto place = static_cast<std::size_t>(&effect - event.effects.data());
                earlier.push_back({real, &real->effects[place]});
                const Minutes with = affectedDuration(activity, earlier, day);
                effect.kind = EffectKind::addedWork;
                effect.work = with - without;
                effect.value.reset();
            }
        }
        m_model.events.assign(std::move(events));
    }

    void activities() {
        const ActingEffects acting(m_model);
        std::vector<Activity> rows = m_model.activities.take();
        for (std::size_t i = 0; i < rows.size(); ++i) {
            Activity& row = rows[i];
            const ActivityFigures& f = m_now.figures().activities[i];
            if (row.kind == ActivityKind::hammock || f.aside) continue;
            const bool started = f.state != NodeState::notStarted;
            row.actualStart.reset();
            row.actualFinish.reset();
            row.remaining.reset();
            row.measure.reset();
            row.quantityDone.reset();
            row.pauses.clear();
            row.stretch = false;
            row.asLate = false;
            row.deadline.reset();
            if (started) row.constraint.reset();
            if (isMilestone(row.kind)) continue;
            const Minutes span = calendar(f).worked(f.earlyFinish) - calendar(f).worked(f.earlyStart);
            row.duration = std::max<Minutes>(0, span - addedWork(acting.on(row.id)));
        }
        m_model.activities.assign(std::move(rows));
    }

    /// Every start gets its wait from the link that ended last, or from its access where that came later.
    void links() {
        const Programme& real = m_now.programme();
        std::unordered_map<ActivityId, std::pair<Instant, std::size_t>> last; // of the links that hold a start
        LinkBounds bounds(real, m_now.figures());
        std::vector<Link> links = m_model.links.take();
        for (std::size_t i = 0; i < links.size(); ++i) {
            const ActivityFigures &from = m_now.of(links[i].from), &to = m_now.of(links[i].to);
            if (from.aside || to.aside) continue;
            const Instant bound = bounds.onSuccessor(real.links[i]);
            const bool ofStart = entersStart(links[i]);
            const WorkCalendar& own = calendar(to);
            const Instant met = ofStart ? to.earlyStart : to.earlyFinish;
            if (own.worked(bound) > own.worked(met)) measureLag(links[i], from, to); // out of sequence
            if (!ofStart) continue;
            const auto known = last.find(links[i].to);
            if (known == last.end() || bound > known->second.first) last[links[i].to] = {bound, i};
        }
        std::vector<Activity> rows = m_model.activities.take();
        const ActingEffects acting(m_model);
        std::vector<std::pair<ActivityId, Date>> accesses;
        for (std::size_t i = 0; i < rows.size(); ++i) {
            const ActivityFigures& f = m_now.figures().activities[i];
            if (rows[i].kind == ActivityKind::hammock || f.aside) continue;
            if (rows[i].constraint && boundsStart(rows[i].constraint->type)) continue; // not started, held by its date
            const WorkCalendar& own = calendar(f);
            const auto held = last.find(rows[i].id);
            const auto access = accessOf(acting.on(rows[i].id));
            const Instant wait = held == last.end() ? m_model.job.start : held->second.first;
            if (access && own.worked(startOf(access->first)) > own.worked(wait)) {
                accesses.emplace_back(rows[i].id, dateOf(f.earlyStart));
                continue;
            }
            if (own.worked(wait) >= own.worked(f.earlyStart)) continue;
            if (held != last.end())
                measureLag(links[held->second.second], m_now.of(links[held->second.second].from), f);
            else if (!rows[i].event) // a fragment stands or falls with its event's date
                rows[i].constraint = Constraint{ConstraintType::startNotBefore, {f.earlyStart, false}};
            else
                rows[i].constraint = Constraint{ConstraintType::startOn, {f.earlyStart, false}};
        }
        m_model.activities.assign(std::move(rows));
        m_model.links.assign(std::move(links));
        std::vector<DelayEvent> events = m_model.events.take();
        for (DelayEvent& event : events)
            for (Effect& effect : event.effects)
                for (const auto& [id, date] : accesses)
                    if (effect.kind == EffectKind::access && effect.activity == id) effect.from = date;
        m_model.events.assign(std::move(events));
    }

    static bool entersStart(const Link& link) { return link.type == LinkType::fs || link.type == LinkType::ss; }

    /// The lag that was really kept, on the calendar of the successor.
    void measureLag(Link& link, const ActivityFigures& from, const ActivityFigures& to) const {
        const bool leavesStart = link.type == LinkType::ss || link.type == LinkType::sf;
        const WorkCalendar& own = calendar(to);
        link.lagCalendar = LagCalendar::successor;
        link.lag = own.worked(entersStart(link) ? to.earlyStart : to.earlyFinish) -
                   own.worked(leavesStart ? from.earlyStart : from.earlyFinish);
    }

    const AnalysisState& m_now;
    Programme m_model;
};

} // namespace

void Analyst::collapsed() {
    const std::size_t window = m_states.size() - 1;
    const AnalysisState built(AsBuilt(m_states.back()).make(), m_cache);
    if (!built.figures().ok()) {
        m_out.notes.push_back("the job as built cannot be taken apart: " + built.figures().errors.front().sentence());
        return addProgress(DelayStep::Kind::unseen, window, m_states.front(), m_states.back());
    }
    // Last in, first out: each removal is measured with the earlier events still in.
    std::vector<AnalysisState> states{built};
    std::vector<const DelayEvent*> taken;
    for (std::size_t i = m_events.size(); i-- > 0 && !stopped();) {
        if (m_events[i]->risk == Risk::contractor) continue;
        Programme without = states.back().programme();
        switchOff(without, m_events[i]->id);
        states.emplace_back(std::move(without), m_cache);
        taken.push_back(m_events[i]);
    }
    if (stopped()) return;
    addProgress(DelayStep::Kind::progress, window, m_states.front(), states.back());
    for (std::size_t i = taken.size(); i-- > 0;) {
        const AnalysisState &before = states[i + 1], &after = states[i];
        DelayStep step;
        step.event = taken[i]->id;
        step.window = window;
        const std::vector<int> moved = movesBetween(before, after);
        for (std::size_t n = 0; n < m_sections.size(); ++n)
            step.sections.push_back({m_sections[n], {}, {}, std::max(0, moved[n]), 0, moved[n], {}, {}});
        addStep(std::move(step), before, after);
    }
    addProgress(DelayStep::Kind::unseen, window, built, m_states.back());
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/delay/as_built.h"

#include "core/network/effects.h"
#include "core/network/link_bound.h"

#include <algorithm>
#include <unordered_map>

namespace yarrin {

namespace {

class AsBuilt {
public:
    explicit AsBuilt(const AnalysisState& now)
        : m_now(now), m_model(now.programme()), m_bounds(now.programme(), now.figures()) {}

    BuiltJob make() {
        m_model.job.dataDate.reset();
        m_model.job.requiredFinish.reset();
        effects();
        activities();
        links();
        return {std::move(m_model), std::move(m_cuts)};
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
            const Activity& real = *m_now.programme().activities.row(row.id);
            const Minutes planned = affectedDuration(real, {}, calendar(f).dayMinutes());
            const Minutes span = workOf(row.id, f, planned + addedWork(acting.on(row.id)));
            if (started) cutTo(row.id, std::max<Minutes>(0, span - planned));
            row.duration = std::max<Minutes>(0, span - addedWork(ActingEffects(m_model).on(row.id)));
        }
        m_model.activities.assign(std::move(rows));
    }

    /// Working time of an activity that is its own. Where a link held its finish beyond its work, that wait is the
    /// link's, and only what it took behind the bound is its own beside its work.
    [[nodiscard]] Minutes workOf(ActivityId id, const ActivityFigures& f, Minutes work) {
        const WorkCalendar& own = calendar(f);
        const Minutes span = own.worked(f.earlyFinish) - own.worked(f.earlyStart);
        std::optional<Minutes> held;
        for (const std::size_t i : finishLinks(id)) {
            const Link& link = m_now.programme().links[i];
            if (m_now.of(link.from).aside) continue;
            const Minutes bound = own.worked(m_bounds.onSuccessor(link));
            held = std::max(held.value_or(bound), bound);
        }
        if (!held || *held <= own.worked(f.earlyStart) + work) return span;
        return std::min(span, work + std::max<Minutes>(0, own.worked(f.earlyFinish) - *held));
    }

    [[nodiscard]] const std::vector<std::size_t>& finishLinks(ActivityId id) {
        if (m_finishLinks.empty())
            for (std::size_t i = 0; i < m_now.programme().links.size(); ++i)
                if (!entersStart(m_now.programme().links[i])) m_finishLinks[m_now.programme().links[i].to].push_back(i);
        return m_finishLinks[id];
    }

    /// What events are modelled to add to an activity, the first first, is cut to what it took beyond its planned work.
    void cutTo(ActivityId id, Minutes beyond) {
        const ActingEffects acting(m_model);
        if (addedWork(acting.on(id)) <= beyond) return;
        std::vector<std::pair<EventId, std::size_t>> order;
        for (const ActingEffect& one : acting.on(id))
            if (one.effect->kind == EffectKind::addedWork)
                order.emplace_back(one.event->id, std::size_t(one.effect - one.event->effects.data()));
        for (const auto& [eventId, place] : order) {
            DelayEvent event = *m_model.events.row(eventId);
            Effect& effect = event.effects[place];
            const Minutes left = std::min(effect.work, beyond);
            if (left != effect.work) m_cuts.push_back({eventId, id, effect.work, left});
            beyond -= left;
            effect.work = left;
            const std::size_t index = m_model.events.indexOf(eventId);
            m_model.events.replace(index, std::move(event));
        }
    }

    /// The links that ended the wait of a start last: of several that ended it alike all keep it, so that nothing hangs
    /// on the order of rows.
    struct Held {
        Instant bound;
        Minutes worked = 0; ///< on the successor's calendar
        std::vector<std::size_t> links;

        void take(std::size_t link, Instant at, Minutes of) {
            if (!links.empty() && of < worked) return;
            if (links.empty() || of > worked) links.clear();
            links.push_back(link);
            bound = links.size() == 1 ? at : std::max(bound, at);
            worked = of;
        }
    };

    /// Every start gets its wait from the links that ended last, or from its access where that came later.
    void links() {
        const Programme& real = m_now.programme();
        std::unordered_map<ActivityId, Held> last; // of the links that hold a start
        std::vector<Link> links = m_model.links.take();
        for (std::size_t i = 0; i < links.size(); ++i) {
            const ActivityFigures &from = m_now.of(links[i].from), &to = m_now.of(links[i].to);
            if (from.aside || to.aside) continue;
            const Instant bound = m_bounds.onSuccessor(real.links[i]);
            const bool ofStart = entersStart(links[i]);
            const WorkCalendar& own = calendar(to);
            const Instant met = ofStart ? to.earlyStart : to.earlyFinish;
            if (own.worked(bound) > own.worked(met)) measureLag(links[i], from, to); // out of sequence
            if (ofStart) last[links[i].to].take(i, bound, own.worked(bound));
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
            const Instant wait = held == last.end() ? m_model.job.start : held->second.bound;
            if (access && own.worked(startOf(access->first)) > own.worked(wait)) {
                accesses.emplace_back(rows[i].id, dateOf(f.earlyStart));
                continue;
            }
            if (own.worked(wait) >= own.worked(f.earlyStart)) continue;
            // What has not started waits for nothing but what it stands idle at the data date; a finish that is held
            // holds its start too.
            const auto& dataDate = real.job.dataDate;
            if (f.state == NodeState::notStarted && !(dataDate && own.worked(*dataDate) == own.worked(f.earlyStart)))
                continue;
            if (held != last.end())
                for (const std::size_t link : held->second.links)
                    measureLag(links[link], m_now.of(links[link].from), f);
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
    LinkBounds m_bounds;
    std::unordered_map<ActivityId, std::vector<std::size_t>> m_finishLinks;
    std::vector<BuiltJob::Cut> m_cuts;
};

} // namespace

BuiltJob asBuilt(const AnalysisState& stand) {
    return AsBuilt(stand).make();
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// Events put into a stand, group by group, and who answers for what they move together: docs/engine.md section 11.
#include "core/base/worded.h"
#include "core/delay/insertion.h"
#include "core/delay/parts.h"
#include "core/delay/prolongation.h"
#include "core/delay/window_work.h"

#include <algorithm>
#include <numeric>

namespace yarrin {

namespace {

using Ids = WindowWork::Ids;

Ids joined(Ids a, const Ids& b) {
    a.insert(b.begin(), b.end());
    return a;
}

bool isOwn(const DelayEvent& event) {
    return event.risk == Risk::contractor;
}
bool isTheirs(const DelayEvent& event) {
    return event.risk != Risk::contractor;
}
bool isNeutral(const DelayEvent& event) {
    return event.risk == Risk::neutral;
}

Ids idsOf(const EventGroup& events) {
    Ids ids;
    for (const DelayEvent* event : events) ids.insert(event->id.value);
    return ids;
}

} // namespace

/// The events of one window, put in one group after the other.
class WindowInsertion {
public:
    WindowInsertion(Analyst& analyst, const AnalysisState& base, const std::vector<const DelayEvent*>& events,
                    std::size_t window, bool concurrency)
        : m_analyst(analyst), m_base(base), m_events(events), m_window(window), m_concurrency(concurrency),
          m_work(base, incomingOf(analyst, events, concurrency ? window : analyst.last()), analyst.m_sections,
                 analyst.m_cache) {}

    /// Adds the steps and returns where they lead.
    [[nodiscard]] AnalysisState run() {
        AnalysisState state = m_base;
        for (const EventGroup& group : m_analyst.groupsOf(m_events)) {
            if (m_analyst.stopped()) break;
            std::vector<EventId> old;
            EventGroup able = group;
            auto after = m_work.state({joined(m_in, idsOf(group))}, &old);
            if (!after) {
                able = insertable(group);
                if (able.empty()) continue;
                old.clear();
                after = m_work.state({joined(m_in, idsOf(able))}, &old);
                if (!after) continue;
            }
            for (const EventId id : old)
                m_analyst.flag(DelayFlag::Kind::tooOld, id, m_window,
                               worded("%1 withheld access: %2 has the work earlier than that began, and is too old to "
                                      "tell what it moved",
                                      named(id), standName()));
            insert(able, state, *after);
            m_in = joined(m_in, idsOf(able));
            state = std::move(*after);
        }
        roundApportioned();
        return state;
    }

private:
    /// Other delays that are felt on the same days: that come in with this window, and that the stand has from before.
    struct Beside {
        Ids coming, there;
        [[nodiscard]] bool any() const { return !coming.empty() || !there.empty(); }
        [[nodiscard]] Ids all() const { return joined(coming, there); }
    };
    /// What some events of one side come to beside the other side's, by section.
    struct Answer {
        std::vector<int> a, o, joint, p, pOwn;
        int k = 0, kMoney = 0;
        bool beside = false;
        std::string names; ///< of the other side's
    };
    /// A time of the apportioned rule, rounded with the others of the window.
    struct Exact {
        std::size_t step, section;
        Fraction time;
    };

    static std::vector<Incoming> incomingOf(const Analyst& analyst, const std::vector<const DelayEvent*>& events,
                                            std::size_t window) {
        std::vector<Incoming> list;
        list.reserve(events.size());
        for (const DelayEvent* event : events) list.push_back(analyst.incoming(*event, window));
        return list;
    }
    [[nodiscard]] std::string named(EventId id) const { return m_analyst.now().events.row(id)->key; }
    [[nodiscard]] std::string standName() const { return m_analyst.m_out.stands[m_concurrency ? m_window - 1 : 0]; }

    /// Those of a group that can be put in one behind the other; of others it is said why not.
    EventGroup insertable(const EventGroup& group) {
        EventGroup able;
        for (const DelayEvent* event : group) {
            const auto with = m_work.state({joined(joined(m_in, idsOf(able)), {event->id.value})});
            if (with) {
                able.push_back(event);
                continue;
            }
            // Logic that was changed since may close a loop with a fragment.
            Programme alone = m_base.programme();
            putIn(alone, m_analyst.now(), event->id);
            const Schedule tried = schedule(alone);
            m_analyst.m_out.notes.push_back(
                worded("%1 cannot be put into %2 and is left out there%3", event->key, standName(),
                       (tried.ok() ? std::string() : ": " + tried.errors.front().sentence())));
        }
        return able;
    }

    Beside beside(const EventGroup& members, bool (*side)(const DelayEvent&)) {
        Beside found;
        if (!m_concurrency) return found;
        const Ids group = idsOf(members);
        for (const DelayEvent* other : m_analyst.m_events) {
            if (group.contains(other->id.value) || !side(*other)) continue;
            if (std::any_of(members.begin(), members.end(), [&](const DelayEvent* m) {
                    return m->from && other->from && m->from == other->from && isOwn(*m) != isOwn(*other);
                }))
                continue; // of one day: they come in together
            const bool coming = std::find(m_events.begin(), m_events.end(), other) != m_events.end();
            const bool there = countingIn(m_base.programme(), other->id) != nullptr;
            if ((!coming && !there) || sharedDays(members, {other->id.value}) == 0) continue;
            if (coming) found.coming.insert(other->id.value);
            if (there) found.there.insert(other->id.value);
        }
        return found;
    }

    /// Calendar days on which both some members and some others are felt.
    /// Where the contract counts causes only, those from which to which they went on, open ones to the data date.
    int sharedDays(const EventGroup& members, const Ids& others) {
        const Job& job = m_analyst.now().job;
        const auto daysOf = [&](const DelayEvent& event, std::set<int>& days) {
            auto felt = m_work.felt(event);
            if (felt && job.causesOnly && event.from) {
                const Date end = event.to ? *event.to : job.dataDate ? completionDate(*job.dataDate) : felt->second;
                felt = {*event.from, std::max(*event.from, end)};
            }
            if (felt)
                for (Date day = felt->first; day <= felt->second; day = day + 1) days.insert(day.days);
        };
        std::set<int> ours, theirs;
        for (const DelayEvent* member : members) daysOf(*member, ours);
        for (const std::uint32_t id : others) daysOf(*m_analyst.now().events.row(EventId{id}), theirs);
        return int(std::count_if(ours.begin(), ours.end(), [&](int day) { return theirs.contains(day); }));
    }

    /// `group` is what comes in together with the members; what of it is of the other side stays out.
    Answer answer(const EventGroup& members, bool (*other)(const DelayEvent&), bool (*withNeutral)(const DelayEvent&)) {
        Answer found;
        const Ids ids = idsOf(members);
        const Beside sides = beside(members, other);
        const Beside neutrals = withNeutral ? beside(members, withNeutral) : Beside{};
        Ids x0;
        for (const std::uint32_t id : m_in)
            if (!sides.all().contains(id)) x0.insert(id);
        const WindowWork::Mix apart{x0, sides.there}, both{joined(x0, sides.coming)};
        found.beside = sides.any();
        found.k = sharedDays(members, sides.all());
        found.kMoney = sharedDays(members, joined(sides.all(), neutrals.all()));
        found.a = m_work.gain(apart, ids);
        found.joint = m_work.gain(apart, joined(joined(sides.coming, sides.there), ids));
        found.o = m_work.gain(apart, joined(sides.coming, sides.there));
        found.pOwn = m_work.gain(both, ids);
        found.p = neutrals.any() ? m_work.gain({joined(both.in, neutrals.coming)}, ids) : found.pOwn;
        for (const std::uint32_t id : sides.all())
            found.names += (found.names.empty() ? "" : ", ") + named(EventId{id});
        return found;
    }

    void insert(const EventGroup& group, const AnalysisState& before, const AnalysisState& after);
    [[nodiscard]] std::vector<Parts> partsOfGroup(const EventGroup& group, const std::vector<int>& joint);
    [[nodiscard]] DelayStep stepOf(const EventGroup& group, std::size_t i, const std::vector<Parts>& parts,
                                   const AnalysisState& before, const AnalysisState& after, std::vector<Date>& reached);
    void tellTie(const EventGroup& group, const std::vector<Parts>& parts);
    void answerTheirs(const EventGroup& theirs, const std::vector<Parts>& parts, const EventGroup& group,
                      std::size_t firstStep, bool ownIn);
    void answerOwn(const DelayEvent& own, DelayStep& step);
    [[nodiscard]] int timeBy(const Answer& found, std::size_t section, int m, Fraction& exact) const;
    void flagAbove(const DelayEvent& event, const StepFigures& figures, const Answer& found, std::size_t section);
    void dropSilent(const EventGroup& group, std::size_t firstStep);
    void roundApportioned();
    void setMoney(StepFigures& f, const DelayEvent* employer, int time, int p, int pOwn, const Answer& found) const;

    Analyst& m_analyst;
    const AnalysisState& m_base;
    const std::vector<const DelayEvent*>& m_events;
    std::size_t m_window;
    bool m_concurrency;
    WindowWork m_work;
    Ids m_in; ///< of the groups so far
    std::vector<Exact> m_exact;
};

/// What the members of a group moved, taken apart, by section.
std::vector<Parts> WindowInsertion::partsOfGroup(const EventGroup& group, const std::vector<int>& joint) {
    std::vector<Parts> parts;
    if (group.size() == 1) {
        for (const int moved : joint) parts.push_back({{moved}, 0});
        return parts;
    }
    std::vector<std::vector<int>> first, last;
    for (const DelayEvent* member : group) {
        Ids others = joined(m_in, idsOf(group));
        others.erase(member->id.value);
        first.push_back(m_work.gain({m_in}, {member->id.value}));
        last.push_back(m_work.gain({others}, {member->id.value}));
    }
    for (std::size_t s = 0; s < joint.size(); ++s) {
        std::vector<int> front, behind;
        for (std::size_t i = 0; i < group.size(); ++i) {
            front.push_back(first[i][s]);
            behind.push_back(last[i][s]);
        }
        parts.push_back(partsOf(joint[s], front, behind));
    }
    return parts;
}

/// A step for the i-th member of a group; behind the last for what they moved in common.
DelayStep WindowInsertion::stepOf(const EventGroup& group, std::size_t i, const std::vector<Parts>& parts,
                                  const AnalysisState& before, const AnalysisState& after, std::vector<Date>& reached) {
    const auto& sections = m_analyst.m_sections;
    DelayStep step;
    step.window = m_window;
    const bool common = i == group.size();
    std::vector<int> alone(sections.size(), 0);
    // When it was suffered, for what it costs.
    const auto suffer = [&](const DelayEvent& event) {
        const auto felt = m_concurrency && event.risk == Risk::employer ? m_work.felt(event) : std::nullopt;
        if (felt && step.felt)
            step.felt = {std::min(step.felt->first, felt->first), std::max(step.felt->second, felt->second)};
        else if (felt)
            step.felt = felt;
    };
    for (std::size_t m = 0; m < group.size(); ++m)
        if (common || m == i) suffer(*group[m]);
    if (common) {
        step.kind = DelayStep::Kind::common;
        for (const DelayEvent* member : group) step.together.push_back(member->id);
    } else {
        step.event = group[i]->id;
        m_analyst.noteFloat(step, before, after, *group[i]);
        alone = m_work.gain({}, {group[i]->id.value});
    }
    for (std::size_t s = 0; s < sections.size(); ++s) {
        StepFigures& figures = step.sections.emplace_back();
        figures.section = sections[s];
        figures.before = reached[s];
        figures.after = reached[s] = figures.before + (common ? parts[s].common : parts[s].own[i]);
        figures.alone = alone[s];
        figures.chainBefore = before.chain(sections[s]);
        figures.chainAfter = after.chain(sections[s]);
    }
    return step;
}

/// Steps of the group: what each moved by itself, then what they moved in common. The cost goes by their days.
void WindowInsertion::insert(const EventGroup& group, const AnalysisState& before, const AnalysisState& after) {
    const std::vector<int> joint = m_work.gain({m_in}, idsOf(group));
    const std::vector<Parts> parts = partsOfGroup(group, joint);
    const bool common = std::any_of(parts.begin(), parts.end(), [](const Parts& p) { return p.common != 0; });
    const std::size_t firstStep = m_analyst.m_out.steps.size(), count = group.size() + (common ? 1 : 0);
    const Fraction was = timeCost(before.programme(), before.figures());
    const Fraction cost = timeCost(after.programme(), after.figures()) - was;
    const int all = std::accumulate(joint.begin(), joint.end(), 0);
    std::vector<Date> reached;
    for (const SectionId section : m_analyst.m_sections) reached.push_back(before.completion(section).value_or(Date{}));
    Fraction shared;
    for (std::size_t i = 0; i < count; ++i) {
        DelayStep step = stepOf(group, i, parts, before, after, reached);
        int days = 0;
        for (const StepFigures& figures : step.sections) days += figures.moved();
        step.timeCostBefore = was + shared;
        shared = i + 1 == count ? cost : (all != 0 ? shared + cost * Fraction(days) / Fraction(all) : shared);
        step.timeCostAfter = was + shared;
        m_analyst.m_out.steps.push_back(std::move(step));
    }
    if (group.size() > 1) tellTie(group, parts);
    EventGroup theirs;
    for (const DelayEvent* member : group)
        if (isTheirs(*member)) theirs.push_back(member);
    answerTheirs(theirs, parts, group, firstStep, theirs.size() < group.size());
    if (group.size() == 1 && theirs.empty()) answerOwn(*group.front(), m_analyst.m_out.steps[firstStep]);
    dropSilent(group, firstStep);
}

/// What goes on from an earlier window and does nothing in this one needs no step.
void WindowInsertion::dropSilent(const EventGroup& group, std::size_t firstStep) {
    const DelayStep& step = m_analyst.m_out.steps[firstStep];
    const DelayEvent* held = m_base.programme().events.row(group.front()->id);
    if (group.size() > 1 || !held || !held->inForecast || !(step.timeCostBefore == step.timeCostAfter)) return;
    const bool silent = std::all_of(step.sections.begin(), step.sections.end(), [](const StepFigures& f) {
        return f.moved() == 0 && f.entitled == 0 && f.concurrent == 0;
    });
    const auto same = [&](const Exact& one) { return one.step == firstStep; };
    if (silent && std::none_of(m_exact.begin(), m_exact.end(), same)) m_analyst.m_out.steps.pop_back();
}

void WindowInsertion::tellTie(const EventGroup& group, const std::vector<Parts>& parts) {
    std::string keys;
    for (const DelayEvent* member : group) keys += (keys.empty() ? "" : ", ") + member->key;
    int common = 0;
    for (const Parts& one : parts) common = std::max(common, one.common);
    m_analyst.flag(DelayFlag::Kind::tie, group.front()->id, m_window,
                   common > 0
                       ? worded("%1 began on one day and come in together; %2 days they moved in common", keys, common)
                       : worded("%1 began on one day and come in together", keys));
}

/// The time that the rule gives; under the apportioned one rounded with the window.
int WindowInsertion::timeBy(const Answer& found, std::size_t s, int m, Fraction& exact) const {
    const int moved = std::max(0, m);
    exact = Fraction(moved);
    if (!found.beside || m_analyst.m_out.rule == ConcurrencyRule::effectiveCause) return moved;
    const int a = found.a[s];
    if (m_analyst.m_out.rule == ConcurrencyRule::timeNotMoney) return moved + std::max(0, std::min(a - moved, found.k));
    const int sum = a + found.o[s];
    const int shared = std::max(0, std::min(sum - found.joint[s], found.k));
    const int floor = moved > a ? moved : 0; // float that own delays had used
    Fraction time(std::max(0, a - shared));
    time = sum == 0 ? Fraction(std::max(0, a)) : time + Fraction(shared) * Fraction(std::max(0, a)) / Fraction(sum);
    exact = time < Fraction(floor) ? Fraction(floor) : time;
    return static_cast<int>(*exact.floor());
}

void WindowInsertion::setMoney(StepFigures& f, const DelayEvent* employer, int time, int p, int pOwn,
                               const Answer& found) const {
    const bool counts = m_analyst.m_out.rule == ConcurrencyRule::timeNotMoney;
    const int k = counts ? found.k : 0;
    const int beyond = std::min(time, std::max({0, counts ? pOwn : time, time - k}));
    f.entitled = time;
    f.concurrent = time - beyond;
    const int kMoney = counts ? found.kMoney : std::max(0, found.kMoney - found.k);
    if (employer) f.compensable = std::min(beyond, std::max({0, p, time - kMoney}));
}

void WindowInsertion::answerTheirs(const EventGroup& theirs, const std::vector<Parts>& parts, const EventGroup& group,
                                   std::size_t firstStep, bool ownIn) {
    if (theirs.empty()) return;
    auto& steps = m_analyst.m_out.steps;
    const bool neutralIn = std::any_of(theirs.begin(), theirs.end(), [](const DelayEvent* e) { return isNeutral(*e); });
    const bool employerIn =
        std::any_of(theirs.begin(), theirs.end(), [](const DelayEvent* e) { return !isNeutral(*e); });
    // Unless the contract says otherwise, nobody's delay beside the employer's takes the money.
    const bool neutralPaid = m_analyst.now().job.neutralPaid && employerIn;
    const Answer all = answer(theirs, isOwn, neutralIn || neutralPaid ? nullptr : isNeutral);
    const bool single = group.size() == 1;
    DelayStep* common = steps.size() > firstStep + group.size() ? &steps.back() : nullptr;
    for (std::size_t s = 0; s < m_analyst.m_sections.size(); ++s) {
        int whole = parts[s].common, paid = 0;
        for (std::size_t i = 0; i < group.size(); ++i)
            if (isTheirs(*group[i])) whole += parts[s].own[i];
        Fraction exact;
        const int time = timeBy(all, s, whole, exact);
        if (single) {
            StepFigures& f = steps[firstStep].sections[s];
            setMoney(f, neutralIn ? nullptr : group.front(), time, all.p[s], all.pOwn[s], all);
            if (m_analyst.m_out.rule == ConcurrencyRule::apportioned && all.beside)
                m_exact.push_back({firstStep, s, exact});
            flagAbove(*group.front(), f, all, s);
            continue;
        }
        for (std::size_t i = 0; i < group.size(); ++i) {
            if (!isTheirs(*group[i])) continue;
            // Its own part is what it adds behind all that began with it.
            StepFigures& f = steps[firstStep + i].sections[s];
            const int part = parts[s].own[i];
            setMoney(f, isNeutral(*group[i]) ? nullptr : group[i], part, part, part, Answer{});
            paid += f.compensable;
        }
        if (!common) continue;
        StepFigures& f = common->sections[s];
        const int extra = std::max(0, time - std::max(0, whole));
        f.entitled = std::max(0, parts[s].common) + extra;
        f.concurrent = ownIn ? f.entitled : std::min(f.entitled, extra);
        if (!ownIn && (!neutralIn || neutralPaid))
            f.compensable =
                std::clamp(std::max(all.p[s] - paid, f.entitled - all.kMoney), 0, f.entitled - f.concurrent);
    }
}

void WindowInsertion::flagAbove(const DelayEvent& event, const StepFigures& f, const Answer& found, std::size_t s) {
    if (f.entitled > std::max(0, f.moved()))
        m_analyst.flag(DelayFlag::Kind::aboveMoved, event.id, m_window,
                       worded("%1 is entitled to %2 days and moves %3: %4 days it was felt beside %5", event.key,
                              f.entitled, f.moved(), found.k, found.names));
    if (m_analyst.m_out.rule == ConcurrencyRule::effectiveCause && found.beside && found.a[s] > f.moved())
        m_analyst.flag(
            DelayFlag::Kind::sameDayTurns, event.id, m_window,
            worded("%1 lies beside %2: who began first takes the days, and a day's difference would change that",
                   event.key, found.names));
}

/// For an own delay the days of it that the other side's cost anyway.
void WindowInsertion::answerOwn(const DelayEvent& own, DelayStep& step) {
    const Answer found = answer({&own}, isTheirs, nullptr);
    if (!found.beside) return;
    for (std::size_t s = 0; s < m_analyst.m_sections.size(); ++s) {
        StepFigures& f = step.sections[s];
        // By the same figures as of theirs, so that sides that are exchanged exchange their days.
        const int moved = std::max(0, f.moved());
        const int time = moved + std::max(0, std::min(found.a[s] - moved, found.k));
        f.concurrent = time - std::min(time, std::max({0, found.pOwn[s], time - found.k}));
    }
}

void WindowInsertion::roundApportioned() {
    for (std::size_t s = 0; s < m_analyst.m_sections.size(); ++s) {
        std::vector<Fraction> exact;
        std::vector<std::size_t> steps;
        for (const Exact& one : m_exact) {
            if (one.section != s) continue;
            exact.push_back(one.time);
            steps.push_back(one.step);
        }
        const std::vector<int> days = roundedTogether(exact);
        for (std::size_t i = 0; i < days.size(); ++i) {
            StepFigures& f = m_analyst.m_out.steps[steps[i]].sections[s];
            const int more = days[i] - f.entitled;
            f.entitled = days[i];
            if (f.compensable > 0 || more > 0) f.compensable = std::clamp(f.compensable + more, 0, f.entitled);
        }
    }
}

/// Stands so old that they cannot know what stood when an event began.
void Analyst::flagOld(const std::vector<const DelayEvent*>& events, std::size_t stand, std::size_t window) {
    const auto& most = now().job.tooOldDays;
    const auto& dataDate = m_states[stand].programme().job.dataDate;
    if (!most || !dataDate) return;
    for (const DelayEvent* event : events) {
        const int days = event->from ? *event->from - dateOf(*dataDate) : 0;
        if (days <= *most || countingIn(m_states[stand].programme(), event->id)) continue;
        flag(DelayFlag::Kind::tooOld, event->id, window,
             worded("%1 began %2 days after the data date of %3, into which it is put; more than %4 are too many",
                    event->key, days, m_out.stands[stand], *most));
    }
}

void Analyst::impactedAsPlanned() {
    flagOld(m_events, 0, last());
    WindowInsertion insertion(*this, m_states.front(), m_events, last(), false);
    const AnalysisState impacted = insertion.run();
    if (!stopped()) addProgress(DelayStep::Kind::unseen, last(), impacted, m_states.back());
}

void Analyst::timeImpact() {
    cutStands();
    for (std::size_t k = 1; k <= last() && !stopped(); ++k) {
        std::vector<const DelayEvent*> coming;
        for (const DelayEvent* event : m_events)
            if (begunIn(*event, k) && bring(m_cut[k - 1].programme(), m_cache, incoming(*event, k)))
                coming.push_back(event);
        flagOld(coming, k - 1, k);
        WindowInsertion insertion(*this, m_cut[k - 1], coming, k, true);
        const AnalysisState reached = insertion.run();
        addProgress(DelayStep::Kind::progress, k, reached, m_cut[k]);
    }
}

} // namespace yarrin

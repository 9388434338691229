// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
// What was seen on the driving paths between two stands, docs/engine.md section 11.
#include "core/base/worded.h"
#include "core/delay/driving_path.h"
#include "core/delay/insertion.h"
#include "core/delay/portion.h"

#include <algorithm>
#include <map>
#include <set>

namespace yarrin {

/// What was found in one window: days put down to causes, section by section.
struct Analyst::WindowShares {
    enum class Cause { event, slip, gain };
    using Key = std::pair<Cause, EventId>;
    struct Share {
        int days = 0;                  ///< printed as moved: the least of all paths
        int most = 0;                  ///< on the path where it has most
        std::vector<std::string> path; ///< where on the path
    };
    std::map<Key, std::map<SectionId, Share>> shares;
    std::map<SectionId, int> twice;                        ///< days that both sides have on different paths
    std::map<SectionId, int> common;                       ///< what paths that drove alike have of different causes
    std::map<SectionId, std::set<std::uint32_t>> together; ///< events on them
};

/// One path, walked from where it begins to the milestone.
struct Analyst::PathWalk {
    const AnalysisState& before;
    const AnalysisState& after;
    const std::vector<const DelayEvent*>& events;
    std::size_t window;
    SectionId section;
    Programme followed; ///< the earlier stand, the path's activities put to where they lie later
    int slipped = 0;
    std::optional<AnalysisState> state = {}; ///< of what was followed so far
    std::map<WindowShares::Key, WindowShares::Share> shares = {};
    std::set<std::uint32_t> onNew = {}; ///< events that touch work which is new since the earlier stand

    void add(WindowShares::Cause cause, EventId event, int days, const std::string& key) {
        if (days == 0) return;
        WindowShares::Share& share = shares[{cause, event}];
        share.days += days;
        share.path.push_back(key + (days > 0 ? " +" : " −") + std::to_string(std::abs(days)) + " d");
    }
};

namespace {

/// Puts an activity of an earlier stand to other dates; false where it lies there already.
bool putTo(Programme& stand, ActivityId id, Instant start, Instant finish) {
    const std::size_t index = stand.activities.indexOf(id);
    Activity row = stand.activities[index];
    if (row.actualStart == start && row.actualFinish == finish) return false;
    row.actualStart = start;
    row.actualFinish = finish;
    stand.activities.replace(index, std::move(row));
    return true;
}

/// An event's time is its greatest share of all paths. Own recovery later in the window reduces no event's days, but
/// what is paid.
void answerOnPath(StepFigures& figures, const DelayEvent& event, int least, int most, int twice, int movement) {
    if (event.risk == Risk::contractor) {
        figures.concurrent = std::clamp(twice, 0, std::max(0, most));
        return;
    }
    figures.entitled = std::max(0, most);
    figures.concurrent = most > least ? std::clamp(twice, 0, figures.entitled) : 0;
    if (event.risk == Risk::employer)
        figures.compensable = std::clamp(std::min(least, movement), 0, figures.entitled - figures.concurrent);
}

/// Days of an event that lie in a window, for what a planner named without saying what it did to it.
int daysWithin(const DelayEvent& event, const std::optional<Instant>& since, const std::optional<Instant>& until) {
    if (!event.from) return 0;
    const Date first = since ? std::max(*event.from, dateOf(*since)) : *event.from;
    const Date end = until ? dateOf(*until) : (event.to ? *event.to + 1 : first);
    const Date last = event.to ? std::min(*event.to + 1, end) : end;
    return std::max(0, last - first);
}

} // namespace

/// An activity of the path is moved to its later dates in steps: those of the events that touch it, by beginning, each
/// as far as it would move the activity by itself and never farther than it lies; the rest, last, is own progress. What
/// completion then moves is the step's; float goes first.
void Analyst::stepOnPath(PathWalk& walk, ActivityId id) {
    if (!walk.state) walk.state.emplace(walk.followed, m_cache);
    if (!walk.state->figures().ok() || !walk.followed.activities.row(id)) return;
    const ActivityFigures was = walk.state->of(id), is = walk.after.of(id);
    const std::string& key = walk.after.programme().activities.row(id)->key;
    const auto completionOf = [&](const Programme& programme) {
        const auto reached = AnalysisState(programme, m_cache).completion(walk.section);
        return reached ? *reached - *walk.before.completion(walk.section) : walk.slipped;
    };
    Instant start = was.earlyStart, finish = was.earlyFinish;
    for (const DelayEvent* event : walk.events) {
        if (is.earlyFinish <= finish && is.earlyStart <= start) break;
        const auto touched = delayedBy(now(), *event);
        const Activity* row = walk.after.programme().activities.row(id);
        const bool ofIt = row && row->event == event->id;
        if (!ofIt && std::find(touched.begin(), touched.end(), id) == touched.end()) continue;
        // What it would do to this activity where all before it on the path lies as it came to lie.
        Minutes later = 0, longer = 0;
        const auto with = bring(walk.followed, m_cache, incoming(*event, walk.window));
        if (with) {
            const AnalysisState moved(*with, m_cache);
            if (!moved.figures().ok() || !moved.programme().activities.row(id)) continue;
            later = moved.of(id).earlyStart - was.earlyStart;
            longer = moved.of(id).earlyFinish - was.earlyFinish;
        }
        if (longer <= 0 && later <= 0) {
            const bool named = std::find(event->affects.begin(), event->affects.end(), id) != event->affects.end();
            if (!named && !ofIt) continue;
            longer = minutesPerDay *
                     daysWithin(*event, walk.before.programme().job.dataDate, walk.after.programme().job.dataDate);
        }
        finish = std::max(finish, std::min(is.earlyFinish, finish + std::max<Minutes>(0, longer)));
        start = std::min(finish, std::max(start, std::min(is.earlyStart, start + std::max<Minutes>(0, later))));
        Programme stepped = walk.followed;
        if (!putTo(stepped, id, start, finish)) continue;
        const int slip = completionOf(stepped);
        walk.add(WindowShares::Cause::event, event->id, std::max(0, slip - walk.slipped), key);
        walk.slipped = std::max(walk.slipped, slip);
    }
    if (!putTo(walk.followed, id, is.earlyStart, is.earlyFinish)) return;
    walk.state.emplace(walk.followed, m_cache);
    const auto reached = walk.state->completion(walk.section);
    const int slip = reached ? *reached - *walk.before.completion(walk.section) : walk.slipped;
    const int days = slip - walk.slipped;
    walk.add(days > 0 ? WindowShares::Cause::slip : WindowShares::Cause::gain, {}, days, key);
    walk.slipped = slip;
}

/// At the end, with the milestone, the whole has moved; of what the path does not explain, an event on new work has
/// what the later stand moves back without it.
void Analyst::followPath(PathWalk& walk, const std::vector<ActivityId>& path) {
    const Programme& later = walk.after.programme();
    EventId pending; // of a fragment that was not there before: its days show behind it
    for (std::size_t at = 0; at + 1 < path.size() && !stopped(); ++at) {
        if (walk.followed.activities.row(path[at])) {
            stepOnPath(walk, path[at]);
            continue;
        }
        for (const DelayEvent* event : walk.events) {
            const auto touched = delayedBy(now(), *event);
            if (later.activities.row(path[at])->event == event->id ||
                std::find(touched.begin(), touched.end(), path[at]) != touched.end())
                walk.onNew.insert(event->id.value);
        }
    }
    const std::string& milestone = later.activities.row(path.back())->key;
    const int whole = *walk.after.completion(walk.section) - *walk.before.completion(walk.section);
    int rest = whole - walk.slipped;
    auto& slips = walk.shares[{WindowShares::Cause::slip, EventId{}}];
    int unexplained = rest + slips.days; // what is put down to nobody else
    for (const DelayEvent* event : walk.events) {
        if (!walk.onNew.contains(event->id.value) || unexplained <= 0) continue;
        Programme without = later;
        switchOff(without, event->id);
        const AnalysisState reached(std::move(without), m_cache);
        const auto completion = reached.figures().ok() ? reached.completion(walk.section) : std::nullopt;
        const int back = completion ? *walk.after.completion(walk.section) - *completion : 0;
        const int days = std::clamp(back, 0, unexplained);
        walk.add(WindowShares::Cause::event, event->id, days, milestone);
        unexplained -= days;
        const int fromRest = std::min(days, std::max(0, rest));
        rest -= fromRest;
        slips.days -= days - fromRest;
        if (days > 0)
            m_out.notes.push_back(worded(
                "%1 is on work that the earlier stand does not have: it has what the later stand moves back without it",
                event->key));
    }
    walk.add(rest > 0 ? WindowShares::Cause::slip : WindowShares::Cause::gain, {}, rest, milestone);
    walk.slipped = whole;
}

/// Where several paths drove alike, each explains the whole slip; what all of them say stands, the rest they have in
/// common.
void Analyst::followPaths(std::size_t from, std::size_t to, SectionId section,
                          const std::vector<const DelayEvent*>& events, WindowShares& into) {
    const AnalysisState &before = cutState(from), &after = cutState(to);
    const auto paths = drivingPaths(after.programme(), after.figures(),
                                    after.programme().sections.row(section)->milestone, m_out.nearDays);
    std::vector<PathWalk> walks;
    for (const auto& path : paths) {
        PathWalk walk{before, after, events, to, section, before.programme()};
        followPath(walk, path);
        walks.push_back(std::move(walk));
    }
    std::set<WindowShares::Key> keys;
    for (const PathWalk& walk : walks)
        for (const auto& [key, share] : walk.shares) keys.insert(key);
    int told = 0;
    for (const WindowShares::Key& key : keys) {
        WindowShares::Share& share = into.shares[key][section];
        std::optional<int> least;
        for (PathWalk& walk : walks) {
            const auto found = walk.shares.find(key);
            const int days = found == walk.shares.end() ? 0 : found->second.days;
            least = !least ? days : (std::abs(days) < std::abs(*least) ? days : *least);
            if (days > share.most && found != walk.shares.end()) share.path = found->second.path;
            if (days < 0 && share.path.empty()) share.path = found->second.path;
            share.most = std::max(share.most, days);
        }
        share.days = least.value_or(0);
        told += share.days;
        if (share.most > share.days && key.first == WindowShares::Cause::event)
            into.together[section].insert(key.second.value);
    }
    const int whole = *after.completion(section) - *before.completion(section);
    into.common[section] = whole - told;
    int ownMost = 0, theirsMost = 0, most = 0;
    for (const PathWalk& walk : walks) {
        int own = 0, theirs = 0;
        for (const auto& [key, share] : walk.shares) {
            const DelayEvent* event = now().events.row(key.second);
            if (key.first == WindowShares::Cause::gain) continue;
            (event && event->risk != Risk::contractor ? theirs : own) += share.days;
        }
        ownMost = std::max(ownMost, own);
        theirsMost = std::max(theirsMost, theirs);
        most = std::max(most, own + theirs);
    }
    into.twice[section] = std::max(0, ownMost + theirsMost - most);
    if (walks.size() > 1)
        flag(DelayFlag::Kind::nearPath, {}, to,
             m_out.nearDays > 0
                 ? worded("%1 paths drove section %2 alike or within %3 days; what they do not all say is in common",
                          walks.size(), now().sections.row(section)->key, m_out.nearDays)
                 : worded("%1 paths drove section %2 alike; what they do not all say is in common", walks.size(),
                          now().sections.row(section)->key));
}

/// Events that were at work between the two, in order of time.
std::vector<const DelayEvent*> Analyst::eventsBetween(std::size_t from, std::size_t to) {
    const auto since = m_states[from].programme().job.dataDate;
    std::vector<const DelayEvent*> events;
    for (const DelayEvent* event : m_events) {
        const bool lasted = !event->to || !since || startOf(*event->to + 1) > *since;
        const bool changed = bring(cutState(from).programme(), m_cache, incoming(*event, to)).has_value();
        if (begunIn(*event, to) && (lasted || changed)) events.push_back(event);
    }
    return events;
}

void Analyst::windows(std::size_t from, std::size_t to) {
    const AnalysisState& before = cutState(from);
    const auto events = eventsBetween(from, to);
    WindowShares found;
    for (const SectionId section : m_sections) followPaths(from, to, section, events, found);
    std::vector<WindowShares::Key> order;
    order.reserve(events.size() + 2);
    for (const DelayEvent* event : events) order.emplace_back(WindowShares::Cause::event, event->id);
    order.emplace_back(WindowShares::Cause::slip, EventId{});
    order.emplace_back(WindowShares::Cause::gain, EventId{});

    std::map<SectionId, Date> reached;
    for (const SectionId section : m_sections) reached[section] = *before.completion(section);
    for (const WindowShares::Key& key : order) {
        if (!found.shares.contains(key)) continue;
        DelayStep step;
        step.kind = key.first == WindowShares::Cause::event ? DelayStep::Kind::event : DelayStep::Kind::progress;
        step.event = key.second;
        step.window = to;
        bool says = false;
        for (const SectionId section : m_sections) {
            const WindowShares::Share& share = found.shares[key][section];
            StepFigures& figures = step.sections.emplace_back();
            figures.section = section;
            figures.before = reached[section];
            figures.after = reached[section] = figures.before + share.days;
            figures.alone = std::max(share.days, share.most);
            figures.chainAfter = share.path;
            says = says || share.days != 0 || share.most != 0;
            if (const DelayEvent* event = now().events.row(key.second))
                answerOnPath(figures, *event, share.days, share.most, found.twice[section],
                             *cutState(to).completion(section) - *before.completion(section));
        }
        if (says) m_out.steps.push_back(std::move(step));
    }
    DelayStep common;
    common.kind = DelayStep::Kind::common;
    common.window = to;
    std::set<std::uint32_t> together;
    bool says = false;
    for (const SectionId section : m_sections) {
        StepFigures& figures = common.sections.emplace_back();
        figures.section = section;
        figures.before = reached[section];
        figures.after = figures.before + found.common[section];
        says = says || found.common[section] != 0;
        together.insert(found.together[section].begin(), found.together[section].end());
    }
    for (const DelayEvent* event : events)
        if (together.contains(event->id.value)) common.together.push_back(event->id);
    if (says) m_out.steps.push_back(std::move(common));
}

} // namespace yarrin

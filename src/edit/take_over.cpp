// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/take_over.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "edit/breakdown_edits.h"
#include "edit/typed.h"

#include <algorithm>
#include <unordered_map>
#include <unordered_set>

namespace yarrin {

namespace {

/// A name of another table in one of this: as it is, else with a number behind it.
template <typename Rows> std::string keyIn(const Rows& rows, const std::string& key) {
    if (!isTaken(rows, key)) return key;
    for (int number = 2;; ++number)
        if (std::string made = key + "-" + std::to_string(number); !isTaken(rows, made)) return made;
}

class TakingOver {
public:
    TakingOver(Transaction& tx, const Programme& other) : m_tx(tx), m_other(other) {}

    Outcome run(const std::string& under) {
        const Job& job = m_tx.programme().job;
        for (const Activity& one : m_other.activities)
            for (const auto& at : {one.actualStart, one.actualFinish})
                if (at && (!job.dataDate || *at > *job.dataDate))
                    return inputError(
                        worded("the plan has progress up to %1, beyond this job's data date", isoDate(dateOf(*at))),
                        worded("move the data date there first, or take the plan as a new job"));
        const auto top = addChildGroup(m_tx, {}, under);
        if (!top.ok()) return top.errors();
        breakdown(*top);
        for (const Calendar& one : m_other.calendars)
            if (worksTo(one.id)) calendar(one.id);
        resources();
        activities(*top);
        for (Link link : m_other.links) {
            link.id = m_tx.programme().links.freshId();
            link.from = m_activities.at(link.from);
            link.to = m_activities.at(link.to);
            m_tx.append(link);
        }
        return done();
    }

private:
    [[nodiscard]] bool worksTo(CalendarId id) const {
        return std::any_of(m_other.activities.begin(), m_other.activities.end(),
                           [&](const Activity& one) { return calendarOf(m_other, one) == id; });
    }
    /// With those that it extends.
    CalendarId calendar(CalendarId id) {
        const Calendar* from = m_other.calendars.row(id);
        if (!from) return id; // every hour
        if (const auto known = m_calendars.find(id); known != m_calendars.end()) return known->second;
        Calendar one = *from;
        one.extends = one.extends ? calendar(one.extends) : CalendarId();
        const auto& rows = m_tx.programme().calendars;
        // One that works alike and is called alike is the same, however it is put together.
        const auto works = resolve(m_other.calendars.rows(), id);
        for (const Calendar& have : rows) {
            const auto worksHere = resolve(rows.rows(), have.id);
            if (have.name == one.name && works.ok() && worksHere.ok() && *works == *worksHere)
                return m_calendars[id] = have.id;
        }
        one.id = rows.freshId();
        one.key = keyIn(rows, one.key);
        m_calendars[id] = one.id;
        m_tx.append(one);
        return one.id;
    }

    void breakdown(BreakdownId top) {
        for (const BreakdownNode& node : m_other.breakdown) {
            BreakdownNode one = node;
            one.id = m_tx.programme().breakdown.freshId();
            one.key = keyIn(m_tx.programme().breakdown, one.key);
            one.code.reset();
            one.parent = top;
            m_groups[node.id] = one.id;
            m_tx.append(one);
        }
        for (const BreakdownNode& node : m_other.breakdown) {
            if (!node.parent) continue;
            BreakdownNode one = *m_tx.programme().breakdown.row(m_groups.at(node.id));
            one.parent = m_groups.at(node.parent);
            m_tx.set(one);
        }
    }

    void resources() {
        for (const Resource& from : m_other.resources) {
            const auto& rows = m_tx.programme().resources;
            const auto known = std::find_if(rows.begin(), rows.end(), [&](const Resource& have) {
                return lowered(have.name) == lowered(from.name);
            });
            if (known != rows.end()) {
                m_resources[from.id] = known->id;
                continue;
            }
            Resource one = from;
            one.id = rows.freshId();
            one.key = keyIn(rows, one.key);
            one.calendar = one.calendar ? calendar(one.calendar) : CalendarId();
            m_resources[from.id] = one.id;
            m_tx.append(one);
        }
    }

    void activities(BreakdownId top) {
        std::unordered_set<std::string> taken;
        for (const Activity& one : m_tx.programme().activities) taken.insert(one.key);
        std::unordered_set<ActivityId> driven;
        for (const Link& link : m_other.links) driven.insert(link.to);
        const Instant begins = m_other.job.start;
        std::vector<std::pair<std::size_t, Activity>> rows;
        std::size_t at = m_tx.programme().activities.size();
        ActivityId id = m_tx.programme().activities.freshId();
        for (const Activity& from : m_other.activities) {
            m_activities[from.id] = id;
            ++id.value;
        }
        for (const Activity& from : m_other.activities) {
            Activity one = from;
            one.id = m_activities.at(from.id);
            if (!taken.insert(one.key).second)
                for (int number = 2;; ++number)
                    if (taken.insert(from.key + "-" + std::to_string(number)).second) {
                        one.key += "-" + std::to_string(number);
                        break;
                    }
            one.breakdown = one.breakdown ? m_groups.at(one.breakdown) : top;
            const CalendarId works = calendar(calendarOf(m_other, from));
            one.calendar = works == m_tx.programme().job.defaultCalendar ? CalendarId() : works;
            for (Need& need : one.needs) need.resource = m_resources.at(need.resource);
            for (auto* anchors : {&one.from, &one.to})
                for (Anchor& anchor : *anchors) anchor.activity = m_activities.at(anchor.activity);
            if (one.kind != ActivityKind::hammock && !driven.contains(from.id) && !one.constraint &&
                begins > m_tx.programme().job.start && !one.actualStart)
                one.constraint = Constraint{ConstraintType::startNotBefore, {begins, false}};
            rows.emplace_back(at++, std::move(one));
        }
        m_tx.insertAll(std::move(rows));
    }

    Transaction& m_tx;
    const Programme& m_other;
    std::unordered_map<CalendarId, CalendarId> m_calendars;
    std::unordered_map<BreakdownId, BreakdownId> m_groups;
    std::unordered_map<ResourceId, ResourceId> m_resources;
    std::unordered_map<ActivityId, ActivityId> m_activities;
};

} // namespace

Outcome takeOver(Transaction& tx, const Programme& other, const std::string& under) {
    return TakingOver(tx, other).run(under);
}

} // namespace yarrin

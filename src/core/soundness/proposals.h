// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/lookup.h"
#include "core/network/schedule.h"

#include <unordered_map>
#include <vector>

namespace yarrin {

/// What could be done about findings, of one programme that was calculated without errors. What every answer needs is
/// found once.
class Proposals {
public:
    Proposals(const Programme& programme, const Schedule& schedule, const Lookup& lookup);

    /// The milestone that an open end could lead to: that of the section named on it, else of the section due first
    /// that work of its own group leads to, else the section due last; never one that leads to it, and none where no
    /// section has a milestone that is still to come.
    [[nodiscard]] ActivityId milestoneFor(const Activity& activity);
    /// What may wait for an activity whose float is out of line: the first work, not started, that begins when it is
    /// through or later at its location, else in its group, and that it does not lead to already; of equals by the id.
    [[nodiscard]] ActivityId followerFor(ActivityId id);
    /// Of an activity with negative float: the one on its way that must keep a date which holds it, found by following
    /// the followers with the least float; none where that is no activity's.
    [[nodiscard]] ActivityId sourceOfLateness(ActivityId id) const;

private:
    using Places = std::vector<std::uint32_t>; ///< places of activities in the programme
    void rank();
    void findSections();
    void findFollowers();
    /// Whether links lead from one activity to another one.
    [[nodiscard]] bool leads(std::uint32_t from, std::uint32_t to);
    [[nodiscard]] std::uint32_t at(ActivityId id) const { return std::uint32_t(m_programme.activities.indexOf(id)); }
    [[nodiscard]] ActivityId firstOf(const Places& places, std::uint32_t behind);

    const Programme& m_programme;
    const Schedule& m_schedule;
    const Lookup& m_lookup;
    std::vector<Places> m_out;
    std::vector<std::uint32_t> m_rank; ///< what leads to something has a smaller one
    std::vector<std::uint32_t> m_seen;
    std::uint32_t m_stamp = 0;
    std::vector<const Section*> m_sections; ///< with a milestone to come, by when they are due
    std::unordered_map<BreakdownId, std::vector<std::uint32_t>> m_ofGroup; ///< of these, those that a group leads to
    std::unordered_map<LocationId, Places> m_atPlace;                      ///< work to come, by its start
    std::unordered_map<BreakdownId, Places> m_inGroup;
};

} // namespace yarrin

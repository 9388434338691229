// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/fine.h"
#include "core/squeeze/measures.h"

#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace yarrin {

/// What a set of measures comes to, with all dates calculated anew.
struct SqueezeEffect {
    std::optional<Date> forecast;                    ///< of the section that is squeezed
    int won = 0;                                     ///< calendar days of it, negative where it comes later
    std::vector<std::pair<SectionId, int>> sections; ///< days won of all that move, in the programme's order
    int finish = 0;                                  ///< days won of the programme's finish
    /// What needs and lump sums cost more, overtime with them; none where a rate is not known, or the measure is one
    /// that no rate tells of.
    std::optional<Fine> cost;
    Fine hireSaved;                        ///< of hammocks
    Fine damagesSaved;                     ///< unrelieved
    std::vector<ActivityId> newlyCritical; ///< by the ids that people see
    std::string fault;                     ///< why it cannot be calculated; empty where it can
};

/// A measure and what it comes to by itself.
struct SqueezeOption {
    SqueezeMeasure measure;
    SqueezeEffect effect;
    SqueezeChange change;
    std::string over;                  ///< what it takes above its supply; such a one is in no set that is worked out
    std::optional<Decimal> typed = {}; ///< what somebody says that it costs, where no rate tells of it
    [[nodiscard]] std::optional<Fine> cost() const {
        return typed ? std::optional(Fine(Fraction(*typed))) : effect.cost;
    }
};

/// The activities of a path, and what it takes of each.
struct SqueezeNeed {
    ActivityId activity;
    std::size_t path = 0;           ///< place among the paths
    Minutes needed = 0;             ///< by which its path is too long, of the milestone's calendar
    bool shorter = false;           ///< its work left is long enough to be shorter by that
    std::optional<Minutes> earlier; ///< how much earlier it could start if what sets its start did not; its calendar
    ActivityId overlaps;            ///< the one before it on the path with which it could overlap by that; none
};

/// A set of measures for a date.
struct SqueezeSet {
    std::vector<std::size_t> taken; ///< places among the options
    SqueezeEffect effect;
    bool reaches = false;  ///< the date, calculated
    bool cheapest = false; ///< by the plan of the trade-off no other set costs less; not where its time ran out
};

/// What can be done to bring a section in by a date. The programme must have been calculated without errors; both must
/// outlive it.
class Squeeze {
public:
    /// An error where the section has no milestone or is complete, the date lies before the data date, or ways cannot
    /// be so.
    [[nodiscard]] static Result<Squeeze> of(const Programme& programme, const Schedule& schedule, SectionId section,
                                            Date wanted, const SqueezeWays& ways);

    [[nodiscard]] Date wanted() const { return m_wanted; }
    [[nodiscard]] std::optional<Date> forecast() const { return m_forecast; }
    /// Calendar days that are missing; 0 where it is complete by then.
    [[nodiscard]] int missing() const { return m_missing; }
    /// Paths that are too long, and what each of their activities would have to give.
    [[nodiscard]] const std::vector<Shortening>& paths() const { return m_paths; }
    [[nodiscard]] std::vector<SqueezeNeed> needs() const;
    /// Every measure with what it comes to by itself, those that win most first, then by ids. What cannot be calculated
    /// is left out. Tells how far it is, and can be stopped.
    [[nodiscard]] const std::vector<SqueezeOption>& options() const { return m_options; }
    void calculateOptions();
    /// What an option costs, as typed; none takes that back. Refused where rates tell of it, and of what is no cost.
    [[nodiscard]] Outcome setCost(std::size_t option, std::optional<Decimal> cost);
    /// A set of options together.
    [[nodiscard]] SqueezeEffect effectOf(const std::vector<std::size_t>& taken) const;
    /// Whether two options change the same thing, so that one at most can be taken.
    [[nodiscard]] static bool excludes(const SqueezeMeasure& a, const SqueezeMeasure& b);
    /// The cheapest set that reaches the date, what has a price before what has none; where none reaches it, the one
    /// that comes nearest. Held against a calculation, and left without what it can do without.
    [[nodiscard]] SqueezeSet cheapest() const;

private:
    Squeeze(const Programme& programme, const Schedule& schedule) : m_programme(programme), m_schedule(schedule) {}
    [[nodiscard]] SqueezeEffect effectOf(const Programme& with, const Schedule& dates,
                                         const std::vector<const SqueezeMeasure*>& taken) const;
    [[nodiscard]] std::optional<Fine> costOf(const Programme& with, const Schedule& dates,
                                             const std::vector<const SqueezeMeasure*>& taken) const;
    [[nodiscard]] std::string overSupply(const Programme& with, const Schedule& dates,
                                         const SqueezeMeasure& measure) const;
    [[nodiscard]] SqueezeSet prunedFrom(std::vector<std::size_t> taken) const;
    [[nodiscard]] double weightOf(const SqueezeOption& option, double all) const;

    const Programme& m_programme;
    const Schedule& m_schedule;
    SectionId m_section;
    ActivityId m_milestone;
    Date m_wanted;
    std::optional<Date> m_forecast;
    int m_missing = 0;
    SqueezeWays m_ways;
    std::vector<Shortening> m_paths;
    std::vector<ActivityId> m_near;
    std::vector<SqueezeOption> m_options;
    mutable CalendarCache m_cache;             ///< compiling calendars again costs more than the dates
    mutable std::optional<Fine> m_worksToCost; ///< of the programme as it is, once it was asked for
};

} // namespace yarrin

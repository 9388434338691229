// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"
#include "core/odds/drawn_calendars.h"
#include "core/odds/draws.h"
#include "core/odds/uncertainty.h"

#include <memory>
#include <optional>
#include <vector>

namespace yarrin {

/// An activity whose work is drawn, or changed by a risk.
struct DrawnWork {
    static constexpr std::size_t none = static_cast<std::size_t>(-1);
    std::uint32_t node = 0, activity = 0;
    std::uint32_t id = 0;
    std::size_t group = none;      ///< place among the plan's; none where nothing is alike to it
    Minutes varies = 0, fixed = 0; ///< of the node's work: what is drawn, and pauses
    std::size_t quantile = 0;
    bool certain = false; ///< its factor is always the same
};

/// What a risk does, if it strikes, to one node.
struct RiskHit {
    EffectKind kind = EffectKind::addedWork;
    std::uint32_t node = 0;
    std::size_t drawn = DrawnWork::none; ///< place among the plan's; none of access
    SpreadQuantile amount;
    double unit = 1; ///< minutes of work of one of the amount
    Instant planned; ///< start, of access
};
struct PlannedRisk {
    RiskId id;
    double chance = 0;
    std::vector<RiskHit> hits;
    std::vector<PlannedClosure> closures;
    bool held = false;
};
/// Of which one strikes at most, in the order of their ids.
struct RiskGroup {
    std::uint32_t id = 0; ///< the least of them
    std::vector<PlannedRisk> risks;
    /// The place of the one that strikes in a run, and how far up its amounts lie, a share.
    [[nodiscard]] std::optional<std::pair<std::size_t, double>> struck(std::uint64_t seed, std::uint32_t run) const;
};

/// A hammock with a cost, whose days on hire are looked for in each run.
struct HiredHammock {
    struct Hook {
        std::uint32_t node;
        End end;
        Minutes lag;
    };
    std::uint32_t activity = 0;
    std::uint16_t calendar = 0;
    Fraction perWeek;
    int forecastDays = 0;
    std::vector<Hook> from, to;
};

/// All that every run needs, the same for all threads.
struct RunPlan {
    const Programme& programme;
    const Network& network;
    std::uint64_t seed;
    std::vector<DrawnWork> drawn;
    std::vector<SpreadQuantile> quantiles;
    std::vector<std::uint32_t> groups; ///< numbers by which they are drawn
    std::vector<RiskGroup> risks;
    std::shared_ptr<const DrawnCalendars> calendars;
    std::vector<HiredHammock> hammocks;
    std::vector<std::pair<std::size_t, std::uint32_t>> sections; ///< index of the section, and its milestone's node
    double ofJob = 0, ofGroup = 0, ofOwn = 1; ///< shares of what is common: square roots of correlations
    double ofLone = 1;                        ///< of its own, where nothing is alike to it
    std::optional<Instant> required;

    [[nodiscard]] double drawnForAll(std::uint32_t run) const {
        return ofJob > 0 ? normalDraw(seed, run, DrawKind::job, 0) : 0;
    }
    [[nodiscard]] double drawnForGroup(std::uint32_t run, std::size_t group) const {
        const bool any = ofGroup > 0 && group != DrawnWork::none;
        return any ? normalDraw(seed, run, DrawKind::group, groups[group]) : 0;
    }
    /// What a run draws for one activity, on the normal distribution, with what is common to it and others.
    [[nodiscard]] double drawnFor(std::uint32_t run, const DrawnWork& one, double all, double group) const {
        const double share = one.group == DrawnWork::none ? ofLone : ofOwn;
        const double own = share > 0 ? normalDraw(seed, run, DrawKind::activity, one.id) : 0;
        return share * own + ofJob * all + ofGroup * group;
    }
};

/// Calendars that risks of a plan may close.
[[nodiscard]] std::set<CalendarId> closableIn(const RunPlan& plan);

/// A programme made ready for runs. The plan points into the rest.
struct ReadyRuns {
    Programme programme;
    Schedule forecast; ///< of the programme as it stands, without risks
    std::unique_ptr<CompiledProgramme> compiled;
    std::optional<RunPlan> plan;
    std::vector<std::string> notes;
    ReadyRuns() = default;
    ReadyRuns(const ReadyRuns&) = delete;
    ReadyRuns& operator=(const ReadyRuns&) = delete;
};
/// An error where the programme cannot be calculated, or an input cannot be.
[[nodiscard]] Result<std::shared_ptr<const ReadyRuns>> readyRuns(const Programme& programme,
                                                                 const Uncertainty& uncertainty, std::uint64_t seed);

} // namespace yarrin

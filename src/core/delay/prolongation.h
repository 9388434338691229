// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/contract/damages.h"
#include "core/delay/analysis.h"
#include "core/network/schedule.h"

namespace yarrin {

/// What the longer time cost, by who answers for it: the time-related cost of hammocks that each step of an analysis
/// added (docs/engine.md section 12), in the contract's currency.
struct Prolongation {
    Fraction employer;   ///< time and money
    Fraction concurrent; ///< of employer's events, but critical together with our own: time, no money
    Fraction neutral;    ///< time, no money
    Fraction own;
    Fraction recovered; ///< what was saved again, not positive
    Fraction paid;      ///< compensable days at what the hammocks of their section cost a day; no part of the total
    [[nodiscard]] Fraction total() const { return employer + concurrent + neutral + own + recovered; }
};
/// The section that a hammock belongs to: of the milestone that it ends at, else of the one that follows its last
/// anchor by the fewest links, of several the latest; one that no milestone follows to the section that governs.
class HammockSections {
public:
    HammockSections(const Programme& programme, const Schedule& dates);
    [[nodiscard]] SectionId of(const Activity& hammock) const;
    /// The latest; none where no section has a forecast.
    [[nodiscard]] SectionId governing() const { return m_order.empty() ? SectionId{} : m_order.front(); }

private:
    const Programme& m_programme;
    const Schedule& m_dates;
    std::vector<SectionId> m_order;                ///< latest first, of one day by id
    std::vector<std::pair<int, SectionId>> m_next; ///< per activity: links to the nearest milestone, and whose it is
};

/// Of one step.
[[nodiscard]] Prolongation prolongationOf(const DelayStep& step, const Programme& now);
/// Of each step of an analysis, in its order.
[[nodiscard]] std::vector<Prolongation> prolongationsOf(const DelayAnalysis& analysis, const Programme& now);
/// Of all steps; they add up to the cost now less the cost as planned.
[[nodiscard]] Prolongation prolongationOf(const DelayAnalysis& analysis, const Programme& now);

/// Exposure as it was at one stand of the job.
struct StandExposure {
    std::string name;
    std::optional<Instant> dataDate;
    Exposure total;
    std::vector<SectionFigures> sections;
};
/// What was exposed at each stand; an error where one cannot be calculated.
[[nodiscard]] Result<std::vector<StandExposure>> exposureCourse(std::span<const Stand> stands);

/// Cost of a programme's hammocks over their days on hire.
[[nodiscard]] Fraction timeCost(const Programme& programme, const Schedule& schedule);

/// A programme as if nothing had happened yet: no progress, no data date, no event that counts.
[[nodiscard]] Programme asPlanned(const Programme& programme);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/labour/demand.h"

#include <memory>
#include <string>
#include <utility>
#include <vector>

namespace yarrin {

/// Hours, of quantities the quantity, up to the beginning of a day.
using DemandSums = std::vector<std::pair<Date, double>>;

/// What is needed of resources from the beginning on: docs/engine.md section 14.
struct SumCurves {
    DemandSums early, late; ///< by early and by late dates
    DemandSums agreed;      ///< of the programme that is measured against, by early dates
    DemandSums earned;      ///< of what was agreed, as far as it is done, up to the data date
};

/// A programme and its dates, and those of the programme that it is measured against, kept for asking of one resource
/// after the other.
class SumsOfDemand {
public:
    struct State {
        std::shared_ptr<const Programme> programme;
        std::shared_ptr<const Schedule> schedule; ///< calculated without errors
    };
    SumsOfDemand(State now, State agreed);

    /// Of resources by their names, all together: week by week, from the first work to the last.
    [[nodiscard]] SumCurves of(const std::vector<std::string>& names) const;

private:
    State m_now, m_agreed;
    Demand m_early, m_late, m_plan;
    std::vector<std::size_t> m_nowOf; ///< by activity of what was agreed, its place in the programme; or `none`
};

} // namespace yarrin

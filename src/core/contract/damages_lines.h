// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/contract/damages.h"

#include <utility>
#include <vector>

namespace yarrin {

enum class Relief { unrelieved, assessed, claimed };
inline constexpr std::size_t reliefs = 3;
/// The sum of an exposure with so much relief.
[[nodiscard]] const Fraction& sumOf(const Exposure& exposure, Relief relief);

/// How one sum of damages comes about, step by step.
struct DamagesLine {
    SectionId section;
    std::optional<Date> forecast;
    Date completion;                             ///< as in the contract
    int granted = 0;                             ///< calendar days of time granted
    std::vector<std::pair<EventId, int>> events; ///< open events that relieve it here, and by how many days
    std::vector<std::pair<EventId, int>> barred; ///< open events that would, had their notice been in time
    int daysLate = 0;                            ///< after all relief, negative when early
    std::vector<DamagesPart> parts;              ///< rate by rate, before the cap
    Fraction sum;
    bool capped = false; ///< the section's cap holds it
};
[[nodiscard]] std::vector<DamagesLine> damagesLines(const Programme& programme,
                                                    const std::vector<SectionFigures>& sections, Relief relief);

} // namespace yarrin

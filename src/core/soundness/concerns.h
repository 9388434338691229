// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>
#include <string_view>

namespace yarrin {

/// What can be found in a programme that makes it less sound: docs/engine.md section 18.
enum class Concern {
    openStart,
    openEnd,
    danglingStart,
    danglingFinish,
    lead,
    longLag,
    lagOfWork,
    redundantLink,
    pastMilestone,
    hardConstraint,
    highFloat,
    floatOutOfLine,
    negativeFloat,
    longDuration,
    sameName,
    noName,
    outOfSequence,
    futureActual,
    emptyHammock,
    noQuantity,
    noResource,
    noPlace,
    unusedCalendar,
    loneSection,
    missed,
};
inline constexpr std::size_t concernCount = 25;

/// What a safe change could do about a finding.
enum class Mend {
    none,
    removeLink,   ///< a link that others imply
    tieToSection, ///< an open end leads to the milestone of its section
    soften,       ///< a hard constraint becomes one that only holds back, or a deadline
    addSuccessor, ///< what has much float leads to what plausibly waits for it
    removeCalendar,
};

struct ConcernKind {
    Concern concern;
    std::string_view word;  ///< as the command line and files write it
    std::string_view title; ///< of its list
    std::string_view why;   ///< in a sentence, what is wrong with it
    Mend mend = Mend::none;
};
[[nodiscard]] std::span<const ConcernKind> concernKinds();
[[nodiscard]] const ConcernKind& kindOf(Concern concern);
[[nodiscard]] std::optional<Concern> concernFrom(std::string_view word);

} // namespace yarrin

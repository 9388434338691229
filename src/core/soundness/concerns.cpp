// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/soundness/concerns.h"

#include <array>

namespace yarrin {

namespace {

constexpr std::array<ConcernKind, concernCount> kinds{{
    {Concern::openStart, "open-start", "Open starts", "Nothing leads to it: it starts with the job, whatever happens."},
    {Concern::openEnd, "open-end", "Open ends", "It leads to nothing: however late it is, nothing is seen to move.",
     Mend::tieToSection},
    {Concern::danglingStart, "dangling-start", "Dangling starts",
     "Only its finish is held: made longer, it would start earlier rather than end later."},
    {Concern::danglingFinish, "dangling-finish", "Dangling finishes",
     "Only its start leads on: made longer, it moves nothing."},
    {Concern::lead, "lead", "Leads", "It begins before what it waits for is through, by a time that nothing explains."},
    {Concern::longLag, "long-lag", "Long lags", "A long wait hides work or a reason that should stand for itself."},
    {Concern::lagOfWork, "lag-of-work", "Lags that hide work",
     "A wait that runs on a working calendar is work that somebody does: draw it."},
    {Concern::redundantLink, "redundant-link", "Redundant links",
     "Other links imply it: it says nothing and hides what does.", Mend::removeLink},
    {Concern::pastMilestone, "past-milestone", "Links past a milestone",
     "It joins two groups beside the milestone that the first one leads to."},
    {Concern::hardConstraint, "hard-constraint", "Hard constraints",
     "A date that is typed hides what the work alone would do.", Mend::soften},
    {Concern::highFloat, "high-float", "High float", "So much float is mostly a link that is missing."},
    {Concern::floatOutOfLine, "float-out-of-line", "Float out of line",
     "It can move far before anything that follows it does: what waits for it first is missing.", Mend::addSuccessor},
    {Concern::negativeFloat, "negative-float", "Negative float",
     "It is later than a date that must be kept lets it be."},
    {Concern::longDuration, "long-duration", "Long durations", "Work so long cannot be seen to slip until late."},
    {Concern::sameName, "same-name", "Same names",
     "Two activities of a group have one name: reports cannot tell them apart."},
    {Concern::noName, "no-name", "Without a name", "Nobody can tell what it is."},
    {Concern::outOfSequence, "out-of-sequence", "Out of sequence",
     "It went on before what it waits for let it: the link or the date is wrong."},
    {Concern::futureActual, "future-actual", "Actual dates to come", "An actual date lies behind the data date."},
    {Concern::emptyHammock, "empty-hammock", "Empty hammocks", "Its anchors leave no time between them."},
    {Concern::noQuantity, "no-quantity", "Without a quantity", "Its duration follows from no quantity and no output."},
    {Concern::noResource, "no-resource", "Without a resource", "Nobody and nothing is said to do it."},
    {Concern::noPlace, "no-place", "Without a place", "It stands in no group of the breakdown or at no location."},
    {Concern::unusedCalendar, "unused-calendar", "Unused calendars", "Nothing works to it.", Mend::removeCalendar},
    {Concern::loneSection, "lone-section", "Sections that nothing leads to",
     "Nothing leads to the milestone of the section, so its forecast is no forecast."},
    {Concern::missed, "missed", "Missed finishes", "It was to be finished by the data date and was not, or was late."},
}};

} // namespace

std::span<const ConcernKind> concernKinds() {
    return kinds;
}

const ConcernKind& kindOf(Concern concern) {
    return kinds[static_cast<std::size_t>(concern)];
}

std::optional<Concern> concernFrom(std::string_view word) {
    for (const ConcernKind& kind : kinds)
        if (kind.word == word) return kind.concern;
    return {};
}

} // namespace yarrin

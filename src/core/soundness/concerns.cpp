// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/soundness/concerns.h"

#include "core/base/worded.h"

#include <array>

namespace yarrin {

namespace {

constexpr std::array<ConcernKind, concernCount> kinds{{
    {Concern::openStart, "open-start", toWord("Open starts"),
     toWord("Nothing leads to it: it starts with the job, whatever happens.")},
    {Concern::openEnd, "open-end", toWord("Open ends"),
     toWord("It leads to nothing: however late it is, nothing is seen to move."), Mend::tieToSection},
    {Concern::danglingStart, "dangling-start", toWord("Dangling starts"),
     toWord("Only its finish is held: made longer, it would start earlier rather than end later.")},
    {Concern::danglingFinish, "dangling-finish", toWord("Dangling finishes"),
     toWord("Only its start leads on: made longer, it moves nothing.")},
    {Concern::lead, "lead", toWord("Leads"),
     toWord("It begins before what it waits for is through, by a time that nothing explains.")},
    {Concern::longLag, "long-lag", toWord("Long lags"),
     toWord("A long wait hides work or a reason that should stand for itself.")},
    {Concern::lagOfWork, "lag-of-work", toWord("Lags that hide work"),
     toWord("A wait that runs on a working calendar is work that somebody does: draw it.")},
    {Concern::redundantLink, "redundant-link", toWord("Redundant links"),
     toWord("Other links imply it: it says nothing and hides what does."), Mend::removeLink},
    {Concern::pastMilestone, "past-milestone", toWord("Links past a milestone"),
     toWord("It joins two groups beside the milestone that the first one leads to.")},
    {Concern::hardConstraint, "hard-constraint", toWord("Hard constraints"),
     toWord("A date that is typed hides what the work alone would do."), Mend::soften},
    {Concern::highFloat, "high-float", toWord("High float"), toWord("So much float is mostly a link that is missing.")},
    {Concern::floatOutOfLine, "float-out-of-line", toWord("Float out of line"),
     toWord("It can move far before anything that follows it does: what waits for it first is missing."),
     Mend::addSuccessor},
    {Concern::negativeFloat, "negative-float", toWord("Negative float"),
     toWord("It is later than a date that must be kept lets it be.")},
    {Concern::longDuration, "long-duration", toWord("Long durations"),
     toWord("Work so long cannot be seen to slip until late.")},
    {Concern::sameName, "same-name", toWord("Same names"),
     toWord("Two activities of a group have one name: reports cannot tell them apart.")},
    {Concern::noName, "no-name", toWord("Without a name"), toWord("Nobody can tell what it is.")},
    {Concern::outOfSequence, "out-of-sequence", toWord("Out of sequence"),
     toWord("It went on before what it waits for let it: the link or the date is wrong.")},
    {Concern::futureActual, "future-actual", toWord("Actual dates to come"),
     toWord("An actual date lies behind the data date.")},
    {Concern::emptyHammock, "empty-hammock", toWord("Empty hammocks"),
     toWord("Its anchors leave no time between them.")},
    {Concern::noQuantity, "no-quantity", toWord("Without a quantity"),
     toWord("Its duration follows from no quantity and no output.")},
    {Concern::noResource, "no-resource", toWord("Without a resource"), toWord("Nobody and nothing is said to do it.")},
    {Concern::noPlace, "no-place", toWord("Without a place"),
     toWord("It stands in no group of the breakdown or at no location.")},
    {Concern::unusedCalendar, "unused-calendar", toWord("Unused calendars"), toWord("Nothing works to it."),
     Mend::removeCalendar},
    {Concern::loneSection, "lone-section", toWord("Sections that nothing leads to"),
     toWord("Nothing leads to the milestone of the section, so its forecast is no forecast.")},
    {Concern::missed, "missed", toWord("Missed finishes"),
     toWord("It was to be finished by the data date and was not, or was late.")},
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

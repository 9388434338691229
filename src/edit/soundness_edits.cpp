// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/soundness_edits.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "edit/activity_edits.h"
#include "edit/calendar_edits.h"
#include "edit/link_edits.h"

#include <algorithm>

namespace yarrin {

namespace {

Error findingGone() {
    return inputError(worded("it is as it was found no more"), worded("check again"));
}

/// A constraint that holds late becomes one that only holds back, or a deadline that is told when it is missed.
Outcome soften(Transaction& tx, const Finding& finding) {
    const Activity* row = tx.programme().activities.row(finding.activity);
    if (!row || !row->constraint) return findingGone();
    Activity activity = *row;
    switch (activity.constraint->type) {
    case ConstraintType::startOn:
        activity.constraint->type = ConstraintType::startNotBefore;
        break;
    case ConstraintType::finishOn:
        activity.constraint->type = ConstraintType::finishNotBefore;
        break;
    case ConstraintType::finishNotAfter:
        if (activity.deadline) return inputError(worded("%1 has a deadline already", activity.key));
        activity.deadline = activity.constraint->date;
        activity.constraint.reset();
        break;
    default:
        return inputError(worded("what holds %1 cannot be made softer", activity.key),
                          worded("take it off, or leave it"));
    }
    tx.set(std::move(activity));
    return done();
}

Outcome mendOne(Transaction& tx, const Finding& finding) {
    switch (kindOf(finding.concern).mend) {
    case Mend::removeLink:
        return tx.programme().links.row(finding.link) ? removeLink(tx, finding.link) : Outcome(findingGone());
    case Mend::tieToSection:
    case Mend::addSuccessor: {
        if (!finding.other) return inputError(worded("nothing is known that it could lead to"));
        Link link;
        link.from = finding.activity;
        link.to = finding.other;
        const auto added = addLink(tx, link);
        return added.ok() ? done() : Outcome(added.errors());
    }
    case Mend::soften:
        return soften(tx, finding);
    case Mend::removeCalendar:
        for (const Calendar& calendar : tx.programme().calendars)
            if (calendar.key == finding.about) return removeCalendar(tx, calendar.id, {});
        return findingGone();
    case Mend::none:
        break;
    }
    return inputError(worded("nothing can be done about it but by hand"));
}

} // namespace

Outcome setFindingAside(Transaction& tx, const Finding& finding, std::string_view typed) {
    const std::string reason = trimmed(typed);
    const SetAside* there = nullptr;
    for (const SetAside& one : tx.programme().setAside)
        if (isFindingOf(one, finding)) there = &one;
    if (reason.empty()) {
        if (there) tx.erase<SetAside>(there->id);
        return done();
    }
    SetAside one;
    if (there) one = *there;
    one.concern = std::string(kindOf(finding.concern).word);
    one.activity = finding.activity;
    one.other = finding.link ? finding.other : ActivityId{};
    one.about = finding.about; // of a link its type
    one.reason = reason;
    if (there) {
        tx.set(std::move(one));
    } else {
        one.id = tx.programme().setAside.freshId();
        tx.append(std::move(one));
    }
    return done();
}

Outcome setSoundnessLimit(Transaction& tx, std::string_view key, std::string_view typed) {
    const LimitKind* kind = limitKind(key);
    if (!kind) return inputError(worded("there is no limit %1", key));
    std::string text = trimmed(typed);
    if (text.ends_with('%')) text = trimmed(text.substr(0, text.size() - 1));
    const SoundnessLimit* there = nullptr;
    for (const SoundnessLimit& limit : tx.programme().soundnessLimits)
        if (limit.key == key) there = &limit;
    const auto value = parseOptionalFigure(text);
    if (!value.ok()) return value.errors();
    if (!*value || **value == Decimal(kind->shipped)) {
        if (there) tx.erase<SoundnessLimit>(there->id);
        return done();
    }
    SoundnessLimit limit{there ? there->id : tx.programme().soundnessLimits.freshId(), std::string(key), **value};
    if (auto fault = faultOf(limit, tx.programme())) return *fault;
    there ? tx.set(std::move(limit)) : tx.append(std::move(limit));
    return done();
}

Outcome mend(Transaction& tx, std::span<const Finding> findings) {
    const bool quiet = std::all_of(findings.begin(), findings.end(), [](const Finding& finding) {
        return kindOf(finding.concern).mend == Mend::removeLink;
    });
    const Schedule before = quiet ? schedule(tx.programme()) : Schedule{};
    for (const Finding& finding : findings)
        if (Outcome one = mendOne(tx, finding); !one.ok()) return one;
    if (!quiet) return done();
    const Schedule after = schedule(tx.programme());
    if (!after.ok()) return after.errors;
    for (std::size_t i = 0; i < after.activities.size(); ++i) {
        const ActivityFigures &a = before.activities[i], &b = after.activities[i];
        if (a.earlyStart != b.earlyStart || a.earlyFinish != b.earlyFinish || a.totalFloat != b.totalFloat)
            return inputError(worded("%1 would move, so a link is not redundant", tx.programme().activities[i].key),
                              worded("take links out one by one"));
    }
    return done();
}

} // namespace yarrin

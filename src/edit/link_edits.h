// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/phrases.h"
#include "edit/transaction.h"

namespace yarrin {

/// When links are held against forming a loop: each as it is added, or all together by the caller, `loopIn`.
enum class Loops { now, later };

/// Adds a link. Refused: to itself, to or from a hammock, a second of its type between the same two, and one that
/// closes a loop, which is drawn out activity by activity.
[[nodiscard]] Result<LinkId> addLink(Transaction& tx, Link link, Loops loops = Loops::now);
[[nodiscard]] Outcome removeLink(Transaction& tx, LinkId id);
/// Makes the follower the one that is followed, with type and lag as they were.
[[nodiscard]] Outcome reverseLink(Transaction& tx, LinkId id);
/// Makes the links into an activity those that the phrases say; a link that stays keeps its place.
[[nodiscard]] Outcome setWaitsFor(Transaction& tx, ActivityId id, std::string_view phrases, Loops loops = Loops::now);
/// The phrases of all links into an activity, in the programme's order, separated by "; ".
[[nodiscard]] std::string waitsForText(const Programme& programme, const Lookup& lookup, ActivityId id);
/// Hangs both ends of a hammock: "from A010 to A090 +2d".
[[nodiscard]] Outcome setHammockSpan(Transaction& tx, ActivityId hammock, std::string_view text);
/// Hangs a hammock's start or finish from the activities whose ids are listed: "A010; A020 finish +2d".
[[nodiscard]] Outcome setAnchors(Transaction& tx, ActivityId hammock, End side, std::string_view text);
[[nodiscard]] std::string anchorsText(const Programme& programme, const Activity& hammock, End side);

} // namespace yarrin

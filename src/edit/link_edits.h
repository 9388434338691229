// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/phrases.h"
#include "edit/transaction.h"

#include <span>

namespace yarrin {

/// When links are held against forming a loop: each as it is added, or all together by the caller, `loopIn`.
enum class Loops { now, later };

/// Adds a link. Refused: to itself, to or from a hammock, a second of its type between the same two, and one that
/// closes a loop, which is drawn out activity by activity.
[[nodiscard]] Result<LinkId> addLink(Transaction& tx, Link link, Loops loops = Loops::now);
[[nodiscard]] Outcome removeLink(Transaction& tx, LinkId id);
/// Gives a link that is there another type or lag; its ends stay. Refused as in `addLink`.
[[nodiscard]] Outcome setLink(Transaction& tx, const Link& link);
/// Adds links between an activity and others, all of one type and lag: the others lead to it, or follow it. Those that
/// are linked so stay as they are.
[[nodiscard]] Outcome linkTo(Transaction& tx, Link like, std::span<const ActivityId> others, bool lead);
/// Reads a lag as typed into a link: "3d", "-2d", "7cd" (elapsed time); nothing typed is no lag.
[[nodiscard]] Result<Link> withLag(const Programme& programme, Link link, std::string_view text);
/// The lag of a link as `withLag` reads it; empty where there is none.
[[nodiscard]] std::string lagText(const Programme& programme, const Link& link);
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
/// Hangs a side of a hammock from an activity, in place of how it hung from that, or of all others where `alone`; takes
/// an activity from a side. Refused where nothing is left to hang from.
[[nodiscard]] Outcome setAnchor(Transaction& tx, ActivityId hammock, End side, const Anchor& anchor, bool alone);
[[nodiscard]] Outcome removeAnchor(Transaction& tx, ActivityId hammock, End side, ActivityId from);
[[nodiscard]] std::string anchorsText(const Programme& programme, const Activity& hammock, End side);

} // namespace yarrin

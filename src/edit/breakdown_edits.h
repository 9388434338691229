// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/transaction.h"

#include <span>

namespace yarrin {

/// Adds a group below `after` as its sibling, or at the end of the top level where none is given.
[[nodiscard]] Result<BreakdownId> addGroup(Transaction& tx, BreakdownId after, const std::string& name);
/// Adds a group as the last child of another one, or of the top level.
[[nodiscard]] Result<BreakdownId> addChildGroup(Transaction& tx, BreakdownId parent, const std::string& name);
/// Puts a new group between a group and its parent.
[[nodiscard]] Result<BreakdownId> addParentGroup(Transaction& tx, BreakdownId child, const std::string& name);
/// Where a group lands relative to another one.
enum class Landing { before, after, inside };
/// Moves a group with all below it; into itself, or below itself, is refused.
[[nodiscard]] Outcome moveGroup(Transaction& tx, BreakdownId id, BreakdownId target, Landing landing);
/// Types a group's code, which carries down to what is below it; empty text makes it follow from its place again. A
/// code that another group has is refused.
[[nodiscard]] Outcome setGroupCode(Transaction& tx, BreakdownId id, const std::string& code);
[[nodiscard]] Outcome setCodePattern(Transaction& tx, const std::string& pattern);
[[nodiscard]] Outcome renameGroup(Transaction& tx, BreakdownId id, const std::string& name);
/// Makes a group the last child of the sibling above it.
[[nodiscard]] Outcome indentGroup(Transaction& tx, BreakdownId id);
/// Makes a group the next sibling of its parent.
[[nodiscard]] Outcome outdentGroup(Transaction& tx, BreakdownId id);
/// Removes a group; its children and activities move up to its parent.
[[nodiscard]] Outcome removeGroup(Transaction& tx, BreakdownId id);
/// Moves activities one level down: into the first subgroup of their group, or a new one of its own where it has none.
[[nodiscard]] Result<BreakdownId> indentActivities(Transaction& tx, std::span<const ActivityId> ids);
/// Moves activities up into the group above theirs.
[[nodiscard]] Outcome outdentActivities(Transaction& tx, std::span<const ActivityId> ids);

} // namespace yarrin

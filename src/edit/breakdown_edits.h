// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/transaction.h"

#include <span>

namespace yarrin {

/// Adds a group below `after` as its sibling, or at the end of the top level where none is given.
[[nodiscard]] Result<BreakdownId> addGroup(Transaction& tx, BreakdownId after, const std::string& name);
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

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/soundness/soundness.h"
#include "edit/transaction.h"

#include <span>
#include <string_view>

namespace yarrin {

/// Keeps that a finding is meant so, with the reason; empty takes that back.
[[nodiscard]] Outcome setFindingAside(Transaction& tx, const Finding& finding, std::string_view reason);
/// A limit as it is typed: "44", "5 %"; empty is the one that ships.
[[nodiscard]] Outcome setSoundnessLimit(Transaction& tx, std::string_view key, std::string_view typed);

/// Does what a safe change can do about findings: docs/engine.md section 18. Refused where one of them has no mend,
/// and, of redundant links, where any date would move.
[[nodiscard]] Outcome mend(Transaction& tx, std::span<const Finding> findings);

} // namespace yarrin

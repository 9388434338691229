// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/transaction.h"

#include <string_view>

namespace yarrin {

/// What belongs to one section: steps of its rate, parts in use, what was deducted, and what own slips are taken for.
/// Rows are named by their place; texts are as typed. A row that is added is sorted in.

enum class StepPart { fromDay, rate };
[[nodiscard]] Outcome addRateStep(Transaction& tx, SectionId id, std::string_view fromDay, std::string_view rate);
[[nodiscard]] Outcome setRateStep(Transaction& tx, SectionId id, std::size_t row, StepPart part, std::string_view text);
[[nodiscard]] Outcome removeRateStep(Transaction& tx, SectionId id, std::size_t row);

enum class PossessionPart { date, share };
/// The share is typed in per cent.
[[nodiscard]] Outcome addPossession(Transaction& tx, SectionId id, std::string_view date, std::string_view share);
[[nodiscard]] Outcome setPossession(Transaction& tx, SectionId id, std::size_t row, PossessionPart part,
                                    std::string_view text);
[[nodiscard]] Outcome removePossession(Transaction& tx, SectionId id, std::size_t row);

enum class DeductionPart { kind, date, sum, note };
[[nodiscard]] Outcome addDeduction(Transaction& tx, SectionId id, DeductionKind kind, std::string_view date,
                                   std::string_view sum, std::string_view note);
/// A kind by its word.
[[nodiscard]] Outcome setDeduction(Transaction& tx, SectionId id, std::size_t row, DeductionPart part,
                                   std::string_view text);
[[nodiscard]] Outcome removeDeduction(Transaction& tx, SectionId id, std::size_t row);

/// What the own slip of the window that ends with a day is taken for, in place of what was said before.
[[nodiscard]] Outcome markSlip(Transaction& tx, SectionId id, SlipMark mark);
/// It is open again.
[[nodiscard]] Outcome openSlip(Transaction& tx, SectionId id, Date window);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/sequence_edits.h"

#include <string_view>

namespace yarrin {

/// A step of a trade as it ships: its name, its item in the output book that ships (or how long it takes), and what it
/// waits for in its own unit and in the one before, as phrases that name steps by their numbers.
struct TradeStep {
    std::string_view name, book, duration, waits, before;
};
/// The usual steps of a trade over one location; common practice, to be altered.
struct TradeSequence {
    std::string_view name;
    std::string_view ids; ///< pattern of the ids of its activities
    std::span<const TradeStep> steps;
};
[[nodiscard]] std::span<const TradeSequence> tradeSequences();

/// Adds a trade's sequence with what it uses of a book. Where its name is taken it gets a number behind it. An error
/// where the book has no item of a step's number.
[[nodiscard]] Result<SequenceId> addTradeSequence(Transaction& tx, const TradeSequence& trade,
                                                  std::span<const BookItem> book);

} // namespace yarrin

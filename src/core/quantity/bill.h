// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"

namespace yarrin {

/// What of a bill item activities do and what is left; placed + left is what was billed, exactly.
struct Placed {
    Decimal placed;
    Decimal left;
};
/// Of every item, in the bill's order.
[[nodiscard]] std::vector<Placed> placedOf(const Programme& programme);
[[nodiscard]] Placed placedOf(const Programme& programme, BillItemId item);

/// An item of the output book that may fit a bill item, the better the higher, up to 1.
struct Suggestion {
    std::size_t item; ///< index among those looked through
    double fit;
};
/// Items of the book whose name shares words with the description and whose unit measures the same, best first, at
/// most `most`. A suggestion: words that few items have count for more than words that many have.
[[nodiscard]] std::vector<Suggestion> suggestionsFor(std::string_view description, std::string_view unit,
                                                     const std::vector<BookItem>& book, std::size_t most = 5);

/// What keeps an activity from being shorter.
struct Driver {
    enum class By {
        typed,    ///< a duration that somebody typed
        unsolved, ///< a quantity without output or crews; the duration is typed
        crews,    ///< more crews would shorten it
        limit,    ///< one more crew would need more of a trade or plant than there is
    };
    By by = By::typed;
    std::string resource;             ///< of a limit
    bool exceeded = false;            ///< its crews already need more than there is
    std::optional<Decimal> mostCrews; ///< whole crews that the limits allow, where there are any
};
[[nodiscard]] Driver driverOf(const Programme& programme, const Activity& activity);

} // namespace yarrin

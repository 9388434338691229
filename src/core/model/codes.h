// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/model/programme.h"

#include <string>
#include <string_view>
#include <vector>

namespace yarrin {

/// How the codes of one level are made: what stands before them, and numbers or letters of a least width.
struct CodeLevel {
    enum class Style { digits, capitals, letters };
    std::string separator;
    Style style = Style::digits;
    int width = 1;
    friend bool operator==(const CodeLevel&, const CodeLevel&) = default;
};

/// Reads a pattern like "1.1.1" or "A-01.a": for each level what separates it, then 1 (with zeros before it for a least
/// width), A or a. Levels below the last go on like it.
[[nodiscard]] Result<std::vector<CodeLevel>> parseCodePattern(std::string_view pattern);
/// The n-th code of a level, from 1, without its separator: "3", "03", "C", "AA" after "Z".
[[nodiscard]] std::string codeOf(const CodeLevel& level, int n);

/// The code of every node of the breakdown, in the table's order. A code that was typed at a node carries down to what
/// is below it; the others follow from the node's place among its siblings. No two are the same: a number whose code is
/// taken is passed over, and of two equal typed codes the first counts.
[[nodiscard]] std::vector<std::string> breakdownCodes(const Programme& programme);

/// What a node of the breakdown sums up, itself and all below it.
struct ScopeFigures {
    int activities = 0;    ///< milestones and hammocks left out
    Fraction crewDays;     ///< work from quantities: quantity ÷ (output × factor), in days of one crew
    bool measured = false; ///< something has a quantity and an output
    Fraction cost;         ///< time-related cost of hammocks over their present duration, in calendar weeks
    bool costed = false;
};
struct Schedule;
/// Per node of the breakdown in the table's order, and one more for the whole programme.
[[nodiscard]] std::vector<ScopeFigures> scopeFigures(const Programme& programme, const Schedule& schedule);

} // namespace yarrin

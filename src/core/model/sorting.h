// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/ids.h"

#include <string>
#include <vector>

namespace yarrin {

/// One of the values of a code. Its short name is what activities carry, once in its code whatever the capitals.
struct CodeValue {
    std::string name;
    std::string longName;
    std::string colour; ///< "#2e7d77", or none
    friend bool operator==(const CodeValue&, const CodeValue&) = default;
};

/// A code of the planner's own by which activities are sorted: trade, stage of work, area. The order of its values is
/// the order of groups and sorted rows.
struct Code {
    CodeId id;
    std::string key; ///< what people call it, unique
    std::vector<CodeValue> values;
    friend bool operator==(const Code&, const Code&) = default;
};

/// The value of a code that an activity carries; one of each code.
struct CodeMark {
    CodeId code;
    std::string value; ///< the short name of a value of the code
    friend bool operator==(const CodeMark&, const CodeMark&) = default;
};

/// A lens that is kept with the job, as the texts that `core/view/lens.h` reads. What cannot be read in one, because
/// it came from another job, is told where the lens is used and hides nothing.
struct KeptLens {
    LensId id;
    std::string key; ///< its name, unique
    std::string columns, buildUpColumns;
    std::string groups, order, filter, words;
    std::string colour, texts, view;
    friend bool operator==(const KeptLens&, const KeptLens&) = default;
};

/// So many characters the name of a code, a value or a lens may have, and each text of a lens.
inline constexpr std::size_t longestSortingName = 120, longestLensText = 4000;
/// So many values a code may have, and codes a job.
inline constexpr std::size_t mostCodeValues = 2000, mostCodes = 100;

} // namespace yarrin

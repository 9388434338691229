// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/base/worded.h"
#include "core/time/instant.h"

#include <array>
#include <string_view>

namespace yarrin {

/// In English; other languages word them.
inline constexpr std::array<std::string_view, 12> monthNames{toWord("January"), toWord("February"), toWord("March"),
                                                             toWord("April"),   toWord("May"),      toWord("June"),
                                                             toWord("July"),    toWord("August"),   toWord("September"),
                                                             toWord("October"), toWord("November"), toWord("December")};
inline constexpr std::array<std::string_view, 7> shortWeekdays{
    toWord("Mon"), toWord("Tue"), toWord("Wed"), toWord("Thu"), toWord("Fri"), toWord("Sat"), toWord("Sun")};

/// Reads a date as people type it: "7 May 2027", "May 7, 2027", "7/5/2027" (day first) or "2027-05-07", with or without
/// a weekday; months and weekdays are read in English and in the language of the window.
[[nodiscard]] Result<Date> parseTypedDate(std::string_view text);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/time/instant.h"

#include <array>
#include <string_view>

namespace yarrin {

inline constexpr std::array<std::string_view, 12> monthNames{"January",   "February", "March",    "April",
                                                             "May",       "June",     "July",     "August",
                                                             "September", "October",  "November", "December"};

/// Reads a date as people type it: "7 May 2027", "May 7, 2027", "7/5/2027" (day first) or "2027-05-07", with or without
/// a weekday.
[[nodiscard]] Result<Date> parseTypedDate(std::string_view text);

} // namespace yarrin

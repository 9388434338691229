// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/ids.h"
#include "core/base/result.h"

#include <optional>
#include <span>
#include <string>
#include <string_view>

namespace yarrin {

/// A size of paper in millimetres, upright (ISO 216).
struct PaperSize {
    std::string_view name;
    double width = 0, height = 0;
};
[[nodiscard]] std::span<const PaperSize> paperSizes();
/// Null where there is none of that name.
[[nodiscard]] const PaperSize* paperNamed(std::string_view name);

/// A sheet of the job: table and bars through a lens, on pages of paper.
struct KeptSheet {
    SheetId id;
    std::string key;  ///< its name, unique
    std::string lens; ///< by name; none: the one that a job opens with
    std::string paper = "A3";
    bool upright = false;
    int wide = 1;                               ///< pages beside each other
    std::optional<int> tall;                    ///< pages below each other; none: as many as it takes
    std::optional<int> weeksBefore, weeksAfter; ///< the data date, or the start before there is one; none: all of it
    bool noLinks = false;
    std::string drawn, checked, notes; ///< in the foot
    friend bool operator==(const KeptSheet&, const KeptSheet&) = default;
};

inline constexpr int mostPagesWide = 20, mostPagesTall = 200, mostSheetWeeks = 520;
/// So many characters a text of a sheet may have.
inline constexpr std::size_t longestSheetText = 120;

struct Programme;
/// Why a sheet cannot be so; none where it can.
[[nodiscard]] std::optional<Error> faultOf(const KeptSheet& sheet, const Programme& programme);

} // namespace yarrin

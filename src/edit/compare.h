// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/sheet.h"
#include "core/network/schedule.h"

#include <array>
#include <string>
#include <vector>

namespace yarrin {

/// What a difference between two programmes is about; the order is that of a list of them.
enum class DifferenceKind {
    added,
    removed,
    renamed, ///< another id or name
    duration,
    quantity, ///< and output, crews, working factor
    calendar,
    link,
    constraint, ///< and deadline, as late as possible, pauses
    progress,   ///< actual dates, work left
    date,
    floats,
    critical,
    contract, ///< sections: dates, rates, forecasts
    calendarDays,
    events, ///< of delay: state, dates, days, what they do
    texts,  ///< plain texts of activities, as they are described
};
inline constexpr std::size_t differenceKinds = 16;
/// How people call a kind: "added", "links", "dates".
[[nodiscard]] const char* nameOf(DifferenceKind kind);

/// One thing in which two programmes differ. Dates are also given as such.
struct Difference {
    DifferenceKind kind = DifferenceKind::added;
    ActivityId activity; ///< in the later programme; of a removed one in the earlier. None for sections and calendars.
    std::string key;
    std::string name;
    std::string what; ///< "finish", "waits for A100"
    std::string before = {};
    std::string after = {};
    std::optional<Date> dateBefore = {};
    std::optional<Date> dateAfter = {};
};

/// A programme with what was calculated of it.
struct Calculated {
    const Programme& programme;
    const Schedule& schedule;
};

/// By what rows of two programmes are the same: their identity within one file, or the ids that people give them.
enum class MatchBy { identity, key };

/// All in which `after` differs from `before`, activity by activity in the order of `after`, what was removed behind.
[[nodiscard]] std::vector<Difference> compare(const Calculated& before, const Calculated& after, MatchBy match);
/// How many there are of each kind.
[[nodiscard]] std::array<std::size_t, differenceKinds> countsOf(const std::vector<Difference>& differences);
/// The list as a table with headings, dates as `2027-03-01`.
[[nodiscard]] Sheet differenceSheet(const std::vector<Difference>& differences);

} // namespace yarrin

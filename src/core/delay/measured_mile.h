// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/delay/analysis.h"
#include "core/network/schedule.h"

#include <string>

namespace yarrin {

/// What was done of an item in a stretch of days, and the crew-hours that it took. Measured, not exact.
struct Output {
    double quantity = 0;
    double crewHours = 0;
    /// Units a crew-hour; 0 where nobody worked.
    [[nodiscard]] double rate() const { return crewHours > 0 ? quantity / crewHours : 0; }
};

/// What was achieved of one item of the output book, from the quantities done that the stands hold: between two records
/// of an activity its output is spread evenly over the working time of its calendar, and its crews are at work all of
/// that time.
class OutputHistory {
public:
    OutputHistory(std::span<const Stand> stands, BookItemId item);

    /// Within some days, both included.
    [[nodiscard]] Output within(Date from, Date to) const;
    /// The days on which anything was done; none where nothing was.
    [[nodiscard]] std::optional<std::pair<Date, Date>> days() const;

private:
    struct Record {
        Instant from, to;
        double quantity, crews;
        std::shared_ptr<const WorkCalendar> calendar;
    };
    std::vector<Record> m_records;
};

/// Hours lost in the disturbed span against the output of the quiet one.
struct MileFigures {
    MileId mile;
    Output quiet, hurt;
    double expectedHours = 0;    ///< for what was done in the disturbed span, at the quiet one's output
    double lostHours = 0;        ///< negative where it went better than in the quiet one
    std::optional<Decimal> cost; ///< of the hours lost, to two decimals
    std::string whyNot;          ///< it cannot be worked out
};
[[nodiscard]] MileFigures figuresOf(const MeasuredMile& mile, const OutputHistory& history);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/time/calendar.h"

#include <atomic>
#include <filesystem>

namespace yarrin {

struct ReadExceptions {
    std::vector<CalendarException> exceptions;
    int leftOut = 0; ///< events with times of day, which say nothing of whole days
};
/// Reads holidays and exceptions from an iCalendar file (RFC 5545, by libical: whole-day events; those that recur other
/// than every year on one date are written out over ten years from `from`) or from a CSV table (RFC 4180, by libcsv:
/// columns from, to, yearly, work, name, rule, tide by their headings). What cannot be read refuses the file, with the
/// line or the event.
/// It is read in a process of its own (store/outside.h), which `stop` ends at once.
[[nodiscard]] Result<ReadExceptions> readExceptions(const std::filesystem::path& path, Date from,
                                                    const std::atomic<bool>* stop = nullptr);

/// Writes a calendar's own exceptions, as CSV where the name ends so, else as iCalendar. There, what has no recurrence
/// of its own (Easter, substitutes) is written out over ten years from `from`; properties X-YARRIN-… keep the rest, so
/// that Yarrin reads back what it wrote.
[[nodiscard]] Outcome writeExceptions(const Calendar& calendar, const std::filesystem::path& path, Date from);

/// Something that takes whole days, for phones.
struct DayEntry {
    std::string uid; ///< the same for the same thing, so that a later file replaces it
    std::string summary, description;
    Date from, to;
};
/// Writes them as iCalendar (RFC 5545, by libical); `stamp` is the day that they are from.
[[nodiscard]] Outcome writeDays(const std::vector<DayEntry>& entries, const std::filesystem::path& path, Date stamp);

} // namespace yarrin

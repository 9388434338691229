// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"

#include <filesystem>
#include <optional>
#include <string>
#include <vector>

namespace yarrin {

/// The part of a building model that is a plan of work: ISO 16739-1 (schema IFC4), as an exchange file of ISO 10303-21.
/// A work schedule, tasks with their times nested as the breakdown, sequences with lags, calendars, resources and
/// costs.

/// A plan as such a file. Dates are written as they are calculated, calendars with every day that differs from their
/// week from a month before the first date, early or late, to a year behind the last. What the standard has no room
/// for, and a program that reads the file again needs (constraints, deadlines, who answers, anchors of hammocks, days
/// of calendars), stands in property sets that begin with "Yarrin". The schedule must have been calculated without
/// errors.
[[nodiscard]] std::string ifcOf(const Programme& programme, const Schedule& dates);
/// What of a programme such a file does not hold, each in a line: "5 sections with contract dates and damages".
[[nodiscard]] std::vector<std::string> notInIfc(const Programme& programme);

/// A work schedule of such a file.
struct IfcSchedule {
    std::string name;
    std::size_t tasks = 0;
};
/// What was read of such a file.
struct IfcReading {
    Programme programme;
    std::vector<std::string> notes; ///< what was not understood or taken otherwise than it stands, by row and line
    std::vector<IfcSchedule> schedules = {}; ///< all that it holds, by their names
    std::size_t taken = 0;                   ///< which of them was read
};
/// Reads the plan in the bytes of a file of any program. An error where it is no such file, is of another schema, holds
/// no tasks, names rows that are not there, or where its tasks wait for or lie in each other in a circle.
/// Of several schedules the wanted one is read, an index of `schedules`; else a planned one before others, then that
/// with the most tasks.
[[nodiscard]] Result<IfcReading> ifcIn(std::string_view bytes, std::optional<std::size_t> wanted = {});
/// The same in a process of its own, as all files from outside are read; ends where the work at hand is stopped.
[[nodiscard]] Result<IfcReading> readIfc(const std::filesystem::path& path, std::optional<std::size_t> wanted = {});
/// By the ending of its name: .ifc.
[[nodiscard]] bool isIfcName(const std::filesystem::path& path);

} // namespace yarrin

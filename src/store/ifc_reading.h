// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"
#include "store/step.h"

#include <cmath>
#include <functional>
#include <optional>
#include <set>
#include <string>
#include <unordered_map>
#include <vector>

namespace yarrin::ifc {

/// Rows of a building model that tell of its plan; the others are only known by their numbers.
[[nodiscard]] bool isWanted(std::string_view type);

/// What is being read of a building model: the file, what was found of it so far, and what is to be told.
struct Reading {
    explicit Reading(StepFile from);

    StepFile file;
    bool own; ///< this program wrote it
    std::vector<std::string> notes;
    Programme programme;
    std::unordered_map<std::uint64_t, std::uint64_t> above; ///< of tasks and resources: what they lie in
    std::unordered_map<std::uint64_t, ActivityId> activities;
    std::unordered_map<std::uint64_t, std::uint64_t> worksTo; ///< of tasks and schedules: the calendar's row
    std::unordered_map<std::uint64_t, CalendarId> calendars;
    std::unordered_map<std::uint64_t, std::unordered_map<std::string, StepValue>> properties; ///< of our own sets

    [[nodiscard]] static std::string placeOf(const StepRow& row);
    void note(const StepRow& row, const std::string& what) { notes.push_back(placeOf(row) + ": " + what); }
    void say(std::size_t count, const char* one, const char* many);
    template <typename Call> void each(std::string_view type, const Call& call) const {
        for (const StepRow& row : file.rows)
            if (row.type == type) call(row);
    }
    /// A value of a property set of ours; null where it has none.
    [[nodiscard]] const StepValue* property(const StepRow& row, std::string_view name) const;
    /// Puts an activity in the place of what it was.
    void put(const Activity& activity) {
        programme.activities.replace(programme.activities.indexOf(activity.id), activity);
    }
};

/// A span of time as ISO 8601 has it, in what calendars make of it.
struct Span {
    double days = 0, weeks = 0, minutes = 0;
    [[nodiscard]] Minutes on(Minutes dayMinutes, int daysPerWeek) const {
        return Minutes(std::llround(minutes + (days + weeks * daysPerWeek) * double(dayMinutes)));
    }
};
/// "PT40H", "P5D", "-P1W"; nothing where it is none, or counts months or years, which calendars make nothing of.
[[nodiscard]] std::optional<Span> spanIn(const StepValue& value);

[[nodiscard]] inline bool isResource(const StepRow& row) {
    return row.type.ends_with("RESOURCE");
}
/// An id that no row has yet: as the file has it, else made with a letter, which `made` counts.
[[nodiscard]] std::string keyFrom(const StepRow& row, std::size_t at, const char* letter, std::set<std::string>& taken,
                                  std::size_t& made);
[[nodiscard]] std::string nameFrom(const StepRow& row, const std::string& key);

/// Calendars, and which is the job's: that of the schedule, else the one to which most of its tasks work. Where there
/// is none, one of five days.
void readCalendars(Reading& reading, const StepRow* schedule, const std::vector<const StepRow*>& tasks);
/// Resources with their rates, and what tasks need of them.
void readResources(Reading& reading);
/// Sequences from or to groups, as links between the tasks in them that end, and that begin, them: a group finishes
/// when the last of its tasks does, and starts with the first. What no links of tasks say (after the start of a group,
/// to the finish of one) is left out, and so is what would close a circle; each is told.
void spreadSequences(Reading& reading, const std::vector<const StepRow*>& rows,
                     const std::function<std::pair<Minutes, LagCalendar>(const StepRow&, const Activity&)>& lagOf);
/// Costs that stand beside tasks.
void readCosts(Reading& reading);

} // namespace yarrin::ifc

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/resource.h"

#include <array>
#include <string_view>

namespace yarrin::ifc {

// What both the writer and the reader of building models call things.
inline constexpr std::string_view schema = "IFC4", program = "Yarrin";
inline constexpr std::string_view group = "Group", hammock = "Hammock", startMilestone = "Start milestone",
                                  finishMilestone = "Finish milestone", allTheTime = "continuous";
inline constexpr std::string_view activitySet = "Yarrin_Activity", calendarSet = "Yarrin_Calendar",
                                  scheduleSet = "Yarrin_Schedule";
inline constexpr std::string_view constraint = "Constraint", constraintDate = "ConstraintDate", deadline = "Deadline",
                                  responsible = "Responsible", dayMinutes = "DayMinutes", lagCalendar = "LagCalendar",
                                  outOfSequence = "OutOfSequence", requiredFinish = "RequiredFinish";
inline constexpr std::string_view perWeek = "a week", madeUp = "need";

/// By the order of their kinds; others are labour of a type of their own.
inline constexpr std::array<std::string_view, 5> resourceTypes{"IFCLABORRESOURCE", "IFCCONSTRUCTIONEQUIPMENTRESOURCE",
                                                               "IFCCONSTRUCTIONMATERIALRESOURCE",
                                                               "IFCSUBCONTRACTRESOURCE", "IFCCREWRESOURCE"};
/// By the order of link types.
inline constexpr std::array<std::string_view, 4> sequenceTypes{"FINISH_START", "START_START", "FINISH_FINISH",
                                                               "START_FINISH"};

} // namespace yarrin::ifc

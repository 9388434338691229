// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <compare>
#include <cstdint>
#include <functional>

namespace yarrin {

/// A row's identity inside one programme: never shown, never reused, kept in the native file. 0 is "none".
template <typename Tag> struct Id {
    std::uint32_t value = 0;
    explicit operator bool() const { return value != 0; }
    friend auto operator<=>(Id, Id) = default;
};

using ActivityId = Id<struct ActivityTag>;
using LinkId = Id<struct LinkTag>;
using CalendarId = Id<struct CalendarTag>;
using BreakdownId = Id<struct BreakdownTag>;
using LocationId = Id<struct LocationTag>;
using SectionId = Id<struct SectionTag>;
using EventId = Id<struct EventTag>;
using BookItemId = Id<struct BookItemTag>;
using BillItemId = Id<struct BillItemTag>;
using AllocationId = Id<struct AllocationTag>;
using LimitId = Id<struct LimitTag>;
using SequenceId = Id<struct SequenceTag>;
using LaidOutId = Id<struct LaidOutTag>;
using AccelerationId = Id<struct AccelerationTag>;
using MileId = Id<struct MileTag>;
using CodeId = Id<struct CodeTag>;
using LensId = Id<struct LensTag>;
using ResourceId = Id<struct ResourceTag>;
using CostEntryId = Id<struct CostEntryTag>;
using SoundnessLimitId = Id<struct SoundnessLimitTag>;
using SetAsideId = Id<struct SetAsideTag>;
using SheetId = Id<struct SheetTag>;
using SpreadRuleId = Id<struct SpreadRuleTag>;
using RiskId = Id<struct RiskTag>;
using WeatherMonthId = Id<struct WeatherMonthTag>;
using ThresholdId = Id<struct ThresholdTag>;
using FirmId = Id<struct FirmTag>;
using ListWordId = Id<struct ListWordTag>;
using LackId = Id<struct LackTag>;
using WeekId = Id<struct WeekTag>;
using PlaceRuleId = Id<struct PlaceRuleTag>;

/// The highest id that a row of a file may have.
inline constexpr std::uint32_t largestId = 0x7fffffffu;

/// The built-in calendar that works every minute.
inline constexpr CalendarId continuousCalendar{0xffffffffu};

} // namespace yarrin

template <typename Tag> struct std::hash<yarrin::Id<Tag>> {
    std::size_t operator()(yarrin::Id<Tag> id) const noexcept { return std::hash<std::uint32_t>{}(id.value); }
};

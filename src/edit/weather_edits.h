// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/sheet.h"
#include "edit/transaction.h"

#include <map>
#include <span>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

namespace yarrin {

/// What a table of records was read as.
struct ReadWeather {
    std::vector<WeatherMonth> months; ///< without ids
    std::vector<std::string> notes;   ///< gaps, and columns that were left out
};
/// What headings of a table mean, by the heading as it stands: "date", "wind (m/s)", or nothing where the column is
/// left out. A heading that is not named says itself what it means.
using WeatherColumns = std::map<std::string, std::string>;
/// A column of a table of records, for who says what it means.
struct WeatherColumn {
    std::string heading;
    std::string example; ///< of the first row that has one
    std::string meaning; ///< as understood; empty where it is not, or left out
    bool known = false;  ///< by itself, or because somebody said so
};
/// The columns below the first row with several headings; empty where the table has none.
[[nodiscard]] std::vector<WeatherColumn> weatherColumns(const Sheet& sheet, const WeatherColumns& named);
/// Reads a table with a column of days ("date" or "day", else the first one that holds days) and one for each
/// measurement, whose heading says the unit: "wind (m/s)", "swell [m]", "rain, mm". Empty cells and days that are not
/// there are gaps: they are told and never filled. A day that is there twice, a figure that is none, a heading without
/// a unit are errors with their row and column. `from` says where it comes from.
[[nodiscard]] Result<ReadWeather> readWeather(const Sheet& sheet, std::string_view from,
                                              const WeatherColumns& named = {});

/// What a heading says: "wind (m/s)", "swell [m]", "rain, mm" as what is measured and its unit, empty where it says
/// none.
[[nodiscard]] std::pair<std::string, std::string> measureFrom(std::string_view heading);

/// Puts months in place of those of the same measurement; days that they say nothing of stay as they were. An error
/// where a unit differs from what is there.
[[nodiscard]] Outcome addWeather(Transaction& tx, std::vector<WeatherMonth> months);
/// One day as it is typed; nothing takes it away.
[[nodiscard]] Outcome setWeatherDay(Transaction& tx, std::string_view measure, std::string_view unit, Date day,
                                    std::string_view typed);
/// All months of a measurement.
[[nodiscard]] Outcome removeWeather(Transaction& tx, std::string_view measure);

/// A threshold of a calendar, of what was measured first.
[[nodiscard]] Result<ThresholdId> addThreshold(Transaction& tx, CalendarId calendar);
[[nodiscard]] Outcome removeThresholds(Transaction& tx, std::span<const ThresholdId> ids);
enum class ThresholdField { calendar, measure, unit, above, below, lose };
/// A field as typed: a calendar by its id, what of a day is lost as "all" or "half", or 1 and 0.5. A value above takes
/// away the one below, and the other way round. What is measured brings its unit.
[[nodiscard]] Outcome setThresholdField(Transaction& tx, ThresholdId id, ThresholdField field, std::string_view text);
[[nodiscard]] std::string thresholdFieldText(const Programme& programme, const Threshold& one, ThresholdField field);

/// Days of a month beyond the calendar's allowance become an event of a risk, with the days, the figures and the
/// threshold as what it says. An error where there are none, or not as many as there were.
[[nodiscard]] Result<EventId> eventOfWeather(Transaction& tx, CalendarId calendar, Month month, Risk risk);

} // namespace yarrin

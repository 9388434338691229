// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"

#include <map>
#include <set>
#include <string>
#include <utility>
#include <vector>

namespace yarrin {

/// The records of a job by measure and day.
class WeatherRecord {
public:
    explicit WeatherRecord(const Programme& programme);
    [[nodiscard]] bool empty() const { return m_measures.empty(); }
    /// What was measured on a day; none where nothing was.
    [[nodiscard]] std::optional<Decimal> on(const std::string& measure, Date day) const;
    /// Measures with their units, by name.
    [[nodiscard]] const std::map<std::string, std::string>& measures() const { return m_measures; }
    /// First of the months for which anything is recorded.
    [[nodiscard]] const std::set<Date>& months() const { return m_months; }
    /// Whether anything of it comes from the simulated station.
    [[nodiscard]] bool madeUp() const { return m_madeUp; }

private:
    std::map<std::string, std::string> m_measures;
    std::map<std::pair<std::string, Date>, std::vector<std::optional<Decimal>>> m_figures; ///< by first of month
    std::set<Date> m_months;
    bool m_madeUp = false;
};

/// The thresholds by which a calendar loses days: its own, else those of the calendar that it extends.
[[nodiscard]] std::vector<Threshold> thresholdsOf(const Programme& programme, CalendarId calendar);
/// "no work above 14 m/s of wind": a threshold in words.
[[nodiscard]] std::string thresholdText(const Threshold& threshold);

/// A day that was lost, wholly or by half.
struct LostDay {
    Date day;
    int halves = 0;      ///< 2: all of it
    Threshold threshold; ///< that took most of it, of several the first by name and value
    Decimal figure;
    friend bool operator==(const LostDay&, const LostDay&) = default;
};

/// A recorded month as a calendar feels it.
struct LostMonth {
    Date month;   ///< its first day
    int days = 0; ///< lost: halves added up, rounded up
    int halves = 0;
    int worked = 0;         ///< days of the standard week
    int allowed = 0;        ///< by the calendar's allowance
    std::vector<Date> gaps; ///< working days for which something is not recorded: nothing is lost then, and it is said
    std::vector<LostDay> lost;
    friend bool operator==(const LostMonth&, const LostMonth&) = default;
};

/// Days of one month lost by these thresholds, from a day of it on: counted on the standard week's working days
/// (docs/engine.md section 22).
[[nodiscard]] LostMonth lostIn(const WeatherRecord& record, const std::vector<Threshold>& thresholds,
                               const ResolvedCalendar& calendar, Date from);
/// All recorded months of a calendar, in order; empty where it has no threshold that was ever measured.
[[nodiscard]] std::vector<LostMonth> lostMonths(const Programme& programme, const WeatherRecord& record,
                                                CalendarId calendar);

/// How rare a month was among the same months of earlier years.
struct Rarity {
    int years = 0; ///< earlier complete ones, n
    int asBad = 0; ///< of these at least as bad, k
    [[nodiscard]] double onceIn() const { return double(years + 1) / double(asBad + 1); }
    /// "once in 11 years", "at least once in 8 years": by rank, (n + 1) / (k + 1).
    [[nodiscard]] std::string text() const;
    friend bool operator==(const Rarity&, const Rarity&) = default;
};
/// None where the month itself has gaps.
[[nodiscard]] std::optional<Rarity> rarityOf(const std::vector<LostMonth>& months, Date month);

} // namespace yarrin

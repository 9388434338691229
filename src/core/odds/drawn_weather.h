// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/network.h"
#include "core/odds/uncertainty.h"
#include "core/weather/lost_days.h"

#include <map>
#include <memory>
#include <mutex>
#include <vector>

namespace yarrin {

/// The days that weather costs, run by run: each July to June of the job takes one recorded July to June, or a factor
/// of the allowance. Any thread.
class DrawnWeather {
public:
    /// `finish` is that of the forecast; notes say what cannot be drawn from.
    DrawnWeather(const Programme& programme, const Network& network, OddsWeather from, Instant finish,
                 std::vector<std::string>& notes);

    /// Whether anything differs from run to run.
    [[nodiscard]] bool any() const { return !m_felt.empty(); }
    /// How many recorded Julys to Junes there are to draw from.
    [[nodiscard]] std::size_t years() const { return m_recorded.size(); }
    /// A calendar of the network as a run has it.
    struct Felt {
        std::uint16_t index;
        std::shared_ptr<const WorkCalendar> calendar;
    };
    [[nodiscard]] std::vector<Felt> inRun(std::uint64_t seed, std::uint32_t run) const;

private:
    /// Per July to June of the job: the place of a recorded one, or a factor.
    using Choice = std::map<int, double>;
    struct Source {
        CalendarId calendar;
        std::array<int, 12> allowance{};
        std::vector<Threshold> thresholds;
        /// Days lost by recorded July to June and month of the job from the first on.
        std::vector<std::vector<int>> lost;
    };
    void findRecorded(const Programme& programme, const WeatherRecord& record, std::vector<std::string>& notes);
    [[nodiscard]] std::vector<MonthLost> lostOf(const Source& source, const Choice& choice) const;
    void put(ResolvedCalendar& calendar, const Choice& choice) const;

    std::vector<Date> m_months;              ///< from which weather is drawn: the first may begin within its month
    std::map<std::string, Source> m_sources; ///< by the calendar's key
    std::vector<int> m_recorded;             ///< first years of those to draw from
    std::vector<std::pair<std::uint16_t, ResolvedCalendar>> m_felt;
    double m_low = 1, m_high = 1;
    bool m_byFactor = false;
    Date m_windowFrom, m_windowTo;
    mutable std::mutex m_mutex;
    mutable std::map<std::pair<std::uint16_t, std::vector<int>>, std::shared_ptr<const WorkCalendar>> m_known;
};

} // namespace yarrin

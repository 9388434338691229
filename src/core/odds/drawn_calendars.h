// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"
#include "core/odds/spread.h"
#include "core/odds/uncertainty.h"
#include "core/weather/lost_days.h"

#include <map>
#include <memory>
#include <mutex>
#include <optional>
#include <set>
#include <span>
#include <vector>

namespace yarrin {

/// A stretch of days without work that a risk may bring to a calendar and to those that extend it.
struct PlannedClosure {
    CalendarId calendar;
    SpreadQuantile days; ///< working days of the calendar
    Date from, to;       ///< between which it begins, both included
};
/// The same as a run has it: `first` is the day that was drawn; work begins to fail on the calendar's next day with
/// work.
struct DrawnClosure {
    CalendarId calendar;
    Date first;
    int days = 0;
};

/// Calendars run by run. The days that weather costs: each July to June of the job takes one recorded July to June, or
/// a factor of the allowance. And what risks close. Any thread.
class DrawnCalendars {
public:
    /// `finish` is that of the forecast; risks may close `closable`; notes say what cannot be drawn from.
    DrawnCalendars(const Programme& programme, const Network& network, OddsWeather from, Instant finish,
                   const std::set<CalendarId>& closable, std::vector<std::string>& notes);

    /// Whether anything differs from run to run.
    [[nodiscard]] bool any() const { return !m_felt.empty(); }
    /// How many recorded Julys to Junes there are to draw from.
    [[nodiscard]] std::size_t years() const { return m_recorded.size(); }
    /// A calendar of the network as a run has it.
    struct Felt {
        std::uint16_t index;
        std::shared_ptr<const WorkCalendar> calendar;
    };
    [[nodiscard]] std::vector<Felt> inRun(std::uint64_t seed, std::uint32_t run,
                                          std::span<const DrawnClosure> closures) const;

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
    void findSources(const Programme& programme, OddsWeather from, std::vector<std::string>& notes);
    void findClosable(const Programme& programme, const std::set<CalendarId>& closable);
    void findRecorded(const Programme& programme, const WeatherRecord& record, std::vector<std::string>& notes);
    [[nodiscard]] std::vector<MonthLost> lostOf(const Source& source, const Choice& choice) const;
    void put(ResolvedCalendar& calendar, const Choice& choice) const;
    [[nodiscard]] Choice choiceOf(std::uint64_t seed, std::uint32_t run) const;
    /// The days that a closure takes, from the first without work to the last; none where it takes none.
    [[nodiscard]] std::optional<DaySpan> daysOf(const DrawnClosure& closure) const;
    struct Closed {
        CalendarId calendar;
        DaySpan days;
    };
    /// Whether any of them closes it, or what it must meet.
    bool close(ResolvedCalendar& calendar, std::span<const Closed> closed) const;

    /// A calendar that risks may close, as it stands, and the keys of those that extend it, itself among them.
    struct Closable {
        std::shared_ptr<const WorkCalendar> calendar;
        std::set<std::string> keys;
    };
    std::map<CalendarId, Closable> m_closable;

    std::vector<Date> m_months;              ///< from which weather is drawn: the first may begin within its month
    std::map<std::string, Source> m_sources; ///< by the calendar's key
    std::vector<int> m_recorded;             ///< first years of those to draw from
    std::vector<Felt> m_felt;                ///< as the network has them
    double m_low = 1, m_high = 1;
    bool m_byFactor = false;
    Date m_horizon, m_windowFrom, m_windowTo;
    mutable std::mutex m_mutex;
    /// By place in the network and days lost by month.
    using Known = std::pair<std::uint16_t, std::vector<int>>;
    [[nodiscard]] std::shared_ptr<const WorkCalendar> calendarFor(Known key, ResolvedCalendar calendar) const;
    mutable std::map<Known, std::shared_ptr<const WorkCalendar>> m_known;
};

} // namespace yarrin

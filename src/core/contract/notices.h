// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"

#include <optional>
#include <vector>

namespace yarrin {

/// How a period of the contract stands. A period of n days from a day ends with the n-th day after it.
struct NoticeClock {
    enum class State {
        none,    ///< nothing is due: our own risk, no period agreed, or its day not known
        running, ///< due later
        today,   ///< due today
        lapsed,  ///< the last day is over, and nothing was given
        given,
        late, ///< given, but after the last day
    };
    State state = State::none;
    std::optional<Date> due;
    int daysLeft = 0; ///< to the last day; negative when lapsed
    friend bool operator==(const NoticeClock&, const NoticeClock&) = default;
};

/// The notice of an event, from the day on which it was first known.
[[nodiscard]] NoticeClock noticeClock(const Job& job, const DelayEvent& event, Date today);
/// Its particulars, from the day of the notice.
[[nodiscard]] NoticeClock particularsClock(const Job& job, const DelayEvent& event, Date today);

/// The day to which clocks are read: today, but never before the data date, up to which everything is known.
[[nodiscard]] Date clockDay(const Job& job, Date today);

/// An event with something due or lapsed.
struct NoticeDue {
    EventId event;
    bool particulars = false; ///< else the notice
    NoticeClock clock;
};
/// What is due within `within` days or has lapsed, the most urgent first.
[[nodiscard]] std::vector<NoticeDue> noticesDue(const Programme& programme, Date today, int within = 7);

} // namespace yarrin

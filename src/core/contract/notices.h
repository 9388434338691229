// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/programme.h"
#include "core/model/words.h"

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
/// Its particulars, from the day that the contract names: of the notice, of knowing of it, or of its end.
[[nodiscard]] NoticeClock particularsClock(const Job& job, const DelayEvent& event, Date today);

/// The next update of an event that lasts, from the last one, the particulars or the notice.
[[nodiscard]] NoticeClock updateClock(const Job& job, const DelayEvent& event, Date today);

/// What has to be given for an event, in the order in which it falls due.
enum class Duty { notice, particulars, update };
template <> struct Words<Duty> { static constexpr std::string_view list[] = {"notice", "particulars", "update"}; };
inline constexpr Duty duties[] = {Duty::notice, Duty::particulars, Duty::update};
[[nodiscard]] NoticeClock clockOf(Duty duty, const Job& job, const DelayEvent& event, Date today);

/// The day to which clocks are read: today, but never before the data date, up to which everything is known.
[[nodiscard]] Date clockDay(const Job& job, Date today);

/// An event with something due or lapsed.
struct NoticeDue {
    EventId event;
    Duty duty = Duty::notice;
    NoticeClock clock;
};
/// What is due within `within` days or has lapsed, the most urgent first, of one day by what people call them.
[[nodiscard]] std::vector<NoticeDue> noticesDue(const Programme& programme, Date today, int within = 7);

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/decimal.h"
#include "core/base/ids.h"
#include "core/time/instant.h"

#include <optional>
#include <string>
#include <vector>

namespace yarrin {

/// Who carries the risk of an event: the employer (time and money), the contractor (neither), nobody (time only).
enum class Risk { employer, contractor, neutral };
enum class EventState { noticed, notified, claimed, granted, refused };

/// What an event did to one section, in calendar days.
struct EventDays {
    SectionId section;
    int claimed = 0;
    int assessed = 0;
    int granted = 0; ///< of this event; the section holds the total that counts
    friend bool operator==(const EventDays&, const EventDays&) = default;

    /// What is still open of them beside what was granted for the time being, which the section has already.
    [[nodiscard]] int claimedStill() const { return claimed > granted ? claimed - granted : 0; }
    [[nodiscard]] int assessedStill() const { return assessed > granted ? assessed - granted : 0; }
};

enum class EffectKind {
    addedWork,  ///< `work` minutes more of the activity's work
    suspension, ///< no work on the activity from `from` to `to`, both days included
    quantity,   ///< the activity's quantity is `value`
    output,     ///< its output per crew and day is `value`
    access,     ///< it cannot start before `from`
};

/// One thing that an event does to an activity of the programme. A fragment, the activities that an event puts in, are
/// rows of the programme that name the event.
struct Effect {
    EffectKind kind = EffectKind::addedWork;
    ActivityId activity;
    std::int64_t work = 0; ///< working minutes of the activity's calendar, not negative
    std::optional<Date> from;
    std::optional<Date> to;
    std::optional<Decimal> value;
    friend bool operator==(const Effect&, const Effect&) = default;
};

/// Something that delayed, or may delay, the works.
struct DelayEvent {
    EventId id;
    std::string key;
    std::vector<EventDays> sectionDays;
    Risk risk = Risk::employer;
    EventState state = EventState::noticed;
    std::string title;
    std::string description;
    std::string cause;
    std::optional<Date> from; ///< when it began
    std::optional<Date> to;   ///< when it ended; none while it lasts
    std::optional<Date> known;
    std::optional<Date> noticeGiven;
    std::optional<Date> particularsGiven;
    std::vector<std::string> documents; ///< where they are: paths or addresses
    std::vector<ActivityId> affects;    ///< named by the planner, beside those of effects and fragment
    std::vector<Effect> effects;
    bool inForecast = true; ///< effects and fragment count in the programme's dates
    friend bool operator==(const DelayEvent&, const DelayEvent&) = default;
};

/// Whether time for it can still be granted.
[[nodiscard]] inline bool isOpen(const DelayEvent& event) {
    return event.state != EventState::granted && event.state != EventState::refused;
}

} // namespace yarrin

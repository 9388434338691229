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

/// A step in the course of the claim for an event.
enum class ClaimStep {
    claimed,
    assessed, ///< by our own analysis
    interim,  ///< granted for the time being
    granted,  ///< for good; what is claimed beyond it is refused
    refused,
    disputed, ///< what was decided does not stand: the balance is open again
};
/// A day in the course of the claim for one section. Days are of the whole event: the later entry of a kind counts.
struct ClaimEntry {
    ClaimStep step = ClaimStep::claimed;
    Date date;
    SectionId section;
    int days = 0;       ///< calendar days; none of what is refused or disputed
    std::string letter; ///< by which it was said
    friend bool operator==(const ClaimEntry&, const ClaimEntry&) = default;
};

/// An update of the particulars while an event lasts.
struct EventUpdate {
    Date date;
    std::string note;
    friend bool operator==(const EventUpdate&, const EventUpdate&) = default;
};

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
    bool inForecast = true;         ///< effects and fragment count in the programme's dates
    std::vector<ClaimEntry> course; ///< days and state follow it where it says anything
    std::vector<EventUpdate> updates;
    friend bool operator==(const DelayEvent&, const DelayEvent&) = default;
};

/// Whether time for it can still be granted.
[[nodiscard]] inline bool isOpen(const DelayEvent& event) {
    return event.state != EventState::granted && event.state != EventState::refused;
}
/// Whether it can for one section: its course there may have ended while that of another goes on.
[[nodiscard]] bool isOpenIn(const DelayEvent& event, SectionId section);

/// The entries of a course in the order of their days; of one day a decision comes after what it decides.
[[nodiscard]] std::vector<ClaimEntry> inOrder(std::vector<ClaimEntry> course);
/// Takes days and state from the course, for the sections that it speaks of. Without one nothing changes.
void takeFromCourse(DelayEvent& event);

/// Who bought time back, or found it by planning anew.
enum class WonBy { contractor, employer };
enum class WonHow { bought, replanned };

/// Calendar days that were won for a section.
struct DaysWon {
    SectionId section;
    int days = 0;
    friend bool operator==(const DaysWon&, const DaysWon&) = default;
};

/// A record of acceleration or mitigation: by which a recovery of time belongs to somebody.
struct Acceleration {
    AccelerationId id;
    std::string key;
    std::string title;
    WonBy by = WonBy::contractor; ///< who instructed it
    WonHow how = WonHow::bought;
    std::optional<Date> from;
    std::optional<Date> to;
    std::optional<Decimal> cost; ///< in the contract's currency
    std::vector<DaysWon> won;
    std::vector<ActivityId> activities;
    std::string note;
    friend bool operator==(const Acceleration&, const Acceleration&) = default;
};

/// Disruption by the measured mile: output of one work item in a span that nothing disturbed against one that something
/// did (SCL Protocol, 2nd edition, part B 18; AACE 25R-03; from memory).
struct MeasuredMile {
    MileId id;
    std::string key;
    std::string title;
    EventId event;                          ///< that disturbed it
    BookItemId item;                        ///< of the output book
    std::optional<Date> quietFrom, quietTo; ///< both included
    std::optional<Date> hurtFrom, hurtTo;
    std::optional<Decimal> costPerHour; ///< of a crew, in the contract's currency
    std::string note;
    friend bool operator==(const MeasuredMile&, const MeasuredMile&) = default;
};

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/transaction.h"

#include <span>
#include <string_view>

namespace yarrin {

/// Delay events, what they do to the programme, and the time for them. Each either does the whole of what its name says
/// within the transaction, or returns the reason in words.

/// A new event, first known on this day, at the end of the register.
[[nodiscard]] Result<EventId> addEvent(Transaction& tx, Date known);
/// Takes an event away with its fragment; time granted for it no longer counts.
[[nodiscard]] Outcome removeEvent(Transaction& tx, EventId id);

enum class EventField {
    key,
    title,
    description,
    cause,
    risk,
    state,
    from,
    to,
    known,
    noticeGiven,      ///< an event that was only noticed is then notified
    particularsGiven, ///< one that was notified is then claimed
    documents,        ///< a line each
    affects,          ///< ids with semicolons between them
    effects,          ///< phrases, see parseEffects
};
/// One field of an event as typed or chosen (choices by their words); dates may be taken away by an empty text.
[[nodiscard]] Outcome setEventField(Transaction& tx, EventId id, EventField field, std::string_view text);

enum class EventDay { claimed, assessed, granted };
/// Days of an event on a section. What is granted is added to the section's time granted, and makes an open event a
/// granted one.
[[nodiscard]] Outcome setEventDays(Transaction& tx, EventId id, SectionId section, EventDay which,
                                   std::string_view text);

/// Whether effects and fragment count in the dates of the programme.
[[nodiscard]] Outcome setInForecast(Transaction& tx, EventId id, bool on);

/// Reads what an event does, phrases with semicolons between them: "A010 +3d" (work added), "A010 stopped 4 Jan 2027 to
/// 9 Jan 2027", "A010 quantity 340", "A010 output 12", "A010 access 4 Jan 2027".
[[nodiscard]] Result<std::vector<Effect>> parseEffects(const Programme& programme, std::string_view text);
/// One effect as a phrase that reads back the same; `dates` writes a date.
using DateText = std::string (*)(Date);
[[nodiscard]] std::string effectText(const Programme& programme, const Effect& effect, DateText dates = isoDate);
[[nodiscard]] std::string effectsText(const Programme& programme, const DelayEvent& event, DateText dates = isoDate);

/// Puts an activity into an event's fragment: five days of the delayed activity's calendar, not before the event began,
/// which the delayed activity waits for.
[[nodiscard]] Result<ActivityId> addToFragment(Transaction& tx, EventId id, ActivityId delayed);
/// The activities of an event's fragment, in the programme's order.
[[nodiscard]] std::vector<ActivityId> fragmentOf(const Programme& programme, EventId id);

} // namespace yarrin

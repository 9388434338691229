// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/transaction.h"

#include <string_view>

namespace yarrin {

/// The course of the claim for an event, and its updates while it lasts. Days and state of the event follow its course,
/// and the time granted for a section follows the grants. Lines are named by their place.

enum class ClaimPart { step, section, days, date, letter };
/// Texts as typed; a refusal or a dispute has no days.
[[nodiscard]] Outcome addClaimEntry(Transaction& tx, EventId id, ClaimStep step, SectionId section,
                                    std::string_view days, std::string_view date, std::string_view letter);
/// A step by its word, a section by its id that people see.
[[nodiscard]] Outcome setClaimEntry(Transaction& tx, EventId id, std::size_t row, ClaimPart part,
                                    std::string_view text);
[[nodiscard]] Outcome removeClaimEntry(Transaction& tx, EventId id, std::size_t row);

[[nodiscard]] Outcome addEventUpdate(Transaction& tx, EventId id, std::string_view date, std::string_view note);
enum class UpdatePart { date, note };
[[nodiscard]] Outcome setEventUpdate(Transaction& tx, EventId id, std::size_t row, UpdatePart part,
                                     std::string_view text);
[[nodiscard]] Outcome removeEventUpdate(Transaction& tx, EventId id, std::size_t row);

/// Whether the days of an event on a section follow its course.
[[nodiscard]] bool followsCourse(const DelayEvent& event, SectionId section);
/// Puts an event in place whose course, or whose days, may have changed: its days follow its course, and the time
/// granted for each section goes with what was granted for the event.
[[nodiscard]] Outcome putEvent(Transaction& tx, DelayEvent event);

} // namespace yarrin

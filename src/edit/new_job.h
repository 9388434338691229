// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/worded.h"

#include "core/model/programme.h"
#include "core/time/holiday_rule.h"

#include <optional>
#include <string>

namespace yarrin {

/// What a new job is asked for; all of it can be changed later.
struct NewJob {
    std::string name = worded("New job");
    Date start;
    int daysPerWeek = 5;
    std::string hours = "8-12, 13-17"; ///< of each of these days, as typed
    std::optional<HolidayRegion> holidays;
    std::string currency = "GBP"; ///< three letters (ISO 4217)
};
/// An empty job with one calendar, which begins with the first work on or after its start. An error where the hours
/// cannot be read, the week has no day, or the currency is no code of three letters.
[[nodiscard]] Result<Programme> newJob(const NewJob& wanted);

/// A job of a template under its own name and from its own start: the contract dates of sections move along with it,
/// holidays are added to the job's calendar; the week and the hours are those of the template. An error where the
/// currency is no code of three letters.
[[nodiscard]] Result<Programme> newJobFrom(const Programme& pattern, const NewJob& wanted);

/// What goes on from one job to the next: calendars with their thresholds, output book, codes, kept lenses, resources,
/// sequences, firms, lists of words, rules of places, currency and letterhead; not the work, nor what was agreed for
/// it.
[[nodiscard]] Programme likeJob(const Programme& other);

} // namespace yarrin

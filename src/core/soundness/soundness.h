// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/network/schedule.h"
#include "core/soundness/concerns.h"

#include <optional>
#include <string>
#include <vector>

namespace yarrin {

/// One thing that makes a programme less sound.
struct Finding {
    Concern concern = Concern::openStart;
    ActivityId activity;  ///< what it is about; none of calendars and sections
    ActivityId other;     ///< at the other end of a link: what the activity waits for; or what a mend proposes
    LinkId link;          ///< of a link
    std::string about;    ///< a calendar's or a section's id, the type of a link
    std::string sentence; ///< what is so, in words
    std::optional<std::string> aside; ///< why it is meant so
    bool mendable = false;
};

/// One of the fourteen published measures (DCMA 14-Point Assessment; GAO-16-89G), from memory.
struct SoundnessMeasure {
    int number = 0;
    std::string_view word, title;
    enum class Verdict { passes, fails, notMeasured };
    Verdict verdict = Verdict::notMeasured;
    std::int64_t count = 0, of = 0;
    std::optional<Fraction> value; ///< a share in per cent, or an index in per cent
    std::optional<Decimal> limit;  ///< none of what passes or fails by itself
    bool atLeast = false;
    std::string note; ///< why it could not be measured, or on what it was
};

/// What the programme is measured against, where anything is agreed.
struct AgreedDates {
    const Programme* programme = nullptr;
    const Schedule* schedule = nullptr;
};

struct Soundness {
    std::vector<SoundnessMeasure> measures; ///< all fourteen, in their order
    std::vector<Finding> findings;          ///< by concern, then as people count ids; those set aside too
};

/// Checks a programme that was calculated without errors. What is complete, stands aside or is a hammock counts in no
/// measure of logic or float. The order of rows decides nothing. Asks `workGoesOn` and ends early where not.
[[nodiscard]] Soundness soundnessOf(const Programme& programme, const Schedule& schedule, const AgreedDates& agreed);

/// Whether what was set aside is this finding, however it is worded now.
[[nodiscard]] bool isFindingOf(const SetAside& one, const Finding& finding);

/// The links that others imply: without a lag (or with a lead), where a chain of other links without leads leads from
/// the one end to the other through work that has not started. All of them can go together: a transitive reduction is
/// one only.
[[nodiscard]] std::vector<LinkId> redundantLinks(const Programme& programme, const Schedule& schedule);

} // namespace yarrin

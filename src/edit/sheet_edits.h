// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "edit/transaction.h"

#include <string_view>

namespace yarrin {

/// Sheets of the job. A new one has the name, or one counted on from it where that is taken.
[[nodiscard]] Result<SheetId> addSheet(Transaction& tx, std::string_view name);
/// The same again, below it.
[[nodiscard]] Result<SheetId> duplicateSheet(Transaction& tx, SheetId id);
[[nodiscard]] Outcome removeSheet(Transaction& tx, SheetId id);
/// So many places down, or up.
[[nodiscard]] Outcome moveSheet(Transaction& tx, SheetId id, int by);

enum class SheetField {
    name,
    view,
    subject,
    revision,
    lens,
    columns,
    paper,
    upright,
    margin,
    weekWidth,
    wide,
    tall,
    weeksBefore,
    weeksAfter,
    noLinks,
    drawn,
    checked,
    notes
};
/// A field as typed: a view by its word, numbers where they are, "yes" or nothing for what is so or not; nothing takes
/// a number away.
[[nodiscard]] Outcome setSheetField(Transaction& tx, SheetId id, SheetField field, std::string_view text);
/// What a statement or a report is made of, and its own words.
[[nodiscard]] Outcome setSheetParts(Transaction& tx, SheetId id, std::vector<SheetPart> parts);

/// Moves the row that a page begins with: the break at `from`, or a new one where that is none, goes to `to`; none
/// takes it away, so that the page breaks by itself.
[[nodiscard]] Outcome moveRowBreak(Transaction& tx, SheetId id, ActivityId from, ActivityId to);
/// Days with which pages beside each other begin, in order; as many pages wide as that makes. None: evenly.
[[nodiscard]] Outcome setTimeBreaks(Transaction& tx, SheetId id, const std::vector<Date>& days);
/// Marks that it went out: on a day, as a revision or as work in hand.
[[nodiscard]] Outcome markSent(Transaction& tx, SheetId id, Date on, std::string_view revision);

/// The firm on every sheet: its name, and its sign as base64 of a PNG or an SVG; nothing takes it away.
[[nodiscard]] Outcome setFirm(Transaction& tx, std::string_view name);
[[nodiscard]] Outcome setLogo(Transaction& tx, std::string_view base64);

} // namespace yarrin

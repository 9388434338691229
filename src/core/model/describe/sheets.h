// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/model/describe/field.h"
#include "core/model/programme.h"

/// What leaves the office: sheets of paper.
namespace yarrin::describe {

template <> struct Described<SheetPart> {
    static constexpr std::tuple fields{field(&SheetPart::part, "part").always(), field(&SheetPart::text, "text")};
};

template <> struct Described<TimeBreak> {
    static constexpr std::tuple fields{field(&TimeBreak::day, "day").needed().always()};
};

template <> struct Described<KeptSheet> {
    static constexpr std::string_view table = "sheet", list = "sheets";
    static constexpr int since = 13;
    static constexpr std::tuple fields{
        field(&KeptSheet::key, "id").column("key").needed().always(),
        field(&KeptSheet::view, "view").since(14),
        field(&KeptSheet::subject, "subject").since(14),
        field(&KeptSheet::revision, "revision").since(14),
        field(&KeptSheet::lens, "lens"),
        field(&KeptSheet::paper, "paper"),
        field(&KeptSheet::upright, "upright"),
        field(&KeptSheet::columns, "columns").since(14),
        field(&KeptSheet::margin, "margin").since(14),
        field(&KeptSheet::weekWidth, "week_width").since(14),
        field(&KeptSheet::wide, "wide"),
        field(&KeptSheet::tall, "tall"),
        field(&KeptSheet::weeksBefore, "weeks_before"),
        field(&KeptSheet::weeksAfter, "weeks_after"),
        field(&KeptSheet::noLinks, "no_links"),
        field(&KeptSheet::drawn, "drawn"),
        field(&KeptSheet::checked, "checked"),
        field(&KeptSheet::notes, "notes"),
        field(&KeptSheet::parts, "parts").since(14).in({"sheet_part", "sheet"}),
        field(&KeptSheet::rowBreaks, "row_breaks").since(14).in({"sheet_row_break", "sheet", "activity"}),
        field(&KeptSheet::timeBreaks, "time_breaks").since(14).in({"sheet_time_break", "sheet"}),
        field(&KeptSheet::sentOn, "sent_on").since(14),
        field(&KeptSheet::sentAs, "sent_as").since(14),
        field(&KeptSheet::sentUpTo, "sent_up_to").since(14)};
};

} // namespace yarrin::describe

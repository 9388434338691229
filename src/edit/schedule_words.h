// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/sheet.h"
#include "edit/table_import.h"

#include <string>

namespace yarrin {

// What other tables call things, in English, German, French, Spanish, Italian and Dutch, as ours.

/// Columns of a schedule, in the order of its fields; plain texts of activities follow them.
struct ScheduleColumn {
    enum : std::size_t {
        key,
        name,
        duration,
        predecessors,
        start,
        finish,
        group,
        level,
        outline,
        percent,
        resources,
        texts
    };
};

/// A span is not written with more characters.
inline constexpr std::size_t longestSpan = 60;
/// "5 days" or "5 Tage" as "5d", "2 wks" as "2w".
[[nodiscard]] std::string plainSpan(const std::string& text);
/// "7 May 2027" for "Fr 7. Mai 2027" or "7 de mayo de 2027"; the text itself where no month is named.
[[nodiscard]] std::string plainDate(const std::string& text);
/// FS, SS, FF or SF for what a language calls it ("EA", "DD"); the text itself where it is none.
[[nodiscard]] std::string plainLinkType(const std::string& text);
/// "Fixer[2], Crane" as "2 Fixer; 1 Crane"; "50%" of one is a half.
[[nodiscard]] std::string plainNeeds(const std::string& text);
/// A share done: "40%", or a number, which is of a hundred where `ofHundred` says so; nothing where it is none.
[[nodiscard]] std::optional<double> shareIn(const SheetCell& cell, bool ofHundred);
/// How far a name is indented: blanks before it, a tab for four.
[[nodiscard]] int indentOf(const std::string& text);
/// With letters of Latin languages in small ones without accents: "Début" is "debut".
[[nodiscard]] std::string withoutAccents(std::string_view text);

} // namespace yarrin

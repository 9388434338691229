// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/contract/damages.h"
#include "core/model/phrases.h"
#include "core/network/schedule.h"
#include "core/view/fields.h"

#include <QStringList>

namespace yarrin {

/// How values are shown everywhere in the application: the one place that turns them into text.
namespace show {

[[nodiscard]] QString text(std::string_view text);
/// A sentence or word of ours that stands in a table of the core, in the language of the window.
[[nodiscard]] QString words(std::string_view sentence);
/// Whether such a word was typed, in the language of the window or in English, in whichever capitals.
[[nodiscard]] bool isWord(const std::string& typed, const char* word);
/// What the field is called: in the language of the window, but for a code of the job.
[[nodiscard]] QString label(const ViewField& field);
/// A heading as it stands within a sentence: English nouns begin small there, German ones never.
[[nodiscard]] QString within(const QString& heading);
/// "May", of 1 to 12.
[[nodiscard]] QString monthName(unsigned month);
/// "Mon", or "Monday", of 0 Monday to 6 Sunday.
[[nodiscard]] QString dayName(int weekday, bool whole = false);
/// "7 May 2027".
[[nodiscard]] QString date(Date date);
/// "7 May".
[[nodiscard]] QString shortDate(Date date);
/// Its month and year.
[[nodiscard]] QString month(Date date);
/// "Mon 1 Mar 2027".
[[nodiscard]] QString weekdayDate(Date date);
/// The day on which work that ends at t is done; a start's own day.
/// "2027-03-01 08:00:05", as the record keeps it, as "1 Mar 2027, 08:00:05".
[[nodiscard]] QString moment(const std::string& at);
[[nodiscard]] QString startDate(Instant t);
[[nodiscard]] QString finishDate(Instant t);
/// "12", with hours only where days are not whole: "12 d 4 h".
[[nodiscard]] QString days(Minutes minutes, Minutes dayMinutes);
/// The same with its unit always: "12 d", and "−5 d" with a true minus. Calendar days are of one unit: daysWithUnit(5,
/// 1).
[[nodiscard]] QString daysWithUnit(Minutes minutes, Minutes dayMinutes);
/// Hours, to two decimals where they are not whole: "7.5".
[[nodiscard]] QString hours(Minutes minutes);
/// What a field says: "12 d", "7 May 2027", "yes"; numbers with so many decimals, or as many as there are.
[[nodiscard]] QString value(const FieldValue& value, std::optional<int> decimals = {});
/// "1,344.5".
[[nodiscard]] QString number(const Decimal& value);
/// At least two decimals, as factors are written: "0.90".
[[nodiscard]] QString twoDecimals(const Decimal& value);
[[nodiscard]] QString money(const Fraction& sum, const std::string& currency);
[[nodiscard]] QString money(const Decimal& sum, const std::string& currency);
/// "£0 – £64,000", from everything claimed to nothing but what was granted; one sum where both are the same.
[[nodiscard]] QString moneyRange(const Exposure& exposure, const std::string& currency);
/// "1 day", "3 days".
[[nodiscard]] QString countOf(qint64 count, const char* one, const char* many);
/// "8 days late", "21 days in hand", "on its date".
[[nodiscard]] QString lateness(int daysLate);
/// "12 days later", "3 days earlier".
[[nodiscard]] QString shiftOf(int days);
/// "starts after it", …: what a link does, as its successor would say it, in the order of `LinkType`.
[[nodiscard]] QStringList linkTypes();
[[nodiscard]] QString error(const Error& error);
/// "336 ÷ (7.0 × 2 × 1.00) = 24 days of 10 h", or nothing where the measure gives no duration.
[[nodiscard]] QString derivation(const Measure& measure, Minutes duration, Minutes dayMinutes);

} // namespace show

} // namespace yarrin

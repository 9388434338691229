// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/week_form.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/model/words.h"
#include "core/weeks/promises.h"
#include "edit/week_edits.h"

#include <array>
#include <unordered_map>

namespace yarrin {

namespace {

constexpr std::array<const char*, 9> headings{"ID",   "Activity", "Place", "From", "To",
                                              "Kept", "Reason",   "Done",  "Note"};

/// What people write in the column of what was kept.
std::string wordFor(const std::string& typed) {
    const std::string word = lowered(typed);
    if (word == "yes" || word == "y" || word == "kept" || word == "x") return "kept";
    if (word == "no" || word == "n" || word == "not kept") return "not_kept";
    if (word == "in part" || word == "part" || word == "partly") return "in_part";
    return word;
}

std::string shownFor(Kept kept) {
    return kept == Kept::open      ? ""
           : kept == Kept::kept    ? "yes"
           : kept == Kept::notKept ? "no"
           : kept == Kept::inPart  ? worded("in part")
                                   : "withdrawn";
}

} // namespace

Sheet weekForm(const Programme& programme, Date begins, std::string_view of) {
    Sheet sheet;
    sheet.name = worded("Week of %1", isoDate(begins));
    auto& head = sheet.rows.emplace_back();
    for (const char* heading : headings) head.push_back({heading, {}});
    const Week* week = weekOf(programme, begins);
    if (!week) return sheet;
    for (const Promise& one : week->promises) {
        if (!of.empty() && one.firm != of && one.trade != of) continue;
        const auto date = [](const std::optional<Date>& day) { return day ? isoDate(*day) : std::string(); };
        auto& row = sheet.rows.emplace_back();
        for (const std::string& text : {one.key, one.name, one.place, date(one.from), date(one.to), shownFor(one.kept),
                                        one.reason, one.done ? one.done->text() : std::string(), one.note})
            row.push_back({text, {}});
    }
    return sheet;
}

Result<std::size_t> applyWeekForm(Transaction& tx, Date begins, const Sheet& sheet) {
    const Week* week = weekOf(tx.programme(), begins);
    if (!week) return inputError(worded("the week of %1 was not committed", isoDate(begins)));
    std::unordered_map<std::string, std::size_t> columns, promises, seen;
    for (std::size_t i = 0; i < week->promises.size(); ++i) promises.emplace(week->promises[i].key, i);
    std::size_t first = 0;
    for (; first < sheet.rows.size() && !columns.contains("id"); ++first) {
        columns.clear();
        for (std::size_t c = 0; c < sheet.rows[first].size(); ++c)
            columns.try_emplace(lowered(trimmed(sheet.rows[first][c].text)), c);
    }
    if (!columns.contains("id") || !columns.contains("kept"))
        return inputError(worded("no row of the table is headed ID and Kept"),
                          worded("use the form that Yarrin writes"));
    std::vector<Error> faults;
    for (std::size_t r = first; r < sheet.rows.size(); ++r) {
        const auto text = [&](const char* heading) {
            const auto found = columns.find(heading);
            return found == columns.end() ? std::string() : trimmed(sheet.at(r, found->second).text);
        };
        const std::string key = text("id"), row = worded("row %1", r + 1);
        if (key.empty()) continue;
        const auto promise = promises.find(key);
        if (promise == promises.end()) {
            faults.push_back(
                {ErrorCode::input, row, worded("%1 was not promised for this week", key), worded("correct the id")});
            continue;
        }
        if (const auto [other, isNew] = seen.try_emplace(key, r + 1); !isNew) {
            faults.push_back({ErrorCode::input, row, worded("%1 stands in row %2 already", key, other->second),
                              worded("keep one of them")});
            continue;
        }
        const auto enter = [&](const char* heading, PromiseField field, const std::string& value) {
            if (value.empty()) return;
            const Outcome set = setPromiseField(tx, begins, promise->second, field, value);
            if (set.ok()) return;
            Error fault = set.error();
            fault.place = row + ", " + heading;
            faults.push_back(std::move(fault));
        };
        enter("Kept", PromiseField::kept, wordFor(text("kept")));
        enter("Reason", PromiseField::reason, lowered(text("reason")));
        enter("Done", PromiseField::done, text("done"));
        enter("Note", PromiseField::note, text("note"));
    }
    if (!faults.empty()) return faults;
    return seen.size();
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/sheet_edits.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/model/words.h"

#include <algorithm>

namespace yarrin {

namespace {

Error sheetGone() {
    return inputError(worded("the sheet is there no more"));
}

std::string freeName(const Programme& programme, const std::string& name) {
    const auto taken = [&](const std::string& one) {
        return std::any_of(programme.sheets.begin(), programme.sheets.end(),
                           [&](const KeptSheet& sheet) { return lowered(sheet.key) == lowered(one); });
    };
    if (!taken(name)) return name;
    for (int number = 2;; ++number)
        if (const std::string next = name + " " + std::to_string(number); !taken(next)) return next;
}

/// A whole number, or none where nothing is typed.
Result<std::optional<int>> numberFrom(std::string_view text) {
    if (trimmed(text).empty()) return std::optional<int>();
    const auto number = wholeNumber(trimmed(text));
    if (!number) return inputError(worded("\"%1\" is no whole number", text));
    return std::optional<int>(*number);
}

/// Where a number is typed, or taken away.
Outcome typeNumber(std::optional<int>& into, std::string_view text) {
    auto read = numberFrom(text);
    if (!read.ok()) return read.errors();
    into = *read;
    return done();
}

Outcome typeView(KeptSheet& sheet, const std::string& word) {
    const auto view = fromWord<SheetView>(word);
    if (!view) return inputError(worded("there is no view \"%1\"", word));
    // What it is of, and its parts, mean something in its own view only.
    if (*view != sheet.view) {
        sheet.subject.clear();
        sheet.parts.clear();
    }
    sheet.view = *view;
    return done();
}

std::string* textOf(KeptSheet& sheet, SheetField field) {
    switch (field) {
    case SheetField::name:
        return &sheet.key;
    case SheetField::subject:
        return &sheet.subject;
    case SheetField::revision:
        return &sheet.revision;
    case SheetField::lens:
        return &sheet.lens;
    case SheetField::columns:
        return &sheet.columns;
    case SheetField::paper:
        return &sheet.paper;
    case SheetField::drawn:
        return &sheet.drawn;
    case SheetField::checked:
        return &sheet.checked;
    case SheetField::notes:
        return &sheet.notes;
    default:
        return nullptr;
    }
}

Outcome typeField(KeptSheet& sheet, SheetField field, std::string_view text) {
    const std::string typed = trimmed(text);
    if (std::string* into = textOf(sheet, field)) {
        *into = typed;
        return done();
    }
    switch (field) {
    case SheetField::view:
        return typeView(sheet, typed);
    case SheetField::upright:
        sheet.upright = !typed.empty();
        return done();
    case SheetField::noLinks:
        sheet.noLinks = !typed.empty();
        return done();
    case SheetField::wide: {
        std::optional<int> wide;
        if (Outcome read = typeNumber(wide, text); !read.ok()) return read;
        sheet.wide = wide.value_or(1);
        // Breaks in time are between so many pages and no others.
        if (int(sheet.timeBreaks.size()) + 1 != sheet.wide) sheet.timeBreaks.clear();
        return done();
    }
    case SheetField::margin:
        return typeNumber(sheet.margin, text);
    case SheetField::weekWidth:
        return typeNumber(sheet.weekWidth, text);
    case SheetField::tall:
        return typeNumber(sheet.tall, text);
    case SheetField::weeksBefore:
        return typeNumber(sheet.weeksBefore, text);
    default:
        return typeNumber(sheet.weeksAfter, text);
    }
}

} // namespace

Result<SheetId> addSheet(Transaction& tx, std::string_view name) {
    KeptSheet sheet;
    sheet.id = tx.programme().sheets.freshId();
    sheet.key = freeName(tx.programme(), trimmed(name).empty() ? "Sheet" : trimmed(name));
    if (auto fault = faultOf(sheet, tx.programme())) return *fault;
    const SheetId id = sheet.id;
    tx.append(std::move(sheet));
    return id;
}

Result<SheetId> duplicateSheet(Transaction& tx, SheetId id) {
    const std::size_t at = tx.programme().sheets.indexOf(id);
    if (at >= tx.programme().sheets.size()) return sheetGone();
    KeptSheet sheet = tx.programme().sheets[at];
    sheet.id = tx.programme().sheets.freshId();
    sheet.key = freeName(tx.programme(), sheet.key);
    if (auto fault = faultOf(sheet, tx.programme())) return *fault;
    const SheetId fresh = sheet.id;
    tx.insert(at + 1, std::move(sheet));
    return fresh;
}

Outcome removeSheet(Transaction& tx, SheetId id) {
    if (!tx.programme().sheets.row(id)) return sheetGone();
    tx.erase<KeptSheet>(id);
    return done();
}

Outcome moveSheet(Transaction& tx, SheetId id, int by) {
    const std::size_t at = tx.programme().sheets.indexOf(id), count = tx.programme().sheets.size();
    if (at >= count) return sheetGone();
    const auto to = std::clamp(std::int64_t(at) + by, std::int64_t(0), std::int64_t(count) - 1);
    if (std::size_t(to) == at) return done();
    KeptSheet sheet = tx.programme().sheets[at];
    tx.erase<KeptSheet>(id);
    tx.insert(std::size_t(to), std::move(sheet));
    return done();
}

Outcome setSheetField(Transaction& tx, SheetId id, SheetField field, std::string_view text) {
    const KeptSheet* row = tx.programme().sheets.row(id);
    if (!row) return sheetGone();
    KeptSheet sheet = *row;
    if (Outcome read = typeField(sheet, field, text); !read.ok()) return read;
    if (auto fault = faultOf(sheet, tx.programme())) return *fault;
    tx.set(std::move(sheet));
    return done();
}

Outcome setSheetParts(Transaction& tx, SheetId id, std::vector<SheetPart> parts) {
    const KeptSheet* row = tx.programme().sheets.row(id);
    if (!row) return sheetGone();
    KeptSheet sheet = *row;
    sheet.parts = std::move(parts);
    if (auto fault = faultOf(sheet, tx.programme())) return *fault;
    tx.set(std::move(sheet));
    return done();
}

Outcome moveRowBreak(Transaction& tx, SheetId id, ActivityId from, ActivityId to) {
    const KeptSheet* row = tx.programme().sheets.row(id);
    if (!row) return sheetGone();
    if (to && !tx.programme().activities.row(to)) return inputError(worded("the activity is there no more"));
    KeptSheet sheet = *row;
    std::erase(sheet.rowBreaks, from);
    std::erase(sheet.rowBreaks, to);
    if (to) sheet.rowBreaks.push_back(to);
    std::sort(sheet.rowBreaks.begin(), sheet.rowBreaks.end());
    if (auto fault = faultOf(sheet, tx.programme())) return *fault;
    tx.set(std::move(sheet));
    return done();
}

Outcome setTimeBreaks(Transaction& tx, SheetId id, const std::vector<Date>& days) {
    const KeptSheet* row = tx.programme().sheets.row(id);
    if (!row) return sheetGone();
    KeptSheet sheet = *row;
    if (!days.empty()) sheet.wide = int(days.size()) + 1;
    sheet.timeBreaks.clear();
    for (const Date day : days) sheet.timeBreaks.push_back({day});
    if (auto fault = faultOf(sheet, tx.programme())) return *fault;
    tx.set(std::move(sheet));
    return done();
}

Outcome markSent(Transaction& tx, SheetId id, Date on, std::string_view revision) {
    const KeptSheet* row = tx.programme().sheets.row(id);
    if (!row) return sheetGone();
    KeptSheet sheet = *row;
    const auto& dataDate = tx.programme().job.dataDate;
    sheet.sentOn = on;
    sheet.sentAs = revision;
    sheet.sentUpTo = dataDate ? std::optional(dateOf(*dataDate)) : std::nullopt;
    if (auto fault = faultOf(sheet, tx.programme())) return *fault;
    tx.set(std::move(sheet));
    return done();
}

Outcome setFirm(Transaction& tx, std::string_view name) {
    Job job = tx.programme().job;
    job.firm = trimmed(name);
    if (job.firm.size() > longestSheetText)
        return inputError(worded("the firm's name has more than %1 characters", longestSheetText));
    tx.setJob(std::move(job));
    return done();
}

Outcome setLogo(Transaction& tx, std::string_view base64) {
    if (auto fault = faultOfLogo(base64)) return *fault;
    Job job = tx.programme().job;
    job.logo = base64;
    tx.setJob(std::move(job));
    return done();
}

} // namespace yarrin

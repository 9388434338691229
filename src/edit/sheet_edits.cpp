// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "edit/sheet_edits.h"

#include "core/base/text.h"

#include <algorithm>

namespace yarrin {

namespace {

const Error sheetGone = inputError("the sheet is there no more");

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
    if (!number) return inputError("\"" + std::string(text) + "\" is no whole number");
    return std::optional<int>(*number);
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
    if (at >= tx.programme().sheets.size()) return sheetGone;
    KeptSheet sheet = tx.programme().sheets[at];
    sheet.id = tx.programme().sheets.freshId();
    sheet.key = freeName(tx.programme(), sheet.key);
    if (auto fault = faultOf(sheet, tx.programme())) return *fault;
    const SheetId fresh = sheet.id;
    tx.insert(at + 1, std::move(sheet));
    return fresh;
}

Outcome removeSheet(Transaction& tx, SheetId id) {
    if (!tx.programme().sheets.row(id)) return sheetGone;
    tx.erase<KeptSheet>(id);
    return done();
}

Outcome moveSheet(Transaction& tx, SheetId id, int by) {
    const std::size_t at = tx.programme().sheets.indexOf(id), count = tx.programme().sheets.size();
    if (at >= count) return sheetGone;
    const auto to = std::clamp(std::int64_t(at) + by, std::int64_t(0), std::int64_t(count) - 1);
    if (std::size_t(to) == at) return done();
    KeptSheet sheet = tx.programme().sheets[at];
    tx.erase<KeptSheet>(id);
    tx.insert(std::size_t(to), std::move(sheet));
    return done();
}

Outcome setSheetField(Transaction& tx, SheetId id, SheetField field, std::string_view text) {
    const KeptSheet* row = tx.programme().sheets.row(id);
    if (!row) return sheetGone;
    KeptSheet sheet = *row;
    const std::string typed = trimmed(text);
    const auto number = [&](auto&& take) -> Outcome {
        auto read = numberFrom(text);
        if (!read.ok()) return read.errors();
        take(*read);
        return done();
    };
    Outcome read = done();
    switch (field) {
    case SheetField::name:
        sheet.key = typed;
        break;
    case SheetField::lens:
        sheet.lens = typed;
        break;
    case SheetField::paper:
        sheet.paper = typed;
        break;
    case SheetField::upright:
        sheet.upright = !typed.empty();
        break;
    case SheetField::noLinks:
        sheet.noLinks = !typed.empty();
        break;
    case SheetField::wide:
        read = number([&](std::optional<int> value) { sheet.wide = value.value_or(1); });
        break;
    case SheetField::tall:
        read = number([&](std::optional<int> value) { sheet.tall = value; });
        break;
    case SheetField::weeksBefore:
        read = number([&](std::optional<int> value) { sheet.weeksBefore = value; });
        break;
    case SheetField::weeksAfter:
        read = number([&](std::optional<int> value) { sheet.weeksAfter = value; });
        break;
    case SheetField::drawn:
        sheet.drawn = typed;
        break;
    case SheetField::checked:
        sheet.checked = typed;
        break;
    case SheetField::notes:
        sheet.notes = typed;
        break;
    }
    if (!read.ok()) return read;
    if (auto fault = faultOf(sheet, tx.programme())) return *fault;
    tx.set(std::move(sheet));
    return done();
}

} // namespace yarrin

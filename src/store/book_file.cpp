// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/book_file.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "edit/bill_edits.h"
#include "store/file.h"
#include "store/json_values.h"
#include "store/workbook.h"

#include <array>
#include <unordered_set>

namespace yarrin {

namespace {

constexpr std::array<BookField, 9> bookFields{BookField::key,  BookField::name,   BookField::group,
                                              BookField::unit, BookField::output, BookField::hours,
                                              BookField::crew, BookField::source, BookField::note};

Result<std::vector<BookItem>> bookFromJson(const std::string& text) {
    json::Faults faults;
    std::vector<BookItem> items;
    try {
        const auto read = json::parsed(text);
        if (!read.ok()) return read.errors();
        json::Object root(*read, "", faults);
        std::string format;
        root.text("format", format, true);
        if (format != "yarrin-output-book") faults.file("format", worded("\"%1\" is not yarrin-output-book", format));
        Minutes version = 1;
        root.whole("version", version);
        if (version > 1)
            faults.file("version", worded("the book was written by a newer Yarrin"),
                        worded("update Yarrin to open it"));
        root.objects("items", [&](json::Object& object) {
            json::AllKeys none; // items of a book name nothing
            json::readRow(object, items.emplace_back(), none);
            if (auto wrong = faultOf(items.back())) faults.file(object.place(), wrong->what, wrong->todo);
        });
        root.finish();
    } catch (const json::Json::exception&) {
        return Error{ErrorCode::file, {}, worded("it is not valid JSON"), {}};
    }
    if (!faults.list().empty()) return std::move(faults.list());
    return items;
}

Outcome unique(const std::vector<BookItem>& items) {
    std::unordered_set<std::string> keys;
    for (const BookItem& item : items)
        if (!keys.insert(item.key).second)
            return Error{
                ErrorCode::file, {}, worded("the item %1 stands in the book twice", item.key), worded("rename one")};
    return done();
}

} // namespace

const std::vector<std::string>& bookHeadings() {
    static const std::vector<std::string> headings{"Item",         "Name", "Group",  "Unit", "Output a day",
                                                   "Hours a unit", "Crew", "Source", "Note"};
    return headings;
}

Result<std::vector<BookItem>> bookFromSheet(const Sheet& sheet) {
    std::array<std::optional<std::size_t>, bookFields.size()> columns;
    for (std::size_t column = 0; !sheet.rows.empty() && column < sheet.rows[0].size(); ++column)
        for (std::size_t f = 0; f < bookFields.size(); ++f)
            if (lowered(trimmed(sheet.at(0, column).text)) == lowered(bookHeadings()[f])) columns[f] = column;
    if (!columns[0] || !columns[1])
        return Error{
            ErrorCode::file,
            {},
            worded("its first row does not head an output book"),
            worded("head the columns Item, Name, Group, Unit, Output a day, Hours a unit, Crew, Source, Note")};
    std::vector<BookItem> items;
    std::vector<Error> faults;
    for (std::size_t row = 1; row < sheet.rows.size(); ++row) {
        const auto cell = [&](std::size_t f) {
            return columns[f] ? trimmed(sheet.at(row, *columns[f]).text) : std::string();
        };
        if (cell(0).empty() && cell(1).empty()) continue;
        BookItem item;
        item.name = cell(1);
        for (std::size_t f = 0; f < bookFields.size(); ++f) {
            if (cell(f).empty() && f != 0) continue;
            const Outcome set = changeBookItem(item, bookFields[f], cell(f));
            if (!set.ok())
                faults.push_back({ErrorCode::file, worded("row %1", row + 1), set.error().what, set.error().todo});
        }
        items.push_back(std::move(item));
    }
    if (!faults.empty()) return faults;
    if (const Outcome good = unique(items); !good.ok()) return good.errors();
    return items;
}

Sheet bookToSheet(const std::vector<BookItem>& items) {
    Sheet sheet;
    sheet.name = worded("Output book");
    auto& head = sheet.rows.emplace_back();
    for (const std::string& heading : bookHeadings()) head.push_back({heading, {}});
    for (const BookItem& item : items) {
        auto& row = sheet.rows.emplace_back();
        for (const BookField field : bookFields) {
            const std::string text = field == BookField::unit ? item.unit : bookFieldText(item, field);
            const bool figure = (field == BookField::output || field == BookField::hours) && !text.empty();
            row.push_back(
                {text, figure ? std::optional(Decimal::parse(text).value_or(Decimal(0)).toDouble()) : std::nullopt});
        }
    }
    return sheet;
}

Result<std::vector<BookItem>> readBook(const std::filesystem::path& path) {
    if (lowered(path.extension().string()) != ".json") {
        const auto book = readWorkbook(path);
        if (!book.ok()) return book.errors();
        return bookFromSheet(book->sheets.front());
    }
    const auto text = readTextFile(path);
    if (!text.ok()) return text.errors();
    auto items = bookFromJson(*text);
    if (!items.ok()) return items;
    if (const Outcome good = unique(*items); !good.ok()) return good.errors();
    return items;
}

Outcome writeBook(const std::vector<BookItem>& items, const std::filesystem::path& path) {
    if (lowered(path.extension().string()) != ".json") return writeWorkbook({bookToSheet(items)}, path);
    nlohmann::ordered_json book{{"format", "yarrin-output-book"}, {"version", 1}};
    book["items"] = nlohmann::ordered_json::array();
    for (const BookItem& item : items) book["items"].push_back(json::rowJson(Programme{}, item));
    return writeTextFile(path, json::textOf(book));
}

} // namespace yarrin

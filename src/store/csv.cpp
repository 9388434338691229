// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/csv.h"

#include "core/base/decimal.h"
#include "core/base/worded.h"

#include <algorithm>
#include <csv.h>
#include <iconv.h>

namespace yarrin {

namespace {

struct Rows {
    std::vector<CsvRow> rows{{}};
    static void field(void* text, std::size_t size, void* data) {
        static_cast<Rows*>(data)->rows.back().emplace_back(static_cast<const char*>(text), size);
    }
    static void row(int, void* data) { static_cast<Rows*>(data)->rows.emplace_back(); }
};

Result<std::string> recoded(std::string_view text, const char* from) {
    const iconv_t coder = iconv_open("UTF-8", from);
    std::string out(text.size() * 3 + 4, '\0');
    std::string in(text);
    char* source = in.data();
    char* target = out.data();
    std::size_t left = in.size(), room = out.size();
    const std::size_t result = iconv(coder, &source, &left, &target, &room);
    iconv_close(coder);
    if (result == static_cast<std::size_t>(-1))
        return Error{ErrorCode::file, {}, worded("its letters cannot be read"), worded("save it as UTF-8 first")};
    out.resize(out.size() - room);
    return out;
}

bool startsWith(const std::string& text, std::string_view mark) {
    return text.compare(0, mark.size(), mark) == 0;
}

} // namespace

namespace {

/// What a spreadsheet would take for a formula: `=HYPERLINK(…)` as the name of an activity is one when it is opened
/// there.
bool looksLikeFormula(std::string_view field) {
    while (field.starts_with('\'')) field.remove_prefix(1);
    if (field.empty() || std::string_view("=+-@\t\r").find(field.front()) == std::string_view::npos) return false;
    return !Decimal::parse(field);
}

} // namespace

std::string csvText(const Sheet& sheet) {
    std::string text;
    for (const auto& row : sheet.rows) {
        CsvRow fields;
        for (const SheetCell& cell : row) fields.push_back(cell.text);
        text += csvLine(fields);
    }
    return text;
}

Result<std::string> toUtf8(std::string text, bool& guessed) {
    using namespace std::string_view_literals;
    guessed = false;
    if (startsWith(text, "\xEF\xBB\xBF")) text.erase(0, 3);
    if (startsWith(text, "\xFF\xFE"sv)) return recoded(std::string_view(text).substr(2), "UTF-16LE");
    if (startsWith(text, "\xFE\xFF"sv)) return recoded(std::string_view(text).substr(2), "UTF-16BE");
    if (text.find('\0') != std::string::npos)
        return Error{ErrorCode::file,
                     {},
                     worded("it is not a text file"),
                     worded("choose a spreadsheet, or a table saved as text")};
    if (auto valid = recoded(text, "UTF-8"); valid.ok()) return valid;
    guessed = true;
    return recoded(text, "WINDOWS-1252");
}

Result<std::vector<CsvRow>> parseCsv(std::string_view text) {
    csv_parser parser;
    if (csv_init(&parser, CSV_STRICT | CSV_STRICT_FINI) != 0)
        return Error{ErrorCode::file, {}, worded("there is no memory"), {}};
    const std::string_view head = text.substr(0, text.find('\n'));
    unsigned char mark = ',';
    for (const char other : {';', '\t'})
        if (std::count(head.begin(), head.end(), other) > std::count(head.begin(), head.end(), char(mark)))
            mark = static_cast<unsigned char>(other);
    csv_set_delim(&parser, mark);
    Rows got;
    const bool good = csv_parse(&parser, text.data(), text.size(), Rows::field, Rows::row, &got) == text.size() &&
                      csv_fini(&parser, Rows::field, Rows::row, &got) == 0;
    csv_free(&parser);
    if (!good)
        return Error{
            ErrorCode::file, worded("row %1", got.rows.size()), worded("a quotation mark is out of place"), {}};
    if (got.rows.back().empty()) got.rows.pop_back();
    // What was kept from being a formula is what it was.
    for (CsvRow& row : got.rows)
        for (std::string& field : row)
            if (field.starts_with('\'') && looksLikeFormula(field)) field.erase(0, 1);
    return std::move(got.rows);
}

std::string csvLine(const CsvRow& fields) {
    std::string line;
    for (const std::string& one : fields) {
        const std::string field = looksLikeFormula(one) ? "'" + one : one;
        if (!line.empty()) line += ',';
        std::string quoted(2 * field.size() + 2, '\0');
        quoted.resize(csv_write(quoted.data(), quoted.size(), field.data(), field.size()));
        line += quoted;
    }
    return line + "\r\n";
}

} // namespace yarrin

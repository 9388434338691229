// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/workbook.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "store/csv.h"
#include "store/file.h"
#include "store/inline_strings.h"
#include "store/open_document.h"
#include "store/outside.h"
#include "store/plain_locale.h"

#include <orcus/orcus_xlsx.hpp>
#include <orcus/spreadsheet/import_interface.hpp>
#include <xlsxwriter.h>
#include <zip.h>

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <deque>
#include <memory>
#include <unordered_map>

namespace yarrin {

namespace {

namespace ss = orcus::spreadsheet;

constexpr std::uint64_t mostUnpacked = 400'000'000;
constexpr std::uint64_t mostBytes = 200'000'000;

Error fault(std::string what, std::string todo = {}) {
    return {ErrorCode::file, {}, std::move(what), std::move(todo)};
}

/// More cells than anybody's table has.
struct TooLarge {};

/// The texts that cells name by their numbers.
class Strings : public ss::iface::import_shared_strings {
public:
    std::size_t append(std::string_view s) override {
        m_texts.emplace_back(s);
        return m_texts.size() - 1;
    }
    std::size_t add(std::string_view s) override { return append(s); }
    void set_segment_font(std::size_t) override {}
    void set_segment_bold(bool) override {}
    void set_segment_italic(bool) override {}
    void set_segment_font_name(std::string_view) override {}
    void set_segment_font_size(double) override {}
    void set_segment_font_color(ss::color_elem_t, ss::color_elem_t, ss::color_elem_t, ss::color_elem_t) override {}
    void append_segment(std::string_view s) override { m_segments += s; }
    std::size_t commit_segments() override {
        const std::size_t index = append(m_segments);
        m_segments.clear();
        return index;
    }
    [[nodiscard]] std::string at(std::size_t index) const {
        return index < m_texts.size() ? m_texts[index] : std::string();
    }

private:
    std::deque<std::string> m_texts;
    std::string m_segments;
};

/// One sheet as it is read, with the results of its formulas.
class SheetReader : public ss::iface::import_sheet,
                    public ss::iface::import_formula,
                    public ss::iface::import_sheet_properties {
public:
    SheetReader(std::string_view name, const Strings& strings, std::size_t& cells)
        : m_strings(strings), m_cells(cells) {
        m_sheet.name = name;
    }
    import_formula* get_formula() override { return this; }
    import_sheet_properties* get_sheet_properties() override { return this; }
    void set_auto(ss::row_t row, ss::col_t column, std::string_view s) override {
        put(row, column, {std::string(s), {}});
    }
    void set_string(ss::row_t row, ss::col_t column, ss::string_id_t index) override {
        put(row, column, {m_strings.at(index), {}});
    }
    void set_value(ss::row_t row, ss::col_t column, double value) override { put(row, column, numberCell(value)); }
    void set_bool(ss::row_t row, ss::col_t column, bool value) override {
        put(row, column, {value ? "yes" : "no", {}});
    }
    void set_date_time(ss::row_t row, ss::col_t column, int year, int month, int day, int, int, double) override {
        char text[40];
        std::snprintf(text, sizeof text, "%04d-%02d-%02d", year, month, day);
        put(row, column, {text, {}});
    }
    void set_format(ss::row_t, ss::col_t, std::size_t) override {}
    void set_format(ss::row_t, ss::col_t, ss::row_t, ss::col_t, std::size_t) override {}
    void fill_down_cells(ss::row_t row, ss::col_t column, ss::row_t count) override {
        const SheetCell cell = m_sheet.at(std::size_t(row), std::size_t(column));
        if (cell.empty()) return;
        for (ss::row_t i = 1; i <= count && i < 1'000'000; ++i) put(row + i, column, cell);
    }
    [[nodiscard]] ss::range_size_t get_sheet_size() const override { return {1 << 20, 1 << 14}; }

    void set_position(ss::row_t row, ss::col_t column) override {
        m_row = row;
        m_column = column;
        m_result = {};
    }
    void set_formula(ss::formula_grammar_t, std::string_view) override {}
    void set_shared_formula_index(std::size_t) override {}
    void set_result_string(std::string_view s) override { m_result = {std::string(s), {}}; }
    void set_result_value(double value) override { m_result = numberCell(value); }
    void set_result_bool(bool value) override { m_result = {value ? "yes" : "no", {}}; }
    void set_result_empty() override { m_result = {}; }
    void commit() override { put(m_row, m_column, m_result); }

    void set_column_width(ss::col_t, double, orcus::length_unit_t) override {}
    void set_column_hidden(ss::col_t, bool) override {}
    void set_row_height(ss::row_t, double, orcus::length_unit_t) override {}
    void set_row_hidden(ss::row_t, bool) override {}
    void set_merge_cell_range(const ss::range_t& range) override { m_merged.push_back(range); }

    /// What was read; merged cells are filled downwards.
    [[nodiscard]] Sheet take() {
        for (const ss::range_t& range : m_merged)
            if (range.first.column == range.last.column)
                fill_down_cells(range.first.row, range.first.column,
                                std::min<ss::row_t>(range.last.row - range.first.row,
                                                    ss::row_t(m_sheet.rows.size()) - 1 - range.first.row));
        while (!m_sheet.rows.empty() && m_sheet.rows.back().empty()) m_sheet.rows.pop_back();
        return std::move(m_sheet);
    }

    void put(ss::row_t row, ss::col_t column, SheetCell cell) {
        if (cell.empty() || row < 0 || column < 0) return;
        if (row >= 1'000'000 || column >= 1000 || ++m_cells > mostSheetCells) throw TooLarge{};
        if (m_sheet.rows.size() <= std::size_t(row)) m_sheet.rows.resize(std::size_t(row) + 1);
        auto& cells = m_sheet.rows[std::size_t(row)];
        if (cells.size() <= std::size_t(column)) cells.resize(std::size_t(column) + 1);
        cells[std::size_t(column)] = std::move(cell);
    }

    void indent(const CellIndent& one) {
        if (one.row < m_sheet.rows.size() && one.column < m_sheet.rows[one.row].size())
            m_sheet.rows[one.row][one.column].indent = one.blanks;
    }

private:
    const Strings& m_strings;
    std::size_t& m_cells;
    Sheet m_sheet;
    SheetCell m_result;
    ss::row_t m_row = 0;
    ss::col_t m_column = 0;
    std::vector<ss::range_t> m_merged;
};

/// What the filters of the library report to.
class BookReader : public ss::iface::import_factory,
                   public ss::iface::import_global_settings,
                   public ss::iface::import_reference_resolver {
public:
    import_reference_resolver* get_reference_resolver(ss::formula_ref_context_t) override { return this; }
    ss::src_address_t resolve_address(std::string_view address) override { return addressOf(address); }
    ss::src_range_t resolve_range(std::string_view range) override {
        const std::size_t colon = range.find(':');
        const ss::src_address_t first = addressOf(range.substr(0, colon));
        return {first, colon == std::string_view::npos ? first : addressOf(range.substr(colon + 1))};
    }
    import_global_settings* get_global_settings() override { return this; }
    ss::iface::import_shared_strings* get_shared_strings() override { return &m_strings; }
    void set_origin_date(int, int, int) override {}
    void set_default_formula_grammar(ss::formula_grammar_t) override {}
    [[nodiscard]] ss::formula_grammar_t get_default_formula_grammar() const override {
        return ss::formula_grammar_t::unknown;
    }
    void set_character_set(orcus::character_set_t) override {}
    ss::iface::import_sheet* append_sheet(ss::sheet_t, std::string_view name) override {
        m_names.emplace(name, m_sheets.size());
        m_sheets.push_back(std::make_unique<SheetReader>(name, m_strings, m_cells));
        return m_sheets.back().get();
    }
    ss::iface::import_sheet* get_sheet(std::string_view name) override {
        const auto found = m_names.find(std::string(name));
        return found == m_names.end() ? nullptr : m_sheets[found->second].get();
    }
    ss::iface::import_sheet* get_sheet(ss::sheet_t index) override {
        return index >= 0 && std::size_t(index) < m_sheets.size() ? m_sheets[std::size_t(index)].get() : nullptr;
    }
    void finalize() override {}

    void put(const PassedOver& sheet) {
        const auto found = m_names.find(sheet.sheet);
        if (found == m_names.end()) return;
        for (const InlineString& one : sheet.texts)
            m_sheets[found->second]->put(ss::row_t(one.row), ss::col_t(one.column), {one.text, {}});
        for (const CellIndent& one : sheet.indents) m_sheets[found->second]->indent(one);
    }
    [[nodiscard]] std::vector<Sheet> take() {
        std::vector<Sheet> sheets;
        for (const auto& sheet : m_sheets)
            if (Sheet got = sheet->take(); !got.rows.empty()) sheets.push_back(std::move(got));
        return sheets;
    }

private:
    /// "B7", with or without a sheet before it and dollar signs.
    static ss::src_address_t addressOf(std::string_view text) {
        if (const std::size_t sheet = text.find_last_of("!."); sheet != std::string_view::npos)
            text.remove_prefix(sheet + 1);
        ss::src_address_t at{0, 0, 0};
        for (const char c : lowered(text)) {
            if (c >= 'a' && c <= 'z' && at.column < 1'000'000) at.column = at.column * 26 + (c - 'a' + 1);
            if (c >= '0' && c <= '9' && at.row < 100'000'000) at.row = at.row * 10 + (c - '0');
        }
        --at.column;
        --at.row;
        return at;
    }

    Strings m_strings;
    std::vector<std::unique_ptr<SheetReader>> m_sheets;
    std::unordered_map<std::string, std::size_t> m_names;
    std::size_t m_cells = 0;
};

/// A packed file, looked at before anything is unpacked.
class Package {
public:
    explicit Package(const std::string& bytes) {
        zip_error_t fault;
        zip_error_init(&fault);
        zip_source_t* source = zip_source_buffer_create(bytes.data(), bytes.size(), 0, &fault);
        if (source) m_archive.reset(zip_open_from_source(source, ZIP_RDONLY, &fault));
        if (source && !m_archive) zip_source_free(source);
        zip_error_fini(&fault);
        if (!m_archive) return;
        for (zip_int64_t i = 0; i < zip_get_num_entries(m_archive.get(), 0); ++i) {
            zip_stat_t entry;
            if (zip_stat_index(m_archive.get(), zip_uint64_t(i), 0, &entry) != 0) {
                m_archive.reset();
                return;
            }
            m_unpacked += entry.size;
            if ((entry.valid & ZIP_STAT_ENCRYPTION_METHOD) && entry.encryption_method != ZIP_EM_NONE)
                m_protected = true;
        }
        if (m_unpacked > mostUnpacked) return;
        m_openDocument = trimmedView(part("mimetype")) == "application/vnd.oasis.opendocument.spreadsheet";
        if (m_openDocument && part("META-INF/manifest.xml").find("encryption-data") != std::string::npos)
            m_protected = true;
    }
    [[nodiscard]] bool good() const { return m_archive != nullptr; }
    [[nodiscard]] std::uint64_t unpacked() const { return m_unpacked; }
    [[nodiscard]] bool isProtected() const { return m_protected; }
    [[nodiscard]] bool isOpenDocument() const { return m_openDocument; }
    [[nodiscard]] bool isSheet() const {
        return m_openDocument || zip_name_locate(m_archive.get(), "xl/workbook.xml", 0) >= 0;
    }
    /// A part, unpacked; empty where it is not there or lies about its size.
    [[nodiscard]] std::string part(const std::string& name) const {
        std::string text;
        const std::unique_ptr<zip_file_t, decltype(&zip_fclose)> file(zip_fopen(m_archive.get(), name.c_str(), 0),
                                                                      zip_fclose);
        zip_stat_t entry;
        if (!file || zip_stat(m_archive.get(), name.c_str(), 0, &entry) != 0 || entry.size > mostUnpacked) return text;
        text.resize(entry.size);
        if (zip_fread(file.get(), text.data(), text.size()) != zip_int64_t(text.size())) text.clear();
        return text;
    }

private:
    std::unique_ptr<zip_t, decltype(&zip_discard)> m_archive{nullptr, zip_discard};
    std::uint64_t m_unpacked = 0;
    bool m_protected = false;
    bool m_openDocument = false;
};

Result<Workbook> readPacked(const std::string& bytes) {
    const Package package(bytes);
    const char* copy = "open it in the program it comes from and save it again";
    if (!package.good()) return fault(worded("the workbook is damaged"), copy);
    if (package.unpacked() > mostUnpacked)
        return fault(worded("it unpacks to %1 MB, which no table needs", package.unpacked() / 1'000'000),
                     worded("save only the sheet that is wanted"));
    if (package.isProtected())
        return fault(worded("the workbook is protected by a password"), worded("save it without one"));
    if (!package.isSheet())
        return fault(worded("it is packed, but holds no spreadsheet"), worded("choose an .xlsx, .ods or .csv file"));
    if (package.isOpenDocument()) {
        auto sheets = sheetsOfOpenDocument(package.part("content.xml"));
        if (!sheets.ok()) return sheets.errors();
        return Workbook{std::move(*sheets), {}};
    }
    BookReader book;
    try {
        orcus::orcus_xlsx(&book).read_stream(bytes);
        for (const PassedOver& sheet : passedOverIn([&](const std::string& part) { return package.part(part); }))
            book.put(sheet);
    } catch (const TooLarge&) {
        return fault(tooManyCells, worded("save only the sheet that is wanted"));
    } catch (const std::bad_alloc&) {
        throw;
    } catch (const std::exception&) {
        return fault(worded("the workbook is damaged"), copy);
    }
    Workbook read;
    read.sheets = book.take();
    if (read.sheets.empty()) return fault(worded("the workbook holds nothing that can be read"), copy);
    return read;
}

/// Without blanks about it; but several before a word are its indentation, which says what lies in what.
std::string cellText(const std::string& field) {
    const std::size_t word = field.find_first_not_of(' ');
    const char first = word == std::string::npos ? '\0' : field[word];
    const bool letter =
        (first >= 'a' && first <= 'z') || (first >= 'A' && first <= 'Z') || static_cast<unsigned char>(first) >= 0x80;
    return (word >= 2 && letter ? field.substr(0, word) : std::string()) + trimmed(field);
}

Sheet sheetOf(std::vector<CsvRow> rows, std::string name) {
    Sheet sheet;
    sheet.name = std::move(name);
    for (CsvRow& row : rows) {
        auto& cells = sheet.rows.emplace_back();
        for (std::string& field : row) cells.push_back({cellText(field), {}});
    }
    return sheet;
}

} // namespace

Result<Workbook> workbookIn(std::string bytes, const std::string& name) {
    if (bytes.size() > mostBytes)
        return fault(worded("it is larger than 200 MB"), worded("save only the sheet that is wanted"));
    if (bytes.empty()) return fault(worded("the file is empty"));
    if (bytes.starts_with("PK\x03\x04") || bytes.starts_with("PK\x05\x06")) return readPacked(bytes);
    if (bytes.starts_with("\xD0\xCF\x11\xE0"))
        return fault(worded("the workbook is protected by a password, or in an old format that is not open"),
                     worded("save it as .xlsx or .ods without a password"));
    bool guessed = false;
    auto utf8 = toUtf8(std::move(bytes), guessed);
    if (!utf8.ok()) return utf8.errors();
    auto rows = parseCsv(*utf8);
    if (!rows.ok()) return rows.errors();
    Workbook read;
    if (guessed) read.note = worded("Its letters were taken for Western European ones of Windows.");
    read.sheets.push_back(sheetOf(std::move(*rows), name));
    return read;
}

Sheet sheetFromClipboard(std::string_view text) {
    // A spreadsheet quotes cells that hold line ends; what it does not quote may hold lonely quotation marks.
    std::vector<CsvRow> rows;
    CsvRow row;
    std::string cell;
    bool quoted = false;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        if (quoted && c == '"' && i + 1 < text.size() && text[i + 1] == '"') {
            cell += '"';
            ++i;
        } else if (c == '"' && (quoted || cell.empty())) {
            quoted = !quoted && text.find('"', i + 1) != std::string_view::npos;
        } else if (!quoted && (c == '\t' || c == '\n')) {
            row.push_back(std::move(cell));
            cell.clear();
            if (c == '\n') rows.push_back(std::exchange(row, {}));
        } else if (c != '\r') {
            cell += c == '\n' ? ' ' : c;
        }
    }
    row.push_back(std::move(cell));
    if (row.size() > 1 || !row.front().empty()) rows.push_back(std::move(row));
    return sheetOf(std::move(rows), "Clipboard");
}

namespace {

/// A name that a workbook can have: at most 31 letters, none of those that addresses are written with, each once.
std::string sheetNameFor(const std::string& wanted, std::vector<std::string>& taken) {
    std::string name;
    std::size_t letters = 0;
    for (const char c : wanted) {
        const bool begins = (static_cast<unsigned char>(c) & 0xC0) != 0x80; // of a letter in UTF-8
        if (begins && ++letters > 28) break;
        const bool bad =
            std::string_view("[]:*?/\\").find(c) != std::string_view::npos || static_cast<unsigned char>(c) < 32;
        name += bad ? '-' : c;
    }
    while (name.starts_with('\'')) name.erase(0, 1);
    while (name.ends_with('\'')) name.pop_back();
    if (name.empty()) name = "Sheet";
    const auto is = [&](const std::string& one) {
        return std::any_of(taken.begin(), taken.end(),
                           [&](const std::string& t) { return lowered(t) == lowered(one); });
    };
    std::string free = name;
    for (int n = 2; is(free); ++n) free = name + " " + std::to_string(n);
    taken.push_back(free);
    return free;
}

} // namespace

std::filesystem::path textTableFor(const std::filesystem::path& path, const std::vector<Sheet>& sheets,
                                   std::size_t index) {
    if (index == 0) return path;
    std::string name = lowered(sheets[index].name);
    for (char& c : name)
        if (c == '/' || static_cast<unsigned char>(c) < 33) c = '-';
    return path.parent_path() / (path.stem().string() + "-" + name + path.extension().string());
}

Outcome writeWorkbook(const std::vector<Sheet>& sheets, const std::filesystem::path& path) {
    if (lowered(path.extension().string()) == ".csv") {
        // A text table holds one sheet; the others stand beside it.
        for (std::size_t i = 0; i < sheets.size(); ++i)
            if (Outcome written = writeTextFile(textTableFor(path, sheets, i), csvText(sheets[i])); !written.ok())
                return written;
        return done();
    }
    return writeBeside(path, [&](const std::filesystem::path& part) -> Outcome {
        // The library prints numbers as the language of the system has them.
        const PlainLocale plain;
        lxw_workbook* book = workbook_new(part.c_str());
        lxw_format* bold = workbook_add_format(book);
        format_set_bold(bold);
        std::vector<std::string> names;
        for (const Sheet& sheet : sheets) {
            lxw_worksheet* into = workbook_add_worksheet(book, sheetNameFor(sheet.name, names).c_str());
            if (!into) {
                workbook_close(book);
                return fault(worded("the sheet \"%1\" cannot be written", sheet.name), worded("give it another name"));
            }
            for (std::size_t r = 0; r < sheet.rows.size(); ++r)
                for (std::size_t c = 0; c < sheet.rows[r].size(); ++c) {
                    const SheetCell& cell = sheet.rows[r][c];
                    lxw_format* format = r == 0 ? bold : nullptr;
                    if (cell.number)
                        worksheet_write_number(into, lxw_row_t(r), lxw_col_t(c), *cell.number, format);
                    else if (!cell.empty())
                        worksheet_write_string(into, lxw_row_t(r), lxw_col_t(c), cell.text.c_str(), format);
                }
            worksheet_freeze_panes(into, 1, 0);
        }
        if (workbook_close(book) != LXW_NO_ERROR)
            return fault(worded("the workbook cannot be written here"), worded("choose another folder"));
        return done();
    });
}

Outcome writeTable(const Sheet& sheet, const std::filesystem::path& path) {
    return lowered(path.extension().string()) == ".csv" ? writeTextFile(path, csvText(sheet))
                                                        : writeWorkbook({sheet}, path);
}

} // namespace yarrin

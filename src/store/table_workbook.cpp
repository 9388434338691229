// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/table_workbook.h"

#include "core/base/sheet.h"
#include "core/base/text.h"
#include "core/time/typed_date.h"
#include "store/file.h"
#include "store/plain_locale.h"
#include "store/workbook.h"

#include <xlsxwriter.h>

#include <algorithm>
#include <array>
#include <set>

namespace yarrin {

namespace {

/// Names of sheets are short, unique whatever the capitals, and without some signs (ECMA-376, 18.2.19).
std::string sheetName(const std::string& wanted, std::set<std::string>& taken) {
    constexpr std::size_t longest = 31;
    std::string plain;
    for (const char c : wanted)
        if (std::string_view("[]:*?/\\'").find(c) == std::string_view::npos) plain += c;
    if (trimmed(plain).empty()) plain = "Table";
    const auto cut = [&](std::size_t length) {
        std::string text = plain.substr(0, length);
        // No half of a letter.
        while (!text.empty() && text.size() < plain.size() && (plain[text.size()] & 0xC0) == 0x80) text.pop_back();
        return text;
    };
    for (int number = 1;; ++number) {
        const std::string tail = number == 1 ? std::string() : " " + std::to_string(number);
        const std::string name = cut(longest - tail.size()) + tail;
        if (taken.insert(lowered(name)).second) return name;
    }
}

std::string cellName(std::size_t row, std::size_t column) {
    std::string letters;
    for (std::size_t c = column + 1; c > 0; c = (c - 1) / 26) letters.insert(letters.begin(), char('A' + (c - 1) % 26));
    return letters + std::to_string(row + 1);
}

class Writer {
public:
    explicit Writer(lxw_workbook* book) : m_book(book) {
        for (const bool strong : {false, true})
            for (std::size_t i = 0; i < formats; ++i) {
                constexpr std::array<const char*, formats> shapes{"General", "d mmm yyyy", "#,##0.##", "#,##0.00",
                                                                  "0%"};
                lxw_format* one = workbook_add_format(book);
                format_set_num_format(one, shapes[i]);
                if (strong) format_set_bold(one);
                if (i == 0) format_set_text_wrap(one);
                format_set_align(one, LXW_ALIGN_VERTICAL_TOP);
                m_formats[strong][i] = one;
            }
    }
    bool table(const OutTable& table) {
        const std::string name = sheetName(table.name, m_names);
        m_sheet = workbook_add_worksheet(m_book, name.c_str());
        if (!m_sheet) return false;
        for (std::size_t c = 0; c < table.columns.size(); ++c) {
            worksheet_write_string(m_sheet, 0, lxw_col_t(c), table.columns[c].c_str(), m_formats[1][0]);
            worksheet_set_column(m_sheet, lxw_col_t(c), lxw_col_t(c), widthOf(table, c), nullptr);
        }
        worksheet_freeze_panes(m_sheet, 1, 1);
        for (std::size_t r = 0; r < table.rows.size(); ++r)
            for (std::size_t c = 0; c < table.rows[r].cells.size(); ++c) cell(table.rows[r], r + 1, c);
        if (table.chart != OutTable::Chart::none) chart(table, name);
        return true;
    }

private:
    static constexpr std::size_t formats = 5;
    static double widthOf(const OutTable& table, std::size_t column) {
        std::size_t longest = table.columns[column].size();
        for (const TableRow& row : table.rows)
            if (column < row.cells.size() && !row.strong) longest = std::max(longest, row.cells[column].text.size());
        return std::clamp(double(longest) + 2, 9.0, 60.0);
    }
    void cell(const TableRow& row, std::size_t r, std::size_t c) {
        const TableCell& one = row.cells[c];
        const auto at = lxw_row_t(r);
        const auto column = lxw_col_t(c);
        auto& look = m_formats[row.strong];
        if (one.date) {
            const auto day = yearMonthDay(*one.date);
            lxw_datetime when{int(day.year), int(day.month), int(day.day), 0, 0, 0};
            worksheet_write_datetime(m_sheet, at, column, &when, look[1]);
        } else if (one.figure) {
            lxw_format* format = look[2 + std::size_t(one.kind)];
            if (one.sum && r > 1)
                worksheet_write_formula_num(m_sheet, at, column,
                                            ("=SUM(" + cellName(1, c) + ":" + cellName(r - 1, c) + ")").c_str(), format,
                                            *one.figure);
            else
                worksheet_write_number(m_sheet, at, column, *one.figure, format);
        } else if (!one.text.empty()) {
            worksheet_write_string(m_sheet, at, column, one.text.c_str(), look[0]);
        }
    }
    /// Of every column of figures, without the sums at the end.
    void chart(const OutTable& table, const std::string& name) {
        std::size_t last = table.rows.size();
        while (last > 0 && table.rows[last - 1].strong) --last;
        if (last == 0) return;
        lxw_chart* made =
            workbook_add_chart(m_book, table.chart == OutTable::Chart::columns ? LXW_CHART_COLUMN : LXW_CHART_LINE);
        for (std::size_t c = 1; c < table.columns.size(); ++c) {
            const bool figures =
                std::any_of(table.rows.begin(), table.rows.begin() + std::ptrdiff_t(last),
                            [&](const TableRow& row) { return c < row.cells.size() && row.cells[c].figure; });
            if (!figures) continue;
            lxw_chart_series* series = chart_add_series(made, nullptr, nullptr);
            chart_series_set_categories(series, name.c_str(), 1, 0, lxw_row_t(last), 0);
            chart_series_set_values(series, name.c_str(), 1, lxw_col_t(c), lxw_row_t(last), lxw_col_t(c));
            chart_series_set_name(series, table.columns[c].c_str());
        }
        chart_title_set_name(made, table.name.c_str());
        worksheet_insert_chart(m_sheet, 1, lxw_col_t(table.columns.size() + 1), made);
    }

    lxw_workbook* m_book;
    lxw_worksheet* m_sheet = nullptr;
    std::array<std::array<lxw_format*, formats>, 2> m_formats{};
    std::set<std::string> m_names;
};

std::vector<Sheet> plainSheets(const std::vector<OutTable>& tables) {
    std::vector<Sheet> sheets;
    for (const OutTable& table : tables) {
        Sheet& sheet = sheets.emplace_back();
        sheet.name = table.name;
        auto& head = sheet.rows.emplace_back();
        for (const std::string& column : table.columns) head.push_back({column, {}});
        for (const TableRow& row : table.rows) {
            auto& cells = sheet.rows.emplace_back();
            for (const TableCell& cell : row.cells)
                cells.push_back(cell.date     ? SheetCell{isoDate(*cell.date), {}}
                                : cell.figure ? numberCell(*cell.figure)
                                              : SheetCell{cell.text, {}});
        }
    }
    return sheets;
}

} // namespace

Outcome writeTables(const std::vector<OutTable>& tables, const std::filesystem::path& path) {
    if (lowered(path.extension().string()) == ".csv") return writeWorkbook(plainSheets(tables), path);
    return writeBeside(path, [&](const std::filesystem::path& part) -> Outcome {
        const PlainLocale plain; // the library prints numbers as the language of the system has them
        lxw_workbook* book = workbook_new(part.c_str());
        Writer writer(book);
        bool written = true;
        for (const OutTable& table : tables) written = writer.table(table) && written;
        if (workbook_close(book) != LXW_NO_ERROR || !written)
            return Error{ErrorCode::file, path.string(), "the workbook cannot be written here",
                         "choose another folder"};
        return done();
    });
}

} // namespace yarrin

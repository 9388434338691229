// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/open_document.h"

#include "store/xml_text.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <cstring>
#include <map>
#include <memory>

namespace yarrin {

namespace {

constexpr std::size_t mostRows = 1'000'000, mostColumns = 1000;

/// Goes through the file once, element by element.
class ContentReader {
public:
    explicit ContentReader(const std::string& content)
        : m_reader(xmlReaderForMemory(content.data(), int(content.size()), nullptr, nullptr,
                                      XML_PARSE_NONET | XML_PARSE_NOERROR | XML_PARSE_NOWARNING),
                   xmlFreeTextReader) {}

    Result<std::vector<Sheet>> read() {
        int more = m_reader ? xmlTextReaderRead(m_reader.get()) : -1;
        for (; more == 1 && !m_tooLarge; more = xmlTextReaderRead(m_reader.get())) {
            switch (xmlTextReaderNodeType(m_reader.get())) {
            case XML_READER_TYPE_DOCUMENT_TYPE:
                // No spreadsheet has one; entities of its own are how a file of some bytes takes minutes.
                return Error{ErrorCode::file, {}, "it declares entities of its own, which no spreadsheet does", {}};
            case XML_READER_TYPE_ELEMENT:
                open(xmlTextReaderIsEmptyElement(m_reader.get()) == 1);
                break;
            case XML_READER_TYPE_END_ELEMENT:
                close(name());
                break;
            case XML_READER_TYPE_TEXT:
            case XML_READER_TYPE_SIGNIFICANT_WHITESPACE:
                if (m_inText > 0 && m_inNote == 0) m_text += xml::textOf(xmlTextReaderConstValue(m_reader.get()));
                break;
            default:
                break;
            }
        }
        if (m_tooLarge) return Error{ErrorCode::file, {}, tooManyCells, "save only the sheet that is wanted"};
        if (more != 0)
            return Error{ErrorCode::file,
                         {},
                         "the workbook is damaged",
                         "open it in the program it comes from and save it again"};
        std::erase_if(m_sheets, [](const Sheet& sheet) { return sheet.rows.empty(); });
        if (m_sheets.empty()) return Error{ErrorCode::file, {}, "the workbook holds nothing that can be read", {}};
        return std::move(m_sheets);
    }

private:
    [[nodiscard]] std::string name() const { return xml::textOf(xmlTextReaderConstName(m_reader.get())); }
    [[nodiscard]] std::string attribute(const char* key) const { return xml::attribute(m_reader.get(), key); }
    [[nodiscard]] std::size_t count(const char* key) const {
        const std::string text = attribute(key);
        return text.empty() ? 1 : std::max<std::size_t>(1, std::strtoul(text.c_str(), nullptr, 10));
    }

    void open(bool isEmpty) {
        const std::string element = name();
        if (element == "style:style") {
            m_style = attribute("style:name");
        } else if (element == "style:paragraph-properties") {
            if (const int blanks = blanksIn(attribute("fo:margin-left")); blanks > 0 && m_sheets.empty())
                m_indents[m_style] = blanks;
        } else if (element == "table:table") {
            m_columnStyles.clear();
            m_sheets.push_back({attribute("table:name"), {}});
            m_row = 0;
            m_down.clear();
        } else if (element == "table:table-column") {
            const std::string style = attribute("table:default-cell-style-name");
            for (std::size_t i = count("table:number-columns-repeated"); i > 0 && m_columnStyles.size() < mostColumns;
                 --i)
                m_columnStyles.push_back(style);
        } else if (element == "table:table-row") {
            m_rowStyle = attribute("table:default-cell-style-name");
            m_rowTimes = count("table:number-rows-repeated");
            m_cells.clear();
        } else if (m_sheets.empty()) {
            // What stands outside of every table says nothing.
        } else if (element == "table:table-cell" || element == "table:covered-table-cell") {
            cell(element == "table:covered-table-cell");
        } else if (element == "text:p") {
            if (m_inText == 0 && !m_text.empty()) m_text += ' ';
            ++m_inText;
        } else if (element == "office:annotation") {
            ++m_inNote;
        } else if (element == "text:s" && m_inText > 0 && m_inNote == 0) {
            m_text += std::string(std::min<std::size_t>(count("text:c"), 1000), ' ');
        } else if ((element == "text:tab" || element == "text:line-break") && m_inText > 0) {
            m_text += ' ';
        }
        if (isEmpty) close(element);
    }

    void cell(bool isCovered) {
        m_times = count("table:number-columns-repeated");
        m_spans = isCovered ? 1 : count("table:number-rows-spanned");
        m_wide = isCovered ? 1 : count("table:number-columns-spanned");
        m_covered = isCovered;
        m_text.clear();
        m_value = {};
        m_indent = m_indents.empty() ? 0 : indentHere();
        const std::string type = attribute("office:value-type");
        if (type == "float" || type == "percentage" || type == "currency")
            m_value = plainNumber(attribute("office:value"));
        else if (type == "date")
            m_value = {attribute("office:date-value").substr(0, 10), {}};
        else if (type == "boolean")
            m_value = {attribute("office:boolean-value") == "true" ? "yes" : "no", {}};
    }

    /// By the cell's own format, else by that of its row, else by that of its column.
    [[nodiscard]] int indentHere() const {
        std::string style = attribute("table:style-name");
        if (style.empty()) style = m_rowStyle;
        if (style.empty() && m_cells.size() < m_columnStyles.size()) style = m_columnStyles[m_cells.size()];
        const auto found = m_indents.find(style);
        return found == m_indents.end() ? 0 : found->second;
    }

    /// "0.353cm" in widths of a blank, of which three are 10 pt.
    static int blanksIn(const std::string& length) {
        double value = 0;
        const auto [end, fault] = std::from_chars(length.data(), length.data() + length.size(), value);
        if (fault != std::errc() || !(value > 0)) return 0;
        const std::string unit(end, length.data() + length.size());
        const double points = unit == "cm"   ? 72 / 2.54
                              : unit == "mm" ? 72 / 25.4
                              : unit == "in" ? 72
                              : unit == "pc" ? 12
                              : unit == "pt" ? 1
                                             : 0;
        return int(std::clamp(std::round(value * points * 0.3), 0.0, 1000.0));
    }

    void close(const std::string& element) {
        if (m_sheets.empty()) return;
        if (element == "text:p") {
            --m_inText;
        } else if (element == "office:annotation") {
            --m_inNote;
        } else if (element == "table:table-cell" || element == "table:covered-table-cell") {
            SheetCell cell = m_value.empty() ? SheetCell{m_text, {}} : m_value;
            cell.indent = cell.empty() ? 0 : m_indent;
            take(cell);
        } else if (element == "table:table-row") {
            endRow();
        }
    }

    /// As the standard writes numbers, whatever the language of the system.
    static SheetCell plainNumber(const std::string& text) {
        double value = 0;
        const char* first = text.data() + (text.starts_with('+') ? 1 : 0);
        const auto [end, fault] = std::from_chars(first, text.data() + text.size(), value);
        return fault == std::errc() ? numberCell(value) : SheetCell{};
    }

    void take(const SheetCell& cell) {
        for (std::size_t i = 0; i < m_times && m_cells.size() < mostColumns; ++i) {
            const std::size_t column = m_cells.size();
            if (m_down.size() <= column) m_down.resize(column + 1);
            auto& [rowsLeft, above] = m_down[column];
            if (m_covered && rowsLeft > 0) {
                m_cells.push_back(above);
                --rowsLeft;
            } else {
                // Merged downwards the value holds for every row; merged over several columns it is a title.
                if (m_spans > 1 && m_wide == 1) m_down[column] = {m_spans - 1, cell};
                m_cells.push_back(m_covered ? SheetCell{} : cell);
            }
        }
    }

    void endRow() {
        while (!m_cells.empty() && m_cells.back().empty()) m_cells.pop_back();
        // Thousands of empty rows at the end are one element.
        if (!m_cells.empty()) {
            auto& rows = m_sheets.back().rows;
            const std::size_t times = std::min(m_rowTimes, mostRows);
            m_total += m_cells.size() * times;
            if (m_row + times > mostRows || m_total > mostSheetCells) {
                m_tooLarge = true;
                return;
            }
            rows.resize(m_row + times);
            std::fill(rows.begin() + std::ptrdiff_t(m_row), rows.end(), m_cells);
        }
        m_row += m_rowTimes;
        if (m_row > mostRows) m_row = mostRows;
    }

    std::unique_ptr<xmlTextReader, decltype(&xmlFreeTextReader)> m_reader;
    std::vector<Sheet> m_sheets;
    std::vector<SheetCell> m_cells;
    std::vector<std::pair<std::size_t, SheetCell>> m_down; ///< per column: rows that a merged cell still covers
    std::string m_text;
    SheetCell m_value;
    std::size_t m_row = 0, m_rowTimes = 1, m_times = 1, m_spans = 1, m_wide = 1, m_total = 0;
    std::map<std::string, int> m_indents;    ///< of formats, in widths of a blank
    std::vector<std::string> m_columnStyles; ///< what cells of each column have that name no format
    std::string m_style, m_rowStyle;
    int m_indent = 0;
    int m_inText = 0, m_inNote = 0;
    bool m_covered = false;
    bool m_tooLarge = false;
};

} // namespace

Result<std::vector<Sheet>> sheetsOfOpenDocument(const std::string& content) {
    return ContentReader(content).read();
}

} // namespace yarrin

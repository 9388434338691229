// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/inline_strings.h"

#include "store/open_document.h"

#include "store/xml_text.h"

#include <algorithm>
#include <cstdlib>
#include <map>
#include <memory>

namespace yarrin {

namespace {

constexpr std::size_t mostStyles = 100'000;

/// A part of the package, element by element; prefixes of names are left out.
class Part {
public:
    explicit Part(const std::string& content)
        : m_reader(xmlReaderForMemory(content.data(), int(content.size()), nullptr, nullptr,
                                      XML_PARSE_NONET | XML_PARSE_NOERROR | XML_PARSE_NOWARNING),
                   xmlFreeTextReader) {}

    /// Moves on; false at the end, at damage, and where the document declares a type of its own.
    bool next() {
        return m_reader && xmlTextReaderRead(m_reader.get()) == 1 && type() != XML_READER_TYPE_DOCUMENT_TYPE;
    }
    [[nodiscard]] int type() const { return xmlTextReaderNodeType(m_reader.get()); }
    [[nodiscard]] bool begins(const char* name) const {
        return type() == XML_READER_TYPE_ELEMENT && xml::textOf(xmlTextReaderConstLocalName(m_reader.get())) == name;
    }
    [[nodiscard]] bool ends(const char* name) const {
        return type() == XML_READER_TYPE_END_ELEMENT &&
               xml::textOf(xmlTextReaderConstLocalName(m_reader.get())) == name;
    }
    [[nodiscard]] bool isEmpty() const { return xmlTextReaderIsEmptyElement(m_reader.get()) == 1; }
    [[nodiscard]] bool isText() const {
        return type() == XML_READER_TYPE_TEXT || type() == XML_READER_TYPE_SIGNIFICANT_WHITESPACE;
    }
    [[nodiscard]] std::string value() const { return xml::textOf(xmlTextReaderConstValue(m_reader.get())); }
    [[nodiscard]] std::string attribute(const char* key) const { return xml::attribute(m_reader.get(), key); }

private:
    std::unique_ptr<xmlTextReader, decltype(&xmlFreeTextReader)> m_reader;
};

/// "B7" as a place counted from 0.
template <typename Place> bool placeOf(const std::string& address, Place& into) {
    std::size_t column = 0, row = 0;
    for (const char c : address) {
        if (c >= 'A' && c <= 'Z' && column < 1'000'000)
            column = column * 26 + std::size_t(c - 'A' + 1);
        else if (c >= '0' && c <= '9' && row < 100'000'000)
            row = row * 10 + std::size_t(c - '0');
        else
            return false;
    }
    if (column == 0 || row == 0) return false;
    into.column = column - 1;
    into.row = row - 1;
    return true;
}

/// The indents of the formats of cells, by the numbers that cells name them with.
std::vector<int> indentsIn(const std::string& styles) {
    constexpr int widest = 250, blanks = 3; // of one, by the standard
    std::vector<int> indents;
    if (styles.find("indent=") == std::string::npos) return indents;
    bool within = false;
    for (Part at(styles); at.next() && indents.size() < mostStyles;) {
        if (at.begins("cellXfs"))
            within = !at.isEmpty();
        else if (at.ends("cellXfs"))
            within = false;
        else if (within && at.begins("xf"))
            indents.push_back(0);
        else if (within && at.begins("alignment") && !indents.empty())
            indents.back() = blanks * int(std::min(std::strtoul(at.attribute("indent").c_str(), nullptr, 10),
                                                   static_cast<unsigned long>(widest)));
    }
    return indents;
}

PassedOver passedOver(const std::string& content, const std::vector<int>& indents) {
    PassedOver found;
    Part part(content);
    bool within = false, text = false;
    const char* element = "t";
    InlineString cell;
    while (part.next() && found.texts.size() < mostSheetCells && found.indents.size() < mostSheetCells) {
        if (part.begins("c")) {
            cell = {};
            const std::string type = part.attribute("t");
            element = type == "str" ? "v" : "t";
            within = (type == "inlineStr" || type == "str") && placeOf(part.attribute("r"), cell) && !part.isEmpty();
            if (indents.empty() || part.isEmpty()) continue;
            const std::size_t style = std::strtoul(part.attribute("s").c_str(), nullptr, 10);
            CellIndent at;
            if (style < indents.size() && indents[style] > 0 && placeOf(part.attribute("r"), at)) {
                at.blanks = indents[style];
                found.indents.push_back(at);
            }
        } else if (within && part.begins(element)) {
            text = !part.isEmpty();
        } else if (within && text && part.isText()) {
            cell.text += part.value();
        } else if (part.ends(element)) {
            text = false;
        } else if (within && part.ends("c")) {
            within = false;
            found.texts.push_back(cell);
        }
    }
    return found;
}

} // namespace

std::vector<PassedOver> passedOverIn(const std::function<std::string(const std::string& name)>& part) {
    const std::vector<int> indents = indentsIn(part("xl/styles.xml"));
    const bool indented = std::any_of(indents.begin(), indents.end(), [](int one) { return one > 0; });
    std::map<std::string, std::string> targets;
    const std::string relations = part("xl/_rels/workbook.xml.rels");
    for (Part at(relations); at.next();)
        if (at.begins("Relationship")) targets[at.attribute("Id")] = at.attribute("Target");
    std::vector<PassedOver> all;
    const std::string book = part("xl/workbook.xml");
    for (Part at(book); at.next();) {
        if (!at.begins("sheet")) continue;
        std::string target = targets[at.attribute("r:id")];
        if (target.empty()) continue;
        target = target.starts_with("/") ? target.substr(1) : "xl/" + target;
        const std::string content = part(target);
        if (!indented && content.find("\"inlineStr\"") == std::string::npos &&
            content.find("\"str\"") == std::string::npos)
            continue;
        PassedOver found = passedOver(content, indented ? indents : std::vector<int>());
        found.sheet = at.attribute("name");
        if (!found.texts.empty() || !found.indents.empty()) all.push_back(std::move(found));
    }
    return all;
}

} // namespace yarrin

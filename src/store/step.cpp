// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/step.h"

#include "core/base/worded.h"

#include <algorithm>
#include <charconv>
#include <cmath>

namespace yarrin {

namespace {

/// A character by its number, as UTF-8; of what is none, the sign for it.
void append(std::string& out, std::uint32_t code) {
    if (code < 0x20) code = ' ';
    if (code > 0x10ffff || (code >= 0xd800 && code <= 0xdfff)) code = 0xfffd;
    if (code < 0x80) {
        out += static_cast<char>(code);
    } else if (code < 0x800) {
        out += static_cast<char>(0xc0 | (code >> 6));
        out += static_cast<char>(0x80 | (code & 0x3f));
    } else if (code < 0x10000) {
        out += static_cast<char>(0xe0 | (code >> 12));
        out += static_cast<char>(0x80 | ((code >> 6) & 0x3f));
        out += static_cast<char>(0x80 | (code & 0x3f));
    } else {
        out += static_cast<char>(0xf0 | (code >> 18));
        out += static_cast<char>(0x80 | ((code >> 12) & 0x3f));
        out += static_cast<char>(0x80 | ((code >> 6) & 0x3f));
        out += static_cast<char>(0x80 | (code & 0x3f));
    }
}

bool isDigit(char c) {
    return c >= '0' && c <= '9';
}
bool isLetter(char c) {
    return (c >= 'A' && c <= 'Z') || (c >= 'a' && c <= 'z') || c == '_';
}

std::optional<std::uint32_t> hexOf(std::string_view digits) {
    std::uint32_t value = 0;
    const auto [end, failed] = std::from_chars(digits.data(), digits.data() + digits.size(), value, 16);
    if (failed != std::errc() || end != digits.data() + digits.size()) return {};
    return value;
}

/// A text without its quotes: ISO 10303-21, 6.4.3. What follows no rule of it stands as it is.
std::string decoded(std::string_view text) {
    std::string out;
    for (std::size_t i = 0; i < text.size();) {
        const std::string_view rest = text.substr(i);
        if (rest.starts_with("\\\\")) {
            out += '\\';
            i += 2;
        } else if (rest.starts_with("\\S\\") && rest.size() > 3) {
            append(out, 0x80U + static_cast<unsigned char>(rest[3]));
            i += 4;
        } else if (rest.starts_with("\\X\\") && rest.size() >= 5 && hexOf(rest.substr(3, 2))) {
            append(out, *hexOf(rest.substr(3, 2)));
            i += 5;
        } else if (rest.starts_with("\\X2\\") || rest.starts_with("\\X4\\")) {
            const std::size_t wide = rest[2] == '2' ? 4 : 8, end = rest.find("\\X0\\");
            const std::string_view digits = rest.substr(4, end == std::string_view::npos ? end : end - 4);
            std::uint32_t high = 0;
            for (std::size_t at = 0; at + wide <= digits.size(); at += wide) {
                const std::uint32_t code = hexOf(digits.substr(at, wide)).value_or(0xfffd);
                if (code >= 0xd800 && code < 0xdc00 && wide == 4) {
                    high = code;
                    continue;
                }
                append(out, high && code >= 0xdc00 && code < 0xe000 ? 0x10000 + ((high - 0xd800) << 10) + code - 0xdc00
                                                                    : code);
                high = 0;
            }
            i += 4 + digits.size() + (end == std::string_view::npos ? 0 : 4);
        } else if (rest.size() >= 3 && rest[0] == '\\' && rest[1] == 'P' && rest.find('\\', 2) == 3) {
            i += 4; // another page of ISO 8859, of which only the first is read
        } else if (static_cast<unsigned char>(rest[0]) < 0x20) {
            out += ' ';
            ++i;
        } else {
            out += rest[0];
            ++i;
        }
    }
    return out;
}

} // namespace

const StepRow* StepFile::row(std::uint64_t number) const {
    const auto found = m_at.find(number);
    return found == m_at.end() || found->second == leftOut ? nullptr : &rows[found->second];
}

/// Goes through the bytes once. The first fault ends it: m_fault.
class StepReader {
public:
    StepReader(std::string_view bytes, const std::function<bool(std::string_view)>& wanted)
        : m_bytes(bytes), m_wanted(wanted) {}

    Result<StepFile> read() {
        if (word() != "ISO" || !m_bytes.substr(m_at).starts_with("-10303-21;")) {
            m_line = 1;
            return faultAt(worded("it does not begin as an exchange file of ISO 10303-21 does"));
        }
        m_at += std::string_view("-10303-21;").size();
        header();
        while (m_fault.empty()) {
            const std::string_view section = word();
            if (section == "END") break;
            if (section != "DATA") return faultAt(worded("a section DATA is expected"));
            if (peek() == '(') (void)value(0);
            need(';');
            data();
        }
        if (m_fault.empty() && !m_bytes.substr(m_at).starts_with("-ISO-10303-21;")) fail(worded("its end is missing"));
        if (!m_fault.empty()) return faultAt(m_fault);
        return std::move(m_file);
    }

private:
    Error faultAt(const std::string& what) const { return {ErrorCode::file, worded("line %1", m_line), what, {}}; }
    void fail(const Worded& what) {
        if (m_fault.empty()) m_fault = what;
    }
    /// Past white space and comments.
    void skip() {
        while (m_at < m_bytes.size()) {
            const char c = m_bytes[m_at];
            if (c == '\n') ++m_line;
            if (c == ' ' || c == '\t' || c == '\r' || c == '\n') {
                ++m_at;
            } else if (c == '/' && m_at + 1 < m_bytes.size() && m_bytes[m_at + 1] == '*') {
                const std::size_t end = m_bytes.find("*/", m_at + 2);
                if (end == std::string_view::npos) return fail(worded("a comment has no end"));
                m_line += std::size_t(
                    std::count(m_bytes.begin() + std::ptrdiff_t(m_at), m_bytes.begin() + std::ptrdiff_t(end), '\n'));
                m_at = end + 2;
            } else {
                return;
            }
        }
    }
    char peek() {
        skip();
        return m_at < m_bytes.size() ? m_bytes[m_at] : '\0';
    }
    bool take(char c) {
        if (!m_fault.empty() || peek() != c) return false;
        ++m_at;
        return true;
    }
    void need(char c) {
        if (take(c)) return;
        static const std::unordered_map<char, const char*> what{
            {';', toWord("a semicolon is expected")},
            {'(', toWord("an opening bracket is expected")},
            {')', toWord("a comma or a closing bracket is expected")},
            {'=', toWord("an equals sign is expected")}};
        fail(what.at(c));
    }
    std::string_view word() {
        skip();
        const std::size_t from = m_at;
        while (m_at < m_bytes.size() && (isLetter(m_bytes[m_at]) || isDigit(m_bytes[m_at]))) ++m_at;
        return m_bytes.substr(from, m_at - from);
    }

    void header() {
        if (word() != "HEADER") return fail(worded("a section HEADER is expected"));
        need(';');
        while (m_fault.empty()) {
            const std::string name(word());
            if (name == "ENDSEC") break;
            if (name.empty()) return fail(worded("the header cannot be read"));
            const StepValue values = value(0);
            need(';');
            if (name == "FILE_SCHEMA" && !values.items.empty())
                for (const StepValue& one : values.items.front().items) m_file.schemas.push_back(one.text);
            if (name == "FILE_NAME" && values.items.size() > 5) {
                m_file.name = values.items[0].text;
                m_file.system = values.items[5].text;
            }
        }
        need(';');
    }

    void data() {
        while (m_fault.empty()) {
            if (take('#')) {
                row();
                continue;
            }
            if (word() != "ENDSEC") return fail(worded("a row, or the end of the section, is expected"));
            return need(';');
        }
    }

    void row() {
        StepRow row;
        row.line = m_line;
        row.number = reference();
        need('=');
        if (!m_fault.empty()) return;
        if (m_file.m_at.size() >= mostStepRows) return fail(worded("it has more rows than can be read"));
        if (peek() == '(') { // several types at once, of which none is a plan's
            ++m_at;
            while (m_fault.empty() && peek() != ')') {
                if (word().empty()) return fail(worded("the name of a type is expected"));
                (void)value(0);
            }
            need(')');
        } else {
            row.type = word();
            if (row.type.empty()) return fail(worded("the name of a type is expected"));
            std::transform(row.type.begin(), row.type.end(), row.type.begin(),
                           [](char c) { return c >= 'a' && c <= 'z' ? char(c - 32) : c; });
            if (peek() != '(') return fail(worded("an opening bracket is expected"));
            row.values = value(0).items;
        }
        need(';');
        if (!m_fault.empty()) return;
        const bool wanted = !row.type.empty() && m_wanted(row.type);
        if (!m_file.m_at.emplace(row.number, wanted ? m_file.rows.size() : StepFile::leftOut).second)
            return fail(worded("two rows have one number"));
        if (wanted) m_file.rows.push_back(std::move(row));
    }

    std::uint64_t reference() {
        std::uint64_t number = 0;
        const char* const from = m_bytes.data() + m_at;
        const auto [end, failed] = std::from_chars(from, m_bytes.data() + m_bytes.size(), number);
        if (failed != std::errc()) fail(worded("a number is expected after #"));
        m_at += std::size_t(end - from);
        return number;
    }

    StepValue value(int depth) {
        StepValue out;
        if (depth > deepestStep) fail(worded("its lists lie deeper in each other than can be read"));
        if (!m_fault.empty()) return out;
        const char c = peek();
        if (c == '$' || c == '*') {
            ++m_at;
            out.kind = c == '*' ? StepValue::Kind::derived : StepValue::Kind::none;
        } else if (c == '#') {
            ++m_at;
            out.kind = StepValue::Kind::reference;
            out.reference = reference();
        } else if (c == '\'') {
            out.kind = StepValue::Kind::text;
            out.text = text();
        } else if (c == '"') {
            const std::size_t end = m_bytes.find('"', m_at + 1);
            if (end == std::string_view::npos) fail(worded("a value in quotes has no end"));
            m_at = end == std::string_view::npos ? m_at : end + 1;
        } else if (c == '.') {
            ++m_at;
            out.kind = StepValue::Kind::word;
            out.text = word();
            if (m_at >= m_bytes.size() || m_bytes[m_at] != '.' || out.text.empty())
                fail(worded("a word between dots is expected"));
            ++m_at;
        } else if (c == '(') {
            ++m_at;
            out.kind = StepValue::Kind::list;
            if (take(')')) return out;
            do out.items.push_back(value(depth + 1));
            while (take(','));
            need(')');
        } else if (isLetter(c)) {
            out.kind = StepValue::Kind::typed;
            out.text = word();
            need('(');
            out.items.push_back(value(depth + 1));
            need(')');
        } else {
            out.kind = StepValue::Kind::number;
            out.number = number();
        }
        return out;
    }

    double number() {
        const std::size_t from = m_at;
        while (m_at < m_bytes.size() &&
               (isDigit(m_bytes[m_at]) || std::string_view("+-.Ee").find(m_bytes[m_at]) != std::string_view::npos))
            ++m_at;
        std::string_view digits = m_bytes.substr(from, m_at - from);
        if (digits.starts_with('+')) digits.remove_prefix(1);
        double number = 0;
        const auto [end, failed] = std::from_chars(digits.data(), digits.data() + digits.size(), number);
        if (digits.empty() || failed != std::errc() || end != digits.data() + digits.size() || !std::isfinite(number))
            fail(worded("a value is expected"));
        return number;
    }

    std::string text() {
        std::string raw;
        for (++m_at;; ++m_at) {
            const std::size_t end = m_bytes.find('\'', m_at);
            if (end == std::string_view::npos) {
                fail(worded("a text has no end"));
                return {};
            }
            raw += m_bytes.substr(m_at, end - m_at);
            m_at = end + 1;
            if (m_at >= m_bytes.size() || m_bytes[m_at] != '\'') break;
            raw += '\'';
        }
        m_line += std::size_t(std::count(raw.begin(), raw.end(), '\n'));
        return decoded(raw);
    }

    std::string_view m_bytes;
    const std::function<bool(std::string_view)>& m_wanted;
    StepFile m_file;
    std::string m_fault;
    std::size_t m_at = 0, m_line = 1;
};

Result<StepFile> readStep(std::string_view bytes, const std::function<bool(std::string_view)>& wanted) {
    return StepReader(bytes, wanted).read();
}

std::string StepWriter::text(std::string_view utf8) {
    static constexpr char digits[] = "0123456789ABCDEF";
    std::string out = "'";
    bool wide = false;
    const auto unit = [&](std::uint32_t code) {
        if (!wide) out += "\\X2\\";
        wide = true;
        for (int shift = 12; shift >= 0; shift -= 4) out += digits[(code >> shift) & 15];
    };
    for (std::size_t i = 0; i < utf8.size();) {
        const auto first = static_cast<unsigned char>(utf8[i]);
        const std::size_t length = first < 0x80 ? 1 : first < 0xe0 ? 2 : first < 0xf0 ? 3 : 4;
        std::uint32_t code = length == 1 ? first : first & (0xffU >> (length + 1));
        for (std::size_t k = 1; k < length && i + k < utf8.size(); ++k)
            code = (code << 6) | (static_cast<unsigned char>(utf8[i + k]) & 0x3fU);
        i += length;
        if (code >= 0x10000) {
            unit(0xd800 + ((code - 0x10000) >> 10));
            unit(0xdc00 + ((code - 0x10000) & 0x3ff));
        } else if (code < 0x20 || code > 0x7e) {
            unit(code);
        } else {
            if (wide) out += "\\X0\\";
            wide = false;
            if (code == '\'' || code == '\\') out += static_cast<char>(code);
            out += static_cast<char>(code);
        }
    }
    return out + (wide ? "\\X0\\'" : "'");
}

std::string StepWriter::number(double value) {
    char digits[32];
    const auto [end, failed] = std::to_chars(digits, digits + sizeof digits, value);
    std::string out(digits, end);
    // A real has a point, and an exponent behind it a capital.
    const std::size_t exponent = out.find('e');
    if (out.find('.') == std::string::npos) out.insert(exponent == std::string::npos ? out.size() : exponent, ".");
    std::replace(out.begin(), out.end(), 'e', 'E');
    return out;
}

std::string StepWriter::list(const std::vector<std::string>& values) {
    std::string out = "(";
    for (std::size_t i = 0; i < values.size(); ++i) out += (i ? "," : "") + values[i];
    return out + ")";
}

std::string StepWriter::add(std::string_view type, const std::vector<std::string>& values) {
    const std::string name = "#" + std::to_string(++m_count);
    m_rows += name + "=" + std::string(type) + list(values) + ";\n";
    return name;
}

std::string StepWriter::file(std::string_view schema, std::string_view name, std::string_view at,
                             std::string_view system) const {
    return "ISO-10303-21;\nHEADER;\nFILE_DESCRIPTION(('Work schedule'),'2;1');\nFILE_NAME(" + text(name) + "," +
           text(at) + ",(''),('')," + text(system) + "," + text(system) + ",'');\nFILE_SCHEMA((" + text(schema) +
           "));\nENDSEC;\nDATA;\n" + m_rows + "ENDSEC;\nEND-ISO-10303-21;\n";
}

} // namespace yarrin

// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/json_text.h"

#include "core/base/worded.h"
#include "store/digest.h"
#include "store/plain_locale.h"

#include <algorithm>

namespace yarrin::json {

namespace {

using Tree = nlohmann::json;
using Ordered = nlohmann::ordered_json;
constexpr std::size_t deepest = 64;
constexpr std::size_t longestList = 2'000'000;

std::string digitsOf(const auto& json) {
    const auto& bytes = json.get_binary();
    return {bytes.begin(), bytes.end()};
}

/// Builds the tree from what the library reads.
class Builder : public nlohmann::json_sax<Tree> {
public:
    explicit Builder(std::string_view text) : m_text(text) {}

    bool null() override { return put(nullptr); }
    bool boolean(bool value) override { return put(value); }
    bool number_integer(number_integer_t value) override { return put(value); }
    bool number_unsigned(number_unsigned_t value) override { return put(value); }
    bool number_float(number_float_t, const string_t& digits) override {
        return put(Tree::binary(std::vector<std::uint8_t>(digits.begin(), digits.end())));
    }
    bool string(string_t& value) override { return put(std::move(value)); }
    bool binary(binary_t&) override { return false; }
    bool start_object(std::size_t) override { return open(Tree::object()); }
    bool start_array(std::size_t) override { return open(Tree::array()); }
    bool end_object() override { return close(); }
    bool end_array() override { return close(); }
    bool key(string_t& name) override {
        m_key = std::move(name);
        if (!m_open.back()->contains(m_key)) return true;
        return fail(worded("the key \"%1\" stands twice in one object", m_key), worded("remove one of them"));
    }
    bool parse_error(std::size_t at, const std::string&, const Tree::exception&) override {
        const auto end = m_text.begin() + static_cast<std::ptrdiff_t>(std::min(at, m_text.size()));
        m_error = Error{ErrorCode::file, worded("line %1", 1 + std::count(m_text.begin(), end, '\n')),
                        worded("it is not valid JSON here"), worded("check for a missing bracket, comma or quote")};
        return false;
    }

    [[nodiscard]] Result<Tree> take() {
        if (m_error) return std::move(*m_error);
        return std::move(m_root);
    }

private:
    bool fail(std::string what, std::string todo) {
        m_error = Error{ErrorCode::file, {}, std::move(what), std::move(todo)};
        return false;
    }
    Tree* place(Tree value) {
        if (m_open.empty()) {
            m_root = std::move(value);
            return &m_root;
        }
        Tree& into = *m_open.back();
        if (into.is_array()) {
            into.push_back(std::move(value));
            return &into.back();
        }
        return &(into[m_key] = std::move(value));
    }
    bool put(Tree value) {
        if (!m_open.empty() && m_open.back()->is_array() && m_open.back()->size() >= longestList)
            return fail(worded("a list has more than two million entries"), worded("no programme is that large"));
        place(std::move(value));
        return true;
    }
    bool open(Tree value) {
        if (m_open.size() >= deepest) return fail(worded("it is nested deeper than 64"), worded("no programme is"));
        if (!m_open.empty() && m_open.back()->is_array() && m_open.back()->size() >= longestList)
            return fail(worded("a list has more than two million entries"), worded("no programme is that large"));
        m_open.push_back(place(std::move(value)));
        return true;
    }
    bool close() {
        m_open.pop_back();
        return true;
    }

    std::string_view m_text;
    Tree m_root;
    std::vector<Tree*> m_open; ///< children of the one that is open may move, its parents may not
    std::string m_key;
    std::optional<Error> m_error;
};

class Writer {
public:
    explicit Writer(Digits digits) : m_digits(digits) {}

    void write(const Ordered& json, std::size_t depth) {
        if (json.is_object() && !json.empty()) {
            const char* before = "{\n";
            for (const auto& [key, value] : json.items()) {
                m_text += before;
                m_text.append(depth + 1, ' ');
                if (!plain(key)) leaf(Ordered(key));
                m_text += ": ";
                write(value, depth + 1);
                before = ",\n";
            }
            end(depth, '}');
        } else if (json.is_array() && !json.empty()) {
            const char* before = "[\n";
            for (const Ordered& value : json) {
                m_text += before;
                m_text.append(depth + 1, ' ');
                write(value, depth + 1);
                before = ",\n";
            }
            end(depth, ']');
        } else if (json.is_binary()) {
            const std::string digits = digitsOf(json);
            if (m_digits == Digits::exact)
                m_text += digits;
            else
                m_text += Ordered(Decimal::parse(digits).value_or(Decimal(0)).toDouble()).dump();
        } else if (json.is_number_integer()) {
            m_text += json.is_number_unsigned() ? std::to_string(json.get<std::uint64_t>())
                                                : std::to_string(json.get<std::int64_t>());
        } else {
            leaf(json);
        }
    }
    [[nodiscard]] std::string take() { return std::move(m_text); }

private:
    /// Most texts need no escape, and asking the library for each takes most of the time.
    bool plain(const std::string& text) {
        for (const char c : text)
            if (c < 32 || c >= 127 || c == '"' || c == '\\') return false;
        m_text += '"';
        m_text += text;
        m_text += '"';
        return true;
    }
    void leaf(const Ordered& json) {
        if (json.is_string() && plain(json.get_ref<const std::string&>())) return;
        const std::size_t from = m_text.size();
        m_text += json.dump(-1, ' ', false, Ordered::error_handler_t::replace);
        // U+007F to U+009F steer a terminal; JSON need not escape them, and versions before the sixth did not.
        if (m_digits == Digits::asBinary) return;
        for (std::size_t at = from; at < m_text.size(); ++at) {
            const auto byte = static_cast<unsigned char>(m_text[at]);
            const bool pair =
                byte == 0xC2 && at + 1 < m_text.size() && static_cast<unsigned char>(m_text[at + 1]) < 0xA0;
            if (byte != 0x7F && !pair) continue;
            const auto code = static_cast<unsigned char>(m_text[at + (pair ? 1 : 0)]);
            m_text.replace(at, pair ? 2 : 1, "\\u00" + hexadecimal({reinterpret_cast<const char*>(&code), 1}));
        }
    }
    void end(std::size_t depth, char bracket) {
        m_text += '\n';
        m_text.append(depth, ' ');
        m_text += bracket;
    }

    Digits m_digits;
    std::string m_text;
};

} // namespace

Ordered exactNumber(const std::optional<Decimal>& value) {
    if (!value) return nullptr;
    if (value->scale() == 0) return value->mantissa();
    const std::string digits = value->text();
    return Ordered::binary(std::vector<std::uint8_t>(digits.begin(), digits.end()));
}

bool isNumber(const Tree& json) {
    return json.is_number() || json.is_binary();
}

std::optional<Decimal> decimalOf(const Tree& json) {
    if (json.is_number_integer()) return Decimal::parse(json.dump());
    if (!json.is_binary()) return {};
    const std::string digits = digitsOf(json);
    if (auto exact = Decimal::parse(digits)) return exact;
    // More digits than any quantity has: as many of them as a binary number holds.
    const PlainLocale plain;
    const Tree number = Tree::parse(digits, nullptr, false);
    return number.is_number() ? Decimal::fromDouble(number.get<double>()) : std::nullopt;
}

Result<Tree> parsed(std::string_view text) {
    const PlainLocale plain; // the library puts the decimal sign of the language in place of the full stop
    Builder builder(text);
    static_cast<void>(Tree::sax_parse(text.begin(), text.end(), &builder));
    return builder.take();
}

std::string textOf(const Ordered& json, Digits digits) {
    const PlainLocale plain;
    Writer writer(digits);
    writer.write(json, 0);
    return writer.take() + "\n";
}

} // namespace yarrin::json

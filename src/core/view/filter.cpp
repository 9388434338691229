// SPDX-FileCopyrightText: 2026 The Yarrin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/view/filter.h"

#include "core/base/text.h"
#include "core/base/worded.h"
#include "core/time/typed_date.h"

#include <algorithm>
#include <array>
#include <map>
#include <utility>

namespace yarrin {

namespace {

using Does = Filter::Does;
using Node = Filter::Node;

/// One word, sign or quoted text of a phrase.
struct Token {
    std::string text;
    bool quoted = false;
    [[nodiscard]] bool is(std::string_view word) const { return !quoted && lowered(text) == word; }
};

Result<std::vector<Token>> tokensOf(std::string_view phrase) {
    std::vector<Token> tokens;
    for (std::size_t i = 0; i < phrase.size();) {
        const char c = phrase[i];
        if (c == ' ' || c == '\t' || c == '\n') {
            ++i;
        } else if (c == '"') {
            const std::size_t end = phrase.find('"', i + 1);
            if (end == std::string_view::npos)
                return inputError(worded("a quotation mark is not closed"), worded("put another one behind the text"));
            tokens.push_back({std::string(phrase.substr(i + 1, end - i - 1)), true});
            i = end + 1;
        } else if (c == '(' || c == ')') {
            tokens.push_back({std::string(1, c)});
            ++i;
        } else if (c == '<' || c == '>' || c == '=' || c == '!') {
            const std::size_t length = i + 1 < phrase.size() && phrase[i + 1] == '=' ? 2 : 1;
            tokens.push_back({std::string(phrase.substr(i, length))});
            i += length;
        } else {
            const std::size_t end = std::min(phrase.find_first_of(" \t\n\"()<>=!", i), phrase.size());
            tokens.push_back({std::string(phrase.substr(i, end - i))});
            i = end;
        }
    }
    return tokens;
}

/// How comparisons are written: the longest that fits counts.
struct Written {
    std::string_view words;
    Does does;
};
constexpr std::array<Written, 25> written{{{"is not empty", Does::given},
                                           {"is empty", Does::empty},
                                           {"is given", Does::given},
                                           {"is not", Does::notEqual},
                                           {"is", Does::equal},
                                           {"has not", Does::hasNot},
                                           {"has", Does::has},
                                           {"begins with", Does::begins},
                                           {"at most", Does::atMost},
                                           {"at least", Does::atLeast},
                                           {"on or before", Does::atMost},
                                           {"on or after", Does::atLeast},
                                           {"below", Does::less},
                                           {"above", Does::more},
                                           {"before", Does::less},
                                           {"after", Does::more},
                                           {"within", Does::within},
                                           {"until", Does::atMost},
                                           {"from", Does::atLeast},
                                           {"<=", Does::atMost},
                                           {">=", Does::atLeast},
                                           {"<", Does::less},
                                           {">", Does::more},
                                           {"=", Does::equal},
                                           {"!=", Does::notEqual}}};

constexpr int deepestFilter = 32;

class Parser {
public:
    Parser(const Programme& programme, std::vector<Token> tokens) : m_tokens(std::move(tokens)) {
        for (ViewField& field : fieldsOf(programme)) {
            const std::string label = lowered(field.label);
            m_fields.insert_or_assign(label, std::move(field)); // a code before a field of the same name
        }
    }

    Result<Node> run() {
        auto node = any(0);
        if (node.ok() && m_at < m_tokens.size())
            return inputError(worded("\"%1\" stands there without \"and\" or \"or\"", m_tokens[m_at].text),
                              worded("join conditions with one of them"));
        return node;
    }

private:
    [[nodiscard]] bool next(std::string_view word) const { return m_at < m_tokens.size() && m_tokens[m_at].is(word); }

    Result<Node> joined(Does does, std::string_view word, Result<Node> (Parser::*part)(int), int depth) {
        if (depth > deepestFilter) return inputError(worded("brackets are nested too deep"));
        auto first = (this->*part)(depth);
        if (!first.ok() || !next(word)) return first;
        Node node;
        node.does = does;
        node.parts.push_back(std::move(*first));
        while (next(word)) {
            ++m_at;
            auto more = (this->*part)(depth);
            if (!more.ok()) return more;
            node.parts.push_back(std::move(*more));
        }
        return node;
    }
    Result<Node> any(int depth) { return joined(Does::any, "or", &Parser::all, depth + 1); }
    Result<Node> all(int depth) { return joined(Does::all, "and", &Parser::one, depth + 1); }

    Result<Node> one(int depth) {
        if (depth > deepestFilter) return inputError(worded("brackets are nested too deep"));
        if (next("not")) {
            ++m_at;
            auto inner = one(depth + 1);
            if (!inner.ok()) return inner;
            Node node;
            node.does = Does::none;
            node.parts.push_back(std::move(*inner));
            return node;
        }
        if (next("(")) {
            ++m_at;
            auto inner = any(depth + 1);
            if (!inner.ok()) return inner;
            if (!next(")"))
                return inputError(worded("a bracket is not closed"), worded("put \")\" behind the last condition"));
            ++m_at;
            return inner;
        }
        return condition();
    }

    Result<Node> condition() {
        if (m_at >= m_tokens.size())
            return inputError(worded("a condition is missing at the end"), worded("write one, as in float < 5d"));
        const ViewField* field = takeField();
        if (!field)
            return inputError(worded("there is no field called \"%1\"", m_tokens[m_at].text),
                              worded("write a field such as float, start, critical, or a code of the job"));
        Node node;
        node.field = *field;
        if (field->kind == FieldKind::flag) return node;
        const Written* how = takeComparison();
        if (!how)
            return inputError(worded("\"%1\" says nothing of what it should be", field->label),
                              worded("go on with %1", offered(field->kind)));
        node.does = how->does;
        if (node.does == Does::empty || node.does == Does::given) return node;
        const std::string value = takeValue();
        if (value.empty())
            return inputError(worded("\"%1 %2\" has no value", field->label, std::string(how->words)),
                              worded("write one behind it"));
        return read(std::move(node), *how, value);
    }

    /// The field whose label the next words are; the longest counts.
    const ViewField* takeField() {
        if (m_tokens[m_at].quoted) {
            const auto found = m_fields.find(lowered(m_tokens[m_at].text));
            if (found == m_fields.end()) return nullptr;
            ++m_at;
            return &found->second;
        }
        const ViewField* best = nullptr;
        std::size_t end = m_at;
        std::string words;
        for (std::size_t i = m_at; i < m_tokens.size() && !m_tokens[i].quoted; ++i) {
            words += (words.empty() ? "" : " ") + lowered(m_tokens[i].text);
            if (const auto found = m_fields.find(words); found != m_fields.end()) {
                best = &found->second;
                end = i + 1;
            }
        }
        if (best) m_at = end;
        return best;
    }

    const Written* takeComparison() {
        for (const Written& one : written) {
            std::size_t at = m_at;
            bool fits = true;
            for (const std::string& word : listed(one.words, ' ')) {
                fits = fits && at < m_tokens.size() && m_tokens[at].is(word);
                ++at;
            }
            if (!fits) continue;
            m_at = at;
            return &one;
        }
        return nullptr;
    }

    /// The words up to the next "and", "or" or bracket.
    std::string takeValue() {
        std::string value;
        while (m_at < m_tokens.size() && !next("and") && !next("or") && !next(")") && !next("(")) {
            value += (value.empty() ? "" : " ") + m_tokens[m_at].text;
            ++m_at;
        }
        return value;
    }

    static std::string offered(FieldKind kind) {
        std::string text;
        for (const Comparison& one : comparisonsFor(kind)) text += (text.empty() ? "" : ", ") + std::string(one.words);
        return text;
    }

    static Result<Node> read(Node node, const Written& how, const std::string& value) {
        const auto wrong = [&] {
            return inputError(worded("\"%1\" cannot be \"%2\"", node.field.label, std::string(how.words)),
                              worded("write %1", offered(node.field.kind)));
        };
        const bool ordered =
            how.does == Does::less || how.does == Does::more || how.does == Does::atMost || how.does == Does::atLeast;
        const bool ofWords = how.does == Does::has || how.does == Does::hasNot || how.does == Does::begins;
        if (how.does == Does::within) {
            if (node.field.kind != FieldKind::date) return wrong();
            const auto days = daysWithin(value);
            if (!days)
                return inputError(worded("\"%1\" is not a span of time", value),
                                  worded("write it as 6 weeks or 10 days"));
            node.days = *days;
            return node;
        }
        if (ofWords) {
            if (node.field.kind != FieldKind::text) return wrong();
            node.text = lowered(value);
            return node;
        }
        switch (node.field.kind) {
        case FieldKind::text:
            if (ordered) return wrong();
            node.text = lowered(value);
            return node;
        case FieldKind::number:
            if (const auto number = Decimal::parse(value)) {
                node.value = *number;
                return node;
            }
            return inputError(worded("\"%1\" is not a number", value), worded("write it as 12 or 12.5"));
        case FieldKind::days:
            if (const auto days = workingDays(value)) {
                node.value = *days;
                return node;
            }
            return inputError(worded("\"%1\" is no number of days", value), worded("write it as 5d, 2.5d or 4h"));
        case FieldKind::date: {
            const auto date = parseTypedDate(value);
            if (!date.ok()) return date.errors();
            node.value = DayAt{startOf(*date), *date};
            return node;
        }
        case FieldKind::flag:
            break;
        }
        return node;
    }

    static std::optional<int> daysWithin(const std::string& value) {
        const std::vector<std::string> words = listed(lowered(value), ' ');
        std::string number = words.empty() ? "" : words[0], unit = words.size() > 1 ? words[1] : "";
        if (words.size() > 2) return {};
        if (words.size() == 1 && !number.empty() && (number.back() == 'w' || number.back() == 'd')) {
            unit = number.back();
            number.pop_back();
        }
        const auto count = wholeNumber(number);
        if (!count || *count < 0 || *count > 10'000) return {};
        if (unit == "weeks" || unit == "week" || unit == "w") return *count * 7;
        if (unit == "days" || unit == "day" || unit == "d") return *count;
        return {};
    }

    /// "5", "5d" and "2.5 days" are days of the activity's calendar, "4h" hours: told by a day of nothing.
    static std::optional<WorkingDays> workingDays(std::string value) {
        value = lowered(value);
        bool hours = false;
        for (const std::string_view unit : {"days", "day", "d", "hours", "hour", "h"})
            if (value.size() > unit.size() && value.ends_with(unit)) {
                hours = unit[0] == 'h';
                value = trimmed(value.substr(0, value.size() - unit.size()));
                break;
            }
        const auto number = Decimal::parse(value);
        if (!number || number->scale() > 6 || std::abs(number->mantissa()) > longestDuration) return {};
        Minutes parts = 1; // of which the number is so many
        for (int i = 0; i < number->scale(); ++i) parts *= 10;
        if (!hours) return WorkingDays{number->mantissa(), parts};
        const Minutes minutes = number->mantissa() * 60;
        return minutes % parts == 0 ? std::optional(WorkingDays{minutes / parts, 0}) : std::nullopt;
    }

    std::map<std::string, ViewField> m_fields;
    std::vector<Token> m_tokens;
    std::size_t m_at = 0;
};

int compareTo(const Node& node, const FieldValue& value) {
    if (const auto* wanted = std::get_if<WorkingDays>(&node.value))
        if (const auto* days = std::get_if<WorkingDays>(&value))
            return compareValues(*days, WorkingDays{wanted->minutes, wanted->day == 0 ? days->day : wanted->day});
    // Dates are compared by the day that people read.
    if (const auto* wanted = std::get_if<DayAt>(&node.value))
        if (const auto* day = std::get_if<DayAt>(&value))
            return day->date < wanted->date ? -1 : int(wanted->date < day->date);
    return compareValues(value, node.value);
}

bool comparesText(const Node& node, const std::string& text) {
    const std::string low = lowered(text);
    switch (node.does) {
    case Does::equal:
        return low == node.text;
    case Does::notEqual:
        return low != node.text;
    case Does::has:
        return low.find(node.text) != std::string::npos;
    case Does::hasNot:
        return low.find(node.text) == std::string::npos;
    default:
        return low.starts_with(node.text);
    }
}

bool compares(const Node& node, const FieldContext& context, const FieldValue& value) {
    if (node.does == Does::within) {
        const auto* day = std::get_if<DayAt>(&value);
        return day && day->date - context.today() >= 0 && day->date - context.today() < std::max(1, node.days);
    }
    if (const auto* named = std::get_if<Named>(&value)) return comparesText(node, named->text);
    const int order = compareTo(node, value);
    switch (node.does) {
    case Does::equal:
        return order == 0;
    case Does::notEqual:
        return order != 0;
    case Does::less:
        return order < 0;
    case Does::atMost:
        return order <= 0;
    case Does::more:
        return order > 0;
    default:
        return order >= 0;
    }
}

std::string quotedWhereNeeded(std::string_view text) {
    bool plain = !text.empty() && text.find("  ") == std::string_view::npos;
    for (const std::string& word : listed(lowered(text), ' '))
        plain = plain && word != "and" && word != "or" && word != "not" && word != "empty" && word != "given" &&
                word.find_first_of("\"()<>=!") == std::string::npos;
    return plain ? std::string(text) : "\"" + std::string(text) + "\"";
}

} // namespace

bool Filter::holds(const Node& node, const FieldContext& context, std::size_t index) {
    const auto part = [&](const Node& one) { return holds(one, context, index); };
    if (node.does == Does::all) return std::all_of(node.parts.begin(), node.parts.end(), part);
    if (node.does == Does::any) return std::any_of(node.parts.begin(), node.parts.end(), part);
    if (node.does == Does::none) return !part(node.parts.front());
    const FieldValue value = node.field.value(context, index);
    const bool nothing = std::holds_alternative<std::monostate>(value);
    if (node.does == Does::flag) return !nothing && std::get<bool>(value);
    if (node.does == Does::empty) return nothing;
    if (node.does == Does::given) return !nothing;
    if (nothing) return node.does == Does::notEqual || node.does == Does::hasNot;
    return compares(node, context, value);
}

Result<Filter> Filter::parse(const Programme& programme, std::string_view phrase) {
    auto tokens = tokensOf(phrase);
    if (!tokens.ok()) return tokens.errors();
    if (tokens->empty()) return Filter();
    auto root = Parser(programme, std::move(*tokens)).run();
    if (!root.ok()) return root.errors();
    Filter filter;
    filter.m_root = std::make_shared<const Node>(std::move(*root));
    return filter;
}

std::vector<Comparison> comparisonsFor(FieldKind kind) {
    switch (kind) {
    case FieldKind::text:
        return {{"is"}, {"is not"}, {"has"}, {"has not"}, {"begins with"}, {"is empty", false}, {"is given", false}};
    case FieldKind::number:
    case FieldKind::days:
        return {{"<"}, {"<="}, {"="}, {"!="}, {">="}, {">"}, {"is empty", false}, {"is given", false}};
    case FieldKind::date:
        return {{"within"},      {"before"}, {"on or before"},    {"is"},
                {"on or after"}, {"after"},  {"is empty", false}, {"is given", false}};
    case FieldKind::flag:
        break;
    }
    return {{"", false}, {"not", false}};
}

std::string conditionPhrase(const ViewField& field, std::string_view words, std::string_view value) {
    const std::string name = quotedWhereNeeded(field.name.starts_with("code:") ? field.label : lowered(field.label));
    if (field.kind == FieldKind::flag) return words.empty() ? name : std::string(words) + " " + name;
    return name + " " + std::string(words) + (value.empty() ? "" : " " + quotedWhereNeeded(value));
}

} // namespace yarrin
